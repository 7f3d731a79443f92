import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { Timer } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { stationPath } from '../kit/stationPath.js';
import { useMay } from '../people/index.js';
import { Button, Trouble } from '../ui/index.js';
import { leftText } from './leftText.js';
import type { useTimers } from './useTimers.js';

/** The soonest of what waits by itself with its time, all of them when touched. */
export function TimersOpen({ timers, over, now }: ReturnType<typeof useTimers> & { now: number }) {
  const mayEnd = useMay('measure');
  const [trouble, setTrouble] = useState<string | null>(null);
  const first = timers[0]!;
  const out = timers.filter((t) => t.ends <= now);
  return (
    <Popover>
      <PopoverButton
        className={`inline-flex min-h-11 items-center gap-1.5 px-2.5 whitespace-nowrap ${out.length > 0 ? 'bg-brass font-semibold text-on-brass' : ''}`}
      >
        <Timer size={16} aria-hidden="true" />
        <span className="max-w-36 truncate max-sm:sr-only">{first.what}</span>{' '}
        <span className="figure">{leftText(first.ends, now)}</span>
        {timers.length > 1 && <span className="text-small">+{timers.length - 1}</span>}
      </PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-50 grid w-96 max-w-full gap-1 border border-rule border-t-4 border-t-brass bg-sheet p-3"
      >
        <h2 className="font-semibold">What waits by itself</h2>
        <ul>
          {timers.map((t) => {
            const isOut = t.ends <= now;
            return (
              <li
                key={t.id}
                className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-3 border-t border-rule"
              >
                <Link to={stationPath(t.jobId, t.station)} className="min-w-0 py-1">
                  <span className={`block truncate ${isOut ? 'font-semibold text-brass' : ''}`}>
                    {t.what}
                  </span>
                  <span className="block truncate text-small text-soft">{t.of}</span>
                </Link>
                <span className="figure">{leftText(t.ends, now)}</span>
                {mayEnd && (
                  <Button
                    look="quiet"
                    aria-label={`Over: ${t.what}`}
                    onClick={() =>
                      void over(t.id).then(
                        () => setTrouble(null),
                        (e: unknown) => setTrouble((e as Error).message),
                      )
                    }
                  >
                    {isOut ? 'Seen to' : 'End it'}
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
        <Trouble>{trouble}</Trouble>
      </PopoverPanel>
    </Popover>
  );
}
