import { becomes, judgeJob } from '@tribos/core';
import { longJob, withOne } from './lib/longJob.mjs';
const st_ = await import('/work/main/core/dist/facts/store.js');
const orig = st_.Store.prototype.work;
let stack = [];
let self = {};
let on = false;
st_.Store.prototype.work = function (m) {
  const t = performance.now();
  stack.push(0);
  orig.call(this, m);
  const d = performance.now() - t;
  const inner = stack.pop();
  if (stack.length) stack[stack.length - 1] += d;
  if (on) {
    const n = m.fact.name;
    self[n] ??= [0, 0];
    self[n][0] += d - inner;
    self[n][1]++;
    if (m.frame.sources.has('log')) self[n][2] = 1;
  }
};
function asked(file) {
  const j = judgeJob(file, 'mm');
  return [j.items.length, j.next.sentence('mm'), j.marks, j.steps, j.blockers, j.overall, j.where];
}
const n0 = Number(process.argv[2]),
  kind = process.argv[3];
let file = longJob(n0);
asked(file);
let N = 12;
let tb = 0,
  tj = 0;
for (let i = 0; i < N + 3; i++) {
  const next = withOne(file, kind, `${kind}-${i}`);
  on = i >= 3;
  const a = performance.now();
  becomes(file, next);
  const b = performance.now();
  asked(next);
  const c = performance.now();
  if (on) {
    tb += b - a;
    tj += c - b;
  }
  file = next;
}
console.log(kind, n0, 'becomes', (tb / N).toFixed(2), 'judge', (tj / N).toFixed(2));
console.log(
  Object.entries(self)
    .sort((a, b) => b[1][0] - a[1][0])
    .slice(0, 16)
    .map(([k, [t, w, l]]) => `${(t / N).toFixed(3)}ms ${(w / N).toFixed(1)}x ${k} ${l ? 'LOG' : ''}`)
    .join('\n'),
);
const s0 = st_.Store.prototype.stands;
st_.Store.prototype.stands = function (m, fr) {
  const r = s0.call(this, m, fr);
  if (!r)
    console.log(
      'FELL',
      m.fact.name,
      m.key,
      fr.torn ? 'torn' : '',
      [...fr.sources].filter((s) => (this.stamps.get(s) ?? 0) > m.at).map(String),
      [...fr.facts].filter(([o, v]) => this.memo(o.fact, o.key).value !== v).map(([o]) => o.fact.name),
    );
  return r;
};
const next = withOne(file, kind, 'zz');
becomes(file, next);
asked(next);
{
  const nx = withOne(file, 'note', 'z2');
  becomes(file, nx);
  const t = [performance.now()];
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
  console.log(
    'judge,items,next,marks,steps,overall',
    t
      .slice(1)
      .map((x, i) => (x - t[i]).toFixed(2))
      .join(' '),
    s,
    j.next.kind,
  );
}
