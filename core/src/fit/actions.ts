import type { JobFile } from '../job/index.js';
import type { Action, Ask, Offer } from '../verdicts/index.js';
import { crossCheckSentence, type CrossCheck } from './crossChecks.js';
import { checksOf } from './facts.js';

/** Two ways of measuring that contradict each other. */
export type FitAction = Action & { readonly kind: 'cross-check'; readonly check: CrossCheck };

/** Look again at what contradicts itself. */
export function fitOffers(file: JobFile, ask: Ask): Offer[] {
  return [
    {
      urgency: 'contradiction',
      find: (): FitAction | null => {
        const check = checksOf(file, ask.unit).find(
          (c) => !c.agrees && (c.kind === 'leaf' || c.kind === 'ring'),
        );
        return check
          ? {
              kind: 'cross-check',
              urgency: 'contradiction',
              station: 'measure',
              at: null,
              check,
              sentence: (unit) => crossCheckSentence(check, unit),
            }
          : null;
      },
    },
  ];
}
