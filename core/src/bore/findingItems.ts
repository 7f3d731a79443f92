import type { JobFile } from '../job/index.js';
import { findingSays, type FindingEntry } from '../cylinder/index.js';
import { CONSTRUCTION, whoOf } from '../specs/index.js';
import { ofCylinder, type Figure } from '../verdicts/index.js';

/**
 * Verdicts that findings are: flaking, bare metal or a caught groove on plating and a crack anywhere end a wall
 * whatever its sizes say. Findings that say nothing of their own are none.
 */
export function findingItems(file: JobFile, cylinder: number, found: readonly FindingEntry[]): Figure[] {
  return found.flatMap((finding, n): Figure[] => {
    const state = findingSays(finding, file.engine.wall);
    if (state === null) return [];
    return [
      {
        key: `${cylinder}:finding:${n}`,
        subject: ofCylinder(cylinder),
        dimension: 'length',
        feature: 'finding',
        side: 'max',
        title: 'Finding',
        value: null,
        u: null,
        p: null,
        tail: null,
        finding,
        interval: null,
        provisional: false,
        bracket: null,
        state,
        because: state === 'undecided' ? 'finding' : null,
        consequence: 'seizure',
        limitAt: null,
        limit: null,
        governing: {
          status: 'none',
          others: [],
          why: `Whatever the sizes say: ${CONSTRUCTION[file.engine.wall].name}.`,
        },
        band: { low: null, high: null },
        caveats: finding.importedBy === null ? [] : ['imported'],
        outlook: [],
        working: [{ kind: 'text', label: 'found by', text: whoOf(finding) }],
        budget: [],
        step: 1_000,
        progress: { read: 1, planned: 1 },
        gauges: [],
        depth: finding.place?.depth ?? null,
        ownWay: false,
      },
    ];
  });
}
