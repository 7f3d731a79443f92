import { lastBefore } from './lastDay.js';
import { renewedWall, workOf, type RenewedWall } from '../cylinder/index.js';

import type { Kit, LimitState } from '../specs/index.js';
import { standingDecision, type JobFile } from './jobFile.js';

/** The piston that is in a cylinder, or goes into it next. */
export interface FittedPiston {
  /** Kit it is from; null for one that is known only as what came out, or as another without a name. */
  readonly kit: Kit | null;
  /** It is not the one that came in. */
  readonly renewed: boolean;
}

type Wanted = Pick<JobFile, 'engine' | 'log' | 'decisions'>;

const kitOf = (file: Wanted, id: string | null | undefined): Kit | null =>
  file.engine.kits.find((k) => k.id === id) ?? null;

/** The last piston that was written down as put in, or as the one it came with. */
const pistonPut = (file: Pick<Wanted, 'log'>, cylinder: number) =>
  workOf(file.log).findLast(
    ({ entry }) =>
      (entry.what === 'piston-renewed' || entry.what === 'came-with') &&
      (entry.cylinder === null || entry.cylinder === cylinder),
  );

/**
 * Which piston a cylinder's figures are about: the one answer to that question. What was written down as
 * fitted last; otherwise the kit that was decided on, once its piston can go in: at once where nothing is
 * bored for it, after the wall was renewed where it is an oversize. Otherwise the piston that came out.
 */
export function fittedPiston(file: Wanted, cylinder: number): FittedPiston {
  const decision = standingDecision(file);
  const decided = kitOf(file, decision?.kitId);
  const wall = renewedWall(file.log, cylinder);
  const put = pistonPut(file, cylinder)?.entry;
  const goesIn = decided && (decided.oversize === 0 || wall !== null) ? decided : null;
  if (put && !(goesIn && decision && decision.at > put.at))
    return { kit: kitOf(file, put.kitId) ?? goesIn, renewed: true };
  return goesIn ? { kit: goesIn, renewed: true } : { kit: null, renewed: put !== undefined };
}

/**
 * Since which entry of the log a cylinder's piston, and what was tried with it, is the one that is fitted: after it was
 * written down as put in, or after its kit was decided on; -1 for the one that came in.
 */
export function pistonSince(file: Wanted, cylinder: number): number {
  const put = pistonPut(file, cylinder);
  const decision = standingDecision(file);
  const { kit, renewed } = fittedPiston(file, cylinder);
  const decided = renewed && kit !== null && kit.id === decision?.kitId ? decision.at : null;
  // One it came with was there before anything was tried here.
  if (put && !(decided !== null && decided > put.entry.at))
    return put.entry.what === 'came-with' ? -1 : put.at;
  return decided === null ? -1 : lastBefore(file.log, decided);
}

/** The kit whose piston the walk asks for: the one decided on, so that its bore can be sized; else the fitted one. */
export function pistonAsked(file: Wanted, cylinder: number): Kit | null {
  const fitted = fittedPiston(file, cylinder);
  return fitted.kit ?? (fitted.renewed ? null : kitOf(file, standingDecision(file)?.kitId));
}

/** The wall of a cylinder as it stands: renewed or resized, or null for the one that came in. */
export const wallOf = (file: Pick<JobFile, 'log'>, cylinder: number): RenewedWall | null =>
  renewedWall(file.log, cylinder);

/**
 * States of the limits a clearance is held against, in order. A worn pair may be loose up to the service
 * limit but never tighter than a new one; as soon as either part is renewed, the range for new parts alone.
 */
export function clearanceStates(file: Wanted, cylinder: number, side: 'max' | 'min'): readonly LimitState[] {
  if (fittedPiston(file, cylinder).renewed || wallOf(file, cylinder)) return ['new'];
  return side === 'max' ? ['service'] : ['service', 'new'];
}
