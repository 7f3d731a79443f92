import {
  CAUSE,
  CODES_READ,
  DEBRIS,
  LOOKED,
  PART_FINDING,
  partNamed,
  partsOf,
  SHELLS_IN,
  type CauseEntry,
  type Disposition,
  type EngineSpec,
  type PartFindingKind,
  type ThingPlace,
} from '@tribos/core';
import type { LogBook } from './build.js';

/** What was found when the parts were looked over; everything that is not named here is used again. */
export interface LookedOver {
  readonly parts: Readonly<Record<string, Disposition>>;
  readonly found?: readonly (readonly [part: string, what: PartFindingKind, text: string])[];
  readonly debris?: readonly (readonly [
    from: 'sump' | 'filter' | 'crankcase' | 'air-box',
    what: 'bronze' | 'ferrous' | 'grit' | 'water' | 'white',
    amount: 'dust' | 'flakes' | 'pieces',
    text: string,
  ])[];
}

/** Parts looked over, section after section. */
export function lookedOver(
  book: LogBook,
  engine: EngineSpec,
  { parts, found = [], debris = [] }: LookedOver,
): LogBook {
  for (const [from, what, amount, text] of debris) book.entry(DEBRIS, { from, what, amount, text });
  for (const [of, what, text] of found)
    book.entry(PART_FINDING, {
      of,
      name: partNamed(engine, of)?.name ?? of,
      what,
      severity: null,
      extent: null,
      text,
    });
  const rest = partsOf(engine).filter((p) => !p.kind.always && parts[p.key] === undefined);
  const said = (keys: readonly string[], is: Disposition) =>
    keys.length > 0 && book.entry(LOOKED, { parts: [...keys], is, findings: [], text: '' });
  said(
    rest.map((p) => p.key),
    'reuse',
  );
  for (const is of ['measure', 'rework', 'send', 'replace'] as const)
    said(
      Object.keys(parts).filter((k) => parts[k] === is),
      is,
    );
  return book;
}

/** A size on a thing of the engine, spot by spot. */
export function sizes(
  book: LogBook,
  part: ThingPlace['part'],
  thing: string,
  gauge: string,
  at: Readonly<Record<string, string>>,
): LogBook {
  for (const [spot, text] of Object.entries(at)) book.read({ part, thing, spot }, gauge, text);
  return book;
}

/** A gap on a thing of the engine: the leaf that goes, and the one that does not. */
export const gap = (
  book: LogBook,
  part: ThingPlace['part'],
  thing: string,
  spot: string,
  goes: number | null,
  doesNot: number,
): LogBook => {
  book.leaf({ part, thing, spot }, doesNot, 'does-not');
  return goes === null ? book : book.leaf({ part, thing, spot }, goes, 'goes');
};

export const named = (
  book: LogBook,
  is: CauseEntry['is'],
  evidence: readonly string[],
  text: string,
): LogBook => book.entry(CAUSE, { is, evidence: [...evidence], text });

const LINES = ['front', 'back', 'left', 'right', 'corner-1', 'corner-2'];

/** Job 1: the head of the worn twin, flat by six lines. */
export function head644(book: LogBook, engine: EngineSpec): LogBook {
  lookedOver(book, engine, { parts: { head: 'measure' } });
  for (const spot of LINES) book.leaf({ part: 'head.flatness', thing: 'head', spot }, 0.04, 'does-not');
  return named(book, 'wear', [], '38 400 km, nothing blued, nothing broken.');
}

/** Job 5: the crank measured, its big end worn past what its sheet allows. */
export function crank212(book: LogBook, engine: EngineSpec): LogBook {
  lookedOver(book.wait(30), engine, {
    parts: { crank: 'measure', 'rod:0': 'measure', 'main-bearings': 'replace' },
    found: [['main-bearings', 'rough', 'drive side, felt at each turn']],
    debris: [['crankcase', 'ferrous', 'dust', 'grey on the magnet']],
  });
  sizes(book, 'crank.run-out', 'flywheel', 'lever-dial', { '': '0.022' });
  sizes(book, 'crank.run-out', 'drive', 'lever-dial', { '': '0.034' });
  gap(book, 'crank.rod-side', '0', '', 0.6, 0.65);
  sizes(book, 'crank.rod-radial', '0', 'lever-dial', { up: '0.092', across: '0.074' });
  sizes(book, 'crank.rod-tilt', '0', 'dial', { '': '1.08' });
  return named(
    book,
    'wear',
    ['Big end radial play past its limit', 'Steel dust in the crankcase'],
    'Worn for its hours; no sign of heat.',
  );
}

const codesOf = ['1A', '3C', '2B', '1B', '1A', '2A'];
const H: Readonly<Record<string, number>> = { '1': 39.003, '2': 39.009, '3': 39.015 };
const J: Readonly<Record<string, number>> = { A: 35.997, B: 35.991, C: 35.985 };
const COLOURS = ['chalk', 'amber', 'rose', 'moss', 'slate'];

/** Job 6: a bottom end by colours; the shells of journals 2 and 5 were swapped by whoever was in it before. */
export function bearings744(book: LogBook, engine: EngineSpec): LogBook {
  lookedOver(book.wait(45), engine, {
    parts: { crank: 'measure', shells: 'measure' },
    found: [['shells', 'overlay', 'journal 5, both halves, polished grey']],
    debris: [
      ['sump', 'bronze', 'dust', 'no magnet holds it'],
      ['filter', 'white', 'dust', 'between the folds'],
    ],
  });
  for (const [key, text] of [
    ['flywheel', '0.008'],
    ['two', '0.012'],
    ['centre', '0.018'],
    ['five', '0.014'],
    ['drive', '0.006'],
  ] as const)
    sizes(book, 'crank.run-out', key, 'lever-dial', { '': text });
  sizes(book, 'crank.end-float', 'crank', 'dial', { '': '0.14' });
  const text = (v: number) => v.toFixed(3);
  const right = codesOf.map((c) => Number(c[0]) - 1 + 'ABC'.indexOf(c[1]!));
  // What lies in 2 belongs into 5, and the other way round.
  const found = right.map((_, i) => right[i === 1 ? 4 : i === 4 ? 1 : i]!);
  codesOf.forEach((code, i) => {
    const key = String(i + 1);
    const [h, j] = [H[code[0]!]!, J[code[1]!]!];
    sizes(book, 'bearings.journal', key, 'mic-25-50', {
      'a-0': text(j),
      'a-90': text(j - 0.001),
      'b-0': text(j - 0.001),
      'b-90': text(j - 0.002),
    });
    sizes(book, 'bearings.housing', key, 'bore-gauge-3', { one: text(h), other: text(h + 0.001) });
    book.entry(CODES_READ, { row: 'main', bearing: key, housing: code[0]!, journal: code[1]! });
    const colour = COLOURS[found[i]!]!;
    book.entry(SHELLS_IN, { row: 'main', bearing: key, upper: colour, lower: colour, fitted: false });
  });
  return named(
    book,
    'tight',
    [
      'Bearing shells: overlay worn, journal 5, both halves, polished grey',
      'Bronze or copper in the sump, dust',
      'Journal 5: tightest clearance 0.005, a quarter of its minimum',
    ],
    'Shells of journals 2 and 5 were swapped at the last repair: 5 ran at a third of its clearance.',
  );
}

/** Job 3: what the seizure left, and why. */
export const seized620 = (book: LogBook, engine: EngineSpec): LogBook =>
  named(
    lookedOver(book.wait(20), engine, {
      parts: { 'piston:0': 'replace', 'rings:0': 'replace', 'power-valve:0': 'rework', 'cylinder:0': 'send' },
      found: [
        ['piston:0', 'skirt-scuffed', 'exhaust side, over half its height'],
        ['power-valve:0', 'stuck', 'carbon'],
      ],
    }),
    'air-leak',
    [
      'Crankcase leak test: pressure lost at the magneto side crank seal',
      'Spark plug magneto side: white or blistered',
    ],
    'Soap bubbles at the magneto side crank seal at 0.45 bar; the seal had hardened.',
  );
