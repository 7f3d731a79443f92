import { keptAfter, rangeOf, type BoreState, type MapSpread } from '../bore/index.js';
import type { JobFile } from '../job/index.js';
import { acceptance } from '../gauges/index.js';
import { expectNormal, normalQuantile } from '../statistics/index.js';
import { cylinderOf, figureTitle, type Figure } from '../verdicts/index.js';
import type { Assumptions } from './assumptions.js';
import type { KitOption } from './kitOptions.js';

/** How surely a way does for every cylinder, and what is least sure about it. */
export interface WayOdds {
  /** Null while it cannot be said. */
  readonly p: number | null;
  /** The least sure of what has to be kept, in words; null where nothing stands out. */
  readonly weakest: string | null;
  /** The least it can be, until the whole map is propagated. */
  readonly provisional: boolean;
  /** What it cannot be more than: the least sure of all that has to be kept. Null while it cannot be said. */
  readonly atMost: number | null;
  /** What has to be kept and has no limit on file: missing is not bad, there is no probability. */
  readonly noLimit: readonly Figure[];
  /** What these gauges cannot tell, wherever it lies: a range narrower than they can show. */
  readonly untold: Untold | null;
}

/** A clearance these gauges cannot hold against its range, nm, and what of the figures says so; null for a new piston's. */
export interface Untold {
  readonly low: number;
  readonly high: number;
  readonly figure: Figure | null;
}

export const NO_ODDS: WayOdds = {
  p: null,
  weakest: null,
  provisional: false,
  atMost: null,
  noLimit: [],
  untold: null,
};

/** What a pass of the hone takes on diameter, nm: its mean and standard deviation. */
const HONED = { mean: 10_000, sd: 5_000 };

/** Below this nobody counts on a way. */
export const UNLIKELY = 0.05;

/** Figures of a cylinder that one propagation of its map draws together. */
const ON_MAP: ReadonlySet<string> = new Set(['bore', 'bore.out-of-round', 'bore.taper', 'clearance']);

/**
 * Whether a figure is asked of what goes back as it is: rings are new, their gaps are not.
 * @example isKept({ feature: 'bore' }) // true
 */
export const isKept = ({ feature }: Figure): boolean =>
  ON_MAP.has(feature) || feature.startsWith('pin.') || feature.startsWith('ring.groove');

/** Whether a ring that came out has to keep it, where it goes back in. */
const isRing = ({ feature }: Figure): boolean => feature.startsWith('ring.gap');

/** What governs a way: many sheets give a shape none of its own, and size and clearance bound it. */
const HAS_TO_HAVE_LIMIT: ReadonlySet<string> = new Set(['bore', 'clearance']);

/**
 * What has to be kept of one cylinder and has no limit on file.
 * @example withoutLimit([]).length // 0
 */
export const withoutLimit = (figures: readonly Figure[]): readonly Figure[] =>
  figures.filter((f) => f.state === 'noLimit' && (HAS_TO_HAVE_LIMIT.has(f.feature) || isRing(f)));

/**
 * A clearance whose range no reading of these gauges can show to be kept, wherever in it the truth lies: narrower than
 * 2·z·u. Its probability would speak of the gauges.
 */
export function cannotTell(file: JobFile, figures: readonly Figure[]): Untold | null {
  const z = normalQuantile(acceptance('seizure', file.shop.rules));
  for (const low of figures) {
    if (low.feature !== 'clearance' || low.side !== 'min' || low.state !== 'undecided') continue;
    const high = figures.find(
      (f) => f.feature === 'clearance' && f.side === 'max' && cylinderOf(f) === cylinderOf(low),
    );
    if (low.u === null || low.limitAt === null || high?.limitAt == null || high.state === 'beyond') continue;
    if (high.limitAt - low.limitAt < 2 * z * low.u && low.value !== null)
      return {
        low: Math.max(0, low.value - 2 * low.u),
        high: (high.value ?? low.value) + 2 * (high.u ?? low.u),
        figure: low,
      };
  }
  return null;
}

interface OfCylinder {
  readonly p: number | null;
  readonly atMost: number | null;
  readonly least: { readonly of: Figure; readonly p: number } | null;
  readonly provisional: boolean;
  readonly noLimit: readonly Figure[];
  readonly untold: Untold | null;
}

/** What a figure lets a way be at most: one that is not shown to be past its limit rules nothing out. */
const mostOf = (f: Figure): number => (f.state === 'beyond' ? f.p! : Math.max(f.p!, UNLIKELY));

/** One cylinder used again as it is, after the hone and the wear to come. */
function reusedCylinder(
  file: JobFile,
  figures: readonly Figure[],
  bore: BoreState,
  spread: MapSpread | null,
  honed: boolean,
  nextWear: number,
): OfCylinder {
  const judged = figures.filter((f) => f.state !== 'noLimit');
  const noLimit = withoutLimit(figures);
  const untold = cannotTell(file, figures);
  const none = { p: null, atMost: null, least: null, provisional: false, noLimit, untold };
  // One verdict past its limit settles it, whatever is still to be read.
  const past = judged.find((f) => f.state === 'beyond' && f.p !== null);
  if (past && (noLimit.length > 0 || judged.some((f) => f.because === 'unread' || f.p === null)))
    return { ...none, p: past.p, atMost: past.p, least: { of: past, p: past.p! } };
  if (
    judged.length === 0 ||
    noLimit.length > 0 ||
    (untold !== null && !past) ||
    bore.survey === null ||
    judged.some((f) => f.because === 'unread' || f.p === null)
  )
    return none;
  const least = judged.reduce((a, b) => (b.p! < a.p! ? b : a));
  const others = judged.filter((f) => !ON_MAP.has(f.feature));
  const onMap = judged.filter((f) => ON_MAP.has(f.feature));
  // What is not drawn together holds at once at least so often as this (Fréchet).
  const together = (p: number, rest: readonly Figure[]) =>
    Math.max(
      0,
      rest.reduce((sum, f) => sum + f.p! - 1, p),
    );
  const wear = Math.max(0, bore.survey.largest.of.value - bore.reference.value) * nextWear;
  const reuse = spread?.reuse ?? null;
  const wall = reuse
    ? honed
      ? expectNormal(HONED.mean, HONED.sd, (h) => keptAfter(reuse, wear + Math.max(0, h)))
      : keptAfter(reuse, wear)
    : together(1, onMap);
  return {
    ...none,
    p: together(wall, others),
    atMost: Math.min(reuse ? wall : 1, ...(reuse ? others : judged).map(mostOf)),
    least: { of: least, p: least.p! },
    provisional: reuse === null,
  };
}

/**
 * The wall as it is, cleaned or honed, with what came out: everything asked of it at once, and room for what it wears next.
 * @param how new rings, honed and new rings, or its own rings back in, each by its own gap
 */
export function reuseOdds(
  file: JobFile,
  figures: readonly Figure[],
  bores: readonly BoreState[],
  spreads: readonly (MapSpread | null)[],
  assume: Assumptions,
  how: 'reuse' | 'hone' | 'whole',
): WayOdds {
  const each = bores.map((bore) => {
    const own = figures.filter((f) => cylinderOf(f) === bore.cylinder);
    const rings = how === 'whole' ? own.filter(isRing) : [];
    const of = reusedCylinder(
      file,
      [...own.filter(isKept), ...rings],
      bore,
      spreads[bore.cylinder] ?? null,
      how === 'hone',
      assume.nextWear,
    );
    // Rings nobody tried prove nothing; what speaks against the wall does so all the same.
    return how === 'whole' && rings.length === 0 && of.p !== null && of.p > UNLIKELY
      ? { ...of, p: null, atMost: null }
      : of;
  });
  const least = each.flatMap((c) => (c.least ? [c.least] : [])).sort((a, b) => a.p - b.p)[0];
  // One cylinder that hardly can settles it for all, whatever of the others is still to be read.
  const hardly = each.flatMap((c) => (c.atMost !== null && c.atMost <= UNLIKELY ? [c.atMost] : []));
  return {
    p: each.every((c) => c.p !== null)
      ? each.reduce((p, c) => p * c.p!, 1)
      : hardly.length > 0
        ? Math.min(...hardly)
        : null,
    atMost: each.every((c) => c.atMost !== null)
      ? Math.min(...each.map((c) => c.atMost!))
      : hardly.length > 0
        ? Math.min(...hardly)
        : null,
    weakest: least ? figureTitle(least.of) : null,
    provisional: each.some((c) => c.provisional),
    noLimit: each.flatMap((c) => c.noLimit),
    untold: each.find((c) => c.untold)?.untold ?? null,
  };
}

/** A new piston whose range is narrower than these gauges can show, and which they do not show to be past it. */
function fitUntold(file: JobFile, { clearance, cylinders }: KitOption): Untold | null {
  const range = rangeOf(clearance);
  const z = normalQuantile(acceptance('seizure', file.shop.rules));
  const of = cylinders.find(
    (c) => c.fit && c.fit.state === 'undecided' && range && range.high - range.low < 2 * z * c.fit.u,
  )?.fit;
  return of ? { low: Math.max(0, of.tightest - 2 * of.u), high: of.loosest + 2 * of.u, figure: null } : null;
}

/** A piston for the bore as it is: both ends of its clearance, and the wall's own limits. */
export function fitOdds(file: JobFile, option: KitOption, figures: readonly Figure[]): WayOdds {
  const of = figures.filter(
    (f) => cylinderOf(f) !== null && ON_MAP.has(f.feature) && f.feature !== 'clearance',
  );
  const noLimit = withoutLimit(of);
  const walls = of.filter((f) => f.state !== 'noLimit');
  const past = walls.find((f) => f.state === 'beyond' && f.p !== null);
  const untold = past ? null : fitUntold(file, option);
  if (
    option.p === null ||
    untold !== null ||
    walls.some((f) => f.p === null) ||
    (noLimit.length > 0 && !past)
  )
    return { ...NO_ODDS, noLimit, untold };
  const p = Math.max(
    0,
    walls.reduce((sum, f) => sum + f.p! - 1, option.p),
  );
  const least = [...walls].sort((a, b) => a.p! - b.p!)[0];
  const provisional = option.cylinders.some((c) => c.fit?.provisional);
  // Until the map is worked its probability is the least it can be, which rules nothing out by itself.
  const isPast = option.cylinders.some((c) => c.fit?.state === 'beyond');
  return {
    p,
    atMost: Math.min(provisional && !isPast ? 1 : option.p, ...walls.map(mostOf)),
    weakest: least && least.p! < option.p ? figureTitle(least) : 'the clearance',
    provisional,
    noLimit,
    untold: null,
  };
}

/** Bored: cleaned up and never too large, every cylinder; one too small is honed on. */
export function boreOdds(file: JobFile, option: KitOption): WayOdds {
  const each = option.cylinders.flatMap((c) =>
    c.target && !c.target.cannotBeVerified && c.p !== null
      ? [{ cylinder: c.cylinder, clean: c.p, inside: c.target.visits.kept }]
      : [],
  );
  if (each.length < option.cylinders.length) return NO_ODDS;
  const worst = each.reduce((a, b) => (Math.min(b.clean, b.inside) < Math.min(a.clean, a.inside) ? b : a));
  const name = file.engine.cylinders.length > 1 ? `${file.engine.cylinders[worst.cylinder]}: ` : '';
  return {
    ...NO_ODDS,
    p: each.reduce((p, c) => p * c.clean * c.inside, 1),
    weakest: `${name}${worst.clean < worst.inside ? 'cleaning up' : 'not bored too large'}`,
    provisional: false,
  };
}
