import { object, oneOf, orNull, text, type Shape } from '../shape/index.js';
import type { Source } from './limit.js';

const said = text(200);

/** Where a figure or a drawing comes from, as a file says it. */
export const SOURCE = object({
  type: oneOf('engine-maker', 'part-maker', 'machinist', 'shop-rule', 'adoption'),
  party: said,
  document: said,
  page: said,
  revision: said,
  enteredBy: said,
  checkedBy: orNull(said),
}) as Shape<Source>;
