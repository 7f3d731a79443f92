import { useState } from 'react';
import { HEARD, LEAK_DOWN, type Heard } from '@tribos/core';
import { Button } from '../ui/index.js';
import { Reading } from './CompressionPanel.js';
import { Panel } from './Panel.js';
import type { Before } from './useBefore.js';

/** Leak-down in percent, and where the air is heard. */
export function LeakDownPanel({ before }: { before: Before }) {
  const { cylinders } = before.file.engine;
  const [heard, setHeard] = useState<readonly Heard[]>([]);
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
            onClick={() => setHeard(heard.includes(h) ? heard.filter((x) => x !== h) : [...heard, h])}
          >
            {HEARD[h].split(':')[0]}
          </Button>
        ))}
      </div>
      <div className="mt-3 grid gap-3 sm:grid-cols-4">
        {cylinders.map((name, cylinder) => {
          const last = before.log.filter(LEAK_DOWN.is).findLast((l) => l.cylinder === cylinder);
          return (
            <Reading
              key={name}
              label={`${cylinders.length === 1 ? 'Leak-down' : name}, %`}
              kept={
                last ? `${last.percent} %${last.heard.length > 0 ? `, ${last.heard.join(', ')}` : ''}` : ''
              }
              error={before.troubleAt(`leak-down-${cylinder}`)}
              keep={(text) => {
                const percent = Number(text.replace(',', '.').replace('%', ''));
                const kept =
                  before.keep(`leak-down-${cylinder}`, LEAK_DOWN, { cylinder, percent, heard }) !== null;
                if (kept) setHeard([]);
                return kept;
              }}
            />
          );
        })}
      </div>
    </Panel>
  );
}
