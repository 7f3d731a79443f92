import type { LengthUnit } from '@tribos/core/ground';
import { LIES, ODD, type BoltHole, type PlannedStep } from '@tribos/core/strip';
import { Button, Kbd } from '../ui/index.js';
import { GRAINS } from './grain.js';
import { StepNow } from './StepNow.js';
import type { Strip } from './useStrip.js';

/** What of the list is shown before and after the step at hand. */
const BEFORE = 3;
const AFTER = 2;

const takesOf = (s: PlannedStep): string =>
  [
    ...s.step.takes.map((t) => `${t.count} ${t.name}`),
    ...s.step.puts.map((t) => `${t.name} in`),
    ...(s.step.stop ? ['hard stop'] : []),
    ...(s.step.waits ? [`${s.step.waits.what}, ${s.step.waits.minutes} min`] : []),
  ].join(' · ');

/** The list of this engine as a descending column: what was, the step at hand, what comes. */
export function StripColumn({
  strip,
  unit,
  onHole,
  onAll,
}: {
  strip: Strip;
  unit: LengthUnit;
  onHole: (hole: BoltHole, map: string) => void;
  onAll: () => void;
}) {
  const { plan, now, shown, back, off, grain } = strip;
  const section = plan.sections.find((s) => s.key === shown?.section);
  const order = back ? [...plan.steps].reverse() : plan.steps;
  const at = shown ? order.findIndex((s) => s.step.key === shown.step.key) : order.length;
  const was = order
    .slice(0, at)
    .filter((s) => (back ? s.state === 'back' : s.state !== 'open'))
    .slice(-BEFORE);
  const comes = order.slice(at + 1).filter((s) => s.state === (back ? 'done' : 'open'));
  const left = back ? off.length : plan.steps.length - plan.done;
  return (
    <section className="bg-sheet p-4" aria-label="The list">
      <div className="flex flex-wrap items-center gap-x-4">
        <h2 className="text-title font-semibold">{section?.name ?? (back ? 'Back together' : 'Strip')}</h2>
        <p className="text-small text-soft">
          <span className="figure">{plan.steps.length - left}</span> of{' '}
          <span className="figure">{plan.steps.length}</span>
        </p>
        {!back && (
          <div role="group" aria-label="Grain" className="flex items-center">
            {GRAINS.map((g) => (
              <button
                key={g}
                type="button"
                aria-pressed={g === grain}
                onClick={() => strip.toGrain(g)}
                className={`min-h-11 border-b-3 px-2 text-small ${g === grain ? 'border-brass font-semibold text-brass' : 'border-transparent text-soft'}`}
              >
                {g}
              </button>
            ))}
            <Kbd>v</Kbd>
          </div>
        )}
        <p className="ml-auto text-small text-soft">{section && `engine ${LIES[section.lies]}`}</p>
      </div>
      <ol>
        {was.map((s) => (
          <li key={s.step.key} className="flex items-baseline gap-3 border-t border-rule py-1.5 text-soft">
            <span
              aria-hidden="true"
              className={`size-2.5 shrink-0 ${s.state === 'over' ? 'border border-soft' : 'bg-soft'}`}
            />
            <span className="min-w-0 flex-1">
              {s.step.what}
              <span className="sr-only">{s.state === 'over' ? ', left out' : ', done'}</span>
            </span>
            <span className="max-w-1/2 text-right text-small">
              {s.state === 'over' ? ODD[s.odd.at(-1)?.why ?? 'skipped'] : (s.answered?.answer ?? takesOf(s))}
            </span>
          </li>
        ))}
        {shown && (
          <li className="border-t border-rule">
            <StepNow strip={strip} unit={unit} onHole={onHole} />
          </li>
        )}
        {!shown && (
          <li className="border-t border-rule py-6">
            <p className="text-reading font-semibold">
              {back
                ? 'Everything of the list is back.'
                : plan.steps.some((s) => s.state === 'open')
                  ? 'What is left waits for something else.'
                  : 'Stripped.'}
            </p>
            <p className="text-soft">
              {strip.crank.ways.length > 0
                ? `Open to the crank: ${strip.crank.ways.join(', ')}.`
                : 'Nothing is open to the crank.'}
            </p>
          </li>
        )}
        {comes.slice(0, AFTER).map((s) => (
          <li key={s.step.key} className="border-t border-rule">
            <button
              type="button"
              disabled={back || !s.ready}
              onClick={() => strip.pick(s.step.key)}
              className="flex min-h-11 w-full items-center gap-3 text-left"
            >
              <span className="min-w-0 flex-1 text-lead">{s.step.what}</span>
              <span className="max-w-1/2 text-right text-small text-soft">{takesOf(s)}</span>
            </button>
          </li>
        ))}
      </ol>
      <p className="flex flex-wrap items-center gap-x-3 border-t border-rule pt-1 text-small text-soft">
        {comes.length > AFTER && (
          <span>
            then{' '}
            {comes
              .slice(AFTER, AFTER + 3)
              .map((s) => s.step.what.toLowerCase())
              .join(' · ')}
            {comes.length > AFTER + 3 && ` … ${comes.length - AFTER - 3} more`}
          </span>
        )}
        <Button look="quiet" className="ml-auto" onClick={onAll}>
          The whole list <Kbd>l</Kbd>
        </Button>
      </p>
      {now === null && null}
    </section>
  );
}
