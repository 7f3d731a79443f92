import { useState } from 'react';
import { CONSTRUCTION, parseReading, WORK_DONE, type JobFile, type LengthUnit } from '@tribos/core/ground';
import {
  asOpensToTheSides,
  crossHatchCycles,
  crossHatchSpeed,
  HAND_PACE,
  HATCH,
  HONING_TOOLS,
  mayHone,
  type HoningTool,
} from '@tribos/core/hone';
import { lengthText } from '../forms/index.js';
import { newEntry, refusedBy } from '../job/index.js';
import { post } from '../outbox/index.js';
import { Button, Trouble } from '../ui/index.js';
import { HatchPicture } from './HatchPicture.js';
import { beat, silence, useBeat } from './metronome.js';

const number = (text: string): number => Number(text.replace(',', '.'));

/** What one wall may have, the angle drawn to hold beside it, and the stroke beaten at its pace. */
export function HoneSheet({
  file,
  cylinder,
  unit,
  bore,
  sheetAngle,
}: {
  file: JobFile;
  cylinder: number;
  unit: LengthUnit;
  /** Bore as read, nm. */
  bore: number;
  /** What the rings want; null where their sheet is silent. */
  sheetAngle: number | null;
}) {
  const { wall, wallDepth } = file.engine;
  const [angle, setAngle] = useState(String(asOpensToTheSides(sheetAngle ?? 45)));
  const [travel, setTravel] = useState(lengthText(wallDepth, unit));
  const usable = (text: string, most: number) => number(text) > 0 && number(text) < most;
  const read = parseReading(travel, { unit });
  const long = read.ok && read.value > 0 && read.value < 1e9 ? read.value : null;
  const ready = usable(angle, 180) && long !== null;
  const stroke = { bore, travel: long ?? 1 };
  const proposed = ready ? Math.round(crossHatchSpeed(stroke, HAND_PACE.usual, number(angle)) / 5) * 5 : 0;
  const [rpm, setRpm] = useState('');
  const speed = rpm === '' ? Math.max(5, proposed) : number(rpm);
  const cycles = ready && speed > 0 ? crossHatchCycles(stroke, speed, number(angle)) : null;
  const beating = useBeat();
  const pace = cycles !== null && (cycles < HAND_PACE.slowest || cycles > HAND_PACE.fastest);

  return (
    <section aria-label="Hone and clean" className="min-w-0">
      <h3 className="text-lead font-semibold">Hone and clean</h3>
      <p className="text-small text-soft">
        {CONSTRUCTION[wall].name}: {CONSTRUCTION[wall].may.join('; ')}.{' '}
        <span className="text-beyond">Never: {CONSTRUCTION[wall].never.join('; ')}.</span>
      </p>
      <div className="mt-2 flex gap-4">
        <HatchPicture angle={ready ? number(angle) : 45} />
        <Stroke cycles={beating} />
        <div className="grid max-w-56 min-w-0 flex-1 content-start gap-1">
          <Small label="angle, °" value={angle} onChange={setAngle} />
          <Small label={`stroke, ${unit}`} value={travel} onChange={setTravel} />
          <Small label="drill, rpm" value={rpm} hint={String(proposed)} onChange={setRpm} />
        </div>
      </div>
      <p className="mt-1 text-lead">
        {cycles === null ? (
          'Give an angle and a stroke.'
        ) : (
          <>
            <span className="figure font-semibold" data-testid="cycles">
              {Math.round(cycles)}
            </span>{' '}
            strokes a minute, down and up, at <span className="figure">{Math.round(speed)}</span> rpm
            {sheetAngle !== null && number(angle) === asOpensToTheSides(sheetAngle)
              ? ', as the rings want'
              : ''}
          </>
        )}
      </p>
      {pace && (
        <p className="text-small text-undecided">
          A hand keeps up {HAND_PACE.slowest} to {HAND_PACE.fastest}: take about {proposed} rpm.
        </p>
      )}
      <p className="flex flex-wrap gap-2">
        {beating === null ? (
          <Button disabled={cycles === null} onClick={() => cycles !== null && beat(cycles)}>
            Beat the stroke
          </Button>
        ) : (
          <Button look="brass" onClick={silence}>
            Stop the beat
          </Button>
        )}
      </p>
      <Finished {...{ file, cylinder, cycles, speed }} angle={number(angle)} />
      <p className="text-small text-soft">
        Brushes and hones can break and fling: eye protection, clamp the cylinder, stop before withdrawing.
      </p>
    </section>
  );
}

/** What was done, with which tool: the buttons that write it down. */
function Finished({
  file,
  cylinder,
  angle,
  cycles,
  speed,
}: {
  file: JobFile;
  cylinder: number;
  angle: number;
  cycles: number | null;
  speed: number;
}) {
  const [text, setText] = useState('');
  const [refused, setRefused] = useState('');
  const tools = (Object.keys(HONING_TOOLS) as HoningTool[]).filter(
    (t) => mayHone(file.engine.wall, t) === null,
  );
  const finish = (tool: HoningTool): void => {
    const work = newEntry(WORK_DONE, {
      what: tool === 'stones' ? 'honed' : tool === 'brush' ? 'brushed' : 'ports-eased',
      cylinder,
      kitId: null,
      ticket: null,
      text,
    });
    const hatch = newEntry(HATCH, {
      cylinder,
      work: work.id,
      tool,
      angle: tool === 'stones' ? angle : null,
      rpm: tool === 'stones' && speed > 0 ? Math.round(speed) : null,
      cycles: tool === 'stones' ? cycles : null,
      text,
    });
    const why = refusedBy(file, work, hatch);
    setRefused(why ?? '');
    if (why !== null) return;
    silence();
    setText('');
    void post(file.job.id, [work, hatch]);
  };

  return (
    <>
      <label className="mt-2 grid gap-1 text-small text-soft">
        fluid; at a plated edge, why and where
        <input
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
          className="min-h-11 rounded-edge border border-ink/40 bg-sheet px-3 text-body text-ink"
        />
      </label>
      <p className="mt-2 flex flex-wrap gap-2">
        {tools.map((tool) => (
          <Button key={tool} onClick={() => finish(tool)}>
            {tool === 'stones'
              ? 'Honed with stones'
              : tool === 'brush'
                ? 'Brushed clean'
                : 'Edge deburred by hand'}
          </Button>
        ))}
      </p>
      <Trouble className="font-semibold">{refused}</Trouble>
    </>
  );
}

function Small({
  label,
  value,
  hint = '',
  onChange,
}: {
  label: string;
  value: string;
  hint?: string;
  onChange: (text: string) => void;
}) {
  return (
    <label className="flex items-center justify-between gap-2">
      <span className="text-small text-soft">{label}</span>
      <input
        inputMode="decimal"
        value={value}
        placeholder={hint}
        onChange={(e) => onChange(e.target.value)}
        className="figure min-h-11 w-20 rounded-edge border border-ink/40 bg-sheet px-2 text-right placeholder:text-soft"
      />
    </label>
  );
}

/** The tool's way up and down the wall, at the pace that is beaten. */
function Stroke({ cycles }: { cycles: number | null }) {
  return (
    <span aria-hidden="true" className="relative block h-30 w-4 shrink-0 border-x border-ink/60">
      <span
        className="absolute inset-x-0 top-0 h-3 bg-brass"
        style={cycles === null ? {} : { animation: `stroke ${30 / cycles}s linear infinite alternate` }}
      />
    </span>
  );
}
