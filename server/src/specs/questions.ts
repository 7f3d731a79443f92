import { ProblemError } from '../kit/problems.js';

/** @throws ProblemError 422 `questions` where there are any that were not answered “as typed” */
export function asked(
  questions: readonly { readonly code: string; readonly sentence: string }[],
  confirmed: boolean,
  what: string,
): void {
  if (questions.length === 0 || confirmed) return;
  throw new ProblemError(422, 'questions', `There is a question about this ${what}. Nothing was saved yet.`, {
    errors: questions.map((q) => ({ path: `/${q.code}`, sentence: q.sentence })),
  });
}
