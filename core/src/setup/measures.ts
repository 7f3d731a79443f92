import type { Opener } from '../ledger/index.js';
import type { JobFile } from '../job/index.js';

import { oneFigure, spot, thingsOfKind, type Measurand, type Thing } from '../measurands/index.js';
import type { EngineSpec } from '../specs/index.js';
import { crankIsIn, OPENS_CAMS, OPENS_CONTACT, OPENS_DECK, OPENS_LASH, opensSetup } from './apart.js';
import { PORT_MEASURES } from './portMeasures.js';
import { SHIM_IN } from './shimEntries.js';
import { hasScrews } from './trainSheet.js';

/** Both ends of the pin axis, where a piston cannot rock. */
export const PIN_SIDES = [spot('pin-a', 'pin axis, one end'), spot('pin-b', 'pin axis, other end')] as const;

/** How a deck is read where the piston stands proud of it. */
export const PROUD = '-proud';

/** Parts of an engine by their kinds. */
const partsThat =
  (...kinds: readonly string[]) =>
  (engine: EngineSpec): readonly string[] =>
    thingsOfKind(...kinds)(engine).map((t) => t.part);
/** Whose length, height or place deck and squish hang on. */
const underTheDeck = partsThat('crank', 'rod', 'cases', 'cylinder');
const underTheHead = partsThat('crank', 'rod', 'cases', 'cylinder', 'head');
const valveDrive = partsThat('head', 'camshaft');

const cylinders = thingsOfKind('cylinder');
const valves = thingsOfKind('valve-intake', 'valve-exhaust');
const side = (t: Thing): 'intake' | 'exhaust' => (t.kind === 'valve-exhaust' ? 'exhaust' : 'intake');

/** Whether this engine's sheet has a limit that a measure serves. */
const hasLimit =
  (feature: string) =>
  ({ engine }: Pick<JobFile, 'engine'>): boolean =>
    engine.limits.some((l) => l.feature.startsWith(feature));

/** Whether its clearance is set by shims, and not by a screw. */
const shimmed = (file: Pick<JobFile, 'engine'>): boolean =>
  hasLimit('setup.valve')(file) && !hasScrews(file.engine);

/** Whether an entry put another shim under a valve: the others keep what was read of them. */
const otherShim: Opener<string> = {
  kinds: [SHIM_IN.kind],
  by: (valve, e) => SHIM_IN.is(e) && e.valve === valve,
};

/** Opened by either. */
const either = (a: Opener<string>, b: Opener<string>): Opener<string> => ({
  kinds: [...a.kinds, ...b.kinds],
  by: (thing, e, engine) => a.by(thing, e, engine) || b.by(thing, e, engine),
});

const sweepName = (angle: number): string =>
  angle === 0 ? 'at top' : `${Math.abs(angle)}° ${angle < 0 ? 'before' : 'after'}`;

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
  hangsOn: underTheDeck,
  openedBy: opensSetup(OPENS_DECK),
  standsOn: crankIsIn,
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
  hangsOn: underTheHead,
  openedBy: opensSetup(OPENS_DECK),
  standsOn: crankIsIn,
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
  hangsOn: underTheHead,
  openedBy: opensSetup(OPENS_DECK),
  standsOn: crankIsIn,
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
  hangsOn: valveDrive,
  openedBy: either(otherShim, opensSetup(OPENS_LASH)),
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
  has: shimmed,
  reopens: 'shim',
  openedBy: otherShim,
});

const contactHeld =
  'lash set, the gasket that goes in crushed, head clamped as it will be; turned past top dead centre by hand';

/** Clay on the crown, cut where it is thinnest: it springs back, and shows more room than there is. */
export const CLAY = oneFigure({
  part: 'setup.clay',
  name: 'clay, its thinnest place',
  sense: 'outside',
  // A micrometer squeezes it.
  by: ['calliper'],
  feature: (t) => `setup.contact.${side(t)}`,
  how: 'smallest',
  sides: ['min'],
  things: valves,
  nominal: 2_000_000,
  loose: true,
  // Where everything is the maker's own nobody lays any.
  aside: true,
  held: `oiled clay on the crown and in its pockets; ${contactHeld}; cut across where it is thinnest`,
  definition: 'the clay less what it springs back, up to 0.10',
  has: hasLimit('setup.contact'),
  reopens: 'piston-to-valve',
  hangsOn: partsThat('crank', 'rod', 'cases', 'cylinder', 'head', 'camshaft'),
  openedBy: either(otherShim, opensSetup(OPENS_CONTACT)),
});

/** Degrees of crank at which room is swept, negative before top dead centre. */
export const SWEEP_ANGLES = [-25, -20, -15, -10, -5, 0, 5, 10, 15, 20, 25] as const;

/** Room swept by a needle on the spring retainer: the valve pushed down by hand until it touches. */
export const SWEEP = oneFigure({
  part: 'setup.sweep',
  name: 'room swept',
  sense: 'travel',
  feature: (t) => `setup.contact.${side(t)}`,
  how: 'smallest',
  sides: ['min'],
  things: valves,
  spots: SWEEP_ANGLES.map((a) => spot(String(a), sweepName(a))),
  aside: true,
  held: `light springs in, needle along the stem, valve pushed until it touches; ${contactHeld}`,
  definition:
    'smallest room from 25° before to 25° after top dead centre, between the readings by a parabola',
  has: hasLimit('setup.contact'),
  reopens: 'piston-to-valve',
  hangsOn: partsThat('crank', 'rod', 'cases', 'cylinder', 'head', 'camshaft'),
  openedBy: either(otherShim, opensSetup(OPENS_CONTACT)),
});

/** How far a decompressor holds its exhaust valve open while it is cranked. */
export const DECOMPRESSOR = oneFigure({
  part: 'setup.decompressor',
  name: 'decompressor lift',
  sense: 'travel',
  feature: 'setup.decompressor',
  how: 'each',
  sides: ['min', 'max'],
  things: (engine) => thingsOfKind('valve-exhaust')(engine).slice(0, 1),
  states: ['new', 'service'],
  held: 'lash set, needle on the retainer, turned slowly by hand through compression: what it adds while its weight lies in',
  definition: 'lift of the valve while it is cranked, beside its cam',
  has: hasLimit('setup.decompressor'),
  reopens: 'cam-timing',
  hangsOn: valveDrive,
  openedBy: opensSetup(OPENS_CAMS),
});

/** The head of a joined timing chain's rivet, both ends: too little and it opens, too much and it cracks. */
export const CHAIN_RIVET = oneFigure({
  part: 'setup.chain-rivet',
  name: 'rivet of the joined chain',
  sense: 'outside',
  feature: 'setup.chain-rivet',
  how: 'each',
  sides: ['min', 'max'],
  // Nobody measures a chain to decide: its joint is verified, and goes with the cams it drives.
  things: (engine) => thingsOfKind('cam-chain')(engine).map((t) => ({ ...t, part: 'camshaft' })),
  spots: [spot('a', 'one end'), spot('b', 'other end')],
  states: ['new', 'service'],
  aside: true,
  held: 'across the spread head, twice at right angles, the larger; only where a cut chain was joined',
  definition: 'diameter of the spread head, each end',
  has: hasLimit('setup.chain-rivet'),
  reopens: 'cam-timing',
  hangsOn: partsThat('cam-chain'),
});

/** Measures of setting up, in the order they are taken. */
export const SETUP_MEASURES: readonly Measurand[] = [
  DECK,
  WIRE,
  SQUISH,
  LASH,
  SHIM,
  CLAY,
  SWEEP,
  DECOMPRESSOR,
  CHAIN_RIVET,
  ...PORT_MEASURES,
];

/** What this engine's sheet has limits for, and so is worth reading here. */
export const setupMeasures = (engine: EngineSpec): readonly Measurand[] =>
  SETUP_MEASURES.filter((m) => m.things(engine).some((t) => m.has?.({ engine } as JobFile, t) ?? true));
