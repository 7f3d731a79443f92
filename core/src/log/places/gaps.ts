import { depthText, nm } from '../../units/index.js';
import { CLEARANCE, RING_GAP } from '../place.js';
import { placeKind } from '../placeKind.js';
import { opens } from '../work.js';
import { cylinderName, onCylinder, onKit, onWall, pistonName } from './onSheet.js';

const ofLeaves = { sense: 'gap', warm: 'piston', material: () => 'steel' as const } as const;

export const clearancePlace = placeKind({
  ...ofLeaves,
  part: 'clearance',
  shape: CLEARANCE,
  on: (s, engine) => {
    onCylinder(engine, s.cylinder);
    onKit(engine, s.kit);
  },
  reopenedBy: (s, work) => opens(work, 'clearance', s.cylinder),
  thing: (s) => `clearance:${s.cylinder}:${s.kit ?? 'fitted'}`,
  named: (s, engine) => [cylinderName(engine, s.cylinder), `leaf beside the ${pistonName(engine, s.kit)}`],
  nominal: () => nm(50_000),
  feeds: (s) => `${s.cylinder}:clearance:min`,
});

export const ringGapPlace = placeKind({
  ...ofLeaves,
  part: 'ring-gap',
  shape: RING_GAP,
  on: (s, engine) => {
    onCylinder(engine, s.cylinder);
    onWall(engine, s.depth);
  },
  reopenedBy: (s, work) => opens(work, 'ring-gap', s.cylinder),
  thing: (s) => `ring-gap:${s.cylinder}`,
  named: (s, engine, unit) => [
    cylinderName(engine, s.cylinder),
    `${s.ring} ring gap`,
    depthText(s.depth, unit),
  ],
  nominal: () => nm(300_000),
  feeds: (s) => `${s.cylinder}:clearance:min`,
});
