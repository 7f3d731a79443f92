import { ask, handsFree, onFigure, sayPlace, Wedge, WEDGE_MS } from '../gaugeLine/index.js';
import type { JobContext } from '../job/index.js';
import { toggleGlance } from '../kit/settings.js';
import { placeLine, settingLine } from './placeLine.js';
import type { Bar } from './reading.js';
import { useEffect, useRef } from 'react';
import { placeKey, type Instrument, type LeafAnswer, type Zero } from '@tribos/core/ground';

/** What keys do beyond the bar itself. */
export interface Commands {
  readonly note: () => void;
  readonly keys: () => void;
  readonly unit: () => void;
  readonly zero: () => void;
  /** Closes the zero of a map that is read; null while there is none to close. */
  readonly closeZero: (() => void) | null;
  /** Keys of the station itself, whatever is typed. */
  readonly own?: Readonly<Record<string, () => void>>;
  /** What the foot-switch does at this station. @returns whether it did anything */
  readonly space?: () => boolean;
}

/** Whether a sheet lies over the station: then nothing typed or sent belongs to the bar. */
const covered = (): boolean => document.querySelector('[role="dialog"]') !== null;

/**
 * Keys of the station, wherever the focus is, except in a field or a sheet laid over it; and connected gauges.
 * @param setting the comparator that is being held in what it was zeroed in; null while none is
 */
export function useBarKeys(
  entry: Bar,
  commands: Commands,
  context: JobContext,
  setting: { readonly gauge: Instrument; readonly zero: Zero } | null,
): void {
  const latest = useRef({ entry, commands });
  useEffect(() => {
    latest.current = { entry, commands };
  });
  const { station, gauge, question, zero } = entry;
  const { file } = context;
  const held = setting
    ? settingLine(file, setting.gauge, setting.zero)
    : placeLine(file, station, gauge, zero, entry.leaves?.stack);
  useEffect(() => sayPlace(held), [held]);
  useEffect(
    () =>
      onFigure((figure) => {
        if (!covered()) latest.current.entry.takeFigure(figure);
      }),
    [],
  );
  const asked = question?.readingId;
  useEffect(() => {
    if (asked) ask();
  }, [asked]);
  useEffect(() => {
    const press = (key: string): boolean =>
      handle({ key, shiftKey: false }, latest.current.entry, latest.current.commands, null);
    const wedge = new Wedge(
      handsFree,
      (figure) => latest.current.entry.takeFigure(figure),
      (keys) => keys.forEach((key) => press(key)),
    );
    let timer: ReturnType<typeof setTimeout> | undefined;
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
      const target = event.target as HTMLElement | null;
      if (target?.closest('input, textarea, select, [contenteditable], [role="dialog"]') || covered()) return;
      clearTimeout(timer);
      if (wedge.key(event.key, event.timeStamp)) {
        event.preventDefault();
        if (wedge.waiting) timer = setTimeout(() => wedge.flush(), WEDGE_MS * 2);
        return;
      }
      if (handle(event, latest.current.entry, latest.current.commands, target)) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('keydown', onKey);
    };
  }, []);
}

const LEAF_KEYS: Readonly<Record<string, LeafAnswer>> = { g: 'goes', d: 'drags', x: 'does-not' };
const ARROWS = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const;
const TYPED = /^[0-9.,+\-−"″/]$/u;
const LETTER = /^[a-zµμ ]$/iu;

/** Acts on one key. @returns whether it meant anything here */
export function handle(
  event: Pick<KeyboardEvent, 'key' | 'shiftKey'>,
  e: Bar,
  commands: Commands,
  target: HTMLElement | null,
): boolean {
  const { key } = event;
  const text = e.typed();
  const typing = text !== '';
  const onControl = target !== null && target.closest('button, a, summary') !== null;
  if (key === 'Enter') {
    // With nothing typed, Enter presses what has the focus.
    if (!typing && onControl) return false;
    e.accept(event.shiftKey);
    return true;
  }
  const mine = commands.own?.[key];
  if (mine) {
    mine();
    return true;
  }
  // The foot-switch types a space, wherever the focus was left.
  if (key === ' ' && !typing) {
    if (e.answers.length === 0 && commands.space?.()) return true;
    const [yes] = e.answers;
    const there = yes?.goes && placeKey(yes.goes) === placeKey(e.station);
    if (yes && !there) yes.act();
    else if (!yes && commands.closeZero) commands.closeZero();
    else e.trigger();
    return true;
  }
  if (key === 'Backspace') {
    if (typing) e.setText(text.slice(0, -1));
    else e.takeBack();
    return true;
  }
  if (key === 'Escape' && typing) {
    e.setText('');
    return true;
  }
  const arrow = ARROWS[key as keyof typeof ARROWS];
  if (arrow) {
    e.move(arrow);
    return true;
  }
  if (!typing && command(key, e, commands)) return true;
  if (TYPED.test(key) || (typing && LETTER.test(key))) {
    e.setText(text + key);
    return true;
  }
  return false;
}

/** Keys that act only while nothing is typed. */
function command(key: string, e: Bar, commands: Commands): boolean {
  const leaf = e.leaves && LEAF_KEYS[key.toLowerCase()];
  const act = leaf
    ? () => e.leaves?.answer(leaf)
    : (e.answers.find((a) => a.key === key.toLowerCase())?.act ??
      {
        '[': () => e.nextCylinder(-1),
        ']': () => e.nextCylinder(1),
        i: e.nextGauge,
        u: commands.unit,
        m: toggleGlance,
        z: commands.zero,
        '/': commands.note,
        '?': commands.keys,
      }[key]);
  act?.();
  return Boolean(act);
}
