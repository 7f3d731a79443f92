import type { Overall } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import type { Figure } from './figure.js';
import type { Block, Section } from './room.js';
import { quantitiesOf } from './quantity.js';
import { verdictSentence } from './verdictSentence.js';

/** What a figure counts as when several are taken together: one that is not read is not undecided. */
export const overallOf = (figure: Figure): Overall => (figure.because === 'unread' ? 'unread' : figure.state);

/** A section of verdicts, a quantity each, with its figures, limits and sources; none where nothing was read. */
export function verdictSection(
  file: JobFile,
  key: string,
  title: string,
  figures: readonly Figure[],
  unit: LengthUnit,
  more: readonly Block[] = [],
): Section[] {
  const read = figures.filter((f) => f.because !== 'unread');
  if (read.length === 0 && more.length === 0) return [];
  return [
    {
      key,
      title,
      blocks: [
        ...quantitiesOf(read).map(({ leads, other }): Block => {
          const { headline, details } = verdictSentence(file, leads, unit);
          const beside = other && verdictSentence(file, other, unit);
          return {
            kind: 'verdict',
            state: overallOf(leads),
            headline,
            details: [...new Set([...details, ...(beside ? [beside.headline, ...beside.details] : [])])],
            figures: other ? [leads, other] : [leads],
          };
        }),
        ...more,
      ],
    },
  ];
}
