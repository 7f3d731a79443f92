import {
  ASSEMBLIES,
  HAS_NOT,
  HUNG,
  partsOf,
  type Assembly,
  type EngineSpec,
  type MayLack,
} from '@tribos/core';
import { sourceOf, type Sheet } from './sheet.js';

type Piece = readonly [name: string, way?: string, count?: number];
/** A seal, a ring, a lock washer: renewed whenever it was apart. */
const NEW = '*';

interface Hung {
  readonly pieces: readonly Piece[];
  readonly look: string;
  readonly setting: string;
}

const FLOAT_CARBURETTOR: Hung = {
  pieces: [
    ['main jet'],
    ['pilot jet'],
    ['needle valve seat'],
    ['needle valve', 'its clip over the tongue of the float'],
    ['float and its pin', 'pin in from the side with the larger hole'],
    [`${NEW}float bowl O-ring`, 'dry, all the way into its groove'],
    ['float bowl', 'drain towards the outside'],
    ['jet needle', 'clip in the groove noted when it came out'],
    ['slide and spring', 'cut-away towards the air filter'],
  ],
  look: 'a step worn on the tip of the needle valve, a slide scored on its engine side, cracks in the diaphragm',
  setting: 'float height as measured; mixture screw to the turns counted out',
};

const INJECTION: Hung = {
  pieces: [
    [`${NEW}injector O-ring`, 'a drop of engine oil', 1],
    ['injector', 'its plug towards the frame'],
    ['throttle position sensor', 'flats in line with the shaft'],
    [`${NEW}throttle body seal`, 'lip towards the engine'],
    ['throttle body', 'mark on the boot between its ribs'],
  ],
  look: 'play of the throttle shaft, a spray that leans, a cut in the seal',
  setting: 'idle stop is sealed: it is not touched',
};

const DIAPHRAGM_CARBURETTOR: Hung = {
  pieces: [
    [`${NEW}fuel strainer`],
    ['inlet needle, lever and spring', 'lever level with the floor of the chamber'],
    [`${NEW}metering diaphragm and its gasket`, 'gasket first, then the diaphragm'],
    ['metering cover', 'vent hole open', 1],
    [`${NEW}pump diaphragm and its gasket`, 'diaphragm first, then the gasket'],
    ['pump cover'],
  ],
  look: 'a stiff diaphragm, a plug of the body that seeps, a worn throttle shaft',
  setting: 'lever level with the floor; both screws to the turns counted out',
};

const WATER_PUMP: Hung = {
  pieces: [
    [`${NEW}oil seal`, 'spring towards the oil'],
    [`${NEW}water seal`, 'ceramic face towards the impeller, clean and dry'],
    ['shaft', 'through both lips with a sleeve'],
    ['impeller', 'vanes outwards'],
    [`${NEW}impeller washer`, 'sharp edge towards the impeller'],
    [`${NEW}cover O-ring`],
    ['cover', 'drain bolt low'],
  ],
  look: 'a groove under the lips, pitted vanes, white or brown marks at the weep hole',
  setting: '',
};

const OIL_PUMP: Hung = {
  pieces: [
    ['outer rotor', 'its dot towards the cover'],
    ['inner rotor', 'its dot towards the cover'],
    ['drive pin', 'through the shaft before the rotor'],
    ['shaft'],
    ['cover', 'flat, no scores'],
  ],
  look: 'scores in the cover, chipped tips, a bent pin',
  setting: 'filled with oil before it is closed, turned by hand',
};

const SAW_OILER: Hung = {
  pieces: [
    ['pump piston', 'its groove in the pin'],
    ['spring'],
    [`${NEW}plug seal`],
    ['worm', 'arm in the slot'],
  ],
  look: 'melted or worn teeth of the worm',
  setting: 'screw to the middle of its travel',
};

const REEDS: Hung = {
  pieces: [
    [`${NEW}reed block gasket`],
    ['petals', 'cut corner low left', 2],
    ['stops', 'over the petals', 2],
    ['block', 'long side up'],
  ],
  look: 'chipped or split tips, petals that stand off, stops bent',
  setting: '',
};

const POWER_VALVE: Hung = {
  pieces: [
    ['guide plate'],
    ['valve', 'bevel towards the piston'],
    [`${NEW}rod seal`, 'lip towards the cylinder'],
    ['rod and spring'],
    [`${NEW}cover gasket`],
    ['cover'],
  ],
  look: 'carbon in the guide, an edge that touched a ring, a stretched spring',
  setting: 'opens fully by hand and falls back by itself',
};

const ELECTRIC_STARTER: Hung = {
  pieces: [
    ['brush plate', 'tab in its slot'],
    ['brushes', 'chamfer towards the commutator', 2],
    ['armature', 'insulated washer first'],
    [`${NEW}housing O-ring`, undefined, 2],
    ['housing', 'marks in line'],
  ],
  look: 'brushes near their line, a burnt commutator, a shaft with play',
  setting: '',
};

const RECOIL: Hung = {
  pieces: [
    ['spring', 'hooked at its outer end; wound the way of the arrow'],
    ['pulley and rope', 'three turns of preload'],
    ['pawls', 'springs under them', 2],
    ['friction plate'],
  ],
  look: 'frayed rope, pawls rounded, a spring with a broken hook',
  setting: 'handle pulled home with half a turn left in the spring',
};

const OF: Readonly<Record<string, Hung | undefined>> = {
  reeds: REEDS,
  'power-valve': POWER_VALVE,
  'water-pump': WATER_PUMP,
};

const hungOf = (kind: Assembly['of'], engine: EngineSpec): Hung => {
  if (OF[kind]) return OF[kind];
  if (kind === 'carburettor')
    return engine.kind === 'chainsaw'
      ? DIAPHRAGM_CARBURETTOR
      : engine.strokes === 4 && engine.kind === 'motorcycle'
        ? INJECTION
        : FLOAT_CARBURETTOR;
  if (kind === 'starter')
    return engine.kind === 'chainsaw' || engine.kind === 'snowmobile' ? RECOIL : ELECTRIC_STARTER;
  return engine.kind === 'chainsaw' ? SAW_OILER : OIL_PUMP;
};

/** What hangs on an engine and comes apart by itself, in the order it goes together. */
export function assembliesOf(engine: EngineSpec, sheet: Sheet, page: string): EngineSpec['parts'] {
  const source = sourceOf(sheet, page);
  const kinds = [
    ...new Set(
      partsOf(engine)
        .map((p) => p.kind.kind)
        .filter((k): k is Assembly['of'] => (HUNG as readonly string[]).includes(k)),
    ),
  ];
  const none: readonly MayLack[] =
    engine.strokes === 2 && engine.kind === 'atv' ? ['oil-pump', 'power-valve'] : [];
  return {
    ...(none.length > 0 ? { [HAS_NOT.name]: { none } } : {}),
    [ASSEMBLIES.name]: {
      assemblies: kinds.map((of): Assembly => {
        const { pieces, look, setting } = hungOf(of, engine);
        return {
          of,
          look,
          setting,
          source,
          pieces: pieces.map(([name, way = '', count = 1]) => ({
            name: name.replace(NEW, ''),
            count,
            way,
            renewed: name.startsWith(NEW),
          })),
        };
      }),
    },
  };
}
