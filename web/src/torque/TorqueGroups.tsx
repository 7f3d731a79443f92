import {
  CONDITIONS,
  diameterOf,
  laterText,
  NUT_FACTOR,
  preload,
  stepsText,
  type GroupState,
} from '@tribos/core/torque';
import { sourceLine } from '@tribos/core/ground';
import { useLineState } from '../gaugeLine/index.js';
import { Button, dayText, TextField } from '../ui/index.js';
import type { Torque } from './useTorque.js';

/** The plan group by group, what was said of each, and what may be done with it again; under it the wrench in hand. */
export function TorqueGroups({
  torque,
  shown,
  mayDo,
  onCheck,
  onAnew,
}: {
  torque: Torque;
  shown: GroupState;
  mayDo: boolean;
  onCheck: (group: GroupState) => void;
  onAnew: (group: GroupState) => void;
}) {
  const line = useLineState();
  return (
    <div className="grid content-start gap-4">
      <ol className="border-t border-ink/60 bg-sheet">
        {torque.groups.map((g) => (
          <li key={g.group.key} className="border-b border-rule px-3 py-2">
            <Group group={g} here={g === torque.group} />
            {laterText(g) && (
              <Later
                text={laterText(g)!}
                due={g.due?.on ?? null}
                onDay={mayDo ? (on) => torque.later(g.group.key, on) : null}
              />
            )}
            {mayDo && g.done && !g.checked && g.group.steps.every((s) => s.by !== 'angle') && (
              <Button look="quiet" onClick={() => onCheck(g)}>
                Click once more
              </Button>
            )}
            {mayDo && g.passes.some((p) => p.done.size > 0) && (
              <Button look="quiet" onClick={() => onAnew(g)}>
                Begin it anew
              </Button>
            )}
          </li>
        ))}
      </ol>
      {line.status === 'ready' && (
        <p className="text-small text-within">
          {line.name || 'A wrench'} on the line: a click near what is wanted counts for one bolt.
        </p>
      )}
      <Wrench group={shown} />
      <Pull group={shown} />
      <p className="text-small text-soft">
        Use the figure and thread condition of the manual. One-time bolts are replaced.
      </p>
    </div>
  );
}

function Group({ group: g, here }: { group: GroupState; here: boolean }) {
  return (
    <>
      <p className={`font-semibold first-letter:uppercase ${here ? 'text-brass' : ''}`}>
        {g.group.name} {g.done && <span className="text-within">✓ tight</span>}
      </p>
      <p className="figure text-small">{stepsText(g)}</p>
      <p className="text-small text-soft">
        {g.order.length} bolts, threads {CONDITIONS[g.group.condition]}, order{' '}
        {g.group.numbered === 'maker'
          ? 'by the maker’s numbers'
          : g.map
            ? 'from where they sit'
            : 'as they are listed'}
        ; {sourceLine(g.group.source)}
      </p>
      {g.again && <p className="text-small text-undecided">Begun anew: {g.again}.</p>}
      {[...g.odd.entries()].map(([h, o]) => (
        <p key={h} className="text-small text-undecided">
          Bolt {h}: {o.text}
        </p>
      ))}
      {g.done && g.checked && <p className="text-small text-within">Clicked once more: nothing moved.</p>}
    </>
  );
}

/** The wrench in hand, and how long its calibration holds. */
function Wrench({ group: { wrench } }: { group: GroupState }) {
  if (!wrench) return null;
  const overdue = wrench.due !== null && wrench.due < new Date().toISOString().slice(0, 10);
  return (
    <p className="text-small">
      <span className="font-semibold">{wrench.name}</span>, up to{' '}
      <span className="figure">{wrench.range}</span> N·m
      {wrench.due === null ? (
        <span className="text-undecided">, calibration not on file</span>
      ) : (
        <span className={overdue ? 'font-semibold text-beyond' : 'text-soft'}>
          , calibrated until {dayText(wrench.due)}
          {overdue && ': overdue'}
        </span>
      )}
    </p>
  );
}

/** About how hard the last torque pulls at these threads. */
function Pull({ group: { holes, group } }: { group: GroupState }) {
  const d = holes[0] ? diameterOf(holes[0].thread) : null;
  const k = (NUT_FACTOR as Readonly<Record<string, number | undefined>>)[group.condition];
  const last = group.steps.findLast((s) => s.by === 'torque');
  if (d === null || k === undefined || !last) return null;
  return (
    <p className="text-small text-soft">
      <span className="figure">{last.value}</span> N·m pulls about{' '}
      <span className="figure">{preload(last.value, d, k).toFixed(1)}</span> kN here (F = T/(K·d), K {k});
      another state of the threads pulls otherwise.
    </p>
  );
}

/** When a group is tightened again, and the day somebody sets for it. */
function Later({
  text,
  due,
  onDay,
}: {
  text: string;
  due: string | null;
  onDay: ((on: string) => void) | null;
}) {
  return (
    <div className="mt-1">
      <p className={`text-small font-semibold ${due ? '' : 'text-brass'}`}>{text}</p>
      {onDay && (
        <div className="no-print max-w-44">
          <TextField
            label={due ? 'Another day' : 'The day'}
            type="date"
            value={due ?? ''}
            onChange={(e) => {
              if (/^\d{4}-\d{2}-\d{2}$/u.test(e.target.value)) onDay(e.target.value);
            }}
          />
        </div>
      )}
    </div>
  );
}
