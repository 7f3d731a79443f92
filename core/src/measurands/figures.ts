import { calibrationOverdue, instrumentOf, leafConformance, type Instrument } from '../gauges/index.js';
import { fact, partState, type JobFile } from '../job/index.js';
import { placeKey, takenAt } from '../ledger/index.js';
import { unseenSigma } from '../bore/index.js';
import { gapsRead, heldOf, placesRead, type GapState, type PlaceState } from '../readings/index.js';
import {
  consequenceOf,
  governingFor,
  judgeValue,
  type Because,
  type Caveat,
  type Figure,
  type ToJudge,
} from '../verdicts/index.js';
import type { FeatureKey, LimitState } from '../specs/index.js';
import { toMeasure } from '../inspect/index.js';

import { extreme, extremeOfPairs, ovalOf, taperOf, type Pair, type Reduced } from './extremes.js';
import {
  featureOf,
  figureName,
  limitsFor,
  placeOn,
  ruleTitle,
  subjectOf,
  worthReading,
  type Measurand,
  type Rule,
  type Spot,
  type Thing,
  thingsHad,
} from './measurand.js';

/** What was read of one thing: sizes or brackets at its spots. */
export interface ReadThing {
  readonly m: Measurand;
  readonly thing: Thing;
  readonly spots: readonly Spot[];
  readonly places: ReadonlyMap<string, PlaceState>;
  readonly gaps: ReadonlyMap<string, GapState>;
}

/** What stands of the readings of one thing, by spot. */
export const readThing = (file: JobFile, m: Measurand, thing: Thing): ReadThing =>
  factsOf(m).read(file, thing.key);

function readOf(file: JobFile, m: Measurand, thing: Thing): ReadThing {
  const [read, tried] = [placesRead(file), gapsRead(file)];
  const spots = m.spots(file.engine, thing);
  const places = new Map<string, PlaceState>();
  const gaps = new Map<string, GapState>();
  for (const s of spots) {
    const key = placeKey(placeOn(m, thing, s));
    const [place, gap] = [read.get(key), tried.get(key)];
    if (place) places.set(s.key, place);
    if (gap) gaps.set(s.key, gap);
  }
  return { m, thing, spots, places, gaps };
}

const things = new WeakMap<Measurand, ReturnType<typeof factsOfMeasure>>();
/** Facts of one measure, thing by thing. */
function factsOf(m: Measurand) {
  const known = things.get(m) ?? factsOfMeasure(m);
  things.set(m, known);
  return known;
}

function factsOfMeasure(m: Measurand) {
  const thingOf = (file: JobFile, key: string): Thing => m.things(file.engine).find((t) => t.key === key)!;
  const read = fact(`read of ${m.part}`, (file, key: string) => readOf(file, m, thingOf(file, key)));
  const figures = fact(`figures of ${m.part}`, (file, key: string): readonly Figure[] => {
    const thing = thingOf(file, key);
    const of = read(file, key);
    return m.rules.flatMap((rule) => {
      const feature = featureOf(rule, thing);
      if (rule.ifLimit && !file.engine.limits.some((l) => l.feature === feature)) return [];
      const judge = (at: Spot | null) =>
        m.sense === 'gap' ? gapped(file, of, rule, at) : sized(file, of, rule, at);
      return rule.how === 'each' ? of.spots.flatMap((at) => judge(at)) : judge(null);
    });
  });
  return { read, figures };
}

/** Whether anything was read of it. */
export const isRead = (r: ReadThing): boolean => r.places.size + r.gaps.size > 0;

/**
 * Which limits a thing is held against. A part that is another one, or was worked on, meets those of a new one. One that
 * is used again may wear up to its service limit, and no figure for new parts says how far; but what would seize a new
 * one seizes a worn one too.
 */
export function statesOf(
  file: JobFile,
  parts: readonly string[],
  feature: FeatureKey,
  side: 'max' | 'min',
): readonly LimitState[] {
  if (parts.some((p) => partState(file, p).work !== null)) return ['new'];
  return consequenceOf(feature, side) === 'seizure' ? ['service', 'new'] : ['service'];
}

/** What keeps a verdict from being given for the readings themselves. */
export function blockedBy(file: JobFile, places: readonly PlaceState[], complete: boolean): Because | null {
  const held = heldOf(file);
  if (places.some((p) => p.readings.some((r) => held.has(r.entry.id)))) return 'question';
  if (places.some((p) => p.result?.conflict)) return 'conflict';
  return complete ? null : 'incomplete';
}

export const caveatsOf = (places: readonly PlaceState[]): readonly Caveat[] => [
  ...(places.some((p) => p.overdue) ? ['overdue' as const] : []),
  ...(places.some((p) => p.result?.raised) ? ['raised' as const] : []),
  ...(places.some((p) => p.readings.some((r) => r.keptAsRepeat)) ? ['kept-repeat' as const] : []),
];

export const gaugesOf = (file: JobFile, places: readonly PlaceState[]): readonly Instrument[] =>
  [...new Set(places.flatMap((p) => p.readings.map((r) => r.entry.instrumentId)))].map((id) =>
    instrumentOf(file, id),
  );

/** Places along a shaft whose two directions are both read. */
export function pairsOf({ spots, places }: ReadThing): readonly Pair[] {
  const at = (key: string) => places.get(key)?.result?.estimate;
  const stations = [...new Set(spots.map((s) => s.key.replace(/-\d+$/u, '')))];
  return stations.flatMap((s): Pair[] => {
    const [across, along] = [at(`${s}-0`), at(`${s}-90`)];
    return across && along ? [{ across, along }] : [];
  });
}

/** σ of the oval that two directions cannot see: of its limit, else of the wear the sheet allows. */
export function sigmaOf(file: JobFile, m: Measurand, thing: Thing): number {
  const oval = m.rules.find((r) => r.how === 'oval');
  const limit = oval && governingFor(file, featureOf(oval, thing), ['service', 'new'], 'max');
  if (limit?.status === 'governed' && limit.limit.high !== null)
    return unseenSigma(limit.limit.high, file.job.seized);
  const own = limitsFor(file.engine, m, thing);
  const fresh = own.find((l) => l.state === 'new');
  const worn = own.find((l) => l.state === 'service');
  const allowed =
    fresh && worn ? Math.abs((fresh.low ?? fresh.high ?? 0) - (worn.low ?? worn.high ?? fresh.low ?? 0)) : 0;
  return unseenSigma(allowed, file.job.seized);
}

function reduce(file: JobFile, read: ReadThing, rule: Rule): Reduced | null {
  const { m, thing } = read;
  const all = [...read.places.values()].flatMap((p) => (p.result ? [p.result.estimate] : []));
  if (all.length === 0) return null;
  const pairs = pairsOf(read);
  switch (rule.how) {
    case 'oval':
      return pairs.length === 0 ? null : ovalOf(pairs, sigmaOf(file, m, thing));
    case 'taper':
      return taperOf(pairs);
    case 'each':
    case 'largest':
    case 'smallest': {
      const way = rule.how === 'each' ? 'largest' : rule.how;
      return pairs.length > 0 && pairs.length * 2 === all.length
        ? extremeOfPairs(pairs, way, sigmaOf(file, m, thing))
        : extreme(all, way);
    }
  }
}

/** A figure of one rule from sizes. */
function sized(file: JobFile, read: ReadThing, rule: Rule, at: Spot | null): Figure[] {
  const { m, thing, spots } = read;
  const only = at === null ? read : { ...read, spots: [at], places: pick(read.places, at.key) };
  const places = [...only.places.values()];
  const planned = at === null ? spots.length : 1;
  const reduced = reduce(file, only, rule);
  const instruments = gaugesOf(file, places);
  const last = places.flatMap((p) => p.readings).at(-1)?.entry;
  return rule.sides.map((side) =>
    judgeValue(file, {
      ...base(m, rule, thing, at, side),
      of: reduced?.of ?? null,
      ...(reduced ? { value: reduced.value } : {}),
      states: rule.states ?? statesOf(file, [thing.part], featureOf(rule, thing), side),
      ...(reduced?.unseenP ? { unseenP: reduced.unseenP } : {}),
      ...(reduced ? { tailOf: reduced.tailOf } : {}),
      progress: { read: places.length, planned },
      blockedBy: blockedBy(file, places, places.length >= planned),
      caveats: [
        ...caveatsOf(places),
        ...(rule.how !== 'taper' && spots.some((s) => s.key.endsWith('-90'))
          ? (['two-directions'] as const)
          : []),
      ],
      working: [
        ...(reduced && reduced.value !== reduced.of.value
          ? [{ kind: 'length' as const, label: 'as it was read', value: reduced.of.value }]
          : []),
        { kind: 'text', label: 'definition', text: rule.definition },
        { kind: 'text', label: 'held', text: m.held },
      ],
      step: Math.max(1_000, ...places.map((p) => p.step)),
      instruments,
      at: last?.at ?? '',
      outlook: {
        of: m.sense,
        part: `${m.part}:${thing.key}`,
        material: m.material,
      },
    }),
  );
}

const pick = <T>(map: ReadonlyMap<string, T>, key: string): ReadonlyMap<string, T> =>
  new Map(map.has(key) ? [[key, map.get(key)!]] : []);

const base = (m: Measurand, rule: Rule, thing: Thing, at: Spot | null, side: 'max' | 'min') =>
  ({
    subject: subjectOf(thing, m),
    feature: featureOf(rule, thing),
    side,
    title: ruleTitle(rule, thing, at),
    named: figureName(rule, at?.key ?? ''),
    depth: null,
  }) satisfies Partial<ToJudge>;

/** A figure of one rule from leaves: the widest place, or the narrowest. */
function gapped(file: JobFile, read: ReadThing, rule: Rule, at: Spot | null): Figure[] {
  const { m, thing, spots } = read;
  const gaps = [...(at === null ? read.gaps : pick(read.gaps, at.key)).values()];
  const planned = at === null ? spots.length : 1;
  const tries = gaps.flatMap((g) => g.tries);
  const instruments = [...new Set(tries.map((t) => t.instrumentId))].map((id) => instrumentOf(file, id));
  const complete = gaps.length >= planned;
  return rule.sides.map((side) => {
    const bracket = widest(gaps, side, complete);
    const tolerance = Math.max(0, ...gaps.map((g) => g.tolerance)) + (m.slack ?? 0);
    return judgeValue(file, {
      ...base(m, rule, thing, at, side),
      of: null,
      states: rule.states ?? statesOf(file, [thing.part], featureOf(rule, thing), side),
      ...(gaps.length > 0
        ? {
            leaves: {
              low: bracket.low,
              high: bracket.high,
              p: (s: 'max' | 'min', limit: number) =>
                leafConformance(bracket, s, limit, { tolerance, bias: 0 }),
            },
          }
        : {}),
      progress: { read: gaps.length, planned },
      blockedBy: bracket.contradicts ? 'conflict' : complete ? null : 'incomplete',
      caveats: tries.some((t) => calibrationOverdue(instrumentOf(file, t.instrumentId), takenAt(t)))
        ? ['overdue']
        : [],
      working: [
        { kind: 'text', label: 'definition', text: rule.definition },
        { kind: 'text', label: 'held', text: m.held },
      ],
      step: 10_000,
      instruments,
      at: tries.at(-1)?.at ?? '',
      ownWay: true,
    });
  });
}

/** Brackets of several places together: what the worst of them leaves. */
export function widest(gaps: readonly GapState[], side: 'max' | 'min', complete: boolean) {
  const sign = side === 'max' ? 1 : -1;
  const order = (a: number, b: number): number => sign * (b - a);
  const worst = <K extends 'low' | 'high'>(end: K) =>
    [...gaps]
      .filter((g) => g.bracket[end] !== null)
      .sort((a, b) => order(a.bracket[end]!, b.bracket[end]!))[0];
  // One end of the worst place is known from any place; the other only once every place has it.
  const every = (end: 'low' | 'high') => complete && gaps.every((g) => g.bracket[end] !== null);
  const low = side === 'max' || every('low') ? worst('low') : undefined;
  const high = side === 'min' || every('high') ? worst('high') : undefined;
  const contradicts = gaps.some((g) => g.bracket.contradicts);
  return {
    low: low?.bracket.low ?? null,
    high: high?.bracket.high ?? null,
    lowLeaves: low?.bracket.lowLeaves ?? 0,
    highLeaves: high?.bracket.highLeaves ?? 0,
    contradicts,
  };
}

/**
 * Things of a measure that a job asks for: of parts that are measured to decide. A measure without a limit on file is
 * asked for only where none of its room has one for that part: then somebody has to go and look for it.
 * @param measures of its room
 */
export function thingsAsked(file: JobFile, m: Measurand, measures: readonly Measurand[]): readonly Thing[] {
  const asked = toMeasure(file);
  const has = (of: Measurand, t: Thing) => worthReading(file.engine, of, t);
  return thingsHad(file, m).filter(
    (t) =>
      [t.part, ...(t.askedWith ?? [])].some((part) => asked.has(part)) &&
      (has(m, t) || !measures.some((o) => thingsHad(file, o).some((x) => x.part === t.part && has(o, x)))),
  );
}

/** Verdicts of one measure: on every thing that is asked for or was read. */
export function measurandFigures(file: JobFile, m: Measurand, measures: readonly Measurand[]): Figure[] {
  const asked = new Set(thingsAsked(file, m, measures).map((t) => t.key));
  const { figures } = factsOf(m);
  return m.things(file.engine).flatMap((thing) => {
    return asked.has(thing.key) || isRead(readThing(file, m, thing)) ? figures(file, thing.key) : [];
  });
}
