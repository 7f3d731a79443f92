import { wholeWords } from '../job/index.js';
import type { EngineSpec } from '../specs/index.js';

/** Something a complaint often turns out to be. */
export interface Likely {
  readonly key: string;
  readonly finding: string;
  /** What it adds to the work. */
  readonly adds: string;
  /** Whether the bottom end has to be opened for it. */
  readonly deeper: boolean;
  /** Where it is found. */
  readonly look: string;
}

interface Entry extends Likely {
  readonly words: RegExp;
  readonly strokes?: 2 | 4;
}

const ENTRIES: readonly Entry[] = [
  {
    key: 'seizure',
    words: wholeWords('seiz*', 'locked', 'stuck', 'won.?t turn', 'will not turn', 'nipped'),
    finding: 'Piston seized in its bore',
    adds: 'Full plan of the bores, piston and rings; the cause before anything goes together',
    deeper: false,
    look: 'wall, piston skirt, ring lands',
  },
  {
    key: 'seizure-below',
    words: wholeWords('seiz*', 'locked', 'knock*', 'rattl*', 'rumbl*', 'whin*', 'bearings?', 'big ends?'),
    finding: 'Big end or main bearing worn or dry',
    adds: 'Crank out: play, run-out, bearings, seals',
    deeper: true,
    look: 'rod play at the crown, rocked by hand',
  },
  {
    key: 'air-leak',
    strokes: 2,
    words: wholeWords('lean', 'revs', 'hangs', 'hanging', 'scream*', 'seiz*', 'bogs?', 'bogging', 'surg*'),
    finding: 'Air drawn in at a seal, boot or joint',
    adds: 'Crankcase leak test before it is stripped; seals and boots',
    deeper: false,
    look: 'leak test by pressure and by vacuum',
  },
  {
    key: 'oil-smoke',
    strokes: 4,
    words: wholeWords('smok*', 'burn*.{0,8}oil', 'oil.{0,11}(?:use|burn|consum|gone)*', 'blue'),
    finding: 'Oil rings or valve seals worn',
    adds: 'Rings and gaps, stems and guides, seals',
    deeper: false,
    look: 'leak-down: heard at the filler or at the exhaust',
  },
  {
    key: 'loose-key',
    words: wholeWords(
      'woodruff',
      '(?:lost|sheared|missing|broken) key',
      'key (?:is |was |has )?(?:lost|sheared|gone|missing|broke*)',
      'loose flywheel',
      'flywheel (?:is |was |came )?(?:loose|off)',
      'kicks? back',
    ),
    finding: 'Key sheared or lost, the wheel loose on its taper',
    adds: 'Flywheel off: taper, keyway and crank end looked at, the key renewed',
    deeper: false,
    look: 'timing off although it sparks',
  },
  {
    key: 'low-power',
    words: wholeWords(
      'power',
      'weak',
      'slow',
      'sluggish',
      'compression',
      'won.?t pull',
      'hard to start',
      'starts?',
      'starting',
    ),
    finding: 'Compression lost past rings or valves',
    adds: 'Compression and leak-down first; bores and rings, valves on a four-stroke',
    deeper: false,
    look: 'compression dry and wet',
  },
  {
    key: 'piston-slap',
    words: wholeWords('slaps?', 'slapping', 'clatter*', 'ticks?', 'ticking', 'noisy', 'noises?'),
    finding: 'Clearance worn, or the pin',
    adds: 'Bores, pistons and pins; the next oversize may be wanted',
    deeper: false,
    look: 'noise cold against warm',
  },
  {
    key: 'overheat',
    words: wholeWords('hot', 'heat*', 'overheat*', 'boil*', 'coolant', 'head gasket', 'water in'),
    finding: 'Head or deck warped, gasket gone, or the cooling itself',
    adds: 'Flatness of head and deck, pump and hoses; the bore may have moved',
    deeper: false,
    look: 'leak-down: bubbles in the coolant',
  },
  {
    key: 'water',
    words: wholeWords(
      'drown*',
      'submerged',
      'sunk',
      'sank',
      'went under',
      'swamp*',
      'silt',
      'mud',
      'muddy',
      'water',
    ),
    finding: 'Water or silt has been through it',
    adds: 'Everything apart: bearings and seals do not come back from silt',
    deeper: true,
    look: 'filter, sump, what drains out',
  },
  {
    key: 'stood',
    words: wholeWords('stood', 'sat', 'years', 'barn', 'old fuel', 'storage', 'not run', 'outside', 'winter'),
    finding: 'Rust on the wall, rings stuck, seals hard',
    adds: 'Bores looked at before anything is ordered; all seals and rubber',
    deeper: false,
    look: 'wall through the plug hole',
  },
  {
    key: 'metal',
    words: wholeWords('metal*', 'glitter*', 'shavings', 'chips', 'debris'),
    finding: 'A bearing or gear is going',
    adds: 'Bottom end open: what the metal is says where it came from',
    deeper: true,
    look: 'magnet, filter, drained oil',
  },
  {
    key: 'shift',
    words: wholeWords(
      'gears?',
      'gearbox',
      'shift*',
      'jumps',
      'jumping',
      'clutch',
      'slips?',
      'slipping',
      'neutral',
    ),
    finding: 'Forks, dogs or clutch worn',
    adds: 'Gearbox and clutch measured; the cases have to be split for the gears',
    deeper: true,
    look: 'clutch pack first: it comes off from outside',
  },
];

/** Most that are worth saying. */
const MOST = 4;

/**
 * What a complaint in the customer's words often turns out to be on such an engine, the closest first; a list to look
 * by and no diagnosis.
 * @example likelyFindings('it seized on the lake', { strokes: 2 })[0]?.key // 'seizure'
 */
export function likelyFindings(
  complaint: string,
  { strokes }: Pick<EngineSpec, 'strokes'>,
): readonly Likely[] {
  return ENTRIES.filter((e) => (e.strokes ?? strokes) === strokes && e.words.test(complaint))
    .slice(0, MOST)
    .map(({ words: _w, strokes: _s, ...likely }) => likely);
}
