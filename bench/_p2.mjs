import { becomes, judgeJob } from '@tribos/core';
import { longJob, withOne } from './lib/longJob.mjs';
let file = longJob(2500);
const ask = (f) => {
  const j = judgeJob(f, 'mm');
  return [j.items.length, j.next.sentence('mm'), j.marks, j.steps, j.blockers, j.overall, j.where];
};
ask(file);
const sums = [0, 0, 0, 0, 0, 0, 0];
for (let i = 0; i < 40; i++) {
  const nx = withOne(file, 'note', 'z' + i);
  const t = [performance.now()];
  becomes(file, nx);
  t.push(performance.now());
  const j = judgeJob(nx, 'mm');
  t.push(performance.now());
  j.items.length;
  t.push(performance.now());
  const s = j.next.sentence('mm');
  t.push(performance.now());
  j.marks;
  t.push(performance.now());
  j.steps;
  j.blockers;
  t.push(performance.now());
  j.overall;
  t.push(performance.now());
  t.slice(1).forEach((x, k) => (sums[k] += (x - t[k]) / 40));
  file = nx;
}
console.log('becomes,judge,items,next,marks,steps,overall', sums.map((x) => x.toFixed(2)).join(' '));
