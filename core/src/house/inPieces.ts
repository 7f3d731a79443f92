import type { SpreadOf } from '../bore/index.js';
import type { JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import type { Room } from '../verdicts/index.js';
import { HOUSE } from './house.js';
import { factsOf } from './houseFacts.js';
import { judged } from './judgeJob.js';

/**
 * The work of judging a job, room by room: whoever must not be held for long does a piece at a time. What was done is
 * known; the judgement is then there at once.
 * @param of whether for the judgement alone, or for its report too
 * @returns pieces in the order in which they are done; each may be left out, and is then done when it is asked for
 */
export function inPieces(
  written: JobFile,
  of: 'judging' | 'reporting',
  unit: LengthUnit = 'mm',
  spreadOf?: SpreadOf,
  rooms: readonly Room[] = HOUSE,
): readonly (() => unknown)[] {
  const file = judged(written, spreadOf, rooms);
  return [
    ...rooms.flatMap((r) => r.ahead?.(file, unit) ?? []),
    ...factsOf(rooms).pieces[of].map((piece) => () => piece(file, unit)),
  ];
}
