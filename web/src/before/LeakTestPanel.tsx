import { useState, type ReactNode } from 'react';
import { fromBase, type LengthUnit } from '@tribos/core/ground';
import { bar as barText, LEAK_END, leakText, SETTLE, SHORTEST, type LeakRun } from '@tribos/core/crank';
import { CAUTIONS } from '@tribos/core/strip';
import { Button, Choices, TextField, Trouble } from '../ui/index.js';
import { LimitStrip, WorkingSheet } from '../verdicts/index.js';
import { LeakPicture } from './LeakPicture.js';
import { SpotList } from './SpotRows.js';
import { clock, type Leak, type Testing } from './useLeakSpots.js';
import type { SpotBar } from './useSpotBar.js';

const WAYS = [
  ['pressure', 'by pressure'],
  ['vacuum', 'by vacuum'],
] as const;
const UNITS = [
  ['bar', 'bar'],
  ['kPa', 'kPa'],
  ['psi', 'psi'],
] as const;

/** A crankcase leak test: set and marked through the bar, timed by the screen; those that were done with their strips. */
export function LeakTest({
  testing,
  leak,
  bar,
  unit,
}: {
  testing: Testing;
  leak: Leak;
  bar: SpotBar;
  unit: LengthUnit;
}) {
  const { running, how } = leak;
  const rows = <SpotList bar={bar} test="leak-test" />;
  return (
    <>
      {running ? (
        <Running key={running.test.id} testing={testing} leak={leak} run={running}>
          {rows}
        </Running>
      ) : (
        <>
          <div className="flex flex-wrap gap-3">
            <Choices label="Tested" of={WAYS} is={how.way} onChoose={(way) => leak.say({ way })} />
            <Choices label="Gauge in" of={UNITS} is={how.unit} onChoose={(u) => leak.say({ unit: u })} />
          </div>
          <div className="mt-2 columns-[16rem]">{rows}</div>
        </>
      )}
      <Done testing={testing} runs={leak.runs.filter((r) => r.ended !== null)} unit={unit} />
      <p className="mt-2 text-small text-soft">{CAUTIONS['leak-test']}</p>
    </>
  );
}

/** What was tested, each against its limit. */
function Done({ testing, runs, unit }: { testing: Testing; runs: readonly LeakRun[]; unit: LengthUnit }) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = runs.find((r) => r.test.id === open)?.figure;
  return (
    <>
      <ul className="empty:hidden">
        {runs.map((r) => (
          <li
            key={r.test.id}
            className="grid grid-cols-[repeat(auto-fit,minmax(15rem,1fr))] gap-3 border-t border-rule py-2"
          >
            <div>
              <p>{leakText(r)}.</p>
              {r.figure && <LimitStrip item={r.figure} unit={unit} onOpen={() => setOpen(r.test.id)} />}
            </div>
            <LeakPicture run={r} />
          </li>
        ))}
      </ul>
      {shown && (
        <WorkingSheet
          file={testing.file}
          item={shown}
          unit={unit}
          onClose={() => setOpen(null)}
          onWhy={null}
        />
      )}
    </>
  );
}

/** The clock and the marks so far; a test is ended once they are enough, and broken off whenever. */
function Running({
  testing,
  leak,
  run,
  children,
}: {
  testing: Testing;
  leak: Leak;
  run: LeakRun;
  children: ReactNode;
}) {
  const { test, marks, slope } = run;
  const { time } = leak;
  const [bubbles, setBubbles] = useState('');
  const settled = marks.filter((m) => m.seconds >= SETTLE);
  const end = (how: 'finished' | 'interrupted') =>
    testing.keep('leak-end', LEAK_END, { test: test.id, how, bubbles: bubbles.trim() });
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(15rem,1fr))] gap-3">
      <div>
        <p className="flex items-baseline gap-4">
          <span className="figure text-reading" role="timer">
            {clock(time.seconds)}
          </span>
          <span className={time.isDue ? 'font-semibold text-brass' : 'text-soft'}>{time.says}</span>
        </p>
        <p className="mt-1 text-small text-soft">
          Set to {barText(test.value)}. {settled.length} of at least 5 marks over {Math.round(SHORTEST / 60)}{' '}
          min
          {slope && (
            <>
              {' '}
              · loses{' '}
              <span className="figure">
                {fromBase('pressure-rate', slope.loss, 'bar/min').toFixed(4)} ±{' '}
                {fromBase('pressure-rate', 2 * slope.u, 'bar/min').toFixed(4)}
              </span>{' '}
              bar/min
            </>
          )}
        </p>
        <div className="mt-2">{children}</div>
        <div className="mt-2">
          <TextField
            label="Where it bubbles"
            maxLength={500}
            value={bubbles}
            onChange={(e) => setBubbles(e.target.value)}
          />
        </div>
        <Trouble>{testing.troubleAt('leak-end')}</Trouble>
        <p className="mt-2 flex flex-wrap gap-2">
          {slope?.enough && (
            <Button look="brass" onClick={() => end('finished')}>
              Finished
            </Button>
          )}
          <Button onClick={() => end('interrupted')}>Broken off</Button>
        </p>
      </div>
      <LeakPicture run={run} />
    </div>
  );
}
