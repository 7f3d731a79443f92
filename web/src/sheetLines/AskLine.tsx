import { useMemo, useState } from 'react';
import { v7 } from 'uuid';
import { isInHand, printedIn, sourceLine, type EngineSpec } from '@tribos/core/ground';
import type { Want } from '@tribos/core/ground';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Kbd, SelectField, TextField, Trouble } from '../ui/index.js';
import { keepLine } from './keepLine.js';
import { isReady, linesOf, meant, type Line } from './linesOf.js';
import { Remarks } from './Remarks.js';
import { inHand, isSaid, keepSource, lastSource, sourceOf, type PageSource } from './pageSource.js';

/**
 * One thing of the sheet, asked where the work is: one line as the page has it, what was understood of it at once, kept with
 * the page that was typed from last.
 */
export function AskLine({
  engine,
  want,
  onKeep,
  onKept,
}: {
  engine: EngineSpec;
  want: Want;
  onKeep: () => void;
  onKept: () => void;
}) {
  const { unit } = useSettings();
  const place = `tribos:asked:${engine.id}:${want.key}`;
  const [text, setText] = useState(() => sessionStorage.getItem(place) ?? `${want.begins} `);
  const [source, setSource] = useState(() => lastSource(engine, want.party, unit));
  const [isSourceOpen, openSource] = useState(!isSaid(source));
  const [trouble, setTrouble] = useState('');
  const [ids] = useState(() => new Map<string, string>());
  const idOf = (of: string): string => {
    const id = ids.get(of) ?? v7();
    ids.set(of, id);
    return id;
  };
  const isBegun = text.trim() !== '' && text.trim() !== want.begins;
  const line = useMemo(
    () => (isBegun ? linesOf(text, engine, source.unit, sourceOf(source))[0] : undefined),
    [isBegun, text, engine, source],
  );
  const type = (next: string): void => {
    setText(next);
    setTrouble('');
    sessionStorage.setItem(place, next);
  };
  const save = useSave((of: Line) => keepLine(engine.id, of, source, idOf), {
    topic: 'sheet_parts',
    id: engine.id,
    // Until the next is asked, nothing can be typed that would go with this one.
    once: 'shown',
    done: () => {
      sessionStorage.removeItem(place);
      setText(`${want.begins} `);
      onKept();
    },
  });
  const keep = (): void => {
    if (save.isPending) return;
    if (!line) return setTrouble(`Type it as the page has it, like “${printedIn(want.like, source.unit)}”.`);
    if (!line.line.read.ok) return setTrouble('Not understood yet: nothing was kept.');
    if (!isReady(line))
      return setTrouble('Answer what is asked in the line, or put a ! at its end: it stands as printed.');
    if (!isSaid(source)) {
      openSource(true);
      return setTrouble('Which page is it from? Or by the manual in hand.');
    }
    keepSource(engine, source);
    onKeep();
    save.mutate(line);
  };
  return (
    <form
      className="grid gap-2 border border-rule bg-page p-3"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <label className="grid gap-1.5">
        <span className="text-lead font-semibold">{want.asks}</span>
        <input
          value={text}
          readOnly={save.isPending}
          onChange={(e) => type(e.target.value)}
          onFocus={(e) => e.target.setSelectionRange(e.target.value.length, e.target.value.length)}
          spellCheck={false}
          autoComplete="off"
          className="figure min-h-12 w-full border-2 border-brass bg-sheet px-3 text-title text-ink"
        />
      </label>
      <Meaning line={line} want={want} source={source} />
      <Trouble className="font-semibold">{trouble || (save.error?.message ?? '')}</Trouble>
      {isSourceOpen && (
        <SourceFields
          maker={engine.maker}
          source={source}
          onChange={setSource}
          onInHand={() => {
            setSource(inHand(source));
            openSource(false);
            setTrouble('');
          }}
        />
      )}
      <p className="flex flex-wrap items-center gap-x-2 text-small text-soft">
        <button
          type="submit"
          disabled={save.isPending}
          className="min-h-11 bg-brass px-4 font-semibold text-on-brass"
        >
          {save.isPending ? 'Keeping' : 'Keep it'} <Kbd>Enter</Kbd>
        </button>
        <span>on the sheet of the {engine.model}, unchecked</span>
        {!isSourceOpen && (
          <button
            type="button"
            onClick={() => openSource(true)}
            className="min-h-11 text-left text-blue underline underline-offset-4"
          >
            {isInHand(source) ? sourceLine(sourceOf(source)) : `${where(source)}, as typed last`}
          </button>
        )}
      </p>
    </form>
  );
}

const where = ({ document, page, party }: PageSource): string =>
  `${document}${page.trim() === '' ? '' : `, p. ${page}`} (${party})`;

/** What was understood so far, in the house's own words; such a line where nothing is typed yet. */
function Meaning({ line, want, source }: { line: Line | undefined; want: Want; source: PageSource }) {
  const is = line && meant(line, source.unit);
  const read = line?.line.read;
  return (
    <div aria-live="polite" className="min-h-6">
      {!read && (
        <p className="text-soft">
          like <span className="figure">{printedIn(want.like, source.unit)}</span>
        </p>
      )}
      {read && !read.ok && <p className="font-semibold text-undecided">{read.sentence}</p>}
      {is && (
        <p>
          <span className="font-semibold">{is.of}</span>: <span className="figure">{is.says}</span>
          <Remarks line={line} />
        </p>
      )}
    </div>
  );
}

/** Which page it is typed from; or none, by the manual in hand. */
function SourceFields({
  maker,
  source,
  onChange,
  onInHand,
}: {
  /** Of the engine. */
  maker: string;
  source: PageSource;
  onChange: (to: PageSource) => void;
  onInHand: () => void;
}) {
  const set = (field: keyof PageSource) => (e: { target: { value: string } }) =>
    onChange({
      ...source,
      [field]: e.target.value,
      // Whose it is says what kind of source it is.
      ...(field === 'party' && {
        sourceType: e.target.value.trim() === maker ? ('engine-maker' as const) : ('part-maker' as const),
      }),
    });
  return (
    <div className="grid gap-2">
      <div className="grid gap-3 sm:grid-cols-[2fr_1fr_2fr_1fr]">
        <TextField label="Document" value={source.document} onChange={set('document')} />
        <TextField label="Page" value={source.page} onChange={set('page')} />
        <TextField label="Whose" value={source.party} onChange={set('party')} />
        <SelectField label="Its unit" value={source.unit} onChange={set('unit')}>
          <option value="mm">mm</option>
          <option value="in">in</option>
        </SelectField>
      </div>
      <p className="text-small text-soft">
        No page to name?{' '}
        <button type="button" onClick={onInHand} className="min-h-11 text-blue underline underline-offset-4">
          By the manual in hand
        </button>
        : the report says that it comes from no page on file.
      </p>
    </div>
  );
}
