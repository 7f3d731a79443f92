import {
  COMPRESSION,
  LEAK_DOWN,
  LEAK_END,
  LEAK_MARK,
  LEAK_TEST,
  listsOf,
  looseOf,
  REFITTED,
  inScope,
  SEEN_BEFORE,
  STRIP_ANSWER,
  STRIP_NOTE,
  STRIP_ODD,
  STRIP_PLAN,
  STRIPPED,
  TRAY,
  type EngineSpec,
  type OddWhy,
  type Scope,
} from '@tribos/core';
import type { LogBook } from './build.js';

/** What was seen and tested before an engine came apart, as it was typed. */
export interface CameIn {
  /** Of each cylinder, bar: dry, and wet where it was tried. */
  readonly compression: readonly (readonly [dry: string, wet?: string])[];
  readonly leakDown?: readonly (readonly [
    percent: number,
    heard: 'intake' | 'exhaust' | 'filler' | 'coolant',
  ])[];
  /** Bar at each mark, a minute apart; where it bubbled. */
  readonly leak?: readonly [marks: readonly number[], bubbles: string, engineVolume: number];
  readonly plugs: readonly string[];
  readonly seen: Readonly<Record<string, string>>;
}

/** A crankcase tested at 0.45 bar: bar at each mark, a minute apart, and where it bubbled. */
export function leakTest(
  book: LogBook,
  {
    way,
    when,
    marks,
    bubbles,
    engineVolume,
  }: {
    readonly way: 'pressure' | 'vacuum';
    readonly when: 'before' | 'after';
    readonly marks: readonly number[];
    readonly bubbles: string;
    readonly engineVolume: number;
  },
): LogBook {
  book.entry(LEAK_TEST, {
    way,
    when,
    text: '0.45',
    unit: 'bar',
    resolution: 0.1,
    engineVolume,
    testerVolume: 40,
  });
  const test = book.log.at(-1)!.id;
  marks.forEach((m, i) =>
    book.entry(LEAK_MARK, { test, seconds: 60 + 60 * i, text: m.toFixed(3), unit: 'bar' }),
  );
  return book.wait(marks.length).entry(LEAK_END, { test, how: 'finished', bubbles });
}

/** Tested before it came apart. */
export function cameIn(book: LogBook, { compression, leakDown = [], leak, plugs, seen }: CameIn): LogBook {
  compression.forEach(([dry, wet], cylinder) => {
    const of = { cylinder, unit: 'bar', engine: 'warm', decompressor: 'none' } as const;
    book.entry(COMPRESSION, { ...of, how: 'dry', text: dry });
    if (wet) book.entry(COMPRESSION, { ...of, how: 'wet', text: wet });
  });
  leakDown.forEach(([percent, heard], cylinder) =>
    book.entry(LEAK_DOWN, { cylinder, percent, heard: [heard] }),
  );
  if (leak) {
    const [marks, bubbles, engineVolume] = leak;
    leakTest(book, { way: 'pressure', when: 'before', marks, bubbles, engineVolume });
  }
  plugs.forEach((answer, cylinder) => book.entry(SEEN_BEFORE, { what: 'plug', cylinder, answer, text: '' }));
  for (const [what, answer] of Object.entries(seen))
    book.entry(SEEN_BEFORE, { what: what as never, cylinder: null, answer, text: '' });
  return book;
}

/** How an engine came apart. */
export interface Apart {
  readonly scope: Scope;
  /** The last step that was done; all of them where it is left out. */
  readonly until?: string;
  readonly odd?: Readonly<Record<string, readonly [why: OddWhy, text: string]>>;
  /** Notes for assembly, by the step they were taken at. */
  readonly notes?: Readonly<Record<string, string>>;
  readonly shelf?: string;
}

/** Taken apart by its own list, the first right answer at every hard stop. */
export function apart(
  book: LogBook,
  engine: EngineSpec,
  { scope, until, odd = {}, notes = {}, shelf }: Apart,
): LogBook {
  const { sheet, general } = listsOf(engine);
  book.entry(STRIP_PLAN, { scope, list: 'sheet', purpose: 'rebuild' });
  let tray = 1;
  let used = false;
  for (const section of inScope(sheet ?? general, scope)) {
    for (const s of section.steps) {
      const said = odd[s.key];
      if (said) book.entry(STRIP_ODD, { step: s.key, name: s.what, why: said[0], text: said[1] });
      if (said?.[0] === 'not-there') continue;
      if (s.stop) {
        const answer = s.stop.answers.find((a) => a.why === '')!.text;
        book.entry(STRIP_ANSWER, { step: s.key, ask: s.stop.ask, answer });
      }
      const answers = s.stop ? [book.log.at(-1)!.id] : [];
      if (notes[s.key] && s.note)
        book.entry(STRIP_NOTE, { step: s.key, about: s.note.about, for: s.note.at, text: notes[s.key]! });
      const loose = looseOf(engine, s);
      const some = loose.some((l) => !l.inside && l.count > 0);
      if (s.tray && used) tray += 1;
      book.entry(STRIPPED, {
        steps: [{ step: s.key, name: s.what, loose, opens: s.opens }],
        tray: some ? tray : null,
        answers,
      });
      used ||= some;
      if (s.key === until) return book;
    }
  }
  if (shelf) book.entry(TRAY, { number: 1, name: 'Panels and drains', place: shelf });
  return book;
}

/**
 * What came off put back, the last thing first.
 * @param only these steps; everything where it is left out
 */
export function together(book: LogBook, engine: EngineSpec, only?: readonly string[]): LogBook {
  const off = STRIPPED.in(book.log).flatMap((e) =>
    e.steps.filter((s) => only === undefined || only.includes(s.step)),
  );
  const sections = (listsOf(engine).sheet ?? listsOf(engine).general).map((s) => s.steps.map((x) => x.key));
  for (const keys of sections.reverse()) {
    const steps = off.filter((s) => keys.includes(s.step)).reverse();
    if (steps.length > 0) book.entry(REFITTED, { steps });
  }
  return book;
}
