import { useState } from 'react';
import {
  GASKETS,
  STACK_LAID,
  TAKE_BACK,
  nm,
  withUnit,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import { opensWithGasket } from '@tribos/core/assembly';
import { laidAt, lastLaid, stackChoices, type StackEffect, type StackPlace } from '@tribos/core/setup';
import { newEntry, useSend } from '../job/index.js';
import { Button, SelectField, Trouble } from '../ui/index.js';
import { lengthIn } from '../forms/index.js';

/** What lies under the cylinder or the head, and which stack brings squish or deck into its range. */
export function GasketStack({
  file,
  unit,
  mayDo,
  where,
}: {
  file: JobFile;
  unit: LengthUnit;
  mayDo: boolean;
  where: StackPlace;
}) {
  const known = (GASKETS.of(file.engine)?.gaskets ?? []).filter(
    (g) => g.where === where && g.made !== 'rubber',
  );
  const now = laidAt(file, where);
  const choices = stackChoices(file).filter((c) => c.where === where);
  // What was laid over it comes off, and is done anew.
  const opens = opensWithGasket(file);
  const again =
    opens.length === 0
      ? 'nothing lies over it yet; another stack, and it is read again.'
      : `with another stack all of this comes off and is done anew: ${opens.map((o) => o.step.what.toLowerCase()).join('; ')}.`;
  const title = where === 'base' ? 'Base gaskets' : 'Head gaskets';
  const [names, setNames] = useState<readonly string[]>([]);
  const { trouble, send } = useSend(file);
  const text = lengthIn(unit);
  const lay = (gaskets: readonly string[]) => send(newEntry(STACK_LAID, { where, gaskets: [...gaskets] }));
  const last = lastLaid(file, where);
  if (known.length === 0) return null;
  return (
    <section className="mt-4 bg-sheet p-3" aria-label={title}>
      <h2 className="text-title font-semibold">{title}</h2>
      <p>
        {now === null
          ? 'Say what lies there while it is read dry; then the stacks that fit are shown.'
          : `Lies there now: ${now.names.length === 0 ? 'none' : now.names.join(', ')}, ${text(now.thickness)} together.`}
      </p>
      <Trouble className="font-semibold">{trouble}</Trouble>
      {mayDo && (
        <div className="no-print mt-2 flex flex-wrap items-end gap-3">
          {[0, 1, 2].map((i) => (
            <SelectField
              key={i}
              label={`${where === 'base' ? 'Base' : 'Head'} gasket${i === 0 ? '' : ` ${i + 1}`}`}
              value={names[i] ?? ''}
              onChange={(e) => {
                const next = [...names];
                next[i] = e.target.value;
                setNames(next.filter((n) => n !== ''));
              }}
            >
              <option value="">none</option>
              {known.map((g) => (
                <option key={g.name}>{g.name}</option>
              ))}
            </SelectField>
          ))}
          <Button onClick={() => lay(names)}>Lies there</Button>
          {last && (
            <Button look="quiet" onClick={() => send(newEntry(TAKE_BACK, { of: last.id }))}>
              Take back: {last.gaskets.length === 0 ? 'none' : last.gaskets.join(', ')}
            </Button>
          )}
        </div>
      )}
      {choices.map((c) => (
        <div key={c.cylinder} className="mt-3">
          <h3 className="font-semibold first-letter:uppercase">
            {file.engine.cylinders[c.cylinder]}: {c.from} {text(c.read.mean)}
            {c.from === 'squish' && `, smaller end ${text(c.read.smaller)}`}; {text(c.limits.low)} to{' '}
            {text(c.limits.high)}, {text(c.limits.target)} aimed at
          </h3>
          {c.read.smaller < c.limits.low && <p className="font-semibold text-beyond">Too tight: {again}</p>}
          {c.read.mean > c.limits.high && <p className="font-semibold text-undecided">Too loose: {again}</p>}
          {c.stacks.length === 0 && (
            <p className="text-undecided">
              No stack of the gaskets on this sheet brings it in. Cylinder or head has to be worked on, or
              another gasket made.
            </p>
          )}
          <ol>
            {c.stacks.map((s, i) => (
              <StackRow
                key={s.gaskets.map((g) => g.name).join()}
                mean={withUnit(nm(Math.round(s.mean)), {
                  unit,
                  step: unit === 'mm' ? 10_000 : 25_400,
                  limits: [nm(c.limits.low), nm(c.limits.high)],
                })}
                stack={s}
                first={i === 0}
                text={text}
                lies={now?.names.join() === s.gaskets.map((g) => g.name).join()}
                onLay={mayDo ? () => lay(s.gaskets.map((g) => g.name)) : null}
              />
            ))}
          </ol>
        </div>
      ))}
    </section>
  );
}

function StackRow({
  stack,
  mean,
  first,
  lies,
  text,
  onLay,
}: {
  stack: StackEffect;
  /** What it comes to, never rounded onto a limit. */
  mean: string;
  first: boolean;
  lies: boolean;
  text: (v: number) => string;
  onLay: (() => void) | null;
}) {
  const change = (name: string, of: { before: number; after: number } | null, as: (v: number) => string) =>
    of && (
      <span key={name} className="block">
        {name}{' '}
        <span className="figure">
          {as(of.before) === as(of.after) ? as(of.after) : `${as(of.before)} → ${as(of.after)}`}
        </span>
      </span>
    );
  return (
    <li
      className={`grid items-center gap-x-4 gap-y-1 border-t border-l-5 border-t-rule py-2 pl-3 sm:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1.4fr)_auto] ${first ? 'border-l-brass' : 'border-l-transparent'}`}
    >
      <span className="font-semibold">
        {stack.gaskets.map((g) => g.name).join(' + ')}
        {stack.fibre && (
          <span className="block text-small font-normal text-undecided">fibre: usual once clamped</span>
        )}
      </span>
      <span className="figure text-lead">{mean}</span>
      <span className="text-small">
        {change('ratio', stack.ratio, (v) => v.toFixed(2))}
        {change('trapped', stack.trapped, (v) => v.toFixed(2))}
        {stack.ports.map((p) => change(p.name, p, (v) => `${v.toFixed(1)}°`))}
        {stack.room.map((r) => change(`${r.name} to piston`, r, text))}
      </span>
      {lies ? (
        <span className="text-within">lies there</span>
      ) : (
        onLay && (
          <Button look={first ? 'brass' : undefined} onClick={onLay}>
            Lay it
          </Button>
        )
      )}
    </li>
  );
}
