import { useState } from 'react';
import { WORK_DONE, type JobFile, type WorkKind } from '@tribos/core/ground';
import { wantsOf } from '@tribos/core/house';
import { EntrySheet } from '../entry/index.js';
import { newEntry } from '../job/index.js';
import { Asked } from '../sheetLines/index.js';
import { CheckField, Sheet } from '../ui/index.js';

/**
 * A wall that came in at another size, made by others, its piston in the box: said once, and from then on it is what the
 * wall is held against. Nothing is refused for its size.
 */
export function CameInSheet({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const { kits, cylinders } = file.engine;
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [boxed, setBoxed] = useState(true);
  // Which piston it was made for is typed here where none is on file.
  if (kits.length === 0)
    return (
      <Sheet title="Came in at another size" onClose={onClose} wide>
        <p className="text-soft">
          For which piston was it made? As its crown, its box or its leaflet has it.
        </p>
        <Asked file={file} wants={wantsOf(file, ['routes']).filter((w) => w.key === 'kit')} />
      </Sheet>
    );
  const on = left.size === 0 ? [null] : cylinders.flatMap((_, i) => (left.has(i) ? [] : [i]));
  return (
    <EntrySheet
      title="Came in at another size"
      says={
        <p className="text-soft">
          Others have made this wall already. From now on it is held against its own piston, not against the
          standard bore; what it was to measure nobody here knows.
        </p>
      }
      kind={WORK_DONE}
      at={{ what: 'came-in' }}
      start={{ kitId: kits.find((k) => k.oversize > 0)?.id ?? kits[0]?.id ?? null }}
      asks={{
        kitId: { label: 'Made for', among: kits.map((k) => [k.id, `${k.name}, ${k.maker}`]) },
        text: { label: 'By whom, and by what it is known: a mark on the crown, a reading' },
      }}
      needs={{ kitId: 'For which piston was it made?' }}
      beforeKeep={() => (
        <div className="flex flex-wrap gap-x-6">
          {cylinders.length > 1 &&
            cylinders.map((n, i) => (
              <CheckField
                key={n}
                label={n}
                checked={!left.has(i)}
                onChange={(e) =>
                  setLeft(new Set(e.target.checked ? [...left].filter((c) => c !== i) : [...left, i]))
                }
              />
            ))}
          <CheckField
            label="Its piston is in the box and goes in"
            checked={boxed}
            onChange={(e) => setBoxed(e.target.checked)}
          />
        </div>
      )}
      entries={(said) =>
        on.flatMap((cylinder) =>
          (boxed ? (['came-in', 'came-with'] as const) : (['came-in'] as const)).map((what: WorkKind) =>
            newEntry(WORK_DONE, { ...said, what, cylinder }),
          ),
        )
      }
      onClose={onClose}
    />
  );
}
