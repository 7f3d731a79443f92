import type { EngineSpec, ProposedFact } from './engine.js';

/** What a fact of an engine settles where it stood as a proposal. */
const SETTLES: Readonly<Record<string, ProposedFact>> = {
  cylinders: 'cylinders',
  depths: 'depths',
  wallDepth: 'wall-depth',
  pinAxisDeg: 'pin-axis',
  zeroAt: 'zero',
  cooling: 'cooling',
};

/**
 * An engine with one fact as somebody says it: no proposal any more.
 * @example factTaken({ cooling: 'liquid', proposed: ['cooling'] }, 'cooling', 'air').proposed // []
 */
export const factTaken = <E extends Partial<EngineSpec>>(engine: E, field: string, value: unknown): E => ({
  ...engine,
  [field]: value,
  ...(engine.proposed && { proposed: engine.proposed.filter((p) => p !== SETTLES[field]) }),
});
