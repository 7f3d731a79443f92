#!/usr/bin/env node
/**
 * Simulated worn engines with hidden side wear: are the stated odds of cleaning up true, and what does following the
 * recommendation cost in total, against always taking the next size and always the largest? Costs are printed as ratios
 * to the floor: somebody who knows how each bore is worn and takes the smallest size that cleans it.
 */
import { simulateRoutes } from './lib/routes.mjs';

const RUNS = Number(process.env.RUNS ?? 400);
const { bins, costs } = simulateRoutes({ runs: RUNS, seed: Number(process.env.SEED ?? 7) });
console.log(`${RUNS} worn engines, hidden side wear`);
for (const b of bins)
  console.log(
    `stated ${(100 * b.stated).toFixed(0).padStart(3)} %  came true ${(100 * b.seen).toFixed(0).padStart(3)} % of ${String(b.n).padStart(4)}  ${((b.seen - b.stated) / b.sigma).toFixed(1).padStart(5)} σ`,
  );
for (const [name, cost] of Object.entries(costs))
  console.log(`${name.padEnd(14)} ${(cost / costs.floor).toFixed(3)} × floor`);
