import {
  also,
  fieldsOf,
  id,
  list,
  object,
  oneOf,
  orNull,
  text,
  without,
  type Shape,
} from '../shape/index.js';
import { engineFactsShape, materialShape } from './engineShape.js';
import { limitShape } from './limitShape.js';
import type { LengthUnit } from '../units/index.js';
import type { EngineKind, EngineSpec } from './engine.js';
import type { Limit } from './limit.js';
import type { Material } from './material.js';
import { readSheetLine, type SheetLimit } from './sheetLine.js';

const { kind, strokes } = fieldsOf(engineFactsShape);

/** A rule of the shop over many engines as it was typed: one line, as a page would print it, for whom, and why. */
export interface ShopRuleLine {
  readonly id: string;
  /** Engines it is for; null for each kind, each number of strokes, any piston. */
  readonly kind: EngineKind | null;
  readonly strokes: 2 | 4 | null;
  /** Class of the piston that goes in. */
  readonly material: Material | null;
  /** What the machine is used for, as it is written at the job; empty for any. */
  readonly use: string;
  readonly line: string;
  /** Unit of the line where it says none. */
  readonly unit: LengthUnit;
  /** As it is printed with every verdict it tightens. */
  readonly reason: string;
}

/** The same with what its line says. */
export interface ShopRule extends ShopRuleLine {
  readonly limits: readonly SheetLimit[];
}

/** Longest they may be, letters: together they stand as the document of a source. */
export const RULE_LETTERS = { line: 80, reason: 110 } as const;
const { line: LINE, reason: REASON } = RULE_LETTERS;

export const shopRuleLineShape = object({
  id,
  kind: orNull(kind),
  strokes: orNull(strokes),
  material: orNull(materialShape),
  use: text(40),
  line: text(LINE),
  unit: oneOf('mm', 'in'),
  reason: text(REASON),
}) as Shape<ShopRuleLine>;

export const shopRuleShape = also(shopRuleLineShape, {
  limits: list(without(limitShape, 'id', 'rows', 'source', 'conditions', 'taper'), 1, 8),
}) as Shape<ShopRule>;

/** Of an engine in the middle: a rule is for many, and its line is read without any of them. */
const SOME_BORE = 60_000_000;

/**
 * A rule with what its line says.
 * @example readShopRule({ id: 'r', kind: null, strokes: 2, material: null, use: '', line: 'ring gap top min 0.30', unit: 'mm', reason: 'hard use' }).ok // true
 */
export function readShopRule(
  rule: ShopRuleLine,
): { readonly ok: true; readonly rule: ShopRule } | { readonly ok: false; readonly sentence: string } {
  const read = readSheetLine(rule.line, { unit: rule.unit, bore: SOME_BORE, others: [] });
  if (!read.ok) return read;
  const [asked] = read.questions;
  if (asked) return { ok: false, sentence: asked.sentence };
  return { ok: true, rule: { ...rule, limits: read.limits } };
}

/** How the ids of limits begin that are a rule of the shop, and of no engine's own sheet. */
const RULE = 'rule:';

/** Whether a limit is a rule of the shop over many engines. */
export const isOverMany = ({ id: of }: Pick<Limit, 'id'>): boolean => of.startsWith(RULE);

/** Whether a rule is for an engine, with the piston that goes in: one for a class of piston waits until that is known. */
export const isRuleFor = (
  rule: Pick<ShopRule, 'kind' | 'strokes' | 'material'>,
  engine: Pick<EngineSpec, 'kind' | 'strokes'>,
  piston: Material | null,
): boolean =>
  (rule.kind === null || rule.kind === engine.kind) &&
  (rule.strokes === null || rule.strokes === engine.strokes) &&
  (rule.material === null || rule.material === piston);

/**
 * An engine's limits with the rules of the shop over them. A rule only ever tightens what a sheet gives; by itself it makes
 * no verdict.
 * @param shop   whose rules they are
 * @param piston class of the piston that goes in; null where nobody has chosen one
 */
export function withShopRules(
  limits: readonly Limit[],
  rules: readonly ShopRule[],
  engine: Pick<EngineSpec, 'kind' | 'strokes'>,
  shop: string,
  piston: Material | null,
): readonly Limit[] {
  const own = limits.filter((l) => !isOverMany(l));
  const over = rules
    .filter((r) => isRuleFor(r, engine, piston))
    .flatMap((r) =>
      r.limits.map((l, n): Limit => ({
        ...l,
        id: `${RULE}${r.id}:${n}`,
        conditions: r.use.trim() === '' ? {} : { use: r.use.trim() },
        source: {
          type: 'shop-rule',
          party: shop,
          document: `${r.line.trim()}: ${r.reason.trim()}`,
          ...{ page: '', revision: '', enteredBy: shop, checkedBy: shop },
        },
      })),
    );
  return over.length === 0 && own.length === limits.length ? limits : [...own, ...over];
}
