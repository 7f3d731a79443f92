import type { Judgement } from '@tribos/core/house';
import { dayText, VERDICT_WORDS } from '../ui/index.js';

/** What a tick of the run sheet waits for, in a word; empty where nothing is begun there. */
export function tickWord({ marks, next, where }: Judgement, station: string): string {
  const mark = marks[station];
  if (mark?.needed === false) return 'not needed';
  if (mark?.waits) return `since ${dayText(mark.waits)}`;
  const left = where.leftOpen.find((l) => l.station === station);
  if (left) return left.words.split(', ')[0]!;
  if (next.station === station) return 'next';
  if (!mark) return '';
  if (mark.verdict !== null && mark.verdict !== 'unread') return VERDICT_WORDS[mark.verdict];
  if (mark.done === true) return 'done';
  return mark.open > 0 && mark.begun ? `${mark.open} to do` : '';
}
