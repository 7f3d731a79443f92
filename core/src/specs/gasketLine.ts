import type { Gasket } from './gaskets.js';
import { FIGURE, lineLength, printedLength, unreadLine, type PartLine } from './partLine.js';

interface Gaskets {
  readonly gaskets: readonly Gasket[];
}

const BEGINS = /^(base|head|cover|exhaust|intake)\s+gaskets?\b[:\s]*(.*)$/iu;
const MADE: readonly (readonly [RegExp, Gasket['made']])[] = [
  [/\b(?:metal|steel|copper|mls|alumini?um)\b/iu, 'metal'],
  [/\b(?:fibre|fiber|paper|cork)\b/iu, 'fibre'],
  [/\b(?:rubber|o-?ring)\b/iu, 'rubber'],
];
const KNOWN =
  /\b(?:metal|steel|copper|mls|alumini?um|fibre|fiber|paper|cork|rubber|o-?ring|mm|in|inch|thick|clamped|and|or)\b/giu;
const EACH = new RegExp(String.raw`(${FIGURE})\s*(mm|in\b|inch|["″])?`, 'giu');

/**
 * Gaskets as one line: where they lie, the thicknesses that can be had, what they are made of.
 * `base gasket 0.3, 0.5, 0.8` · `head gaskets .020 .030 in metal`
 */
export const gasketLine: PartLine<Gaskets> = {
  like: 'base gasket 0.3, 0.5, 0.8',
  read(line, { unit }) {
    const found = BEGINS.exec(line);
    if (!found) return null;
    const where = found[1]!.toLowerCase() as Gasket['where'];
    const rest = found[2]!;
    // Anything else said of it is a limit: the flatness of its face.
    if (/\p{L}/u.test(rest.replace(KNOWN, ' '))) return null;
    const figures = [...rest.matchAll(EACH)];
    if (figures.length === 0)
      return unreadLine(`${where} gasket: how thick is it once clamped? Like base gasket 0.3, 0.5.`);
    const last = figures.findLast((f) => f[2] !== undefined)?.[2];
    const thicknesses = figures.map((f) => lineLength(f[1]!, f[2] ?? last, unit));
    const thick = thicknesses.filter((t) => t !== null && t >= 1 && t <= 20_000_000);
    if (thick.length < thicknesses.length) return unreadLine(`${where} gasket: a thickness is no length.`);
    const said = MADE.find(([words]) => words.test(rest))?.[1];
    const made = said ?? (where === 'head' ? 'metal' : 'fibre');
    const odd = thick.find((t) => t! < 50_000 || t! > 3_000_000);
    return {
      ok: true,
      says: `${where} gasket ${thick.map((t) => printedLength(t!, unit)).join(', ')} ${made}`,
      notes: said
        ? []
        : [`Taken as ${made}, as they usually are there: say metal, fibre or rubber where it is not.`],
      questions:
        odd === undefined
          ? []
          : [
              {
                code: 'unusual',
                sentence: `A gasket of ${printedLength(odd!, unit)} is hardly ever there: has a point slipped, or is it the other unit?`,
              },
            ],
      into: (before, source) => {
        const fresh = thick.map((thickness): Gasket => ({
          name: `${where} gasket ${printedLength(thickness!, unit)}`,
          where,
          thickness: thickness!,
          made,
          lies: '',
          source,
        }));
        const isAgain = (g: Gasket) => g.where === where && fresh.some((f) => f.thickness === g.thickness);
        return { gaskets: [...(before?.gaskets ?? []).filter((g) => !isAgain(g)), ...fresh] };
      },
    };
  },
};
