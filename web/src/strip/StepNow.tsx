import type { LengthUnit } from '@tribos/core/ground';
import { CAUTIONS, holesOf, BOLT, NOTES, STRIP_NOTE, stripLog, type BoltHole } from '@tribos/core/strip';
import { BeginTimer } from '../timers/index.js';
import { Kbd } from '../ui/index.js';
import { BoltPlan, type HoleState } from './BoltPlan.js';
import type { Strip } from './useStrip.js';

/** The step at hand, large: what is done, how, what hides, what may hurt; its hard stop or its bolts beside it. */
export function StepNow({
  strip,
  unit,
  onHole,
}: {
  strip: Strip;
  unit: LengthUnit;
  onHole: (hole: BoltHole, map: string) => void;
}) {
  const { shown, stop, press, back, grain, file } = strip;
  if (!shown) return null;
  const { step } = shown;
  const bolts = holesOf(file.engine, step);
  const found = stripLog(file).filter(BOLT.is);
  const stateOf = (hole: BoltHole): HoleState => {
    const last = found.findLast((b) => b.map === bolts?.map.key && b.hole === hole.at);
    if (last && last.is !== 'fine') return 'wrong';
    return bolts?.holes.some((h) => h.at === hole.at) ? (back ? 'out' : 'now') : 'in';
  };
  const also = !stop && grain === 'section' ? press.filter((s) => s !== shown) : [];
  return (
    <div
      className="border-l-5 border-brass py-3 pl-4"
      aria-live="polite"
      data-testid="step"
      data-step={`${step.key}${stop ? '?' : ''}`}
    >
      <div className={bolts ? 'grid gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]' : ''}>
        <div>
          <p className="text-reading leading-tight font-semibold">
            {back ? `Back: ${step.what}` : step.what}
          </p>
          {step.how && <p className="mt-1 text-lead leading-snug">{step.how}</p>}
          {step.hidden && <p className="mt-1 font-semibold text-undecided">Hides: {step.hidden}</p>}
          {!back && step.opens && (
            <p className="mt-1 font-semibold text-brass">
              From here the {step.opens} is open: what falls there goes to the crank.
            </p>
          )}
          {back && strip.crank.ways.includes(step.opens) && (
            <p className="mt-1 font-semibold text-brass">This closes the {step.opens}.</p>
          )}
          {step.cautions.map((c) => (
            <p key={c} className="mt-1 text-small text-soft">
              {CAUTIONS[c]}
            </p>
          ))}
          {step.tools.length > 0 && (
            <p className="mt-1 text-small">
              Tool: <span className="font-semibold">{step.tools.join(', ')}</span>
            </p>
          )}
          {step.waits && !back && (
            <p className="mt-2">
              <BeginTimer
                jobId={file.job.id}
                station="strip"
                what={step.waits.what}
                minutes={step.waits.minutes}
              />
            </p>
          )}
          {back &&
            stripLog(file)
              .filter(STRIP_NOTE.is)
              .filter((n) => n.step === step.key || (n.for !== '' && n.for === step.key))
              .map((n) => (
                <p key={n.id} className="mt-1 border-l-3 border-brass pl-3 text-lead">
                  {n.text}{' '}
                  <span className="text-small text-soft">{NOTES[n.about]}, noted when it came off</span>
                </p>
              ))}
          {shown.odd.map((o) => (
            <p key={o.id} className="mt-1 text-undecided">
              Noted: {o.why === 'other' ? '' : `${o.why}. `}
              {o.text}
            </p>
          ))}
        </div>
        {bolts && (
          <BoltPlan map={bolts.map} state={stateOf} unit={unit} onHole={(h) => onHole(h, bolts.map.key)} />
        )}
      </div>
      {stop && <HardStop strip={strip} />}
      {also.length > 0 && (
        <p className="mt-2">
          and with the same press:{' '}
          <span className="text-soft">{also.map((s) => s.step.what).join(' · ')}</span>
        </p>
      )}
    </div>
  );
}

/** What would be lost for good: asked what is seen, never whether it is done. */
function HardStop({ strip }: { strip: Strip }) {
  const { stop, choice, answer } = strip;
  const of = stop!.step.stop!;
  return (
    <fieldset className="mt-3 border-2 border-brass p-3">
      <legend className="px-2 font-semibold text-brass">Look first</legend>
      <p className="text-lead font-semibold">{of.ask}</p>
      <ul className="mt-2 grid gap-2 sm:grid-cols-2">
        {of.answers.map((a, i) => (
          <li key={a.text}>
            <button
              type="button"
              onClick={() => answer(i)}
              className={`flex min-h-12 w-full items-center gap-3 border-2 px-3 text-left text-lead ${i === choice ? 'border-brass bg-page font-semibold' : 'border-rule'}`}
            >
              <Kbd>{i + 1}</Kbd> {a.text}
              {i === choice && <span className="sr-only">, marked</span>}
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-small text-soft">
        Tap it, or its figure. By foot: <Kbd>Space</Kbd> moves the mark, held it takes it.
        {of.photo && (
          <>
            {' '}
            A photo tells it best: <Kbd>p</Kbd>
          </>
        )}
      </p>
    </fieldset>
  );
}
