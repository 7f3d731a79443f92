import type { Figure } from '@tribos/core/ground';
import type { JobContext } from '../job/index.js';
import type { SheetsOf } from '../ui/index.js';
import { WorkingSheet } from '../verdicts/index.js';
import { KeysSheet, NoteSheet } from './NoteSheets.js';

/** What lies over every station with a reading bar: a note, the keys, the working of a figure by its key. */
export interface ReadingSheets {
  readonly note: null;
  readonly keys: null;
  readonly item: string;
}

/**
 * @param own   keys of the station beside those of the bar
 * @param onWhy what explains a figure further; null where nothing does
 */
export const readingSheets = (
  { file, judgement, unit }: JobContext,
  own: readonly (readonly [string, string])[] = [],
  onWhy: (shown: Figure) => (() => void) | null = () => null,
): SheetsOf<ReadingSheets> => ({
  note: (_, close) => <NoteSheet file={file} onClose={close} />,
  keys: (_, close) => <KeysSheet own={own} onClose={close} />,
  item: (key, close) => {
    // By key, so that the working follows the readings while it is open.
    const shown = judgement.items.find((i) => i.key === key);
    return (
      shown && <WorkingSheet file={file} item={shown} unit={unit} onClose={close} onWhy={onWhy(shown)} />
    );
  },
});
