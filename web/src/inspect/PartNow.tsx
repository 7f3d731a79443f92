import { useState } from 'react';
import {
  PART_FINDINGS,
  parseReading,
  SEVERITIES,
  type PartFindingKind,
  type Severity,
} from '@tribos/core/ground';
import { DISPOSITIONS, isGauged, type Disposition } from '@tribos/core/inspect';
import { Button, Kbd, TextField, Trouble } from '../ui/index.js';
import { Stack } from './Stack.js';
import { ANSWER_KEYS, ANSWERS, type Clean } from './useClean.js';

const WORDS: Record<Disposition, string> = {
  reuse: 'Reuse',
  rework: 'Reuse with work',
  replace: 'Replace',
  send: 'Send out',
  measure: 'Measure to decide',
};

/** The part at hand: its five answers, and what was found where it is not simply used again. */
export function PartNow({
  clean,
  mayDo,
  onWall,
}: {
  clean: Clean;
  mayDo: boolean;
  onWall: (cylinder: number) => void;
}) {
  const { now, asked } = clean;
  if (!now) return null;
  const { part, is, instead, state } = now;
  return (
    <div
      className="border-l-5 border-brass py-3 pl-4"
      aria-live="polite"
      data-testid="part"
      data-part={part.key}
    >
      <p className="text-reading leading-tight font-semibold first-letter:uppercase">{part.name}</p>
      {is !== null && (
        <p className="mt-0.5 first-letter:uppercase">
          {state.renewed ? 'Another one is fitted.' : `${DISPOSITIONS[is]}.`}
          {instead && <span className="text-beyond"> {instead}</span>}
        </p>
      )}
      {part.kind.always ? (
        <p className="mt-2 text-lead">Renewed each time: it is on the parts to get.</p>
      ) : (
        <div
          className="mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3 xl:grid-cols-5"
          role="group"
          aria-label={`What becomes of the ${part.name}`}
        >
          {ANSWERS.filter((d) => d !== 'measure' || isGauged(part.kind)).map((d) => (
            <button
              key={d}
              type="button"
              aria-pressed={is === d}
              onClick={() => clean.say(d)}
              className={`flex min-h-14 items-center gap-2 border-2 px-3 text-left text-lead leading-tight font-semibold ${is === d ? 'border-brass bg-page' : 'border-ink/40'}`}
            >
              <Kbd>{ANSWER_KEYS[d]}</Kbd> {WORDS[d]}
            </button>
          ))}
        </div>
      )}
      {state.findings.length > 0 && (
        <ul className="mt-3">
          {state.findings.map((f) => (
            <li key={f.id} className="border-t border-rule py-1">
              <span className="font-semibold text-beyond">
                {[f.severity && SEVERITIES[f.severity], PART_FINDINGS[f.what].name]
                  .filter(Boolean)
                  .join(', ')}
              </span>
              {f.text && `: ${f.text}`}
              <span className="block text-small text-soft">{PART_FINDINGS[f.what].why}</span>
            </li>
          ))}
        </ul>
      )}
      {part.kind.kind === 'cylinder' && part.cylinder !== null && (
        <p className="mt-2">
          <Button onClick={() => onWall(part.cylinder!)}>
            Something on its wall: fingernail, place, depth
          </Button>
        </p>
      )}
      {!part.kind.always && (
        <Found key={`${part.key}:${state.findings.length}`} clean={clean} loud={asked === part.key} />
      )}
      {(is === 'replace' || is === 'rework' || is === 'send') && !part.kind.always && (
        <Worked clean={clean} />
      )}
      <Stack clean={clean} mayDo={mayDo} />
    </div>
  );
}

/** What was found on it: one touch a finding, size, severity and words where they are wanted. */
function Found({ clean, loud }: { clean: Clean; loud: boolean }) {
  const [severity, setSeverity] = useState<Severity | null>(null);
  const [size, setSize] = useState('');
  const [text, setText] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const now = clean.now!;
  const there = new Set<string>(now.state.findings.map((f) => f.what));
  const give = (what: PartFindingKind) => {
    const read = size.trim() === '' ? null : parseReading(size, { unit: clean.unit });
    if (read && !read.ok) return setTrouble(`${read.sentence} Nothing was written.`);
    setTrouble(null);
    clean.found(now, what, { severity, extent: read?.ok ? read.value : null, text: text.trim() });
  };
  return (
    <div className={`mt-3 ${loud ? 'border-2 border-brass p-3' : ''}`}>
      <p className={loud ? 'text-lead font-semibold' : 'text-small font-semibold text-soft'}>
        {loud ? 'What was found?' : 'Found on it'}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {now.part.kind.finds.map((what) => (
          <Button key={what} disabled={there.has(what)} onClick={() => give(what)}>
            {PART_FINDINGS[what].name}
          </Button>
        ))}
      </div>
      {loud && (
        <div className="mt-3 grid items-end gap-3 sm:grid-cols-[auto_8rem_minmax(0,1fr)]">
          <div role="group" aria-label="How bad" className="flex">
            {(Object.keys(SEVERITIES) as Severity[]).map((s) => (
              <button
                key={s}
                type="button"
                aria-pressed={severity === s}
                onClick={() => setSeverity(severity === s ? null : s)}
                className={`min-h-11 border px-3 ${severity === s ? 'border-brass bg-page font-semibold' : 'border-ink/40'}`}
              >
                {SEVERITIES[s]}
              </button>
            ))}
          </div>
          <TextField
            label={`Size, ${clean.unit}`}
            value={size}
            maxLength={20}
            onChange={(e) => setSize(e.target.value)}
          />
          <TextField
            label="Where, in words"
            value={text}
            maxLength={500}
            onChange={(e) => setText(e.target.value)}
          />
        </div>
      )}
      <Trouble className="mt-1">{trouble}</Trouble>
      {loud && (
        <p className="mt-3">
          <Button look="brass" onClick={clean.closeAsked}>
            On to the next <Kbd>Space</Kbd>
          </Button>
        </p>
      )}
    </div>
  );
}

/** Said when it is done: what was measured before counts no more. */
function Worked({ clean }: { clean: Clean }) {
  const now = clean.now!;
  const { is, state } = now;
  const what = is === 'replace' ? 'renewed' : is === 'send' ? 'returned' : 'reworked';
  const label = {
    renewed: 'Another one is here',
    returned: 'It is back from outside',
    reworked: 'The work is done',
  }[what];
  return (
    <p className="mt-3 flex flex-wrap items-center gap-3">
      <Button onClick={() => clean.worked(now, what, '')}>{label}</Button>
      {state.work && (
        <span className="text-small text-soft">
          Said already; what was measured before it counts no more.
        </span>
      )}
    </p>
  );
}
