import { windowNear, CLEAR_OF_PORT, type EngineSpec } from '../specs/index.js';
import { CLOCK_TEMPLATES, type Clock, type ClockTemplate } from './clock.js';
import { clockedOf, type RingPack } from './pack.js';

/** What gaps may be set by. */
export type ClockBy = 'drawing' | 'pegs' | ClockTemplate;

/** What gaps of a pack are set by: its drawing, its pegs, or a template that somebody picks. */
export const clockWays = (pack: RingPack): readonly ClockBy[] =>
  pack.clock
    ? ['drawing']
    : pack.pegs.length > 0
      ? ['pegs']
      : (Object.keys(CLOCK_TEMPLATES) as ClockTemplate[]);

/** Where gaps of a pack belong, from the piston's mark; null for a way that is not open to it. */
export function clockMeant(pack: RingPack, by: ClockBy): Clock | null {
  if (!clockWays(pack).includes(by)) return null;
  const angles: Readonly<Record<string, number | null>> =
    by === 'drawing'
      ? pack.clock!
      : by === 'pegs'
        ? Object.fromEntries(pack.pegs.map((p) => [p.ring, p.angle]))
        : CLOCK_TEMPLATES[by];
  return Object.fromEntries(
    clockedOf(pack).flatMap((ring) => {
      const at = angles[ring];
      return at == null ? [] : [[ring, at]];
    }),
  );
}

/** Directions from the piston's mark, as the engine counts them from its zero. */
export const fromZero = (pack: RingPack, angle: number): number =>
  (((pack.mark.at + angle) % 360) + 360) % 360;

/**
 * Pegged gaps whose ends run too near to a window: half the gap and 1.5 mm have to be clear on both sides.
 * @param gap of the ring, nm
 */
export const pegTroubles = (
  engine: EngineSpec,
  pack: RingPack,
  gapOf: (ring: 'top' | 'second') => number,
): string[] =>
  pack.pegs.flatMap(({ ring, angle }) => {
    const window = windowNear(engine, fromZero(pack, angle), gapOf(ring) / 2 + CLEAR_OF_PORT, null);
    return window
      ? [
          `The peg of the ${ring} ring holds its ends over the ${window.name} window, as the sheet has it. Turn the piston by its mark, or look at the sheet again.`,
        ]
      : [];
  });
