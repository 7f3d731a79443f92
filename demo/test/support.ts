import {
  mm,
  nm,
  UNKNOWN_VARIANT,
  type EngineSpec,
  type JobFile,
  type AnyEntry,
  type ReadingEntry,
  type SizePlace,
} from '@tribos/core';
import { instruments, shop } from '../src/index.js';

export const GAUGES = instruments('2030-01-01');
export const AT = '2026-03-01T10:00:00.000Z';
/** What the log adds to an entry that was typed in this shop and reached its server at a time nobody kept. */
export const HERE = { received: null, importedBy: null } as const;

let made = 0;
export const id = (): string => `m${(made += 1)}`;

export const reading = (station: SizePlace, text: string, instrumentId: string): ReadingEntry => ({
  id: id(),
  at: AT,
  ...HERE,
  by: 'first',
  kind: 'reading',
  station,
  instrumentId,
  text,
  unit: 'mm',
  value: nm(Math.round(mm(Number(text)))),
  step: 1_000,
  corrects: null,
  zeroId: null,
  seen: null,
});

/** A job of an engine of the demo shop with nothing but such entries. */
export const jobOf = (engine: EngineSpec, log: readonly AnyEntry[]): JobFile => ({
  format: 'tribos-job',
  version: 6,
  shop,
  engine,
  instruments: GAUGES,
  studies: [],
  job: {
    id: 'job',
    number: 1,
    customer: 'A customer',
    machine: engine.model,
    engineNumber: '',
    use: '',
    complaint: '',
    bench: null,
    promised: null,
    plan: 'usual',
    seized: false,
    thermal: { celsius: 20, measured: true, sameBench: true, cylinder: null, piston: null },
    fitted: { piston: null, ring: null },
    overrides: [],
    variant: UNKNOWN_VARIANT,
  },
  log,
  decisions: [],
});
