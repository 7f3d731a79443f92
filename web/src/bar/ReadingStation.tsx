import { useEffect, type ComponentProps } from 'react';
import { placeKey, type Instrument, type Place, type Zero } from '@tribos/core/ground';
import { StationFrame } from '../frame/index.js';
import { connectLine } from '../gaugeLine/index.js';
import { toggleUnit } from '../kit/settings.js';
import type { JobContext } from '../job/index.js';
import { useWaitingOf } from '../outbox/index.js';
import type { Sheets } from '../ui/index.js';
import { useBarKeys, type Commands } from './entryKeys.js';
import { ReadingBar } from './ReadingBar.js';
import { ReadingFace } from './ReadingFace.js';
import type { ReadingSheets } from './readingSheets.js';
import type { Bar } from './reading.js';

/** Zeroing, at a station where a comparator is read. */
export interface Zeroing {
  /** Opens the zero of the gauge in hand; null where it has none. */
  readonly onZero: (() => void) | null;
  /** Closes the zero of a map that is read; null while there is none to close. */
  readonly onClose: (() => void) | null;
  /** The comparator that is being held in what it was zeroed in; null while none is. */
  readonly held: { readonly gauge: Instrument; readonly zero: Zero } | null;
}

/**
 * A station where gauges are read: its keys, its gauge line, its bar and its face from a metre are the same at every one.
 * @param walk the places it counts; none where there is nothing to read
 */
export function ReadingStation({
  context,
  entry,
  walk,
  sheets,
  zeroing = null,
  own,
  space,
  ...frame
}: {
  context: JobContext;
  entry: Bar;
  walk: readonly Place[];
  sheets: Pick<Sheets<ReadingSheets>, 'open'>;
  zeroing?: Zeroing | null;
} & Pick<Commands, 'own' | 'space'> &
  Omit<ComponentProps<typeof StationFrame>, 'bar' | 'reading' | 'face'>) {
  const { file, unit, by } = context;
  useBarKeys(
    entry,
    {
      note: () => sheets.open('note'),
      keys: () => sheets.open('keys'),
      unit: toggleUnit,
      zero: () => zeroing?.onZero?.(),
      closeZero: zeroing?.onClose ?? null,
      own,
      space,
    },
    context,
    zeroing?.held ?? null,
  );
  // The gauge of this device is looked for while someone measures, and kept for the next job.
  useEffect(connectLine, []);
  const { refused, waiting } = useWaitingOf(file.job.id);
  const here = placeKey(entry.station);
  return (
    <StationFrame
      {...frame}
      reading={<ReadingFace bar={entry} />}
      bar={
        walk.length > 0 && (
          <ReadingBar
            file={file}
            unit={unit}
            entry={entry}
            by={by}
            refused={refused}
            waiting={waiting}
            count={{ at: walk.findIndex((p) => placeKey(p) === here) + 1, of: walk.length }}
            onZero={zeroing?.onZero ?? null}
          />
        )
      }
    />
  );
}
