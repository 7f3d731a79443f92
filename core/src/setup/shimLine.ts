import { FIGURE, lineLength, printedLength, unreadLine, type PartLine } from '../specs/index.js';
import type { ShimSet } from './sheets.js';

interface Shims {
  readonly shims: readonly ShimSet[];
}

const BEGINS = /^(?:(valve|crank|gearbox|clutch)\s+)?shims?\b[:\s]*(.*)$/iu;
const UNIT = String.raw`(mm|in\b|inch|["″])?`;
const RANGE = new RegExp(
  String.raw`^(${FIGURE})\s*${UNIT}\s*(?:-|–|—|to)\s*(${FIGURE})\s*${UNIT}\s*(?:by|in steps of|step)\s*(${FIGURE})\s*${UNIT}(.*)$`,
  'iu',
);
const ACROSS = new RegExp(String.raw`(?:across|ø|dia(?:meter)?\.?)\s*(${FIGURE})\s*${UNIT}`, 'iu');

/** Shims that can be had as one line: `shims 2.300-3.500 by .025` · `crank shims .1 to 1 by .1 across 30`. */
export const shimLine: PartLine<Shims> = {
  like: 'shims 2.300-3.500 by .025',
  read(line, { unit }) {
    const found = BEGINS.exec(line);
    if (!found) return null;
    const of = (found[1]?.toLowerCase() ?? 'valve') as ShimSet['of'];
    const range = RANGE.exec(found[2]!);
    if (!range) return unreadLine('Shims: from which to which, in steps of what? Like 2.300-3.500 by .025.');
    const printed = range[6] ?? range[4] ?? range[2];
    const [from, to, step] = [1, 3, 5].map((n) => lineLength(range[n]!, range[n + 1] ?? printed, unit));
    const wide = ACROSS.exec(range[7]!);
    const across = wide ? lineLength(wide[1]!, wide[2] ?? printed, unit) : null;
    if (from == null || to == null || step == null || from < 1 || step < 1 || to > 20_000_000)
      return unreadLine('Shims: one of these is no thickness.');
    if (from >= to) return unreadLine('Shims: they run from the thinnest to the thickest.');
    const even = Math.abs(Math.round((to - from) / step) * step - (to - from)) <= step / 20;
    return {
      ok: true,
      says: `${of} shims ${printedLength(from, unit)} to ${printedLength(to, unit)} by ${printedLength(step, unit)}${across === null ? '' : ` across ${printedLength(across, unit)}`}`,
      notes: found[1] ? [] : ['Taken as shims of valves.'],
      questions: even
        ? []
        : [{ code: 'digits', sentence: 'The steps do not come out at the thickest: is a digit cut short?' }],
      into: (before, source) => ({
        shims: [
          ...(before?.shims ?? []).filter((s) => s.of !== of || s.diameter !== across),
          { name: `${of} shims`, of, diameter: across, from, to, step, source },
        ],
      }),
    };
  },
};
