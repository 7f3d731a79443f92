import { extremeConformance } from '../bore/index.js';
import { clearances } from '../fit/index.js';
import { instrumentOf } from '../gauges/index.js';
import { pistonStation, stationKey } from '../readings/index.js';
import type { BoreState } from './boreItems.js';
import { standingDecision, type JobFile } from './jobFile.js';
import { judgeValue } from './judgeValue.js';
import type { ReadingsState } from './standingReadings.js';
import type { Caveat, VerdictItem, WorkingLine } from './verdictItem.js';

/**
 * Verdicts on clearance: the tightest against the minimum (seizure), the loosest against the maximum
 * (wear). The piston is the one that came out, held against its service limit; once a kit that needs no
 * boring is chosen it is that kit's, held against the range for new parts by its own maker's sheet. Only
 * the size at the maker's gauge height is used.
 */
export function clearanceItems(file: JobFile, bore: BoreState, state: ReadingsState): VerdictItem[] {
  const decision = standingDecision(file);
  const fresh = file.engine.kits.find((k) => k.id === decision?.kitId && k.oversize === 0) ?? null;
  const at = state.stations.get(stationKey(pistonStation(bore.cylinder, fresh?.id ?? null)));
  const piston = at?.result?.estimate ?? null;
  const both =
    bore.survey && piston ? clearances(bore.survey.smallest.of, bore.survey.largest.of, piston) : null;
  const pistonEntries = at?.readings.map((r) => r.entry) ?? [];
  const pistonGauges = [...new Set(pistonEntries.map((e) => e.instrumentId))].map((id) =>
    instrumentOf(file, id),
  );
  const pistonQuestion = state.questions.some(
    (q) => q.holds && pistonEntries.some((e) => e.id === q.readingId),
  );
  const offHeight = [...state.stations.values()].filter(
    (s) =>
      s.station.part === 'piston' &&
      s.station.cylinder === bore.cylinder &&
      s.station.kit === (fresh?.id ?? null) &&
      s.station.place !== 'gauge-height',
  );

  const item = (side: 'max' | 'min', title: string): VerdictItem => {
    const extreme = bore.survey && (side === 'max' ? bore.survey.largest : bore.survey.smallest);
    const two = bore.survey?.depths.find((d) => d.depth === extreme?.depth)?.two ?? null;
    const caveats: Caveat[] = [...bore.caveats, ...(two ? (['two-directions'] as const) : [])];
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
    return judgeValue(file, {
      cylinder: bore.cylinder,
      feature: 'clearance',
      side,
      title,
      of: both && (side === 'max' ? both.loosest : both.tightest),
      // A worn pair may be loose up to the service limit, but never tighter than a new one.
      states: fresh ? ['new'] : side === 'max' ? ['service'] : ['service', 'new'],
      ...(fresh ? { fittedPiston: fresh.maker } : {}),
      ...(two && piston
        ? {
            unseenP: (limit: number, u: number) =>
              extremeConformance(two.mean - piston.value, two.a, side, limit, u, bore.sigma),
          }
        : {}),
      progress: { read: bore.progress.read + (piston ? 1 : 0), planned: bore.progress.planned + 1 },
      blockedBy: pistonQuestion ? 'question' : at?.result?.conflict ? 'conflict' : bore.blockedBy,
      caveats,
      working,
      step: Math.max(bore.step, ...pistonGauges.map((g) => g.resolution)),
      instruments: [...bore.instruments, ...pistonGauges],
      depth: extreme?.depth ?? null,
      at: bore.at,
    });
  };
  return [item('min', 'Tightest clearance'), item('max', 'Loosest clearance')];
}
