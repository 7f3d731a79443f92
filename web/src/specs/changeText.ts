import type { SpecFilePreview } from '@tribos/contract';
import {
  FEATURES,
  formatLength,
  nm,
  portLine,
  recordsOf,
  type FeatureKey,
  type Kit,
  type LengthUnit,
  type Limit,
  type Port,
  wholeLimitText,
} from '@tribos/core/ground';

type Change = SpecFilePreview['changes'][number];

const FACTS: Readonly<Record<string, string>> = {
  kind: 'In what',
  strokes: 'Strokes',
  cylinders: 'Cylinders',
  bore: 'Bore',
  stroke: 'Stroke',
  wall: 'Wall',
  zeroAt: '0° points to',
  pinAxisDeg: 'Direction of the pin',
  depths: 'Depths',
  wallDepth: 'Depth of the wall',
  ports: 'Windows',
  sleeveOuter: 'Sleeve, outside',
  pin: 'Piston pin',
  cooling: 'Cooled by',
  year: 'Model year',
  code: 'Code',
};

/** What a change is of, in words. */
export function changeName({ what, name, theirs }: Change): string {
  if (what === 'fact') return FACTS[name] ?? name;
  if (what !== 'limit') return name;
  const { state, source } = theirs as Limit;
  return `${FEATURES[name as FeatureKey].name}, ${state === 'new' ? 'new' : 'service'}, ${source.party}`;
}

const LENGTHS = new Set(['bore', 'stroke', 'wallDepth', 'sleeveOuter', 'pin']);

/** What stands on one side of a change. */
export function saidText({ what, name }: Change, value: unknown, unit: LengthUnit): string {
  const length = (v: number) => `${formatLength(nm(v), { unit, step: 1_000 })} ${unit}`;
  if (value === null || value === undefined) return 'nothing';
  if (what === 'limit') return wholeLimitText(value as Limit, unit);
  if (what === 'kit') return `piston ${length((value as Kit).piston)}`;
  if (what === 'part') {
    const records = recordsOf(value);
    return `${records.length} ${records.length === 1 ? 'record' : 'records'} of ${[...new Set(records.map((r) => r.party))].join(', ')}`;
  }
  if (LENGTHS.has(name)) return length(value as number);
  if (name === 'depths')
    return Object.values(value as Record<string, number>)
      .map((v) => length(v))
      .join(' · ');
  if (name === 'ports') return (value as Port[]).map((p) => portLine(p, unit)).join(' · ') || 'none';
  if (name === 'pinAxisDeg') return `${String(value)}°`;
  return Array.isArray(value) ? value.join(', ') : String(value);
}
