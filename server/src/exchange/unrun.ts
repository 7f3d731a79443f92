/** A cell that a spreadsheet would run is told to be text; a number, whatever its sign, is one and stays one. */
export const unrun = (cell: string): string =>
  /^[=+\-@\t\r]/u.test(cell) && !/^[+-]?\d+(?:[.,]\d+)?$/u.test(cell) ? `'${cell}` : cell;
