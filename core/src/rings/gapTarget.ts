import { fact, engineFacts, fittedPiston, shopUnit, wallOf, type JobFile } from '../job/index.js';
import type { GappedRing } from '../cylinder/index.js';
import {
  applies,
  governing,
  isOverMany,
  sourceLine,
  type Governing,
  type Limit,
  type LimitState,
} from '../specs/index.js';
import { depthText, limitFigureText, withUnit, type LengthUnit, type Nanometres } from '../units/index.js';
import { boreAt, gapDepths, type BoreAtGap, type GapDepths } from './boreAtGap.js';
import {
  asksForBore,
  displacement,
  GAP_FEATURES,
  GAP_RULES,
  gapEnds,
  ruleKind,
  SECOND_OVER_TOP,
  type GapEnds,
  type GapRuleKind,
} from './gapRule.js';
import { packOf, ringMaker, ringsRenewed, type RingPack } from './pack.js';

/** What another rule on file would ask for, beside the one that governs. */
export interface OtherSchool {
  readonly limit: Limit;
  /** nm; null where it is silent, or hangs on a bore nobody read. */
  readonly low: Nanometres | null;
}

/** The gap one ring of a cylinder has to have. */
export interface GapTarget {
  readonly cylinder: number;
  readonly ring: GappedRing;
  readonly pack: RingPack | null;
  readonly depths: GapDepths;
  /** The bore where the minimum is checked. */
  readonly bore: BoreAtGap;
  /** Smallest gap, nm, rounded up; null where nothing gives one or its bore is not read. */
  readonly low: Nanometres | null;
  readonly high: Nanometres | null;
  readonly min: Governing;
  readonly max: Governing;
  /** The rule needs a bore that is not read: nothing is offered instead. */
  readonly needsBore: boolean;
  /** What kind of rule gives the minimum; null where none does. */
  readonly kind: GapRuleKind | null;
  readonly others: readonly OtherSchool[];
  /** What the minimum was worked from, in words. */
  readonly working: (unit: LengthUnit) => string | null;
}

/** States of the limits a gap is held against: a reused ring in a reused bore may have worn wide, never tight. */
const states = (file: JobFile, cylinder: number, side: 'max' | 'min'): readonly LimitState[] =>
  ringsRenewed(file, cylinder) || wallOf(file, cylinder) !== null
    ? ['new']
    : side === 'max'
      ? ['service']
      : ['service', 'new'];

const gives = (limit: Limit, side: 'max' | 'min'): boolean =>
  side === 'max' ? limit.high !== null : limit.low !== null || limit.rows !== undefined;

type Governed = Governing & { readonly status: 'governed' };

/** What governs one side of a ring's gap: rules that all have to be kept, or why there is none. */
type Rules = { readonly found: readonly Governed[]; readonly else: Governing };

/** What the shop asks of a ring’s gap besides its sheet, in whichever way it is given: it can only ask for more. */
const overMany = (file: JobFile, ring: GappedRing, side: 'max' | 'min'): readonly Governed[] =>
  file.engine.limits
    .filter(
      (l) =>
        isOverMany(l) &&
        GAP_FEATURES[ring].includes(l.feature) &&
        gives(l, side) &&
        applies(l.conditions, engineFacts(file)) === 'yes',
    )
    .map((limit) => ({
      status: 'governed',
      limit,
      others: [],
      why: `The shop rule “${limit.source.document}” asks for more than the sheet does.`,
      overridden: null,
    }));

/** A sheet may give a size and a factor of the bore: both hold. */
function rulesFor(file: JobFile, cylinder: number, ring: GappedRing, side: 'max' | 'min'): Rules {
  const fitted = {
    piston: fittedPiston(file, cylinder).kit?.maker ?? file.job.fitted.piston,
    ring: ringMaker(file, cylinder),
  };
  let last: Governing | null = null;
  const found: Governed[] = [];
  for (const feature of GAP_FEATURES[ring])
    for (const state of states(file, cylinder, side)) {
      const of = governing(file.engine.limits, feature, state, engineFacts(file), fitted, file.job.overrides);
      if (of.status === 'ask' || of.status === 'contradiction') return { found: [], else: of };
      if (of.status === 'governed' && gives(of.limit, side)) {
        found.push(of);
        break;
      }
      if (of.status === 'none') last ??= of;
    }
  return {
    found: found.length === 0 ? found : [...found, ...overMany(file, ring, side)],
    else: last ?? {
      status: 'none',
      others: [],
      why: `No ${side === 'max' ? 'maximum' : 'minimum'} is on file.`,
    },
  };
}

/** Whether a rule hangs on a displacement nobody can say. */
const asksForStroke = (limit: Limit, stroke: number | null): boolean =>
  stroke === null && ruleKind(limit) === 'displacement';

/** The rule that asks for most of several that all have to be kept; one that wants a bore nobody read comes first. */
function strictest(
  { found, else: otherwise }: Rules,
  bore: BoreAtGap,
  stroke: number | null,
  side: 'max' | 'min',
): Governing {
  const unread = found.find(
    (r) => (asksForBore(r.limit) && bore.mean === null) || asksForStroke(r.limit, stroke),
  );
  const asks = (r: Governed): number => {
    const { low, high } = gapEnds(r.limit, bore, stroke);
    return side === 'min' ? (low ?? 0) : -(high ?? 0);
  };
  return (
    unread ?? found.reduce<Governed | null>((a, b) => (a && asks(a) >= asks(b) ? a : b), null) ?? otherwise
  );
}

/** A rule as what it makes of this bore: its low and high in nm, still with its own source. */
const inThisBore = (rule: Governing, ends: GapEnds, feature: Limit['feature']): Governing =>
  rule.status === 'governed'
    ? {
        ...rule,
        limit: {
          ...rule.limit,
          feature,
          ...ends,
          unit: rule.limit.unit === '×' ? 'mm' : rule.limit.unit,
        },
      }
    : rule;

const needed = (why: string): Governing => ({ status: 'none', others: [], why });

/** What the shop holds a second ring to that no sheet speaks of: wider than the top ring. */
function afterTop(file: JobFile, top: Governed): Governing {
  const { source } = top.limit;
  return {
    ...top,
    why: `No sheet gives the second ring a gap, so the shop’s rule stands: ${SECOND_OVER_TOP / 100} × the top ring’s.`,
    limit: {
      ...top.limit,
      id: `${top.limit.id}.second`,
      high: null,
      source: {
        ...source,
        type: 'shop-rule',
        party: file.shop.name,
        document: `Shop rule: second ring ${SECOND_OVER_TOP / 100} × top (${sourceLine(source)})`,
        page: '',
      },
    },
  };
}

function targetOf(file: JobFile, cylinder: number, ring: GappedRing): GapTarget {
  const pack = packOf(file, cylinder);
  const depths = gapDepths(file, cylinder, pack);
  const bore = boreAt(file, cylinder, depths.least);
  const { stroke, limits } = file.engine;
  const feature = GAP_FEATURES[ring][0]!;
  const wide = boreAt(file, cylinder, depths.most);
  const least = (of: GappedRing) => strictest(rulesFor(file, cylinder, of, 'min'), bore, stroke, 'min');
  const own = least(ring);
  const top = ring === 'second' && own.status === 'none' ? least('top') : null;
  const byShop = top?.status === 'governed' ? afterTop(file, top) : null;
  const min = byShop ?? own;
  const max = strictest(rulesFor(file, cylinder, ring, 'max'), wide, stroke, 'max');
  const hundredths = byShop ? SECOND_OVER_TOP : 100;
  const rule = min.status === 'governed' ? min.limit : null;
  const ends = rule ? gapEnds(rule, bore, stroke, hundredths) : { low: null, high: null };
  const needsBore = rule !== null && asksForBore(rule) && bore.mean === null;
  const most = max.status === 'governed' ? gapEnds(max.limit, wide, stroke).high : null;
  const why = (unit: LengthUnit) =>
    `the gap hangs on the bore ${depthText(bore.depth, unit)} down, which is not read.`;
  const others = limits
    .filter(
      (l) =>
        GAP_FEATURES[ring].includes(l.feature) && l.id !== rule?.id && l.state === 'new' && gives(l, 'min'),
    )
    .map((limit) => ({ limit, low: gapEnds(limit, bore, stroke).low }));
  return {
    cylinder,
    ring,
    pack,
    depths,
    bore,
    low: ends.low,
    high: most,
    min: needsBore
      ? needed(why(shopUnit(file)))
      : rule !== null && asksForStroke(rule, stroke)
        ? needed('The gap hangs on the displacement, and the stroke is not on file: type it.')
        : inThisBore(min, { low: ends.low, high: null }, feature),
    max:
      most === null
        ? max.status === 'governed'
          ? needed(why(shopUnit(file)))
          : max
        : inThisBore(max, { low: null, high: most }, feature),
    needsBore,
    kind: rule && ruleKind(rule),
    others,
    working: (unit) => {
      if (!rule || bore.mean === null) return null;
      const times = hundredths === 100 ? '' : ` × ${hundredths / 100}`;
      const d = withUnit(bore.mean, { unit, step: 1_000, extra: 0 });
      if (ruleKind(rule) === 'factor') return `${d} × ${rule.low! / 10_000}${times}`;
      if (ruleKind(rule) === 'displacement' && stroke !== null)
        return `${d} × ${withUnit(stroke, { unit, step: 100_000 })} stroke: ${displacement(bore.mean, stroke).toFixed(1)} cm³${times}`;
      return times ? `the top ring’s${times}` : null;
    },
  };
}

/**
 * The gap a ring has to have: by the rule of its maker, in the bore where it is checked, with what other rules on
 * file would say. A rule that hangs on a bore nobody read gives nothing.
 */
export const gapTarget = (file: JobFile, cylinder: number, ring: GappedRing): GapTarget =>
  target(file, [cylinder, ring]);

const target = fact('gap target', (file, [cylinder, ring]: readonly [number, GappedRing]) =>
  targetOf(file, cylinder, ring),
);

/** Another rule beside the one that governs, with their difference in words. */
export function schoolText({ limit, low }: OtherSchool, target: GapTarget, unit: LengthUnit): string {
  const source = sourceLine(limit.source);
  const rule = `${GAP_RULES[ruleKind(limit)]} (${source})`;
  if (low === null) return `${rule} needs the bore there.`;
  const figure = `${limitFigureText(low, 'low', unit)} ${unit}`;
  if (target.low === null) return `${rule} would ask for ${figure}.`;
  const off = low - target.low;
  const by = `${limitFigureText(Math.abs(off) as Nanometres, 'low', unit)} ${unit}`;
  return off === 0
    ? `${rule} asks for the same.`
    : `${rule} would ask for ${figure}: ${by} ${off > 0 ? 'wider' : 'tighter'} than what governs.`;
}
