import { format, isSameDay, parseISO } from 'date-fns';
import { useMemo, useState } from 'react';
import { whoOf } from '@tribos/core/ground';
import { timelineOf, type Told } from '@tribos/core/house';
import { useJobContext } from '../job/index.js';
import { EntryPhotos, usePhotos } from '../photos/index.js';
import { Button, dayText, Empty } from '../ui/index.js';

/** Days of this device's calendar, each with what was done on it. */
function byDay(told: readonly Told[]): (readonly Told[])[] {
  const days: Told[][] = [];
  for (const t of told) {
    const last = days.at(-1);
    if (last && isSameDay(parseISO(last[0]!.at), parseISO(t.at))) last.push(t);
    else days.push([t]);
  }
  return days.reverse();
}

/** What was done to this engine, when and by whom: the last day first, one page a day on paper. */
export function TimelinePage() {
  const { file, unit } = useJobContext();
  const told = useMemo(() => timelineOf(file, unit), [file, unit]);
  const days = useMemo(() => byDay(told), [told]);
  const [open, setOpen] = useState<string | null>(null);
  const { photos, waiting } = usePhotos(file.job.id);
  const pictures = new Map<string, number>();
  for (const { entry } of [...photos, ...waiting])
    if (entry) pictures.set(entry, (pictures.get(entry) ?? 0) + 1);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-5 pb-6 print:overflow-visible print:px-0">
      <article className="mx-auto grid max-w-240 gap-5">
        <header className="flex flex-wrap items-center justify-between gap-3 pt-3">
          <h2 className="text-title font-semibold">What was done when</h2>
          <Button className="no-print" onClick={() => window.print()}>
            Print, one page a day
          </Button>
        </header>
        {days.length === 0 && (
          <Empty>Nothing was written down yet. Each reading, finding and step comes up here.</Empty>
        )}
        {days.map((day) => (
          <section key={day[0]!.id} className="bg-sheet p-4 print:break-after-page">
            <h3 className="mb-1 flex justify-between border-b border-ink/60 pb-1 font-semibold text-blue">
              {dayText(day[0]!.at)}
              <span className="font-normal text-soft">
                {day.length === 1 ? 'one entry' : `${day.length} entries`}
              </span>
            </h3>
            <ol>
              {day.map((t) => (
                <li key={t.id} className="border-t border-rule first:border-t-0">
                  <button
                    type="button"
                    aria-expanded={open === t.id}
                    onClick={() => setOpen(open === t.id ? null : t.id)}
                    className="grid min-h-11 w-full grid-cols-[3.5rem_minmax(0,1fr)_auto] items-center gap-3 py-1.5 text-left"
                  >
                    <time className="figure text-soft" dateTime={t.at}>
                      {format(parseISO(t.at), 'HH:mm')}
                    </time>
                    <span>{t.sentence}.</span>
                    <span className="text-small text-soft">
                      {(pictures.get(t.id) ?? 0) > 0 &&
                        `${pictures.get(t.id)} ${pictures.get(t.id) === 1 ? 'picture' : 'pictures'} · `}
                      {whoOf(t)}
                    </span>
                  </button>
                  {open === t.id && (
                    <div className="no-print pb-3 pl-17">
                      <EntryPhotos jobId={file.job.id} station={t.station} entry={t.id} />
                    </div>
                  )}
                </li>
              ))}
            </ol>
          </section>
        ))}
      </article>
    </div>
  );
}
