import { simulateRoutes } from '../../../bench/lib/routes.mjs';

describe('the odds of cleaning up, on 400 worn engines with hidden side wear', () => {
  const { bins, costs } = simulateRoutes({ runs: 400, seed: 7 });

  it('come true as often as they are stated', () => {
    expect(bins.reduce((n, b) => n + b.n, 0)).toBeGreaterThan(300);
    for (const b of bins) expect(Math.abs(b.seen - b.stated)).toBeLessThanOrEqual(3 * b.sigma);
  });

  it('make the recommendation cheaper in total than always the next size, and than always the largest', () => {
    expect(costs.recommended).toBeLessThan(costs.nextSize);
    expect(costs.recommended).toBeLessThan(costs.largest);
    // Nobody does better than whoever knows how each bore is worn.
    expect(costs.recommended).toBeGreaterThanOrEqual(costs.floor);
  });
});
