import { useMemo, useState } from 'react';
import { v7 } from 'uuid';
import { FEATURES, featuresLike, sheetTableLines, type EngineSpec } from '@tribos/core/ground';
import { PAGE_LINES } from '@tribos/core/house';
import { ApiError } from '../kit/api.js';
import { useSettings } from '../kit/settings.js';
import { keys, queryClient } from '../kit/queries.js';
import { Trouble, Button, Kbd, Sheet, FileButton } from '../ui/index.js';
import { keepLine } from './keepLine.js';
import { isReady, linesOf } from './linesOf.js';
import { isSaid, keepSource, lastSource, sourceOf } from './pageSource.js';
import { Understood } from './Understood.js';
import { Whose } from './Whose.js';

/**
 * A page of a manual, copied line by line as it is printed. Where it stands is said once; what a line means is shown
 * while it is typed, what looks odd in it is asked, and nothing is kept before every question is answered.
 */
export function CopyPageSheet({ engine, onClose }: { engine: EngineSpec; onClose: () => void }) {
  const settings = useSettings();
  const place = `tribos:page:${engine.id}`;
  const [text, setText] = useState(() => sessionStorage.getItem(place) ?? '');
  const [source, setSource] = useState(() => ({
    ...lastSource(engine, engine.maker, settings.unit),
    page: '',
    revision: '',
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
    if (!isSaid(source)) return setTrouble('Say first which document it is, and whose.');
    const settled = lines.filter(isReady);
    if (settled.length === 0)
      return setTrouble(`None of ${lines.length} lines is settled yet. Nothing was kept.`);
    setSaving(true);
    setTrouble('');
    keepSource(engine, source);
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
        <Whose source={source} onChange={setSource} autoFocus />
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
