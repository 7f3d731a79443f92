import { extremeConformance, type MapSpread } from '../bore/index.js';
import { clearances } from '../fit/index.js';
import {
  BESIDE_PISTON_BIAS,
  instrumentOf,
  leafConformance,
  leafMiddle,
  uncertaintyOf,
} from '../gauges/index.js';
import { pistonStation, stationKey } from '../readings/index.js';
import type { Kit, LimitState } from '../specs/index.js';
import type { BoreState } from './boreItems.js';
import { standingDecision, type JobFile } from './jobFile.js';
import { judgeValue } from './judgeValue.js';
import type { GapState, ReadingsState } from './standingReadings.js';
import type { Caveat, VerdictItem, WorkingLine } from './verdictItem.js';

/** Two figures for one thing agree when they differ by less than this many combined u (99 %). */
export const AGREE = 2.58;

/** The kit whose piston is in question: one that goes in as it is once chosen, or the one bored for. */
export function fittedKit(file: JobFile, bore: Pick<BoreState, 'ticket'>): Kit | null {
  const chosen = file.engine.kits.find((k) => k.id === standingDecision(file)?.kitId);
  return chosen && (chosen.oversize === 0 || bore.ticket) ? chosen : null;
}

/** A worn pair may be loose up to the service limit, but never tighter than a new one. */
export const clearanceStates = (kit: Kit | null, side: 'max' | 'min'): readonly LimitState[] =>
  kit ? ['new'] : side === 'max' ? ['service'] : ['service', 'new'];

const leafModel = (gap: GapState) => ({ tolerance: gap.tolerance, bias: BESIDE_PISTON_BIAS });

/**
 * Verdicts on clearance: the tightest against the minimum (seizure), the loosest against the maximum
 * (wear). The piston is the one that came out, held against its service limit; once a kit is chosen that
 * needs no boring, or the bore is back from boring, it is that kit's, held against the range for new parts
 * by its own maker's sheet. Only the size at the maker's gauge height is used. Leaves beside the bare piston
 * stand in where they tell more than the gauges do; where the two disagree, neither does.
 */
export function clearanceItems(
  file: JobFile,
  bore: BoreState,
  state: ReadingsState,
  spread: MapSpread | null | undefined,
): VerdictItem[] {
  const fresh = fittedKit(file, bore);
  const kitId = fresh?.id ?? null;
  const at = state.stations.get(stationKey(pistonStation(bore.cylinder, kitId)));
  const gap = state.gaps.get(stationKey({ part: 'clearance', cylinder: bore.cylinder, kit: kitId })) ?? null;
  const piston = at?.result?.estimate ?? null;
  const both =
    bore.survey && piston ? clearances(bore.survey.smallest.of, bore.survey.largest.of, piston) : null;
  const pistonEntries = at?.readings.map((r) => r.entry) ?? [];
  const pistonGauges = [...new Set(pistonEntries.map((e) => e.instrumentId))].map((id) =>
    instrumentOf(file, id),
  );
  const asked = state.questions.filter((q) => pistonEntries.some((e) => e.id === q.readingId));
  const offHeight = [...state.stations.values()].filter(
    (s) =>
      s.station.part === 'piston' &&
      s.station.cylinder === bore.cylinder &&
      s.station.kit === kitId &&
      s.station.place !== 'gauge-height',
  );
  const leaf = gap && leafMiddle(gap.bracket, leafModel(gap));
  const direct = both && uncertaintyOf(both.tightest);
  const apart =
    leaf &&
    both &&
    direct &&
    Math.abs(leaf.value - both.tightest.value) > AGREE * Math.hypot(leaf.u, direct.u);
  // Leaves speak where they tell more: no gauges to compare, or gauges wider than the bracket.
  const byLeaves = gap !== null && !apart && (!direct || (leaf ? leaf.u < direct.u : false));

  const item = (side: 'max' | 'min', title: string): VerdictItem => {
    const extreme = bore.survey && (side === 'max' ? bore.survey.largest : bore.survey.smallest);
    const two = bore.survey?.depths.find((d) => d.depth === extreme?.depth)?.two ?? null;
    const caveats: Caveat[] = byLeaves
      ? gap.overdue
        ? ['overdue']
        : []
      : [...bore.caveats, ...(two ? (['two-directions'] as const) : [])];
    if (at?.overdue) caveats.push('overdue');
    const working: WorkingLine[] = [
      ...(extreme
        ? [
            {
              kind: 'length' as const,
              label: side === 'max' ? 'largest bore, at 20 °C' : 'smallest bore, at 20 °C',
              value: extreme.of.value,
            },
          ]
        : []),
      ...(piston
        ? [{ kind: 'length' as const, label: 'piston at the gauge height, at 20 °C', value: piston.value }]
        : []),
      ...(gap?.bracket.low != null
        ? [{ kind: 'length' as const, label: 'thickest leaf that goes', value: gap.bracket.low }]
        : []),
      ...(gap?.bracket.high != null
        ? [
            {
              kind: 'length' as const,
              label: 'thinnest leaf that drags or does not go',
              value: gap.bracket.high,
            },
          ]
        : []),
      ...(gap
        ? [
            {
              kind: 'text' as const,
              label: 'leaves',
              text: 'a leaf bridges the curve: the clearance is up to 0.025 mm more than the leaf says',
            },
          ]
        : []),
      ...(offHeight.length > 0
        ? [
            {
              kind: 'text' as const,
              label: 'not used',
              text: 'a piston reading off the gauge height is kept but not used for clearance',
            },
          ]
        : []),
      { kind: 'text', label: 'definition', text: 'diametral: bore − piston' },
    ];
    const blockedBy = asked.some((q) => q.code === 'wrong-axis')
      ? 'wrong-axis'
      : asked.some((q) => q.holds)
        ? 'question'
        : at?.result?.conflict || apart || gap?.bracket.contradicts
          ? 'conflict'
          : byLeaves
            ? null
            : bore.blockedBy;
    return judgeValue(file, {
      cylinder: bore.cylinder,
      feature: 'clearance',
      side,
      title,
      of: both && (side === 'max' ? both.loosest : both.tightest),
      states: clearanceStates(fresh, side),
      ...(fresh ? { fittedPiston: fresh.maker } : {}),
      ...(two && piston
        ? {
            unseenP: (limit: number, u: number) =>
              extremeConformance(two.mean - piston.value, two.a, side, limit, u, bore.sigma),
          }
        : {}),
      ...(byLeaves
        ? {
            ...(leaf ? { value: leaf.value } : {}),
            leaves: {
              low: gap.bracket.low,
              high: gap.bracket.high,
              p: (s: 'max' | 'min', limit: number) => leafConformance(gap.bracket, s, limit, leafModel(gap)),
            },
          }
        : {}),
      ...(spread === undefined
        ? {}
        : { spread: spread?.figures[side === 'max' ? 'loosest' : 'tightest'] ?? null }),
      progress: { read: bore.progress.read + (piston ? 1 : 0), planned: bore.progress.planned + 1 },
      blockedBy,
      caveats,
      working,
      step: byLeaves ? 10_000 : Math.max(bore.step, ...pistonGauges.map((g) => g.resolution)),
      instruments: byLeaves
        ? [...new Set(gap.tries.map((t) => t.instrumentId))].map((id) => instrumentOf(file, id))
        : [...bore.instruments, ...pistonGauges],
      depth: extreme?.depth ?? null,
      at: bore.at,
    });
  };
  return [item('min', 'Tightest clearance'), item('max', 'Loosest clearance')];
}
