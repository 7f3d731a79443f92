import { object, type Fields, type OfFields, type Shape } from '../shape/index.js';
import type { EngineSpec } from './engine.js';
import type { PartLine } from './partLine.js';

/** What a room needs from an engine's sheet besides its limits and kits: one record, its type and check in it. */
export interface SheetPart<T = unknown> {
  readonly name: string;
  readonly shape: Shape<T>;
  /** What it is called on a screen. */
  readonly title: string;
  /** Words for its fields and choices, where their own name is not the trade's. */
  readonly words: Readonly<Record<string, string>>;
  /** What of it belongs to one maker's kit; null for nothing. Absent where a part is the engine's alone. */
  ofMaker?(part: T, maker: string): T | null;
  /** Lines of a page that say something of it. */
  readonly lines?: readonly PartLine<T>[];
  /** The part as the engine's sheet holds it; null where nobody has entered it. */
  of(engine: Pick<EngineSpec, 'parts'>): T | null;
}

/**
 * Describes a part of an engine's sheet.
 * @param name   as it is kept and published, plural or a mass: `ring-gaps`, `strip-steps`
 * @param fields in the order they are published
 * @param said   how screens call it, and those of its fields and choices whose own name is not the trade's
 */
export function sheetPart<F extends Fields>(
  name: string,
  fields: F,
  said: Partial<Pick<SheetPart<OfFields<F>>, 'title' | 'words' | 'ofMaker' | 'lines'>> = {},
): SheetPart<OfFields<F>> {
  return {
    name,
    title: said.title ?? name.replaceAll('-', ' '),
    words: said.words ?? {},
    ...(said.ofMaker ? { ofMaker: said.ofMaker } : {}),
    ...(said.lines ? { lines: said.lines } : {}),
    shape: object(fields) as Shape<OfFields<F>>,
    of: (engine) => (engine.parts?.[name] as OfFields<F> | undefined) ?? null,
  };
}
