import { boolean, list, object, oneOf, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import { CAUTION_KEYS } from '../strip/index.js';

/** What has to be proved before a step; each is asked of the room that knows. */
export const PROOFS = {
  none: 'nothing',
  cause: 'why it failed is said',
  washed: 'the wall is washed',
  clearance: 'the piston clearance',
  gaps: 'the ring gaps',
  clock: 'the ring clock',
  squish: 'squish and deck',
  contact: 'room between valves and piston',
  lash: 'the valve clearances',
  'head-tight': 'the head is tightened',
  'cylinder-tight': 'the cylinder is tightened',
  counted: 'nothing is left where the crank is',
} as const;
export type Proof = keyof typeof PROOFS;

/** What is looked at, drawn beside its question. */
export const PICTURES = {
  none: 'nothing',
  clip: 'piston clip',
  mark: 'mark on the crown',
  ring: 'ring and its mark',
  expander: 'expander ends',
  gaps: 'gaps of the rings',
  peg: 'gap over its peg',
  gasket: 'gasket',
  'o-ring': 'O-ring',
  timing: 'timing marks',
} as const;
export type Picture = keyof typeof PICTURES;

const short = text(60);

const ANSWER = object({
  text: text(80),
  /** Why it cannot stay like that; empty for one that is right. */
  why: text(240),
});

const ASK = object({
  ask: text(200),
  picture: oneOf(...(Object.keys(PICTURES) as Picture[])),
  answers: list(ANSWER, 2, 6),
});
export type AssemblyAsk = Of<typeof ASK>;

const STEP = object({
  key: short,
  what: text(160),
  how: text(240),
  /** Once for each cylinder. */
  each: boolean,
  proof: oneOf(...(Object.keys(PROOFS) as Proof[])),
  asks: list(ASK, 0, 5),
  photo: boolean,
  /** Looked at once more, by somebody else or after a break. */
  twice: boolean,
  /** Steps of the strip list that go back with it. */
  refits: list(short, 0, 8),
  /** Work that opens it again. */
  reopens: list(short, 0, 8),
  /** What stays open after it until it is made final; empty for nothing. */
  leaves: text(120),
  /** Step whose open end this one makes final; empty for none. */
  settles: short,
  cautions: list(oneOf(...CAUTION_KEYS), 0, 4),
});
export type AssemblyStep = Of<typeof STEP>;

const SECTION = object({
  key: short,
  name: text(80),
  steps: list(STEP, 1, 60),
  source: SOURCE,
});
export type AssemblySection = Of<typeof SECTION>;

/** How an engine goes together: its sections in order, each with its steps. */
export const ASSEMBLY_LIST = sheetPart(
  'assembly-list',
  { sections: list(SECTION, 0, 20) },
  {
    title: 'Assembly',
    words: {
      sections: 'sections, in order',
      'sections.key': 'short name',
      'steps.key': 'short name',
      what: 'what is done',
      how: 'how',
      each: 'once for each cylinder',
      proof: 'proved before it',
      asks: 'what is asked',
      ask: 'question',
      picture: 'drawn beside it',
      answers: 'its answers',
      why: 'why it cannot stay like that; empty for one that is right',
      photo: 'with a photo',
      twice: 'looked at once more',
      refits: 'steps of the strip list that go back with it',
      reopens: 'work that opens it again',
      leaves: 'what stays open after it',
      settles: 'which step it makes final',
      ...PROOFS,
      ...PICTURES,
    },
  },
);
