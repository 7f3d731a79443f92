/** What lies in oil, filter or case, what it points to, and whether the bottom end has to be opened for it. */
interface DebrisInfo {
  readonly name: string;
  /** How it is told from the others. */
  readonly tell: string;
  readonly points: string;
  /** In which amounts the bottom end has to be opened. */
  readonly opens: readonly ('dust' | 'flakes' | 'pieces')[];
  readonly magnetic: boolean;
}

const TABLE = {
  ferrous: {
    name: 'steel or iron',
    tell: 'a magnet holds it',
    points: 'gears, dogs, rolling bearings, cam or rings',
    opens: ['flakes', 'pieces'],
    magnetic: true,
  },
  white: {
    name: 'white metal',
    tell: 'silvery, soft, flattens under a nail, no magnet',
    points: 'overlay of plain bearings',
    opens: ['flakes', 'pieces'],
    magnetic: false,
  },
  bronze: {
    name: 'bronze or copper',
    tell: 'yellow or red, no magnet',
    points: 'shells worn through, bushes, thrust washers, clutch basket bush',
    opens: ['dust', 'flakes', 'pieces'],
    magnetic: false,
  },
  aluminium: {
    name: 'aluminium',
    tell: 'light, grey, no magnet, fizzes in caustic',
    points: 'piston, cylinder, cases, clutch basket',
    opens: ['flakes', 'pieces'],
    magnetic: false,
  },
  chrome: {
    name: 'chrome or plating',
    tell: 'hard bright flakes that do not bend',
    points: 'plating of the wall, ring faces',
    opens: ['flakes', 'pieces'],
    magnetic: false,
  },
  sealant: {
    name: 'sealant',
    tell: 'stringy, rubbery, coloured',
    points: 'too much at the last assembly: passages and strainer',
    opens: [],
    magnetic: false,
  },
  plastic: {
    name: 'plastic',
    tell: 'light, melts at a flame',
    points: 'chain guides, cage of a bearing',
    opens: ['pieces'],
    magnetic: false,
  },
  friction: {
    name: 'clutch lining',
    tell: 'dark, fibrous',
    points: 'clutch plates',
    opens: [],
    magnetic: false,
  },
  grit: {
    name: 'grit or silt',
    tell: 'grinds between the fingers, no magnet',
    points: 'air filter or intake leaked, or it went under: every bearing had it',
    opens: ['dust', 'flakes', 'pieces'],
    magnetic: false,
  },
  water: {
    name: 'water or milk',
    tell: 'milky, beads on a hot plate',
    points: 'head gasket, water pump seal, standing outside: rust on bearings',
    opens: ['pieces'],
    magnetic: false,
  },
} as const satisfies Record<string, DebrisInfo>;

export type DebrisKind = keyof typeof TABLE;
export const DEBRIS_TABLE: Readonly<Record<DebrisKind, DebrisInfo>> = TABLE;
export const DEBRIS_KINDS = Object.keys(TABLE) as readonly DebrisKind[];
