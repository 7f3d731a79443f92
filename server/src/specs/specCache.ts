import type { EngineSpec } from '@tribos/core';

/** Sheets that are kept at hand, the latest used: about a third of a megabyte each. */
const MOST = 40;

/** Nobody changes what others read too. */
function frozen<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    for (const inner of Object.values(value)) frozen(inner);
  }
  return value;
}

/**
 * Sheets of engines as the database holds them this moment, by a stamp the database makes of their very rows: what
 * was changed has another stamp, whoever changed it and on whichever server, so that nothing here is ever stale.
 */
export class SpecCache {
  private readonly specs = new Map<string, EngineSpec>();

  get(stamp: string): EngineSpec | null {
    const spec = this.specs.get(stamp);
    if (!spec) return null;
    this.specs.delete(stamp);
    this.specs.set(stamp, spec);
    return spec;
  }

  keep(stamp: string, spec: EngineSpec): EngineSpec {
    this.specs.set(stamp, frozen(spec));
    if (this.specs.size > MOST) this.specs.delete(this.specs.keys().next().value!);
    return spec;
  }
}

/** A row as it lies: another version of it lies elsewhere, or was written by another transaction. */
const rowStamp = (table: string, id: string, where: string): string =>
  `SELECT '${table[0]}' || ${id} || ':' || xmin || ctid AS row FROM ${table} WHERE ${where}`;

/**
 * SQL that stamps everything an engine's sheet is made of.
 * @param id SQL that gives the engine's id
 */
export const sheetStamp = (
  id: string,
): string => `(SELECT ${id} || md5(string_agg(row, ',' ORDER BY row)) FROM (
  ${rowStamp('engines', 'id', `id = ${id}`)}
  UNION ALL ${rowStamp('limits', 'id', `engine_id = ${id}`)}
  UNION ALL ${rowStamp('kits', 'id', `engine_id = ${id}`)}
  UNION ALL ${rowStamp('sheet_parts', 'part', `engine_id = ${id}`)}) rows)`;
