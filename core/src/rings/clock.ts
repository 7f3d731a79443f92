const { abs } = Math;

/** Rings of a pack whose gaps are set to an angle, top first. */
export const CLOCKED = ['top', 'second', 'upper-rail', 'expander', 'lower-rail'] as const;
export type Clocked = (typeof CLOCKED)[number];
export const CLOCKED_NAMES: Record<Clocked, string> = {
  top: 'top ring',
  second: 'second ring',
  'upper-rail': 'upper rail',
  expander: 'expander',
  'lower-rail': 'lower rail',
};

/** Angle of each gap from the piston's mark, clockwise seen from above, degrees; what a pack has not is left out. */
export type Clock = Readonly<Partial<Record<Clocked, number>>>;

/** Where gaps are set when no maker's drawing is on file. */
export const CLOCK_TEMPLATES = {
  A: { top: 0, second: 180, 'upper-rail': 50, expander: 90, 'lower-rail': 130 },
  B: { top: 0, second: 120, 'upper-rail': 210, expander: 240, 'lower-rail': 270 },
  C: { top: 0, second: 180, 'upper-rail': 90, expander: 135, 'lower-rail': 270 },
} as const satisfies Record<string, Clock>;
export type ClockTemplate = keyof typeof CLOCK_TEMPLATES;

/** A gap set by hand lies within so much of where it was meant, degrees. */
export const BY_HAND = 15;
/** Two gaps nearer than this are in line: gas and oil go through both. */
export const IN_LINE = 30;

/** Fewest degrees between neighbours of the pack. */
const APART: readonly (readonly [Clocked, Clocked, number])[] = [
  ['top', 'second', 120],
  ['second', 'upper-rail', 90],
  ['upper-rail', 'expander', 30],
  ['expander', 'lower-rail', 30],
];

/** Degrees between two directions, the shorter way round: 0 to 180. */
export function between(a: number, b: number): number {
  const turned = abs(a - b) % 360;
  return turned > 180 ? 360 - turned : turned;
}

export type ClockTrouble =
  /** Not where drawing or template has it. */
  | { readonly kind: 'off'; readonly ring: Clocked; readonly meant: number; readonly by: number }
  /** Nearer to another than the two may be. */
  | {
      readonly kind: 'near';
      readonly rings: readonly [Clocked, Clocked];
      readonly by: number;
      readonly least: number;
    }
  /** Drawn, and not set. */
  | { readonly kind: 'unset'; readonly ring: Clocked };

/**
 * Whether a template, or any other clock that somebody made up, keeps gaps apart as the pack asks: neighbours of the
 * pack by their own rule, and no two in line.
 */
export function rulesBroken(clock: Clock): ClockTrouble[] {
  const set = CLOCKED.filter((r) => clock[r] !== undefined);
  return set.flatMap((a, i) =>
    set.slice(i + 1).flatMap((b): ClockTrouble[] => {
      const least = APART.find(([x, y]) => x === a && y === b)?.[2] ?? IN_LINE;
      const by = between(clock[a]!, clock[b]!);
      return by < least ? [{ kind: 'near', rings: [a, b], by, least }] : [];
    }),
  );
}

/**
 * What is wrong with gaps as they lie, against the maker's drawing or the template they were set by. It is the drawing
 * or the template that keeps the rules: a hand's error of a degree refuses nothing, gaps in line do whoever drew them
 * apart.
 *
 * @param lying where the gaps lie
 * @param meant the drawing, or the template where none is on file
 */
export function clockTroubles(lying: Clock, meant: Clock): ClockTrouble[] {
  const own = CLOCKED.filter((r) => meant[r] !== undefined);
  const off = own.flatMap((ring): ClockTrouble[] => {
    const at = lying[ring];
    if (at === undefined) return [{ kind: 'unset', ring }];
    const by = between(at, meant[ring]!);
    return by > BY_HAND ? [{ kind: 'off', ring, meant: meant[ring]!, by }] : [];
  });
  const inLine = own.flatMap((a, i) =>
    own.slice(i + 1).flatMap((b): ClockTrouble[] => {
      if (lying[a] === undefined || lying[b] === undefined) return [];
      const by = between(lying[a], lying[b]);
      // Drawn nearer than that, they may lie as near as they are drawn, less what a hand is off.
      const least = Math.min(IN_LINE, between(meant[a]!, meant[b]!)) - BY_HAND;
      return by < least ? [{ kind: 'near', rings: [a, b], by, least }] : [];
    }),
  );
  return [...off, ...inLine];
}

/** In which order a pack goes on: from the bottom up, so that no ring is passed over one that is fitted. */
export const fittingOrder = (clock: Clock): readonly Clocked[] => {
  const fitted: readonly Clocked[] = ['expander', 'lower-rail', 'upper-rail', 'second', 'top'];
  return fitted.filter((r) => clock[r] !== undefined);
};
