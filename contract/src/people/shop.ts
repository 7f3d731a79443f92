import {
  also,
  integer,
  list,
  number,
  object,
  oneOf,
  orNull,
  pattern,
  shopRuleLineShape,
  that,
  type Shape,
  type ShopRule,
} from '@tribos/core';
import { body } from '../kit/body.js';
import { naming, line, version } from '../kit/rules.js';
import { Account } from './person.js';

const currency = pattern('^[A-Z]{3}$', 'three capitals, like EUR');
const unit = oneOf('mm', 'in');

/** An empty house is founded: the shop, and the lead who does it. */
export class Found extends body(
  also(Account.shape, {
    /** Of the address that the start printed. */
    code: pattern('^[\\w-]{10,100}$', 'the whole address, as it was printed'),
    shop: naming,
    unit,
    currency,
  }),
) {}

/** From when to when one works on a day, minutes. */
const day = orNull(
  that(
    list(integer(0, 1440), 2, 2) as Shape<readonly [number, number]>,
    ([from, to]) => from < to,
    'should be its beginning and a later end in minutes, or nothing',
  ),
);

/** What a lead sets for the shop. */
export class ShopSettings extends body(
  object({
    version,
    name: naming,
    unit,
    currency,
    /** Hundredths of a per cent. */
    taxPerMyriad: integer(0, 10_000),
    /** Of one hour of labour, in the currency's smallest unit; 0 while nobody set it. */
    hourlyRate: integer(0, 9_000_000_000),
    /** Probability from which a way out is recommended: 0.5 to 0.999. */
    enough: number(0.5, 0.999),
    /** Probability at which a verdict of wear is given: 0.8 to 0.999. */
    wearThreshold: number(0.8, 0.999),
    /** Added to a sheet's least clearance, nm, within what is left of its range. */
    allowance: integer(0, 1_000_000),
    allowanceReason: line,
    nextJobNumber: integer(1, 1_000_000),
    /** Working hours of a week from Sunday, minutes of the day; null for a day off. */
    hours: list(day, 7, 7),
    /** mm */
    label: object({ width: integer(10, 200), height: integer(10, 200) }),
    /** Years that a job is kept after it was handed over. */
    keepYears: integer(1, 50),
  }),
) {}

export interface ShopView extends ShopSettings {
  readonly benches: readonly string[];
  /** Rules over many engines, each with what its line says. */
  readonly sheetRules: readonly ShopRule[];
}

/** All rules over many engines, as they shall be. */
export class ShopRulesBody extends body(
  object({
    version,
    rules: list(shopRuleLineShape, 0, 60),
  }),
) {}

/** A bench added, or one called something else. */
export class BenchBody extends body(
  object({
    /** What it was called; null for a new one. */
    was: orNull(naming),
    name: naming,
  }),
) {}

export class BenchName extends body(
  object({
    name: naming,
  }),
) {}
