import {
  BEARINGS_SHEET,
  inHouse,
  LOOKED,
  mm,
  um,
  type EngineSpec,
  type Instrument,
  type JobFile,
  type Limit,
  type LogEntry,
  type ThingPlace,
} from '@tribos/core';
import { instrument, jobFile, LEAVES, limit, MIC, reading, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const SOURCE = limit('bore', 'new', 1, 2).source;
const coded = (code: string, low: number, high: number) => ({ code, low: mm(low), high: mm(high) });

export const DIAL = instrument(
  'dial',
  'dial',
  { kind: 'none' },
  { resolution: um(2), repeatability: um(1), maxError: um(4) },
);
export const HOUSING_GAUGE = instrument('housing-gauge', 'dial-bore', { kind: 'ring', u: 300 });
export const GAUGES: readonly Instrument[] = [MIC, DIAL, LEAVES, HOUSING_GAUGE];

/** A twin with plain bearings: two mains, journals Ø 36, housings Ø 39, five shells. */
export const PLAIN: EngineSpec = {
  ...TWIN,
  limits: [
    ...TWIN.limits,
    limit('crank.run-out', 'service', null, 0.05),
    limit('crank.rod-side', 'new', 0.15, 0.35),
    limit('crank.rod-side', 'service', null, 0.5),
    limit('crank.journal', 'new', 35.982, 36),
    limit('crank.journal', 'service', 35.97, null),
    limit('crank.journal-oval', 'service', null, 0.02),
    limit('crank.journal-taper', 'service', null, 0.02),
    limit('crank.journal-clearance', 'new', 0.02, 0.044),
    limit('crank.journal-clearance', 'service', null, 0.08),
    limit('head.flatness', 'service', null, 0.05),
  ],
  parts: {
    [BEARINGS_SHEET.name]: {
      rows: [
        {
          of: 'main',
          places: [
            { key: '1', name: 'journal 1' },
            { key: '2', name: 'journal 2' },
          ],
          housings: [coded('1', 39, 39.006), coded('2', 39.006, 39.012), coded('3', 39.012, 39.018)],
          journals: [coded('A', 35.994, 36), coded('B', 35.988, 35.994), coded('C', 35.982, 35.988)],
          shells: ['chalk', 'amber', 'rose', 'moss', 'slate'].map((colour, k) => ({
            colour,
            thickness: mm(Number((1.487 + 0.003 * k).toFixed(3))),
            tolerance: um(1.5),
          })),
          source: SOURCE,
        },
      ],
    },
  },
};

export const asked = (...parts: readonly string[]): Book => {
  const book = new Book(PLAIN, GAUGES);
  book.keep(LOOKED, { parts: [...parts], is: 'measure', findings: [], text: '' });
  return book;
};

/** A reading on a thing, into a book. */
export const take = (
  book: Book,
  part: ThingPlace['part'],
  thing: string,
  spot: string,
  text: string,
  gauge = 'mic',
): void => void book.log.push(reading({ part, thing, spot }, text, gauge));

/** A job of nothing but such readings and leaves, the same gauges each time. */
export const fileWith = (log: readonly LogEntry[], engine: EngineSpec = PLAIN): JobFile =>
  inHouse(jobFile(log, { engine, instruments: GAUGES }));

export const withLimits = (limits: readonly Limit[]): EngineSpec => ({
  ...PLAIN,
  limits: [...PLAIN.limits.filter((l) => !limits.some((o) => o.feature === l.feature)), ...limits],
});
