export { changeHandsFree, handsFree, useHandsFree } from './handsFree.js';
export {
  connectLine,
  hasSerial,
  onFigure,
  openSerial,
  sayPlace,
  sendsItself,
  takeFromLine,
  useLineState,
} from './line.js';
export { ask, speak, tick } from './sounds.js';
export { WEDGE_MS, Wedge, strip } from './wedge.js';
