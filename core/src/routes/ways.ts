import { boresOf, deepestScores, kitPiston, rangeOf, spreadsOf } from '../bore/index.js';
import type { TargetBore } from '../fit/index.js';
import { fact, lastDay, ROUTES, topLeftOn, wallOf, type JobFile, type RouteName } from '../job/index.js';
import { readingsOf } from '../readings/index.js';
import { CONSTRUCTION, type Kit } from '../specs/index.js';
import type { LengthUnit } from '../units/index.js';
import { askOf, cylinderOf, foundOf, governingFor } from '../verdicts/index.js';
import { assumed, type Assumptions } from './assumptions.js';
import { costOf, firmFor, outsideOf, type Cost } from './cost.js';
import { kitsOf } from './facts.js';
import { finishedSize, verificationOf } from './finishedSize.js';
import type { KitComparison, KitOption } from './kitOptions.js';
import { routeRefused } from './decisions.js';
import { recommendWay, wallStands } from './recommendWay.js';
import { mayBeSound, tooEarly } from './tooEarly.js';
import { boreOdds, fitOdds, isKept, NO_ODDS, reuseOdds, type WayOdds } from './wayOdds.js';

/** What nothing is on file for is no pass. */
const WITHIN: ReadonlySet<string> = new Set(['within']);

/** What is left of the engine's life after a way, as far as its wall goes. */
export interface Life {
  readonly oversizesLeft: number;
  /** Thinnest sleeve wall left, nm; null where nothing is bored or its outside is not on file. */
  readonly wallLeft: number | null;
  /** The same where the bar did not keep the old axis. */
  readonly wallWorst: number | null;
  /** Share of the wear to its limit that the wall starts with: 0 for a new one, 1 for one that is at its limit. */
  readonly worn: number | null;
}

export interface Displacement {
  /** cm³. */
  readonly before: number;
  readonly after: number;
  /** By how much (ratio − 1) grows: a larger bore leaves the chamber as it is. */
  readonly ratioBy: number;
}

/** One way out, with everything it is chosen by. */
export interface Way {
  readonly key: string;
  readonly route: RouteName;
  readonly kit: Kit | null;
  /** `Bored to +0.50`. */
  readonly name: string;
  readonly feasible: boolean;
  readonly whyNot: string | null;
  readonly odds: WayOdds;
  /** Finished size of each cylinder to ask for; none where nothing is bored. */
  readonly targets: readonly { readonly cylinder: number; readonly target: TargetBore }[];
  /** What a kit does, where it is one of the list. */
  readonly option: KitOption | null;
  readonly cost: Cost | null;
  readonly life: Life;
  readonly displacement: Displacement | null;
  readonly warnings: readonly string[];
  /** Whether every verdict on what is used again is within: a way is not recommended on what cannot be told. */
  readonly sure: boolean;
  /** Whether a verdict on what is used again is beyond: nobody has to read on to know. */
  readonly refuted: boolean;
  /** How far its clearance sits from what its range aims at, nm. */
  readonly offTarget: number;
}

export interface WayComparison {
  readonly ways: readonly Way[];
  /** Null while it is too early, or none surely enough does. */
  readonly recommended: Way | null;
  readonly kits: KitComparison;
  readonly assume: Assumptions;
}

const CROSS = Math.PI / 4;

function displacementOf(file: JobFile, bore: number): Displacement | null {
  const { engine } = file;
  const { stroke } = engine;
  if (stroke === null) return null;
  const volume = (d: number) => (CROSS * d * d * stroke * engine.cylinders.length) / 1e21;
  return bore <= engine.bore
    ? null
    : {
        before: volume(engine.bore),
        after: volume(bore),
        ratioBy: (bore / engine.bore) ** 2 - 1,
      };
}

const capitalName = (route: RouteName, kit: Kit | null): string => {
  const name: Record<RouteName, string> = {
    whole: 'Used again whole, its rings too',
    reuse: 'Used again, new rings',
    hone: 'Honed lightly, new rings',
    fit: `Piston ${kit?.name ?? ''}, bore as it is`,
    bore: `Bored to ${kit?.name ?? 'an oversize'}`,
    replate: kit ? `Replated for ${kit.name}` : 'Replated',
    sleeve: kit ? `A new sleeve for ${kit.name}` : 'A new sleeve',
    exchange: kit ? `Another cylinder, ${kit.name}` : 'Another cylinder',
  };
  return name[route];
};

/** Over the standard bore, nm: past it a kit makes another engine of it. */
const LARGER = 1_500_000;
/**
 * Whether a kit makes a larger engine, not one of its own size worn and bored.
 * @example isLarger({ oversize: 250_000 }) // false
 */
export const isLarger = (kit: Kit | null): boolean => kit !== null && kit.oversize > LARGER;

/**
 * Whether a way leaves wall and piston as they came.
 * @example isReuse('reuse') // true
 */
export const isReuse = (route: RouteName): route is 'whole' | 'reuse' | 'hone' =>
  route === 'whole' || route === 'reuse' || route === 'hone';

/** Kits a new wall is made for: the first standard one of each maker, and those that make a larger engine. */
function kitsForNewWall(kits: readonly Kit[], larger: boolean): readonly (Kit | null)[] {
  const standard = kits.filter(
    (k, i) => k.oversize === 0 && kits.findIndex((o) => o.oversize === 0 && o.maker === k.maker) === i,
  );
  const all = [...standard, ...(larger ? kits.filter(isLarger) : [])];
  return all.length === 0 ? [null] : all;
}

/** Every way there is for this engine, in the order of how deep it goes: what is least is first. */
function waysIn(
  file: JobFile,
  size: number,
): readonly { readonly route: RouteName; readonly kit: Kit | null }[] {
  const kits = [...file.engine.kits].sort((a, b) => a.oversize - b.oversize);
  const { boring } = CONSTRUCTION[file.engine.wall];
  const of = (route: RouteName, list: readonly (Kit | null)[]) => list.map((kit) => ({ route, kit }));
  return [
    ...of('whole', [null]),
    ...of('reuse', [null]),
    ...of('hone', [null]),
    ...of(
      'fit',
      kits.filter((k) => k.oversize === size),
    ),
    ...of(
      'bore',
      kits.filter((k) => k.oversize > size && (boring || !isLarger(k))),
    ),
    ...of('replate', kitsForNewWall(kits, !boring)),
    // An iron sleeve in a plated cylinder is for a larger kit alone.
    ...of('sleeve', boring ? kitsForNewWall(kits, false) : kits.filter(isLarger)),
    ...of('exchange', kitsForNewWall(kits, false)),
  ];
}

/** Further visits to be expected for the cylinders together: what goes again goes in one parcel, as often as the worst. */
const furtherOf = (targets: Way['targets']): number =>
  Math.max(0, ...targets.filter((t) => !t.target.cannotBeVerified).map((t) => t.target.visits.further));

/** Sleeve wall left after a finished size, and at worst: where the bar did not keep the old axis. */
function wallLeft(file: JobFile, finish: number | null, wear: number): Pick<Life, 'wallLeft' | 'wallWorst'> {
  const { sleeveOuter } = file.engine;
  if (finish === null || sleeveOuter === null) return { wallLeft: null, wallWorst: null };
  const left = (sleeveOuter - finish) / 2;
  return { wallLeft: left, wallWorst: left - wear / 2 };
}

/**
 * The ways out side by side: feasible or the sentence why not, how surely each does, what it costs with everything that
 * goes with it, how long it takes, what is left afterwards.
 */
function waysWith(file: JobFile, unit: LengthUnit, assume: Assumptions): WayComparison {
  const found = foundOf(file, unit);
  const kits = kitsOf(file, unit, assume);
  const bores = boresOf(file, unit);
  const state = readingsOf(file, unit);
  const spreads = spreadsOf(file, askOf(file, unit)).map((s) => s ?? null);
  const at = lastDay(file.log);
  const figures = found.figures.filter((f) => cylinderOf(f) !== null);
  const wear = Math.max(0, ...bores.map((b) => (b.survey?.largest.of.value ?? 0) - b.reference.value));
  const wornShare = bores.reduce<number | null>((most, b) => {
    const limit = governingFor(file, 'bore', ['service'], 'max');
    const end = limit.status === 'governed' ? limit.limit.high : null;
    if (!b.survey || end === null || end <= b.reference.value) return most;
    const share = (b.survey.largest.of.value - b.reference.value) / (end - b.reference.value);
    return Math.max(most ?? 0, Math.min(1, Math.max(0, share)));
  }, null);
  const oversizes = file.engine.kits.filter((k) => k.oversize > 0 && !isLarger(k));

  const kept = figures.filter(isKept);
  const rings = figures.filter((f) => f.feature.startsWith('ring.gap'));
  const wallWithin = kept.filter((f) => f.feature !== 'clearance').every((f) => WITHIN.has(f.state));
  const keptBy = (route: RouteName) => (route === 'whole' ? [...kept, ...rings] : kept);
  const sureOf = (route: RouteName): boolean =>
    isReuse(route)
      ? keptBy(route).every((f) => WITHIN.has(f.state))
      : route === 'fit'
        ? // New parts on a sound wall: their joint probability is enough.
          wallWithin
        : true;

  const wallPast = kept.some((f) => f.feature !== 'clearance' && f.state === 'beyond');
  const refutedOf = (route: RouteName, option: KitOption | null): boolean =>
    route === 'fit'
      ? wallPast || (option?.cylinders.some((c) => c.fit?.state === 'beyond') ?? false)
      : keptBy(route).some((f) => f.state === 'beyond');

  const ways = waysIn(file, kits.size).map(({ route, kit }): Way => {
    const option = kits.options.find((o) => o.kit.id === kit?.id && o.way === route) ?? null;
    const clearance = kit ? governingFor(file, 'clearance', ['new'], 'min', kit.maker) : null;
    const range = clearance && rangeOf(clearance);
    const outside = outsideOf(route);
    const targets =
      option?.way === 'bore'
        ? option.cylinders.flatMap((c) => (c.target ? [{ cylinder: c.cylinder, target: c.target }] : []))
        : kit && (route === 'replate' || route === 'sleeve')
          ? bores.flatMap((b) => {
              const piston = kitPiston(state, b.cylinder, kit)?.value ?? kit.piston;
              const { verification } = verificationOf(file, kit, range, at);
              const target = finishedSize(file, piston, range, verification, route);
              return target ? [{ cylinder: b.cylinder, target }] : [];
            })
          : [];
    const whyNot = routeRefused(file.engine, kits, { route, kitId: kit?.id ?? null });
    const worked = targets.every((t) => !t.target.cannotBeVerified);
    const odds: WayOdds =
      whyNot !== null
        ? NO_ODDS
        : isReuse(route)
          ? reuseOdds(file, figures, bores, spreads, assume, route)
          : route === 'fit'
            ? fitOdds(file, option!, figures)
            : route === 'bore'
              ? boreOdds(file, option!)
              : route === 'exchange'
                ? // A new part is inside its range; it is measured when it comes, like any other.
                  { ...NO_ODDS, p: 1 }
                : {
                    ...NO_ODDS,
                    p:
                      worked && targets.length === file.engine.cylinders.length
                        ? targets.reduce((p, t) => p * t.target.visits.kept, 1)
                        : null,
                    weakest: 'not bored too large',
                  };
    const finish = targets.length > 0 ? Math.max(...targets.map((t) => t.target.high)) : null;
    const displacement =
      finish === null && !isLarger(kit) ? null : displacementOf(file, finish ?? kit!.piston);
    const walls = route === 'bore' ? wallLeft(file, finish, wear) : { wallLeft: null, wallWorst: null };
    const least = governingFor(file, 'sleeve.wall', ['service', 'new'], 'min');
    const leastWall = least.status === 'governed' ? least.limit.low : null;
    return {
      key: `${route}:${kit?.id ?? ''}`,
      route,
      kit,
      name: capitalName(route, kit),
      feasible: whyNot === null,
      whyNot,
      odds,
      targets: whyNot === null ? targets : [],
      option,
      cost:
        whyNot === null
          ? costOf(file, route, kit, found.needs(), assume.hourlyRate ?? undefined, furtherOf(targets))
          : null,
      life: {
        oversizesLeft: oversizes.filter((k) => route !== 'bore' || k.oversize > kit!.oversize).length,
        ...walls,
        worn: isReuse(route) || route === 'fit' ? wornShare : 0,
      },
      displacement,
      warnings: [
        ...(displacement && isLarger(kit)
          ? ['A larger displacement may be restricted by local law and class rules.']
          : []),
        ...(walls.wallWorst !== null && leastWall !== null && walls.wallWorst < leastWall
          ? ['The sleeve is thick enough only if the bar keeps the old axis: say so on the ticket.']
          : []),
        ...(!worked ? ['Its clearance cannot be verified with these gauges: no size is given.'] : []),
        ...(outside && (file.shop.firms ?? []).length > 0 && !firmFor(file, outside)
          ? [`No firm on file does this: ${ROUTES[route]}.`]
          : []),
      ],
      sure: sureOf(route),
      refuted: refutedOf(route, option),
      offTarget: route === 'fit' ? (option?.offTarget ?? 0) : 0,
    };
  });
  const early = topLeftOn(file) || tooEarly(kits, figures, deepestScores(file)) !== null;
  // What was renewed is what it is: another wall is no answer to a figure nobody has read of it.
  const renewed = file.engine.cylinders.some((_, i) => wallOf(file, i) !== null);
  const asItIs = renewed || mayBeSound(figures) || wallStands(ways) !== null;
  return {
    ways,
    kits,
    assume,
    recommended: early ? null : recommendWay({ ways, assume }, asItIs),
  };
}

const usualWays = fact('ways', (file, unit: LengthUnit) => waysWith(file, unit, assumed(file)));

/**
 * The ways out side by side.
 * @param assume what nobody measured; what the shop assumes where nothing is given
 */
export const waysOf = (file: JobFile, unit: LengthUnit, assume?: Assumptions): WayComparison =>
  assume ? waysWith(file, unit, assume) : usualWays(file, unit);
