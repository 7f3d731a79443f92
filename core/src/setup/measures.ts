import type { JobFile } from '../job/index.js';
import { oneFigure, spot, thingsOfKind, type Measurand, type Thing } from '../measurands/index.js';
import type { EngineSpec } from '../specs/index.js';

/** Both ends of the pin axis, where a piston cannot rock. */
export const PIN_SIDES = [spot('pin-a', 'pin axis, one end'), spot('pin-b', 'pin axis, other end')] as const;

/** How a deck is read where the piston stands proud of it. */
export const PROUD = '-proud';

const cylinders = thingsOfKind('cylinder');
const valves = thingsOfKind('valve-intake', 'valve-exhaust');
const side = (t: Thing): 'intake' | 'exhaust' => (t.kind === 'valve-exhaust' ? 'exhaust' : 'intake');

/** Whether this engine's sheet has a limit that a measure serves. */
const hasLimit =
  (feature: string) =>
  ({ engine }: Pick<JobFile, 'engine'>): boolean =>
    engine.limits.some((l) => l.feature.startsWith(feature));

/** How far the crown stays below the deck at top dead centre, or stands above it. */
export const DECK = oneFigure({
  part: 'setup.deck',
  name: 'deck',
  sense: 'travel',
  feature: 'setup.deck',
  how: 'smallest',
  sides: ['min', 'max'],
  things: cylinders,
  spots: [...PIN_SIDES, ...PIN_SIDES.map((s) => spot(`${s.key}${PROUD}`, `${s.name}, standing proud`))],
  held: 'cylinder clamped down, piston at its highest, needle from the deck to the crown beside the pin; proud is read under “standing proud”',
  definition: 'mean of both ends of the pin axis, positive below the deck',
  has: hasLimit('setup.deck'),
  reopens: 'deck',
});

/** The soft wire before it is laid: one that is not crushed proves nothing. */
export const WIRE = oneFigure({
  part: 'setup.wire',
  name: 'wire before it is laid',
  sense: 'outside',
  feature: 'setup.squish',
  how: 'smallest',
  sides: ['min'],
  things: cylinders,
  held: 'soft solder, straight, where it is not nicked',
  nominal: 1_600_000,
  loose: true,
  definition: 'diameter of the wire',
  has: hasLimit('setup.squish'),
  reopens: 'squish',
});

export const SQUISH = oneFigure({
  part: 'setup.squish',
  name: 'squish, crushed wire',
  sense: 'outside',
  feature: 'setup.squish',
  how: 'smallest',
  sides: ['min', 'max'],
  things: cylinders,
  spots: [...PIN_SIDES],
  loose: true,
  held: 'both ends of the pin axis at once, head clamped as it will be, turned over top dead centre by hand; the thinnest place of each end',
  definition: 'minimum against the smaller end, maximum against the mean; the wire springs back up to 0.03',
  has: hasLimit('setup.squish'),
  reopens: 'squish',
});

export const LASH = oneFigure({
  part: 'setup.lash',
  name: 'clearance',
  sense: 'gap',
  feature: (t) => `setup.valve.${side(t)}`,
  how: 'each',
  sides: ['min', 'max'],
  things: valves,
  held: 'below 35 °C, cam on its base circle, after the head is tight and two turns by hand',
  definition:
    'between the leaf that goes and the one that does not; the thinnest that does not go is no figure',
  states: ['new'],
  has: hasLimit('setup.valve'),
  reopens: 'lash',
});

/** A shim as it is measured, not as it is marked. */
export const SHIM = oneFigure({
  part: 'setup.shim',
  name: 'shim',
  sense: 'outside',
  feature: (t) => `setup.valve.${side(t)}`,
  how: 'smallest',
  sides: ['min'],
  things: valves,
  nominal: 2_000_000,
  loose: true,
  held: 'wiped dry, in its middle; its marking is not its size',
  definition: 'thickness as it was measured',
  has: hasLimit('setup.valve'),
  reopens: 'lash',
});

/** Measures of setting up, in the order they are taken. */
export const SETUP_MEASURES: readonly Measurand[] = [DECK, WIRE, SQUISH, LASH, SHIM];

/** What this engine's sheet has limits for, and so is worth reading here. */
export const setupMeasures = (engine: EngineSpec): readonly Measurand[] =>
  SETUP_MEASURES.filter((m) => m.things(engine).some((t) => m.has?.({ engine } as JobFile, t) ?? true));
