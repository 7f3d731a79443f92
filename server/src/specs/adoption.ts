import { may } from '@tribos/contract';
import { withSources, type Source } from '@tribos/core';
import { ProblemError } from '../kit/problems.js';
import type { Who } from '../kit/scope.js';

/** Every source of something of a sheet, wherever it stands in it. */
export function sourcesIn(part: unknown): readonly Source[] {
  const found: Source[] = [];
  withSources(part, (source) => {
    found.push(source);
    return source;
  });
  return found;
}

/**
 * That one maker's figures hold for another's part is a lead's word, with the reason as its document; by whatever way it
 * comes in.
 * @param before sources of what stands already: what is as it was is nobody's new word
 * @throws ProblemError 403 where there is such a source and somebody else keeps it
 */
export function refuseAdoption(
  sources: readonly Source[],
  { role, byPin }: Who,
  before: readonly Source[] = [],
): void {
  const said = ({ party, document, page }: Source): string => JSON.stringify([party, document, page]);
  const stood = new Set(before.filter((s) => s.type === 'adoption').map(said));
  const isNew = sources.some((s) => s.type === 'adoption' && !stood.has(said(s)));
  if (!isNew || (may(role, 'govern') && !byPin)) return;
  throw new ProblemError(
    403,
    'not-allowed',
    'That one maker’s figures hold for another’s part is for a lead to say, signed in by password. Nothing was saved.',
  );
}
