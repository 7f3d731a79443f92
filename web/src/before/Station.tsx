import { overallOf, limitWants } from '@tribos/core/ground';
import { seenOf, testsOf } from '@tribos/core/before';
import { Bar, LastSaid, Next, StationFrame } from '../frame/index.js';
import { useJobContext } from '../job/index.js';
import { useMay } from '../people/index.js';
import { PhotoStrip } from '../photos/index.js';
import { Asked } from '../sheetLines/index.js';
import { Empty, VerdictMark } from '../ui/index.js';
import { CompressionPanel } from './CompressionPanel.js';
import { LeakDownPanel } from './LeakDownPanel.js';
import { LeakTest } from './LeakTestPanel.js';
import { Panel } from './Panel.js';
import { SeenPanel } from './SeenPanel.js';
import { SpotFigureBar } from './SpotFigureBar.js';
import { useBefore, type Before } from './useBefore.js';
import { useBeforeBar, type BeforeBar } from './useBeforeBar.js';

/** What the engine is like before it comes apart: kept to hold what goes out against. */
export function BeforeStation() {
  const { file, unit } = useJobContext();
  const before = useBefore(file);
  const mayDo = useMay('measure');
  const tests = testsOf(file.engine);
  const bar = useBeforeBar(before, mayDo);
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
          <Asked
            file={file}
            quiet
            wants={limitWants(
              before.verdicts.map((v) => v.figure),
              file,
            )}
          />
          <PhotoStrip jobId={file.job.id} station="before" />
        </div>
      }
      bar={mayDo && <BeforeStrip before={before} bar={bar} />}
    >
      <fieldset disabled={!mayDo} className="grid min-w-0 content-start gap-4">
        <legend className="sr-only">Tests before it comes apart</legend>
        {tests.includes('compression') && <CompressionPanel before={before} bar={bar} unit={unit} />}
        {tests.includes('leak-down') && <LeakDownPanel before={before} bar={bar} unit={unit} />}
        {tests.includes('leak-test') && (
          <Panel before={before} what="leak-test">
            <LeakTest testing={before} leak={bar.leak} bar={bar} unit={unit} />
          </Panel>
        )}
        {seenOf(file.engine).map((s) => (
          <SeenPanel key={s.key} before={before} seen={s} />
        ))}
      </fieldset>
    </StationFrame>
  );
}

/** The bar of what is read before; where nothing is read with figures, what was done last and the way back. */
function BeforeStrip({ before, bar }: { before: Before; bar: BeforeBar }) {
  const last = before.last && <p className="leading-4.5">{before.last}</p>;
  const onBack = before.last ? before.takeBack : null;
  if (bar.at)
    return (
      <SpotFigureBar
        label="Before bar"
        bar={bar}
        trouble={before.troubleAt(bar.at.key)}
        last={last}
        onBack={onBack}
      />
    );
  return onBack ? (
    <Bar label="Before bar">
      <LastSaid said={last} onBack={onBack} />
    </Bar>
  ) : null;
}
