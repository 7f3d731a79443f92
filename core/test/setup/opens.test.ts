import {
  camReadings,
  CAM_TIMED,
  contactOf,
  deckOf,
  lashChoice,
  PART_WORK,
  readingsOf,
  squishOf,
  STACK_LAID,
  WORK_DONE,
  type WorkKind,
} from '@tribos/core';
import { cylinders, FOUR, intakes, Setup } from './engine.js';

const [cylinder] = cylinders;
const [valve] = intakes;

/** What of setting up still stands. */
const stands = (s: Setup): string =>
  [
    deckOf(s.file(), cylinder!).ends.length === 2 ? 'deck' : '',
    squishOf(s.file(), cylinder!).ends.length === 2 ? 'squish' : '',
    lashChoice(s.file()).missing[0]?.wants === 'shim' ? 'lash' : '',
    contactOf(s.file(), valve!).clay === null ? '' : 'room',
    camReadings(s.file()).size > 0 ? 'cams' : '',
  ]
    .filter(Boolean)
    .join(' ');
const whole = (): Setup => {
  const plan = [{ key: 'head', clamps: 'head' }].map((g) => ({
    ...g,
    map: '',
    holes: [1],
    steps: [],
    numbered: 'maker',
  }));
  const s = new Setup({ ...FOUR, parts: { ...FOUR.parts, 'torque-plan': { groups: plan } } } as never)
    .deck(0, '0.10', '0.10')
    .squish(0, '2.0', '1.200', '1.210')
    .lash(valve!.key)
    .clay(valve!.key, '1.50');
  s.keep(CAM_TIMED, { event: 'intake-opens', degrees: 15, zero: 'stop' });
  return s;
};
const pushed = (kind: string, more: object) => (s: Setup) =>
  s.log.push({ ...s.log.at(-1)!, id: `${kind}-${s.log.length}`, kind, ...more } as never);
const off = (step: string) => pushed('stripped', { steps: [{ step, name: step, loose: [], opens: [] }] });
const opened = (step: string) => pushed('assembly-opened', { step, cylinder: null, text: 'x' });
const tightened = pushed('torqued', {
  group: 'head',
  pass: 0,
  holes: [1],
  wrench: 'w',
  from: 'hand',
  clicked: null,
});
const part = (of: string) => (s: Setup) => s.keep(PART_WORK, { of, name: of, what: 'renewed', text: '' });
const work = (what: WorkKind) => (s: Setup) =>
  s.keep(WORK_DONE, { what, cylinder: null, kitId: null, ticket: null, text: '' });
const otherStack = (where: 'base' | 'head') => (s: Setup) => {
  s.keep(STACK_LAID, { where, gaskets: [`${where} ${where === 'base' ? 0.25 : 0.6}`] });
  s.keep(STACK_LAID, { where, gaskets: [`${where} ${where === 'base' ? 0.4 : 0.8}`] });
};

describe('what stands of setting up after something happened', () => {
  it.each<[string, (s: Setup) => unknown, string]>([
    ['nothing', () => undefined, 'deck squish lash room cams'],
    ['a wash', work('washed'), 'deck squish lash room cams'],
    // By work.
    ['another gasket', work('gasket-changed'), ''],
    ['a skim', work('skimmed'), ''],
    ['another piston', work('piston-renewed'), 'lash cams'],
    ['another shim', work('shim-changed'), 'deck squish cams'],
    ['cams set anew', work('cams-set'), 'deck squish'],
    ['another cylinder', work('exchanged'), ''],
    ['the crank out again', off('crank'), 'lash cams'],
    // By what was laid, whichever way it was said.
    ['another base stack', otherStack('base'), ''],
    ['another head stack', otherStack('head'), ''],
    // By other parts.
    ['another crank', part('crank'), 'lash cams'],
    ['another head', part('head'), 'deck'],
    ['another camshaft', part('camshaft'), 'deck squish'],
    ['another clutch', part('clutch'), 'deck squish lash room cams'],
    // By what came off again.
    ['the cylinder off again', off('barrel'), 'cams'],
    ['the head off again', off('head'), 'deck squish'],
    ['the cams off again', off('cams'), 'deck squish'],
    ['the exhaust off again', off('exhaust'), 'deck squish lash room cams'],
    // By the run opened from a step on: what is read after it.
    ['opened from the pistons on', opened('mark'), ''],
    ['opened from the deck on', opened('deck-read'), ''],
    ['opened from the head gasket on', opened('head-gasket'), 'deck squish'],
    ['opened from the cams on', opened('cams'), 'deck squish'],
    ['opened from the clearances on', opened('lash'), 'deck squish cams'],
    ['opened from the cover on', opened('cover'), 'deck squish lash room cams'],
    // By tightening.
    ['the head tightened after', tightened, 'deck squish room cams'],
  ])('%s', (_name, happens, left) => {
    const s = whole();
    expect(stands(s)).toBe('deck squish lash room cams');
    happens(s);
    expect(stands(s)).toBe(left);
  });

  it('taken back, it is as it was', () => {
    for (const [happens, undo] of [
      [off('head'), 'take-back'],
      [opened('mark'), 'take-back'],
      [tightened, 'take-back'],
    ] as const) {
      const s = whole();
      happens(s);
      pushed(undo, { of: s.log.at(-1)!.id })(s);
      expect(stands(s)).toBe('deck squish lash room cams');
    }
  });

  it('what was put aside is said, and what is read after counts', () => {
    const s = whole();
    off('head')(s);
    expect([...readingsOf(s.file(), 'mm').setAside.values()]).toEqual(['work', 'work', 'work']);
    expect(stands(s.lash(valve!.key).clay(valve!.key, '1.50'))).toBe('deck squish lash room');
  });
});
