import { HOUSE, sheetsOf, type SheetPart } from '@tribos/core';

/** Every part an engine's sheet may hold, by its name. */
export const PARTS: ReadonlyMap<string, SheetPart> = new Map(sheetsOf(HOUSE).map((p) => [p.name, p]));
