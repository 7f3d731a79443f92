import {
  angle,
  id,
  integer,
  list,
  name,
  number,
  object,
  oneOf,
  orNull,
  size,
  title,
  type Shape,
} from '../shape/index.js';
import { EXPANSION, type Material } from './material.js';
import { engineWallShape } from './limitShape.js';

export const materialShape = oneOf(
  ...(Object.keys(EXPANSION) as Material[]).filter((m) => m !== 'iron-or-aluminium'),
) as Shape<Material>;

export const kitShape = object({
  id,
  maker: title,
  name: title,
  oversize: size,
  piston: size,
  material: materialShape,
  gaugeHeight: orNull(size),
});

/** A window of the wall. */
export const portShape = object({
  name,
  roof: size,
  floor: size,
  from: number(-360, 360),
  to: number(-360, 720),
});

/** An engine as its file holds it, without limits, kits and what rooms need of it. */
export const engineFactsShape = object(
  {
    id,
    maker: title,
    model: title,
    kind: oneOf('motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'),
    strokes: oneOf(2, 4),
    cylinders: list(title, 1, 12),
    bore: integer(5_000_000, 500_000_000),
    stroke: orNull(integer(5_000_000, 500_000_000)),
    wall: engineWallShape,
    zeroAt: name,
    pinAxisDeg: angle,
    depths: object({ top: size, mid: size, low: size }),
    wallDepth: size,
    ports: list(portShape, 0, 40),
    sleeveOuter: orNull(size),
    pin: orNull(size),
    cooling: oneOf('liquid', 'air'),
    year: orNull(integer(1900, 2200)),
    code: orNull(name),
  },
  { proposed: list(oneOf('depths', 'wall-depth', 'pin-axis', 'zero', 'cooling', 'cylinders'), 0, 6) },
);
