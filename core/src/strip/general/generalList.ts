import type { EngineSpec, Source } from '../../specs/index.js';
import type { StripSection, StripStep } from '../stripList.js';
import { bottomSteps } from './bottomEnd.js';
import { engineOut, machineSteps } from './machine.js';
import { topSteps } from './topEnd.js';

/** Nobody’s sheet: what is usual for such a machine. */
const USUAL: Source = {
  type: 'shop-rule',
  party: 'usual for its kind',
  document: 'General list, no sheet of this engine',
  page: '',
  revision: '',
  enteredBy: 'Tribos',
  checkedBy: null,
};

const known = new WeakMap<object, readonly StripSection[]>();

/**
 * How such an engine usually comes apart, to start from where nobody has entered its own list: access on the machine
 * first, what must precede what, loose parts counted, what would be lost for good asked.
 */
export function generalList(
  engine: Pick<EngineSpec, 'kind' | 'strokes' | 'cooling' | 'cylinders' | 'zeroAt' | 'parts'>,
): readonly StripSection[] {
  const before = known.get(engine);
  if (before) return before;
  const machine = machineSteps(engine);
  const top = topSteps(engine);
  const bottom = bottomSteps(engine);
  const section = (
    key: string,
    name: string,
    lies: StripSection['lies'],
    steps: readonly StripStep[],
  ): StripSection[] => (steps.length === 0 ? [] : [{ key, name, lies, steps, source: USUAL }]);
  const list = [
    ...section('access', 'Access', 'machine', machine.access),
    ...section('fluids', 'Fluids out', 'machine', machine.fluids),
    ...section('around', 'Around the engine', 'machine', machine.around),
    ...section('out', 'Out of the machine', 'machine', engineOut(engine)),
    ...section('head', engine.kind === 'chainsaw' ? 'Plug' : 'Head', 'upright', top.head),
    ...section('barrel', 'Cylinder and piston', 'upright', top.barrel),
    ...section('left', 'Flywheel side', 'side', bottom.left),
    ...section('right', 'Clutch side', 'side', bottom.right),
    ...section(
      'cases',
      'Cases and crank',
      engine.strokes === 4 && engine.cylinders.length > 1 ? 'inverted' : 'side',
      bottom.cases,
    ),
  ];
  known.set(engine, list);
  return list;
}
