import { fact, pistonSince } from '../job/index.js';
import { cylinder, entryKind, type EntryOf } from '../ledger/index.js';
import { onCylinder } from '../cylinder/index.js';
import { number, oneOf, orNull } from '../shape/index.js';
import type { Block } from '../verdicts/index.js';

/** A piston looked over before it goes in: its edges, the grooves of its clips, and its weight where the shop weighs. */
export const PISTON_CHECK = entryKind(
  'piston-check',
  {
    cylinder,
    edges: oneOf('clean', 'dressed'),
    clips: oneOf('clean', 'damaged'),
    /** With its pin, g; null where it was not weighed. */
    grams: orNull(number(1, 5_000)),
  },
  { read: (sent, { engine }) => onCylinder(engine, sent.cylinder, '/cylinder') },
);
export type PistonCheck = EntryOf<typeof PISTON_CHECK>;

/** What stands of each cylinder's piston: the last look since another one went in; null before any. */
export const pistonChecks = fact('pistonChecks', (file): readonly (PistonCheck | null)[] =>
  file.engine.cylinders.map((_, at) => {
    return PISTON_CHECK.since(file.log, pistonSince(file, at)).findLast((e) => e.cylinder === at) ?? null;
  }),
);

/** How far apart the pistons of an engine weigh, g; null until all are weighed, or where there is but one. */
export function weightSpread(checks: readonly (PistonCheck | null)[]): number | null {
  const grams = checks.flatMap((c) => (c?.grams == null ? [] : [c.grams]));
  return checks.length < 2 || grams.length < checks.length
    ? null
    : Number((Math.max(...grams) - Math.min(...grams)).toFixed(3));
}

/** A look at a piston in words. */
export const pistonCheckText = (c: PistonCheck): string =>
  [
    c.edges === 'clean' ? 'no burr' : 'burrs dressed',
    c.clips === 'clean' ? 'clip grooves clean' : 'a clip groove is damaged: another piston',
    ...(c.grams === null ? [] : [`${c.grams} g`]),
  ].join(', ');

/** Its part of the report. */
export function pistonCheckBlocks(file: Parameters<typeof pistonChecks>[0]): Block[] {
  const checks = pistonChecks(file);
  const apart = weightSpread(checks);
  const items = [
    ...checks.flatMap((c, i) => (c ? [`${file.engine.cylinders[i]} piston: ${pistonCheckText(c)}`] : [])),
    ...(apart === null ? [] : [`The pistons weigh within ${apart} g of each other.`]),
  ];
  return items.length === 0 ? [] : [{ kind: 'list', items }];
}
