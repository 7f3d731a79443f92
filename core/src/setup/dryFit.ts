import { ledgerOf } from '../ledger/index.js';
import { standingDecision, type JobFile } from '../job/index.js';

import { thingsOfKind } from '../measurands/index.js';
import { effectiveSteps, stripLog } from '../strip/index.js';
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

/** Steps of a strip that leave nothing to lay a cylinder on. */
const BOTTOM: ReadonlySet<string> = new Set(['crank', 'split', 'cases']);

/**
 * Whether deck and squish can be read dry and nobody has: the way out is decided, bottom end, cylinder and piston are
 * there, the piston fits its bore, and nothing of it is put together yet.
 */
export function dryFitDue(file: JobFile, figures: readonly Figure[]): boolean {
  const { engine, log } = file;
  if (!engine.limits.some((l) => l.feature === 'setup.squish' || l.feature === 'setup.deck')) return false;
  if (standingDecision(file) === null) return false;
  if (ledgerOf(log).all(['assembly-begun']).length > 0) return false;
  const off = new Set<string>();
  for (const s of effectiveSteps(stripLog(file)))
    if (s.is === 'off') off.add(s.done.step);
    else off.delete(s.done.step);
  if ([...BOTTOM].some((s) => off.has(s))) return false;
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
