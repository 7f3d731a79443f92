import {
  bracketText,
  stackWithUnit,
  findingText,
  judgeJob,
  mm,
  settleSentence,
  um,
  verdictSentence,
  type Because,
  type JobFile,
  type NextRead,
  type Figure,
} from '@tribos/core';
import { HERE, bore, bores, jobFile, LEAVES, GAUGES, piston } from '../support.js';

const SOUND = [
  [
    ['77.097', '77.090'],
    ['77.060', '77.055'],
    ['77.050', '77.050'],
  ],
  [
    ['77.020', '77.018'],
    ['77.016', '77.015'],
    ['77.012', '77.012'],
  ],
];
const file: JobFile = jobFile([...bores(SOUND, 'telescoping'), piston(0, '76.951')], {
  instruments: [...GAUGES, LEAVES],
});
const items = judgeJob(file).items;
const item = (key: string, over: Partial<Figure> = {}): Figure => ({
  ...items.find((i) => i.key === key)!,
  ...over,
});
const says = (i: Figure, unit: 'mm' | 'in' = 'mm') => verdictSentence(file, i, unit).headline;
const bySide = (because: Because | null, state: Figure['state'] = 'undecided') =>
  item('0:bore:max', { because, state });

describe('what a verdict says, state by state', () => {
  it.each<[string, Figure, string]>([
    ['within', bySide(null, 'within'), 'Left bore is 0.008 mm inside its service limit.'],
    [
      'beyond',
      item('0:bore:max', { because: null, state: 'beyond', value: mm(77.121) }),
      'Left bore is 0.016 mm past its service limit.',
    ],
    [
      'the gauge cannot tell',
      bySide('gauge'),
      'Left bore is 0.008 mm inside its service limit; telescoping cannot tell 0.008 mm.',
    ],
    [
      'two directions cannot show it',
      bySide('unseen'),
      'Left bore is 0.008 mm inside its service limit, but two directions cannot show it. Read a third.',
    ],
    [
      'not all read',
      item('0:bore:max', { because: 'incomplete', state: 'undecided', progress: { read: 4, planned: 6 } }),
      'Left bore is 0.008 mm inside its service limit so far: 4 of 6 read.',
    ],
    ['a question is open', bySide('question'), 'Left bore waits for an answer about a reading.'],
    [
      'ways disagree',
      bySide('conflict'),
      'Left bore: two ways of measuring disagree. Read that station again with both.',
    ],
    [
      'wrong axis',
      item('0:clearance:min', { because: 'wrong-axis', state: 'undecided' }),
      'Left tightest clearance: the bore was read along the pin, the piston across it. Read the thrust axis.',
    ],
    [
      'three-point gauge',
      item('0:bore:max', { because: 'three-point', state: 'undecided', value: null }),
      'Left bore: a three-point gauge sees no ovality. Read it with a two-point gauge.',
    ],
    ['nothing read', item('1:clearance:min'), 'Right tightest clearance needs bore and piston.'],
    [
      'no limit',
      item('0:bore:max', { state: 'noLimit', because: null, limitAt: null, limit: null }),
      'Left bore is 77.097 mm; no limit on file.',
    ],
    [
      'leaves keep a minimum',
      item('0:clearance:min', {
        state: 'within',
        because: null,
        bracket: { low: mm(0.06), high: mm(0.07) },
      }),
      'Left tightest clearance keeps its minimum 0.030 mm: 0.06 goes, 0.07 mm does not go freely.',
    ],
    [
      'leaves settle nothing',
      item('0:clearance:min', {
        state: 'undecided',
        because: 'leaves',
        bracket: { low: mm(0.02), high: mm(0.03) },
      }),
      'Left tightest clearance is not proved against its minimum 0.030 mm: 0.02 goes, 0.03 mm does not go freely.',
    ],
    [
      'only a bound',
      item('0:clearance:min', { state: 'within', because: null, bracket: { low: mm(0.06), high: null } }),
      'Left tightest clearance keeps its minimum 0.030 mm: at least 0.06 mm goes.',
    ],
    [
      'past a maximum by leaves',
      item('0:clearance:max', { state: 'beyond', because: null, bracket: { low: mm(0.2), high: null } }),
      'Left loosest clearance is past its maximum 0.150 mm: at least 0.20 mm goes.',
    ],
    [
      'leaves contradict',
      item('0:clearance:min', {
        state: 'undecided',
        because: 'conflict',
        bracket: { low: mm(0.06), high: mm(0.05) },
      }),
      'Left tightest clearance: leaves and gauges disagree, or a leaf goes that should not. Square it and try again.',
    ],
  ])('%s', (_, i, sentence) => {
    expect(says(i)).toBe(sentence);
  });

  it('never rounds a margin away', () => {
    expect(says(item('0:bore:max', { because: null, state: 'within', value: 77_104_800 }))).toBe(
      'Left bore is 0.0002 mm inside its service limit.',
    );
  });

  it('names value, limit, probability, interval, caveats and source behind it', () => {
    const i = item('0:bore:max', {
      p: 0.893,
      interval: { low: mm(77.086), high: mm(77.11) },
      provisional: false,
      caveats: ['two-directions', 'overdue'],
    });
    const { details } = verdictSentence(file, i, 'mm');
    expect(details.slice(0, 4)).toEqual([
      '77.097 mm against max 77.105 mm, P 0.893, by telescoping.',
      '95 % between 77.086 mm and 77.110 mm, from the whole map.',
      'Two directions only: an oval lying at 45° would not show.',
      'A gauge used was past its calibration date; its error is counted double.',
    ]);
    expect(details.at(-1)).toContain('Varrow manual');
    const quick = verdictSentence(file, { ...i, interval: null, provisional: true }, 'mm').details;
    expect(quick).toContain('Quick figure: the whole map is still being worked.');
  });

  it.each<[Figure, string | null]>([
    [bySide(null, 'within'), null],
    [bySide(null, 'beyond'), 'Renew the wall or the cylinder: see Decide.'],
    [bySide('gauge'), 'Take ring-set: showing the same it would say within, practically sure.'],
    [{ ...bySide('gauge'), outlook: [] }, 'Read it again, or treat it as beyond.'],
    [bySide('incomplete'), 'Read the rest of the plan.'],
    [bySide('question'), 'Answer the question in the bar.'],
    [bySide('unseen'), 'Read a third direction there.'],
    [bySide('three-point'), 'Read it with a two-point gauge.'],
    [bySide(null, 'noLimit'), 'Add the limit from the manual or the piston maker’s sheet.'],
    [
      item('0:clearance:min', { because: null, state: 'beyond' }),
      'Never run it: it would seize. Another piston, or open the bore where its wall allows it.',
    ],
    [item('0:clearance:min', { because: 'leaves' }), 'Try the leaves between, or measure bore and piston.'],
  ])('and what to do', (i, todo) => {
    expect(verdictSentence(file, i, 'mm').todo).toBe(todo);
  });

  const OVERDUE = 'A gauge used was past its calibration date; its error is counted double.';
  const UNCHECKED =
    'The limit is unchecked: one person typed it and no second compared it with the document.';
  const TWO = 'Two directions only: an oval lying at 45° would not show.';
  it.each<[string, Figure, string[]]>([
    [
      'a pass by an overdue gauge against an unchecked limit says both',
      { ...bySide(null, 'within'), caveats: ['two-directions', 'overdue', 'unchecked'] },
      [OVERDUE, UNCHECKED],
    ],
    [
      'a pass against a limit that a lead has overridden',
      { ...bySide(null, 'within'), caveats: ['override'] },
      ['A lead has overridden the governing limit.'],
    ],
    [
      'what is not decided says what two directions cannot show as well',
      { ...bySide('gauge'), caveats: ['overdue', 'two-directions', 'raised'] },
      [OVERDUE, TWO],
    ],
    [
      'without a limit it says why, and the rest',
      {
        ...item('0:bore:max', { because: null, state: 'noLimit', limit: null, limitAt: null }),
        governing: { status: 'none', why: 'The sheet is silent.' } as Figure['governing'],
        caveats: ['overdue'],
      },
      [OVERDUE, 'The sheet is silent.', 'New parts: 77.000 – 77.012 mm; this is 0.085 mm over.'],
    ],
    ['nothing where nothing could turn it', { ...bySide(null, 'within'), caveats: ['two-directions'] }, []],
  ])('beside the headline: %s', (_, i, notes) => {
    expect([...verdictSentence(file, i, 'mm').notes].sort()).toEqual([...notes].sort());
  });

  it('speaks in the reader’s unit', () => {
    expect(says(bySide(null, 'within'), 'in')).toBe('Left bore is 0.0003 in inside its service limit.');
  });
});

describe('what to do next, in words', () => {
  const action = (kind: NextRead['kind'], gauge = 'ring-set'): NextRead => ({
    kind,
    gauge,
    u: 1,
    minutes: 1,
    station: kind === 'leaves' ? { part: 'clearance', cylinder: 0, kit: null } : bore(0, 15, 0),
  });

  it.each<[NextRead['kind'], string]>([
    ['repeat', 'Take left · 15 mm · thrust once more with ring-set: about 2 in 3 that it decides.'],
    ['five', 'Take left · 15 mm · thrust five more times with ring-set: about 2 in 3 that it decides.'],
    ['third-direction', 'Take left · 15 mm · thrust: a third direction shows what two cannot.'],
    ['other-gauge', 'Take left · 15 mm · thrust with ring-set: about 2 in 3 that it decides.'],
    [
      'comparator',
      'Set a micrometer to size, zero ring-set in it and compare: about 2 in 3 that it decides.',
    ],
    [
      'leaves',
      'Try leaves beside the bare piston, left · leaf beside the piston: about 2 in 3 that it decides.',
    ],
  ])('%s', (kind, sentence) => {
    expect(settleSentence(file, action(kind), 0.7012, 'mm')).toBe(sentence);
  });

  it('what is done again, a zero, a wash and a decision say what they are', () => {
    const log = bores(MAP).slice(0, -1);
    expect(judgeJob(jobFile(log)).next.sentence('mm')).toMatch(/^Take right · 80 mm · .* 3 to go\.$/u);
    const honed = {
      kind: 'work' as const,
      id: 'w',
      at: '2026-03-01T10:00:00.000Z',
      by: 'x',
      ...HERE,
      what: 'honed' as const,
      cylinder: 0,
      kitId: null,
      ticket: null,
      text: '',
    };
    const again = judgeJob(jobFile([...bores(MAP), honed, piston(0, '76.95'), piston(1, '76.95')])).next;
    expect(again.sentence('mm')).toMatch(
      /^Take left · 15 mm · thrust again\. It tells whether the rest of this wall still stands after the hone\.$/u,
    );
    const after = jobFile([honed, ...bores(MAP), piston(0, '76.95'), piston(1, '76.95')]);
    expect(judgeJob(after).steps.map((s) => s.sentence('mm'))).toContain('Honed: wash again.');
    const decided = (reason: string) =>
      judgeJob({
        ...jobFile([...bores(MAP), piston(0, '76.95'), piston(1, '76.95')]),
        decisions: [
          { id: 'd', at: '', by: '', importedBy: null, route: 'hone' as const, kitId: null, reason },
        ],
      })
        .nextAt('decide')!
        .sentence('mm');
    expect(decided('It flakes.')).toBe('Decided: cleaned or honed, new rings. It flakes.');
    expect(decided('')).toBe('Decided: cleaned or honed, new rings.');
  });
});

/** A sound twin in two directions. */
const MAP = [0, 1].map(() => [
  ['77.020', '77.018'],
  ['77.016', '77.015'],
  ['77.012', '77.012'],
]);

describe('small words', () => {
  it('a bracket, a bound, nothing', () => {
    expect(bracketText({ low: mm(0.06), high: mm(0.07) }, 'mm')).toBe('0.06–0.07 mm');
    expect(bracketText({ low: mm(0.06), high: null }, 'mm')).toBe('≥ 0.06 mm');
    expect(bracketText({ low: null, high: mm(0.06) }, 'in')).toBe('< 0.00236 in (0.06 mm)');
    expect(bracketText({ low: mm(0.28), high: mm(0.3) }, 'in')).toBe('0.01102–0.01181 in (0.28–0.30 mm)');
    // A stack is a sum, not a range.
    expect(stackWithUnit([mm(0.07), mm(0.35)], 'in')).toBe('0.01654 (0.00276 + 0.01378) in (0.07 + 0.35 mm)');
    expect(bracketText({ low: null, high: null }, 'mm')).toBe('–');
  });

  it('a finding with its place and depth', () => {
    expect(
      findingText({ what: 'score', deep: um(10), nail: null, place: { depth: mm(32), angle: 8 } }, 'mm'),
    ).toBe('score 0.010 mm deep, 32 mm down at 8°');
    expect(findingText({ what: 'crack', deep: null, nail: null, place: null }, 'in')).toBe('crack');
  });
});
