import { cylinder, entryKind, Refused } from '../ledger/index.js';
import { onCylinder } from '../cylinder/index.js';
import { neverDone, type EngineWall } from '../specs/index.js';
import { integer, number, oneOf, orNull, ref, text } from '../shape/index.js';

/** What a wall is finished with. */
export const HONING_TOOLS = {
  brush: 'nylon brush',
  stones: 'stones',
  'fine-ball': 'fine ball hone by hand, seconds only, at port edges',
} as const;
export type HoningTool = keyof typeof HONING_TOOLS;

/** What may be done to a wall, and why what may not be. */
export function mayHone(wall: EngineWall, tool: HoningTool): string | null {
  if (wall === 'chrome') return 'Hard chrome is never honed or brushed: it is cleaned, and judged as it is.';
  if (wall === 'unknown' && tool !== 'brush') return neverDone(wall, 'hone');
  if (wall === 'plated' && tool === 'stones')
    return 'Never stones in plating: the layer is thinner than a stone’s cut and harder than the stone.';
  return null;
}

/** How a wall was finished: with the work that it was part of, which says what that opens again. */
export const HATCH = entryKind(
  'hatch',
  {
    cylinder,
    /** The work entry it belongs to. */
    work: ref('entry'),
    tool: oneOf(...(Object.keys(HONING_TOOLS) as HoningTool[])),
    /** Included angle asked for, degrees; null where a brush leaves the wall its own. */
    angle: orNull(number(1, 179)),
    rpm: orNull(integer(1, 5_000)),
    /** Full cycles a minute. */
    cycles: orNull(number(1, 300)),
    /** Honing fluid, and why a plated edge was touched. */
    text: text(500),
  },
  {
    read: (sent, context) => {
      onCylinder(context.engine, sent.cylinder, '/cylinder');
      const never = mayHone(context.engine.wall, sent.tool);
      if (never) throw new Refused('/tool', never);
      if (sent.tool === 'fine-ball' && context.engine.wall === 'plated' && sent.text.trim() === '')
        throw new Refused('/text', 'A fine deburr in plating is a recorded exception: say why and where.');
      const work = context.known(sent.work);
      if (work?.kind !== 'work') throw new Refused('/work', 'There is no such work in this job.');
    },
  },
);
