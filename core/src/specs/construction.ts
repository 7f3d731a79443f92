import type { EngineWall } from './limit.js';

export interface Construction {
  readonly name: string;
  readonly may: readonly string[];
  readonly never: readonly string[];
  /** Whether an oversize is reached by boring and honing this wall. */
  readonly boring: boolean;
}

/** What may be done to a wall at all, whatever the readings say. */
export const CONSTRUCTION: Record<EngineWall, Construction> = {
  'iron-sleeve': {
    name: 'cast-iron or steel sleeve',
    may: ['hone', 'bore to a listed oversize', 're-sleeve'],
    never: ['go past the largest listed oversize', 'go past the minimum sleeve wall'],
    boring: true,
  },
  plated: {
    name: 'nickel–silicon-carbide plating',
    may: [
      'clean with a nylon brush',
      'light fine-grit deburr of port edges',
      'fit a graded piston',
      'strip and replate',
      'bore and sleeve, or replate, for a larger kit',
    ],
    never: ['take size out with stones', 'bore and leave unplated'],
    boring: false,
  },
  chrome: {
    name: 'hard chrome',
    may: ['clean', 'ease the piston instead', 'replate or replace'],
    never: ['any hone'],
    boring: false,
  },
  unknown: {
    name: 'a wall nobody has said what it is',
    may: ['clean with a nylon brush', 'measure'],
    never: ['hone, bore, plate or sleeve before it is known what it is'],
    boring: false,
  },
};

/** When a plated bore may not be reused at all. */
export const PLATED_NO_REUSE =
  'Flaking, a groove a fingernail catches or bare aluminium: no reuse of a plated bore.';

/** Why nothing is taken off a wall yet. */
const WALL_UNKNOWN =
  'What this wall is, nobody has said yet: a magnet holds on an iron sleeve and slides off plating on aluminium. The manual says it.';

/** Work on a wall that its construction may forbid. */
export type WallWork = 'bore' | 'hone' | 'replate' | 'sleeve';

/**
 * Why a piece of work is never done on such a wall, whatever the readings say: the one rule for decisions, tickets, and
 * what is written down as done.
 * @returns null where it may be
 */
export function neverDone(wall: EngineWall, work: WallWork): string | null {
  if (wall === 'unknown') return WALL_UNKNOWN;
  const { boring, name } = CONSTRUCTION[wall];
  if (work === 'hone' && !boring)
    return `A bore with ${name} is never honed to size: clean it${wall === 'plated' ? ' with a nylon brush' : ', or ease the piston'}.`;
  if (work === 'bore' && !boring)
    return `A bore with ${name} is never bored and left: a larger kit means replating or a sleeve, by a specialist.`;
  if (work === 'replate' && boring) return 'An iron sleeve is bored or renewed, not plated.';
  if (work === 'sleeve' && wall === 'chrome') return 'A chromed cylinder is replated or replaced.';
  return null;
}
