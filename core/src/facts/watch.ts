import type { Whole } from './source.js';
import { type Store, storeOf } from './store.js';
import { frameOf } from './view.js';

/** A job somebody looks at, who wants to know afterwards whether anything of it that was looked at moved. */
export interface Watched<F extends Whole> {
  /** The job, to be looked at: also later, by whoever was handed it. */
  readonly view: F;
  /** Whether what was looked at says the same in what the job became; false of another job. */
  readonly stands: (now: F) => boolean;
}

const behind = (job: Whole): Store => (frameOf(job)?.store as Store | undefined) ?? storeOf(job);

/**
 * Looks at a job as a fact does: what is read through its view is what the looker hangs on. Whoever handed on what it looks
 * at itself hangs on it too.
 */
export function watch<F extends Whole>(job: F): Watched<F> {
  const store = behind(job);
  const { frame, stands } = store.watched(frameOf(job));
  return {
    view: frame.view as F,
    stands: (now) => {
      if (behind(now) !== store || !stands()) return false;
      // Not looked at again, and still what whoever hands it on hangs on.
      frameOf(now)?.takesIn(frame);
      return true;
    },
  };
}
