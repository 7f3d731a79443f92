import { FEATURES, type FeatureKey } from './feature.js';
import {
  BUILD_PARTS,
  MAKERS_BUILD,
  MAKERS_OWN,
  sourceLine,
  type Build,
  type Conditions,
  type Limit,
  type LimitState,
  type EngineWall,
} from './limit.js';
import { atSerial } from './serial.js';
import { whoOf, type Signed } from './signed.js';
import { aimOf } from './target.js';

/** What is known of the engine on the bench; a condition on something unknown cannot be decided. */
export interface EngineFacts {
  readonly maker: string;
  readonly wall: EngineWall;
  readonly year?: number | null;
  /** Number stamped on the engine; empty where nobody looked. */
  readonly serial?: string;
  readonly code?: string | null;
  readonly use?: string | null;
  /** What the top end is built of; null, or one of it null, where nobody said since it was changed. */
  readonly build?: { readonly [P in keyof Build]: string | null } | null;
}

/** Makers of the parts that are fitted, or null where the engine maker's own are. */
export interface Fitted {
  readonly piston: string | null;
  readonly ring: string | null;
}

/** A lead's written decision to use another figure. It shows wherever the verdict does. */
export interface Override extends Signed {
  readonly feature: FeatureKey;
  readonly state: LimitState;
  readonly limitId: string;
  readonly reason: string;
}

export type Governing =
  | {
      readonly status: 'governed';
      readonly limit: Limit;
      readonly others: readonly Limit[];
      readonly why: string;
      readonly overridden: Override | null;
    }
  | { readonly status: 'ask'; readonly candidates: readonly Limit[]; readonly question: string }
  /** A shop rule and the sheet leave no range at all between them. */
  | { readonly status: 'contradiction'; readonly others: readonly Limit[]; readonly why: string }
  | { readonly status: 'none'; readonly others: readonly Limit[]; readonly why: string };

const plain = (name: string): string => name.trim().toLowerCase();

/** Whether figures of a feature hold for one build of head, cams, piston and gasket alone. */
export const isByBuild = (feature: FeatureKey): boolean => FEATURES[feature].byBuild === true;

/** When a limit holds: one that hangs on the build and names none is of the maker's own. */
export const conditionsOf = ({ feature, conditions }: Pick<Limit, 'feature' | 'conditions'>): Conditions =>
  isByBuild(feature) && !conditions.build ? { ...conditions, build: MAKERS_BUILD } : conditions;

/** Whether a condition holds, does not, or cannot be told from what is known. */
export function applies(conditions: Conditions, engine: EngineFacts): 'yes' | 'no' | 'unknown' {
  const checks: ('yes' | 'no' | 'unknown')[] = [];
  const say = (known: boolean, holds: boolean) => checks.push(!known ? 'unknown' : holds ? 'yes' : 'no');
  if (conditions.yearFrom !== undefined) say(engine.year != null, (engine.year ?? 0) >= conditions.yearFrom);
  if (conditions.yearTo !== undefined) say(engine.year != null, (engine.year ?? 0) <= conditions.yearTo);
  if (conditions.serialFrom !== undefined)
    checks.push(atSerial(engine.serial ?? '', conditions.serialFrom, 'from'));
  if (conditions.serialTo !== undefined)
    checks.push(atSerial(engine.serial ?? '', conditions.serialTo, 'to'));
  if (conditions.code !== undefined) say(engine.code != null, engine.code === conditions.code);
  if (conditions.wall !== undefined) say(engine.wall !== 'unknown', engine.wall === conditions.wall);
  if (conditions.use !== undefined) say(engine.use != null, engine.use === conditions.use);
  if (conditions.build)
    for (const part of BUILD_PARTS) {
      const is = engine.build?.[part] ?? null;
      say(is !== null, plain(is ?? '') === plain(conditions.build[part]));
    }
  if (checks.includes('no')) return 'no';
  return checks.includes('unknown') ? 'unknown' : 'yes';
}

/** Limits that a shop rule tightens. It never loosens one: a rule that would is left out. */
function tightenedBy(limit: Limit, rules: readonly Limit[]): Limit {
  let { low, high } = limit;
  let used: Limit | null = null;
  for (const rule of rules) {
    if (rule.low !== null && low !== null && rule.low > low) [low, used] = [rule.low, rule];
    if (rule.high !== null && high !== null && rule.high < high) [high, used] = [rule.high, rule];
  }
  const tightened = used ? { ...limit, low, high, source: used.source } : limit;
  // What the shop aims at stands before what the sheet does.
  const aim = aimOf(...rules);
  return Object.keys(aim).length > 0 ? { ...tightened, ...aim } : tightened;
}

const leavesNothing = (l: Pick<Limit, 'low' | 'high'>): boolean =>
  l.low !== null && l.high !== null && l.low > l.high;

/**
 * Whether a shop rule would leave no range at all of a sheet's limit it can meet: it is refused on entry. An end
 * the sheet is silent about counts too: no least size lies above the largest.
 * @returns the limit it contradicts, or null
 */
export function contradictedBy(
  rule: Pick<Limit, 'feature' | 'state' | 'low' | 'high'>,
  limits: readonly Limit[],
): Limit | null {
  return (
    limits.find(
      (l) =>
        l.source.type !== 'shop-rule' &&
        l.feature === rule.feature &&
        l.state === rule.state &&
        leavesNothing({
          low: l.low === null || rule.low === null ? (l.low ?? rule.low) : Math.max(l.low, rule.low),
          high: l.high === null || rule.high === null ? (l.high ?? rule.high) : Math.min(l.high, rule.high),
        }),
    ) ?? null
  );
}

/** A build in words: `the maker’s head, cams, piston and gasket`, `the maker’s head, cams and gasket with Corrie piston`. */
export function buildText(build: Build): string {
  const own = BUILD_PARTS.filter((p) => plain(build[p]) === MAKERS_OWN);
  const other = BUILD_PARTS.filter((p) => !own.includes(p)).map((p) => `${build[p].trim()} ${p}`);
  const joined = (words: readonly string[]) =>
    words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
  return [own.length > 0 ? `the maker’s ${joined(own)}` : '', joined(other)].filter(Boolean).join(' with ');
}

/** Conditions in words: `from 2019`, `with code B7`. */
export function conditionText(c: Conditions): string {
  return [
    c.yearFrom === undefined ? '' : `from year ${c.yearFrom}`,
    c.yearTo === undefined ? '' : `up to year ${c.yearTo}`,
    c.serialFrom === undefined ? '' : `from number ${c.serialFrom}`,
    c.serialTo === undefined ? '' : `up to number ${c.serialTo}`,
    c.code === undefined ? '' : `for code ${c.code}`,
    c.wall === undefined ? '' : `for a wall that is ${c.wall === 'iron-sleeve' ? 'an iron sleeve' : c.wall}`,
    c.use === undefined ? '' : `for ${c.use} use`,
    c.build === undefined ? '' : `for ${buildText(c.build)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/**
 * Which of the limits on file governs a feature of this engine as it is fitted: the maker of the fitted
 * part for that part's figures, the engine maker for the rest; a recorded adoption stands for the fitted
 * maker; shop rules only tighten. Nothing governing is never a pass.
 *
 * @returns the governing limit with the others and one sentence why; or a question when conditions on
 *          things nobody wrote down leave several; or `none`
 */
export function governing(
  limits: readonly Limit[],
  feature: FeatureKey,
  state: LimitState,
  engine: EngineFacts,
  fitted: Fitted,
  overrides: readonly Override[] = [],
): Governing {
  const onFile = limits.filter((l) => l.feature === feature && l.state === state);
  const possible = onFile.filter((l) => applies(conditionsOf(l), engine) !== 'no');
  const owner = FEATURES[feature].governedBy;
  const fittedMaker = owner === 'engine' ? null : fitted[owner];

  const override = overrides.find((o) => o.feature === feature && o.state === state);
  const chosen = override && possible.find((l) => l.id === override.limitId);
  if (override && chosen) {
    return {
      status: 'governed',
      limit: chosen,
      others: onFile.filter((l) => l !== chosen),
      why: `Override by ${whoOf(override)}: ${override.reason}`,
      overridden: override,
    };
  }

  const speaks = (l: Limit): boolean => {
    if (l.source.type === 'shop-rule') return false;
    // Room for one build comes from whoever made what is other in it.
    if (isByBuild(l.feature) && l.conditions.build) return true;
    if (l.source.type === 'adoption') return fittedMaker !== null && l.source.party === fittedMaker;
    if (fittedMaker !== null && fittedMaker !== engine.maker)
      return l.source.type === 'part-maker' && l.source.party === fittedMaker;
    return l.source.type !== 'part-maker' || l.source.party === engine.maker;
  };
  const candidates = possible.filter(speaks);
  const rules = possible.filter(
    (l) => l.source.type === 'shop-rule' && applies(conditionsOf(l), engine) === 'yes',
  );
  const certain = candidates.filter((l) => applies(conditionsOf(l), engine) === 'yes');

  if (candidates.length === 0) {
    const who =
      fittedMaker !== null
        ? `${fittedMaker} parts are fitted and ${fittedMaker} gives`
        : 'The engine maker gives';
    return {
      status: 'none',
      others: onFile,
      why: `${who} no ${state === 'new' ? 'figure for new parts' : 'service limit'} on file.`,
    };
  }
  const specific = certain.filter((l) => Object.keys(conditionsOf(l)).length > 0);
  const standing = certain.length === candidates.length && specific.length === 1 ? specific : candidates;
  if (standing.length > 1) {
    return {
      status: 'ask',
      candidates: standing,
      question: `${standing.length} limits could apply (${standing.map((l) => sourceLine(l.source)).join('; ')}). Which describes this engine?`,
    };
  }
  const base = standing[0]!;
  if (applies(conditionsOf(base), engine) === 'unknown') {
    return {
      status: 'ask',
      candidates: standing,
      question: `The limit of ${sourceLine(base.source)} holds only ${conditionText(conditionsOf(base))}, which nobody has written down for this engine. Does it?`,
    };
  }
  const limit = tightenedBy(base, rules);
  if (leavesNothing(limit)) {
    return {
      status: 'contradiction',
      others: onFile,
      why: `The shop’s rule and the sheet contradict each other: ${sourceLine(limit.source)} leaves nothing of ${sourceLine(base.source)}.`,
    };
  }
  const why =
    limit !== base
      ? `The shop rule “${limit.source.document}” is tighter than ${sourceLine(base.source)}.`
      : fittedMaker !== null && fittedMaker !== engine.maker
        ? `${fittedMaker} parts are fitted, so ${fittedMaker} governs here and not ${engine.maker}.`
        : `${base.source.party} governs: nothing else is fitted.`;
  return { status: 'governed', limit, others: onFile.filter((l) => l.id !== base.id), why, overridden: null };
}
