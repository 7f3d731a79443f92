import type { LengthUnit } from '@tribos/core/ground';
import { HEARD, type Heard } from '@tribos/core/before';
import { Button } from '../ui/index.js';
import { Panel } from './Panel.js';
import { SpotRows } from './SpotRows.js';
import type { BeforeBar } from './useBeforeBar.js';
import type { Before } from './useBefore.js';

/** Leak-down in percent through the bar, and where the air is heard. */
export function LeakDownPanel({ before, bar, unit }: { before: Before; bar: BeforeBar; unit: LengthUnit }) {
  const { how, setHow } = bar;
  const { heard } = how;
  return (
    <Panel before={before} what="leak-down">
      <p className="mb-1 text-soft" id="heard-at">
        Where is it heard? Then type the percentage.
      </p>
      <div role="group" aria-labelledby="heard-at" className="flex flex-wrap gap-2">
        {(Object.keys(HEARD) as Heard[]).map((h) => (
          <Button
            key={h}
            aria-pressed={heard.includes(h)}
            className={heard.includes(h) ? 'border-brass font-semibold text-brass' : ''}
            onClick={() =>
              setHow({ ...how, heard: heard.includes(h) ? heard.filter((x) => x !== h) : [...heard, h] })
            }
          >
            {HEARD[h].split(':')[0]}
          </Button>
        ))}
      </div>
      <SpotRows
        file={before.file}
        bar={bar}
        test="leak-down"
        unit={unit}
        verdicts={before.verdicts.filter((v) => v.key.startsWith('leak-down'))}
      />
    </Panel>
  );
}
