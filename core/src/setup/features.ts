import { feature, features, ofBuild } from '../features/index.js';

/** What sheets print once for both. */
const LASH = ['valve clearance', 'valve lash', 'tappet clearance', 'lash'];

/** What figures of the set-up are called, what breaking their limits does, what is said about them. */
export const setupFeatures = features({
  'setup.deck': feature('Deck clearance', 'engine', 'wear', 'seizure', {
    also: ['deck', 'deck height'],
    usual: [-1.5, 3],
  }),
  'setup.squish': feature('Squish', 'engine', 'wear', 'seizure', {
    also: ['squish clearance', 'squish band', 'squish gap', 'squish height'],
    usual: [0.4, 3],
  }),
  'setup.valve.intake': feature('Intake valve clearance', 'engine', 'wear', 'seizure', {
    also: [
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
    together: LASH,
    usual: [0.02, 0.6],
  }),
  'setup.valve.exhaust': feature('Exhaust valve clearance', 'engine', 'wear', 'seizure', {
    also: [
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
    together: LASH,
    usual: [0.02, 0.8],
  }),
  'setup.port-roof': feature('Port roof from the deck', 'engine', 'wear', 'wear', {
    also: ['port height', 'port roof'],
  }),
  'setup.port-width': feature('Port width', 'engine', 'seizure', 'wear', { also: ['width of port'] }),
  'setup.contact.intake': ofBuild('Intake valve to piston', 'cosmetic', 'seizure', {
    also: ['piston to valve intake', 'intake valve to piston', 'valve to piston clearance in'],
    usual: [0.4, 4],
  }),
  'setup.contact.exhaust': ofBuild('Exhaust valve to piston', 'cosmetic', 'seizure', {
    also: ['piston to valve exhaust', 'exhaust valve to piston', 'valve to piston clearance ex'],
    usual: [0.4, 5],
  }),
  'setup.cam.intake-opens': ofBuild('Intake opens before top', 'wear', 'wear', {
    dimension: 'angle',
    also: ['intake opens', 'intake valve opens btdc', 'io'],
  }),
  'setup.cam.intake-closes': ofBuild('Intake closes after bottom', 'wear', 'wear', {
    dimension: 'angle',
    also: ['intake closes', 'intake valve closes abdc', 'ic'],
  }),
  'setup.cam.exhaust-opens': ofBuild('Exhaust opens before bottom', 'wear', 'wear', {
    dimension: 'angle',
    also: ['exhaust opens', 'exhaust valve opens bbdc', 'eo'],
  }),
  'setup.cam.exhaust-closes': ofBuild('Exhaust closes after top', 'wear', 'wear', {
    dimension: 'angle',
    also: ['exhaust closes', 'exhaust valve closes atdc', 'ec'],
  }),
  'setup.chain-rivet': feature('Chain rivet, spread', 'engine', 'wear', 'seizure', {
    also: ['chain rivet', 'rivet diameter', 'cam chain rivet'],
    usual: [2, 12],
  }),
  'setup.decompressor': ofBuild('Decompressor lift', 'wear', 'wear', {
    also: ['decompressor', 'decompression lift', 'decompressor lift'],
    usual: [0.1, 2.5],
  }),
});
