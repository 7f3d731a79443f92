import { combineVerdicts, type Overall } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import { overallOf, partOf, verdictSentence, type Figure } from '../verdicts/index.js';
import type { LengthUnit } from '../units/index.js';
import { inspected, toMeasure } from './inspected.js';
import { DISPOSITIONS } from './inspectEntries.js';
import { SECTIONS_OF_PARTS, type PartSection } from './partKind.js';
import { kindOfPart } from './partKinds.js';

/** What leaving it as it is costs later. */
const LATER: Record<PartSection, string> = {
  top: 'Left as it is, the new bore and rings wear against it.',
  head: 'Left as it is, it loses compression again, and the top comes off a second time.',
  crank:
    'Left as it is, its metal runs through everything that is new, and the cases are split a second time.',
  side: 'Left as it is, it is the next thing to fail, behind a cover that is open now.',
  hangs: 'Left as it is, what ended this engine may end it again.',
};

/** A section of the engine beside its bores: what is known of it, and what leaving it costs later. */
export interface BesideBores {
  readonly section: PartSection;
  readonly name: string;
  readonly state: Overall;
  /** What is not as it should be, in sentences. */
  readonly says: readonly string[];
  readonly later: string;
}

/** Everything beside the bores that is decided with them: bottom end, head, what hangs on; those with something first. */
export function besideTheBores(
  file: JobFile,
  figures: readonly Figure[],
  unit: LengthUnit,
): readonly BesideBores[] {
  const asked = toMeasure(file);
  return (Object.keys(SECTIONS_OF_PARTS) as PartSection[])
    .flatMap((section): BesideBores[] => {
      const mine = figures.filter((f) => {
        const key = partOf(f);
        return key !== null && kindOfPart(key)?.section === section;
      });
      const replaced = inspected(file).filter(
        (i) =>
          i.part.kind.section === section &&
          !i.part.kind.always &&
          !i.state.renewed &&
          (i.is === 'replace' || i.is === 'rework' || i.is === 'send'),
      );
      const open = [...asked].some((key) => kindOfPart(key)?.section === section);
      if (mine.length + replaced.length === 0 && !open) return [];
      const wrong = mine.filter((f) => f.state !== 'within' && f.because !== 'unread');
      const unread = mine.filter((f) => f.because === 'unread').length;
      return [
        {
          section,
          name: SECTIONS_OF_PARTS[section],
          state: mine.length === 0 ? (open ? 'unread' : 'within') : combineVerdicts(mine.map(overallOf)),
          says: [
            ...wrong.map((f) => verdictSentence(file, f, unit).headline),
            ...replaced
              .filter((i) => !wrong.some((f) => partOf(f) === i.part.key && f.feature === 'finding'))
              .map((i) => `${i.part.name}: ${DISPOSITIONS[i.is!]}.`),
            ...(unread > 0 ? [`${unread} figures wait for readings.`] : []),
          ],
          later: LATER[section],
        },
      ];
    })
    .sort((a, b) => Number(b.says.length > 0) - Number(a.says.length > 0));
}
