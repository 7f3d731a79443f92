import { shopUnit, type JobFile } from '../job/index.js';
import { PART_FINDINGS } from '../cylinder/index.js';
import { partOf, verdictSentence, type Figure, type PartNeeded } from '../verdicts/index.js';
import { stripPlan } from '../strip/index.js';
import { piecesToGet } from './apart.js';
import { inspectBegun, inspected } from './inspected.js';
import { partsOf } from './partList.js';

/** What is replaced, and what is always got with it. */
export function inspectParts(file: JobFile, figures: readonly Figure[]): PartNeeded[] {
  // Nothing was taken off and nothing was looked at: nothing is known to be wanted.
  if (!stripPlan(file).chosen && !inspectBegun(file)) return [];
  const past = new Map(
    figures.flatMap((f) => {
      const key = partOf(f);
      return key !== null && f.state === 'beyond' && f.feature !== 'finding' ? [[key, f] as const] : [];
    }),
  );
  const asked = inspected(file).flatMap(({ part, is, state, said }): PartNeeded[] => {
    const measured = past.get(part.key);
    // What was measured to decide has decided; whether it can be worked on instead is for whoever knows it.
    if (is !== 'replace' && measured)
      return [
        {
          key: part.key,
          name: `${part.name}, or work on it`,
          count: 1,
          why: verdictSentence(file, measured, shopUnit(file)).headline,
          by: null,
        },
      ];
    if (is !== 'replace' || state.renewed) return [];
    const why = part.kind.always
      ? 'renewed each time'
      : state.ended
        ? PART_FINDINGS[state.ended.what].name
        : said?.text.trim() || 'replaced';
    const by = state.ended?.id ?? said?.id ?? null;
    return [
      { key: part.key, name: part.name, count: 1, why, by },
      ...part.kind.companions.map((companion): PartNeeded => {
        const also = partsOf(file.engine).find(
          (p) => p.kind.kind === companion && (p.cylinder === null || p.cylinder === part.cylinder),
        );
        const named =
          part.cylinder === null || file.engine.cylinders.length === 1
            ? companion
            : `${file.engine.cylinders[part.cylinder]} ${companion}`;
        return {
          // A part that is on the list of parts is got once, whatever asks for it.
          key: also?.key ?? `with:${part.cylinder ?? ''}:${companion}`,
          name: also?.name ?? named,
          count: 1,
          why: `goes with the ${part.name}`,
          by,
        };
      }),
    ];
  });
  return [...asked, ...piecesToGet(file)];
}
