import { derived } from './derived.js';

/**
 * Whether the engine comes apart from below with its top left on: cylinders and pistons are not seen, so nothing is
 * asked of them. By the name of the entry: its kind belongs to a room above.
 */
export const topLeftOn = derived((file): boolean => {
  const plan = (file.log as readonly { readonly kind: string; readonly scope?: string }[]).findLast(
    (e) => e.kind === 'strip-plan',
  );
  return plan?.scope === 'bottom';
});
