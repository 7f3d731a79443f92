import { id, integer, list, name, number, object, oneOf, orNull, type Shape } from '../shape/index.js';
import type { TypedAgain } from './blindCheck.js';
import { FEATURE_KEYS, type FeatureKey } from './feature.js';
import { LIMIT_UNITS, type Limit } from './limit.js';
import { SOURCE } from './sourceShape.js';

export const wallShape = oneOf('iron-sleeve', 'plated', 'chrome');
export const engineWallShape = oneOf('iron-sleeve', 'plated', 'chrome', 'unknown');
export const limitStateShape = oneOf('new', 'service');
export const featureShape: Shape<FeatureKey> = oneOf(...FEATURE_KEYS);

/** A figure of a sheet, in the base unit of what it measures. */
const figure = number(-1e9, 1e9);

/** A limit as a file holds it. */
export const limitShape = object(
  {
    id: id,
    feature: featureShape,
    state: limitStateShape,
    low: orNull(figure),
    high: orNull(figure),
    unit: oneOf(...LIMIT_UNITS),
    conditions: object(
      {},
      {
        yearFrom: integer(1900, 2200),
        yearTo: integer(1900, 2200),
        serialFrom: name,
        serialTo: name,
        code: name,
        wall: wallShape,
        use: name,
        build: object({ head: name, cams: name, piston: name, gasket: name }),
      },
    ),
    source: SOURCE,
  },
  {
    rows: list(object({ below: orNull(number(0, 1e12)), low: number(0, 1e9) }), 1, 50),
    target: figure,
    taper: oneOf('worst-direction', 'top-bottom', 'cross-depth'),
  },
) satisfies Shape<Limit>;

/** Figures of a limit as they were typed again from the document: minima of a step table in its order. */
export const typedAgainShape = object(
  { low: orNull(figure), high: orNull(figure), rows: orNull(list(number(0, 1e9), 0, 50)) },
  { target: figure },
) satisfies Shape<TypedAgain>;
