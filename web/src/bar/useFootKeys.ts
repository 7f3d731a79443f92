import { useEffect, useRef } from 'react';

/** How long a press is held to be one that takes the answer, ms. */
const HELD_MS = 600;

/** What keys do where work is done step by step: Space, held or not, and a letter each for the rest. */
export interface FootKeys {
  readonly act: (held: boolean) => void;
  /** Whether a press waits to be seen as held or not. */
  readonly waits: boolean;
  readonly own: Readonly<Record<string, () => void>>;
}

const elsewhere = (target: HTMLElement | null): boolean =>
  target?.closest('input, textarea, select, [contenteditable], [role="dialog"]') !== null ||
  document.querySelector('[role="dialog"]') !== null;

/** Keys and foot-switch, wherever the focus is, except in a field or a sheet laid over. */
export function useFootKeys(keys: FootKeys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let down = false;
    const onDown = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
      const target = event.target as HTMLElement | null;
      if (elsewhere(target)) return;
      if (event.key === ' ') {
        event.preventDefault();
        if (event.repeat || down) return;
        if (!latest.current.waits) {
          latest.current.act(false);
          return;
        }
        down = true;
        timer = setTimeout(() => {
          down = false;
          latest.current.act(true);
        }, HELD_MS);
        return;
      }
      // Enter presses what has the focus.
      const mine = latest.current.own[event.key];
      if (!mine || event.repeat) return;
      event.preventDefault();
      mine();
    };
    const onUp = (event: KeyboardEvent): void => {
      if (event.key !== ' ') return;
      const target = event.target as HTMLElement | null;
      // A button with the focus would be pressed as well.
      if (!elsewhere(target)) event.preventDefault();
      if (!down) return;
      clearTimeout(timer);
      down = false;
      latest.current.act(false);
    };
    window.addEventListener('keydown', onDown);
    window.addEventListener('keyup', onUp);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('keydown', onDown);
      window.removeEventListener('keyup', onUp);
    };
  }, []);
}

/** What a press says at a question, where a hand goes on by habit. */
export const SPACE_ANSWERS_NOTHING =
  'Space does not answer: it moves the mark. Look at the part, then hold it, or press the number of what you see.';
