import { integer, list, measured, number, object, oneOf, orNull, type Of } from '../shape/index.js';
import { sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';
import { trainLine } from './trainLine.js';
import { valveGearLine } from './valveGearLine.js';

const length = measured('length', integer<Nanometres>(0, 500_000_000));

const TRAIN = object({
  /** Half of the stroke where the pin is not set off. */
  throw: length,
  rod: length,
  /** How far the pin's axis lies off the crank's; 0 where the sheet is silent. */
  offset: length,
  /** Head filled to its face, cm³; null where nobody measured it. */
  burette: orNull(number(0.1, 2_000)),
  /** Crown over a flat one, cm³. */
  dome: number(-200, 200),
  source: SOURCE,
});

/** Crank, rod and chamber of an engine: what timing and ratio are reckoned from. */
export const CRANK_TRAIN = sheetPart(
  'crank-train',
  { trains: list(TRAIN, 0, 1) },
  {
    title: 'Crank and chamber',
    lines: [trainLine],
    words: {
      trains: 'crank, rod and chamber',
      throw: 'throw of the crank',
      rod: 'rod, eye to eye',
      offset: 'pin set off by',
      burette: 'head to its face, cm³',
      dome: 'crown, cm³',
    },
  },
);
export type CrankTrainSheet = Of<typeof TRAIN>;

const VALVE_DRIVE = object({
  /** Lift at which timing is meant; null for where the valve just leaves its seat. */
  lift: orNull(measured('length', integer<Nanometres>(0, 20_000_000))),
  /** Stems from the cylinder’s axis, degrees. */
  intake: number(0, 60),
  exhaust: number(0, 60),
  /** How clearance is set. */
  set: oneOf('shims', 'screws'),
  source: SOURCE,
});

/** Where timing is read, and how the valves stand: what a thinner gasket takes from their room hangs on it. */
export const VALVE_TRAIN = sheetPart(
  'valve-train',
  { trains: list(VALVE_DRIVE, 0, 1) },
  {
    title: 'Valve train',
    lines: [valveGearLine],
    words: {
      trains: 'valve train',
      lift: 'lift at which timing is read',
      intake: 'intake stems off the cylinder’s axis, °',
      set: 'clearance is set by',
      shims: 'shims',
      screws: 'screw and lock nut',
      exhaust: 'exhaust stems off the cylinder’s axis, °',
    },
  },
);

/**
 * Whether clearance is set by a screw: then no shim is measured or chosen.
 * @example hasScrews({ parts: {} }) // false
 */
export const hasScrews = ({ parts }: Pick<EngineSpec, 'parts'>): boolean =>
  VALVE_TRAIN.of({ parts } as EngineSpec)?.trains[0]?.set === 'screws';
