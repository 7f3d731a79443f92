import {
  mm,
  recommendationSentence,
  STRIP_PLAN,
  TICKET,
  waySentence,
  WORK_DONE,
  type EngineSpec,
  type JobFile,
  type WayComparison,
  type WorkKind,
} from '@tribos/core';
import { judgedWhole, BORER, bores, CALLIPER, jobFile, MIC, piston, TWIN } from '../support.js';
import { ticket } from '../outside/support.js';
import { Book } from '../strip/support.js';

const ALIKE = (text: string) =>
  [0, 1].map(() => [
    [text, text],
    [text, text],
    [text, text],
  ]);
const SOUND = ALIKE('77.020');
const PISTONS = [piston(0, '76.970'), piston(1, '76.970')];
const FIRM = { shop: { firms: [BORER] } } as const;
const GIVES_UP_A_WALL = ['bore', 'replate', 'sleeve', 'exchange'];

const waysOf = (file: JobFile): WayComparison => judgedWhole(file, 'mm', () => null).ways();
const said = (file: JobFile): string => {
  const judged = judgedWhole(file, 'mm', () => null);
  return recommendationSentence(file, judged.ways(), judged.items) ?? '';
};
const without = (...features: string[]): EngineSpec => ({
  ...TWIN,
  limits: TWIN.limits.filter((l) => !features.includes(l.feature)),
});

describe('what is missing is not bad', () => {
  it('sound bores without limits have no probability, and no wall is given up for want of one', () => {
    const file = jobFile([...bores(SOUND), ...PISTONS], {
      engine: without('bore', 'bore.out-of-round', 'bore.taper', 'clearance'),
      ...FIRM,
    });
    const { ways, recommended } = waysOf(file);
    const reuse = ways.find((w) => w.route === 'reuse')!;
    expect(reuse.odds.p).toBeNull();
    expect(reuse.odds.noLimit.map((f) => f.feature)).toContain('bore');
    expect(reuse.refuted).toBe(false);
    expect(GIVES_UP_A_WALL).not.toContain(recommended?.route);
    expect(waySentence(file, reuse, 'mm')).toMatch(/[Nn]o limit/u);
    expect(said(file)).not.toMatch(/practically|[Aa]nother cylinder/u);
  });

  it('a wall that a calliper cannot judge is offered no sleeve', () => {
    const file = jobFile([...bores(SOUND, 'calliper'), ...PISTONS], {
      engine: {
        ...TWIN,
        limits: TWIN.limits.map((l) =>
          l.feature === 'clearance' && l.state === 'service' ? { ...l, high: mm(0.08) } : l,
        ),
      },
      instruments: [CALLIPER, MIC],
      ...FIRM,
    });
    const { ways, recommended } = waysOf(file);
    expect(GIVES_UP_A_WALL).not.toContain(recommended?.route);
    for (const w of ways.filter((w) => w.odds.untold))
      expect([w.odds.p, waySentence(file, w, 'mm')]).toEqual([null, expect.not.stringMatching('impossible')]);
    expect(ways.some((w) => w.odds.untold !== null)).toBe(true);
  });

  it('money nobody typed is not nothing: it is never the cheapest, and is named beside what is', () => {
    const worn = jobFile([...bores(ALIKE('77.140')), ...PISTONS], FIRM);
    const { ways, recommended } = waysOf(worn);
    const bored = ways.filter((w) => w.route === 'bore' && w.feasible);
    // No piston has a price on this sheet: none of the totals is whole.
    expect(bored.every((w) => w.cost === null || w.cost.open)).toBe(true);
    expect(recommended!.key).toBe('bore:plus-0.5');
    expect(said(worn)).toContain('No price is known of: ');
  });
});

describe('a wall that stands', () => {
  it('is not given up while the top end is left on', () => {
    const book = new Book(TWIN);
    book.keep(STRIP_PLAN, { scope: 'bottom', list: 'general', purpose: 'rebuild' });
    const file = { ...book.file(), shop: { ...book.file().shop, firms: [BORER] } };
    expect(waysOf(file).recommended).toBeNull();
    expect(said(file)).not.toMatch(/cylinder: /u);
  });

  it.each<[WorkKind, EngineSpec]>([
    ['replated', { ...TWIN, wall: 'plated' }],
    ['exchanged', TWIN],
    ['bored', TWIN],
  ])('%s and another piston written down: nobody is told to get another cylinder', (what, engine) => {
    const book = new Book(engine);
    const text = '77.140';
    const worn = [...bores(ALIKE(text), 'ring-set', engine), ...PISTONS];
    const work = (kind: WorkKind) =>
      [0, 1].forEach((cylinder) =>
        book.keep(WORK_DONE, { what: kind, cylinder, kitId: null, ticket: null, text: '' }),
      );
    work(what);
    work('piston-renewed');
    const file = { ...book.file(), shop: { ...book.file().shop, firms: [BORER] } };
    const late = (log: JobFile['log']) => log.map((e) => ({ ...e, at: '2026-01-01T00:00:00.000Z' }));
    const { recommended } = waysOf({ ...file, log: [...late(worn), ...file.log] as JobFile['log'] });
    expect(GIVES_UP_A_WALL).not.toContain(recommended?.route);
  });

  it('read as sound is not bored for a calliper’s sake, nor is a way named at a probability of nothing', () => {
    const worn = jobFile([...bores(ALIKE('77.140')), ...PISTONS], FIRM);
    const { ways } = waysOf(worn);
    const least = ways.filter((w) => w.feasible && w.odds.p !== null && w.odds.p < 0.001);
    // Past its limit on both sides, going back as it is has no odds at all: no sentence settles on it.
    expect(least.map((w) => w.route)).toContain('reuse');
    for (const w of least) expect(said(worn)).not.toContain(`${w.name} first`);
    expect(said(worn)).toMatch(/^Bored to \+0\.50/u);
  });
});

describe('used again whole, rings too', () => {
  const file = jobFile([...bores(SOUND), ...PISTONS], FIRM);

  it('is a way of its own, without rings to get', () => {
    const { ways } = waysOf(file);
    expect(ways.filter((w) => w.route === 'whole' || w.route === 'reuse').map((w) => w.name)).toHaveLength(2);
    const [whole, reuse] = ['whole', 'reuse'].map((r) => ways.find((w) => w.route === r)!);
    // Rings nobody tried prove nothing: it has no probability, where new ones do.
    expect([whole!.odds.p, whole!.sure]).toEqual([null, false]);
    expect(reuse!.odds.p).not.toBeNull();
  });
});

describe('a cylinder that came in at another size', () => {
  const came = () => {
    const book = new Book(TWIN);
    for (const cylinder of [0, 1]) {
      expect(
        book.try(WORK_DONE, { what: 'came-in', cylinder, kitId: 'plus-0.5', ticket: null, text: '' }),
      ).toBeNull();
      book.keep(WORK_DONE, { what: 'came-with', cylinder, kitId: 'plus-0.5', ticket: null, text: '' });
    }
    const at = (e: object) => ({ ...e, at: '2026-02-01T10:00:00.000Z' });
    const read = [
      ...bores(ALIKE('77.506')),
      ...[0, 1].map((c) => piston(c, '77.467', { kit: 'plus-0.5' })),
    ].map(at);
    return { ...book.file(), log: [...book.file().log, ...read] as JobFile['log'] };
  };

  it('is judged by that size: nothing is refused for it, and nothing is asked about', () => {
    const { items, readings } = judgedWhole(came());
    expect(readings.questions).toEqual([]);
    expect(
      items.filter((i) => i.feature === 'bore' || i.feature === 'clearance').map((i) => i.state),
    ).not.toContain('beyond');
    // The same readings of an engine nobody said that of are asked about.
    expect(judgedWhole(jobFile(bores(ALIKE('77.506')))).readings.questions.length).toBeGreaterThan(0);
  });

  it('starts its next oversize from there: the smaller ones are gone', () => {
    const { ways } = waysOf(came());
    const bored = ways.filter((w) => w.route === 'bore' && w.feasible && (w.odds.p ?? 0) > 0.5);
    expect(bored.map((w) => w.kit!.id)).toEqual(['plus-1']);
  });
});

describe('one size on every paper', () => {
  it('ticket limits of shape are those the return is judged by', () => {
    const book = new Book(TWIN);
    expect(book.try(TICKET, ticket({ round: mm(0.008), taper: mm(0.012) }))).toBeNull();
    for (const cylinder of [0, 1])
      book.keep(WORK_DONE, {
        what: 'bored',
        cylinder,
        kitId: 'plus-0.5',
        ticket: { low: mm(77.503), high: mm(77.515), round: mm(0.008), taper: mm(0.012) },
        text: '',
      });
    const shape = judgedWhole(book.file()).items.filter(
      (i) => i.feature === 'bore.out-of-round' || i.feature === 'bore.taper',
    );
    expect(shape.map((i) => i.limitAt)).toEqual([mm(0.008), mm(0.012), mm(0.008), mm(0.012)]);
  });

  it('where no size can be verified the command prints none either', () => {
    const narrow = {
      ...TWIN,
      limits: TWIN.limits.map((l) =>
        l.feature === 'clearance' && l.state === 'new' ? { ...l, high: mm(0.034) } : l,
      ),
    };
    const file = jobFile([...bores(ALIKE('77.140')), ...PISTONS], { engine: narrow, ...FIRM });
    for (const w of waysOf(file).ways.filter((w) => w.route === 'bore')) {
      expect(w.targets.every(({ target }) => target.cannotBeVerified)).toBe(true);
      expect(w.odds.p).toBeNull();
      expect(waySentence(file, w, 'mm')).not.toMatch(/77\.\d{3}/u);
    }
  });
});
