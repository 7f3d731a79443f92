import { useState } from 'react';
import type { CheckLimit, EngineView } from '@tribos/contract';
import {
  FEATURES,
  trustOf,
  typedAgain,
  type EngineSpec,
  type Limit,
  wholeLimitText,
} from '@tribos/core/ground';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button, VerdictMark } from '../ui/index.js';
import { worthTyping } from './trust.js';

/** Limits that wait for a second person, or for the same one on another day, each typed again from its document; what is on file is not shown before. */
export function CheckLimits({
  engine,
  versions,
  me,
  onClose,
}: {
  engine: EngineSpec;
  versions: Readonly<Record<string, number>>;
  me: string;
  onClose: () => void;
}) {
  // Those that waited when it was opened: one that is checked stays in sight with its mark.
  const [asked] = useState(() => engine.limits.filter((l) => worthTyping(l.source, me)).map((l) => l.id));
  const limits = asked.flatMap((id) => engine.limits.filter((l) => l.id === id));
  const left = limits.filter((l) => worthTyping(l.source, me)).length;
  return (
    <>
      <ul className="border-t border-ink/60 bg-sheet">
        {limits.map((limit, i) => (
          <Again
            key={limit.id}
            engine={engine}
            limit={limit}
            version={versions[limit.id] ?? 1}
            me={me}
            first={i === 0}
          />
        ))}
      </ul>
      <p className="flex items-center gap-4">
        <Button look={left === 0 ? 'brass' : 'line'} onClick={onClose}>
          Back to the engine
        </Button>
        <span className="text-soft" role="status">
          {left === 0 ? 'All of them say what their documents say.' : `${left} of ${limits.length} to type.`}
        </span>
      </p>
    </>
  );
}

function Again({
  engine,
  limit,
  version,
  me,
  first,
}: {
  engine: EngineSpec;
  limit: Limit;
  version: number;
  me: string;
  first: boolean;
}) {
  const { unit } = useSettings();
  const [text, setText] = useState('');
  const [trouble, setTrouble] = useState('');
  const { source } = limit;
  const name = FEATURES[limit.feature].name;
  const state = limit.state === 'new' ? 'for new parts' : 'service limit';
  const check = useSave(
    (body: CheckLimit) => api.post<EngineView>(`/engines/${engine.id}/limits/${limit.id}/check`, body),
    { topic: 'limits', id: engine.id, view: keys.engine(engine.id) },
  );
  const problem = check.error instanceof ApiError ? check.error.problem : null;
  const differs = problem?.code === 'differs' ? (problem.current as Limit) : null;
  const done = !worthTyping(source, me);
  const send = (form: HTMLFormElement): void => {
    const read = typedAgain(text, limit, engine.bore);
    if (!read.ok) return setTrouble(read.sentence);
    setTrouble('');
    check.mutate(
      { version, ...read.value, rows: read.value.rows === null ? null : [...read.value.rows] },
      {
        onSuccess: () => {
          // On to the next that waits.
          const inputs = [...document.querySelectorAll<HTMLInputElement>('form[data-again] input')];
          inputs[inputs.indexOf(form.querySelector('input')!) + 1]?.focus();
        },
      },
    );
  };
  return (
    <li className="grid items-center gap-x-4 border-b border-rule px-3 py-2 md:grid-cols-[14rem_minmax(0,1fr)_minmax(0,1fr)]">
      <span>
        <span className="block font-semibold">{name}</span>
        <span className="text-small text-soft">{state}</span>
      </span>
      <span className="text-small text-soft">
        {source.document}
        {source.page && `, p. ${source.page}`} · typed by {source.enteredBy}
      </span>
      {done ? (
        <span className="flex items-center gap-2">
          <VerdictMark state="within" word={false} />
          <span className="figure">{wholeLimitText(limit, unit)}</span> the same: {trustOf(source)}
        </span>
      ) : (
        <form
          data-again
          onSubmit={(e) => {
            e.preventDefault();
            send(e.currentTarget);
          }}
          className="grid gap-1"
        >
          <span className="flex items-center gap-2">
            <input
              aria-label={`${name}, ${state}, as the document prints it`}
              // The first of them is what the page was opened for.
              autoFocus={first}
              value={text}
              placeholder={limit.rows ? 'each least gap in order, then max' : 'as printed'}
              onChange={(e) => setText(e.target.value)}
              className="figure min-h-11 min-w-0 flex-1 rounded-edge border border-ink/40 bg-page px-3 text-lead placeholder:text-soft"
            />
            <span className="text-soft">{limit.unit}</span>
          </span>
          {(trouble || check.isError) && (
            <span role="alert" className="text-small font-semibold text-beyond">
              {trouble ||
                (differs
                  ? `You typed ${text}; on file is ${wholeLimitText(differs, limit.unit === 'in' ? 'in' : 'mm')}. It stays unchecked: look again, or have it corrected.`
                  : check.error!.message)}
            </span>
          )}
        </form>
      )}
    </li>
  );
}
