#!/usr/bin/env node
/**
 * What judging costs after one more entry, against judging the same job from the beginning in the same run: a note, a press
 * of the torque run, a reading, on jobs of 250, 2 500 and 20 000 entries.
 */
import { becomes, judgeJob } from '@tribos/core';
import { longJob, withOne } from './lib/longJob.mjs';

const RUNS = Number(process.env.RUNS ?? 15);
const median = (list) => list.toSorted((a, b) => a - b)[list.length >> 1];

/** What a screen asks of a judgement. */
function asked(file) {
  const j = judgeJob(file, 'mm');
  return [j.items.length, j.next.sentence('mm'), j.marks, j.steps, j.blockers, j.overall, j.where];
}

function timed(work) {
  const from = performance.now();
  work();
  return performance.now() - from;
}

for (const entries of [250, 2_500, 20_000]) {
  let file = longJob(entries);
  const again = () => ({ ...file, log: [...file.log] });
  asked(again());
  const scratch = median(
    Array.from({ length: entries > 10_000 ? 3 : RUNS }, () => timed(() => asked(again()))),
  );
  asked(file);
  console.log(`${file.log.length} entries, from the beginning ${scratch.toFixed(1)} ms`);
  for (const kind of ['note', 'torqued', 'reading']) {
    const runs = Array.from({ length: RUNS + 3 }, (_, i) => {
      const next = withOne(file, kind, `${kind}-${entries}-${i}`);
      const spent = timed(() => {
        becomes(file, next);
        asked(next);
      });
      file = next;
      return spent;
    }).slice(3);
    const ms = median(runs);
    console.log(
      `  ${kind.padEnd(8)} ${ms.toFixed(2).padStart(8)} ms  ${((100 * ms) / scratch).toFixed(1).padStart(5)} %`,
    );
  }
}
