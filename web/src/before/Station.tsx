import { useEffect, useRef } from 'react';
import { overallOf, seenOf, testsOf } from '@tribos/core';
import { Next, StationFrame } from '../frame/index.js';
import { useJobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { PhotoStrip } from '../photos/index.js';
import { Button, Empty, Kbd, VerdictMark } from '../ui/index.js';
import { CompressionPanel } from './CompressionPanel.js';
import { LeakDownPanel } from './LeakDownPanel.js';
import { LeakTestPanel } from './LeakTestPanel.js';
import { SeenPanel } from './SeenPanel.js';
import { useBefore } from './useBefore.js';

/** What the engine is like before it comes apart: kept to hold what goes out against. */
export function BeforeStation() {
  const { file } = useJobContext();
  const before = useBefore(file);
  const mayDo = useMay('measure');
  const tests = testsOf(file.engine);
  const latest = useRef(before.takeBack);
  useEffect(() => {
    latest.current = before.takeBack;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement | null;
      if (event.key !== 'Backspace' || target?.closest('input, textarea, select, [role="dialog"]')) return;
      event.preventDefault();
      latest.current();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const open = before.steps.filter((s) => s.done === null && s.excused === null);
  return (
    <StationFrame
      label="Before it comes apart"
      next={
        <Next
          says={
            open.length === 0
              ? 'Everything before is done or left out. On to the strip.'
              : `${open[0]!.name}${open.length > 1 ? `, and ${open.length - 1} more before it comes apart` : ''}.`
          }
        />
      }
      aside={
        <div className="grid content-start gap-4">
          <section aria-label="What it says">
            <h2 className="mb-1 font-semibold">As it came in</h2>
            {before.verdicts.length === 0 ? (
              <Empty>
                Nothing was tested yet. What is measured now is what the work is held against afterwards.
              </Empty>
            ) : (
              <ul className="border-t border-ink/60">
                {before.verdicts.map((v) => {
                  const state = overallOf(v.figure);
                  return (
                    <li key={v.key} className="border-b border-rule py-2">
                      <VerdictMark state={state === 'unread' ? 'waiting' : state} />
                      <p className="font-semibold">{v.headline}</p>
                      {v.details.map((d) => (
                        <p key={d} className="text-small text-soft">
                          {d}
                        </p>
                      ))}
                    </li>
                  );
                })}
              </ul>
            )}
            <p className="mt-1 text-small text-soft">
              It judges what came in, and decides nothing about what goes out.
            </p>
          </section>
          {before.last && mayDo && (
            <p>
              <span className="text-small text-soft">last</span> {before.last}{' '}
              <Button look="quiet" onClick={before.takeBack}>
                take it back <Kbd>⌫</Kbd>
              </Button>
            </p>
          )}
          <PhotoStrip jobId={file.job.id} station="before" />
        </div>
      }
    >
      <fieldset disabled={!mayDo} className="grid min-w-0 content-start gap-4">
        <legend className="sr-only">Tests before it comes apart</legend>
        {tests.includes('compression') && <CompressionPanel before={before} />}
        {tests.includes('leak-down') && <LeakDownPanel before={before} />}
        {tests.includes('leak-test') && <LeakTestPanel before={before} />}
        {seenOf(file.engine).map((s) => (
          <SeenPanel key={s.key} before={before} seen={s} />
        ))}
      </fieldset>
    </StationFrame>
  );
}
