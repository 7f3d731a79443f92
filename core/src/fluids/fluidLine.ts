import { FIGURE, plainFigure, unreadLine, type PartLine } from '../specs/index.js';
import type { Fluid } from './sheets.js';

interface Fluids {
  readonly fluids: readonly Fluid[];
}

const NAMES: readonly (readonly [RegExp, Fluid['what']])[] = [
  [/^(?:engine|crankcase|motor) oil\b|^oil\b/iu, 'engine oil'],
  [/^(?:gear|gearbox|transmission) oil\b/iu, 'gear oil'],
  [/^(?:coolant|antifreeze)\b/iu, 'coolant'],
  [/^(?:two-stroke mix|mix(?:ture)?|premix)\b/iu, 'two-stroke mix'],
  [/^(?:fork|shock)(?: or shock)? oil\b/iu, 'fork or shock oil'],
  [/^(?:fuel|petrol|gasoline)\b/iu, 'fuel'],
  [/^grease\b/iu, 'grease'],
];
/** cm³ of one. A pint, a quart or an ounce is one thing here and another there. */
const UNITS: readonly (readonly [RegExp, number, number?])[] = [
  [/^(?:l|lit(?:re|er)s?)$/iu, 1000],
  [/^(?:ml|cc|cm3|cm³)$/iu, 1],
  [/^cl$/iu, 10],
  [/^(?:fl\.? ?)?oz\.?$/iu, 29.5735, 28.4131],
  [/^(?:pints?|pt\.?)$/iu, 473.176, 568.261],
  [/^(?:quarts?|qt\.?)$/iu, 946.353, 1136.52],
];
const AMOUNT = new RegExp(
  String.raw`(us |imp(?:erial)?\.? )?(${FIGURE})\s*(us |imp(?:erial)?\.? )?((?:l|lit(?:re|er)s?|ml|cc|cm3|cm³|cl|(?:fl\.? ?)?oz\.?|pints?|pt\.?|quarts?|qt\.?))(?![a-z/])`,
  'iu',
);
/** Written as a grade or a mixture is. */
const GRADE = /^(?:\d{1,2}w-?\d{1,3}|sae\s?\d{1,3}|api\b|ja[so]*\b|1\s?:\s?\d{2,3}|\d{2,3}\s?:\s?1)\b/iu;
const NAMED = /^(level|bleed|only for|for)\b[:\s]+(.*)$/iu;

/**
 * A fluid as one line: which, how much, its grade, how its level is read.
 * `engine oil 1.9 L 10W-40, level: screwed in` · `coolant 950 ml, bleed: screw at the pump`
 */
export const fluidLine: PartLine<Fluids> = {
  like: 'engine oil 1.9 L 10W-40, level: screwed in',
  read(line) {
    const name = NAMES.find(([words]) => words.test(line));
    if (!name) return null;
    const [words, what] = name;
    const [first = '', ...rest] = line
      .replace(words, '')
      .replace(/^[:\s]+/u, '')
      .split(/[,;]\s*/u);
    const told = { level: '', bleed: '', of: '' };
    const grades: string[] = [];
    for (const piece of rest) {
      const said = NAMED.exec(piece.trim());
      if (!said) grades.push(piece.trim());
      else if (/^level/iu.test(said[1]!)) told.level = said[2]!.trim();
      else if (/^bleed/iu.test(said[1]!)) told.bleed = said[2]!.trim();
      else told.of = said[2]!.trim();
    }
    const amount = AMOUNT.exec(first);
    const whose = (amount?.[1] ?? amount?.[3] ?? '').toLowerCase();
    const bare = amount?.[4] ?? '';
    const isImperial = whose.startsWith('imp');
    const [, us = 1, imperial] = UNITS.find(([w]) => w.test(bare)) ?? [];
    const one = isImperial ? (imperial ?? us) : us;
    const cm3 = amount ? Number((plainFigure(amount[2]!) * one).toPrecision(6)) : 0;
    if (cm3 > 20_000) return unreadLine(`${what}: more than 20 litres is no filling of these engines.`);
    const grade = [first.replace(AMOUNT, '').trim(), ...grades].filter(Boolean).join(', ');
    // Of the oil, and no filling: a clearance, a pump, a ring.
    if (!amount && told.level === '' && grade !== '' && !GRADE.test(grade)) return null;
    if (!amount && grade === '' && told.level === '')
      return unreadLine(`${what}: how much, of which grade, up to where? Like ${fluidLine.like}.`);
    const printed =
      amount && !/^(?:ml|cc|cm3|cm³)$/iu.test(bare) ? `${whose}${plainFigure(amount[2]!)} ${bare}` : '';
    const fluid = { what, of: told.of, grade, amount: cm3, level: told.level, bleed: told.bleed };
    const ambiguous = imperial !== undefined && whose === '';
    return {
      ok: true,
      says: [
        `${what}${cm3 > 0 ? ` ${printed === '' ? `${cm3} cm³` : printed}` : ''}${grade === '' ? '' : ` ${grade}`}`,
        ...(told.level === '' ? [] : [`level: ${told.level}`]),
        ...(told.bleed === '' ? [] : [`bleed: ${told.bleed}`]),
        ...(told.of === '' ? [] : [`for: ${told.of}`]),
      ].join(', '),
      notes: amount ? [] : ['No amount: it is filled to its mark.'],
      questions: ambiguous
        ? [
            {
              code: 'us-or-imperial',
              sentence: `“${bare}” means one thing in a US manual and another in a British one: put us or imp before it. Left as it is, US.`,
            },
          ]
        : [],
      into: (before, source) => ({
        fluids: [
          ...(before?.fluids ?? []).filter((f) => f.what !== what || f.of !== told.of),
          { ...fluid, ...(printed === '' ? {} : { printed }), source },
        ],
      }),
    };
  },
};
