import type { ReactNode } from 'react';
import type { JobFile } from '@tribos/core/ground';
import { fromStrip, stepName } from '@tribos/core/assembly';
import { CAUTIONS } from '@tribos/core/strip';
import { Rest } from '../frame/index.js';
import { PicturesOf } from '../photos/index.js';
import { Kbd, Trouble } from '../ui/index.js';
import { AskPicture } from './AskPicture.js';
import type { Assembling } from './useAssembly.js';

/** The step at hand, large: what is done, or what is asked, each answer as it looks on the part. */
export function StepAtHand({
  file,
  assembling,
  onward,
}: {
  file: JobFile;
  assembling: Assembling;
  /** Where it goes on once it is together. */
  onward: ReactNode;
}) {
  const { now, press, ask, waits, marked, trouble } = assembling;
  if (!now) return <Rest says="The top end is together.">{onward}</Rest>;
  const { step } = now;
  const { notes, photosOf } = fromStrip(file, press);
  return (
    <section
      aria-live="polite"
      aria-label="Step at hand"
      data-step={`${now.key}${ask ? '?' : ''}`}
      className="border-l-5 border-brass bg-sheet p-4"
    >
      {press.length > 1 && !ask ? (
        <>
          <p className="text-lead text-soft">Together, as a list</p>
          <ol className="mt-1">
            {press.map((s) => (
              <li key={s.key} className="flex gap-3 border-t border-rule py-2 text-lead leading-snug">
                <span aria-hidden="true" className="mt-1 size-4 shrink-0 border-2 border-brass" />
                {stepName(file, s)}
              </li>
            ))}
          </ol>
        </>
      ) : (
        <>
          <p className={ask ? 'text-lead text-soft' : 'text-reading leading-tight font-semibold'}>
            {stepName(file, now)}
          </p>
          {step.how && <p className="text-lead leading-snug">{step.how}</p>}
        </>
      )}
      {now.reopened && <p className="mt-1 font-semibold text-undecided">Open again since: {now.reopened}.</p>}
      {step.cautions.map((c) => (
        <p key={c} className="mt-1 text-small text-soft">
          {CAUTIONS[c]}
        </p>
      ))}
      {notes.map((n) => (
        <p key={n.id} className="mt-2 border-l-5 border-blue pl-3">
          <span className="text-soft">Written at the strip: </span>
          {n.text}
        </p>
      ))}
      <PicturesOf jobId={file.job.id} station="strip" captions={photosOf} label="Taken at the strip" />
      {waits && <p className="mt-2 text-lead font-semibold text-undecided">{waits}</p>}
      {ask && !waits && (
        <div className="mt-2">
          <p className="text-reading leading-tight font-semibold">{ask.ask.ask}</p>
          {ask.wrong && <p className="font-semibold text-beyond">{ask.wrong}</p>}
          <ul className="mt-3 grid gap-2 sm:grid-cols-2">
            {ask.shown.map((a, i) => (
              <li key={a.text}>
                <button
                  type="button"
                  onClick={() => assembling.answer(i)}
                  className={`flex min-h-24 w-full items-center gap-3 border-2 px-3 py-2 text-left text-lead leading-snug ${marked === i ? 'border-brass font-semibold' : 'border-rule'}`}
                >
                  <AskPicture picture={ask.ask.picture} answer={a.text} />
                  <span className="min-w-0 flex-1">{a.text}</span>
                  <Kbd>{i + 1}</Kbd>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      <Trouble className="mt-3 text-lead font-semibold">{trouble}</Trouble>
    </section>
  );
}
