import { gapsOn, type GapState } from '../readings/index.js';
import { calibrationOverdue, instrumentOf, leafConformance } from '../gauges/index.js';
import { fittedPiston, wallOf, type JobFile } from '../job/index.js';
import { cylinder, placeKind, takenAt, type AnyPlace } from '../ledger/index.js';
import { onCylinder, opens, RING_NAMES } from '../cylinder/index.js';
import { object, oneOf, type Of } from '../shape/index.js';
import { nm } from '../units/index.js';
import { capital, judgeValue, ofCylinder, type Figure } from '../verdicts/index.js';
import { packOf, ringsRenewed, SECTIONS } from './pack.js';

const shape = object({ part: oneOf('ring-groove'), cylinder, ring: oneOf('top', 'second') });
export type RingGroovePlace = Of<typeof shape>;

/** A ring in its groove, its side clearance by leaves. */
export const RING_GROOVE = placeKind<RingGroovePlace>({
  part: 'ring-groove',
  shape,
  sense: 'gap',
  warm: 'piston',
  material: () => 'steel',
  ofPiston: true,
  on: (s, engine) => onCylinder(engine, s.cylinder),
  reopenedBy: (s, work) => opens(work, 'ring-groove', s.cylinder),
  thing: (s) => `ring-groove:${s.cylinder}:${s.ring}`,
  named: (s, engine) => [engine.cylinders[s.cylinder] ?? '', `${RING_NAMES[s.ring]} in its groove`],
  nominal: () => nm(40_000),
  feeds: (s) => `${s.cylinder}:ring.groove.${s.ring}:min`,
});

export const groovePlace = (at: number, ring: 'top' | 'second'): RingGroovePlace => ({
  part: 'ring-groove',
  cylinder: at,
  ring,
});

const WEDGED = new Set(['keystone', 'semi-keystone']);

const isGroove = (place: AnyPlace): place is RingGroovePlace => place.part === 'ring-groove';

/**
 * Verdicts on side clearance of the rings that were tried in their grooves. A ring that fills a wedge has none that a
 * leaf could show: its own sheet says how it is judged.
 */
export function grooveItems(file: JobFile, at: number): Figure[] {
  const pack = packOf(file, at);
  const gaps = [...gapsOn(file, at).values()];
  return (['top', 'second'] as const).flatMap((ring) => {
    const gap: GapState | undefined = gaps.find(
      ({ station }) =>
        isGroove(station as AnyPlace) &&
        'ring' in station &&
        station.cylinder === at &&
        station.ring === ring,
    );
    if (!gap) return [];
    const { bracket, tries } = gap;
    const section = pack?.rings.find((r) => r.ring === ring)?.section ?? null;
    const wedged = section !== null && WEDGED.has(section);
    const { kit } = fittedPiston(file, at);
    const renewed = ringsRenewed(file, at) || wallOf(file, at) !== null;
    const instruments = [...new Set(tries.map((t) => t.instrumentId))].map((id) => instrumentOf(file, id));
    return (['min', 'max'] as const).map((side) =>
      judgeValue(file, {
        subject: ofCylinder(at),
        feature: `ring.groove.${ring}`,
        side,
        title: capital(`${ring} groove clearance`),
        of: null,
        ownWay: true,
        ...(kit ? { fittedPiston: kit.maker } : {}),
        states: renewed ? ['new'] : side === 'max' ? ['service'] : ['service', 'new'],
        ...(wedged
          ? {
              given: {
                status: 'none' as const,
                others: [],
                why: `A ${SECTIONS[section]} ring fills its groove: only its own sheet says how it is judged.`,
              },
            }
          : {}),
        leaves: {
          low: bracket.low,
          high: bracket.high,
          p: (s, limit) => leafConformance(bracket, s, limit, { tolerance: gap.tolerance, bias: 0 }),
        },
        progress: { read: 1, planned: 1 },
        blockedBy: bracket.contradicts ? 'conflict' : null,
        caveats: tries.some((t) => calibrationOverdue(instrumentOf(file, t.instrumentId), takenAt(t)))
          ? ['overdue']
          : [],
        working: [
          { kind: 'text', label: 'definition', text: 'groove − ring height, by the leaf beside the ring' },
        ],
        step: 10_000,
        instruments,
        depth: null,
        at: tries.at(-1)!.at,
      }),
    );
  });
}
