const FIGURE = /^[≥<±]?\s?[\d.]+(\s?[–±] ?[\d.]+)?( mm| in)?$/u;

/**
 * Whether a cell of a table is a figure, and set in the face of figures; words stay words.
 * @example isFigureCell('77.118') // true
 * @example isFigureCell('29 Nov 2026') // false
 */
export const isFigureCell = (cell: string): boolean => FIGURE.test(cell);
