import {
  targetBore,
  verificationRemedy,
  verificationU,
  type Remedy,
  type TargetBore,
  type Verification,
} from '../fit/index.js';
import { shopUnit, type JobFile, type OutsideWork } from '../job/index.js';
import type { Kit } from '../specs/index.js';
import { firmFor } from './cost.js';

/** A clearance from its least to its most, nm. */
export type Range = { readonly low: number; readonly high: number };

/** What of a kit no reading changes: its clearance and how well that can be verified. Worked once a file. */
const verified = new WeakMap<
  JobFile,
  Map<string, { verification: Verification | null; remedy: Remedy | null }>
>();
export function verificationOf(file: JobFile, kit: Kit, range: Range | null, at: string) {
  const known =
    verified.get(file) ?? new Map<string, { verification: Verification | null; remedy: Remedy | null }>();
  verified.set(file, known);
  const before = known.get(kit.id);
  if (before) return before;
  const verification = verificationU(file, kit, at);
  const cannot =
    range !== null &&
    verification !== null &&
    targetBore({
      piston: kit.piston,
      clearanceLow: range.low,
      clearanceHigh: range.high,
      uClearance: verification.u,
      allowance: file.shop.allowance.clearance,
      rules: file.shop.rules,
    }).cannotBeVerified;
  const now = { verification, remedy: cannot ? verificationRemedy(file, kit, at, range) : null };
  known.set(kit.id, now);
  return now;
}

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
