import { directionName, isBlocked, wallMaterial, type EngineSpec } from '../../specs/index.js';
import { depthText, nm, type Nanometres } from '../../units/index.js';
import { Refused, placeKind, type Around } from '../../ledger/index.js';
import { BORE, LAND } from '../place.js';
import { renewedWall } from '../work.js';
import { opens } from '../workTable.js';
import { cylinderName, onCylinder, onWall } from './onSheet.js';

/** The middle of what a wall was asked to be, or the engine's bore with the oversize it was made for. */
function nominalBore(cylinder: number, { engine, log }: Around): Nanometres {
  const wall = renewedWall(log, cylinder);
  if (wall?.ticket) return nm(Math.round((wall.ticket.low + wall.ticket.high) / 2));
  const kit = wall && engine.kits.find((k) => k.id === wall.kitId);
  return nm(engine.bore + (kit?.oversize ?? 0));
}

const ofWall = {
  sense: 'inside',
  warm: 'cylinder',
  material: (_: unknown, { engine }: { readonly engine: EngineSpec }) => wallMaterial(engine.wall),
} as const;

export const borePlace = placeKind({
  ...ofWall,
  part: 'bore',
  shape: BORE,
  on: (s, engine) => {
    onCylinder(engine, s.cylinder);
    onWall(engine, s.depth);
    if (isBlocked(engine, s.depth, s.angle))
      throw new Refused('/station/angle', 'A contact would stand in a port there.');
  },
  reopenedBy: (s, work) => opens(work, 'bore', s.cylinder),
  thing: (s) => `bore:${s.cylinder}`,
  named: (s, engine, unit) => [
    cylinderName(engine, s.cylinder),
    depthText(s.depth, unit),
    directionName(engine, s.angle),
  ],
  nominal: (s, around) => nominalBore(s.cylinder, around),
  feeds: (s) => `${s.cylinder}:bore:max`,
});

export const landPlace = placeKind({
  ...ofWall,
  part: 'land',
  shape: LAND,
  on: (s, engine) => onCylinder(engine, s.cylinder),
  reopenedBy: (s, work) => opens(work, 'bore', s.cylinder),
  thing: (s) => `land:${s.cylinder}`,
  named: (s, engine) => [cylinderName(engine, s.cylinder), 'unworn land'],
  nominal: (_, { engine }) => engine.bore,
  feeds: (s) => `${s.cylinder}:bore:max`,
});
