import { FEATURES, type FeatureKey } from './feature.js';

/** What sheets call a feature besides its own name. Lower case, words in any order a sheet would print them. */
const ALSO: Readonly<Record<FeatureKey, readonly string[]>> = {
  bore: [
    'cylinder bore',
    'bore diameter',
    'cylinder inside diameter',
    'cylinder id',
    'cylinder diameter',
    'cylinder bore diameter',
    'standard bore',
    'bore size',
  ],
  'bore.out-of-round': [
    'out of round',
    'ovality',
    'cylinder out of round',
    'bore out of round',
    'roundness',
    'bore ovality',
    'out of round limit',
  ],
  'bore.taper': ['cylinder taper', 'bore taper', 'taper limit'],
  'sleeve.wall': ['sleeve wall thickness', 'liner wall'],
  piston: ['piston diameter', 'piston size', 'piston od', 'piston skirt'],
  clearance: [
    'piston to cylinder clearance',
    'piston to wall',
    'piston to bore',
    'cylinder clearance',
    'piston clearance',
    'piston to wall clearance',
    'piston to bore clearance',
    'piston to cylinder',
    'piston skirt clearance',
    'skirt clearance',
    'piston fit',
  ],
  'pin.in-piston': [
    'piston pin in piston',
    'pin to piston',
    'pin clearance in piston',
    'wrist pin in piston',
    'piston pin clearance',
    'wrist pin clearance',
    'pin to piston clearance',
  ],
  'pin.in-rod': [
    'pin in rod',
    'piston pin in rod',
    'pin to rod',
    'small end clearance',
    'wrist pin in rod',
    'pin to rod clearance',
    'small end play',
  ],
  'ring.gap.top': [
    'ring gap top',
    'ring end gap top',
    'end gap top',
    'top end gap',
    'first ring gap',
    'top ring end gap',
    'first ring end gap',
    '1st ring gap',
    '1st ring end gap',
    'compression ring gap',
    'end gap first',
    'end gap 1st',
    'ring gap 1st',
  ],
  'ring.gap.second': [
    'ring gap second',
    'ring gap 2nd',
    'ring end gap second',
    'end gap second',
    '2nd ring gap',
    'second ring end gap',
    '2nd ring end gap',
    'end gap 2nd',
  ],
  'ring.gap.rail': [
    'rail gap',
    'ring gap rail',
    'ring gap oil',
    'oil ring gap',
    'end gap oil',
    'side rail gap',
    'oil ring end gap',
    'oil ring rail gap',
    'oil rail gap',
    'side rail end gap',
    'rail end gap',
    'oil ring side rail',
    'oil ring side rail gap',
  ],
  'ring.gap.top.factor': ['ring gap top factor', 'top gap factor', 'top ring gap x bore'],
  'ring.gap.second.factor': ['ring gap second factor', 'second gap factor', 'second ring gap x bore'],
  'ring.groove.top': [
    'groove top',
    'ring groove top',
    'ring side clearance top',
    'top ring side clearance',
    'top ring groove clearance',
    'ring groove clearance top',
    'groove clearance top',
    'first ring side clearance',
    '1st ring side clearance',
    'top ring to groove',
  ],
  'ring.groove.second': [
    'groove second',
    'ring groove second',
    'ring side clearance second',
    'second ring side clearance',
    'second ring groove clearance',
    '2nd ring groove clearance',
    'ring groove clearance second',
    'groove clearance second',
    '2nd ring side clearance',
    'second ring to groove',
  ],
  'crank.rod-side': [
    'rod side',
    'big end side clearance',
    'connecting rod side clearance',
    'rod side clearance',
    'big end side play',
    'big end axial play',
    'con rod side clearance',
    'conrod side clearance',
    'connecting rod big end side clearance',
  ],
  'crank.journal': ['journal diameter', 'main journal', 'main journal diameter'],
  'crank.journal-clearance': ['bearing clearance', 'main bearing clearance', 'oil clearance'],
  'crank.run-out': [
    'crank runout',
    'crankshaft run-out',
    'crankshaft runout',
    'run-out',
    'runout',
    'crank run out',
    'crankshaft deflection',
  ],
  'crank.end-float': [
    'end float',
    'end play',
    'crankshaft end play',
    'thrust clearance',
    'crank end play',
    'crankshaft axial play',
    'axial play',
  ],
  'crank.rod-radial': [
    'rod radial play',
    'big end radial clearance',
    'big end up and down play',
    'big end radial play',
    'big end play',
    'connecting rod radial play',
    'big end radial',
  ],
  'crank.rod-tilt': ['rod tilt', 'small end side shake', 'rod side shake'],
  'crank.rod-bend': ['connecting rod bend', 'bend'],
  'crank.rod-twist': ['connecting rod twist', 'twist'],
  'crank.small-end': ['small end diameter', 'rod small end', 'small end bore'],
  'crank.air-gap': ['coil gap', 'ignition coil air gap', 'air gap'],
  'crank.journal-oval': ['journal ovality', 'journal out of round', 'main journal out of round'],
  'crank.journal-taper': ['main journal taper'],
  'crank.housing': ['main housing', 'main bearing bore', 'crankcase bore'],
  'crank.pin': ['crank pin diameter', 'rod journal', 'big end journal', 'crankpin', 'crankpin diameter'],
  'crank.pin-oval': ['crank pin out of round', 'crankpin ovality'],
  'crank.pin-taper': ['crank pin taper'],
  'crank.pin-clearance': ['rod bearing clearance', 'big end oil clearance'],
  'crank.rod-housing': ['big end bore', 'rod big end bore'],
  'head.flatness': [
    'head warp',
    'head warpage',
    'cylinder head warpage',
    'cylinder head distortion',
    'warp',
    'warpage',
    'head distortion',
    'gasket surface warpage',
    'distortion',
  ],
  'head.deck-flatness': [
    'deck flatness',
    'cylinder warpage',
    'cylinder deck warp',
    'cylinder warp',
    'cylinder distortion',
    'cylinder gasket surface warpage',
  ],
  'valve.stem.intake': ['valve stem intake', 'valve stem diameter in', 'intake stem'],
  'valve.stem.exhaust': ['valve stem exhaust', 'valve stem diameter ex', 'exhaust stem'],
  'valve.guide': ['guide bore', 'valve guide inside diameter', 'guide id'],
  'valve.stem-clearance.intake': ['stem to guide intake', 'stem clearance in'],
  'valve.stem-clearance.exhaust': ['stem to guide exhaust', 'stem clearance ex'],
  'valve.seat-width': ['seat width', 'valve seat contact width'],
  'valve.margin': ['margin thickness', 'valve head margin', 'valve margin thickness'],
  'valve.face-run-out': ['valve run-out', 'valve face runout', 'valve stem runout'],
  'valve.spring-length': [
    'spring free length',
    'valve spring length',
    'valve spring free length',
    'spring length',
  ],
  'valve.spring-square': ['spring squareness', 'valve spring tilt'],
  'cam.lobe.intake': [
    'cam lobe height in',
    'intake lobe',
    'cam height intake',
    'cam lobe intake',
    'cam lobe in',
    'intake cam lobe',
    'intake cam height',
  ],
  'cam.lobe.exhaust': [
    'cam lobe height ex',
    'exhaust lobe',
    'cam height exhaust',
    'cam lobe exhaust',
    'cam lobe ex',
    'exhaust cam lobe',
    'exhaust cam height',
  ],
  'cam.journal': ['camshaft journal', 'cam journal diameter'],
  'cam.clearance': ['camshaft clearance', 'camshaft oil clearance'],
  'gear.end-float': ['gear shaft end play', 'gearbox end float', 'transmission shaft end play'],
  'gear.fork': ['fork thickness', 'shift fork thickness', 'fork finger thickness'],
  'gear.fork-clearance': ['shift fork clearance', 'fork to groove'],
  'clutch.plate': [
    'friction disc thickness',
    'clutch friction plate',
    'drive plate thickness',
    'friction plate thickness',
    'friction plate',
  ],
  'clutch.pack': ['clutch stack height', 'plate stack', 'clutch pack height'],
  'clutch.warp': ['plate warp', 'steel plate warp', 'driven plate warp'],
  'clutch.spring': ['clutch spring length', 'clutch spring'],
  'pump.tip': ['rotor tip clearance', 'oil pump inner rotor', 'inner to outer rotor'],
  'pump.body': ['outer rotor to body', 'pump body clearance'],
  'pump.side': ['rotor side clearance', 'pump end clearance'],
  'pump.reed': ['reed opening', 'reed gap', 'reed petal gap'],
  'pump.impeller': ['impeller clearance', 'water pump clearance', 'impeller to housing'],
  'pump.float': ['float level', 'carburettor float height'],
  'pump.power-valve': ['exhaust valve play', 'power valve play'],
  'pump.starter': ['starter brush length', 'starter brush', 'recoil pawl'],
  'crank.leak-pressure': ['test pressure', 'leak test pressure'],
  'crank.leak-rate': ['leak rate', 'pressure drop', 'leak down per minute', 'crankcase leak'],
  'crank.vacuum': ['test vacuum', 'leak test vacuum'],
  'crank.vacuum-rate': ['vacuum loss', 'vacuum leak rate', 'crankcase vacuum leak'],
  compression: ['compression pressure', 'cylinder compression', 'cranking compression'],
  'compression.spread': ['compression difference', 'compression spread', 'spread across cylinders'],
  'leak-down': ['leakdown', 'cylinder leakage', 'leak down percent'],
  'setup.deck': ['deck', 'deck height'],
  'setup.squish': ['squish clearance', 'squish band', 'squish gap', 'squish height'],
  'setup.valve.intake': [
    'valve clearance intake',
    'valve intake',
    'intake valve',
    'valve clearance in',
    'valve in',
    'valve lash intake',
    'intake valve clearance',
    'intake clearance',
    'tappet intake',
  ],
  'setup.valve.exhaust': [
    'valve clearance exhaust',
    'valve exhaust',
    'exhaust valve',
    'valve clearance ex',
    'valve ex',
    'valve lash exhaust',
    'exhaust valve clearance',
    'exhaust clearance',
    'tappet exhaust',
  ],
  'setup.port-roof': ['port height', 'port roof'],
  'setup.port-width': ['width of port'],
  'setup.contact.intake': [
    'piston to valve intake',
    'intake valve to piston',
    'valve to piston clearance in',
  ],
  'setup.contact.exhaust': [
    'piston to valve exhaust',
    'exhaust valve to piston',
    'valve to piston clearance ex',
  ],
  'setup.cam.intake-opens': ['intake opens', 'intake valve opens btdc', 'io'],
  'setup.cam.intake-closes': ['intake closes', 'intake valve closes abdc', 'ic'],
  'setup.cam.exhaust-opens': ['exhaust opens', 'exhaust valve opens bbdc', 'eo'],
  'setup.cam.exhaust-closes': ['exhaust closes', 'exhaust valve closes atdc', 'ec'],
  'setup.chain-rivet': ['chain rivet', 'rivet diameter', 'cam chain rivet'],
  'setup.decompressor': ['decompressor', 'decompression lift', 'decompressor lift'],
};

/** Words of a name, without what joins them. */
export const wordsOf = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[-–_/:,.×]/gu, ' ')
    .replace(/\b(the|of|and)\b/gu, ' ')
    .replace(/\s+/gu, ' ')
    .trim();

const NAMES: readonly (readonly [words: string, feature: FeatureKey])[] = (
  Object.entries(ALSO) as [FeatureKey, readonly string[]][]
).flatMap(([feature, also]) =>
  [FEATURES[feature].name, feature.replaceAll('.', ' '), ...also].map((n) => [wordsOf(n), feature] as const),
);

/** The feature a sheet's words mean; null where they mean none of those on file. */
export function featureNamed(text: string): FeatureKey | null {
  const words = wordsOf(text);
  return NAMES.find(([name]) => name === words)?.[1] ?? null;
}

/** Names that sheets print once for several: both compression rings, both sides of the valves. */
const TOGETHER: readonly (readonly [names: readonly string[], features: readonly FeatureKey[]])[] = [
  [
    [
      'end gap',
      'ring gap',
      'ring end gap',
      'piston ring gap',
      'piston ring end gap',
      'compression ring end gap',
    ],
    ['ring.gap.top', 'ring.gap.second'],
  ],
  [
    [
      ...['ring groove clearance', 'groove clearance', 'ring side clearance', 'piston ring side clearance'],
      ...['side clearance', 'ring to groove', 'ring to groove clearance', 'piston ring groove clearance'],
    ],
    ['ring.groove.top', 'ring.groove.second'],
  ],
  [
    ['cam lobe', 'cam lobe height', 'cam height', 'camshaft lobe height', 'lobe height'],
    ['cam.lobe.intake', 'cam.lobe.exhaust'],
  ],
  [
    ['valve clearance', 'valve lash', 'tappet clearance', 'lash'],
    ['setup.valve.intake', 'setup.valve.exhaust'],
  ],
  [
    ['stem to guide', 'stem to guide clearance', 'valve stem clearance', 'stem clearance'],
    ['valve.stem-clearance.intake', 'valve.stem-clearance.exhaust'],
  ],
];

/** Every feature a sheet's words mean: one as a rule, several where sheets print one figure for all of them. */
export function featuresNamed(text: string): readonly FeatureKey[] {
  const words = wordsOf(text);
  const one = featureNamed(words);
  if (one) return [one];
  return TOGETHER.find(([names]) => names.includes(words))?.[1] ?? [];
}

/**
 * Features whose name begins as what is typed, for completing it.
 * @returns names as this house prints them, each once
 */
export function featuresLike(text: string): readonly FeatureKey[] {
  const words = wordsOf(text);
  if (words === '') return [];
  return [...new Set(NAMES.filter(([name]) => name.startsWith(words)).map(([, feature]) => feature))];
}
