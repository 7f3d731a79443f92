import { ledgerOf, entryKind, Refused } from '../ledger/index.js';
import { PART_WORK, workBy, type WorkKind } from '../cylinder/index.js';
import { text } from '../shape/index.js';
import { BUILD_PARTS, MAKERS_OWN, type Build, type EngineFacts } from '../specs/index.js';
import { fact } from './fact.js';
import { fittedPiston } from './fitted.js';
import { variantFacts } from './jobFile.js';

const part = text(80);

/** What the top end is built of: `maker` for the engine maker's own, else by its name. The last one stands. */
export const BUILD_SAID = entryKind(
  'build-said',
  { head: part, cams: part, piston: part, gasket: part },
  {
    read: (sent) => {
      for (const p of BUILD_PARTS)
        if (sent[p].trim() === '')
          throw new Refused(`/${p}`, `Whose ${p} is it? The maker’s own, or its name.`);
    },
  },
);

type PartsNow = { readonly [P in keyof Build]: string | null };

/** Work after which nobody knows any more whose a part is, until it is said again. */
const CHANGES: Partial<Record<WorkKind, readonly (keyof Build)[]>> = {
  'piston-renewed': ['piston'],
  'gasket-changed': ['gasket'],
  skimmed: ['head'],
};

/** Parts of the engine's list by what of a build they are. */
const BY_PART = new Map<string, keyof Build>([
  ['head', 'head'],
  ['camshaft', 'cams'],
  ['head-gasket', 'gasket'],
]);

/**
 * What the top end is built of as it stands: as it was said last, each part unknown again once it was changed since; a
 * piston of another maker is never the engine maker's own, whatever was said. Null where nobody said.
 */
export const buildNow = fact('buildNow', (file): PartsNow | null => {
  let now: Record<keyof Build, string | null> | null = null;
  const works = workBy(file.log);
  for (const e of ledgerOf(file.log).standing(['build-said', 'work', 'stack-laid', 'part-work'])) {
    if (BUILD_SAID.is(e)) now = { head: e.head, cams: e.cams, piston: e.piston, gasket: e.gasket };
    if (now === null) continue;
    const work = works.get(e.id);
    const changed = work
      ? (CHANGES[work.what] ?? [])
      : PART_WORK.is(e) && e.what !== 'returned'
        ? [BY_PART.get(e.of)].filter((p) => p !== undefined)
        : [];
    for (const p of changed) now[p] = null;
  }
  if (now === null) return null;
  const others = file.engine.cylinders
    .map((_, at) => fittedPiston(file, at))
    .map(({ kit, renewed }) => kit?.maker ?? (renewed ? null : file.job.fitted.piston))
    .filter((maker) => maker !== null && maker !== file.engine.maker);
  return now.piston?.trim().toLowerCase() === MAKERS_OWN && others.length > 0
    ? { ...now, piston: others[0]! }
    : now;
});

/** What is known of the engine on the bench, and of what it is built: what conditions of limits hang on. */
export const engineFacts = fact('engineFacts', (file): EngineFacts => ({
  ...variantFacts(file),
  build: buildNow(file),
}));
