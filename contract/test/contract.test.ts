import {
  AppendLog,
  JobQuery,
  LimitBody,
  may,
  NewEngine,
  NewJob,
  ROLES,
  SignIn,
  type BodyClass,
  type Permission,
} from '../src/index.js';

const ID = '019a0000-0000-7000-8000-000000000001';
/** Fields that are not right. */
const wrong = ({ shape }: BodyClass<object>, body: object): string[] => [
  ...new Set(shape.check(body, '').map(({ path }) => path.split('/')[1]!)),
];

const job = {
  id: ID,
  engineId: ID,
  customer: 'Iveta Osei',
  phone: '',
  engineNumber: '',
  use: '',
  complaint: '',
  bench: null,
  promised: '2026-12-04',
  plan: 'usual',
  seized: false,
  fittedPiston: null,
};
const reading = {
  id: ID,
  kind: 'reading',
  at: '2026-11-24T08:00:00.000Z',
  station: { part: 'bore', cylinder: 0, depth: 15_000_000, angle: 0 },
  instrumentId: ID,
  text: '77.094',
};

describe('who may do what', () => {
  it.each<[Permission, boolean[]]>([
    ['read', [true, true, true]],
    ['measure', [true, true, true]],
    ['edit-job', [true, true, true]],
    ['check-specs', [true, true, true]],
    ['decide', [true, true, false]],
    ['edit-specs', [true, true, false]],
    ['edit-gauges', [true, true, false]],
  ])('%s: lead, technician, apprentice', (permission, expected) => {
    expect(ROLES.map((r) => may(r, permission))).toEqual(expected);
  });
});

describe('a new job', () => {
  it('is taken as it should be', () => {
    expect(wrong(NewJob, job)).toEqual([]);
  });

  it.each<[string, object, string]>([
    ['a customer of spaces', { customer: '   ' }, 'customer'],
    ['a customer with a line break', { customer: 'a\nb' }, 'customer'],
    ['an id that is not the client’s own kind', { id: '019a0000-0000-4000-8000-000000000001' }, 'id'],
    ['an engine that is no id', { engineId: '1' }, 'engineId'],
    ['a day that is none', { promised: '2026-13-01' }, 'promised'],
    ['a plan that is none', { plan: 'thorough' }, 'plan'],
    ['a word for yes', { seized: 'yes' }, 'seized'],
    ['a complaint with a nul', { complaint: 'a\u0000' }, 'complaint'],
    ['a field nobody asked for', { role: 'lead' }, 'role'],
    ['a story too long', { complaint: 'x'.repeat(2_001) }, 'complaint'],
  ])('refuses %s', (_, over, property) => {
    expect(wrong(NewJob, { ...job, ...over })).toContain(property);
  });
});

describe('entries of the log', () => {
  const entries = (...list: object[]) => wrong(AppendLog, { entries: list });

  it('are told apart by their kind', () => {
    expect(
      entries(
        reading,
        { id: ID, kind: 'take-back', at: reading.at, of: ID },
        { id: ID, kind: 'note', at: reading.at, text: 'score' },
      ),
    ).toEqual([]);
  });

  it.each<[string, object]>([
    ['no station', { ...reading, station: undefined }],
    ['a station that is none', { ...reading, station: { part: 'moon', cylinder: 0 } }],
    ['a piston without a place', { ...reading, station: { part: 'piston', cylinder: 0, kit: null } }],
    ['an angle past the turn', { ...reading, station: { ...reading.station, angle: 360 } }],
    ['a thirteenth cylinder', { ...reading, station: { ...reading.station, cylinder: 12 } }],
    ['text longer than any gauge shows', { ...reading, text: '7'.repeat(49) }],
    ['a clock that is not UTC', { ...reading, at: '2026-11-24T08:00:00+01:00' }],
    ['a slip that has no name', { ...reading, corrects: { readingId: ID, slip: 'oops' } }],
    ['a score deeper than a wall', { id: ID, kind: 'score', at: reading.at, cylinder: 0, depth: 10_000_001 }],
    ['a kind that is none', { id: ID, kind: 'wish', at: reading.at }],
  ])('refuse %s', (_, entry) => {
    expect(entries(entry)).toEqual(['entries']);
  });

  it('come one to two hundred at a time', () => {
    expect(entries()).toEqual(['entries']);
    expect(wrong(AppendLog, { entries: Array.from({ length: 201 }, () => reading) })).toEqual(['entries']);
  });
});

describe('others', () => {
  it('sign-in takes an address and a word', () => {
    expect(wrong(SignIn, { email: 'a@b.example', password: 'x' })).toEqual([]);
    expect(wrong(SignIn, { email: 'nobody', password: '' }).sort()).toEqual(['email', 'password']);
  });

  it('a list is asked for by number and by a line of words', () => {
    expect(wrong(JobQuery, { search: 'duarte', after: '12', limit: '50' })).toEqual([]);
    expect(wrong(JobQuery, { limit: '1000', after: 'x', search: '\u0007' }).sort()).toEqual([
      'after',
      'limit',
      'search',
    ]);
  });

  it('a limit says whose figure it is', () => {
    const limit = {
      id: ID,
      feature: 'bore',
      state: 'service',
      low: null,
      high: 77_105_000,
      unit: 'mm',
      sourceType: 'engine-maker',
      party: 'Varrow',
      document: 'manual',
      page: '',
      revision: '',
      confirmed: false,
    };
    expect(wrong(LimitBody, limit)).toEqual([]);
    expect(wrong(LimitBody, { ...limit, party: '', document: '', feature: 'gravity' }).sort()).toEqual([
      'document',
      'feature',
      'party',
    ]);
    expect(wrong(LimitBody, { ...limit, high: Infinity })).toEqual(['high']);
  });

  it('an engine has named cylinders and a size that exists', () => {
    const engine = {
      id: ID,
      maker: 'Varrow',
      model: 'X',
      kind: 'motorcycle',
      strokes: 4,
      cylinders: ['left', 'right'],
      bore: 77_000_000,
      stroke: 69_100_000,
      wall: 'plated',
      zeroAt: 'front',
      pinAxisDeg: 90,
      depths: { top: 15_000_000, mid: 45_000_000, low: 80_000_000 },
      wallDepth: 105_000_000,
      pin: null,
      cooling: 'liquid',
    };
    expect(wrong(NewEngine, engine)).toEqual([]);
    expect(wrong(NewEngine, { ...engine, cylinders: ['left', ''] })).toEqual(['cylinders']);
    expect(wrong(NewEngine, { ...engine, bore: 77, strokes: 3, pinAxisDeg: 180 }).sort()).toEqual([
      'bore',
      'pinAxisDeg',
      'strokes',
    ]);
    expect(wrong(NewEngine, { ...engine, depths: { top: 1, mid: 2 } })).toEqual(['depths']);
  });
});
