import { unreadLine, type PartLine, type Source } from '../specs/index.js';

interface Drive {
  readonly lift: null;
  readonly intake: number;
  readonly exhaust: number;
  readonly set: 'shims' | 'screws';
  readonly source: Source;
}
interface Trains {
  readonly trains: readonly Drive[];
}

const WORD =
  /^(?:pushrods?|rockers?|rocker arms?|buckets?|dohc|sohc|ohv|screws?(?: and lock ?nuts?)?|adjusters?|shims?(?: (?:under|over)(?: the)? (?:buckets?|tappets?)?)?)$/iu;
const GEAR = /^(?:valve gear|valves? (?:are )?set by)\s*:?\s*/iu;

/** How the clearance of valves is set, as one line: `valve gear: rockers, screws` · `valves set by shims`. */
export const valveGearLine: PartLine<Trains> = {
  like: 'valve gear: rockers, screws',
  read(line) {
    const pieces = line
      .replace(GEAR, '')
      .split(/[,;]\s*|\s+and\s+(?!lock)/u)
      .map((p) => p.trim())
      .filter(Boolean);
    const isNamed = GEAR.test(line);
    if (!isNamed && (pieces.length < 2 || !pieces.every((p) => WORD.test(p)))) return null;
    const has = (word: RegExp): boolean => pieces.some((p) => word.test(p));
    const set = has(/screw|adjuster/iu) ? 'screws' : has(/shim/iu) ? 'shims' : null;
    if (set === null) return unreadLine('How is the clearance set: by screws, or by shims?');
    if (has(/screw|adjuster/iu) && has(/shim/iu)) return unreadLine('By screws or by shims? Not by both.');
    return {
      ok: true,
      says: `valve gear: ${set}`,
      notes: [],
      questions: [],
      into: (before, source) => {
        const was = before?.trains[0];
        return {
          trains: [
            { lift: was?.lift ?? null, intake: was?.intake ?? 0, exhaust: was?.exhaust ?? 0, set, source },
          ],
        };
      },
    };
  },
};
