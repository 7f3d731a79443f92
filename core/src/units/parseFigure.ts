import { toBase, unitsOf, type Dimension } from './dimension.js';

export type FigureReading =
  | {
      readonly ok: true;
      /** In the base unit of the dimension. */
      readonly value: number;
      /** Least digit typed, in the base unit. */
      readonly step: number;
      readonly unit: string;
    }
  | { readonly ok: false; readonly sentence: string };

const plain = (unit: string): string => unit.toLowerCase().replace(/\s/gu, '');

/**
 * A figure of any dimension but length as somebody types it: digits, and a unit of the dimension where it is another
 * than the one at hand.
 * @param unit the one meant where none is typed
 * @example parseFigure('pressure', '11.5', 'bar') // { ok: true, value: 1150, step: 10, unit: 'bar' }
 * @example parseFigure('pressure', '165 psi', 'bar').ok // true
 */
export function parseFigure(dimension: Dimension, text: string, unit: string): FigureReading {
  const found = /^([-−]?)(\d+(?:[.,](\d+))?|[.,](\d+))\s*(.*)$/u.exec(text.trim());
  if (!found)
    return {
      ok: false,
      sentence: text.trim() === '' ? 'Nothing is typed.' : `“${text.trim()}” is not a figure.`,
    };
  const [, sign, digits, after, alone, said] = found;
  const known = unitsOf(dimension);
  const meant = said!.trim() === '' ? unit : known.find((u) => plain(u) === plain(said!));
  if (meant === undefined)
    return { ok: false, sentence: `“${said!.trim()}” is no unit of this: ${known.join(', ')}.` };
  const decimals = (after ?? alone ?? '').length;
  const value = Number(`${sign === '' ? '' : '-'}${digits!.replace(',', '.').replace(/^\./u, '0.')}`);
  return {
    ok: true,
    value: Number(toBase(dimension, value, meant).toPrecision(12)),
    step: Number(toBase(dimension, 10 ** -decimals, meant).toPrecision(12)),
    unit: meant,
  };
}
