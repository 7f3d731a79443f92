import { object, type Fields, type OfFields, type Shape } from '../shape/index.js';
import type { EngineSpec } from './engine.js';

/** What a room needs from an engine's sheet besides its limits and kits: one record, its type and check in it. */
export interface SheetPart<T = unknown> {
  readonly name: string;
  readonly shape: Shape<T>;
  /** The part as the engine's sheet holds it; null where nobody has entered it. */
  of(engine: Pick<EngineSpec, 'parts'>): T | null;
}

/**
 * Describes a part of an engine's sheet.
 * @param name   as it is kept and published, plural or a mass: `ring-gaps`, `strip-steps`
 * @param fields in the order they are published
 */
export function sheetPart<F extends Fields>(name: string, fields: F): SheetPart<OfFields<F>> {
  return {
    name,
    shape: object(fields) as Shape<OfFields<F>>,
    of: (engine) => (engine.parts?.[name] as OfFields<F> | undefined) ?? null,
  };
}
