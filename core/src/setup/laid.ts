import { fact, isReadOver, type JobFile } from '../job/index.js';
import { STACK_LAID, type StackLaid } from '../cylinder/index.js';

import { GASKETS } from '../specs/index.js';

export type StackPlace = StackLaid['where'];

/** Gaskets of one place, and how thick they are together once clamped, nm. */
export interface Laid {
  readonly names: readonly string[];
  readonly thickness: number;
}

const laid = fact('laid', (file): ReadonlyMap<StackPlace, Laid | null> => {
  const known = GASKETS.of(file.engine)?.gaskets ?? [];
  const now = new Map<StackPlace, Laid | null>();
  for (const e of STACK_LAID.in(file.log)) {
    const thick = e.gaskets.map((n) => known.find((g) => g.where === e.where && g.name === n)?.thickness);
    // One the sheet has no more is as thick as nobody knows: it is said again what lies there.
    now.set(
      e.where,
      thick.some((t) => t === undefined)
        ? null
        : { names: e.gaskets, thickness: thick.reduce<number>((sum, t) => sum + t!, 0) },
    );
  }
  return now;
});

/** The last stack that was said of a place and may be taken back; null where nobody said any, or where it was read over it. */
export function lastLaid(file: JobFile, where: StackPlace): StackLaid | null {
  const last = STACK_LAID.in(file.log).findLast((e) => e.where === where);
  return last && !isReadOver(file, last) ? last : null;
}

/** What lies in a place now; null while nobody said, and once the sheet no longer has what was said. */
export const laidAt = (file: JobFile, where: StackPlace): Laid | null => laid(file).get(where) ?? null;

/**
 * The head gasket ratio is reckoned with: what lies there, else the only one of the sheet; null where there are several
 * and nobody said.
 */
export function headGasket(file: JobFile): number | null {
  const now = laid(file).get('head');
  if (now !== undefined) return now?.thickness ?? null;
  const own = (GASKETS.of(file.engine)?.gaskets ?? []).filter(
    (g) => g.where === 'head' && g.made !== 'rubber',
  );
  return own.length > 1 ? null : (own[0]?.thickness ?? 0);
}
