#!/usr/bin/env node
import { drawsOf, hiddenBore, hiddenJob, judgeJob, propagate, USUAL, um } from '@tribos/core';

/**
 * Verdicts from hidden true bores, every gauge × plan × shape: how often they are wrong exactly at the limit,
 * and two uncertainties inside and past it. `RUNS=400 npm run bench -- honesty` for a longer run.
 */
const RUNS = Number(process.env.RUNS ?? 100);
const DRAWS = 4_000;
const SIGMA = um(10);

const gauge = (id, type, setting = { kind: 'none' }) => ({
  id,
  name: id,
  type,
  unit: 'mm',
  ...USUAL[type],
  studyRepeats: null,
  rangeLow: 0,
  rangeHigh: 150_000_000,
  contacts: 2,
  setting,
  leaves: [],
  calibrationDue: null,
});
const micrometer = gauge('micrometer', 'micrometer');
const gauges = [
  gauge('dial gauge in a ring', 'dial-bore', { kind: 'ring', u: 300 }),
  gauge('dial gauge in a micrometer', 'dial-bore', { kind: 'micrometer', instrumentId: 'micrometer' }),
  gauge('telescoping', 'telescoping'),
  gauge('calliper', 'calliper'),
];

let worst = { share: 0, what: '' };
let wrong = 0;
for (const g of gauges)
  for (const plan of ['quick', 'usual', 'full'])
    for (const shape of ['straight', 'tapered', 'oval', 'both']) {
      const counts = new Map();
      const draws = drawsOf(`${g.id} ${plan} ${shape}`);
      for (let n = 0; n < RUNS; n += 1) {
        const bore = hiddenBore(shape, plan === 'quick' ? 2 : 3, plan === 'full' ? 0 : SIGMA, draws);
        const job = hiddenJob(bore, plan, g, micrometer, draws);
        for (const away of [-2, 0, 2]) {
          const file = job.at(away);
          const judged = judgeJob(file, 'mm', (p) => propagate({ ...p, sigma: SIGMA }, DRAWS));
          for (const f of judged.items) {
            if (f.limitAt === null || f.limitAt <= 1) continue;
            if (f.feature === 'bore.out-of-round' && !['oval', 'both'].includes(shape)) continue;
            if (f.feature === 'bore.taper' && !['tapered', 'both'].includes(shape)) continue;
            const key = `${f.key} ${away}`;
            const c = counts.get(key) ?? { within: 0, beyond: 0, n: 0 };
            c.n += 1;
            if (f.state === 'within' || f.state === 'beyond') c[f.state] += 1;
            counts.set(key, c);
          }
        }
      }
      for (const [key, c] of counts) {
        const away = Number(key.split(' ')[1]);
        const bound = away === 0 ? 0.05 : 0.01;
        const share = Math.max(away >= 0 ? c.within / c.n : 0, away <= 0 ? c.beyond / c.n : 0);
        const slack = 3 * Math.sqrt((bound * (1 - bound)) / c.n);
        if (away === 0 && share > worst.share) worst = { share, what: `${g.id}, ${plan}, ${shape}, ${key}` };
        if (share > bound + slack) {
          wrong += 1;
          console.log(`wrong too often: ${g.id}, ${plan}, ${shape}, ${key}: ${share.toFixed(3)}`);
        }
      }
    }
console.log(`worst share of wrong verdicts at a limit: ${worst.share.toFixed(3)} (${worst.what})`);
console.log(`cells beyond 0.05 at the limit or 0.01 two u away, three standard errors allowed: ${wrong}`);
