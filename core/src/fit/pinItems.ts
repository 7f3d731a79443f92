import { difference, instrumentOf } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import type { SizePlace } from '../cylinder/index.js';
import type { PlaceState, ReadingsState } from '../readings/index.js';
import { judgeValue, ofCylinder, type Figure } from '../verdicts/index.js';

/** Verdicts on the pin in its piston and in the rod's small end; none before something of them is read. */
export function pinItems(file: JobFile, cylinder: number, state: ReadingsState): Figure[] {
  const at = (s: SizePlace): PlaceState | undefined => state.places.get(placeKey(s));
  const pairs = [
    {
      feature: 'pin.in-piston',
      title: 'Pin in piston',
      hole: at({ part: 'pin-bore', cylinder }),
      pin: at({ part: 'pin', cylinder, place: 'end' }),
    },
    {
      feature: 'pin.in-rod',
      title: 'Pin in small end',
      hole: at({ part: 'small-end', cylinder }),
      pin: at({ part: 'pin', cylinder, place: 'middle' }),
    },
  ] as const;
  return pairs.flatMap(({ feature, title, hole, pin }) => {
    if (!hole && !pin) return [];
    const both = [hole, pin].filter((s) => s !== undefined);
    const entries = both.flatMap((s) => s.readings.map((r) => r.entry));
    const instruments = [...new Set(entries.map((e) => e.instrumentId))].map((id) => instrumentOf(file, id));
    const asked = state.questions.some((q) => q.holds && entries.some((e) => e.id === q.readingId));
    const of = hole?.result && pin?.result ? difference(hole.result.estimate, pin.result.estimate) : null;
    return (['min', 'max'] as const).map((side) =>
      judgeValue(file, {
        subject: ofCylinder(cylinder),
        feature,
        side,
        title: `${title}, ${side === 'min' ? 'tightest' : 'loosest'}`,
        of,
        states: side === 'max' ? ['service'] : ['service', 'new'],
        progress: { read: both.length, planned: 2 },
        blockedBy: asked ? 'question' : both.some((s) => s.result?.conflict) ? 'conflict' : null,
        caveats: both.some((s) => s.overdue) ? ['overdue'] : [],
        working: [
          ...(hole?.result
            ? [{ kind: 'length' as const, label: 'hole, at 20 °C', value: hole.result.estimate.value }]
            : []),
          ...(pin?.result
            ? [{ kind: 'length' as const, label: 'pin, at 20 °C', value: pin.result.estimate.value }]
            : []),
          { kind: 'text', label: 'definition', text: 'diametral: hole − pin' },
        ],
        step: Math.max(1_000, ...instruments.map((i) => i.resolution)),
        instruments,
        depth: null,
        at: entries.at(-1)?.at ?? '',
      }),
    );
  });
}
