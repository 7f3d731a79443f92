import { gapsOn } from '../readings/index.js';
import { calibrationOverdue, instrumentOf, type LeafBracket } from '../gauges/index.js';
import { jobKind, standingDecision, fittedPiston, wallOf, type JobFile } from '../job/index.js';
import { GAPPED_RINGS, RING_NAMES, type GappedRing, type LeafEntry } from '../cylinder/index.js';
import { takenAt } from '../ledger/index.js';

import { depthText, nm, withUnit, type LengthUnit, type Nanometres } from '../units/index.js';
import {
  bracketText,
  capital,
  judgeValue,
  ofCylinder,
  type Because,
  type Figure,
  type WorkingLine,
} from '../verdicts/index.js';
import { GAP_FEATURES } from './gapRule.js';
import { gapTarget, schoolText, type GapTarget } from './gapTarget.js';
import { gapWarmth, maybeWarm, warmthMargin } from './gapWarmth.js';
import { triedElsewhere } from './gapPlaces.js';
import { gapped, packOf } from './pack.js';
import { ringHistory } from './ringLog.js';

/**
 * Whether rings of a cylinder are being made ready: the way out is decided, and what it makes of wall and piston is
 * there.
 */
export function isPreparing(file: JobFile, cylinder: number): boolean {
  // A ring set is sized to the bore as it is: nothing is decided of it here.
  if (jobKind(file) === 'ring-set') return true;
  const decision = standingDecision(file);
  return (
    decision !== null &&
    (decision.route === 'whole' ||
      decision.route === 'reuse' ||
      decision.route === 'hone' ||
      fittedPiston(file, cylinder).renewed ||
      wallOf(file, cylinder) !== null)
  );
}

/** Rings of a cylinder whose gap is asked for or was tried, top first. */
export function askedRings(file: JobFile, cylinder: number): readonly GappedRing[] {
  const pack = packOf(file, cylinder);
  const own = pack && isPreparing(file, cylinder) ? gapped(pack) : [];
  const tried = new Set(
    [...gapsOn(file, cylinder).values()].flatMap(({ station: s }) =>
      s.part === 'ring-gap' && s.cylinder === cylinder ? [s.ring] : [],
    ),
  );
  return GAPPED_RINGS.filter((r) => own.includes(r) || tried.has(r));
}

/** What the leaves left of a ring's gap at one depth, brought to 20 °C. */
export interface GapAtTwenty {
  readonly tries: readonly LeafEntry[];
  readonly bracket: LeafBracket;
  /** nm */
  readonly low: number | null;
  readonly high: number | null;
  readonly shift: number;
  /** A leaf was tried since it was filed last: only then it is known how far it is open. */
  readonly tried: boolean;
}

/** The gap of the ring that is in hand; what was tried with the one before it says nothing of this one. */
export function gapAt(
  file: JobFile,
  cylinder: number,
  ring: GappedRing,
  depth: Nanometres,
): GapAtTwenty | null {
  const { states, events } = ringHistory(file, cylinder, ring, depth);
  const { bracket, tries: since } = states.at(-1)!;
  const tries = events.filter((e) => e.kind === 'leaf');
  if (tries.length === 0) return null;
  const { shift } = gapWarmth(file, file.engine.bore);
  const { low, high } = bracket;
  return {
    tries,
    bracket,
    low: low === null ? null : low - shift,
    high: high === null ? null : high - shift,
    shift,
    tried: since.length > 0,
  };
}

/** Whether the gap keeps its minimum: by the leaf that goes, never by one that drags. */
export const passes = (of: Pick<GapAtTwenty, 'low'>, least: number, margin: number): boolean =>
  of.low !== null && of.low - margin >= least;

const text = (label: string, said: string | null): WorkingLine[] =>
  said === null ? [] : [{ kind: 'text', label, text: said }];

const isPast = (low: number, { high }: GapTarget, margin: number): boolean =>
  high !== null && low - margin > high;

/** Verdicts on one ring's gap: the least it may be, and the most. */
function ofRing(file: JobFile, target: GapTarget, unit: LengthUnit): Figure[] {
  const { cylinder, ring, depths } = target;
  const warmth = gapWarmth(file, file.engine.bore);
  const margin = warmthMargin(file, warmth);
  return (['min', 'max'] as const).flatMap((side) => {
    // A maximum that nobody gives is said where the ring is tried anyway.
    const depth = side === 'min' || target.max.status === 'none' ? depths.least : depths.most;
    const at = gapAt(file, cylinder, ring, depth);
    const tries = at?.tries ?? [];
    // Silent about a maximum: said once there is a gap to say it of.
    if (side === 'max' && target.max.status === 'none' && !at) return [];
    const blockedBy: Because | null = at?.bracket.contradicts
      ? 'conflict'
      : maybeWarm(file, cylinder, tries)
        ? 'warm'
        : side === 'min' && target.needsBore
          ? 'needs-bore'
          : null;
    const instruments = [...new Set(tries.map((t) => t.instrumentId))].map((id) => instrumentOf(file, id));
    const given = side === 'min' ? target.min : target.max;
    return judgeValue(file, {
      subject: ofCylinder(cylinder),
      feature: GAP_FEATURES[ring][0]!,
      named: `ring.gap.${ring}`,
      ownWay: true,
      side,
      title: capital(`${RING_NAMES[ring]} gap`),
      of: null,
      states: ['new'],
      given,
      // Filed since, it is open further than its last leaf says: a lower bound, and no maximum.
      ...(at && (side === 'min' || at.tried || (at.low !== null && isPast(at.low, target, margin)))
        ? {
            leaves: {
              low: at.low,
              high: at.high,
              p: (s, limit) => {
                if (at.bracket.contradicts) return null;
                if (s === 'min')
                  return passes(at, limit, margin)
                    ? 1
                    : at.high !== null && at.high + margin <= limit
                      ? 0
                      : null;
                return at.low !== null && at.low - margin > limit
                  ? 0
                  : at.high !== null && at.high + margin <= limit
                    ? 1
                    : null;
              },
            },
          }
        : {}),
      progress: { read: at?.tried ? 1 : 0, planned: 1 },
      blockedBy,
      caveats: tries.some((t) => calibrationOverdue(instrumentOf(file, t.instrumentId), takenAt(t)))
        ? ['overdue']
        : [],
      working: [
        ...text('checked', depths.why(unit)),
        ...(side === 'min' && target.bore.mean !== null && target.working(unit) !== null
          ? [
              {
                kind: 'length' as const,
                label: 'mean bore there, at 20 °C, rounded up',
                value: target.bore.mean,
                at: target.bore.depth,
              },
            ]
          : []),
        ...text('minimum', side === 'min' ? target.working(unit) : null),
        ...(Math.round(warmth.shift) !== 0
          ? text(
              'warmth',
              `reads ${withUnit(nm(warmth.shift), { unit, step: 1_000 })} wide; brought to 20 °C`,
            )
          : []),
        ...(margin > 0
          ? text('warmth', `not known nearer than ±${withUnit(nm(margin), { unit, step: 1_000 })}`)
          : []),
        ...triedElsewhere(file, cylinder, ring).flatMap((g) =>
          text(
            'elsewhere',
            `${depthText(g.station.depth, unit)} down: ${bracketText(g.bracket, unit)}; it counts where it is checked`,
          ),
        ),
        ...(at && !at.tried
          ? text('filed since', 'no leaf was tried after its last pass: what went before still goes')
          : []),
        ...text('passes by', side === 'min' ? 'the leaf that goes; a drag is no pass' : null),
        ...(side === 'min'
          ? target.others.map((o) => ({
              kind: 'text' as const,
              label: 'other rule',
              text: schoolText(o, target, unit),
            }))
          : []),
      ],
      step: 10_000,
      instruments,
      depth,
      at: tries.at(-1)?.at ?? '',
    });
  });
}

/** Whether a gap is open to more than twice what it has to be, where no maximum is on file. */
export function isWide(file: JobFile, target: GapTarget): boolean {
  const at = gapAt(file, target.cylinder, target.ring, target.depths.least);
  return target.high === null && target.low !== null && at?.low != null && at.low > 2 * target.low;
}

/** Verdicts on the gaps of every ring that is asked for. */
export const gapItems = (file: JobFile, cylinder: number, unit: LengthUnit): Figure[] =>
  askedRings(file, cylinder).flatMap((ring) => ofRing(file, gapTarget(file, cylinder, ring), unit));
