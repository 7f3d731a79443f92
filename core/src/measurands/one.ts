import type { FeatureKey, Material, EngineSpec } from '../specs/index.js';
import type { Sense } from '../gauges/index.js';
import { ALONE, type How, type Measurand, type Rule, type Spot, type Thing } from './measurand.js';
import { nm } from '../units/index.js';

/** A measure of one figure: most of them are no more than that. */
export function oneFigure(of: {
  readonly part: Measurand['part'];
  readonly name: string;
  readonly sense: Sense;
  readonly feature: FeatureKey | ((thing: Thing) => FeatureKey);
  readonly how: How;
  readonly sides: readonly ('max' | 'min')[];
  readonly things: (engine: EngineSpec) => readonly Thing[];
  readonly spots?: readonly Spot[];
  readonly held: string;
  readonly heldOn?: Measurand['heldOn'];
  readonly has?: Measurand['has'];
  readonly definition: string;
  readonly material?: Material;
  readonly slack?: number;
  readonly states?: Rule['states'];
  readonly reopens?: Measurand['reopens'];
  readonly hangsOn?: Measurand['hangsOn'];
  readonly openedBy?: Measurand['openedBy'];
  readonly standsOn?: Measurand['standsOn'];
  readonly aside?: true;
  readonly by?: Measurand['by'];
  readonly ifLimit?: true;
  readonly loose?: true;
  /** Size of each where its sheet gives none, nm. */
  readonly nominal?: number;
}): Measurand {
  const {
    feature,
    how,
    sides,
    definition,
    spots = ALONE,
    material = 'steel',
    states,
    ifLimit,
    nominal,
    things,
    ...rest
  } = of;
  return {
    ...rest,
    things:
      nominal === undefined
        ? things
        : (engine) => things(engine).map((t) => ({ ...t, nominal: nm(nominal) })),
    material,
    spots: () => spots,
    rules: [
      {
        key: of.part.split('.')[1]!,
        feature,
        how,
        sides,
        title: of.name,
        definition,
        ...(states ? { states } : {}),
        ...(ifLimit ? { ifLimit } : {}),
      },
    ],
  };
}
