import { keptAfter, type BoreState, type MapSpread } from '../bore/index.js';
import type { JobFile } from '../job/index.js';
import { expectNormal } from '../statistics/index.js';
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
}

export const NO_ODDS: WayOdds = { p: null, weakest: null, provisional: false };

/** What a pass of the hone takes on diameter, nm: its mean and standard deviation. */
const HONED = { mean: 10_000, sd: 5_000 };

/** Figures of a cylinder that one propagation of its map draws together. */
const ON_MAP: ReadonlySet<string> = new Set(['bore', 'bore.out-of-round', 'bore.taper', 'clearance']);

/** Whether a figure is asked of what goes back as it is: rings are new, their gaps are not. */
export const isKept = ({ feature }: Figure): boolean =>
  ON_MAP.has(feature) || feature.startsWith('pin.') || feature.startsWith('ring.groove');

interface OfCylinder {
  readonly p: number | null;
  readonly least: { readonly of: Figure; readonly p: number } | null;
  readonly provisional: boolean;
}

/** One cylinder used again as it is, after the hone and the wear to come. */
function reusedCylinder(
  figures: readonly Figure[],
  bore: BoreState,
  spread: MapSpread | null,
  honed: boolean,
  nextWear: number,
): OfCylinder {
  const judged = figures.filter((f) => isKept(f) && f.state !== 'noLimit');
  // One verdict past its limit settles it, whatever is still to be read.
  const past = judged.find((f) => f.state === 'beyond' && f.p !== null);
  if (past && judged.some((f) => f.because === 'unread' || f.p === null))
    return { p: past.p, least: { of: past, p: past.p! }, provisional: false };
  if (
    judged.length === 0 ||
    bore.survey === null ||
    judged.some((f) => f.because === 'unread' || f.p === null)
  )
    return { p: null, least: null, provisional: false };
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
  return { p: together(wall, others), least: { of: least, p: least.p! }, provisional: reuse === null };
}

/** The wall as it is, cleaned or honed, with what came out: everything asked of it at once, and room for what it wears next. */
export function reuseOdds(
  figures: readonly Figure[],
  bores: readonly BoreState[],
  spreads: readonly (MapSpread | null)[],
  assume: Assumptions,
  honed: boolean,
): WayOdds {
  const each = bores.map((bore) =>
    reusedCylinder(
      figures.filter((f) => cylinderOf(f) === bore.cylinder),
      bore,
      spreads[bore.cylinder] ?? null,
      honed,
      assume.nextWear,
    ),
  );
  const least = each.flatMap((c) => (c.least ? [c.least] : [])).sort((a, b) => a.p - b.p)[0];
  return {
    p: each.some((c) => c.p === null) ? null : each.reduce((p, c) => p * c.p!, 1),
    weakest: least ? figureTitle(least.of) : null,
    provisional: each.some((c) => c.provisional),
  };
}

/** A piston for the bore as it is: both ends of its clearance, and the wall's own limits. */
export function fitOdds(option: KitOption, figures: readonly Figure[]): WayOdds {
  if (option.p === null) return NO_ODDS;
  const walls = figures.filter(
    (f) =>
      cylinderOf(f) !== null && ON_MAP.has(f.feature) && f.feature !== 'clearance' && f.state !== 'noLimit',
  );
  if (walls.some((f) => f.p === null)) return NO_ODDS;
  const p = Math.max(
    0,
    walls.reduce((sum, f) => sum + f.p! - 1, option.p),
  );
  const least = [...walls].sort((a, b) => a.p! - b.p!)[0];
  return {
    p,
    weakest: least && least.p! < option.p ? figureTitle(least) : 'the clearance',
    provisional: option.cylinders.some((c) => c.fit?.provisional),
  };
}

/** Bored: cleaned up and back inside its ticket, every cylinder. */
export function boreOdds(file: JobFile, option: KitOption): WayOdds {
  const each = option.cylinders.flatMap((c) =>
    c.target && !c.target.cannotBeVerified && c.p !== null
      ? [{ cylinder: c.cylinder, clean: c.p, inside: c.target.pInside }]
      : [],
  );
  if (each.length < option.cylinders.length) return NO_ODDS;
  const worst = each.reduce((a, b) => (Math.min(b.clean, b.inside) < Math.min(a.clean, a.inside) ? b : a));
  const name = file.engine.cylinders.length > 1 ? `${file.engine.cylinders[worst.cylinder]}: ` : '';
  return {
    p: each.reduce((p, c) => p * c.clean * c.inside, 1),
    weakest: `${name}${worst.clean < worst.inside ? 'cleaning up' : 'back inside its ticket'}`,
    provisional: false,
  };
}
