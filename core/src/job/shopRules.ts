import { withShopRules, type EngineSpec, type Material, type ShopRule } from '../specs/index.js';
import { standingDecision, type JobFile } from './jobFile.js';

interface Laid {
  readonly rules: readonly ShopRule[];
  readonly piston: Material | null;
  readonly engine: EngineSpec;
}
const NONE: readonly ShopRule[] = [];
const laid = new WeakMap<EngineSpec, Laid>();

const over = (engine: EngineSpec, limits: EngineSpec['limits']): EngineSpec =>
  limits === engine.limits ? engine : { ...engine, limits };

/** A job with the rules of its shop laid over the engine’s sheet, for the class of the piston that was chosen. */
export function withRulesLaid(file: JobFile): JobFile {
  const { engine, shop } = file;
  const rules = shop.sheetRules ?? NONE;
  const kit = standingDecision(file)?.kitId ?? null;
  const piston = engine.kits.find((k) => k.id === kit)?.material ?? null;
  const before = laid.get(engine);
  // One engine for the same rules: what was worked from it is not worked again.
  const now =
    before?.rules === rules && before.piston === piston
      ? before.engine
      : over(engine, withShopRules(engine.limits, rules, engine, shop.name, piston));
  for (const key of [engine, now]) laid.set(key, { rules, piston, engine: now });
  return now === engine ? file : { ...file, engine: now };
}
