import {
  readSheetLine,
  type PageContext,
  type PartLineRead,
  type SheetLimit,
  type SheetLine,
  type SheetPart,
} from '../specs/index.js';
import { HOUSE, sheetsOf } from './house.js';

/** What one line of a page says: limits, or something of a part of the sheet; or why it is not understood. */
export type PageLine =
  | { readonly of: 'limits'; readonly read: SheetLine }
  | { readonly of: 'part'; readonly part: SheetPart; readonly read: PartLineRead };

const PARTS = sheetsOf(HOUSE);

/** Lines a page may hold besides limits, as one prints them. */
export const PAGE_LINES: readonly string[] = PARTS.flatMap((p) => (p.lines ?? []).map((l) => l.like));

/**
 * One line of a manual or a leaflet, wherever on the sheet it belongs.
 * @param others limits on file, and those of the lines above
 */
export function readPageLine(text: string, page: PageContext, others: readonly SheetLimit[]): PageLine {
  const line = text.replace(/[‐‑]/gu, '-').replace(/\s+/gu, ' ').trim();
  for (const part of PARTS)
    for (const kind of part.lines ?? []) {
      const read = kind.read(line, page);
      if (read) return { of: 'part', part, read };
    }
  return {
    of: 'limits',
    read: readSheetLine(line, { unit: page.unit, bore: page.engine.bore, others }),
  };
}
