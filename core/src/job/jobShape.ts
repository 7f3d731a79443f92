import {
  boolean,
  day,
  id,
  integer,
  list,
  name,
  number,
  object,
  oneOf,
  orNull,
  text,
  time,
  title,
} from '../shape/index.js';
import { featureShape, limitStateShape } from '../specs/index.js';
import { OUTSIDE_WORK_KEYS } from './firm.js';
import { ROUTE_NAMES } from './jobFile.js';

/** An amount in the currency's smallest unit. */
export const amountShape = integer(0, 9_000_000_000);

/** Working days something takes. */
export const leadTimeShape = object({
  soonest: number(0, 400),
  usual: number(0, 400),
  latest: number(0, 400),
});

/** Work a firm does: its price for each cylinder, head or crank. */
export const firmWorkShape = object({
  what: oneOf(...OUTSIDE_WORK_KEYS),
  price: amountShape,
  days: leadTimeShape,
});

/** A firm as a job file holds it. */
export const firmShape = object({
  id,
  name: title,
  unit: oneOf('mm', 'in'),
  works: list(firmWorkShape, 0, 12),
  freight: amountShape,
  learned: object(
    { bias: number(-1e6, 1e6), spread: number(1, 1e6), returns: integer(0, 1_000_000) },
    { biasU: number(1, 1e6) },
  ),
});

export const thermalShape = object({
  celsius: number(-30, 60),
  measured: boolean,
  sameBench: boolean,
  cylinder: orNull(number(-30, 200)),
  piston: orNull(number(-30, 200)),
});

export const variantShape = object({
  year: orNull(integer(1900, 2200)),
  code: orNull(name),
  use: orNull(name),
});

/** A job by itself: who it is for, what is to be found out, how warm it is. */
export const jobShape = object({
  id,
  number: integer(1, 1_000_000_000),
  customer: title,
  machine: title,
  engineNumber: name,
  use: name,
  complaint: text(),
  bench: orNull(name),
  promised: orNull(day),
  plan: oneOf('quick', 'usual', 'full'),
  seized: boolean,
  thermal: thermalShape,
  fitted: object({ piston: orNull(name), ring: orNull(name) }),
  overrides: list(
    object({
      feature: featureShape,
      state: limitStateShape,
      limitId: id,
      reason: text(),
      by: name,
      importedBy: orNull(name),
    }),
    0,
    100,
  ),
  variant: variantShape,
});

export const decisionShape = object({
  id,
  at: time,
  by: name,
  importedBy: orNull(name),
  route: oneOf(...ROUTE_NAMES),
  kitId: orNull(id),
  reason: text(),
});
