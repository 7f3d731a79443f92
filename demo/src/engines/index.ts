import type { EngineSpec } from '@tribos/core';
import { brask59, drumlin212, drumlin386, kaldera620, pellworm720 } from './others.js';
import { varrow312, varrow644, varrow744 } from './varrow.js';

/** The eight invented engines of the demo shop. Never build an engine from these figures. */
export const engines: readonly EngineSpec[] = [
  varrow644,
  varrow312,
  varrow744,
  drumlin386,
  drumlin212,
  kaldera620,
  pellworm720,
  brask59,
];

export { brask59, drumlin212, drumlin386, kaldera620, pellworm720, varrow312, varrow644, varrow744 };
