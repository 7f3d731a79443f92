import { readSheetLine, sheetTableLines } from '@tribos/core';

describe('a table of limits', () => {
  it('without words over it is name, low, high, limit, unit', () => {
    expect(
      sheetTableLines([
        ['bore', '77.000', '77.012', '77.105'],
        ['taper', '', '', '0.05'],
        ['', '', ''],
        ['clearance', '.0014', '.0022', '', 'in'],
        ['ring gap top', '0.20', '', '–'],
      ]),
    ).toEqual([
      'bore 77.000-77.012, limit 77.105',
      'taper limit 0.05',
      'clearance .0014-.0022 in',
      'ring gap top min 0.20',
    ]);
  });

  it('goes by the words over it, in whatever order; what is not known is left out', () => {
    expect(
      sheetTableLines([
        ['Service limit', 'Item', 'Remarks', 'Max', 'Min', 'Unit'],
        ['77.105', 'Cylinder bore', 'see p. 4', '77.012', '77.000', 'mm'],
      ]),
    ).toEqual(['Cylinder bore 77.000-77.012 mm, limit 77.105 mm']);
  });

  it('a column of targets goes with the range it is in', () => {
    const [line] = sheetTableLines([
      ['Item', 'Min', 'Max', 'Service limit', 'Target', 'Unit'],
      ['exhaust valve clearance', '0.15', '0.20', '0.25', '0.18', 'mm'],
    ]);
    expect(line).toBe('exhaust valve clearance 0.15-0.20 mm, target 0.18 mm, limit 0.25 mm');
    const read = readSheetLine(line!, { unit: 'mm', bore: 79_000_000, others: [] });
    expect(read.ok && read.limits.map((l) => [l.state, l.low, l.high, l.target])).toEqual([
      ['new', 150_000, 200_000, 180_000],
      ['service', null, 250_000, undefined],
    ]);
  });

  it('is read like what is typed, to the nanometre', () => {
    const [line] = sheetTableLines([['bore', '77.000', '77.012', '77.105']]);
    const read = readSheetLine(line!, { unit: 'mm', bore: 77_000_000, others: [] });
    expect(read.ok && read.limits.map((l) => [l.state, l.low, l.high])).toEqual([
      ['new', 77_000_000, 77_012_000],
      ['service', null, 77_105_000],
    ]);
  });
});
