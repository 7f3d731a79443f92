import { may } from '@tribos/contract';
import type { Limit } from '@tribos/core';
import { ProblemError } from '../kit/problems.js';
import type { Who } from '../kit/scope.js';

/**
 * That one maker's figures hold for another's part is a lead's word, with the reason as its document; by whatever way it
 * comes in.
 * @throws ProblemError 403 where there is such a limit and somebody else keeps it
 */
export function refuseAdoption(limits: readonly Limit[], { role, byPin }: Who): void {
  if (!limits.some((l) => l.source.type === 'adoption') || (may(role, 'govern') && !byPin)) return;
  throw new ProblemError(
    403,
    'not-allowed',
    'That one maker’s figures hold for another’s part is for a lead to say, signed in by password. Nothing was saved.',
  );
}
