import { useEffect, useRef, type ReactNode } from 'react';
import type { AnyEntry } from '@tribos/core/ground';
import { AskField, ROWS } from '../forms/index.js';
import { onFigure, takeFromLine } from '../gaugeLine/index.js';
import { Button, Kbd, Trouble } from '../ui/index.js';
import { useEntryDraft, type EntryDraft, type EntryWish, type Sent } from './useEntryDraft.js';

/** An answer that is a button. */
export interface Answer<B> {
  readonly words: string;
  readonly said: Partial<B> | ((draft: { readonly text: (field: keyof B & string) => string }) => Partial<B>);
  /** The one meant most often: Enter gives it. */
  readonly loud?: boolean;
}

const saidBy = <B extends Sent>(a: Answer<B>, draft: EntryDraft<B>): Partial<B> =>
  typeof a.said === 'function' ? a.said(draft) : a.said;

/** Answers of one field, in words. */
export const answersOf = <F extends string, V extends string>(field: F, words: Readonly<Record<V, string>>) =>
  (Object.entries(words) as [V, string][]).map(([value, said]) => ({
    words: said,
    said: { [field]: value } as Readonly<Record<F, V>>,
  }));

/**
 * A form that writes an entry of the log, made from the entry’s own description: what it may say, its units and its limits
 * come from there, and only its words are given here.
 */
export function EntryForm<E extends AnyEntry, B extends Sent>({
  keep = 'Keep it',
  answers,
  top,
  beforeKeep,
  line,
  ...wish
}: EntryWish<E, B> & {
  /** What the button says. */
  keep?: string | ((draft: EntryDraft<NoInfer<B>>) => string);
  /** The last answer is given by the button itself: one touch keeps. */
  answers?: readonly Answer<NoInfer<B>>[];
  /** What stands over the fields, and between them and the button: what the entry will do as it is typed. */
  top?: (draft: EntryDraft<NoInfer<B>>) => ReactNode;
  beforeKeep?: (draft: EntryDraft<NoInfer<B>>) => ReactNode;
  /** The field a connected gauge writes into: the foot-switch takes what it shows, once more keeps it. */
  line?: keyof NoInfer<B> & string;
}) {
  const draft = useEntryDraft(wish);
  const loud = answers?.find((a) => a.loud);
  const isNumbered = answers !== undefined && answers.length > 2 && answers.length < 10;
  useDigits(isNumbered, (n) => {
    const a = answers?.[n];
    if (a) draft.keep(saidBy(a, draft));
  });
  return (
    <form
      ref={useFirstTrouble(draft)}
      className="grid gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        if (!answers) draft.keep();
        else if (loud) draft.keep(saidBy(loud, draft));
      }}
    >
      {line && <FromLine draft={draft} field={line} />}
      {top?.(draft)}
      <Fields draft={draft} />
      {beforeKeep?.(draft)}
      <Trouble className="font-semibold">{draft.trouble}</Trouble>
      {answers ? (
        <ul className="grid gap-2 sm:grid-cols-2">
          {answers.map((a, i) => (
            <li key={a.words}>
              <Button
                look={a.loud ? 'brass' : 'line'}
                className={`w-full ${a.loud ? '' : 'justify-start text-left'}`}
                onClick={() => draft.keep(saidBy(a, draft))}
              >
                {a.words} {isNumbered && <Kbd>{i + 1}</Kbd>}
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <Button look="brass" type="submit">
          {typeof keep === 'string' ? keep : keep(draft)}
        </Button>
      )}
    </form>
  );
}

/** Answers by their digits, while none is typed into. */
function useDigits(isOn: boolean, give: (n: number) => void) {
  useEffect(() => {
    if (!isOn) return;
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement | null)?.closest('input, select, textarea')) return;
      if (!/^[1-9]$/u.test(event.key) || event.ctrlKey || event.altKey || event.metaKey) return;
      event.preventDefault();
      give(Number(event.key) - 1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}

function Fields<B extends Sent>({ draft }: { draft: EntryDraft<B> }) {
  const asked = Object.entries(draft.asks);
  if (asked.length === 0) return null;
  return (
    <div className={ROWS}>
      {asked.map(([name, ask]) => (
        <AskField
          key={name}
          shape={draft.shapeOf(name)}
          ask={ask!}
          unit={draft.unit}
          draft={draft.is[name]!}
          path={`/${name}`}
          troubles={draft.troubles}
          onChange={(next) => draft.set(name, next)}
        />
      ))}
    </div>
  );
}

/** A figure from a gauge lands in a field, by the foot-switch that asks for it. */
function FromLine<B extends Sent>({ draft, field }: { draft: EntryDraft<B>; field: keyof B & string }) {
  const now = useRef(draft);
  useEffect(() => {
    now.current = draft;
  });
  useEffect(() => onFigure((figure) => now.current.set(field, figure)), [field]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== ' ' || !(event.target as HTMLElement | null)?.closest('form')) return;
      event.preventDefault();
      if (now.current.text(field)) now.current.keep();
      else if (!takeFromLine()) now.current.say(field, 'No gauge is connected: type what the dial shows.');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [field]);
  return null;
}

/** What is wrong is where the hand is next. */
function useFirstTrouble({ troubles }: { troubles: Readonly<Record<string, string>> }) {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (Object.keys(troubles).length > 0)
      form.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  }, [troubles]);
  return form;
}
