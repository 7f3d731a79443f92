import type { JobFile } from '../job/index.js';
import type { Want } from '../verdicts/index.js';
import { groupsOf, type Clamps } from './torqueSheet.js';

/** What a general list tightens and asks for by itself; the rest of an engine’s fasteners is there when somebody types it. */
function heldDown({ engine }: Pick<JobFile, 'engine'>): readonly Clamps[] {
  // A cylinder with its head in one is held by its own screws.
  if (engine.kind === 'chainsaw') return ['cylinder'];
  return engine.strokes === 4 ? ['head', 'cams'] : ['head', 'cylinder'];
}

const ASKED: Readonly<Partial<Record<Clamps, Pick<Want, 'noun' | 'asks' | 'begins' | 'like'>>>> = {
  head: {
    noun: 'what holds the head',
    asks: 'What holds the head? As the page has it, one line a group.',
    begins: 'head nuts',
    like: 'head nuts 4 x 38 N·m in 20, 38 oiled',
  },
  cylinder: {
    noun: 'what holds the cylinder',
    asks: 'What holds the cylinder? As the page has it, one line a group.',
    begins: 'cylinder nuts',
    like: 'cylinder nuts 4 x 26 N·m in 14, 26 oiled',
  },
  cams: {
    noun: 'the cam caps',
    asks: 'What holds the cam caps, or the rocker shafts?',
    begins: 'cam cap bolts',
    like: 'cam cap bolts 8 x 10 N·m in 5, 10 oiled',
  },
};

/** Fastener groups nobody has put on file. */
export function torqueWants(file: JobFile): readonly Want[] {
  const on = new Set(groupsOf(file.engine).map((g) => g.group.clamps));
  return heldDown(file).flatMap((clamps, at) => {
    const asked = ASKED[clamps];
    return on.has(clamps) || !asked
      ? []
      : [{ key: `torque:${clamps}`, ...asked, party: file.engine.maker, needed: at === 0 }];
  });
}
