import { depthText, nm } from '../../units/index.js';
import { placeKind } from '../../ledger/index.js';
import { FILED } from '../filed.js';
import { CLEARANCE, RING_GAP, RING_NAMES } from '../place.js';
import { opens } from '../workTable.js';
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
  ofPiston: true,
  widenedBy: {
    kinds: [FILED.kind],
    by: (s, e) => FILED.is(e) && e.cylinder === s.cylinder && e.ring === s.ring,
  },
  thing: (s) => `ring-gap:${s.cylinder}`,
  named: (s, engine, unit) => [
    cylinderName(engine, s.cylinder),
    `${RING_NAMES[s.ring]} gap`,
    depthText(s.depth, unit),
  ],
  nominal: () => nm(300_000),
  feeds: (s) => `${s.cylinder}:ring.gap.${s.ring}:min`,
});
