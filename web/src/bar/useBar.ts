import { sendsItself, speak, takeFromLine, tick } from '../gaugeLine/index.js';
import { newEntry, type JobContext } from '../job/index.js';
import { post } from '../outbox/index.js';
import { answersTo } from './answers.js';
import { leavesAt } from './leavesAt.js';
import { rememberGauge } from './gaugeFor.js';
import { move, nextThing, type Direction } from './moves.js';
import { fittedKitId } from './places.js';
import { setTypedOn, typedOn } from './typing.js';
import type { Bar, OwnWalk } from './reading.js';
import { useAt } from './useAt.js';
import { useGaugeInHand } from './useGaugeInHand.js';
import { useCallback, useState } from 'react';
import {
  READING,
  TAKE_BACK,
  fromDeviation,
  isGap,
  isOfCylinder,
  lastReading,
  parseReading,
  readingContext,
  pistonAsked,
  placeKey,
  placeName,
  thrustAngle,
  type Instrument,
  type LeafAnswer,
  type Nanometres,
  type ReadingEntry,
  type SizePlace,
  type Place,
  type Zero,
} from '@tribos/core/ground';
import type { SentEntry } from '@tribos/core/house';
import { readingsOf, nextPlace, openZero, type SlipQuestion } from '@tribos/core/readings';
import { gapPlaces } from '@tribos/core/rings';

const ANSWERS: ReadonlySet<string> = new Set<LeafAnswer>(['goes', 'drags', 'does-not']);

/** Repeats of each act in comparator mode. */
const ACTS = 3;

const readingOf = (log: JobContext['file']['log'], id: string): ReadingEntry | null =>
  (log.find((e) => e.id === id && e.kind === 'reading') as ReadingEntry | undefined) ?? null;

/** A figure as it is sent: where, with what, what is typed, what it corrects, and the zero it deviates from. */
type ReadingMaker = (
  at: SizePlace,
  instrumentId: string,
  typed: string,
  corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
  zeroId: string | null,
) => SentEntry;

const readingEntry = (
  file: JobContext['file'],
  ...[at, instrumentId, typed, corrects, zeroId]: Parameters<ReadingMaker>
) =>
  newEntry(READING, {
    station: at,
    instrumentId,
    text: typed,
    corrects,
    zeroId,
    seen: file.log.at(-1)?.id ?? null,
  });

/** What is typed at a place, as its gauge reads it; or why it cannot be: an empty reason where nothing is typed. */
function readTyped(
  gauge: Instrument | null,
  zero: Zero | null,
  typed: string,
):
  { readonly ok: true; readonly question: string | null } | { readonly ok: false; readonly trouble: string } {
  const not = (trouble: string) => ({ ok: false, trouble }) as const;
  if (!gauge) return not('No gauge of the shop reads this part at this size. Add one under Gauges.');
  const parsed = parseReading(typed, readingContext(gauge, zero !== null));
  if (!parsed.ok) return not(parsed.code === 'empty' ? '' : `${parsed.sentence} It is kept in the bar.`);
  if (zero && fromDeviation(zero, parsed.value) <= 0)
    return not('That makes a size of nothing or less. It is kept in the bar.');
  return { ok: true, question: parsed.question?.sentence ?? null };
}

/** Where the piston of a cylinder bears hardest. */
const thrustOf = ({ file }: JobContext, cylinder: number): Place => ({
  part: 'bore',
  cylinder,
  depth: file.engine.depths.top,
  angle: thrustAngle(file.engine),
});

/** The place an arrow leads to. */
const moved = ({ file }: JobContext, at: Place, direction: Direction, walk: readonly Place[]): Place =>
  move(
    file.engine,
    at,
    direction,
    isOfCylinder(at)
      ? {
          piston: pistonAsked(file, at.cylinder)?.id ?? null,
          clearance: fittedKitId(file, at.cylinder),
          gaps: gapPlaces(file, at.cylinder),
        }
      : { piston: null, clearance: null, gaps: [] },
    walk,
  );

/** The same place of the next cylinder, or the next thing of what is walked. */
function otherCylinder({ file }: JobContext, at: Place, step: 1 | -1, walk: readonly Place[]): Place {
  if (!isOfCylinder(at)) return nextThing(walk, at, step);
  const { length } = file.engine.cylinders;
  return { ...at, cylinder: (at.cylinder + step + length) % length };
}

/** Where somebody stands with what in the hand, and what was said to them last. */
function useStanding(context: JobContext, walk: readonly Place[], own: OwnWalk) {
  const { file, unit } = context;
  const jobId = file.job.id;
  const [say, setSay] = useState<Bar['say']>(null);
  const [stack, setStack] = useState<readonly Nanometres[] | null>(null);
  const trouble = (what: string) => setSay({ tone: 'trouble', text: what });
  const done = (what: string) => setSay({ tone: 'done', text: what });
  const {
    station,
    pick: stand,
    stay,
  } = useAt(
    context,
    walk,
    (to) => trouble(`The job went on meanwhile: it is ${placeName(file, to, context.unit)} now.`),
    own.start,
    own.where,
  );

  const readings = readingsOf(file, unit);
  const { gauges, gauge, pickGauge, nextGauge } = useGaugeInHand(context, station, stay);
  const last = lastReading(file.log);
  const question = readings.questions[0] ?? null;
  const zero = gauge && station.part === 'bore' ? openZero(readings.zeros, gauge.id) : null;
  const here = placeKey(station);
  const acts = zero && {
    done: readings.places.get(here)?.readings.filter((r) => r.entry.zeroId === zero.id).length ?? 0,
    of: ACTS,
  };
  const pick = useCallback(
    (to: Place): void => {
      stand(to);
      setStack(null);
    },
    [stand, setStack],
  );
  const send = (entries: SentEntry[]): void => {
    stay();
    void post(jobId, entries);
  };
  return {
    jobId,
    station,
    pick,
    stay,
    send,
    say,
    setSay,
    trouble,
    done,
    stack,
    setStack,
    gauges,
    gauge,
    pickGauge,
    nextGauge,
    last,
    question,
    zero,
    here,
    acts,
  };
}

/**
 * What is being typed, where, with which gauge: the state behind the reading bar of any station.
 * @param walk places the station asks for, in the order they are walked
 * @param own  what the station knows better: where it goes on, and which leaf to try
 */
export function useBar(context: JobContext, walk: readonly Place[], own: OwnWalk = {}): Bar {
  const { file, unit } = context;
  const readings = readingsOf(file, unit);
  const standing = useStanding(context, walk, own);
  const { jobId, station, pick, stay, send, say, setSay, trouble, done, stack, setStack } = standing;
  const { gauges, gauge, pickGauge, nextGauge, last, question, zero, here, acts } = standing;

  const setText = (next: string): void => {
    stay();
    setTypedOn(jobId, next, station);
    setSay(null);
  };

  const reading: ReadingMaker = (...of) => readingEntry(file, ...of);

  /** Takes a figure at the station; what cannot be read is not taken, with the reason. */
  const take = (typed: string, repeat: boolean): boolean => {
    if (isGap(file, station)) {
      trouble('Leaves are answered: g goes, d drags, x does not go.');
      return false;
    }
    const read = readTyped(gauge, zero, typed);
    if (!read.ok || !gauge) {
      if (!read.ok && read.trouble) trouble(read.trouble);
      return false;
    }
    send([reading(station, gauge.id, typed.trim(), null, zero?.id ?? null)]);
    rememberGauge(station.part, gauge.id);
    tick();
    speak(typed.trim());
    setSay(read.question ? { tone: 'trouble', text: read.question } : null);
    if (!repeat && (!acts || acts.done + 1 >= acts.of)) {
      const next = nextPlace(walk, readings, here);
      if (next) pick(next);
    }
    return true;
  };

  const accept = (repeat: boolean): void => {
    if (take(typedOn(jobId), repeat)) setText('');
  };

  const leaves = leavesAt({
    context,
    station,
    gauge,
    own,
    walk,
    stack,
    setStack,
    stay,
    send,
    pick,
    trouble,
    setSay,
  });

  const takeBack = (): void => {
    if (!last) return trouble('There is no reading to take back.');
    send([newEntry(TAKE_BACK, { of: last.id })]);
    pick(last.station);
    done(`${last.kind === 'leaf' ? 'That leaf' : last.text} is taken back. It stays in the log.`);
  };

  return {
    jobId,
    typed: () => typedOn(jobId),
    setText,
    station,
    pick,
    gauge,
    gauges,
    pickGauge,
    nextGauge,
    accept,
    takeBack,
    move: (direction) => pick(moved(context, station, direction, walk)),
    nextCylinder: (step) => pick(otherCylinder(context, station, step, walk)),
    question,
    answers: question
      ? answersTo(question, readingOf(file.log, question.readingId), {
          send,
          reading,
          pick,
          done,
          thrust: (cylinder) => thrustOf(context, cylinder),
        })
      : [],
    say,
    last,
    zero,
    acts,
    leaves,
    takeFigure: (figure) => {
      if (leaves && ANSWERS.has(figure.trim())) return leaves.answer(figure.trim() as LeafAnswer);
      // What cannot be taken stays in the bar with its reason, unless something typed already stands there.
      if (!take(figure, false) && typedOn(jobId) === '') setTypedOn(jobId, figure, station);
    },
    trigger: () => {
      if (typedOn(jobId) !== '') accept(false);
      else if (!takeFromLine())
        trouble(
          sendsItself()
            ? 'This gauge sends by its own button.'
            : 'No gauge is connected: type the reading, or connect one under Hands free.',
        );
    },
  };
}
