import {
  inHouse,
  isGauged,
  judgeJob,
  kindOfPart,
  LOOKED,
  MEASURING,
  PART_KINDS,
  partsOf,
  readEntry,
  walkIn,
  type EngineSpec,
  type AnyEntry,
} from '@tribos/core';
import { engines } from '../src/index.js';
import { AT, GAUGES, id, jobOf } from './support.js';

/** Parts whose figures stand in rooms of their own: bores, pistons, pins, rings. */
const OF_CYLINDERS = ['cylinder', 'piston', 'pin', 'rings'];
/** Judged by what housing and journal leave them. */
const BETWEEN = ['shells'];

const toMeasure = (engine: EngineSpec, part: string) =>
  readEntry(
    { id: id(), at: AT, kind: LOOKED.kind, parts: [part], is: 'measure', findings: [], text: '' } as never,
    {
      received: null,
      by: 'first',
      importedBy: null,
      engine,
      instruments: GAUGES,
      known: () => undefined,
      found: () => new Set(),
    },
  );

describe('what is measured to decide', () => {
  it('is measured: every kind that may be has a measure, and every measure is of such a kind', () => {
    const measured = new Set(
      engines.flatMap((e) =>
        MEASURING.flatMap((r) =>
          r.measuring.measures.flatMap((m) => m.things(e).map((t) => kindOfPart(t.part)!.kind)),
        ),
      ),
    );
    for (const k of PART_KINDS)
      if (isGauged(k))
        expect([...OF_CYLINDERS, ...BETWEEN].includes(k.kind) || measured.has(k.kind)).toBe(true);
    // A housing is read for the sake of the shells in it.
    for (const kind of measured)
      expect(kind === 'cases' || isGauged(PART_KINDS.find((k) => k.kind === kind)!)).toBe(true);
  });

  it.each(engines.map((e) => [e.model, e] as const))(
    '%s: every such part puts something on the plan',
    (_, engine) => {
      const gauged = partsOf(engine).filter((p) => isGauged(p.kind) && !p.kind.always);
      expect(gauged.length).toBeGreaterThan(5);
      for (const part of gauged) {
        const read = toMeasure(engine, part.key);
        const file = inHouse(jobOf(engine, read.ok ? [read.entry as AnyEntry] : []));
        const own = walkIn(file).filter((p) => !('cylinder' in p) || p.part === 'pin');
        if (!['cylinder', 'piston', 'rings'].includes(part.kind.kind)) expect(own.length).toBeGreaterThan(0);
        // Nothing is within for want of a reading.
        expect(judgeJob(file).overall).not.toBe('within');
      }
    },
  );

  it('a part nobody can put a gauge to is judged by eye and hand', () => {
    const read = toMeasure(engines[0]!, 'exhaust');
    expect(read.ok ? null : read.sentence).toContain('by eye and hand');
  });
});
