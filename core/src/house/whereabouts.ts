import { fact, standingDecision, wantsStation } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import { RUN, URGENCIES, type Action, type Offer, type Room } from '../verdicts/index.js';
import type { HouseFacts } from './houseFacts.js';
import { writtenLast } from './lastWritten.js';

/** What an earlier station left open: said beside the next action, never asked instead of it. */
export interface LeftOpen {
  readonly station: string;
  /** `15 not looked at`. */
  readonly words: string;
}

/** Where a job stands, and the one thing to do now. */
export interface Whereabouts {
  /** The station where the work is. */
  readonly reached: string;
  /** ISO time since when it is there; null before anything was written. */
  readonly since: string | null;
  /** Who wrote last; null before anything was written. */
  readonly by: string | null;
  /** The one next action of the whole job. */
  readonly next: Action;
  /** What a station asks for by itself; null where nothing is left to do there. */
  readonly at: (station: string) => Action | null;
  readonly leftOpen: readonly LeftOpen[];
}

const REST = {
  kind: 'rest' as const,
  urgency: 'decide',
  station: 'hand-over',
  at: null,
  sentence: () => 'Nothing is left to do. The report is ready.',
} satisfies Action;
export type Rest = Action & { readonly kind: 'rest' };

/** The most pressing of some offers. */
function mostPressing(offers: readonly Offer[]): Action | null {
  for (const urgency of URGENCIES)
    for (const offer of offers) {
      const action = offer.urgency === urgency ? offer.find() : null;
      if (action) return action;
    }
  return null;
}

/** The run of a house: where a room brings a station of its own, it stands before what is decided. */
function runOf(rooms: readonly Room[]): readonly string[] {
  const run: readonly string[] = RUN;
  const own = [...new Set(rooms.map((r) => r.station))].filter((s) => !run.includes(s));
  const decide = run.indexOf('decide');
  return [...run.slice(0, decide), ...own, ...run.slice(decide)];
}

/**
 * Where to look for what is next: on from where the work is; then, before anything is decided, back to what the decision
 * rests on; after it, back to what it asks for. What was passed over before is a count, not the next action.
 */
const lookIn = (run: readonly string[], from: number, isDecided: boolean): readonly string[] => {
  const on = run.slice(from);
  const decide = run.indexOf('decide');
  const back = isDecided
    ? run.slice(decide, Math.max(decide, from))
    : ['measure', 'decide', ...run.slice(0, run.indexOf('measure')).reverse()];
  return [...on, ...back.filter((s) => !on.includes(s))];
};

/** Where the jobs of a house stand. */
export type WhereaboutsFacts = ReturnType<typeof whereaboutsOf>;

/** Facts of where a job stands, in a house. */
export function whereaboutsOf(rooms: readonly Room[], { offers, blocks }: HouseFacts) {
  const at = fact(
    'next at a station',
    (file, [unit, station]: readonly [LengthUnit, string]): Action | null =>
      mostPressing(offers(file, unit, station)),
  );
  const blocker = fact('what blocks', (file, unit: LengthUnit): Action | null =>
    mostPressing(blocks(file, unit)),
  );
  const sentence = fact('said at a station', (file, [unit, station]: readonly [LengthUnit, string]) =>
    at(file, [unit, station])?.sentence(unit),
  );
  const blockerSays = fact('said of what blocks', (file, unit: LengthUnit) =>
    blocker(file, unit)?.sentence(unit),
  );
  const written = writtenLast(rooms);
  const left = rooms.flatMap((r) =>
    r.left ? [{ station: r.station, of: fact(`left of ${r.name}`, (file) => r.left!(file)) }] : [],
  );
  const run = runOf(rooms);
  return fact('whereabouts', (file, unit: LengthUnit): Whereabouts => {
    const last = written(file);
    const from = last === null ? 0 : run.indexOf(last.station);
    const wanted = (station: string): boolean => wantsStation(file, station);
    const isDecided = standingDecision(file) !== null;
    // With nothing to decide, what was passed over is a count as well; but for what is read, which all that follows rests on.
    const order = (wanted('decide') ? lookIn(run, from, isDecided) : [...run.slice(from), 'measure']).filter(
      wanted,
    );
    const there = (station: string): Action | null => {
      const action = at(file, [unit, station]);
      return action && { ...action, sentence: (u) => sentence(file, [u, station])! };
    };
    // What was decided is the state of a station, not something to do.
    const asked = (station: string): Action | null => {
      const action = there(station);
      return action?.kind === 'decided' ? null : action;
    };
    const own = order.find((s) => asked(s) !== null) ?? (last ? 'hand-over' : 'measure');
    const first = blocker(file, unit);
    const reached = first && last ? last.station : own;
    return {
      reached,
      since: last?.since ?? null,
      by: last?.by ?? null,
      next: (first && { ...first, sentence: (u) => blockerSays(file, u)! }) ?? asked(own) ?? REST,
      at: there,
      leftOpen: run.slice(0, Math.max(0, run.indexOf(reached))).flatMap((station) => {
        if (!wanted(station)) return [];
        const words = left.flatMap((l) => (l.station === station ? (l.of(file) ?? []) : []));
        return words.length === 0 ? [] : [{ station, words: words.join(', ') }];
      }),
    };
  });
}
