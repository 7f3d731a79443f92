import Papa from 'papaparse';
import { useMemo, useState } from 'react';
import { v7 } from 'uuid';
import type { AppendedLog } from '@tribos/contract';
import {
  atHand,
  LEAF_ANSWERS,
  placeName,
  pistonAsked,
  type LengthUnit,
  type JobFile,
} from '@tribos/core/ground';
import { HOUSE, placesIn } from '@tribos/core/house';
import {
  guessMapping,
  TABLE_COLUMNS,
  tableRow,
  unitOfHead,
  type TableColumn,
  type TableMapping,
} from '@tribos/core/readings';
import { stackText } from '@tribos/core/rings';
import { type JobContext } from '../job/index.js';
import { tellAnswered } from '../outbox/index.js';
import { api, ApiError } from '../kit/api.js';
import { Button, SelectField, Sheet, TextArea, Trouble } from '../ui/index.js';

/** What one request may hold: a table goes in whole or not at all. */
const MOST_ROWS = 200;
const SHOWN = 60;

interface Table {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Any delimiter; the first line is the headings when it holds no figure. */
function tableOf(text: string): Table {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const [first = [], ...rest] = data;
  const headed = !first.some((c) => /^\s*[\d.,]+\s*$/u.test(c));
  return headed
    ? { heads: first, rows: rest }
    : { heads: first.map((_, i) => `column ${i + 1}`), rows: data };
}

const WHAT_IT_TAKES =
  'A row a reading: cylinder, depth, direction and the figure, in any order, millimetres or inches, point or comma. Headings are guessed and can be changed; nothing is taken before every row can be read.';

/** Readings from a table, mapped on screen, every row shown with what it will be or what is wrong with it. */
export function ImportSheet({ context, onClose }: { context: JobContext; onClose: () => void }) {
  const { file, unit } = context;
  const [text, setText] = useState('');
  const [changed, setChanged] = useState<TableMapping | null>(null);
  const [units, setUnits] = useState<{ value?: LengthUnit; depth?: LengthUnit }>({});
  const [instrumentId, setInstrumentId] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  // Ids and the time stand for as long as the table does: sending twice enters once.
  const [ids] = useState(() => Array.from({ length: MOST_ROWS }, () => v7()));
  const [at] = useState(() => new Date().toISOString());

  const table = useMemo(() => tableOf(text), [text]);
  const mapping = changed ?? guessMapping(table.heads);
  const headUnit = (column: TableColumn) => {
    const i = mapping[column];
    return i === undefined ? null : unitOfHead(table.heads[i] ?? '');
  };
  const valueUnit = units.value ?? headUnit('value') ?? 'mm';
  const depthUnit = units.depth ?? headUnit('depth') ?? valueUnit;
  const rows = table.rows.map((cells) =>
    tableRow(
      cells,
      mapping,
      { ...file, places: placesIn(HOUSE) },
      {
        unit: valueUnit,
        depthUnit,
        instrumentId: instrumentId || null,
        cylinder: 0,
        kitOf: (cylinder) => pistonAsked(file, cylinder)?.id ?? null,
        at,
      },
    ),
  );
  const wrong = rows.filter((r) => !r.ok).length;
  const tooMany = rows.length > MOST_ROWS;
  const ready = rows.length > 0 && wrong === 0 && !tooMany;

  const take = async () => {
    setSending(true);
    setError(null);
    try {
      const entries = rows.flatMap((r, i) => (r.ok ? [{ id: ids[i]!, ...r.entry }] : []));
      const log = await api.post<AppendedLog>(`/jobs/${file.job.id}/log`, { entries });
      tellAnswered(file.job.id, log);
      onClose();
    } catch (e) {
      const path = e instanceof ApiError ? e.problem.errors?.[0]?.path : undefined;
      const row = path && /^\/entries\/(\d+)/u.exec(path)?.[1];
      setError(
        `${row ? `Row ${Number(row) + 1}: ` : ''}${(e as Error).message} Nothing was taken; the table is kept here.`,
      );
    } finally {
      setSending(false);
    }
  };

  return (
    <Sheet title="Readings from a table" onClose={onClose} wide>
      <div className="grid gap-4">
        <p className="text-soft">{WHAT_IT_TAKES}</p>
        <Source
          text={text}
          onText={(t) => {
            setText(t);
            setChanged(null);
          }}
        />
        {table.rows.length > 0 && (
          <>
            <div className="grid gap-3 sm:grid-cols-3">
              <Columns heads={table.heads} mapping={mapping} onChange={setChanged} />
              <UnitField
                label="Readings without a unit are"
                is={valueUnit}
                onChange={(value) => setUnits({ ...units, value })}
              />
              <UnitField
                label="Depths are"
                is={depthUnit}
                onChange={(depth) => setUnits({ ...units, depth })}
              />
              <SelectField
                label="Gauge where the table names none"
                value={instrumentId}
                onChange={(e) => setInstrumentId(e.target.value)}
              >
                <option value="">none</option>
                {file.instruments.filter(atHand).map((i) => (
                  <option key={i.id} value={i.id}>
                    {i.name}
                  </option>
                ))}
              </SelectField>
            </div>
            <p role="status" className={wrong > 0 || tooMany ? 'font-semibold text-beyond' : 'text-soft'}>
              {tooMany
                ? `${rows.length} rows: at most ${MOST_ROWS} go in at once.`
                : wrong > 0
                  ? `${wrong} of ${rows.length} rows cannot be read. Nothing is taken until all can.`
                  : `${rows.length} ${rows.length === 1 ? 'row' : 'rows'}, all read.`}
            </p>
            <Preview file={file} rows={rows} cells={table.rows} unit={unit} />
          </>
        )}
        <Trouble>{error}</Trouble>
        {ready && (
          <div>
            <Button look="brass" disabled={sending} onClick={() => void take()}>
              Take {rows.length} {rows.length === 1 ? 'reading' : 'readings'}
            </Button>
          </div>
        )}
      </div>
    </Sheet>
  );
}

/** The first rows as they are read, or why one is not. */
function Preview({
  file,
  rows,
  cells,
  unit,
}: {
  file: JobFile;
  rows: readonly ReturnType<typeof tableRow>[];
  cells: readonly (readonly string[])[];
  unit: LengthUnit;
}) {
  return (
    <>
      <div
        className="max-h-72 overflow-auto border-y border-rule"
        tabIndex={0}
        role="region"
        aria-label="Preview"
      >
        <table className="w-full text-left">
          <thead className="text-small text-soft">
            <tr>
              {['row', 'where', 'reading', 'gauge'].map((h) => (
                <th key={h} className="px-2 py-1 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, SHOWN).map((r, i) => (
              <tr key={i} className="border-t border-rule align-top">
                <td className="figure px-2 py-1">{i + 1}</td>
                {r.ok ? (
                  <>
                    <td className="px-2 py-1">{placeName(file, r.entry.station, unit)}</td>
                    <td className="figure px-2 py-1">
                      {r.entry.kind === 'reading'
                        ? r.entry.text
                        : `${stackText(r.entry.stack, unit)} ${LEAF_ANSWERS[r.entry.answer]}`}
                    </td>
                    <td className="px-2 py-1">
                      {file.instruments.find((g) => g.id === r.entry.instrumentId)?.name}
                    </td>
                  </>
                ) : (
                  <td colSpan={3} className="px-2 py-1 text-beyond">
                    {r.sentence}
                    <span className="figure block text-small text-soft">{cells[i]!.join(' · ')}</span>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {rows.length > SHOWN && (
        <p className="text-small text-soft">
          The first {SHOWN} of {rows.length} rows.
        </p>
      )}
    </>
  );
}

/** Which heading each column goes by. */
function Columns({
  heads,
  mapping,
  onChange,
}: {
  heads: readonly string[];
  mapping: TableMapping;
  onChange: (to: TableMapping) => void;
}) {
  return (Object.keys(TABLE_COLUMNS) as TableColumn[]).map((column) => (
    <SelectField
      key={column}
      label={TABLE_COLUMNS[column]}
      value={mapping[column] ?? ''}
      onChange={(e) => {
        const { [column]: _gone, ...rest } = mapping;
        onChange(e.target.value === '' ? rest : { ...rest, [column]: Number(e.target.value) });
      }}
    >
      <option value="">not in the table</option>
      {heads.map((h, i) => (
        <option key={`${i}:${h}`} value={i}>
          {h}
        </option>
      ))}
    </SelectField>
  ));
}

const UnitField = ({
  label,
  is,
  onChange,
}: {
  label: string;
  is: LengthUnit;
  onChange: (to: LengthUnit) => void;
}) => (
  <SelectField label={label} value={is} onChange={(e) => onChange(e.target.value as LengthUnit)}>
    <option value="mm">millimetres</option>
    <option value="in">inches</option>
  </SelectField>
);

/** The table as a file, or pasted. */
function Source({ text, onText }: { text: string; onText: (text: string) => void }) {
  return (
    <div className="grid gap-3">
      <label className="text-small text-soft">
        A CSV file
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          className="mt-1 block w-full text-ink file:mr-3 file:min-h-11 file:rounded-edge file:border file:border-ink/40 file:bg-sheet file:px-4 file:text-ink"
          onChange={(e) => {
            const [chosen] = e.target.files ?? [];
            void chosen?.text().then(onText);
          }}
        />
      </label>
      <TextArea
        label="or pasted here"
        className="figure"
        value={text}
        onChange={(e) => onText(e.target.value)}
      />
    </div>
  );
}
