import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { Link, NavLink } from 'react-router';
import type { StationMark } from '@tribos/core/house';
import { RunScale, VerdictMark } from '../ui/index.js';

/** One tick of the run sheet as a job has it. */
export interface Tick {
  readonly id: string;
  readonly to: string;
  readonly name: string;
  readonly mark: StationMark | undefined;
  /** What it waits for, in a word: `15 not looked at`, `done`. */
  readonly word: string;
  /** Whether the next action of the whole job is there. */
  readonly isNext: boolean;
  /** Whether anything is wanted of it in this job: what is not stands in the list alone. */
  readonly needed: boolean;
}

const Mark = ({ mark }: { mark: StationMark | undefined }) =>
  mark?.verdict ? <VerdictMark state={mark.verdict} word={false} /> : null;

/** The run of a job: a row of ticks, each with what it waits for; on a phone folded into the one that is open. */
export function RunSheet({ ticks, here }: { ticks: readonly Tick[]; here: string }) {
  return (
    <nav aria-label="Run sheet" className="no-print shrink-0 px-5 max-md:px-3">
      <ul className="max-lg:grid max-lg:grid-cols-6 max-md:hidden lg:flex">
        {ticks
          .filter((t) => t.needed || t.id === here)
          .map((t) => (
            <li key={t.id} className="flex-auto border-t-2 border-ink">
              <NavLink
                to={t.to}
                end
                className={({ isActive }) =>
                  `flex h-11 min-w-18 flex-col justify-center border-l border-ink/60 px-1.5 leading-tight whitespace-nowrap ${isActive ? '-mt-0.5 border-t-5 border-t-brass font-semibold text-brass' : t.isNext ? 'text-brass' : 'text-soft'}`
                }
              >
                <span className="flex items-center gap-1 text-body leading-5">
                  {t.name} <Mark mark={t.mark} />
                </span>
                <span className="text-small leading-4 font-normal">{t.word}</span>
              </NavLink>
            </li>
          ))}
      </ul>
      <Folded ticks={ticks} here={here} />
    </nav>
  );
}

function Folded({ ticks, here }: { ticks: readonly Tick[]; here: string }) {
  const at = ticks.findIndex((t) => t.id === here);
  return (
    <Popover className="relative md:hidden">
      <PopoverButton className="block w-full text-left">
        <RunScale at={Math.max(0, at)} of={ticks.length} />
        <span className="-mt-1 flex h-9 items-center gap-2 font-semibold text-brass">
          {ticks[at]?.name ?? 'The run'}
          <ChevronDown size={16} aria-hidden="true" />
          {ticks[at] && <Mark mark={ticks[at].mark} />}
          <span className="ml-auto text-small font-normal text-soft">
            {at >= 0 && `${at + 1} of ${ticks.length}`}
          </span>
        </span>
      </PopoverButton>
      <PopoverPanel className="absolute top-full -right-3 -left-3 z-40 max-h-[calc(100dvh-6rem)] overflow-y-auto border-b-2 border-ink bg-page px-5 pt-2 pb-6">
        {({ close }) => (
          <>
            <h2 className="text-lead font-semibold">The run</h2>
            <ul>
              {ticks.map((t) => (
                <li key={t.id} className="border-t border-rule">
                  <Link
                    to={t.to}
                    onClick={() => close()}
                    aria-current={t.id === here ? 'page' : undefined}
                    className={`flex min-h-11 items-center gap-3 ${t.id === here || t.isNext ? 'font-semibold text-brass' : ''}`}
                  >
                    {t.name}
                    <span className="ml-auto text-right text-small font-normal text-soft">
                      {t.id === here ? 'you are here' : t.word}
                    </span>
                    <Mark mark={t.mark} />
                  </Link>
                </li>
              ))}
            </ul>
            <p className="border-t border-rule pt-2 text-small text-soft">
              A swipe left or right goes to the neighbour.
            </p>
          </>
        )}
      </PopoverPanel>
    </Popover>
  );
}
