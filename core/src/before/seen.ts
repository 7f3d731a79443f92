import { hasNot, type EngineSpec } from '../specs/index.js';

/** Something looked at or listened to before an engine comes apart, and what it may be. */
export interface Seen {
  readonly key: string;
  readonly name: string;
  readonly ask: string;
  readonly answers: readonly string[];
  /** Asked of each cylinder. */
  readonly each: boolean;
  /** What nobody can know any more once it is skipped. */
  readonly lost: string;
}

export const SEEN: readonly Seen[] = [
  {
    key: 'plug',
    name: 'Spark plug',
    ask: 'What does the plug show?',
    answers: [
      'tan, dry',
      'wet with oil',
      'wet with fuel',
      'sooty, dry',
      'white or blistered',
      'metal specks',
      'broken',
    ],
    each: true,
    lost: 'how the mixture burned before, and whether metal was already about',
  },
  {
    key: 'noise',
    name: 'Noise',
    ask: 'What is heard when it runs, or is turned?',
    answers: [
      'nothing unusual',
      'slap when cold',
      'deep knock',
      'rattle at the timing drive',
      'rumble or whine',
      'it does not turn',
      'not run',
    ],
    each: false,
    lost: 'whether the complaint can be heard at all',
  },
  {
    key: 'oil',
    name: 'Oil that came out',
    ask: 'What was in the oil?',
    answers: [
      'nothing',
      'bright flakes',
      'grey paste',
      'bronze',
      'water, milky',
      'fuel, thin',
      'none came out',
    ],
    each: false,
    lost: 'whether a bearing or gear was already going',
  },
  {
    key: 'coolant',
    name: 'Coolant that came out',
    ask: 'What was in the coolant?',
    answers: ['clean', 'rust', 'oil', 'bubbles when it ran', 'none came out'],
    each: false,
    lost: 'whether gasket or casting let the two meet',
  },
  {
    key: 'openings',
    name: 'Openings closed',
    ask: 'Intake, exhaust, breathers, wiring: closed before it is washed?',
    answers: ['all closed', 'some could not be'],
    each: false,
    lost: 'whether water found inside came from the wash',
  },
  {
    key: 'washed',
    name: 'Washed',
    ask: 'Washed before it is opened?',
    answers: ['washed and dry', 'not washed'],
    each: false,
    lost: 'whether dirt found inside was there before',
  },
];

/** A test with figures before an engine comes apart. */
export const TESTS = {
  compression: {
    name: 'Compression',
    lost: 'what compression is worth afterwards: nothing to hold it against',
  },
  'leak-down': { name: 'Leak-down', lost: 'where the pressure went: rings, valves or gasket' },
  'leak-test': {
    name: 'Crankcase leak test',
    lost: 'whether a leak found later was there before: the cause of a lean seizure stays a guess',
  },
} as const;
export type BeforeTest = keyof typeof TESTS;

/** What is tested on such an engine. */
export const testsOf = ({ strokes }: Pick<EngineSpec, 'strokes'>): readonly BeforeTest[] =>
  strokes === 2 ? ['compression', 'leak-test'] : ['compression', 'leak-down'];

/** What is looked at on such an engine. */
export const seenOf = (
  engine: Pick<EngineSpec, 'cooling' | 'strokes' | 'kind' | 'parts'>,
): readonly Seen[] => {
  const { cooling, strokes, kind } = engine;
  return SEEN.filter(
    (s) =>
      (s.key !== 'coolant' ||
        (cooling === 'liquid' && kind !== 'watercraft' && !hasNot(engine, 'coolant'))) &&
      (s.key !== 'oil' || strokes === 4 || kind === 'motorcycle' || kind === 'atv'),
  );
};
