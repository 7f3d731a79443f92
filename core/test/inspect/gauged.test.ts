import {
  isGauged,
  kindOfPart,
  LOOKED,
  MEASURED,
  PART_KINDS,
  partsOf,
  judgeJob,
  walkIn,
} from '../../src/index.js';
import { engines } from '@tribos/demo';
import { Book } from '../strip/support.js';
import { inHouse } from '../../src/index.js';

/** Parts whose figures stand in rooms of their own: bores, pistons, pins, rings. */
const OF_CYLINDERS = ['cylinder', 'piston', 'pin', 'rings'];
/** Judged by what housing and journal leave them. */
const BETWEEN = ['shells'];

describe('what is measured to decide', () => {
  it('is measured: every kind that may be has a measure, and every measure is of such a kind', () => {
    const measured = new Set(
      engines.flatMap((e) =>
        MEASURED.flatMap((r) => r.measures.flatMap((m) => m.things(e).map((t) => kindOfPart(t.part)!.kind))),
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
      for (const part of partsOf(engine).filter((p) => isGauged(p.kind) && !p.kind.always)) {
        const book = new Book(engine, []);
        book.keep(LOOKED, { parts: [part.key], is: 'measure', findings: [], text: '' });
        const file = inHouse(book.file());
        const own = walkIn(file).filter((p) => !('cylinder' in p) || p.part === 'pin');
        if (!['cylinder', 'piston', 'rings'].includes(part.kind.kind)) expect(own.length).toBeGreaterThan(0);
        // Nothing is within for want of a reading.
        expect(judgeJob(file).overall).not.toBe('within');
      }
    },
  );

  it('a part nobody can put a gauge to is judged by eye and hand', () => {
    expect(new Book().try(LOOKED, { parts: ['exhaust'], is: 'measure', findings: [], text: '' })).toContain(
      'by eye and hand',
    );
  });
});
