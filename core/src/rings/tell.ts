import type { JobFile } from '../job/index.js';
import { FILED, FILING_TOOLS, RING_NAMES } from '../cylinder/index.js';
import type { AnyEntry } from '../ledger/index.js';
import { CLOCKED, CLOCKED_NAMES } from './clock.js';
import { FREE_SLIDE, RING_CARD, RING_CLOCK, RING_STEP, RING_STEPS } from './ringEntries.js';

/** What an entry about rings says was done. */
export function tellRings(entry: AnyEntry, file: JobFile): string | null {
  const of = (cylinder: number) =>
    file.engine.cylinders.length === 1 ? '' : `${file.engine.cylinders[cylinder]} `;
  if (FILED.is(entry))
    return `${of(entry.cylinder)}${RING_NAMES[entry.ring]} filed, ${entry.strokes} ${entry.tool === 'grinder' ? 'turns' : 'strokes'}, ${FILING_TOOLS[entry.tool]}`;
  if (RING_CARD.is(entry))
    return `${of(entry.cylinder)}${RING_NAMES[entry.ring]} looked at against its sheet${entry.mark === null ? '' : ', mark up'}`;
  if (RING_STEP.is(entry)) return `${of(entry.cylinder)}${RING_NAMES[entry.ring]} ${RING_STEPS[entry.what]}`;
  if (RING_CLOCK.is(entry)) {
    const set = CLOCKED.flatMap((r) =>
      entry.gaps[r] === null ? [] : [`${CLOCKED_NAMES[r]} ${entry.gaps[r]}°`],
    );
    return `${of(entry.cylinder)}ring gaps set: ${set.join(', ')}`;
  }
  return FREE_SLIDE.is(entry)
    ? `${of(entry.cylinder)}bare piston slid through its bore: ${entry.slides}`
    : null;
}
