import type { LengthUnit } from '@tribos/core/ground';
import { ORDER, type OrderStep } from '@tribos/core/rings';
import { ScribedScale } from '../ui/index.js';

/** The order of work on one cylinder as a scribed scale: done, next in brass, what fell back with its reason. */
export function OrderOfWork({ steps, unit }: { steps: readonly OrderStep[]; unit: LengthUnit }) {
  const next = steps.find((s) => s.done === null && !s.optional);
  return (
    <section aria-label="Order of work">
      <ScribedScale />
      <ol className="-mt-2 grid grid-cols-4 xl:grid-cols-8">
        {steps.map((s) => (
          <li
            key={s.key}
            data-testid={`order-${s.key}`}
            data-state={s.done !== null ? 'done' : s.reopened ? 'fell-back' : 'open'}
            className={`border-t-4 px-1 pt-1 text-small leading-tight ${s === next ? 'border-brass font-semibold text-brass' : s.done ? 'border-ink text-ink' : 'border-transparent text-soft'}`}
          >
            <span aria-hidden="true">{s.done !== null ? '✓ ' : s.reopened ? '↺ ' : ''}</span>
            {ORDER[s.key]}
            {s.optional && s.done === null && <span className="block font-normal">if wanted</span>}
            <span className="sr-only">
              , {s.done !== null ? 'done' : s === next ? 'next' : s.reopened ? 'fell back' : 'open'}
            </span>
            {s.reopened && <span className="block text-beyond">{s.reopened} since</span>}
          </li>
        ))}
      </ol>
      <p className="sr-only">{next?.sentence(unit)}</p>
    </section>
  );
}
