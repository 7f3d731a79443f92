import type { BoreState, DepthSurvey } from '../bore/index.js';
import {
  BESIDE_PISTON_BIAS,
  difference,
  leafMiddle,
  linear,
  uncertaintyOf,
  type Estimate,
  type LeafBracket,
} from '../gauges/index.js';
import { fittedPiston, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import type { RingGapPlace } from '../cylinder/index.js';
import { pistonPlace, type GapState, type ReadingsState } from '../readings/index.js';
import { bracketText } from '../verdicts/index.js';
import { atLeastText, depthText, nm, withUnit, type LengthUnit } from '../units/index.js';
import { AGREE, leafContradicts } from './clearanceItems.js';

export type CrossCheckKind = 'ring' | 'leaf' | 'stamped' | 'cylinders';

/** Two independent ways to the same figure, held against each other. */
export interface CrossCheck {
  readonly kind: CrossCheckKind;
  readonly cylinder: number;
  readonly title: string;
  /** The two figures, nm, and what each is. */
  readonly a: { readonly name: string; readonly value: number };
  readonly b: { readonly name: string; readonly value: number };
  /** Combined standard uncertainty of their difference, nm. */
  readonly u: number;
  readonly agrees: boolean;
  /** Both together by inverse variance where they measure the same thing and agree; null otherwise. */
  readonly fused: { readonly value: number; readonly u: number } | null;
  /** What to take again when they do not agree. */
  readonly repeat: string;
  /** What leaves left, where the second figure is theirs: said before any mean of it. */
  readonly bracket?: Pick<LeafBracket, 'low' | 'high'>;
}

interface Figure {
  readonly name: string;
  readonly value: number;
  readonly u: number;
}

function check(
  head: Pick<CrossCheck, 'kind' | 'cylinder' | 'title' | 'repeat'>,
  a: Figure,
  b: Figure,
  same: boolean,
): CrossCheck {
  const u = Math.hypot(a.u, b.u);
  const agrees = Math.abs(a.value - b.value) < AGREE * u;
  const [wa, wb] = [1 / (a.u * a.u), 1 / (b.u * b.u)];
  return {
    ...head,
    a: { name: a.name, value: a.value },
    b: { name: b.name, value: b.value },
    u,
    agrees,
    fused:
      same && agrees && Number.isFinite(wa + wb)
        ? { value: (a.value * wa + b.value * wb) / (wa + wb), u: 1 / Math.sqrt(wa + wb) }
        : null,
  };
}

/** Mean diameter at one depth. */
const meanDiameter = (d: DepthSurvey): Estimate =>
  d.shape?.m ?? linear(d.readings.map((r) => ({ c: 1 / d.readings.length, of: r.of })));

/** Smallest step between leaves near a bracket, nm: what a ring gap is read to. */
const stepOf = (gap: GapState): number => (gap.bracket.high ?? 0) - (gap.bracket.low ?? 0);

/**
 * A ring's gap at two depths changes by π times the change of the mean diameter, so a ring compares mean
 * diameters: 0.019 mm of diameter is 0.060 mm of gap.
 */
function ringChecks(file: JobFile, bore: BoreState, state: ReadingsState, show: LengthUnit): CrossCheck[] {
  const gaps = [...state.gaps.values()].filter(
    (g): g is GapState & { station: RingGapPlace } =>
      g.station.part === 'ring-gap' &&
      g.station.cylinder === bore.cylinder &&
      leafMiddle(g.bracket, { tolerance: 0, bias: 0 }) !== null,
  );
  const name = file.engine.cylinders[bore.cylinder]!;
  return (['top', 'second'] as const).flatMap((ring) => {
    const own = gaps.filter((g) => g.station.ring === ring).sort((a, b) => a.station.depth - b.station.depth);
    return own.slice(1).flatMap((low) => {
      const high = own[0]!;
      const at = (g: GapState & { station: RingGapPlace }) =>
        bore.survey?.depths.find((d) => d.depth === g.station.depth);
      const [top, bottom] = [at(high), at(low)];
      if (!top || !bottom || top.readings.length < 2 || bottom.readings.length < 2) return [];
      // Through its error sources: what one gauge errs at both depths alike is not in the difference.
      const direct = difference(meanDiameter(top), meanDiameter(bottom));
      const middle = (g: GapState) => leafMiddle(g.bracket, { tolerance: 0, bias: 0 })!.value;
      const step = Math.max(stepOf(high), stepOf(low));
      return [
        check(
          {
            kind: 'ring',
            cylinder: bore.cylinder,
            title: `${ring} ring as a comparator`,
            repeat: `Square the ring again with the flat of a piston at ${depthText(high.station.depth, show)} and ${depthText(low.station.depth, show)} in ${name}, and read the bore there again.`,
          },
          {
            name: 'mean diameter by the gauge, difference',
            value: direct.value,
            u: uncertaintyOf(direct).u,
          },
          {
            name: 'by the ring’s gap, over π',
            value: (middle(high) - middle(low)) / Math.PI,
            u: (Math.SQRT2 * step) / (Math.sqrt(12) * Math.PI),
          },
          true,
        ),
      ];
    });
  });
}

function leafCheck(file: JobFile, bore: BoreState, state: ReadingsState): CrossCheck[] {
  const { kit } = fittedPiston(file, bore.cylinder);
  const gap = state.gaps.get(placeKey({ part: 'clearance', cylinder: bore.cylinder, kit: kit?.id ?? null }));
  const piston = state.places.get(placeKey(pistonPlace(bore.cylinder, kit?.id ?? null)))?.result;
  if (!gap || !piston || !bore.survey) return [];
  const direct = {
    tightest: difference(bore.survey.smallest.of, piston.estimate),
    loosest: difference(bore.survey.largest.of, piston.estimate),
  };
  const apart = leafContradicts(gap.bracket, gap.tolerance, direct);
  const leaf =
    leafMiddle(gap.bracket, { tolerance: gap.tolerance, bias: BESIDE_PISTON_BIAS }) ??
    // One end only: worth a line where it contradicts.
    (apart ? { value: gap.bracket.low ?? gap.bracket.high!, u: BESIDE_PISTON_BIAS / Math.sqrt(12) } : null);
  if (!leaf) return [];
  const found = check(
    {
      kind: 'leaf',
      cylinder: bore.cylinder,
      title: 'leaf beside the piston',
      repeat:
        'Slide the bare piston and the leaf through the bore again on the thrust axis; then the piston at its gauge height.',
    },
    { name: 'smallest bore − piston', value: direct.tightest.value, u: uncertaintyOf(direct.tightest).u },
    { name: 'by leaves', ...leaf },
    true,
  );
  return [{ ...found, bracket: gap.bracket, agrees: !apart, fused: apart ? null : found.fused }];
}

/** Half the width a maker sizes pistons to where the sheet gives none, nm. */
const STAMP_TOLERANCE = 5_000;

function stampedChecks(file: JobFile, bore: BoreState, state: ReadingsState, show: LengthUnit): CrossCheck[] {
  return file.engine.kits.flatMap((kit) => {
    const found = state.places.get(placeKey(pistonPlace(bore.cylinder, kit.id)))?.result;
    if (!found) return [];
    return [
      check(
        {
          kind: 'stamped',
          cylinder: bore.cylinder,
          title: `${kit.name} piston, found and listed`,
          repeat: `Measure it again ${kit.gaugeHeight === null ? 'at the maker’s gauge height' : `${depthText(kit.gaugeHeight, show)} up`}, across the pin. If it stays, this is another piston than the box says: its measured size governs the bore.`,
        },
        { name: 'found', value: found.estimate.value, u: uncertaintyOf(found.estimate).u },
        { name: 'listed', value: kit.piston, u: STAMP_TOLERANCE / Math.sqrt(3) },
        false,
      ),
    ];
  });
}

/** How far apart the unworn lower ends of an engine's bores may lie before a gauge is suspected, nm. */
const ALIKE = 15_000;

/** Cylinders of one engine are bored alike: low in the travel, where little wears, they should agree. */
function cylinderChecks(file: JobFile, bores: readonly BoreState[]): CrossCheck[] {
  const low = bores.flatMap((b) => {
    const d = b.survey?.depths.find((x) => x.depth === file.engine.depths.low);
    if (!d || d.readings.length < 2 || b.fresh) return [];
    const smallest = d.readings.reduce((a, r) => (r.of.value < a.of.value ? r : a));
    return [{ cylinder: b.cylinder, value: smallest.of.value, u: uncertaintyOf(smallest.of).u }];
  });
  return low.slice(1).map((b) => {
    const a = low[0]!;
    const [first, other] = [file.engine.cylinders[a.cylinder]!, file.engine.cylinders[b.cylinder]!];
    return check(
      {
        kind: 'cylinders',
        cylinder: b.cylinder,
        title: `${first} and ${other}, low in the travel`,
        repeat: `Read ${first} and ${other} again at the lowest depth with one gauge. If it stays, one was sleeved or bored before.`,
      },
      { name: first, value: a.value, u: Math.hypot(a.u, ALIKE / Math.sqrt(3)) },
      { name: other, value: b.value, u: b.u },
      false,
    );
  });
}

/** Every cross-check the readings so far allow. */
export function crossChecks(
  file: JobFile,
  bores: readonly BoreState[],
  state: ReadingsState,
  show: LengthUnit = 'mm',
): CrossCheck[] {
  return [
    ...bores.flatMap((b) => [
      ...ringChecks(file, b, state, show),
      ...leafCheck(file, b, state),
      ...stampedChecks(file, b, state, show),
    ]),
    ...cylinderChecks(file, bores),
  ];
}

/** A cross-check in words. */
export function crossCheckSentence(c: CrossCheck, unit: LengthUnit): string {
  const figure = (v: number) => withUnit(nm(v), { unit, step: 1_000 });
  const apart = figure(Math.abs(c.a.value - c.b.value));
  // What leaves left is a bracket; their mean, bridging and all, may lie above the leaf that dragged.
  const other = c.bracket ? bracketText(c.bracket, unit) : figure(c.b.value);
  if (!c.agrees)
    return `${c.a.name} ${figure(c.a.value)}, ${c.b.name} ${other}: ${c.bracket ? 'further apart than both can err' : `${apart} apart, more than both can err`}. ${c.repeat}`;
  const fused = c.fused ? ` Together ${figure(c.fused.value)} ± ${atLeastText(2 * c.fused.u, unit)}.` : '';
  return `${c.a.name} ${figure(c.a.value)}, ${c.b.name} ${other}: they agree.${fused}`;
}
