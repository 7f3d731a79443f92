import { useEffect, useRef, useState } from 'react';
import type { Typing } from './Keypad.js';

/** What is typed into a bar that has no gauge: a figure, wherever the focus is. */
export interface TypedFigure extends Typing {
  readonly text: string;
}

const FIGURE_KEY = /^[\d.,+-]$/u;

const isElsewhere = (target: HTMLElement | null): boolean =>
  target?.closest('input, textarea, select, [contenteditable], [role="dialog"], [role="menu"]') != null ||
  document.querySelector('[role="dialog"]') !== null;

/**
 * Digits typed anywhere land in the bar; Enter accepts, Backspace deletes or takes the last back, arrows walk.
 * @param onAccept keeps a figure; false where it was refused: then it stays typed
 * @param onMove   to the next place or the one before
 */
export function useTypedFigure({
  isOpen,
  onAccept,
  onMove,
  onTakeBack,
}: {
  /** Whether there is a place to type for. */
  isOpen: boolean;
  onAccept: (text: string) => boolean;
  onMove: (by: 1 | -1) => void;
  onTakeBack: () => void;
}): TypedFigure {
  const [text, setText] = useState('');
  const accept = () => {
    if (text.trim() !== '' && onAccept(text.trim())) setText('');
  };
  const keys: Readonly<Record<string, () => void>> = {
    Enter: accept,
    Backspace: () => (text === '' ? onTakeBack() : setText(text.slice(0, -1))),
    ArrowDown: () => onMove(1),
    ArrowUp: () => onMove(-1),
    ']': () => onMove(1),
    '[': () => onMove(-1),
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
    const target = event.target as HTMLElement | null;
    if (isElsewhere(target)) return;
    if (isOpen && FIGURE_KEY.test(event.key)) {
      event.preventDefault();
      setText(text + event.key);
      return;
    }
    // With nothing typed, Enter presses what has the focus.
    if (event.key === 'Enter' && (!isOpen || text === '')) return;
    const mine = keys[event.key];
    if (!mine || (!isOpen && event.key !== 'Backspace')) return;
    event.preventDefault();
    mine();
  };
  const latest = useRef(onKey);
  useEffect(() => {
    latest.current = onKey;
  });
  useEffect(() => {
    const listener = (event: KeyboardEvent) => latest.current(event);
    window.addEventListener('keydown', listener);
    return () => window.removeEventListener('keydown', listener);
  }, []);
  return { text, typed: () => text, setText, accept, takeBack: onTakeBack };
}
