import type { RingPack } from '../../rings/index.js';
import type { EngineSpec, Source } from '../../specs/index.js';
import type { AssemblySection, AssemblyStep } from '../assemblySheet.js';
import { pistonSteps, ringSteps } from './piston.js';
import { cylinderSteps, firstSteps, headSteps } from './top.js';

/** Nobody's sheet: what is usual for such a machine. */
const USUAL: Source = {
  type: 'shop-rule',
  party: 'usual for its kind',
  document: 'General list, no sheet of this engine',
  page: '',
  revision: '',
  enteredBy: 'Tribos',
  checkedBy: null,
};

/** Done where rings and piston came out, and where they stayed in their bore. */
const OF_A_WHOLE: ReadonlySet<string> = new Set([
  ...['washed', 'fits', 'power-valves', 'mark', 'oiled', 'gaps-again', 'cylinder-on'],
]);
const OF_A_HELD: ReadonlySet<string> = new Set(['cylinder-held']);

/**
 * How the top end of such an engine usually goes together, to start from where nobody has entered its own list. Which way
 * round things go comes from the sheet of the rings and the gaskets that are fitted.
 * @param pack rings of the piston that goes in; null where no sheet describes them
 * @param held the rings never left their bore: pin and clips alone go back
 */
export function generalAssembly(
  engine: EngineSpec,
  pack: RingPack | null,
  held = false,
): readonly AssemblySection[] {
  const section = (key: string, name: string, steps: readonly AssemblyStep[]): AssemblySection => ({
    key,
    name,
    steps: steps.filter((s) => !(held ? OF_A_WHOLE : OF_A_HELD).has(s.key)),
    source: USUAL,
  });
  return [
    section('first', 'Before it starts', firstSteps(engine)),
    held
      ? section('piston', 'Pin and clips', pistonSteps(engine, pack))
      : section('piston', 'Rings and piston', [...ringSteps(engine, pack), ...pistonSteps(engine, pack)]),
    section('cylinder', 'Cylinder', cylinderSteps(engine, pack)),
    section('head', engine.kind === 'chainsaw' ? 'Plug' : 'Head and timing', headSteps(engine)),
  ];
}
export { markTowards } from './piston.js';
