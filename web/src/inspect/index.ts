export { ANSWER_KEYS } from './useClean.js';
