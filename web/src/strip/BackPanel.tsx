import type { ReactNode } from 'react';
import { useFootKeys } from '../bar/index.js';
import { StationFrame } from '../frame/index.js';
import type { JobContext } from '../job/index.js';
import { StepNow } from './StepNow.js';
import { StripBar } from './StripBar.js';
import { useStrip } from './useStrip.js';

/** The strip list run backwards: what goes back now, its trays and counts falling to nought, what is left after it. */
export function BackPanel({
  context,
  mayDo,
  bar,
  work,
  children,
}: {
  context: JobContext;
  mayDo: boolean;
  /** What is in hand instead of the list, with its own bar and keys. */
  bar?: ReactNode;
  /** What else is done here, under the list. */
  work: ReactNode;
  children: ReactNode;
}) {
  const strip = useStrip(context, true);
  const { off, plan } = strip;
  const left = plan.chosen !== null && off.length > 0;
  useFootKeys({
    act: (held) => {
      if (mayDo && left && !bar) strip.act(held);
    },
    waits: false,
    own: mayDo && plan.chosen && !bar ? { Backspace: strip.takeBack } : {},
  });
  const list = (
    <section aria-label="What goes back" className="mb-4 min-w-0 bg-sheet p-3">
      {left ? (
        <>
          <StepNow strip={strip} unit={context.unit} onHole={() => undefined} />
          <ol className="mt-3">
            {off.slice(1, 7).map((s, i) => (
              <li
                key={s.step.key}
                className={`border-t border-rule py-1 ${i < 2 ? 'text-lead' : 'text-small text-soft'}`}
              >
                {s.step.what}
              </li>
            ))}
            {off.length > 7 && <li className="text-small text-soft">and {off.length - 7} more</li>}
          </ol>
        </>
      ) : (
        <p className={`text-lead font-semibold ${plan.chosen ? 'text-within' : ''}`}>
          {plan.chosen ? 'Everything that came off is back.' : 'Nothing was taken apart by the list.'}
        </p>
      )}
    </section>
  );
  // With nothing left to put back, what is left to look at has all of the width.
  return left ? (
    <StationFrame
      label="Refit"
      next={null}
      aside={children}
      bar={mayDo && (bar || <StripBar strip={strip} />)}
    >
      {list}
      {work}
    </StationFrame>
  ) : (
    <StationFrame label="Refit" next={null} bar={mayDo && bar}>
      {list}
      <div className="gap-4 lg:columns-2">
        {work}
        {children}
      </div>
    </StationFrame>
  );
}
