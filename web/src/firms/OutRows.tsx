import type { OutView } from '@tribos/contract';
import { stationPath } from '../kit/stationPath.js';
import { dayText, TextLink } from '../ui/index.js';

/** What is out: which job, where, since when, due when; what is late, and what is back to be measured. */
export function OutRows({ rows }: { rows: readonly OutView[] }) {
  const today = new Date().toISOString().slice(0, 10);
  return (
    <ul className="border-t border-ink/60 bg-sheet">
      {rows.map((o) => {
        const late = o.due !== null && o.due < today && o.outSince !== null;
        return (
          <li
            key={o.id}
            className="grid items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-2 md:grid-cols-[minmax(0,1.4fr)_minmax(0,1.2fr)_minmax(0,1fr)]"
          >
            <span>
              <TextLink to={stationPath(o.jobId, 'outside')}>
                <span className="figure mr-2">{String(o.number).padStart(4, '0')}</span>
                {o.machine}
              </TextLink>
              <span className="block text-small text-soft">{o.cylinders}</span>
            </span>
            <span>
              <span className="font-semibold">{o.firm}</span>
              <span className="block text-small text-soft">{o.work}</span>
            </span>
            <span>
              <span
                className={
                  late ? 'font-semibold text-beyond' : o.outSince === null ? 'font-semibold text-brass' : ''
                }
              >
                {o.says}
                {late && ', late'}
              </span>
              <span className="block text-small text-soft">
                {[o.outSince && `since ${dayText(o.outSince)}`, o.due && `due ${dayText(o.due)}`, o.asks]
                  .filter(Boolean)
                  .join(', ')}
              </span>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
