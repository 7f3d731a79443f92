import type { JobFile } from '../job/index.js';
import { PART_FINDINGS } from '../log/index.js';
import type { PartNeeded } from '../verdicts/index.js';
import { inspected } from './inspected.js';

/** What is replaced, and what is always got with it. */
export const inspectParts = (file: JobFile): PartNeeded[] =>
  inspected(file).flatMap(({ part, is, state, said }): PartNeeded[] => {
    if (is !== 'replace' || state.renewed) return [];
    const why = part.kind.always
      ? 'renewed each time'
      : state.ended
        ? PART_FINDINGS[state.ended.what].name
        : said?.text.trim() || 'replaced';
    const by = state.ended?.id ?? said?.id ?? null;
    return [
      { key: part.key, name: part.name, count: 1, why, by },
      ...part.kind.companions.map((name) => ({
        key: `with:${part.cylinder ?? ''}:${name}`,
        name: part.cylinder === null || file.engine.cylinders.length === 1 ? name : `${file.engine.cylinders[part.cylinder]} ${name}`,
        count: 1,
        why: `goes with the ${part.name}`,
        by,
      })),
    ];
  });
