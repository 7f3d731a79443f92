import { withShopRules, type EngineSpec, type Material, type ShopRule } from '../specs/index.js';
import { standingDecision, type JobFile } from './jobFile.js';

interface Laid {
  readonly rules: readonly ShopRule[];
  readonly piston: Material | null;
  readonly engine: EngineSpec;
}
const laid = new WeakMap<EngineSpec, Laid>();

/** A job with the rules of its shop laid over the engine’s sheet, for the class of the piston that was chosen. */
export function withRulesLaid(file: JobFile): JobFile {
  const { engine, shop } = file;
  const rules = shop.sheetRules ?? [];
  const kit = standingDecision(file)?.kitId ?? null;
  const piston = engine.kits.find((k) => k.id === kit)?.material ?? null;
  const before = laid.get(engine);
  // One engine for the same rules: what was worked from it is not worked again.
  const now =
    before?.rules === rules && before.piston === piston
      ? before.engine
      : { ...engine, limits: withShopRules(engine.limits, rules, engine, shop.name, piston) };
  if (now.limits === engine.limits) return file;
  for (const key of [engine, now]) laid.set(key, { rules, piston, engine: now });
  return { ...file, engine: now };
}
