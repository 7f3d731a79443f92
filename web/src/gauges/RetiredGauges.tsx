import { Link } from 'react-router';
import type { InstrumentView } from '@tribos/contract';
import { dayText } from '../ui/index.js';

/** Gauges that are no longer taken in hand. What was read with them stands. */
export function RetiredGauges({ gauges }: { gauges: readonly InstrumentView[] }) {
  if (gauges.length === 0) return null;
  return (
    <section className="mt-6">
      <h2 className="mb-1 text-small font-semibold text-soft">Retired: not offered any more</h2>
      <ul className="border-t border-rule">
        {gauges.map(({ instrument: { id, name, retiredOn } }) => (
          <li key={id} className="flex items-center justify-between gap-3 border-b border-rule px-3">
            <Link
              to={`/gauges/${id}`}
              className="inline-flex min-h-11 items-center text-blue underline underline-offset-4"
            >
              {name}
            </Link>
            <span className="text-soft">in use until {dayText(retiredOn!)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
