import type { Nanometres } from '../units/index.js';
import type { Kit } from './engine.js';
import { kitQuestions } from './kitQuestions.js';
import type { Material } from './material.js';
import { FIGURE, lineLength, printedLength, unreadLine, type PageContext } from './partLine.js';
import type { SheetQuestion } from './sheetLine.js';

/** A kit as one line says it, without its id. */
export type KitSaid = Omit<Kit, 'id'>;

export type KitLine =
  | {
      readonly ok: true;
      readonly kit: KitSaid;
      readonly says: string;
      readonly questions: readonly SheetQuestion[];
      readonly notes: readonly string[];
    }
  | { readonly ok: false; readonly sentence: string };

export const KIT_LIKE = 'piston +0.50 77.448 at 12, forged';

const BEGINS = /^(?:piston|kit)\b(?!\s*(?:pin|mark|ring|clearance|to\b|height|boss|skirt))[:\s]+(.*)$/iu;
const UNIT = String.raw`(mm\b|in\b|inch\b|["″])?`;
const OVER = new RegExp(String.raw`(?:\+\s*|\boversize\s+|\bo\/s\s+)(${FIGURE})\s*${UNIT}`, 'iu');
const HEIGHT = new RegExp(
  String.raw`\b(?:at|gauge height|measured(?: at)?)\s+(${FIGURE})\s*${UNIT}(?:\s*(?:up|from the (?:skirt|bottom)))?`,
  'iu',
);
const SIZE = new RegExp(String.raw`(?:^|[\s,;])(${FIGURE})\s*${UNIT}(?=$|[\s,;])`, 'iu');
const BY = /\bby\s+([A-Z][\p{L}\d'-]*(?:\s+[A-Z][\p{L}\d'-]*)*)/u;
const STANDARD = /\b(?:standard|std)\b\.?/iu;
const MADE: readonly (readonly [RegExp, Material])[] = [
  [/\b(?:forged[- ]?)?2618\b/iu, 'forged-2618'],
  [/\b(?:forged[- ]?)?4032\b/iu, 'forged-4032'],
  [/\bforged\b/iu, 'forged-2618'],
  [/\bcast\b/iu, 'cast-high-silicon'],
];
const SAID: Readonly<Partial<Record<Material, string>>> = {
  'forged-2618': 'forged 2618',
  'forged-4032': 'forged 4032',
  'cast-high-silicon': 'cast',
};

/** As limits are printed. */
const LIMIT = /[<>≤≥(]|\b(?:max|min|limit|service|wear)\b|\d\s*[-–—]\s*[\d.,]/iu;

/** Takes what a pattern finds out of a text. */
function taking(text: string, pattern: RegExp): readonly [RegExpExecArray | null, string] {
  const found = pattern.exec(text);
  return [found, found ? text.replace(found[0], ' ') : text];
}

/**
 * A piston, alone or with its rings, as its box or leaflet has it: over standard, its size, at which height above the skirt,
 * of what it is made, its name. Whose it is, the page says, or the line itself: `piston by Corrie +0.50 77.448`.
 * @returns null where the line is of something else
 */
export function readKitLine(line: string, { unit, party, engine }: PageContext): KitLine | null {
  const begun = BEGINS.exec(line);
  if (!begun) return null;
  const [by, afterBy] = taking(begun[1]!, BY);
  const [over, afterOver] = taking(afterBy, OVER);
  const [standard, afterStandard] = taking(afterOver, STANDARD);
  const [height, afterHeight] = taking(afterStandard, HEIGHT);
  const made = MADE.find(([words]) => words.test(afterHeight));
  const [size, rest] = taking(made ? afterHeight.replace(made[0], ' ') : afterHeight, SIZE);
  // A bound or a range is how far a piston may wear; a kit is told by what it is over, made of or measured at.
  if (!(over || standard || height || made) || LIMIT.test(rest)) return null;
  if (!size) return unreadLine(`How large is the piston? Like ${KIT_LIKE}.`) as KitLine;
  const length = (text: RegExpExecArray): Nanometres | null => lineLength(text[1]!, text[2], unit);
  const piston = length(size);
  if (piston === null || Math.abs(piston - engine.bore) > engine.bore / 5)
    return unreadLine(
      `A piston of ${size[1]} does not belong to a bore of ${printedLength(engine.bore, unit)}: is it the other unit?`,
    ) as KitLine;
  const oversize = over ? length(over) : 0;
  const gaugeHeight = height ? length(height) : null;
  if (oversize === null || (height && gaugeHeight === null))
    return unreadLine(`Of “${line}” one figure is no length.`) as KitLine;
  if (!over && !standard && piston > engine.bore)
    return unreadLine('It is larger than the bore: which oversize is it? Say +0.50.') as KitLine;
  const material = made?.[1] ?? 'cast-high-silicon';
  const given = rest.replace(/[\s,;]+/gu, ' ').trim();
  const name = given === '' ? (oversize === 0 ? 'standard' : `+${printedLength(oversize, unit)}`) : given;
  const kit: KitSaid = {
    maker: by?.[1] ?? party,
    name,
    oversize: oversize as Nanometres,
    piston,
    material,
    gaugeHeight,
  };
  return {
    ok: true,
    kit,
    says: [
      `piston ${by ? `by ${by[1]} ` : ''}${oversize === 0 ? 'standard' : `+${printedLength(oversize, unit)}`} ${printedLength(piston, unit)}`,
      ...(gaugeHeight === null ? [] : [`at ${printedLength(gaugeHeight, unit)}`]),
      `, ${SAID[material]}`,
      ...(given === '' ? [] : [`, ${given}`]),
    ]
      .join(' ')
      .replaceAll(' ,', ','),
    notes: [
      ...(made ? [] : ['Taken as cast: say forged where it is.']),
      ...(made && /^forged$/iu.test(made[0].exec(afterHeight)![0])
        ? ['Taken as the alloy 2618, which grows most: say 4032 where it is.']
        : []),
      ...(gaugeHeight === null ? ['It does not say how high it is measured.'] : []),
    ],
    questions: kitQuestions(kit, engine, engine.kits, unit),
  };
}
