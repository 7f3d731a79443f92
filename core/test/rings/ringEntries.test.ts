import {
  bagCode,
  CLOCK_TEMPLATES,
  entryKind,
  FREE_SLIDE,
  HATCH,
  integer,
  mm,
  OutOfRange,
  pegTroubles,
  RING_CARD,
  RING_CLOCK,
  RING_STEP,
  readJobFile,
  solidWall,
  windowNear,
  WORK_DONE,
  type JobFile,
  type Port,
} from '@tribos/core';
import { PACK, ringJob, tried, with_ } from './ringJob.js';

const refusal = (read: ReturnType<typeof tried>): string | null =>
  read.ok ? null : `${read.path} ${read.sentence}`;
const EXHAUST: Port = { name: 'exhaust', roof: mm(38), floor: mm(68), from: -34, to: 34 };
const twoStroke = (): JobFile =>
  ringJob({ engine: { strokes: 2, ports: [EXHAUST], cylinders: ['magneto side', 'drive side'] } });

describe('a ring card', () => {
  const card = (
    ring: 'top' | 'second' | 'upper-rail',
    height: number | null,
    section: 'barrel' | 'taper' | 'keystone' | null,
    mark: 'up' | 'down' | null,
  ) =>
    refusal(
      tried(ringJob(), RING_CARD, {
        cylinder: 0,
        pack: 'Corrie',
        ring,
        height: height === null ? null : mm(height),
        section,
        mark,
      }),
    );

  it.each<[string, Parameters<typeof card>, RegExp | null]>([
    ['that is as its sheet says is kept', ['top', 1, 'barrel', 'up'], null],
    ['within 0.05 of its height is kept', ['top', 1.04, null, 'up'], null],
    ['of a ring without a mark needs none', ['upper-rail', 0.45, null, null], null],
    [
      'swapped is caught by its section',
      ['top', null, 'taper', 'up'],
      /^\/section That is the second ring by its sheet/u,
    ],
    ['swapped is caught by its height', ['top', 1.2, null, 'up'], /^\/height That is the second ring/u],
    ['of another pack is caught', ['top', 2, 'barrel', 'up'], /this is another ring/u],
    ['upside down is caught', ['top', 1, 'barrel', 'down'], /^\/mark Upside down: “T” faces up/u],
    ['whose mark was not looked at is no card', ['top', 1, 'barrel', null], /^\/mark/u],
  ])('%s', (_, given, sentence) => {
    const said = card(...given);
    if (sentence) expect(said).toMatch(sentence);
    else expect(said).toBeNull();
  });

  it('of a maker without a sheet is refused', () => {
    const read = tried(ringJob(), RING_CARD, {
      cylinder: 0,
      pack: 'Lintel',
      ring: 'top',
      height: null,
      section: null,
      mark: 'up',
    });
    expect(refusal(read)).toMatch(/^\/pack No ring sheet for Lintel/u);
  });
});

describe('a ring', () => {
  const step = (over: Partial<Parameters<typeof tried>[2] & object>) =>
    refusal(tried(twoStroke(), RING_STEP, { cylinder: 0, ring: 'top', what: 'squared', ...over }));

  it('is squared with its ends on solid wall, never over a window', () => {
    expect(step({ where: { depth: mm(50), ends: 180 } })).toBeNull();
    expect(step({ where: { depth: mm(20), ends: 0 } })).toBeNull();
    expect(step({ where: { depth: mm(50), ends: 10 } })).toMatch(
      /^\/where\/ends The ends lie over the exhaust window/u,
    );
    // 1.5 mm of wall beside it: 34° + 1.5/38.5 rad = 36.2°
    expect(step({ where: { depth: mm(50), ends: 35.5 } })).toMatch(/exhaust window/u);
    expect(step({ where: { depth: mm(50), ends: 37 } })).toBeNull();
  });

  it('is told where the wall is solid at a depth', () => {
    const { engine } = twoStroke();
    expect(solidWall(engine, mm(20))).toEqual([[0, 359]]);
    // 34° and 1.5 mm on 38.5... 39.5 mm: 36.2° on both sides of the exhaust.
    expect(solidWall(engine, mm(50))).toEqual([[37, 323]]);
    for (let a = 0; a < 360; a += 1)
      expect(a >= 37 && a <= 323).toBe(windowNear(engine, a, 1_500_000, mm(50)) === null);
    const all = { ...engine, ports: [{ ...EXHAUST, from: -180, to: 180 }] };
    expect(solidWall(all, mm(50))).toEqual([]);
  });

  it('goes into its own bag: another cylinder’s is refused, and so is no bag of this engine', () => {
    const { engine } = twoStroke();
    expect(bagCode(engine, 0, 'top')).toBe('magneto-side-top');
    expect(step({ what: 'bagged', code: 'Magneto-side-top ' })).toBeNull();
    expect(step({ what: 'bagged', code: 'drive-side-top' })).toMatch(
      /^\/code That bag is the drive side top ring/u,
    );
    expect(step({ what: 'bagged', code: 'magneto-side-second' })).toMatch(/second ring/u);
    expect(step({ what: 'bagged', code: 'left-top' })).toMatch(/No ring of this engine/u);
  });

  it('is of a cylinder this engine has', () => {
    expect(step({ cylinder: 4 })).toMatch(/no such cylinder/u);
    expect(refusal(tried(ringJob(), FREE_SLIDE, { cylinder: 3, slides: 'freely' }))).toMatch(
      /no such cylinder/u,
    );
  });
});

describe('a ring clock', () => {
  const gaps = { top: 0, second: 180, 'upper-rail': 50, expander: 90, 'lower-rail': 130 } as const;
  const clock = (over: object, file = ringJob()) =>
    refusal(
      tried(file, RING_CLOCK, { cylinder: 0, pack: 'Corrie', way: 'A', gaps, expander: 'butted', ...over }),
    );

  it('by its template is kept, with the expander seen butted', () => {
    expect(clock({})).toBeNull();
    expect(clock({ expander: 'overlapped' })).toMatch(/^\/expander An expander whose ends overlap/u);
    expect(clock({ expander: null })).toMatch(/butted or overlapped/u);
  });

  it('off its place, in line or not set is refused with the ring', () => {
    expect(clock({ gaps: { ...gaps, second: 140 } })).toMatch(/Second ring lies 40° from 180°/u);
    expect(clock({ gaps: { ...gaps, top: 52 } })).toMatch(/in line/u);
    expect(clock({ gaps: { ...gaps, expander: null } })).toMatch(/Expander: not set/u);
  });

  it('goes by the maker’s drawing where there is one, and by no template then', () => {
    const drawn = ringJob({
      pack: { clock: { top: 30, second: 210, 'upper-rail': 90, expander: 150, 'lower-rail': 330 } },
    });
    expect(clock({}, drawn)).toMatch(/^\/way The maker’s drawing/u);
    expect(clock({ way: 'drawing' }, drawn)).toMatch(/lies 30° from 30°/u);
    const asDrawn = { top: 30, second: 205, 'upper-rail': 90, expander: 150, 'lower-rail': 330 };
    expect(clock({ way: 'drawing', gaps: asDrawn }, drawn)).toBeNull();
    expect(clock({ way: 'drawing' })).toMatch(/No maker’s drawing/u);
    expect(Object.keys(CLOCK_TEMPLATES)).toContain('A');
  });

  it('of pegged rings is the pegs’, which keep half the gap and 1.5 mm clear of every window', () => {
    const { engine } = twoStroke();
    const pegged = (angle: number) => ({ ...PACK, pegs: [{ ring: 'top' as const, angle }] });
    expect(pegTroubles(engine, pegged(150), () => 400_000)).toEqual([]);
    expect(pegTroubles(engine, pegged(20), () => 400_000)[0]).toContain('exhaust window');
    // 34° + (0.2 + 1.5)/38.5 rad = 36.5°
    expect(pegTroubles(engine, pegged(36.3), () => 400_000)).toHaveLength(1);
    expect(pegTroubles(engine, pegged(36.8), () => 400_000)).toEqual([]);
    // A piston whose mark points the other way carries its peg with it.
    expect(
      pegTroubles(engine, { ...pegged(150), mark: { is: 'arrow', at: 200 } }, () => 400_000),
    ).toHaveLength(1);
  });
});

describe('a finished wall', () => {
  const hatch = (
    wall: 'iron-sleeve' | 'plated' | 'chrome',
    tool: 'brush' | 'stones' | 'fine-ball',
    text = '',
  ) => {
    const file = with_(ringJob({ engine: { wall } }), WORK_DONE, {
      what: 'brushed',
      cylinder: 0,
      kitId: null,
      ticket: null,
      text: '',
    });
    return refusal(
      tried(file, HATCH, {
        cylinder: 0,
        work: file.log.at(-1)!.id,
        tool,
        angle: null,
        rpm: null,
        cycles: null,
        text,
      }),
    );
  };

  it('may have stones in iron only, a brush in plating, chrome never anything', () => {
    expect(hatch('iron-sleeve', 'stones')).toBeNull();
    expect(hatch('plated', 'brush')).toBeNull();
    expect(hatch('plated', 'stones')).toMatch(/^\/tool Never stones in plating/u);
    for (const tool of ['brush', 'stones', 'fine-ball'] as const)
      expect(hatch('chrome', tool)).toMatch(/Hard chrome/u);
  });

  it('deburred in plating is an exception with its reason', () => {
    expect(hatch('plated', 'fine-ball')).toMatch(/^\/text/u);
    expect(hatch('plated', 'fine-ball', 'burr at the exhaust bridge')).toBeNull();
  });
});

it('a file that says what no screen may say is not read', () => {
  const file = with_(ringJob(), RING_STEP, {
    cylinder: 0,
    ring: 'top',
    what: 'bagged',
    code: 'cylinder-top',
  });
  const text = (code: string) =>
    JSON.parse(
      JSON.stringify({
        ...file,
        log: file.log.map((e) => ((e.kind as string) === 'ring-step' ? { ...e, code } : e)),
      }),
    ) as unknown;
  expect(readJobFile(text('cylinder-top')).ok).toBe(true);
  const read = readJobFile(text('cylinder-second'));
  expect(read.ok ? [] : read.misfits).toMatchObject([{ path: `/log/${file.log.length - 1}/code` }]);
});

it('no kind of entry has a field of a name that every entry has', () => {
  expect(() => entryKind('odd', { at: integer(0, 1) })).toThrow(OutOfRange);
  expect(() => entryKind('odd', { by: integer(0, 1) })).toThrow(OutOfRange);
});
