import { PartsToGet } from '../parts/index.js';
import { Button, Sheet } from '../ui/index.js';
import type { Strip } from './useStrip.js';

const STATES = { done: 'off', over: 'left out', open: '', back: 'back' } as const;

/** The whole list, to look ahead in and to take another step first. */
export function WholeList({
  strip,
  onKeep,
  onClose,
}: {
  strip: Strip;
  /** Keeps it as this engine's own list; null where that is not for this person. */
  onKeep: (() => void) | null;
  onClose: () => void;
}) {
  return (
    <Sheet title="The whole list" onClose={onClose} wide>
      {strip.plan.sections.map((s) => (
        <section key={s.key} className="mb-3">
          <h3 className="font-semibold text-blue">{s.name}</h3>
          <ol>
            {s.steps.map((p) => (
              <li key={p.step.key} className="border-t border-rule">
                <button
                  type="button"
                  disabled={p.state !== 'open' || !p.ready}
                  onClick={() => {
                    strip.pick(p.step.key);
                    onClose();
                  }}
                  className="flex min-h-11 w-full items-center justify-between gap-3 text-left disabled:text-soft"
                >
                  <span>
                    {p.step.what}
                    {p.added && <span className="text-small text-brass"> · added here</span>}
                  </span>
                  <span className="text-small text-soft">
                    {STATES[p.state]}
                    {p.state === 'open' && !p.ready && 'waits for what comes before it'}
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </section>
      ))}
      <div className="mb-3">
        <PartsToGet />
      </div>
      {onKeep && (
        <p className="border-t border-ink/60 pt-3">
          <Button onClick={onKeep}>Keep it as the list of this engine</Button>
          <span className="block text-small text-soft">
            With the steps added here and without those it does not have; unchecked, to be edited on the
            engine’s page.
          </span>
        </p>
      )}
    </Sheet>
  );
}
