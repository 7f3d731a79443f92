import { nm, withUnit } from '@tribos/core/ground';
import { IDLER_SHIMMED } from '@tribos/core/idler';
import type { PanelProps } from '../job/index.js';

/** The thrust washer that was fitted last. */
export function Washer({ context: { file, unit } }: PanelProps) {
  const last = IDLER_SHIMMED.in(file.log).at(-1);
  if (!last) return null;
  return <p>Idler washer: {withUnit(nm(last.thick), { unit, step: 1_000 })}</p>;
}
