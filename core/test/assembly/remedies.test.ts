import {
  ASSEMBLY_BEGUN,
  assemblyRun,
  inHouse,
  mm,
  notProved,
  printedWays,
  remedyFor,
  waitsFor,
  type EngineSpec,
  type JobFile,
  type RunStep,
} from '@tribos/core';
import { judgedWhole, BORER, bores, jobFile, limit, piston, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const begun = (engine: EngineSpec): JobFile => {
  const book = new Book(engine);
  book.keep(ASSEMBLY_BEGUN, { list: 'general', alone: true });
  return book.file();
};
const waiting = (file: JobFile): readonly (readonly [RunStep, string])[] => {
  const { items } = judgedWhole(file);
  return assemblyRun(file).steps.flatMap((s) => {
    const why = notProved(file, items, s, 'mm');
    return why === null ? [] : [[s, why] as const];
  });
};

describe('what a step waits for', () => {
  it('always has a remedy: a station that is not the one it waits at, its other part, or the sheet', () => {
    const file = begun(TWIN);
    const { items } = judgedWhole(file);
    const steps = waiting(file);
    expect(steps.length).toBeGreaterThan(2);
    for (const [step] of steps) {
      const go = remedyFor(file, items, step);
      expect(go).not.toBeNull();
      expect(go!.sheet !== null || go!.part !== null || go!.station !== 'top').toBe(true);
    }
  });

  it('with no ring gap on file leads to the sheet, and not to Prepare, which would send it back', () => {
    const gaps = ([, why]: readonly [RunStep, string]) => /ring gap/iu.test(why);
    const bare = begun(TWIN);
    const [step, why] = waiting(bare).find(gaps)!;
    expect(why).toContain('No ring gap is on file');
    expect(remedyFor(bare, judgedWhole(bare).items, step)).toMatchObject({ sheet: expect.any(String) });
    const filed = begun({ ...TWIN, limits: [...TWIN.limits, limit('ring.gap.top', 'new', 0.2, 0.32)] });
    const [other] = waiting(filed).find(gaps)!;
    expect(remedyFor(filed, judgedWhole(filed).items, other)).toMatchObject({
      station: 'prepare',
      sheet: null,
    });
  });

  it('for a third direction says so in those words, and leads to that very place', () => {
    const rows = [
      ['77.086', '77.085'],
      ['77.055', '77.054'],
      ['77.017', '77.016'],
    ];
    const log = [...bores([rows, rows], 'telescoping'), piston(0, '76.965'), piston(1, '76.965')];
    const fresh = begun(TWIN);
    const file = inHouse({ ...jobFile(log), log: [...log, ...fresh.log] } as JobFile);
    const { items } = judgedWhole(file);
    expect(items.some((i) => i.feature === 'clearance' && i.because === 'unseen')).toBe(true);
    const step = assemblyRun(file).steps.find((s) => s.step.proof === 'clearance' && s.cylinder === 0)!;
    expect(waitsFor(file, items, step)).toMatch(
      /two directions cannot show it\. .*Take left · \d+ mm · 45°/u,
    );
    expect(remedyFor(file, items, step)).toMatchObject({
      station: 'measure',
      at: { part: 'bore', cylinder: 0, angle: 45 },
    });
  });
});

it('the command prints the very sizes of the way, and none where none can be verified', () => {
  const rows = [
    ['77.140', '77.140'],
    ['77.140', '77.140'],
    ['77.140', '77.140'],
  ];
  const log = [...bores([rows, rows]), piston(0, '76.955'), piston(1, '76.955')];
  const printed = (engine: EngineSpec) => {
    const file = jobFile(log, { engine, shop: { firms: [BORER] } });
    const ways = judgedWhole(file, 'mm', () => null).ways();
    return [JSON.stringify(printedWays(file, ways, 'mm')), ways] as const;
  };
  const [text, { ways }] = printed(TWIN);
  for (const { target } of ways.find((w) => w.key === 'bore:plus-0.5')!.targets) {
    expect(text).toContain(`"low":${target.low},"high":${target.high}`);
  }
  const [none] = printed({
    ...TWIN,
    limits: TWIN.limits.map((l) =>
      l.feature === 'clearance' && l.state === 'new' ? { ...l, high: mm(0.034) } : l,
    ),
  });
  expect(none).toContain('"low":null,"high":null,"aim":null');
  expect(none).not.toMatch(/"low":7[78]\d+/u);
  expect(none).toContain('cannot be verified');
});
