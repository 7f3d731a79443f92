/** What a column of a pasted table holds, by the words over it. */
const COLUMNS: readonly (readonly [RegExp, 'name' | 'low' | 'high' | 'limit' | 'target' | 'unit'])[] = [
  [/^(item|what|feature|name|dimension|part|of what)$/iu, 'name'],
  [/(service|wear|limit|max.*allow)/iu, 'limit'],
  [/^(low|min|minimum|from|new low|new min|std min|standard min)/iu, 'low'],
  [/^(high|max|maximum|to|new high|new max|std max|standard max)/iu, 'high'],
  [/^(target|aim)/iu, 'target'],
  [/^unit/iu, 'unit'],
];

type Row = Partial<Record<'name' | 'low' | 'high' | 'limit' | 'target' | 'unit', string>>;

/** Without words over them: name, low, high, limit, unit. */
const USUAL = ['name', 'low', 'high', 'limit', 'unit'] as const;

const headed = (cells: readonly string[]): (keyof Row | null)[] =>
  cells.map((c) => COLUMNS.find(([words]) => words.test(c.trim()))?.[1] ?? null);

/** One row as a line of a sheet; what is not there is left out. */
function lineOf({ name = '', low = '', high = '', limit = '', target = '', unit = '' }: Row): string {
  const range = low && high ? `${low}-${high}` : low ? `min ${low}` : high ? `max ${high}` : '';
  const of = unit ? ` ${unit}` : '';
  const parts = [
    range && `${range}${of}`,
    target && `target ${target}${of}`,
    limit && `limit ${limit}${of}`,
  ].filter(Boolean);
  return `${name} ${parts.join(', ')}`.trim();
}

/**
 * Rows of a table, as pasted or from a CSV, as lines of a sheet: each is then read and asked about like one that was
 * typed. A row of words over the columns says what each holds; without one they are name, low, high, limit, unit.
 * @param rows cells as text
 * @example sheetTableLines([['bore', '77.000', '77.012', '77.105']])[0] // 'bore 77.000-77.012, limit 77.105'
 */
export function sheetTableLines(rows: readonly (readonly string[])[]): string[] {
  const filled = rows.filter((r) => r.some((c) => c.trim() !== ''));
  const [first] = filled;
  if (!first) return [];
  const heads = headed(first);
  const isHead = heads.includes('name') && heads.filter((h) => h !== null).length >= 2;
  const columns: readonly (keyof Row | null)[] = isHead ? heads : USUAL;
  return filled.slice(isHead ? 1 : 0).map((cells) => {
    const row: Row = {};
    cells.forEach((cell, i) => {
      const column = columns[i];
      if (column && cell.trim() !== '' && cell.trim() !== '–' && cell.trim() !== '-')
        row[column] = cell.trim();
    });
    return lineOf(row);
  });
}
