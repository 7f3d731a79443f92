import { FILED, parseReading, type FilingTool, type LengthUnit, type Nanometres } from '@tribos/core/ground';
import type { SentEntry } from '@tribos/core/house';
import { gapPlace, RING_STEP, type RingStepName, type RingWork } from '@tribos/core/rings';
import type { Bar } from '../bar/index.js';
import { newEntry, refusedBy, type JobContext } from '../job/index.js';
import { post } from '../outbox/index.js';
import type { Said } from './StepForm.js';
import { placeOf } from './useRingWork.js';

const NOTHING_SAID: Said = { depth: '', ends: '', code: '' };

/** A depth as typed; null where nothing that can be read was. */
export function depthOf(text: string, unit: LengthUnit): Nanometres | null {
  const read = parseReading(text, { unit });
  return read.ok && read.value >= 0 ? read.value : null;
}

/** A proved ring is done with: its bag is offered, not demanded. */
const isOpen = (ring: RingWork): boolean => ring.next.kind !== 'done' && ring.next.kind !== 'bag';

/** Whether the leaf that has to go goes since the ring was filed last, and nothing of it is left to file. */
const goesAlready = ({ history, target, next }: RingWork): boolean => {
  const { low } = history.states.at(-1)!.bracket;
  return next.kind !== 'file' && target.low !== null && low !== null && low >= target.low;
};

const askedOf = ({ target }: RingWork, strokes: number): string =>
  `${target.cylinder}:${target.ring}:${strokes}`;

/** What was asked before it is filed on, so that the same key again is the answer. */
export interface Sure {
  readonly asked: string | null;
  readonly ask: (what: string | null) => void;
}

/** What hands do with the ring at which the bar stands, and the way from one ring to the next. */
export interface RingActs {
  /** @returns why not; null where it was taken */
  readonly send: (...entries: readonly SentEntry[]) => string | null;
  readonly step: (what: RingStepName) => string | null;
  readonly filed: (strokes: number) => void;
  /** Does the next thing with the ring. @returns why not */
  readonly act: (said?: Said) => string | null;
  readonly goTo: (ring: RingWork | undefined) => void;
  readonly moveRing: (by: 1 | -1) => void;
  readonly toCylinder: (cylinder: number) => void;
}

/**
 * @param rings of every cylinder
 * @param work  the one at hand; null where the bar stands elsewhere
 */
export function ringActs(
  { file, unit }: JobContext,
  entry: Bar,
  rings: readonly (readonly RingWork[])[],
  work: RingWork | null,
  tool: FilingTool,
  sure: Sure,
): RingActs {
  const all = rings.flat();
  const at = all.findIndex((r) => r === work);
  const send = (...entries: readonly SentEntry[]): string | null => {
    const why = refusedBy(file, ...entries);
    if (why === null) void post(file.job.id, entries);
    return why;
  };
  const goTo = (ring: RingWork | undefined): void => {
    if (ring) entry.pick(placeOf(ring));
  };
  const goOn = (): void => goTo([...all.slice(at + 1), ...all.slice(0, Math.max(0, at))].find(isOpen));
  const stepOf = (
    { target }: RingWork,
    what: RingStepName,
    more: { where?: { depth: Nanometres; ends: number } | null; code?: string | null } = {},
  ) =>
    newEntry(RING_STEP, {
      cylinder: target.cylinder,
      ring: target.ring,
      what,
      where: more.where ?? null,
      code: more.code ?? null,
    });
  const filed = (strokes: number): void => {
    if (!work || !Number.isInteger(strokes) || strokes < 1) return;
    // Its leaf goes already, and filing only ever opens: the same key again says it is meant.
    if (goesAlready(work) && sure.asked !== askedOf(work, strokes)) {
      sure.ask(askedOf(work, strokes));
      return;
    }
    sure.ask(null);
    entry.setText('');
    send(newEntry(FILED, { cylinder: work.target.cylinder, ring: work.target.ring, tool, strokes }));
  };
  const square = (ring: RingWork, said: Said): string | null => {
    const { least } = ring.target.depths;
    const depth = depthOf(said.depth, unit) ?? least;
    const ends = said.ends.trim() === '' ? null : Number(said.ends.replace(',', '.'));
    const why = send(stepOf(ring, 'squared', { where: ends === null ? null : { depth, ends } }));
    // Elsewhere it is a check of the taper, with leaves of its own.
    if (why === null && depth !== least) entry.pick(gapPlace(ring.target.cylinder, ring.target.ring, depth));
    return why;
  };
  const act = (said: Said = NOTHING_SAID): string | null => {
    if (!work) return null;
    const { next } = work;
    switch (next.kind) {
      case 'file':
        filed(next.strokes);
        return null;
      case 'wash':
        // One key for what the hands do in one go; each is in the log.
        return send(stepOf(work, 'deburred'), stepOf(work, 'washed'), stepOf(work, 'squared'));
      case 'square':
        return square(work, said);
      case 'bag': {
        const why = send(stepOf(work, 'bagged', { code: said.code.trim() === '' ? null : said.code }));
        if (why === null) goOn();
        return why;
      }
      case 'read-bore':
        if (next.at) entry.pick(next.at);
        return null;
      case 'done':
        goOn();
        return null;
      default:
        return null;
    }
  };
  return {
    send,
    step: (what) => (work ? send(stepOf(work, what)) : null),
    filed,
    act,
    goTo,
    moveRing: (by) => goTo(all[(at + by + all.length) % all.length]),
    toCylinder: (cylinder) => goTo(rings[cylinder]?.find(isOpen) ?? rings[cylinder]?.[0]),
  };
}
