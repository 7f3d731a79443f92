import { oneFigure, roomOf, thingsOfKind, type Measurand } from '../measurands/index.js';
import type { Room } from '../verdicts/index.js';

const pump = {
  sense: 'gap',
  things: thingsOfKind('oil-pump'),
  material: 'steel',
} as const;

export const PUMP_MEASURES: readonly Measurand[] = [
  oneFigure({
    ...pump,
    part: 'pumps.tip',
    name: 'tip clearance',
    feature: 'pump.tip',
    how: 'largest',
    sides: ['max'],
    held: 'rotors in place, tip to tip',
    definition: 'the leaf between the tips of inner and outer rotor',
  }),
  oneFigure({
    ...pump,
    part: 'pumps.body',
    name: 'body clearance',
    feature: 'pump.body',
    how: 'largest',
    sides: ['max'],
    held: 'rotors in place, outer rotor to body',
    definition: 'the leaf between outer rotor and body',
  }),
  oneFigure({
    ...pump,
    part: 'pumps.side',
    name: 'side clearance',
    feature: 'pump.side',
    how: 'each',
    sides: ['min', 'max'],
    held: 'straightedge across the body, the leaf over the rotors',
    definition: 'the leaf between rotors and cover',
    slack: 2_000,
  }),
  oneFigure({
    part: 'pumps.reed',
    name: 'tip opening',
    sense: 'gap',
    feature: 'pump.reed',
    how: 'largest',
    sides: ['max'],
    things: thingsOfKind('reeds'),
    held: 'at rest, the leaf at the tip of each petal, the widest counts',
    definition: 'the leaf between petal and seat at rest',
  }),
];

/** Oil pump, reeds: what hangs on the engine and moves something. */
export const pumps: Room = { ...roomOf('pumps', 'Pumps and reeds', PUMP_MEASURES) };
