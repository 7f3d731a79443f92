import { feature, features } from '../features/index.js';

/** What figures of what hangs on the engine are called, what breaking their limits does, what is said about them. */
export const pumpsFeatures = features({
  'pump.tip': feature('Oil pump tip clearance', 'engine', 'wear', 'cosmetic', {
    also: ['rotor tip clearance', 'oil pump inner rotor', 'inner to outer rotor'],
  }),
  'pump.body': feature('Oil pump body clearance', 'engine', 'wear', 'cosmetic', {
    also: ['outer rotor to body', 'pump body clearance'],
  }),
  'pump.side': feature('Oil pump side clearance', 'engine', 'wear', 'seizure', {
    also: ['rotor side clearance', 'pump end clearance'],
  }),
  'pump.reed': feature('Reed tip opening', 'engine', 'wear', 'cosmetic', {
    also: ['reed opening', 'reed gap', 'reed petal gap'],
  }),
  'pump.impeller': feature('Water pump impeller clearance', 'engine', 'wear', 'wear', {
    also: ['impeller clearance', 'water pump clearance', 'impeller to housing'],
  }),
  'pump.float': feature('Float height', 'engine', 'wear', 'seizure', {
    also: ['float level', 'carburettor float height'],
  }),
  'pump.power-valve': feature('Power valve in its guide', 'engine', 'wear', 'cosmetic', {
    also: ['exhaust valve play', 'power valve play'],
  }),
  'pump.starter': feature('Starter brush or pawl', 'engine', 'cosmetic', 'wear', {
    also: ['starter brush length', 'starter brush', 'recoil pawl'],
  }),
});
