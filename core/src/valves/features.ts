import { feature, features } from '../features/index.js';

/** What sheets print once for both. */
const LOBES = ['cam lobe', 'cam lobe height', 'cam height', 'camshaft lobe height', 'lobe height'];

/** What sheets print once for both. */
const STEMS = ['stem to guide', 'stem to guide clearance', 'valve stem clearance', 'stem clearance'];

/** What figures of valves and cams are called, what breaking their limits does, what is said about them. */
export const valvesFeatures = features({
  'valve.stem.intake': feature('Intake valve stem', 'engine', 'seizure', 'wear', {
    least: true,
    also: ['intake stem', 'stem intake', 'valve stem intake', 'valve stem diameter in', 'intake stem'],
  }),
  'valve.stem.exhaust': feature('Exhaust valve stem', 'engine', 'seizure', 'wear', {
    least: true,
    also: ['exhaust stem', 'stem exhaust', 'valve stem exhaust', 'valve stem diameter ex', 'exhaust stem'],
  }),
  'valve.guide': feature('Valve guide', 'engine', 'wear', 'seizure', {
    also: ['guide bore', 'valve guide inside diameter', 'guide id'],
  }),
  'valve.stem-clearance.intake': feature('Intake stem clearance', 'engine', 'wear', 'seizure', {
    also: ['stem to guide intake', 'stem clearance in'],
    together: STEMS,
  }),
  'valve.stem-clearance.exhaust': feature('Exhaust stem clearance', 'engine', 'wear', 'seizure', {
    also: ['stem to guide exhaust', 'stem clearance ex'],
    together: STEMS,
  }),
  'valve.seat-width': feature('Valve seat width', 'engine', 'wear', 'wear', {
    also: ['seat width', 'valve seat contact width'],
  }),
  'valve.margin': feature('Valve margin', 'engine', 'cosmetic', 'wear', {
    also: ['margin thickness', 'valve head margin', 'valve margin thickness'],
  }),
  'valve.face-run-out': feature('Valve face run-out', 'engine', 'wear', 'cosmetic', {
    also: ['valve run-out', 'valve face runout', 'valve stem runout'],
  }),
  'valve.spring-length': feature('Valve spring free length', 'engine', 'cosmetic', 'wear', {
    also: ['spring free length', 'valve spring length', 'valve spring free length', 'spring length'],
  }),
  'valve.spring-square': feature('Valve spring out of square', 'engine', 'wear', 'cosmetic', {
    also: ['spring squareness', 'valve spring tilt'],
  }),
  'cam.lobe.intake': feature('Intake cam lobe', 'engine', 'cosmetic', 'wear', {
    also: [
      'cam lobe height in',
      'intake lobe',
      'cam height intake',
      'cam lobe intake',
      'cam lobe height intake',
      'intake cam lobe height',
      'cam lobe in',
      'intake cam lobe',
      'intake cam height',
    ],
    together: LOBES,
  }),
  'cam.lobe.exhaust': feature('Exhaust cam lobe', 'engine', 'cosmetic', 'wear', {
    also: [
      'cam lobe height ex',
      'exhaust lobe',
      'cam height exhaust',
      'cam lobe exhaust',
      'cam lobe height exhaust',
      'exhaust cam lobe height',
      'cam lobe ex',
      'exhaust cam lobe',
      'exhaust cam height',
    ],
    together: LOBES,
  }),
  'cam.journal': feature('Cam journal', 'engine', 'seizure', 'wear', {
    least: true,
    also: ['camshaft journal', 'cam journal diameter'],
  }),
  'cam.clearance': feature('Cam journal clearance', 'engine', 'wear', 'seizure', {
    also: ['camshaft clearance', 'camshaft oil clearance'],
  }),
});
