import { useMemo, useState } from 'react';
import { v7 } from 'uuid';
import { type LimitBody, type EngineView } from '@tribos/contract';
import {
  FEATURES,
  featuresLike,
  type EngineSpec,
  type LengthUnit,
  type SheetLimit,
  type Source,
  sheetTableLines,
  wholeLimitText,
} from '@tribos/core/ground';
import { PAGE_LINES, readPageLine, type PageLine } from '@tribos/core/house';
import { api, ApiError } from '../kit/api.js';
import { useSettings } from '../kit/settings.js';
import { keys, queryClient } from '../kit/queries.js';
import { Trouble, Button, Kbd, SelectField, Sheet, TextField, FileButton } from '../ui/index.js';

/** What stands on every line of one page. */
interface PageSource {
  readonly sourceType: Source['type'];
  readonly party: string;
  readonly document: string;
  readonly page: string;
  readonly revision: string;
  readonly unit: LengthUnit;
}

interface Line {
  readonly at: number;
  readonly text: string;
  /** It stands as it is printed, whatever is asked about it. */
  readonly stands: boolean;
  readonly line: PageLine;
}

/** A mark at the end of a line: looked at again, it stands as printed. */
const STANDS = /!\s*$/u;

/** Lines of a page, each read against those above it. */
function linesOf(text: string, engine: EngineSpec, unit: LengthUnit, source: Source): Line[] {
  const { party } = source;
  const others: SheetLimit[] = engine.limits.filter((l) => l.source.party === party);
  let parts = engine.parts ?? {};
  return text.split('\n').flatMap((raw, at) => {
    if (raw.trim() === '') return [];
    const stands = STANDS.test(raw);
    const text = raw.replace(STANDS, '').trim();
    const line = readPageLine(text, { unit, party, engine: { ...engine, parts } }, others);
    if (line.of === 'limits' && line.read.ok) others.push(...line.read.limits);
    if (line.of === 'part' && line.read.ok)
      parts = { ...parts, [line.part.name]: line.read.into(parts[line.part.name] ?? null, source) };
    return [{ at, text, stands, line }];
  });
}

const isReady = ({ line: { read }, stands }: Line): boolean =>
  read.ok && (stands || read.questions.length === 0);

const limitWords = (limit: SheetLimit, unit: LengthUnit): string =>
  `${limit.state === 'new' ? 'new' : 'service'} ${wholeLimitText(limit, unit)}`;

/**
 * A page of a manual, copied line by line as it is printed. Where it stands is said once; what a line means is shown
 * while it is typed, what looks odd in it is asked, and nothing is kept before every question is answered.
 */
export function CopyPageSheet({ engine, onClose }: { engine: EngineSpec; onClose: () => void }) {
  const settings = useSettings();
  const place = `tribos:page:${engine.id}`;
  const [text, setText] = useState(() => sessionStorage.getItem(place) ?? '');
  const [source, setSource] = useState<PageSource>(() => ({
    sourceType: 'engine-maker',
    party: engine.maker,
    document: engine.limits.find((l) => l.source.party === engine.maker)?.source.document ?? '',
    page: '',
    revision: '',
    unit: settings.unit,
  }));
  // Ids stand for as long as the page lies here: sending a line twice keeps it once.
  const [ids] = useState(() => new Map<string, string>());
  const idOf = (of: string): string => {
    const id = ids.get(of) ?? v7();
    ids.set(of, id);
    return id;
  };
  const [saving, setSaving] = useState(false);
  const [trouble, setTrouble] = useState('');
  const [kept, setKept] = useState(0);
  const lines = useMemo(() => linesOf(text, engine, source.unit, sourceOf(source)), [text, engine, source]);
  const type = (next: string): void => {
    setText(next);
    sessionStorage.setItem(place, next);
  };
  const last = text.split('\n').at(-1) ?? '';
  const completions = text.trim() === '' ? PAGE_LINES : completionsOf(last);
  const open = lines.filter((l) => !isReady(l)).length;
  const said = source.document.trim() !== '' && source.party.trim() !== '';
  /** A table is read like what is typed: every row is a line, seen before it is kept. */
  const addTable = async (table: string): Promise<void> => {
    const { default: papa } = await import('papaparse');
    const { data } = papa.parse<string[]>(table.trim(), { skipEmptyLines: true });
    const fresh = sheetTableLines(data);
    if (fresh.length === 0) return setTrouble('There is no row in this table.');
    type([text.trim(), ...fresh].filter(Boolean).join('\n'));
  };

  const keep = async (): Promise<void> => {
    if (saving || lines.length === 0) return;
    if (!said) return setTrouble('Say first which document it is, and whose.');
    const settled = lines.filter(isReady);
    if (settled.length === 0)
      return setTrouble(`None of ${lines.length} lines is settled yet. Nothing was kept.`);
    setSaving(true);
    setTrouble('');
    const left = new Map(text.split('\n').map((raw, i) => [i, raw]));
    try {
      for (const line of settled) {
        await keepLine(engine.id, line, source, idOf);
        left.delete(line.at);
        setKept((n) => n + 1);
      }
      // What is not settled stays in the box.
      type([...left.values()].join('\n').trim());
      setKept(0);
      if (open === 0) return onClose();
      setTrouble(
        `${settled.length} ${settled.length === 1 ? 'line is' : 'lines are'} kept. ${open} ${open === 1 ? 'is' : 'are'} not settled yet and ${open === 1 ? 'stays' : 'stay'} here.`,
      );
    } catch (error) {
      // What was kept is gone from the page; what was not stays typed.
      type([...left.values()].join('\n').trim());
      setTrouble(
        error instanceof ApiError ? error.message : 'The line is gone: what is still here was not kept.',
      );
    } finally {
      setSaving(false);
      await queryClient.invalidateQueries({ queryKey: keys.engine(engine.id) });
    }
  };

  return (
    <Sheet title="Copy a page" onClose={onClose} wide>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <Whose source={source} onChange={setSource} />
        <Page text={text} onType={type} onTable={(t) => void addTable(t)} onKeep={() => void keep()} />
        {completions.length > 0 && (
          <ul className="text-small text-soft">
            {completions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        )}
        <Understood lines={lines} unit={source.unit} />
        <Trouble className="font-semibold">{trouble}</Trouble>
        <p className="flex flex-wrap items-center gap-3">
          <Button look="brass" type="submit" disabled={saving || lines.length === 0}>
            {saving
              ? `Keeping, ${kept} of ${lines.length}`
              : `Keep ${lines.length - open} of ${lines.length}`}{' '}
            <Kbd>Ctrl Enter</Kbd>
          </Button>
          <FileButton
            label="A table of limits, as CSV"
            accept=".csv,text/csv,text/plain,.tsv"
            onFile={(file) => void file.text().then(addTable)}
          >
            From a CSV
          </FileButton>
          <span className="text-small text-soft">
            They stay unchecked until a second person has compared them with the document.
          </span>
        </p>
      </form>
    </Sheet>
  );
}

/** Where a figure comes from, as the sheet keeps it; who typed it the server knows. */
const sourceOf = ({ sourceType, party, document, page, revision }: PageSource): Source => ({
  type: sourceType,
  party: party.trim(),
  document: document.trim(),
  page: page.trim(),
  revision: revision.trim(),
  enteredBy: '',
  checkedBy: null,
});

/** What the line that is typed may become. */
function completionsOf(line: string): readonly string[] {
  const begun = line.trim().toLowerCase();
  if (begun === '' || /\d/u.test(begun)) return [];
  return [
    ...PAGE_LINES.filter((l) => l.toLowerCase().startsWith(begun)),
    ...featuresLike(line)
      .slice(0, 4)
      .map((f) => FEATURES[f].name.toLowerCase()),
  ];
}

/** Puts what a line says into its part of the sheet, as that stands now. */
async function keepPart(engineId: string, { line }: Line, source: PageSource): Promise<void> {
  if (line.of !== 'part' || !line.read.ok) return;
  const { name } = line.part;
  const now = await api.get<EngineView>(`/engines/${engineId}`);
  await api.put<EngineView>(`/engines/${engineId}/parts/${name}`, {
    version: now.partVersions[name] ?? 0,
    body: line.read.into(now.spec.parts?.[name] ?? null, sourceOf(source)),
  });
}

/** Keeps what a line says. */
async function keepLine(
  engineId: string,
  of: Line,
  source: PageSource,
  idOf: (of: string) => string,
): Promise<void> {
  const { line, text } = of;
  if (line.of === 'part') return keepPart(engineId, of, source);
  if (!line.read.ok) return;
  for (const limit of line.read.limits)
    await api.post<EngineView>(`/engines/${engineId}/limits`, {
      ...limit,
      id: idOf(`${text}:${limit.feature}:${limit.state}`),
      sourceType: source.sourceType,
      party: source.party.trim(),
      document: source.document.trim(),
      page: source.page.trim(),
      revision: source.revision.trim(),
      confirmed: true,
    } satisfies LimitBody);
}

/** Whose figures they are, where they stand, and in which unit: said once for the page. */
function Whose({ source, onChange }: { source: PageSource; onChange: (to: PageSource) => void }) {
  const set = (field: keyof PageSource) => (e: { target: { value: string } }) =>
    onChange({ ...source, [field]: e.target.value });
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <TextField label="Document" autoFocus value={source.document} onChange={set('document')} />
      <TextField label="Page" value={source.page} onChange={set('page')} />
      <TextField label="Revision" value={source.revision} onChange={set('revision')} />
      <SelectField label="Who says so" value={source.sourceType} onChange={set('sourceType')}>
        <option value="engine-maker">engine maker</option>
        <option value="part-maker">maker of the part</option>
        <option value="shop-rule">rule of this shop (may only tighten)</option>
      </SelectField>
      <TextField label="Name" value={source.party} onChange={set('party')} />
      <SelectField label="Unit of the document" value={source.unit} onChange={set('unit')}>
        <option value="mm">mm</option>
        <option value="in">in</option>
      </SelectField>
    </div>
  );
}

/** What a line is of, and what it says. */
function meant({ line }: Line, unit: LengthUnit): { readonly of: string; readonly says: string } | null {
  if (!line.read.ok) return null;
  if (line.of === 'part') return { of: line.part.title, says: line.read.says };
  const { limits } = line.read;
  return {
    of: [...new Set(limits.map((l) => FEATURES[l.feature].name))].join(', '),
    says: [...new Set(limits.map((l) => limitWords(l, unit)))].join('; '),
  };
}

/** What each line means, and what is asked of it. */
function Understood({ lines, unit }: { lines: readonly Line[]; unit: PageSource['unit'] }) {
  return (
    <ul aria-live="polite" className="border-t border-ink/60">
      {lines.map((line) => (
        <li
          key={line.at}
          className="grid gap-x-3 border-b border-rule py-1 sm:grid-cols-[12rem_minmax(0,1fr)]"
        >
          <OneLine line={line} unit={unit} />
        </li>
      ))}
    </ul>
  );
}

function OneLine({ line, unit }: { line: Line; unit: PageSource['unit'] }) {
  const { read } = line.line;
  const is = meant(line, unit);
  if (!read.ok || !is)
    return (
      <>
        <span className="figure truncate">{line.text}</span>
        <span className="font-semibold text-beyond">{read.ok ? '' : read.sentence}</span>
      </>
    );
  return (
    <>
      <span className="font-semibold">{is.of}</span>
      <span>
        <span className="figure">{is.says}</span>
        {read.notes.map((n) => (
          <span key={n} className="block text-small text-soft">
            {n}
          </span>
        ))}
        {read.questions.map((q) => (
          <span
            key={q.sentence}
            className={`block text-small ${line.stands ? 'text-soft' : 'font-semibold text-undecided'}`}
          >
            {q.sentence}
            {line.stands && ' Stands as printed.'}
          </span>
        ))}
      </span>
    </>
  );
}

/** The page as it is copied; a table that is pasted becomes lines. */
function Page({
  text,
  onType,
  onTable,
  onKeep,
}: {
  text: string;
  onType: (text: string) => void;
  onTable: (table: string) => void;
  onKeep: () => void;
}) {
  return (
    <label className="grid gap-1 text-small text-soft">
      One line each, as it is printed; a ! at its end where it stands although something is asked
      <textarea
        rows={8}
        spellCheck={false}
        value={text}
        placeholder={
          'bore 77.000-77.012, limit 77.105\nring gap top .2-.32 (.6)\nhead nuts 4 x 38 N·m in 20, 38 oiled'
        }
        onChange={(e) => onType(e.target.value)}
        onPaste={(e) => {
          const pasted = e.clipboardData.getData('text');
          // A table of another program comes with tabs; everything else is lines already.
          if (!pasted.includes('\t')) return;
          e.preventDefault();
          onTable(pasted);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) {
            e.preventDefault();
            onKeep();
          }
        }}
        className="figure rounded-edge border border-ink/40 bg-page px-3 py-2 text-lead text-ink placeholder:text-soft"
      />
    </label>
  );
}
