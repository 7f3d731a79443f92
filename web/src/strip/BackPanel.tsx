import type { ReactNode } from 'react';
import { useFootKeys } from '../bar/index.js';
import type { JobContext } from '../job/index.js';
import { StepNow } from './StepNow.js';
import { StripBar } from './StripBar.js';
import { useStrip } from './useStrip.js';

/** The strip list run backwards: what goes back now, its trays and counts falling to nought, what is left after it. */
export function BackPanel({
  context,
  mayDo,
  children,
}: {
  context: JobContext;
  mayDo: boolean;
  children: ReactNode;
}) {
  const strip = useStrip(context, true);
  const { off, plan } = strip;
  const left = plan.chosen !== null && off.length > 0;
  useFootKeys({
    act: (held) => {
      if (mayDo && left) strip.act(held);
    },
    waits: false,
    own: mayDo && plan.chosen ? { Backspace: strip.takeBack } : {},
  });
  return (
    <>
      <div
        role="group"
        aria-label="Refit"
        tabIndex={0}
        className={`grid content-start gap-4 px-5 pb-4 md:min-h-0 md:flex-1 md:overflow-y-auto ${left ? 'lg:grid-cols-[minmax(0,1fr)_20rem]' : ''}`}
      >
        <section
          aria-label="What goes back"
          className={`min-w-0 self-start bg-sheet p-3 ${left ? 'lg:sticky lg:top-0' : ''}`}
        >
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
            <p className="text-lead">
              {plan.chosen ? 'Everything that came off is back.' : 'Nothing was taken apart by the list.'}
            </p>
          )}
        </section>
        {/* With nothing left to put back, what is left to look at has all of the width. */}
        <div className={`min-w-0 ${left ? '' : 'gap-4 lg:columns-2'}`}>{children}</div>
      </div>
      {mayDo && left && <StripBar strip={strip} />}
    </>
  );
}
