import { judgeJob, mm, nm, toDecimal, type Instrument, type LogEntry } from '../../src/index.js';
import { CALLIPER, IN_MIC, jobFile, MIC, reading, RING, TELESCOPING, TWIN } from '../support.js';

/**
 * Hidden true bores exactly at the limit, read by gauges that err as the model says they do: how often does
 * the verdict say within? Seeded, so that the test is the same every time.
 */
function random(seed: number) {
  let state = seed >>> 0;
  const uniform = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 4294967296;
  };
  return { uniform, normal: () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()) };
}

const ROUND = { ...TWIN, cylinders: ['cylinder'] };
const LIMIT = mm(77.105);
const RUNS = 250;

/** One map of a round bore at the limit, in the plan's order, with this gauge's errors drawn anew. */
function map(
  gauge: Instrument,
  plan: 'usual' | 'full',
  draw: ReturnType<typeof random>,
): { log: LogEntry[]; again: (i: number) => LogEntry } {
  const half = gauge.maxError;
  const shared = Math.sqrt(0.8) * half * (2 * draw.uniform() - 1);
  const setting =
    gauge.setting.kind === 'none'
      ? 0
      : gauge.setting.kind === 'ring'
        ? gauge.setting.u * draw.normal()
        : MIC.repeatability * draw.normal() + MIC.maxError * (2 * draw.uniform() - 1);
  const angles = plan === 'full' ? [0, 45, 90, 135] : [0, 90];
  const stations = [15, 45, 80].flatMap((depth) =>
    angles.map((angle) => ({ depth, angle, place: Math.sqrt(0.2) * half * (2 * draw.uniform() - 1) })),
  );
  const read = (i: number): LogEntry => {
    const { depth, angle, place } = stations[i]!;
    const shown = LIMIT + shared + setting + place + gauge.repeatability * draw.normal();
    const text = toDecimal(nm(Math.round(shown / gauge.resolution) * gauge.resolution), 'mm', 3);
    return reading({ part: 'bore', cylinder: 0, depth: mm(depth), angle }, text, gauge.id);
  };
  return { log: stations.map((_, i) => read(i)), again: read };
}

const says = (log: readonly LogEntry[], plan: 'usual' | 'full') =>
  judgeJob(jobFile(log, { engine: ROUND, job: { plan } })).items.find((i) => i.key === '0:bore:max')!.state;

describe('a bore exactly at its limit', () => {
  it.each([
    ['ring-set dial gauge, usual plan', RING, 'usual'],
    ['dial gauge set in a micrometer, full plan', IN_MIC, 'full'],
    ['telescoping gauge, usual plan', TELESCOPING, 'usual'],
    ['telescoping gauge, full plan', TELESCOPING, 'full'],
    ['calliper, usual plan', CALLIPER, 'usual'],
  ] as const)('passes in at most 5 of 100: %s', (_, gauge, plan) => {
    const draw = random(77_105);
    let passed = 0;
    for (let run = 0; run < RUNS; run += 1)
      if (says(map(gauge, plan, draw).log, plan) === 'within') passed += 1;
    expect(passed / RUNS).toBeLessThanOrEqual(0.05);
  });

  it('passes no more often for someone who takes the largest back and reads it again until it passes', () => {
    const draw = random(4_711);
    let passed = 0;
    for (let run = 0; run < RUNS; run += 1) {
      const { log, again } = map(TELESCOPING, 'usual', draw);
      const tries: LogEntry[] = [...log];
      for (let n = 0; n < 5 && says(tries, 'usual') !== 'within'; n += 1) {
        const standing = tries.filter((e) => e.kind === 'reading');
        const worst = standing.reduce((a, b) => (b.value > a.value ? b : a));
        const index = log.findIndex(
          (e) => e.kind === 'reading' && JSON.stringify(e.station) === JSON.stringify(worst.station),
        );
        tries.push(
          { kind: 'take-back', id: `t${run}-${n}`, at: worst.at, by: 'x', readingId: worst.id },
          again(index),
        );
      }
      if (says(tries, 'usual') === 'within') passed += 1;
    }
    expect(passed / RUNS).toBeLessThanOrEqual(0.05);
  });
});
