import { Moon, Search, Sun } from 'lucide-react';
import { lazy, Suspense } from 'react';
import { useMatch } from 'react-router';
import type { SessionView } from '@tribos/contract';
import { clockOffText, useClockOff } from '../kit/clock.js';
import { useLine, type Line } from '../kit/line.js';
import { toggleTheme, toggleUnit, useSettings } from '../kit/settings.js';
import { useOutbox } from '../outbox/index.js';
import { initials } from '../people/index.js';
import { TimersLine } from '../timers/index.js';
import { Kbd, LineSlot } from '../ui/index.js';

/** What opens comes after what is shown: nothing of a menu is wanted to draw its button. */
const PersonMenu = lazy(async () => ({ default: (await import('../people/PersonMenu.js')).PersonMenu }));

/** Whether a job is open: on a phone its line has the room of the shop's. */
export const useInJob = (): boolean => useMatch('/jobs/:id/*') !== null;

/** The one line: where I am, what belongs to it, and what is at hand on every screen. */
export function TopLine({
  session,
  find,
  change,
}: {
  session: SessionView;
  find: () => void;
  change: () => void;
}) {
  const { unit, theme } = useSettings();
  const quiet =
    'inline-flex min-h-11 min-w-11 items-center justify-center gap-1.5 px-1.5 whitespace-nowrap xl:px-2.5';
  // On a phone these are in the menu of who is at it.
  const wide = `${quiet} max-md:hidden`;
  return (
    <header className="no-print flex h-11 shrink-0 items-center border-b border-rule pr-3 pl-5 text-body max-md:pr-1 max-md:pl-1">
      <LineSlot part="here" className="flex min-w-0 flex-1 items-center gap-x-3 max-md:pl-2" />
      <LineSlot part="hand" className="flex shrink-0 items-center" />
      <button type="button" className={wide} onClick={find}>
        <Search size={16} aria-hidden="true" />
        <span className="max-xl:sr-only">Find</span>
        <span className="max-xl:hidden">
          <Kbd>Ctrl K</Kbd>
        </span>
      </button>
      <button type="button" className={wide} onClick={toggleUnit}>
        <span className={unit === 'mm' ? 'font-bold' : 'text-soft'}>mm</span>
        <span aria-hidden="true" className="text-soft">
          |
        </span>
        <span className={unit === 'in' ? 'font-bold' : 'text-soft'}>in</span>
        <span className="sr-only">, showing {unit === 'mm' ? 'millimetres' : 'inches'}</span>
      </button>
      <button
        type="button"
        className={wide}
        onClick={toggleTheme}
        aria-label={`bay light ${theme === 'light' ? 'on' : 'off'}`}
      >
        {theme === 'light' ? <Moon size={16} aria-hidden="true" /> : <Sun size={16} aria-hidden="true" />}
      </button>
      <TimersLine />
      <LineState />
      <Suspense
        fallback={
          <span className="inline-flex size-11 shrink-0 items-center justify-center font-bold">
            {initials(session.person.name)}
          </span>
        }
      >
        <PersonMenu session={session} change={change} find={find} />
      </Suspense>
    </header>
  );
}

const LINE: Record<Line, string> = {
  up: 'line up',
  server: 'server not reached',
  database: 'database away',
};

/** What does not answer, and how many readings wait for it. */
function LineState() {
  const line = useLine();
  const { waiting } = useOutbox();
  const clockOff = useClockOff();
  const isQuiet = line === 'up' && waiting === 0;
  const text = [
    line === 'up' && waiting > 0 ? null : LINE[line],
    waiting > 0 ? `${waiting} ${waiting === 1 ? 'entry' : 'entries'} waiting` : null,
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <span
      role="status"
      title={text}
      className={`px-1.5 text-small leading-tight ${isQuiet ? 'text-soft' : 'max-w-36 font-semibold text-undecided'}`}
    >
      {isQuiet && <span aria-hidden="true" className="block size-2 rounded-full bg-within max-sm:hidden" />}
      <span className={isQuiet ? 'sr-only' : ''}>{text}</span>
      {clockOff !== 0 && (
        <span className="font-semibold text-undecided"> · clock {clockOffText(clockOff)}: set it</span>
      )}
    </span>
  );
}
