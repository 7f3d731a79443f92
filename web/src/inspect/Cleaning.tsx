import { cleanedWith, cleaningFor, CLEANING } from '@tribos/core/inspect';
import { BeginTimer } from '../timers/index.js';
import { Button, Kbd } from '../ui/index.js';
import type { Clean } from './useClean.js';

/** How the part at hand may be cleaned, what was done, and what waits by itself. */
export function Cleaning({ clean, mayDo }: { clean: Clean; mayDo: boolean }) {
  const { file, now } = clean;
  if (!now || now.part.kind.always) return null;
  const { part } = now;
  const done = cleanedWith(file, part.key);
  return (
    <section className="mt-4" aria-label="Cleaning">
      <h2 className="text-small font-semibold text-soft">Cleaning the {part.name}</h2>
      {mayDo && (
        <Button onClick={clean.washSection}>
          All of this section through the parts washer <Kbd>w</Kbd>
        </Button>
      )}
      <ul>
        {cleaningFor(part.kind.material).map((how) => (
          <li key={how} className="border-t border-rule py-1">
            <div className="flex flex-wrap items-center justify-between gap-x-3">
              <span className={done.includes(how) ? 'font-semibold' : ''}>
                {CLEANING[how].name}
                {done.includes(how) && ', done'}
              </span>
              {mayDo && !done.includes(how) && (
                <Button look="quiet" onClick={() => clean.cleaned(how)}>
                  It is done<span className="sr-only">: {CLEANING[how].name}</span>
                </Button>
              )}
            </div>
            {CLEANING[how].minutes !== null && (
              <BeginTimer
                jobId={file.job.id}
                station="clean"
                what={`${part.name}, ${CLEANING[how].name}`}
                minutes={CLEANING[how].minutes}
              />
            )}
            <span className="block text-small text-soft">{CLEANING[how].caution}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
