import type { JobFile } from '@tribos/core/ground';
import { stepName, unprovedSteps, type RunStep } from '@tribos/core/assembly';
import type { Judgement } from '@tribos/core/house';
import { useSettings } from '../kit/settings.js';
import { Button } from '../ui/index.js';
import type { Assembling } from './useAssembly.js';

/** How far it is, section by section; what waits for a second look, what is provisional, what is no longer proved. */
export function RunList({
  file,
  judgement,
  assembling,
  onStep,
}: {
  file: JobFile;
  judgement: Judgement;
  assembling: Assembling;
  onStep: (step: RunStep) => void;
}) {
  const { sections, steps, provisional, now } = assembling;
  const { unit } = useSettings();
  const again = steps.filter((s) => s.waitsForAgain && s.state === 'done');
  const lost = unprovedSteps(file, judgement.items, steps, unit);
  return (
    <div className="grid content-start gap-4">
      {again.length > 0 && (
        <section className="border-l-5 border-brass bg-sheet p-3" aria-label="Second looks">
          <h2 className="font-semibold text-brass">Look once more</h2>
          <p className="text-small text-soft">By another, or after ten minutes of something else.</p>
          {again.flatMap((s) =>
            s.asks.map((a, n) =>
              a.seen && !a.again ? (
                <div key={`${s.key}:${n}`} className="mt-1">
                  <p className="text-small">{stepName(file, s)}</p>
                  <Button
                    onClick={() =>
                      assembling.answer(
                        a.shown.findIndex((x) => x.text === a.seen!.answer),
                        s,
                        n,
                        true,
                      )
                    }
                  >
                    {a.ask.ask} {a.seen.answer}
                  </Button>
                </div>
              ) : null,
            ),
          )}
        </section>
      )}
      {provisional.map((p) => (
        <p key={p.of} className="border-l-5 border-undecided bg-sheet p-3 first-letter:uppercase">
          {p.text}.
        </p>
      ))}
      {lost.map(({ step, why }) => (
        <p key={step.key} className="border-l-5 border-undecided bg-sheet p-3">
          <span className="font-semibold">{stepName(file, step)}: </span>
          {why}
        </p>
      ))}
      <ol className="bg-sheet">
        {sections.map((s) => {
          const done = s.steps.filter((x) => x.state !== 'open').length;
          const here = s.steps.some((x) => x === now);
          return (
            <li key={s.key} className="border-b border-rule px-3 py-1">
              <details open={here}>
                <summary className="flex min-h-11 cursor-pointer items-center justify-between gap-2">
                  <span className={`font-semibold ${here ? 'text-brass' : ''}`}>{s.name}</span>
                  <span className="figure text-small">
                    {done} / {s.steps.length}
                  </span>
                </summary>
                <ul>
                  {s.steps.map((x) => (
                    <li key={x.key} className="border-t border-rule">
                      <button
                        type="button"
                        onClick={() => onStep(x)}
                        className={`min-h-11 w-full py-1 text-left text-small leading-snug ${x === now ? 'font-semibold text-brass' : x.state === 'open' ? '' : 'text-soft'}`}
                      >
                        {x.state === 'done' ? '✓ ' : x.state === 'over' ? '– ' : ''}
                        {stepName(file, x)}
                      </button>
                    </li>
                  ))}
                </ul>
              </details>
            </li>
          );
        })}
      </ol>
    </div>
  );
}
