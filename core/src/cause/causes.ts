import type { EngineSpec } from '../specs/index.js';

/** A way an engine comes to its end, and what speaks for and against it. Keys may end in `*`. */
interface CauseInfo {
  readonly name: string;
  readonly for: readonly string[];
  readonly against: readonly string[];
  /** What has to be put right before it runs again, or it happens again. */
  readonly then: string;
  readonly strokes?: 2 | 4;
  readonly cooling?: 'liquid';
}

const TABLE = {
  planned: {
    name: 'nothing failed: planned',
    for: [],
    against: ['job:seized', 'part:*:blued', 'wall:scuff*', 'debris:white', 'debris:bronze'],
    then: '',
  },
  wear: {
    name: 'worn for its hours',
    for: ['compression:low', 'complaint:oil', 'plug:oil'],
    against: ['job:seized', 'debris:grit', 'part:*:blued', 'wall:scuff*', 'leak:found'],
    then: 'Nothing besides the wear itself.',
  },
  lean: {
    name: 'run too lean',
    for: ['plug:white', 'complaint:jetting', 'wall:scuff:exhaust', 'wall:score:exhaust', 'job:seized'],
    against: ['plug:rich', 'plug:sound', 'leak:found'],
    then: 'Jetting or fuelling, fuel flow and filter put right and said what it was.',
  },
  'air-leak': {
    name: 'air drawn in',
    strokes: 2,
    for: ['leak:found', 'plug:white', 'part:boot:boot-cracked', 'part:*:seal-land', 'job:seized'],
    against: ['leak:none', 'plug:rich'],
    then: 'Seals, boots and joints renewed, the leak test repeated after assembly.',
  },
  oil: {
    name: 'no oil, or too little',
    for: [
      'oil:none',
      'part:*:blued',
      'part:oil-pump:*',
      'part:oil-feed:*',
      'debris:bronze',
      'debris:white',
      'noise:knock',
      'job:seized',
    ],
    against: ['plug:oil', 'oil:sound'],
    then: 'Pump, drive, strainer and every oil passage proved before the first start.',
  },
  dirt: {
    name: 'dirt taken in',
    for: [
      'debris:grit',
      'part:air-filter:*',
      'part:boot:boot-cracked',
      'complaint:drowned',
      'part:carburettor:dirty',
    ],
    against: [],
    then: 'Filter, its seat and the boots put right; everything washed out until a white cloth stays white.',
  },
  drowned: {
    name: 'drowned',
    for: ['complaint:drowned', 'oil:water', 'debris:water', 'debris:grit', 'part:main-bearings:corroded'],
    against: ['coolant:gas'],
    then: 'Every bearing judged by hand, every passage washed; rust found later is told of now.',
  },
  overheated: {
    name: 'overheated',
    cooling: 'liquid',
    for: ['complaint:hot', 'coolant:none', 'coolant:gas', 'part:water-pump:*', 'wall:scuff*', 'job:seized'],
    against: ['coolant:sound'],
    then: 'Cooling proved: pump, thermostat, radiator, head faces.',
  },
  'cold-seizure': {
    name: 'seized cold, loaded before it was warm',
    for: ['wall:scuff*', 'job:seized', 'plug:sound'],
    against: ['plug:white', 'leak:found', 'oil:none'],
    then: 'Nothing wrong with the engine: the customer is told how it is warmed up.',
  },
  detonation: {
    name: 'detonation',
    for: ['plug:metal', 'part:piston:land-broken', 'part:piston:broken', 'plug:white'],
    against: ['plug:rich'],
    then: 'Timing, compression, fuel and cooling checked before it runs again.',
  },
  water: {
    name: 'coolant in the oil',
    cooling: 'liquid',
    for: ['oil:water', 'coolant:gas', 'debris:water', 'part:water-pump:seal-land', 'part:head:cracked'],
    against: ['complaint:drowned'],
    then: 'Gasket faces read, pump seal renewed, bearings judged.',
  },
  tight: {
    name: 'fitted too tight, or the wrong part',
    for: ['part:*:repaired', 'wall:scuff*', 'job:seized'],
    against: ['complaint:stood'],
    then: 'Every size of the build before this one is read, not believed.',
  },
  'loose-taper': {
    name: 'flywheel or clutch loose on its taper',
    for: [
      'part:flywheel:taper-fretted',
      'part:flywheel:keyway',
      'part:clutch:taper-fretted',
      'part:crank:keyway',
      'part:crank:taper-fretted',
      'complaint:key',
    ],
    against: [],
    then: 'Taper blued and bearing all round, nut torqued; a new key only places the wheel.',
  },
  'big-end': {
    name: 'big end worn out',
    for: ['noise:knock', 'complaint:knock', 'part:rod:*', 'part:shells:copper', 'part:shells:overlay'],
    against: ['oil:none'],
    then: 'Rod, pin and bearing judged together and renewed together; what feeds them with oil proved first.',
  },
  bearing: {
    name: 'a bearing broken up',
    for: [
      'noise:rumble',
      'complaint:bearing',
      'part:main-bearings:*',
      'part:shaft-bearing:*',
      'debris:ferrous',
    ],
    against: [],
    then: 'Its seat in the case looked at, every passage washed of it, and why it broke up said: age, water, a race that turned.',
  },
  foreign: {
    name: 'something fell in',
    for: ['debris:ferrous', 'plug:metal', 'part:reeds:reed-chipped', 'part:*:broken'],
    against: [],
    then: 'Where it came from is found, and the rest of it.',
  },
  stood: {
    name: 'stood too long',
    for: ['complaint:stood', 'part:*:corroded', 'part:*:hardened', 'wall:pitting*'],
    against: [],
    then: 'Every rubber and every bearing renewed or judged by hand.',
  },
} as const satisfies Record<string, CauseInfo>;

export type CauseKey = keyof typeof TABLE;
export const CAUSES: Readonly<Record<CauseKey, CauseInfo>> = TABLE;
export const CAUSE_KEYS = Object.keys(TABLE) as readonly CauseKey[];

/** Causes that can be on such an engine. */
export const causesOf = ({
  strokes,
  cooling,
}: Pick<EngineSpec, 'strokes' | 'cooling'>): readonly CauseKey[] =>
  CAUSE_KEYS.filter((k) => {
    const c: CauseInfo = CAUSES[k];
    return (
      (c.strokes === undefined || c.strokes === strokes) && (c.cooling === undefined || c.cooling === cooling)
    );
  });

/** Whether a fact is one that a pattern means. @example meant('wall:scuff*', 'wall:scuff:exhaust') // true */
export const meant = (pattern: string, key: string): boolean => {
  const [want, have] = [pattern.split(':'), key.split(':')];
  return (
    want.every((w, i) => {
      const h = have[i] ?? '';
      if (w === '*') return true;
      return w.endsWith('*') ? h.startsWith(w.slice(0, -1)) : w === h;
    }) &&
    (have.length <= want.length || pattern.endsWith('*'))
  );
};
