import {
  doubts,
  extremeConformance,
  extremeTail,
  twoDirections,
  type BoreState,
  type BoreSurvey,
  type MapSpread,
} from '../bore/index.js';
import {
  BESIDE_PISTON_BIAS,
  difference,
  instrumentOf,
  leafConformance,
  leafMiddle,
  uncertaintyOf,
  type Estimate,
  type LeafBracket,
} from '../gauges/index.js';
import { clearanceStates, fittedPiston, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import { pistonPlace, type GapState, type ReadingsState } from '../readings/index.js';
import {
  judgeValue,
  ofCylinder,
  type Because,
  type Caveat,
  type Figure,
  type WorkingLine,
} from '../verdicts/index.js';
import { clearances } from './clearance.js';

/** Two figures for one thing agree when they differ by less than this many combined u (99 %). */
export const AGREE = 2.58;

const leafModel = (gap: Pick<GapState, 'tolerance'>) => ({
  tolerance: gap.tolerance,
  bias: BESIDE_PISTON_BIAS,
});

/**
 * Whether leaves contradict bore − piston. The piston rests on one wall and the leaf lies on the thrust axis,
 * so it may find more room than the tightest place and no more than the loosest: a leaf that goes where the
 * gauges say there is no such room anywhere, one that does not go where they say there is more than enough, or
 * both ends together.
 */
export function leafContradicts(
  bracket: LeafBracket,
  tolerance: number,
  gauges: { readonly tightest: Estimate; readonly loosest: Estimate },
): boolean {
  const [tight, loose] = [uncertaintyOf(gauges.tightest).u, uncertaintyOf(gauges.loosest).u];
  const { low, high } = bracket;
  if (low !== null && low - bracket.lowLeaves * tolerance > gauges.loosest.value + AGREE * loose) return true;
  if (
    high !== null &&
    high + bracket.highLeaves * tolerance + BESIDE_PISTON_BIAS < gauges.tightest.value - AGREE * tight
  )
    return true;
  const leaf = leafMiddle(bracket, { tolerance, bias: BESIDE_PISTON_BIAS });
  if (!leaf) return false;
  return (
    gauges.tightest.value - leaf.value > AGREE * Math.hypot(leaf.u, tight) ||
    leaf.value - gauges.loosest.value > AGREE * Math.hypot(leaf.u, loose)
  );
}

const length = (label: string, value: number | null | undefined): WorkingLine[] =>
  value == null ? [] : [{ kind: 'length', label, value }];

/**
 * Verdicts on clearance: the tightest against the minimum (seizure), the loosest against the maximum
 * (wear). The piston is the one that is fitted or goes in next; as soon as it or the wall is renewed, the
 * range for new parts holds, by the fitted piston's own maker. Only the size at the maker's gauge height is
 * used. Leaves beside the bare piston stand in for the minimum where they tell more than the gauges do;
 * against a maximum they can only show that it is passed. Where leaves and gauges disagree, neither speaks.
 */
export function clearanceItems(
  file: JobFile,
  bore: BoreState,
  state: ReadingsState,
  spread: MapSpread | null | undefined,
): Figure[] {
  const fitted = fittedPiston(file, bore.cylinder);
  const kitId = fitted.kit?.id ?? null;
  const at = state.places.get(placeKey(pistonPlace(bore.cylinder, kitId)));
  const gap = state.gaps.get(placeKey({ part: 'clearance', cylinder: bore.cylinder, kit: kitId })) ?? null;
  const piston = at?.result?.estimate ?? null;
  const { survey } = bore;
  const both = survey && piston ? clearances(survey.smallest.of, survey.largest.of, piston) : null;
  const pistonEntries = at?.readings.map((r) => r.entry) ?? [];
  const pistonGauges = [...new Set(pistonEntries.map((e) => e.instrumentId))].map((id) =>
    instrumentOf(file, id),
  );
  const asked = state.questions.filter((q) => pistonEntries.some((e) => e.id === q.readingId));
  const offHeight = [...state.places.values()].some(
    (s) =>
      s.station.part === 'piston' &&
      s.station.cylinder === bore.cylinder &&
      s.station.kit === kitId &&
      s.station.place !== 'gauge-height',
  );
  const leaf = gap && leafMiddle(gap.bracket, leafModel(gap));
  const apart =
    gap !== null &&
    (gap.bracket.contradicts || (both !== null && leafContradicts(gap.bracket, gap.tolerance, both)));
  const directU = both && uncertaintyOf(both.tightest).u;
  // Leaves speak for the minimum where they tell more: no gauges to compare, or gauges wider than the bracket.
  const forMinimum = gap !== null && !apart && (directU === null || (leaf ? leaf.u < directU : false));

  const base = (side: 'max' | 'min') => {
    const extreme = survey && (side === 'max' ? survey.largest : survey.smallest);
    return {
      subject: ofCylinder(bore.cylinder),
      feature: 'clearance' as const,
      side,
      title: side === 'max' ? 'Loosest clearance' : 'Tightest clearance',
      states: clearanceStates(file, bore.cylinder, side),
      ...(fitted.kit ? { fittedPiston: fitted.kit.maker } : {}),
      progress: { read: bore.progress.read + (piston ? 1 : 0), planned: bore.progress.planned + 1 },
      depth: extreme?.depth ?? null,
      at: bore.at,
      working: [
        ...length(side === 'max' ? 'largest bore, at 20 °C' : 'smallest bore, at 20 °C', extreme?.of.value),
        ...length('piston at the gauge height, at 20 °C', piston?.value),
        ...length('thickest leaf that goes', gap?.bracket.low),
        ...length('thinnest leaf that drags or does not go', gap?.bracket.high),
        ...(gap
          ? [
              {
                kind: 'text' as const,
                label: 'leaves',
                text: 'a leaf bridges the curve: the clearance is up to 0.025 mm (0.001 in) more than the leaf says',
              },
            ]
          : []),
        ...(offHeight
          ? [
              {
                kind: 'text' as const,
                label: 'not used',
                text: 'a piston reading off the gauge height is kept but not used for clearance',
              },
            ]
          : []),
        { kind: 'text' as const, label: 'definition', text: 'diametral: bore − piston' },
      ],
    };
  };

  const byGauges = (side: 'max' | 'min'): Figure => {
    const of = both && (side === 'max' ? both.loosest : both.tightest);
    const extreme = survey && (side === 'max' ? survey.largest : survey.smallest);
    const two = survey !== null && twoDirections(survey).length > 0;
    const reach = (s: BoreSurvey) => (side === 'max' ? s.largest : s.smallest).of.value;
    const caveats: Caveat[] = [
      ...bore.caveats,
      ...(survey?.depths.find((d) => d.depth === extreme?.depth)?.two ? (['two-directions'] as const) : []),
      ...(at?.overdue ? (['overdue'] as const) : []),
    ];
    const blockedBy: Because | null = asked.some((q) => q.code === 'wrong-axis')
      ? 'wrong-axis'
      : apart || at?.result?.conflict
        ? 'conflict'
        : doubts(bore, reach)
          ? 'outlier'
          : asked.some((q) => q.holds)
            ? 'question'
            : bore.blockedBy;
    const all =
      survey && piston ? survey.depths.flatMap((d) => d.readings.map((r) => difference(r.of, piston))) : [];
    return judgeValue(file, {
      ...base(side),
      of,
      ...(two && survey && extreme && piston
        ? {
            unseenP: (limit: number, u: number) =>
              extremeConformance(survey, extreme, side, limit, u, bore.sigma, piston.value),
          }
        : {}),
      ...(of ? { tailOf: (beyond: number) => extremeTail(beyond, of, all) } : {}),
      ...(spread === undefined
        ? {}
        : { spread: spread?.figures[side === 'max' ? 'loosest' : 'tightest'] ?? null }),
      blockedBy,
      caveats,
      step: Math.max(bore.step, ...pistonGauges.map((g) => g.resolution)),
      instruments: [...bore.instruments, ...pistonGauges],
    });
  };

  const byLeaves = (side: 'max' | 'min', of: GapState): Figure =>
    judgeValue(file, {
      ...base(side),
      of: null,
      ...(leaf ? { value: leaf.value } : {}),
      leaves: {
        low: of.bracket.low,
        high: of.bracket.high,
        boundOnly: true,
        p: (s, limit) => leafConformance(of.bracket, s, limit, leafModel(of)),
      },
      blockedBy: apart ? 'conflict' : null,
      caveats: of.overdue ? ['overdue'] : [],
      step: 10_000,
      instruments: [...new Set(of.tries.map((t) => t.instrumentId))].map((id) => instrumentOf(file, id)),
    });

  const item = (side: 'max' | 'min'): Figure => {
    const gauges = () => byGauges(side);
    if (!gap || (both && apart)) return gauges();
    if (side === 'min') return forMinimum || !both ? byLeaves(side, gap) : gauges();
    const leaves = byLeaves(side, gap);
    return leaves.state === 'beyond' || !both ? leaves : gauges();
  };
  return [item('min'), item('max')];
}
