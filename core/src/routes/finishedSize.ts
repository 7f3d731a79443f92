import {
  targetBore,
  verificationRemedy,
  verificationU,
  type Remedy,
  type TargetBore,
  type Verification,
} from '../fit/index.js';
import { fact, shopUnit, type JobFile, type OutsideWork } from '../job/index.js';
import type { Kit } from '../specs/index.js';
import { firmFor } from './cost.js';

/** A clearance from its least to its most, nm. */
export type Range = { readonly low: number; readonly high: number };

/** What of a kit no reading changes: its clearance and how well that can be verified. */
const verified = fact(
  'how a kit is verified',
  (
    file,
    [kitId, low, high, at]: readonly [string, number | null, number | null, string],
  ): { readonly verification: Verification | null; readonly remedy: Remedy | null } => {
    const kit = file.engine.kits.find((k) => k.id === kitId)!;
    const verification = verificationU(file, kit, at);
    if (low === null || high === null || verification === null) return { verification, remedy: null };
    const { cannotBeVerified } = targetBore({
      piston: kit.piston,
      clearanceLow: low,
      clearanceHigh: high,
      uClearance: verification.u,
      allowance: file.shop.allowance.clearance,
      rules: file.shop.rules,
    });
    return {
      verification,
      remedy: cannotBeVerified ? verificationRemedy(file, kit, at, { low, high }) : null,
    };
  },
);

/** @param at ISO date, for calibration that has run out */
export const verificationOf = (file: JobFile, kit: Kit, range: Range | null, at: string) =>
  verified(file, [kit.id, range?.low ?? null, range?.high ?? null, at]);

/** The size to ask a firm for, so that a piston keeps its clearance; null where no clearance or no gauge is known. */
export function finishedSize(
  file: JobFile,
  piston: number,
  range: Range | null,
  verification: Verification | null,
  what: OutsideWork,
): TargetBore | null {
  if (!range || !verification) return null;
  const { allowance, rules } = file.shop;
  const firm = firmFor(file, what);
  return targetBore({
    piston,
    clearanceLow: range.low,
    clearanceHigh: range.high,
    uClearance: verification.u,
    allowance: allowance.clearance,
    rules,
    ...(firm ? { learned: firm.learned } : {}),
    unit: firm?.unit ?? shopUnit(file),
  });
}
