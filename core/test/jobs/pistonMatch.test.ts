import { mm, pistonMatch, pistonMatchSentences, type EngineSpec, type JobFile, type Kit } from '@tribos/core';
import { judgedWhole, bores, jobFile, limit, piston, TWIN } from '../support.js';

const round = (size: string) => [
  [size, size],
  [size, size],
  [size, size],
];
const kit = (id: string, size: number, over: Partial<Kit> = {}): Kit => ({
  id,
  maker: 'Varrow',
  name: id,
  oversize: mm(0),
  piston: mm(size),
  material: 'cast-high-silicon',
  gaugeHeight: null,
  ...over,
});
const match = (file: JobFile) => pistonMatch(file);
const says = (file: JobFile) => pistonMatchSentences(file, match(file)!, 'mm');

describe('which piston in which bore', () => {
  const engine: EngineSpec = { ...TWIN, kits: [kit('standard', 76.967)] };
  const decisions = [
    {
      id: 'd',
      at: '2026-03-01T10:00:00.000Z',
      by: 'lead',
      importedBy: null,
      route: 'fit' as const,
      kitId: 'standard',
      reason: '',
    },
  ];
  const twin = (left: string, right: string, ...pistons: string[]) =>
    jobFile(
      [...bores([round(left), round(right)]), ...pistons.map((t, i) => piston(i, t, { kit: 'standard' }))],
      { engine, decisions },
    );

  it('swaps pistons that sit better the other way round', () => {
    // 77.000 and 77.010 over 76.971 and 76.961: as they are 0.029 is under the minimum of 0.030.
    const file = twin('77.000', '77.010', '76.971', '76.961');
    expect(match(file)).toMatchObject({ kind: 'pistons', pistonFor: [1, 0], asTheyAre: false });
    expect(says(file)[0]).toBe('swap: the piston measured as right into left, mean clearance 0.0390 mm.');
  });

  it('says when they are right as they are, and when no way is', () => {
    expect(match(twin('77.000', '77.010', '76.961', '76.971'))).toMatchObject({ asTheyAre: true });
    expect(match(twin('77.000', '77.000', '76.980', '76.980'))).toMatchObject({ kind: 'none' });
  });

  it('says nothing before everything is measured', () => {
    expect(match(twin('77.000', '77.010', '76.971'))).toBeNull();
    expect(match(jobFile([]))).toBeNull();
  });

  it('proposes the grade whose clearance lies nearest the middle of the sheet', () => {
    const graded: EngineSpec = {
      ...TWIN,
      cylinders: ['cylinder'],
      kits: [kit('A', 76.962), kit('B', 76.967), kit('C', 76.972), kit('other', 76.9, { maker: 'Corrie' })],
      limits: [...TWIN.limits, limit('clearance', 'new', 0.1, 0.11, { party: 'Corrie', type: 'part-maker' })],
    };
    // Middle of 0.030–0.048 is 0.039: 77.007 − 0.039 = 76.968, so B.
    const file = jobFile(bores([round('77.007')]), { engine: graded });
    expect(match(file)).toMatchObject({ kind: 'grades', gradeFor: [{ id: 'B' }] });
    expect(says(file)).toEqual(['cylinder: B, mean clearance 0.0400 mm.']);
    const tight = jobFile(bores([round('76.990')]), { engine: graded });
    expect(says(tight)).toEqual(['cylinder: every grade would be too tight.']);
  });

  it.each([
    [undefined, 'B'],
    [0.041, 'B'],
    [0.044, 'A'],
  ])('aims at what the sheet names, %s: grade %s, in the matching and among the ways alike', (aim, grade) => {
    // 77.007 less 76.962, 76.967, 76.972: 0.045, 0.040, 0.035.
    const graded: EngineSpec = {
      ...TWIN,
      cylinders: ['cylinder'],
      kits: [kit('A', 76.962), kit('B', 76.967), kit('C', 76.972)],
      limits: TWIN.limits.map((l) =>
        l.feature === 'clearance' && l.state === 'new' && aim !== undefined ? { ...l, target: mm(aim) } : l,
      ),
    };
    const file = jobFile(bores([round('77.007')]), { engine: graded });
    expect(match(file)).toMatchObject({ gradeFor: [{ id: grade }] });
    const offs = judgedWhole(file).kits.options.map((o) => [o.kit.id, o.offTarget] as const);
    expect([...offs].sort((a, b) => a[1] - b[1])[0]![0]).toBe(grade);
  });
});
