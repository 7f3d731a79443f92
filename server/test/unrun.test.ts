import { unrun } from '../src/exchange/unrun.js';

describe('a cell of a table', () => {
  it.each(['-8', '+8', '-0.012', '-0,012', '77.094', 'left', ''])('%s stays what it is', (cell) => {
    expect(unrun(cell)).toBe(cell);
  });

  it.each(['=1+1', '-1+2', '@SUM(A1)', '+cmd|x', '\t=1', '-8 mm', '--8', '-'])(
    '%j is text, and runs nothing',
    (cell) => {
      expect(unrun(cell)).toBe(`'${cell}`);
    },
  );
});
