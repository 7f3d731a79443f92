import { expose } from 'comlink';
import { propagation, type MapProblem, type MapSpread } from '@tribos/core/bore';

/** Lets messages in between blocks, so that a map that is no longer wanted is not worked to its end. */
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve));

let wanted = 0;

const api = {
  /** Gives up whatever is being worked. */
  cancel(): void {
    wanted += 1;
  },
  /** @returns null when it was cancelled or overtaken */
  async work(problem: MapProblem, progress: (share: number) => void): Promise<MapSpread | null> {
    wanted += 1;
    const mine = wanted;
    const run = propagation(problem);
    for (;;) {
      const step = run.next();
      if (step.done) return step.value;
      progress(step.value);
      await breathe();
      if (wanted !== mine) return null;
    }
  },
};

export type PropagationWorker = typeof api;
expose(api);
