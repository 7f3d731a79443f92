import { mm, recommendationSentence, um, type LogEntry } from '@tribos/core';
import { judgedWhole, BORER, HERE, bores, jobFile, limit, piston, TWIN } from '../support.js';

describe('which oversize', () => {
  const right = [
    ['77.118', '77.142', '77.116', '77.090'],
    ['77.096', '77.104', '77.083', '77.075'],
    ['77.062', '77.064', '77.055', '77.054'],
  ];
  const left = [
    ['77.097', '77.084', '77.071', '77.084'],
    ['77.081', '77.074', '77.066', '77.073'],
    ['77.058', '77.056', '77.055', '77.057'],
  ];
  const log: LogEntry[] = [
    ...bores([left, right]),
    {
      kind: 'finding',
      id: 's',
      at: '2026-03-01T10:00:00.000Z',
      by: 'x',
      ...HERE,
      cylinder: 1,
      what: 'score',
      place: null,
      deep: um(10),
      nail: null,
    },
  ];
  const file = jobFile(log, { job: { plan: 'full' }, shop: { firms: [BORER] } });
  const { kits, items, ways } = judgedWhole(file);

  it('sees the oval that two directions would have missed', () => {
    const round = items.find((i) => i.key === '1:bore.out-of-round:max')!;
    expect(round.value! / 1e6).toBeCloseTo(0.052, 3);
  });

  it('+0.25 may, +0.50 will; the worst cylinder chooses for both', () => {
    expect(kits.options.map((o) => [o.kit.name, o.says])).toEqual([
      ['+0.25', 'may'],
      ['+0.50', 'will'],
      ['+1.00', 'will'],
    ]);
    expect(ways().recommended?.key).toBe('bore:plus-0.5');
    expect(kits.options[0]?.weakest).toBe(1);
    expect(recommendationSentence(file, ways(), items)).toMatch(
      /^Bored to \+0\.50: practically sure\. Bored to \+0\.25: about 1 in 4\. No price is known of: Bored to \+1\.00\. 1 oversize left after it\.$/u,
    );
  });

  it('gives each bore its own size once its piston is measured', () => {
    const measured = jobFile([...log, piston(1, '77.470', { kit: 'plus-0.5' })], { job: { plan: 'full' } });
    const option = judgedWhole(measured).kits.options.find((o) => o.kit.name === '+0.50')!;
    expect(option.cylinders.map((c) => c.piston.from)).toEqual(['listed', 'measured']);
    expect(option.cylinders[1]!.target!.high).toBe(mm(77.518));
    expect(option.cylinders[0]!.target!.high).toBe(mm(77.515));
  });

  it('gives no size for what may not be done', () => {
    const plated = jobFile(log, { engine: { ...TWIN, wall: 'plated' }, job: { plan: 'full' } });
    for (const o of judgedWhole(plated).kits.options) {
      expect(o.feasible).toBe(false);
      expect(o.cylinders.every((c) => c.target === null)).toBe(true);
    }
    const thin = jobFile(log, { engine: { ...TWIN, sleeveOuter: mm(81.6) }, job: { plan: 'full' } });
    expect(judgedWhole(thin).kits.options.map((o) => o.feasible)).toEqual([true, true, false]);
  });

  it('needs the clearance of the maker of the kit', () => {
    const foreign = { ...TWIN, kits: TWIN.kits.map((k) => ({ ...k, maker: 'Corrie' })) };
    expect(
      judgedWhole(jobFile(log, { engine: foreign, job: { plan: 'full' } })).kits.options[0]?.whyNot,
    ).toContain('Corrie gives no figure');
    const sheet = {
      ...foreign,
      limits: [
        ...foreign.limits,
        limit('clearance', 'new', 0.06, 0.08, { party: 'Corrie', type: 'part-maker' }),
      ],
    };
    const option = judgedWhole(jobFile(log, { engine: sheet, job: { plan: 'full' } })).kits.options[0]!;
    expect(option.cylinders[0]!.target!.high).toBe(mm(77.297));
  });
});
