import { ledgerOf } from '../ledger/index.js';
import { fact } from './fact.js';
import { jobKindInfo } from './jobKind.js';

/**
 * Whether the engine comes apart from below with its top left on, by the kind of job or by how it is stripped: cylinders
 * and pistons are not seen, so nothing is
 * asked of them. By the name of the entry: its kind belongs to a room above.
 */
export const topLeftOn = fact('topLeftOn', (file): boolean => {
  const plan = ledgerOf(file.log).standing(['strip-plan']).at(-1) as { readonly scope?: string } | undefined;
  return plan?.scope === 'bottom' || jobKindInfo(file).topLeftOn === true;
});
