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
const ACROSS = new RegExp(String.raw`(?:across|ø|dia(?:meter)?\.?)\s*(${FIGURE})`, 'iu');

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
    const [from, to, step] = [range[1]!, range[3]!, range[5]!].map((t) => lineLength(t, printed, unit));
    const wide = ACROSS.exec(range[7]!)?.[1];
    const across = wide === undefined ? null : lineLength(wide, printed, unit);
    if (from == null || to == null || step == null || from < 1 || step < 1 || to > 20_000_000)
      return unreadLine('Shims: one of these is no thickness.');
    if (from >= to) return unreadLine('Shims: they run from the thinnest to the thickest.');
    const even = Math.abs(Math.round((to - from) / step) * step - (to - from)) <= step / 20;
    return {
      ok: true,
      says: `${of} shims ${printedLength(from)}-${printedLength(to)} mm by ${printedLength(step)}${across === null ? '' : ` across ${printedLength(across)}`}`,
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
