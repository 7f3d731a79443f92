import type { AnyEntry } from '../ledger/index.js';
import {
  BOLT,
  BOLT_CARD,
  BOLT_STATES,
  CRANK_WAY,
  MOVED,
  MOVES,
  ODD,
  REFITTED,
  SPLIT,
  STRIP_ADDED,
  STRIP_ANSWER,
  STRIP_NOTE,
  STRIP_ODD,
  STRIP_PLAN,
  STRIPPED,
  TRAY,
} from './stripEntries.js';
import { NOTES, SCOPES } from './stripList.js';

const because = (text: string): string => (text.trim() === '' ? '' : `: ${text.trim()}`);

/** What an entry of the strip says was done. */
export function tellStrip(entry: AnyEntry): string | null {
  if (STRIP_PLAN.is(entry))
    return `Comes apart: ${SCOPES[entry.scope]}${entry.purpose === 'look' ? ', for a look' : ''}`;
  if (STRIPPED.is(entry))
    return `${entry.steps.map((s) => s.name).join('; ')}${entry.tray === null ? '' : ` (tray ${entry.tray})`}`;
  if (REFITTED.is(entry)) return `Back: ${entry.steps.map((s) => s.name).join('; ')}`;
  if (STRIP_ANSWER.is(entry)) return `${entry.ask} ${entry.answer}`;
  if (STRIP_ODD.is(entry)) return `${entry.name}: ${ODD[entry.why]}${because(entry.text)}`;
  if (STRIP_ADDED.is(entry)) return `Step added: ${entry.what}`;
  if (STRIP_NOTE.is(entry)) return `For assembly, ${NOTES[entry.about]}: ${entry.text}`;
  if (MOVED.is(entry))
    return `${entry.count} ${entry.name} ${MOVES[entry.move]}${entry.move === 'tray' ? ` ${entry.tray}` : ''}${because(entry.text)}`;
  if (SPLIT.is(entry)) return `${entry.count} of ${entry.item} set apart: ${entry.name}`;
  if (CRANK_WAY.is(entry)) return `${entry.way} ${entry.is}`;
  if (TRAY.is(entry))
    return `Tray ${entry.number}${entry.name ? ` ${entry.name}` : ''}${entry.place ? ` stands on ${entry.place}` : ''}`;
  if (BOLT.is(entry))
    return `${entry.map}, position ${entry.hole}: ${BOLT_STATES[entry.is]}${because(entry.text)}`;
  if (BOLT_CARD.is(entry)) return `Bolts by place: ${entry.name}, ${entry.holes.length} of them`;
  return null;
}
