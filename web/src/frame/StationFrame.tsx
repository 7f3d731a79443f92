import { createContext, useContext, useEffect, type ReactNode } from 'react';
import { toggleGlance, useSettings } from '../kit/settings.js';
import { FaceOf, NextFace, type Face } from './Face.js';
import { JobWaits } from './Next.js';

/** What the job says at every station: verdicts that moved, tricks of this engine. It is part of the work, not of the frame. */
export const JobNotes = createContext<ReactNode>(null);

/** The key to the face from a metre where no reading bar has it. */
function useGlanceKey(isOurs: boolean): void {
  useEffect(() => {
    // With a reading bar the key is the bar's: it may be the beginning of a unit.
    if (!isOurs) return;
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement | null;
      if (event.ctrlKey || event.metaKey || event.altKey || event.key !== 'm') return;
      if (target?.closest('input, textarea, select, [contenteditable], [role="dialog"]')) return;
      toggleGlance();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [isOurs]);
}

/**
 * A station: what is next here, the work, what stands beside it, and the one bar. On a wide screen work and what stands
 * scroll each for itself; on a narrow one there is one column: what is next, the work, what stands.
 * @param label   names the work for who cannot see it
 * @param next    what is to be done here; null where the station says it in its work
 * @param aside   what stands, and the quieter things
 * @param bar     what is answered; nothing where there is nothing left to answer
 * @param reading what its reading bar shows from a metre; undefined without one
 * @param face    what is read from a metre where that is no place and no figure
 */
export function StationFrame({
  label,
  next,
  aside,
  asideLabel = 'What stands',
  bar,
  reading,
  face,
  children,
}: {
  label: string;
  next: ReactNode;
  aside?: ReactNode;
  asideLabel?: string;
  bar?: ReactNode;
  reading?: ReactNode;
  face?: Face | null;
  children: ReactNode;
}) {
  const { glance } = useSettings();
  const notes = useContext(JobNotes);
  useGlanceKey(reading === undefined);
  if (glance)
    return (
      <>
        {face ? <FaceOf face={face} /> : (reading ?? <NextFace />)}
        {bar}
      </>
    );
  const isAlone = !aside && !next;
  return (
    <>
      <div
        data-work
        className={`relative grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] content-start overflow-y-auto lg:content-stretch lg:overflow-hidden print:block short:flex-none short:overflow-visible ${isAlone ? 'lg:grid-rows-[minmax(0,1fr)]' : 'lg:grid-cols-[minmax(0,1fr)_20rem] lg:grid-rows-[auto_minmax(0,1fr)]'}`}
      >
        {!isAlone && (
          <div className="px-5 pb-2 max-md:px-3 lg:col-start-2 lg:row-start-1 lg:pl-2">
            {next}
            <JobWaits />
          </div>
        )}
        <div
          role="group"
          aria-label={label}
          tabIndex={0}
          className={`relative px-5 pb-4 max-md:px-3 lg:col-start-1 lg:row-start-1 lg:min-h-0 lg:overflow-y-auto print:overflow-visible short:overflow-visible ${isAlone ? '' : 'lg:row-span-2'}`}
        >
          {notes}
          {isAlone && <JobWaits />}
          {children}
        </div>
        {aside && (
          <aside
            aria-label={asideLabel}
            tabIndex={0}
            className="relative px-5 pb-4 max-md:px-3 lg:col-start-2 lg:row-start-2 lg:min-h-0 lg:overflow-y-auto lg:pl-2 short:overflow-visible"
          >
            {aside}
          </aside>
        )}
      </div>
      {bar}
    </>
  );
}
