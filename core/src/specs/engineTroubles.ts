import type { Misfit } from '../shape/index.js';
import type { EngineSpec } from './engine.js';

type Body = Pick<
  EngineSpec,
  'bore' | 'depths' | 'wallDepth' | 'ports' | 'sleeveOuter' | 'pin' | 'cylinders' | 'wall'
>;

/**
 * What cannot be so of an engine, whatever its manual says: whoever types it, copies it or brings it in is told the
 * same.
 * @returns places as JSON pointers with a sentence each; empty when all can be
 */
export function engineTroubles(engine: Body): Misfit[] {
  const { bore, depths, wallDepth, ports, sleeveOuter, pin, cylinders, wall } = engine;
  const found: Misfit[] = [];
  const say = (path: string, sentence: string) => void found.push({ path, sentence });
  if (!(depths.top > 0 && depths.top < depths.mid && depths.mid < depths.low && depths.low <= wallDepth))
    say('/depths', 'should run top, mid, low down the wall, none below its end');
  ports.forEach((p, i) => {
    if (p.roof >= p.floor) say(`/ports/${i}/floor`, `${p.name}: the floor lies below the roof`);
    else if (p.floor > wallDepth)
      say(`/ports/${i}/floor`, `${p.name}: its floor lies below the end of the wall`);
    if (!(p.from < p.to && p.to - p.from < 360))
      say(`/ports/${i}/to`, `${p.name}: runs from one angle on to a larger one, less than a turn`);
  });
  if (sleeveOuter !== null && wall !== 'iron-sleeve') say('/sleeveOuter', 'this wall has no sleeve');
  else if (sleeveOuter !== null && sleeveOuter <= bore)
    say('/sleeveOuter', 'a sleeve is larger outside than its bore');
  if (pin !== null && pin >= bore) say('/pin', 'a pin is thinner than the bore is wide');
  if (new Set(cylinders.map((c) => c.trim().toLowerCase())).size !== cylinders.length)
    say('/cylinders', 'two cylinders have the same name');
  return found;
}
