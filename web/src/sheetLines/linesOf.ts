import {
  engineTold,
  FEATURES,
  wholeLimitText,
  type EngineSpec,
  type LengthUnit,
  type SheetLimit,
  type Source,
} from '@tribos/core/ground';
import { readPageLine, type PageLine } from '@tribos/core/house';

/** A line as it was typed, and what was made of it. */
export interface Line {
  readonly at: number;
  readonly text: string;
  /** It stands as it is printed, whatever is asked about it. */
  readonly stands: boolean;
  readonly line: PageLine;
}

/** A mark at the end of a line: looked at again, it stands as printed. */
const STANDS = /!\s*$/u;

/** Lines of a page, each read against those above it. */
export function linesOf(text: string, engine: EngineSpec, unit: LengthUnit, source: Source): Line[] {
  const { party } = source;
  const others: SheetLimit[] = engine.limits.filter((l) => l.source.party === party);
  let known = engine;
  return text.split('\n').flatMap((raw, at) => {
    if (raw.trim() === '') return [];
    const stands = STANDS.test(raw);
    const text = raw.replace(STANDS, '').trim();
    const line = readPageLine(text, { unit, party, engine: known }, others);
    if (line.of === 'limits' && line.read.ok) others.push(...line.read.limits);
    if (line.of === 'part' && line.read.ok)
      known = {
        ...known,
        parts: {
          ...known.parts,
          [line.part.name]: line.read.into(known.parts?.[line.part.name] ?? null, source),
        },
      };
    if (line.of === 'engine' && line.read.ok) known = engineTold(known, line.read);
    return [{ at, text, stands, line }];
  });
}

export const isReady = ({ line: { read }, stands }: Line): boolean =>
  read.ok && (stands || read.questions.length === 0);

const limitWords = (limit: SheetLimit, unit: LengthUnit): string =>
  `${limit.state === 'new' ? 'new' : 'service'} ${wholeLimitText(limit, unit)}`;

/** What a line is of, and what it says. */
export function meant(
  { line }: Line,
  unit: LengthUnit,
): { readonly of: string; readonly says: string } | null {
  if (line.of === 'limits') {
    if (!line.read.ok) return null;
    const { limits } = line.read;
    return {
      of: [...new Set(limits.map((l) => FEATURES[l.feature].name))].join(', '),
      says: [...new Set(limits.map((l) => limitWords(l, unit)))].join('; '),
    };
  }
  if (!line.read.ok) return null;
  if (line.of === 'engine') return { of: 'the engine', says: line.read.says };
  return { of: line.of === 'kit' ? line.read.kit.maker : line.part.title, says: line.read.says };
}
