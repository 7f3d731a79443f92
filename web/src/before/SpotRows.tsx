import { useState } from 'react';
import type { JobFile, LengthUnit } from '@tribos/core/ground';
import type { BeforeVerdict } from '@tribos/core/before';
import { LimitStrip, WorkingSheet } from '../verdicts/index.js';
import type { Spot, SpotBar } from './useSpotBar.js';

/** The places of one test: what was read at each, the one in hand in brass, and under them their strips. */
export function SpotRows({
  file,
  bar,
  test,
  verdicts,
  unit,
}: {
  file: JobFile;
  bar: SpotBar;
  test: Spot['test'];
  verdicts: readonly BeforeVerdict[];
  unit: LengthUnit;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = verdicts.find((v) => v.key === open);
  return (
    <div className="mt-2 grid gap-x-6 lg:grid-cols-2">
      <SpotList bar={bar} test={test} />
      <div className="divide-y divide-rule">
        {verdicts.map((v) => (
          <LimitStrip key={v.key} item={v.figure} unit={unit} onOpen={() => setOpen(v.key)} />
        ))}
      </div>
      {shown && (
        <WorkingSheet
          file={file}
          item={shown.figure}
          unit={unit}
          onClose={() => setOpen(null)}
          onWhy={null}
        />
      )}
    </div>
  );
}

/** What was read at each place of a test; the one in hand in brass. */
export function SpotList({ bar, test }: { bar: SpotBar; test: Spot['test'] }) {
  const mine = bar.spots.filter((s) => s.test === test);
  return (
    <ul>
      {mine.map((s) => {
        const here = s === bar.at;
        return (
          <li key={s.key}>
            <button
              type="button"
              aria-current={here ? 'true' : undefined}
              onClick={() => bar.pick(s.key)}
              className={`flex min-h-11 w-full items-center gap-3 border-t border-rule px-2 text-left ${here ? 'border-l-5 border-l-brass bg-page font-semibold' : 'border-l-5 border-l-transparent'}`}
            >
              <span className="min-w-0 flex-1">
                {s.where}
                {s.said && <span className="block text-small font-normal text-soft">{s.said}</span>}
              </span>
              <span className="figure whitespace-nowrap">{s.kept === '' ? '–' : s.kept}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
