import { placeKey, RING_NAMES, WORK_DONE, capital } from '@tribos/core/ground';
import {
  FREE_SLIDE,
  isPreparing,
  ringSentence,
  solidText,
  type OrderStep,
  type RingWork,
} from '@tribos/core/rings';
import { lengthText } from '../forms/index.js';
import { Next } from '../frame/index.js';
import { newEntry, type JobContext } from '../job/index.js';
import { Button, LinkButton } from '../ui/index.js';
import { StepForm } from './StepForm.js';
import { placeOf } from './useRingWork.js';
import { depthOf, type RingActs } from './ringActs.js';

/** What comes next on one cylinder, with the button that says it is done. */
export function NextStep({
  context,
  cylinder,
  before,
  open,
  work,
  acts,
  asked,
  warm,
}: {
  context: JobContext;
  cylinder: number;
  /** What of the order comes before any gap; null where the rings are next. */
  before: OrderStep | null;
  /** The first of the order that is open. */
  open: OrderStep | null;
  work: RingWork | null;
  acts: RingActs;
  /** A pass that was asked about, since the leaf goes already; null where none was. */
  asked: string | null;
  /** Why the temperature was not kept; null where it was, or nobody said it. */
  warm: Error | null;
}) {
  const { file, unit } = context;
  const { job, engine } = file;
  const ready = isPreparing(file, cylinder);
  const slides = (how: 'freely' | 'tightens') => () =>
    void acts.send(newEntry(FREE_SLIDE, { cylinder, slides: how }));
  const washed = () =>
    void acts.send(
      newEntry(WORK_DONE, {
        what: 'washed',
        cylinder,
        kitId: null,
        ticket: null,
        text: 'White cloth, oiled at once.',
      }),
    );
  const sentence = (): string => {
    // Bought rings may be sized to the wall as it lies there, whatever is decided of it later.
    if (!ready && !work)
      return 'The way out is not settled here yet: decide, and have the wall back, before rings are sized to it.';
    if (ready && before) return before.sentence(unit);
    if (work) return `${capital(RING_NAMES[work.target.ring])}: ${ringSentence(file, work, unit)}`;
    return open?.sentence(unit) ?? 'Everything here is ready.';
  };
  return (
    <Next says={sentence()}>
      {!ready && !work && <LinkButton to={`/jobs/${job.id}/decide`}>Decide</LinkButton>}
      {!ready && work && (
        <p className="text-small text-soft">
          Nothing is decided yet: this is sized to the wall as it lies here. Work on the wall opens it again.
        </p>
      )}
      {asked !== null && (
        <p role="alert" className="font-semibold text-undecided">
          Its leaf goes already, and filing only ever opens. The same again files {asked.split(':')[2]} all
          the same.
        </p>
      )}
      {warm && <p className="font-semibold text-beyond">{warm.message}</p>}
      {ready && (before?.key === 'piston' || before?.key === 'cylinder') && (
        <LinkButton to={`/jobs/${job.id}`}>Measure it</LinkButton>
      )}
      {ready && before?.key === 'wash' && (
        <Button look="brass" onClick={washed}>
          The cloth stayed white, oiled
        </Button>
      )}
      {ready && before?.key === 'slide' && (
        <>
          <Button look="brass" onClick={slides('freely')}>
            Slides freely
          </Button>
          <Button onClick={slides('tightens')}>It tightens</Button>
        </>
      )}
      {work && !(ready && before) && (
        <StepForm
          key={`${placeKey(placeOf(work))}:${work.next.kind}`}
          work={work}
          windows={engine.ports.length > 0}
          solid={(depth) => solidText(file, depthOf(depth, unit) ?? work.target.depths.least)}
          depth={lengthText(work.target.depths.least, unit)}
          unit={unit}
          onDo={acts.act}
          onFile={acts.filed}
        />
      )}
    </Next>
  );
}
