import { FEATURES, isInHand, type EngineSpec, type Source } from '../specs/index.js';
import type { LengthUnit } from '../units/index.js';
import { wholeLimitText, type Room } from '../verdicts/index.js';
import { sheetsOf } from './house.js';

/** Things of a part of a sheet that were typed from a manual in hand, by the name each bears there. */
const namesInHand = (part: unknown): readonly string[] =>
  Object.values((part ?? {}) as object)
    .flatMap((of) => (Array.isArray(of) ? (of as Record<string, unknown>[]) : []))
    .filter((of) => isInHand((of['source'] ?? { document: '' }) as Source))
    .map((of) => String(of['name'] ?? of['what'] ?? of['piston'] ?? of['of'] ?? ''));

/** What of an engine's sheet was typed from a manual in hand, without a page anybody could look up. */
export function typedInHand(engine: EngineSpec, unit: LengthUnit, rooms: readonly Room[]): readonly string[] {
  return [
    ...engine.limits
      .filter((l) => isInHand(l.source))
      .map(
        (l) =>
          `${FEATURES[l.feature].name}, ${l.state === 'new' ? 'new' : 'service'}: ${wholeLimitText(l, unit)}`,
      ),
    ...sheetsOf(rooms).flatMap((s) => {
      const names = namesInHand(engine.parts?.[s.name]);
      return names.length === 0
        ? []
        : [`${s.title}${names.some(Boolean) ? `: ${[...new Set(names.filter(Boolean))].join(', ')}` : ''}`];
    }),
  ];
}
