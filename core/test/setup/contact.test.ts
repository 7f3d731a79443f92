import {
  BUILD_SAID,
  buildNow,
  buildText,
  contactOf,
  judgeJob,
  lashChoice,
  MAKERS_BUILD,
  mm,
  PART_WORK,
  READING,
  STACK_LAID,
  TAKE_BACK,
  uncertaintyOf,
  verdictSentence,
  WORK_DONE,
  type EngineSpec,
  type Figure,
  type WorkKind,
} from '@tribos/core';
import { limit } from '../support.js';
import { exhausts, FOUR, intakes, Setup } from './engine.js';

const [valve] = intakes;
const key = valve!.key;
const maker = (s: Setup): Setup => {
  s.keep(BUILD_SAID, MAKERS_BUILD);
  return s;
};
const figure = (s: Setup, of = key): Figure | undefined =>
  judgeJob(s.file()).items.find((f) => f.subject.of === 'part' && f.subject.thing === `setup.contact:${of}`);
const room = (s: Setup) => contactOf(s.file(), valve!);
/** Rooms of a parabola, lowest by so much at an angle. */
const swept = (
  least: number,
  at: number,
  bend = 0.004,
  angles: readonly number[] = ANGLES,
): Record<string, string> =>
  Object.fromEntries(angles.map((a) => [String(a), (least + bend * (a - at) ** 2).toFixed(3)]));
const ANGLES = [-25, -20, -15, -10, -5, 0, 5, 10, 15, 20, 25];

describe('room between valve and piston', () => {
  it('by clay is what was cut less 0.05, and as much may be over: 1.500 is 1.450 ± 0.029', () => {
    const c = room(new Setup().lash(key).clay(key, '1.50'));
    expect(c.clay!.value).toBeCloseTo(1.45e6, 0);
    const { u } = uncertaintyOf(c.clay!);
    // 0.10/√12 from the clay alone, a little more with the calliper.
    expect(u).toBeGreaterThan(28_867);
    expect(u).toBeLessThan(45_000);
    expect(c.trouble).toBeNull();
  });

  it('swept is the lowest point between the readings too: 1.300 at 7° after top reads 1.316 at both 5° and 9° of a needle', () => {
    const c = room(new Setup().lash(key).sweep(key, swept(1.3, 7)));
    // By hand: 1.316 at 5°, 1.336 at 10°, 1.496 at 0°: lowest 1.300 at 7°.
    expect(c.smallest!.value).toBeCloseTo(1.3e6, -1);
    expect(c.sweep.map((s) => s.angle)).toEqual(ANGLES);
    expect(c.trouble).toBeNull();
  });

  it.each<[string, readonly number[], number, string]>([
    ['its smallest at the end of the sweep', ANGLES, 25, 'end of the sweep'],
    ['a gap of 15° in it', [-25, -20, -5, 0, 5, 10, 15, 20, 25], 0, 'no more than 10° apart'],
    ['its beginning left out', [-10, -5, 0, 5, 10, 15, 20, 25], 0, 'no more than 10° apart'],
    ['no neighbour of the smallest', [-25, -15, -5, 5, 15, 25], 5, '5° to either side'],
  ])('with %s proves nothing', (_name, angles, at, says) => {
    const s = maker(new Setup().lash(key).sweep(key, swept(2, at, 0.004, angles)));
    expect(room(s).trouble).toContain(says);
    expect(figure(s)).toMatchObject({ state: 'undecided', because: 'incomplete' });
  });

  it('may be too little before the sweep is whole, and never enough', () => {
    const s = maker(new Setup().lash(key).sweep(key, { '5': '0.60', '10': '0.55' }));
    expect(figure(s)!.state).toBe('beyond');
  });

  it('is of a valve that is set: without its clearance it is not proved', () => {
    const s = maker(new Setup().clay(key, '1.50'));
    expect(room(s).trouble).toContain('clearance is not read');
    expect(figure(s)!.state).toBe('undecided');
    expect(figure(maker(new Setup().lash(key).clay(key, '1.50')))!.state).toBe('within');
  });

  it('of both ways is the smaller, and a conflict where they cannot both be so', () => {
    const both = (clay: string) => new Setup().lash(key).sweep(key, swept(1.3, 5)).clay(key, clay);
    expect(room(both('1.38')).smallest!.value).toBeCloseTo(1.3e6, -1);
    expect(room(both('1.32')).smallest!.value).toBeCloseTo(1.27e6, -1);
    expect(room(both('1.80')).conflict).toBe(true);
    expect(figure(maker(both('1.80')))).toMatchObject({ state: 'undecided', because: 'conflict' });
  });

  it('for every hidden lowest point, what is read of it is within a micron of it', () => {
    for (let at = -14; at <= 14; at += 1.7) {
      const c = room(new Setup().lash(key).sweep(key, swept(1.2, at)));
      expect(Math.abs(c.smallest!.value - 1.2e6)).toBeLessThan(1_500);
    }
  });
});

describe('the build it is of', () => {
  const read = () => new Setup().lash(key).clay(key, '1.50');
  it('is asked for: nobody said, no verdict; the maker’s own, the maker’s limit', () => {
    expect(buildNow(read().file())).toBeNull();
    expect(figure(read())).toMatchObject({ state: 'undecided', because: 'ask-limit' });
    expect(verdictSentence(read().file(), figure(read())!, 'mm').todo).toContain('of what it is built');
    expect(figure(maker(read()))).toMatchObject({ state: 'within', limitAt: mm(1) });
  });

  it('another piston has no limit on file, whatever the maker’s says', () => {
    const s = read();
    s.keep(BUILD_SAID, { ...MAKERS_BUILD, piston: 'Corrie' });
    expect(figure(s)!.state).toBe('noLimit');
    expect(verdictSentence(s.file(), figure(s)!, 'mm').headline).toContain('no limit on file');
  });

  it('a piston of another maker is never the maker’s own, whoever says so', () => {
    const kit = { ...FOUR.kits[0]!, id: 'forged', maker: 'Corrie' };
    const s = new Setup({ ...FOUR, kits: [kit] });
    s.keep(WORK_DONE, { what: 'piston-renewed', cylinder: null, kitId: 'forged', ticket: null, text: '' });
    s.lash(key).clay(key, '1.50');
    expect(buildNow(maker(s).file())!.piston).toBe('Corrie');
    expect(figure(s)!.state).toBe('noLimit');
  });

  it('the limit of the one who made what is other holds for that build alone', () => {
    const own = {
      ...limit('setup.contact.intake', 'new', 1.3, null, { party: 'Corrie', type: 'part-maker' }),
      conditions: { build: { ...MAKERS_BUILD, piston: 'Corrie' } },
    };
    const engine: EngineSpec = { ...FOUR, limits: [...FOUR.limits, own] };
    const said = (piston: string) => {
      const s = new Setup(engine).lash(key).clay(key, '1.60');
      s.keep(BUILD_SAID, { ...MAKERS_BUILD, piston });
      return figure(s)!;
    };
    expect(said(' corrie ')).toMatchObject({ state: 'within', limitAt: mm(1.3) });
    expect(said('maker')).toMatchObject({ state: 'within', limitAt: mm(1) });
    expect(said('Lintel').state).toBe('noLimit');
    // While nobody said, either could hold.
    expect(figure(new Setup(engine).lash(key).clay(key, '1.60'))!.because).toBe('ask-limit');
  });

  it.each<[WorkKind, keyof typeof MAKERS_BUILD]>([
    ['piston-renewed', 'piston'],
    ['gasket-changed', 'gasket'],
    ['skimmed', 'head'],
  ])('%s after it was said: its %s is not known until it is said again', (what, part) => {
    const s = maker(new Setup());
    s.keep(WORK_DONE, { what, cylinder: null, kitId: null, ticket: null, text: '' });
    expect(buildNow(s.file())![part]).toBeNull();
    expect(buildNow(maker(s).file())![part]).toBe('maker');
  });

  it('another stack than lay there too, said as work or not; the one that lies there said twice changes nothing', () => {
    const s = new Setup();
    s.keep(STACK_LAID, { where: 'base', gaskets: ['base 0.4'] });
    maker(s);
    s.keep(STACK_LAID, { where: 'base', gaskets: ['base 0.4'] });
    expect(buildNow(s.file())!.gasket).toBe('maker');
    const other = s.keep(STACK_LAID, { where: 'base', gaskets: ['base 0.25'] });
    expect(buildNow(s.file())!.gasket).toBeNull();
    s.keep(TAKE_BACK, { of: other });
    expect(buildNow(s.file())!.gasket).toBe('maker');
  });

  it('another camshaft too; a name of nothing is refused; in words', () => {
    const s = maker(new Setup());
    s.keep(PART_WORK, { of: 'camshaft', name: 'camshaft', what: 'renewed', text: '' });
    expect(buildNow(s.file())!.cams).toBeNull();
    expect(s.try(BUILD_SAID, { ...MAKERS_BUILD, head: ' ' })).toContain('Whose head');
    expect(buildText(MAKERS_BUILD)).toBe('the maker’s head, cams, piston and gasket');
    expect(buildText({ ...MAKERS_BUILD, piston: 'Corrie', cams: 'stage 2' })).toBe(
      'the maker’s head and gasket with stage 2 cams and Corrie piston',
    );
  });
});

describe('what opens it again', () => {
  const done = () => maker(new Setup().lash(key).clay(key, '1.50'));
  const work = (what: WorkKind) => (s: Setup) =>
    s.keep(WORK_DONE, { what, cylinder: null, kitId: null, ticket: null, text: '' });
  const pushed = (kind: string, more: object) => (s: Setup) =>
    s.log.push({ ...s.log.at(-1)!, id: `${kind}-${s.log.length}`, kind, ...more } as never);
  const off = (step: string) => pushed('stripped', { steps: [{ step, name: step, loose: [], opens: [] }] });
  const opened = (step: string) => pushed('assembly-opened', { step, cylinder: null, text: 'x' });
  it.each<[string, boolean, (s: Setup) => unknown]>([
    ['another gasket', true, work('gasket-changed')],
    [
      'another stack than the one it was read over',
      true,
      (s) => {
        s.keep(STACK_LAID, { where: 'base', gaskets: ['base 0.4'] });
        s.keep(STACK_LAID, { where: 'base', gaskets: ['base 0.25'] });
      },
    ],
    [
      'the stack it was read over, said twice',
      false,
      (s) => {
        s.keep(STACK_LAID, { where: 'head', gaskets: ['head 0.6'] });
        s.keep(STACK_LAID, { where: 'head', gaskets: ['head 0.6'] });
      },
    ],
    ['a skim', true, work('skimmed')],
    ['another piston', true, work('piston-renewed')],
    ['another shim', true, work('shim-changed')],
    ['cams set anew', true, work('cams-set')],
    ['a wash', false, work('washed')],
    [
      'another camshaft',
      true,
      (s) => s.keep(PART_WORK, { of: 'camshaft', name: '', what: 'renewed', text: '' }),
    ],
    ['another rod', true, (s) => s.keep(PART_WORK, { of: 'rod:0', name: '', what: 'renewed', text: '' })],
    [
      'another clutch',
      false,
      (s) => s.keep(PART_WORK, { of: 'clutch', name: '', what: 'renewed', text: '' }),
    ],
    ['the cams off again', true, off('cams')],
    ['the head off again', true, off('head')],
    ['a cover off again', false, off('head-cover')],
    ['the run opened from the head on', true, opened('head-on')],
    ['the run opened from its last cover on', false, opened('cover')],
    ['a run of a list nobody here knows', true, opened('my-own-step')],
  ])('%s: %s', (_name, opens, change) => {
    const s = done();
    expect(room(s).clay).not.toBeNull();
    change(s);
    expect(room(s).clay === null).toBe(opens);
  });

  it('a lash is opened by bolts of the head tightened after it, and by nothing else that is tightened', () => {
    const bolts = { key: 'k', map: '', holes: [1], steps: [], numbered: 'maker' };
    const plan = (['head', 'cover'] as const).map((clamps) => ({ ...bolts, key: clamps, clamps }));
    const engine = { ...FOUR, parts: { ...FOUR.parts, 'torque-plan': { groups: plan } } };
    const after = (group: string) => {
      const s = new Setup(engine as never).lash(key);
      pushed('torqued', { group, pass: 0, holes: [1], wrench: 'w', from: 'hand', clicked: null })(s);
      return lashChoice(s.file()).missing[0]?.wants;
    };
    expect([after('head'), after('cover')]).toEqual(['leaves', 'shim']);
    const s = new Setup(engine as never).lash(key);
    pushed('torqued', { group: 'head', pass: 0, holes: [1], wrench: 'w', from: 'hand', clicked: null })(s);
    const of = s.log.at(-1)!.id;
    pushed('take-back', { of })(s);
    expect(lashChoice(s.file()).missing[0]!.wants).toBe('shim');
  });

  it('is cut and read by a calliper: a micrometer squeezes clay, and reaches no port', () => {
    const read = (part: string, instrumentId: string) =>
      new Setup().try(READING, {
        station: { part, thing: key, spot: '' } as never,
        instrumentId,
        text: '1.50',
      });
    expect(read('setup.clay', 'mic')).toContain('does not read');
    expect(read('setup.clay', 'calliper')).toBeNull();
  });

  it('is judged for each valve by its own limit', () => {
    const [ex] = exhausts;
    const s = maker(new Setup().lash(ex!.key).clay(ex!.key, '1.20'));
    expect(figure(s, ex!.key)).toMatchObject({ limitAt: mm(1.2), state: 'undecided' });
    expect(figure(maker(new Setup().lash(ex!.key).clay(ex!.key, '1.10')), ex!.key)!.state).toBe('beyond');
  });
});
