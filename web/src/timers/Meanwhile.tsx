import { Link } from 'react-router';
import type { BenchesView } from '@tribos/contract';
import { useSettings } from '../kit/settings.js';
import { meanwhile } from './meanwhile.js';
import { useTick, useTimers } from './useTimers.js';

const MOST = 5;

/** While something waits by itself: what fits until it calls back. */
export function Meanwhile({ view }: { view: BenchesView }) {
  const { timers } = useTimers();
  const { unit } = useSettings();
  const now = useTick(timers.length > 0);
  const next = timers.find((t) => t.ends > now);
  if (!next) return null;
  const left = Math.floor((next.ends - now) / 60_000);
  const things = meanwhile(view, timers, left, unit).slice(0, MOST);
  return (
    <section className="bg-sheet px-4 py-3">
      <h2 className="font-semibold">
        Meanwhile: <span className="figure">{left}</span> min until “{next.what}” is over
      </h2>
      {things.length === 0 ? (
        <p className="text-soft">Nothing on the benches fits in between.</p>
      ) : (
        <ul>
          {things.map((t) => (
            <li key={t.key} className="border-t border-rule">
              <Link
                to={t.to}
                className="grid min-h-11 grid-cols-[3.5rem_minmax(0,1fr)_auto] items-center gap-x-4 py-1.5"
              >
                <span className="figure text-soft">{String(t.number).padStart(4, '0')}</span>
                <span className="min-w-0">
                  <span className="font-semibold">{t.engine}</span>: {t.what}
                </span>
                <span className="text-small text-soft">
                  {t.minutes === null ? 'as long as it takes' : `about ${t.minutes} min`}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
