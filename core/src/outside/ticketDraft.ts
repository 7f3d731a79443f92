import {
  NOT_LEARNED,
  shopUnit,
  standingDecision,
  type Firm,
  type JobFile,
  type OutsideWork,
} from '../job/index.js';
import type { BodyOf } from '../ledger/index.js';
import { firmFor, outsideOf, type Way, type WayComparison } from '../routes/index.js';
import { aimFor, MACHINIST_GRID, visitsFor } from '../fit/index.js';
import { nm, type LengthUnit, type Nanometres } from '../units/index.js';
import { freshShape } from '../bore/index.js';
import type { TICKET } from './ticketEntries.js';

export type TicketDraft = Omit<BodyOf<typeof TICKET>, 'id' | 'at' | 'kind'>;

/** A size on a firm's grid: the low end never down, the high end never up; null where the grid has nothing between. */
export function onGrid(
  { low, high }: { readonly low: number; readonly high: number },
  unit: 'mm' | 'in',
): { readonly low: Nanometres; readonly high: Nanometres } | null {
  const grid = MACHINIST_GRID[unit];
  const [l, h] = [Math.ceil(low / grid) * grid, Math.floor(high / grid) * grid];
  return l < h ? { low: nm(l), high: nm(h) } : null;
}

/** The way of a decision that leaves the shop; null where none stands, or nothing goes out for it. */
export function decidedWay(file: JobFile, { ways }: WayComparison): Way | null {
  const decision = standingDecision(file);
  if (!decision || outsideOf(decision.route) === null) return null;
  return (
    ways.find((w) => w.route === decision.route && (w.kit?.id ?? null) === decision.kitId) ??
    ways.find((w) => w.route === decision.route) ??
    null
  );
}

/** What a finished wall must keep besides its size: what the return is judged by, the narrowest of its bores. */
const shapeAsked = (
  file: JobFile,
  feature: 'bore.out-of-round' | 'bore.taper',
  widths: readonly number[],
): Nanometres | null => {
  const given = freshShape(file, feature, widths.length > 0 ? Math.min(...widths) : null);
  return given.status === 'governed' && given.limit.high !== null ? nm(given.limit.high) : null;
};

/**
 * The ticket a decided way asks for: each bore for its own piston, on the firm's grid, with what a finished wall must
 * keep besides.
 * @param firm     the one it goes to; the cheapest on file where nobody says
 * @param fallback unit its sizes stand in where the firm is not on file: the shop's own
 */
export function draftTicket(
  file: JobFile,
  way: Way,
  firm: Firm | null = firmFor(file, outsideOf(way.route) as OutsideWork),
  fallback: LengthUnit = shopUnit(file),
): TicketDraft {
  const unit = firm?.unit ?? fallback;
  const learned = firm?.learned ?? NOT_LEARNED;
  const what = outsideOf(way.route)!;
  const sized = way.targets.map(({ cylinder, target }) => ({
    cylinder,
    target,
    size: target.cannotBeVerified ? null : onGrid(target, unit),
  }));
  const measured = (cylinder: number) =>
    way.option?.cylinders.find((c) => c.cylinder === cylinder)?.piston ?? null;
  const lines = file.engine.cylinders.map((name, cylinder) => {
    const of = sized.find((s) => s.cylinder === cylinder);
    const size = of?.size ?? null;
    const piston = measured(cylinder) ?? (way.kit ? { size: way.kit.piston, from: 'listed' as const } : null);
    const aim = size && aimFor(size, learned, MACHINIST_GRID[unit]).aim;
    return {
      cylinder,
      piston: piston ? nm(piston.size) : null,
      from: piston?.from ?? ('none' as const),
      mark: file.engine.cylinders.length > 1 ? name : '',
      low: size?.low ?? null,
      high: size?.high ?? null,
      aim: aim === null ? null : nm(aim),
    };
  });
  const widths = lines.flatMap((l) => (l.low !== null && l.high !== null ? [l.high - l.low] : []));
  const bores = lines.flatMap((l) =>
    l.low !== null && l.high !== null && l.aim !== null
      ? [visitsFor({ low: l.low, high: l.high, aim: l.aim }, learned).kept]
      : [],
  );
  return {
    what,
    firm: firm?.name ?? '',
    unit,
    kitId: way.kit?.id ?? null,
    lines,
    inside: bores.length === lines.length ? bores.reduce((p, x) => p * x, 1) : null,
    round: shapeAsked(file, 'bore.out-of-round', widths),
    taper: shapeAsked(file, 'bore.taper', widths),
    hatch: what === 'exchange' ? null : 45,
    finish: '',
    deck: null,
    chamfer: what !== 'exchange' && file.engine.ports.length > 0,
    wash: true,
    readings: true,
    text: '',
  };
}
