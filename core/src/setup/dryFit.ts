import { ledgerOf } from '../ledger/index.js';
import { standingDecision, type JobFile } from '../job/index.js';

import { thingsOfKind } from '../measurands/index.js';
import { bottomOff } from '../strip/index.js';
import { cylinderOf, type Action, type Figure } from '../verdicts/index.js';
import { deckOf, squishOf } from './squish.js';

/** What is done as soon as there is something to lay on each other. */
export const DRY_FIT: Action = {
  kind: 'dry-fit',
  urgency: 'step',
  station: 'top',
  at: null,
  sentence: () =>
    'Dry fit now: cylinder over its bare piston, held down by short clamp bolts, deck and squish read: they choose the gasket to buy.',
};

/**
 * Whether deck and squish can be read dry and nobody has: the way out is decided, bottom end, cylinder and piston are
 * there, the piston fits its bore, and nothing of it is put together yet.
 */
export function dryFitDue(file: JobFile, figures: readonly Figure[]): boolean {
  const { engine, log } = file;
  if (!engine.limits.some((l) => l.feature === 'setup.squish' || l.feature === 'setup.deck')) return false;
  if (standingDecision(file) === null) return false;
  if (ledgerOf(log).all(['assembly-begun']).length > 0) return false;
  if (bottomOff(file)) return false;
  const read = thingsOfKind('cylinder')(engine).some(
    (t) => squishOf(file, t).ends.length > 0 || deckOf(file, t).ends.length > 0,
  );
  return (
    !read &&
    engine.cylinders.every((_, at) => {
      const own = figures.filter((f) => f.feature === 'clearance' && cylinderOf(f) === at);
      return own.length > 0 && own.every((f) => f.state === 'within');
    })
  );
}
