import { DataTypes, type Model, type ModelStatic } from 'sequelize';
import type { Scope } from './scope.js';

/** Rows of one table that are wanted: what follows `FROM table`, with what is bound as $1, $2 … */
export interface WantedRows<M extends Model = Model> {
  readonly model: ModelStatic<M>;
  readonly sql: string;
  /** Attributes to bring; all of them where it is left out. */
  readonly only?: readonly string[];
}
/** One text that is wanted beside them, as SQL that gives it. */
export interface WantedText {
  readonly text: string;
}
/** Rows as they were wanted, by the same names. */
export type Gathered<W> = {
  readonly [K in keyof W]: W[K] extends WantedRows<infer M> ? M[] : W[K] extends WantedText ? string : never;
};

interface Attribute {
  readonly name: string;
  readonly field: string;
  readonly isTime: boolean;
}

const known = new WeakMap<ModelStatic<Model>, readonly Attribute[]>();
function attributesOf(model: ModelStatic<Model>): readonly Attribute[] {
  const before = known.get(model);
  if (before) return before;
  const made = Object.entries(model.getAttributes()).map(([name, a]) => ({
    name,
    field: a.field ?? name,
    isTime: a.type instanceof DataTypes.DATE,
  }));
  known.set(model, made);
  return made;
}

const quoted = (name: string): string => `"${name}"`;

/**
 * Rows of several tables in one question to the database, as their models would have read them, but for what
 * only an instance can do: they are to be read. Not for columns of bytes.
 */
export async function gather<const W extends Readonly<Record<string, WantedRows | WantedText>>>(
  scope: Scope,
  wanted: W,
  bind: readonly unknown[],
): Promise<Gathered<W>> {
  const columns = Object.entries(wanted).map(([key, want]) => {
    if ('text' in want) return `${want.text} AS ${quoted(key)}`;
    const { model, sql, only } = want;
    const fields = attributesOf(model).filter((a) => !only || only.includes(a.name));
    const list = fields.map((a) => quoted(a.field)).join(', ');
    return `(SELECT coalesce(json_agg(t), '[]') FROM (SELECT ${list} FROM ${model.getTableName() as string} ${sql}) t) AS ${quoted(key)}`;
  });
  const [found] = await scope.ask<Record<string, Record<string, unknown>[] | string>>(
    `SELECT ${columns.join(',\n')}`,
    bind,
  );
  return Object.fromEntries(
    Object.entries(wanted).map(([key, want]) => {
      if ('text' in want) return [key, found![key]];
      const attributes = attributesOf(want.model).filter((a) => !want.only || want.only.includes(a.name));
      const rows = (found![key] as Record<string, unknown>[]).map((row) => {
        const made: Record<string, unknown> = {};
        for (const { name, field, isTime } of attributes) {
          const value = row[field];
          made[name] = isTime && typeof value === 'string' ? new Date(value) : value;
        }
        return made;
      });
      return [key, rows];
    }),
  ) as unknown as Gathered<W>;
}
