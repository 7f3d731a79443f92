import type { EngineSpec } from '@tribos/core';
import { assembliesOf } from './assemblies.js';
import { pricesOf } from './prices.js';
import { measuredOf } from './measured.js';
import * as others from './others.js';
import { stackOf } from './stack.js';
import { stripOf } from './stripLists.js';
import { torquesOf } from './torques.js';
import { trainOf } from './trains.js';
import { valveSettingsOf } from './valveSettings.js';
import * as varrow from './varrow.js';

/** An engine with what else is measured of it, what it is put together from and how it comes apart, by the manual its limits stand in. */
function withStrip(engine: EngineSpec, of: string): EngineSpec {
  const { document } = engine.limits[0]!.source;
  const sheet = { party: engine.maker, type: 'engine-maker', document, unit: 'mm' } as const;
  const measured = measuredOf(of, engine, sheet);
  const valves = valveSettingsOf(of, engine, sheet);
  const whole: EngineSpec = {
    ...engine,
    limits: [...engine.limits, ...measured.limits, ...valves.limits],
    parts: {
      ...engine.parts,
      ...measured.parts,
      ...valves.parts,
      ...stackOf(of, engine, sheet),
      ...stripOf(of, engine, sheet),
    },
  };
  // Which parts it has, its strip list says.
  return {
    ...whole,
    parts: {
      ...whole.parts,
      ...assembliesOf(whole, sheet, measured.page),
      ...pricesOf(of, whole, sheet),
      ...torquesOf(of, whole, sheet),
      ...trainOf(of, whole, sheet),
    },
  };
}

export const varrow644 = withStrip(varrow.varrow644, '644');
export const varrow312 = withStrip(varrow.varrow312, '312');
export const varrow744 = withStrip(varrow.varrow744, '744');
export const drumlin386 = withStrip(others.drumlin386, '386');
export const drumlin212 = withStrip(others.drumlin212, '212');
export const kaldera620 = withStrip(others.kaldera620, '620');
export const pellworm720 = withStrip(others.pellworm720, '720');
export const brask59 = withStrip(others.brask59, '59');

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
