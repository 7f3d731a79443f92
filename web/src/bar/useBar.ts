import { sendsItself, speak, takeFromLine, tick } from '../gaugeLine/index.js';
import { newEntry, type JobContext } from '../job/index.js';
import { post } from '../outbox/index.js';
import { answersTo, type Answer } from './answers.js';
import { rememberedGauge, rememberGauge, suitable } from './gaugeFor.js';
import { move, nextThing, type Direction } from './moves.js';
import { fittedKitId } from './places.js';
import { setTypedOn, typedOn } from './typing.js';
import { useAt } from './useAt.js';
import { useCallback, useState } from 'react';
import {
  LEAF,
  READING,
  TAKE_BACK,
  fromDeviation,
  gapLimits,
  gapPlaces,
  isGap,
  isOfCylinder,
  lastReading,
  leafBracket,
  leafToTry,
  nextLeaf,
  nextPlace,
  nominalOf,
  openZero,
  parseReading,
  readingContext,
  pistonAsked,
  placeKey,
  placeName,
  thrustAngle,
  type GapState,
  type LeafBracket,
  type Instrument,
  type LeafAnswer,
  type LeafEntry,
  type Nanometres,
  type ReadingEntry,
  type SizePlace,
  type SlipQuestion,
  type Place,
  type Zero,
  type SentEntry,
} from '@tribos/core';

/** Leaves laid together, and what the shop's set offers. */
export interface Leaves {
  readonly set: readonly Nanometres[];
  readonly stack: readonly Nanometres[];
  /** What is proposed; null when nothing in the set would narrow the bracket. */
  readonly proposal: readonly Nanometres[] | null;
  /** Leaves worth seeing first; null for the whole set. */
  readonly near: { readonly from: number; readonly to: number } | null;
  /** The station wants something else done first: no leaf is proposed, any may be tried. */
  readonly waits: boolean;
  /** What typed digits are for; null where they are for nothing. */
  readonly typedFor: string | null;
  readonly gap: GapState | null;
  readonly toggle: (leaf: Nanometres) => void;
  readonly answer: (answer: LeafAnswer) => void;
}

export interface Bar {
  readonly jobId: string;
  /** What is typed and not yet accepted; see `useTypedOn` for drawing it. */
  readonly typed: () => string;
  readonly setText: (text: string) => void;
  readonly station: Place;
  /** Stays the same function while the job is open. */
  readonly pick: (station: Place) => void;
  readonly gauge: Instrument | null;
  readonly nextGauge: () => void;
  /** @param at where it is taken in hand; here when left out */
  readonly pickGauge: (id: string, at?: Place) => void;
  readonly gauges: readonly Instrument[];
  readonly accept: (repeat: boolean) => void;
  readonly takeBack: () => void;
  readonly move: (direction: Direction) => void;
  readonly nextCylinder: (step: 1 | -1) => void;
  readonly question: SlipQuestion | null;
  readonly answers: readonly Answer[];
  /** Why the last entry was not taken, or what was just done. */
  readonly say: { readonly tone: 'trouble' | 'done'; readonly text: string } | null;
  readonly last: ReadingEntry | LeafEntry | null;
  /** The zero that what is typed deviates from; null when sizes are typed whole. */
  readonly zero: Zero | null;
  /** How often this station was read from the open zero, of the three it should be. */
  readonly acts: { readonly done: number; readonly of: number } | null;
  /** Null where no leaves are tried. */
  readonly leaves: Leaves | null;
  /** A figure that came from a connected gauge: taken at once. */
  readonly takeFigure: (text: string) => void;
  /** The foot-switch: takes what the gauge shows, or what is typed. */
  readonly trigger: () => void;
}

/** What a station knows better than the bar. */
export interface OwnWalk {
  /** The tick it stands at; Measure where it is left out. */
  readonly where?: string;
  readonly start?: Place | null;
  /** Leaves to try at a place; undefined leaves it to the bisection. */
  /** Thickness worth seeing in the rack there, nm; null for the whole set. */
  readonly near?: (at: Place) => { readonly from: number; readonly to: number } | null;
  /** What typed digits are for, where leaves are answered: `f files them`. */
  readonly typedFor?: string;
  readonly propose?: (at: Place, set: readonly Nanometres[]) => readonly Nanometres[] | null | undefined;
}

const ANSWERS: ReadonlySet<string> = new Set<LeafAnswer>(['goes', 'drags', 'does-not']);

const NO_BRACKET = { low: null, high: null, lowLeaves: 0, highLeaves: 0, contradicts: false } as const;
/** Repeats of each act in comparator mode. */
const ACTS = 3;
/** Most leaves in a stack. */
const STACK = 3;

const readingOf = (log: JobContext['file']['log'], id: string): ReadingEntry | null =>
  (log.find((e) => e.id === id && e.kind === 'reading') as ReadingEntry | undefined) ?? null;

/**
 * What is being typed, where, with which gauge: the state behind the reading bar of any station.
 * @param walk places the station asks for, in the order they are walked
 * @param own  what the station knows better: where it goes on, and which leaf to try
 */
export function useBar(context: JobContext, walk: readonly Place[], own: OwnWalk = {}): Bar {
  const { file, judgement } = context;
  const jobId = file.job.id;
  // In hand for one kind of part; another part has a gauge of its own.
  const [inHand, setInHand] = useState<{ readonly part: Place['part']; readonly id: string } | null>(null);
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

  const { readings } = judgement;
  const gauges = suitable(file, station);
  const gauge =
    gauges.find((g) => g.id === inHand?.id && inHand.part === station.part) ?? rememberedGauge(file, station);
  const last = lastReading(file.log);
  const question = readings.questions[0] ?? null;
  const zero = gauge && station.part === 'bore' ? openZero(readings.zeros, gauge.id) : null;
  const here = placeKey(station);
  const gap = readings.gaps.get(here) ?? null;
  const acts = zero && {
    done: readings.places.get(here)?.readings.filter((r) => r.entry.zeroId === zero.id).length ?? 0,
    of: ACTS,
  };

  const setText = (next: string): void => {
    stay();
    setTypedOn(jobId, next, station);
    setSay(null);
  };

  const send = (entries: SentEntry[]): void => {
    stay();
    void post(jobId, entries);
  };
  const reading = (
    at: SizePlace,
    instrumentId: string,
    typed: string,
    corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
    zeroId: string | null,
  ): SentEntry =>
    newEntry(READING, {
      station: at,
      instrumentId,
      text: typed,
      corrects,
      zeroId,
      seen: file.log.at(-1)?.id ?? null,
    });

  const pick = useCallback(
    (to: Place): void => {
      stand(to);
      setStack(null);
    },
    [stand, setStack],
  );

  /** Takes a figure at the station; what cannot be read is not taken, with the reason. */
  const take = (typed: string, repeat: boolean): boolean => {
    if (isGap(file, station)) {
      trouble('Leaves are answered: g goes, d drags, x does not go.');
      return false;
    }
    if (!gauge) {
      trouble('No gauge of the shop reads this part at this size. Add one under Gauges.');
      return false;
    }
    const parsed = parseReading(typed, readingContext(gauge, zero !== null));
    if (!parsed.ok) {
      if (parsed.code !== 'empty') trouble(`${parsed.sentence} It is kept in the bar.`);
      return false;
    }
    if (zero && fromDeviation(zero, parsed.value) <= 0) {
      trouble('That makes a size of nothing or less. It is kept in the bar.');
      return false;
    }
    send([reading(station, gauge.id, typed.trim(), null, zero?.id ?? null)]);
    rememberGauge(station.part, gauge.id);
    tick();
    speak(typed.trim());
    setSay(parsed.question ? { tone: 'trouble', text: parsed.question.sentence } : null);
    if (!repeat && (!acts || acts.done + 1 >= acts.of)) {
      const next = nextPlace(walk, readings, here);
      if (next) pick(next);
    }
    return true;
  };

  const accept = (repeat: boolean): void => {
    if (take(typedOn(jobId), repeat)) setText('');
  };

  const set = gauge?.leaves ?? [];
  const wanted = isGap(file, station) ? own.propose?.(station, set) : null;
  /** By its limits where the gap is of a thing of the engine, else by halves. */
  const narrows = (bracket: LeafBracket): readonly Nanometres[] | null => {
    const expected = nominalOf(file, station);
    if (isOfCylinder(station)) return nextLeaf(set, bracket, expected);
    const limits = gapLimits(file, station);
    return leafToTry(set, bracket, limits, (gauge?.maxError ?? 0) + limits.slack, expected);
  };
  const proposal =
    wanted === undefined && isGap(file, station) ? narrows(gap?.bracket ?? NO_BRACKET) : (wanted ?? null);
  const answerLeaf = (answer: LeafAnswer): void => {
    const laid = stack ?? proposal ?? [];
    if (!gauge || laid.length === 0 || !isGap(file, station))
      return trouble('Choose a leaf first: nothing in the set narrows this.');
    send([
      newEntry(LEAF, {
        station,
        instrumentId: gauge.id,
        stack: [...laid],
        answer,
      }),
    ]);
    tick();
    setStack(null);
    setSay(null);
    // A thing whose leaves have told what they can is done with: the next one is taken.
    if (isOfCylinder(station)) return;
    const after = leafBracket([...(gap?.tries ?? []), { stack: laid, answer }]);
    const next = narrows(after) === null ? nextPlace(walk, readings, here) : null;
    if (next && placeKey(next) !== here) pick(next);
  };
  const leaves: Leaves | null =
    isGap(file, station) && gauge
      ? {
          set: gauge.leaves,
          stack: stack ?? proposal ?? [],
          proposal,
          near: own.near?.(station) ?? null,
          waits: wanted === null && own.propose !== undefined,
          typedFor: own.typedFor ?? null,
          gap,
          toggle: (leaf) => {
            const laid = stack ?? [];
            stay();
            if (laid.includes(leaf)) setStack(laid.filter((l) => l !== leaf));
            else setStack(laid.length < STACK ? [...laid, leaf] : [leaf]);
          },
          answer: answerLeaf,
        }
      : null;

  const takeBack = (): void => {
    if (!last) return trouble('There is no reading to take back.');
    send([newEntry(TAKE_BACK, { readingId: last.id })]);
    pick(last.station);
    done(`${last.kind === 'leaf' ? 'That leaf' : last.text} is taken back. It stays in the log.`);
  };

  const pickGauge = (id: string, at: Place = station): void => {
    stay();
    setInHand({ part: at.part, id });
    rememberGauge(at.part, id);
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
    nextGauge: () => {
      const at = gauges.findIndex((g) => g.id === gauge?.id);
      const next = gauges[(at + 1) % gauges.length];
      if (next) pickGauge(next.id);
    },
    accept,
    takeBack,
    move: (direction) =>
      pick(
        move(
          file.engine,
          station,
          direction,
          isOfCylinder(station)
            ? {
                piston: pistonAsked(file, station.cylinder)?.id ?? null,
                clearance: fittedKitId(file, station.cylinder),
                gaps: gapPlaces(file, station.cylinder),
              }
            : { piston: null, clearance: null, gaps: [] },
          walk,
        ),
      ),
    nextCylinder: (step) => {
      if (!isOfCylinder(station)) {
        pick(nextThing(walk, station, step));
        return;
      }
      const { length } = file.engine.cylinders;
      pick({ ...station, cylinder: (station.cylinder + step + length) % length });
    },
    question,
    answers: question
      ? answersTo(question, readingOf(file.log, question.readingId), {
          send,
          reading,
          pick,
          done,
          thrust: (cylinder) => ({
            part: 'bore',
            cylinder,
            depth: file.engine.depths.top,
            angle: thrustAngle(file.engine),
          }),
        })
      : [],
    say,
    last,
    zero,
    acts,
    leaves,
    takeFigure: (figure) => {
      if (leaves && ANSWERS.has(figure.trim())) return answerLeaf(figure.trim() as LeafAnswer);
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
