import { type Work, type Opener, Refused, type AnyEntry, type PlaceKind } from '../ledger/index.js';
import { opens, type Reopened, type ThingPlace } from '../cylinder/index.js';
import type { InstrumentType, Sense } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import { oneOf, object, text, type Shape } from '../shape/index.js';
import {
  featureInfo,
  type EngineSpec,
  type FeatureKey,
  type LimitState,
  type Material,
} from '../specs/index.js';
import { nm, type Nanometres } from '../units/index.js';

/** A thing of the engine that is measured: of one of its parts, named as its sheet names it. */
export interface Thing {
  /** Its name among the things of its measure: `2`, `exhaust-left`. */
  readonly key: string;
  /** In words: `journal 2`, `left rod`. */
  readonly name: string;
  /** Part of the engine it belongs to, by its key in the list of parts. */
  readonly part: string;
  /** Size its sheet gives, nm; null where it gives none. */
  readonly nominal?: Nanometres | null;
  /** Other parts for whose sake it is measured as well: a housing for the shells in it. */
  readonly askedWith?: readonly string[];
  /** Where its feature differs from that of the others: an exhaust valve. */
  readonly kind?: string;
}

/** Where readings of a thing are taken, in the order they are walked. */
export interface Spot {
  readonly key: string;
  readonly name: string;
}

/**
 * How readings of one thing become a figure: each by itself, the largest, the smallest, the difference across two
 * directions at the worst place, the difference along it in the worst direction.
 */
export type How = 'each' | 'largest' | 'smallest' | 'oval' | 'taper';

export interface Rule {
  /** Its name among the figures of its thing. */
  readonly key: string;
  readonly feature: FeatureKey | ((thing: Thing) => FeatureKey);
  readonly how: How;
  readonly sides: readonly ('max' | 'min')[];
  readonly title: string;
  /** Limits it is held against, whatever state its part is in: a setting is set anew each time. */
  readonly states?: readonly LimitState[];
  /** Judged only where a limit is on file: else it serves another figure alone. */
  readonly ifLimit?: true;
  /** What the figure is, in the working. */
  readonly definition: string;
}

/** One measure of one kind of thing: what it is called, which gauges take it, where, and what it proves. */
export interface Measurand {
  readonly part: ThingPlace['part'];
  readonly name: string;
  readonly sense: Sense;
  readonly material: Material;
  readonly things: (engine: EngineSpec) => readonly Thing[];
  readonly spots: (engine: EngineSpec, thing: Thing) => readonly Spot[];
  readonly rules: readonly Rule[];
  /** How it is held while it is read; a sentence shown beside the bar. */
  readonly held: string;
  /** What the sheet of this very engine adds to it. */
  readonly heldOn?: (file: JobFile) => string;
  /** Whether this very engine has a thing, where those of one model differ; a thing of the sheet is had else. */
  readonly has?: (file: JobFile, thing: Thing) => boolean;
  /** Figures it serves besides its own: their limits make it worth reading. */
  readonly serves?: readonly FeatureKey[];
  /** Anything from a third to three times its nominal is to be expected: nobody made it to a size. */
  readonly loose?: true;
  /** What work opens it again, besides work on its part. */
  readonly reopens?: Reopened;
  /** Other parts of the engine it hangs on: another one of them opens it again too. */
  readonly hangsOn?: (engine: EngineSpec, thing: Thing) => readonly string[];
  /** Any other entry that opens a thing again: what it was read on came apart, or was tightened after. */
  readonly openedBy?: Opener<ThingPlace['thing']>;
  /** Whether what carries it is there, by what came apart before it was read. */
  readonly standsOn?: NonNullable<PlaceKind['standsOn']>;
  /** Only these of the gauges that read its sense. */
  readonly by?: readonly InstrumentType[];
  /** Beside the walk: a hundred places that are read only by whoever wants them. */
  readonly aside?: true;
  /** Beside the leaves' own tolerance, nm: what they are tried against is not perfect either. */
  readonly slack?: number;
}

export const spot = (key: string, name = key): Spot => ({ key, name });
/** One place, where the thing has no others. */
export const ALONE: readonly Spot[] = [spot('')];

/** Two places along a shaft, two directions at each: its size, its oval, its taper. */
export const TWO_BY_TWO: readonly Spot[] = [
  spot('a-0', 'flywheel end, across'),
  spot('a-90', 'flywheel end, along'),
  spot('b-0', 'other end, across'),
  spot('b-90', 'other end, along'),
];

/** Along a stem, a guide: top, middle, bottom. */
export const TOP_MID_LOW: readonly Spot[] = [spot('top'), spot('mid', 'middle'), spot('low', 'bottom')];

/** Six lines of a straightedge over a face: round it and across its corners. */
export const SIX_LINES: readonly Spot[] = [
  spot('front', 'along the front'),
  spot('back', 'along the back'),
  spot('left', 'across the left'),
  spot('right', 'across the right'),
  spot('corner-1', 'corner to corner'),
  spot('corner-2', 'the other corners'),
];

export const featureOf = (rule: Rule, thing: Thing): FeatureKey =>
  typeof rule.feature === 'function' ? rule.feature(thing) : rule.feature;

/** Name of a figure among those of its thing: a rule that judges each spot has one for each. */
export const figureName = (rule: Rule, at: string): string =>
  `${rule.key}${rule.how === 'each' && at !== '' ? `@${at}` : ''}`;

export const subjectOf = (thing: Thing, m: Measurand) =>
  ({ of: 'part', part: thing.part, thing: `${m.part}:${thing.key}`, name: thing.name }) as const;

/** Limits on file for any figure of a measure. */
export const limitsFor = (engine: EngineSpec, m: Measurand, thing: Thing) => {
  const features = new Set<string>(m.rules.map((r) => featureOf(r, thing)));
  return engine.limits.filter((l) => features.has(l.feature));
};

/** Whether any limit on file makes a measure worth taking. */
export const worthReading = (engine: EngineSpec, m: Measurand, thing: Thing): boolean =>
  limitsFor(engine, m, thing).length > 0 || engine.limits.some((l) => m.serves?.includes(l.feature) === true);

const SMALL = nm(10_000);

/** A size has a nominal of its own; a gap and a needle's travel have only their limits. */
const isSize = (m: Measurand): boolean => m.sense === 'inside' || m.sense === 'outside';

const endsOf = (m: Measurand, thing: Thing, engine: EngineSpec): number[] =>
  limitsFor(engine, m, thing).flatMap((l) => [l.low, l.high].filter((v) => v !== null));

/** From, to, of its nominal, where it is made to no size. */
const LOOSE = [0.3, 3] as const;

/** Sizes the limits lead one to expect, of the figure that is the size itself. */
function expectedOf(m: Measurand, thing: Thing, engine: EngineSpec) {
  if (!isSize(m)) return null;
  if (m.loose) {
    const nominal = nominalOf(m, thing, engine);
    return { low: nm(Math.round(nominal * LOOSE[0])), high: nm(Math.round(nominal * LOOSE[1])) };
  }
  const own = featureOf(m.rules[0]!, thing);
  const ends = engine.limits
    .filter((l) => l.feature === own)
    .flatMap((l) => [l.low, l.high].filter((v) => v !== null));
  return ends.length === 0 ? null : { low: nm(Math.min(...ends)), high: nm(Math.max(...ends)) };
}

/** Where a gap or travel is expected: from the least of its limits to the largest. */
function spanOf(m: Measurand, thing: Thing, engine: EngineSpec) {
  if (isSize(m)) return null;
  const ends = endsOf(m, thing, engine);
  if (ends.length === 0) return null;
  const none = limitsFor(engine, m, thing).every((l) => l.high === null);
  // A minimum alone says nothing of how large it may be.
  const high = nm(Math.max(...ends) * (none ? 10 : 1));
  const low = none ? 0 : Math.min(...ends);
  // Against a maximum alone anything from nothing on is to be expected.
  return { low: nm(ends.length > 1 && low < high ? low : 0), high };
}

function nominalOf(m: Measurand, thing: Thing, engine: EngineSpec): Nanometres {
  if (thing.nominal) return thing.nominal;
  const own = featureOf(m.rules[0]!, thing);
  const limits = engine.limits.filter((l) => l.feature === own && (l.low !== null || l.high !== null));
  const of = limits.find((l) => l.state === 'new') ?? limits[0];
  if (!of) return m.sense === 'gap' || m.sense === 'travel' ? SMALL : nm(1_000_000);
  const ends = [of.low, of.high].filter((v) => v !== null);
  return nm(Math.max(1, Math.round(ends.reduce((a, b) => a + b, 0) / ends.length)));
}

/** Things of a measure that this very engine has. */
export const thingsHad = (file: JobFile, m: Measurand): readonly Thing[] => {
  const all = m.things(file.engine);
  return m.has ? all.filter((t) => m.has!(file, t)) : all;
};

/** Whether work opens a thing again: on its own cylinder, where it belongs to one. */
function isOpened({ thing }: ThingPlace, work: Work, what: Reopened): boolean {
  const cylinder = /^cylinder:(\d+)(?::|$)/u.exec(thing)?.[1];
  return opens(cylinder === undefined ? { ...work, cylinder: null } : work, what, Number(cylinder));
}

const thingOf = (m: Measurand, engine: EngineSpec, key: string): Thing | undefined =>
  m.things(engine).find((t) => t.key === key);

/** The place of a gauge on a thing. */
export const placeOn = (m: Measurand, thing: Thing, at: Spot): ThingPlace => ({
  part: m.part,
  thing: thing.key,
  spot: at.key,
});

/** The record of a measure as a kind of place: what every station, gauge and import knows of it. */
export function measurandPlace(m: Measurand): PlaceKind {
  const shape = object({ part: oneOf(m.part), thing: text(60), spot: text(40) }) as Shape<ThingPlace>;
  const thing = (s: ThingPlace, engine: EngineSpec): Thing =>
    thingOf(m, engine, s.thing) ?? { key: s.thing, name: s.thing, part: '' };
  const kind: PlaceKind<ThingPlace> = {
    part: m.part,
    shape,
    sense: m.sense,
    ...(m.by ? { by: m.by } : {}),
    warm: 'cylinder',
    on: (s, engine) => {
      const of = thingOf(m, engine, s.thing);
      if (!of) throw new Refused('/station/thing', `This engine has no such thing to measure: “${s.thing}”.`);
      if (!m.spots(engine, of).some((x) => x.key === s.spot))
        throw new Refused('/station/spot', `“${s.spot}” is no place on the ${of.name}.`);
    },
    reopenedBy: (s, work) => m.reopens !== undefined && isOpened(s, work, m.reopens),
    ...(m.openedBy
      ? {
          openedBy: {
            kinds: m.openedBy.kinds,
            by: (s: ThingPlace, e: AnyEntry, engine: EngineSpec) => m.openedBy!.by(s.thing, e, engine),
          },
        }
      : {}),
    ...(m.standsOn ? { standsOn: m.standsOn } : {}),
    ofParts: (s, engine) => {
      const of = thing(s, engine);
      return [of.part, ...(m.hangsOn?.(engine, of) ?? [])];
    },
    thing: (s) => `${m.part}:${s.thing}`,
    named: (s, engine) => {
      const of = thing(s, engine);
      const where = m.spots(engine, of).find((x) => x.key === s.spot)?.name ?? s.spot;
      return [of.name, m.name, where].filter((t) => t !== '');
    },
    nominal: (s, { engine }) => nominalOf(m, thing(s, engine), engine),
    span: (s, engine) => spanOf(m, thing(s, engine), engine),
    expected: (s, engine) => expectedOf(m, thing(s, engine), engine),
    material: () => m.material,
    feeds: (s) => `${m.part}:${s.thing}:${figureName(m.rules[0]!, s.spot)}:${m.rules[0]!.sides[0]}`,
  };
  return kind as unknown as PlaceKind;
}

/** What one figure of a measure is called. */
export const ruleTitle = (rule: Rule, thing: Thing, at: Spot | null): string =>
  [rule.title || featureInfo(featureOf(rule, thing)).name, at?.name].filter(Boolean).join(', ');
