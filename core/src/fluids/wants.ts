import type { JobFile } from '../job/index.js';
import { hasNot, type EngineSpec } from '../specs/index.js';
import type { Want } from '../verdicts/index.js';
import { FLUIDS, type Fluid } from './sheets.js';

/** What an engine of this kind cannot run without. */
function filled(engine: EngineSpec): readonly Fluid['what'][] {
  const { strokes, cooling, kind } = engine;
  return [
    strokes === 4 ? ('engine oil' as const) : ('two-stroke mix' as const),
    ...(strokes === 2 && (kind === 'motorcycle' || kind === 'atv') ? ['gear oil' as const] : []),
    ...(cooling === 'liquid' && kind !== 'watercraft' && !hasNot(engine, 'coolant')
      ? ['coolant' as const]
      : []),
  ];
}

const LIKE: Partial<Record<Fluid['what'], string>> = {
  'engine oil': 'engine oil 1.9 L 10W-40, level: screwed in',
  'two-stroke mix': 'two-stroke mix 1:40',
  'gear oil': 'gear oil 700 ml 75W-90, level: to the screw',
  coolant: 'coolant 950 ml, bleed: screw at the pump',
};

/** Fluids an engine does not run without and that nobody has put on file. */
export function fluidsMissing(engine: EngineSpec): readonly Fluid['what'][] {
  const on = new Set(FLUIDS.of(engine)?.fluids.map((f) => f.what));
  return filled(engine).filter((what) => !on.has(what));
}

/** What is asked of fluids. */
export function fluidWants({ engine }: JobFile): readonly Want[] {
  return fluidsMissing(engine).map((what) => ({
    key: `fluid:${what}`,
    noun: what,
    asks:
      what === 'coolant'
        ? 'Coolant: how much, of which grade, how is its air let out? Or: air cooled.'
        : what === 'two-stroke mix'
          ? 'Two-stroke mix: how much oil to how much fuel?'
          : `${what[0]!.toUpperCase()}${what.slice(1)}: how much, of which grade, up to where?`,
    begins: what,
    like: LIKE[what] ?? what,
    party: engine.maker,
    needed: true,
  }));
}
