import { useEffect, useRef, useState } from 'react';
import {
  bar,
  CAUTIONS,
  fromBase,
  LEAK_END,
  LEAK_MARK,
  LEAK_TEST,
  leakRunsAfter,
  leakRunsBefore,
  leakText,
  parseFigure,
  SETTLE,
  SHORTEST,
  type LeakRun,
} from '@tribos/core';
import { chime } from '../timers/index.js';
import { Button, SelectField, TextField } from '../ui/index.js';
import { LeakPicture } from './LeakPicture.js';
import { Panel } from './Panel.js';
import type { Before } from './useBefore.js';

/** A mark is asked for so often once it has settled, s. */
const EVERY = 45;

const figure = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** Who keeps entries of a test, and says why one was not kept. */
export type Testing = Pick<Before, 'file' | 'keep' | 'troubleAt'>;

/** The crankcase leak test of a two-stroke before it comes apart. */
export function LeakTestPanel({ before }: { before: Before }) {
  return (
    <Panel before={before} what="leak-test">
      <LeakTest before={before} when="before" />
    </Panel>
  );
}

/** A crankcase leak test: timed by the screen, pressure typed at its marks; those that were done. */
export function LeakTest({ before, when }: { before: Testing; when: 'before' | 'after' }) {
  const runs = when === 'before' ? leakRunsBefore(before.file) : leakRunsAfter(before.file);
  const running = runs.findLast((r) => r.ended === null) ?? null;
  const done = runs.filter((r) => r.ended !== null);
  return (
    <>
      {running ? (
        <Running key={running.test.id} before={before} run={running} />
      ) : (
        <Begin before={before} when={when} />
      )}
      {done.length > 0 && (
        <ul className="mt-3">
          {done.map((r) => (
            <li
              key={r.test.id}
              className="grid grid-cols-[repeat(auto-fit,minmax(15rem,1fr))] gap-3 border-t border-rule py-2"
            >
              <span>{leakText(r)}.</span>
              <LeakPicture run={r} />
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-small text-soft">{CAUTIONS['leak-test']}</p>
    </>
  );
}

function Begin({ before, when }: { before: Testing; when: 'before' | 'after' }) {
  const [way, setWay] = useState<'pressure' | 'vacuum'>('pressure');
  const [unit, setUnit] = useState<'bar' | 'kPa' | 'psi'>('bar');
  const [text, setText] = useState('');
  const [division, setDivision] = useState('0.005');
  const [engine, setEngine] = useState('');
  const [tester, setTester] = useState('');
  const read = parseFigure('pressure', division, unit);
  return (
    <form
      className="grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        before.keep('leak-test', LEAK_TEST, {
          way,
          when,
          text: text.trim(),
          unit,
          resolution: read.ok ? read.value : 0,
          engineVolume: figure(engine),
          testerVolume: figure(tester),
        });
      }}
    >
      <SelectField label="By" value={way} onChange={(e) => setWay(e.target.value as typeof way)}>
        <option value="pressure">pressure</option>
        <option value="vacuum">vacuum</option>
      </SelectField>
      <TextField
        label={`Set to, ${unit}`}
        className="figure text-lead"
        inputMode="decimal"
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <SelectField label="Gauge in" value={unit} onChange={(e) => setUnit(e.target.value as typeof unit)}>
        <option>bar</option>
        <option>kPa</option>
        <option>psi</option>
      </SelectField>
      <TextField
        label={`Its smallest division, ${unit}`}
        className="figure"
        inputMode="decimal"
        value={division}
        onChange={(e) => setDivision(e.target.value)}
      />
      <TextField
        label="Volume of the case, cm³"
        hint="Unknown volumes leave a tight case unproved"
        className="figure"
        inputMode="decimal"
        value={engine}
        onChange={(e) => setEngine(e.target.value)}
      />
      <TextField
        label="Of tester and hoses, cm³"
        className="figure"
        inputMode="decimal"
        value={tester}
        onChange={(e) => setTester(e.target.value)}
      />
      {before.troubleAt('leak-test') && (
        <p role="alert" className="col-span-full text-beyond">
          {before.troubleAt('leak-test')}
        </p>
      )}
      <div>
        <Button look="brass" type="submit">
          Start the clock
        </Button>
      </div>
    </form>
  );
}

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

function Running({ before, run }: { before: Testing; run: LeakRun }) {
  const { test, marks, slope } = run;
  const [now, setNow] = useState(() => Date.now());
  const [text, setText] = useState('');
  const [warm, setWarm] = useState('');
  const [bubbles, setBubbles] = useState('');
  const seconds = Math.max(0, (now - Date.parse(test.at)) / 1_000);
  const settled = marks.filter((m) => m.seconds >= SETTLE);
  const due = settled.length === 0 ? SETTLE : settled.at(-1)!.seconds + EVERY;
  const isDue = seconds >= due;
  const told = useRef(isDue);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    if (isDue && !told.current) chime();
    told.current = isDue;
  }, [isDue]);
  const end = (how: 'finished' | 'interrupted') =>
    before.keep('leak-end', LEAK_END, { test: test.id, how, bubbles: bubbles.trim() });
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(15rem,1fr))] gap-3">
      <div>
        <p className="flex items-baseline gap-4">
          <span className="figure text-reading" role="timer">
            {clock(seconds)}
          </span>
          <span className={isDue ? 'font-semibold text-brass' : 'text-soft'}>
            {seconds < SETTLE
              ? `settles, first mark at ${clock(SETTLE)}`
              : isDue
                ? 'read it now'
                : `next mark at ${clock(due)}`}
          </span>
        </p>
        <form
          className="mt-2 grid grid-cols-[repeat(auto-fit,minmax(8rem,1fr))] items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            const at = (Date.now() - Date.parse(test.at)) / 1_000;
            if (
              before.keep('leak-mark', LEAK_MARK, {
                test: test.id,
                seconds: Math.round(at * 10) / 10,
                text: text.trim(),
                unit: test.unit,
                celsius: figure(warm),
              }) !== null
            )
              setText('');
          }}
        >
          <TextField
            label={`${test.way === 'pressure' ? 'Pressure' : 'Vacuum'} now, ${test.unit}`}
            className="figure text-lead"
            inputMode="decimal"
            autoFocus
            value={text}
            error={before.troubleAt('leak-mark')}
            onChange={(e) => setText(e.target.value)}
          />
          <TextField
            label="Case, °C, if taken"
            className="figure"
            inputMode="decimal"
            value={warm}
            onChange={(e) => setWarm(e.target.value)}
          />
          <Button type="submit" look={isDue ? 'brass' : 'line'}>
            Mark
          </Button>
        </form>
        <p className="mt-1 text-small text-soft">
          Set to {bar(test.value)}. {settled.length} of at least 5 marks over {Math.round(SHORTEST / 60)} min
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
        <div className="mt-2">
          <TextField
            label="Where it bubbles"
            maxLength={500}
            value={bubbles}
            onChange={(e) => setBubbles(e.target.value)}
          />
        </div>
        <p className="mt-2 flex flex-wrap gap-2">
          <Button
            look={slope?.enough ? 'brass' : 'line'}
            disabled={!slope?.enough}
            onClick={() => end('finished')}
          >
            Finished
          </Button>
          <Button onClick={() => end('interrupted')}>Broken off</Button>
        </p>
      </div>
      <LeakPicture run={run} />
    </div>
  );
}
