import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { ArrivalView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { dayText } from '../ui/index.js';

/** What came in and is no job yet; nothing where there is none. */
export function Arrivals() {
  const { data = [] } = useQuery({
    queryKey: keys.arrivals,
    queryFn: () => api.get<ArrivalView[]>('/arrivals'),
  });
  if (data.length === 0) return null;
  return (
    <section aria-label="Came in, engine not known yet">
      <h2 className="mb-2 font-semibold">Came in, engine not known yet</h2>
      <ul className="border-t border-ink/60 bg-sheet">
        {data.map((a) => (
          <li key={a.id} className="border-b border-rule">
            <Link
              to={`/jobs/${a.id}`}
              className="flex min-h-14 flex-wrap items-center gap-x-4 px-3 hover:bg-page"
            >
              <span className="figure text-soft">{String(a.number).padStart(4, '0')}</span>
              <span className="font-semibold">{a.machine || 'not said'}</span>
              <span className="text-soft">
                {a.customer} · {dayText(a.at.slice(0, 10))}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
