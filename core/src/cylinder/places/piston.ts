import { nm } from '../../units/index.js';
import { type Work, placeKind, type Around } from '../../ledger/index.js';
import { PIN, PIN_BORE, PISTON, PISTON_SPOTS, SMALL_END, type PistonPlace } from '../place.js';
import { isDoneOn, opens } from '../workTable.js';
import { cylinderName, onCylinder, onKit, pistonName } from './onSheet.js';

/** Of a piston whose kit does not say it. */
const USUAL_PISTON = 'cast-high-silicon';
/** Of a pin where the sheet is silent. */
const USUAL_PIN = nm(16_000_000);

/** The piston that work with a kit is about. */
function isAnother(place: PistonPlace, work: Work): boolean {
  if (work.kitId === null) return false;
  if (work.what === 'piston-renewed') return place.kit !== null && place.kit !== work.kitId;
  return work.what === 'piston-eased' && place.kit !== work.kitId;
}

export const pistonPlaceKind = placeKind({
  part: 'piston',
  shape: PISTON,
  sense: 'outside',
  warm: 'piston',
  on: (s, engine) => {
    onCylinder(engine, s.cylinder);
    onKit(engine, s.kit);
  },
  reopenedBy: (s, work) => opens(work, 'piston', s.cylinder) && !isAnother(s, work),
  thing: (s) => `piston:${s.cylinder}:${s.kit ?? 'fitted'}`,
  named: (s, engine) => [cylinderName(engine, s.cylinder), pistonName(engine, s.kit), PISTON_SPOTS[s.place]],
  nominal: (s, { engine, kit }) => kit(s.kit)?.piston ?? engine.bore,
  material: (s, { kit }) => kit(s.kit)?.material ?? USUAL_PISTON,
  feeds: (s) => `${s.cylinder}:clearance:min`,
  beside: (s) => s.place !== 'gauge-height',
});

const ofPin = {
  warm: 'piston',
  nominal: (_: unknown, { engine }: Around) => engine.pin ?? USUAL_PIN,
} as const;

export const pinPlace = placeKind({
  ...ofPin,
  part: 'pin',
  shape: PIN,
  sense: 'outside',
  on: (s, engine) => onCylinder(engine, s.cylinder),
  reopenedBy: () => false,
  thing: (s) => `pin:${s.cylinder}`,
  named: (s, engine) => [cylinderName(engine, s.cylinder), 'pin', s.place],
  material: () => 'steel',
  feeds: (s) => `${s.cylinder}:${s.place === 'end' ? 'pin.in-piston' : 'pin.in-rod'}:max`,
});

export const pinBorePlace = placeKind({
  ...ofPin,
  part: 'pin-bore',
  shape: PIN_BORE,
  sense: 'inside',
  on: (s, engine) => onCylinder(engine, s.cylinder),
  // Another piston brings another hole for the pin.
  reopenedBy: (s, work) => work.what === 'piston-renewed' && isDoneOn(work, s.cylinder),
  thing: (s) => `pin-bore:${s.cylinder}`,
  named: (s, engine) => [cylinderName(engine, s.cylinder), 'pin hole in piston'],
  material: (s, { kit, fitted }) => kit(fitted(s.cylinder)?.id ?? null)?.material ?? USUAL_PISTON,
  feeds: (s) => `${s.cylinder}:pin.in-piston:max`,
});

export const smallEndPlace = placeKind({
  ...ofPin,
  part: 'small-end',
  shape: SMALL_END,
  sense: 'inside',
  on: (s, engine) => onCylinder(engine, s.cylinder),
  reopenedBy: () => false,
  thing: (s) => `small-end:${s.cylinder}`,
  named: (s, engine) => [cylinderName(engine, s.cylinder), 'small end'],
  material: () => 'steel',
  feeds: (s) => `${s.cylinder}:pin.in-rod:max`,
});
