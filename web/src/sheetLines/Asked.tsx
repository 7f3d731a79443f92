import { useEffect, useRef, useState } from 'react';
import type { JobFile } from '@tribos/core/ground';
import type { Want } from '@tribos/core/ground';
import { useMay } from '../people/index.js';
import { AskLine } from './AskLine.js';

/**
 * What of the engine's sheet is missing where the work is: the first in one line to type, the others by name, each asked
 * when it is pressed.
 * @param wants  the first to be asked first; nothing is shown where nothing is missing
 * @param quiet  nothing waits for it: it is asked when somebody presses it
 */
export function Asked({
  file,
  wants,
  quiet = false,
}: {
  file: JobFile;
  wants: readonly Want[];
  quiet?: boolean;
}) {
  const mayEdit = useMay('edit-specs');
  const [picked, setPicked] = useState<string | null>(null);
  const section = useRef<HTMLElement>(null);
  const goesOn = useRef(false);
  const first = quiet ? undefined : (wants.find((w) => w.needed) ?? wants[0]);
  const asked = wants.find((w) => w.key === picked) ?? first;
  // Whoever typed the last one goes on in the next; what is asked because somebody else typed leaves the keys to the gauge.
  useEffect(() => {
    if (goesOn.current) section.current?.querySelector('input')?.focus();
    goesOn.current = false;
  }, [asked?.key]);
  if (wants.length === 0) return null;
  const others = wants.filter((w) => w !== asked);
  if (!mayEdit)
    return (
      <p className="my-2 border-l-4 border-rule py-2 pl-4 text-soft">
        Not on the sheet: {wants.map((w) => w.noun).join(' · ')}. Whoever copies sheets types it, in one line
        each.
      </p>
    );
  return (
    <section ref={section} aria-label="Wanted of the sheet" className="no-print my-2 grid gap-1">
      {asked && (
        <AskLine
          key={asked.key}
          engine={file.engine}
          want={asked}
          onKeep={() => (goesOn.current = true)}
          onKept={() => setPicked(null)}
        />
      )}
      {others.length > 0 && (
        <p className="flex flex-wrap items-center gap-x-3 text-small text-soft">
          {asked ? 'Also missing here, each in one line:' : 'Not on the sheet, each in one line:'}
          {others.map((w) => (
            <button
              key={w.key}
              type="button"
              onClick={() => {
                goesOn.current = true;
                setPicked(w.key);
              }}
              className="min-h-11 text-blue underline underline-offset-4"
            >
              {w.noun}
            </button>
          ))}
          {picked !== null && quiet && (
            <button
              type="button"
              onClick={() => setPicked(null)}
              className="min-h-11 text-blue underline underline-offset-4"
            >
              not now
            </button>
          )}
        </p>
      )}
    </section>
  );
}
