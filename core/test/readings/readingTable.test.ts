import fc from 'fast-check';
import {
  guessMapping,
  mm,
  tableRow,
  toDecimal,
  unitOfHead,
  type TableDefaults,
  type TableMapping,
} from '@tribos/core';
import { GAUGES, instrument, LEAVES, TWIN } from '../support.js';

const instruments = [
  ...GAUGES,
  LEAVES,
  instrument('inch', 'dial-bore', { kind: 'ring', u: 300 }, { unit: 'in' }),
];
const defaults: TableDefaults = {
  unit: 'mm',
  depthUnit: 'mm',
  instrumentId: 'ring-set',
  cylinder: 0,
  kitOf: () => null,
  at: '2026-03-01T10:00:00.000Z',
};
const HEADS = ['cylinder', 'depth_mm', 'direction', 'value_mm'];
const row = (
  cells: string[],
  over: Partial<TableDefaults> = {},
  mapping: TableMapping = guessMapping(HEADS),
) => tableRow(cells, mapping, { engine: TWIN, instruments }, { ...defaults, ...over });
const sentence = (...args: Parameters<typeof row>) => {
  const found = row(...args);
  return found.ok ? 'taken' : found.sentence;
};

describe('a table of readings', () => {
  it('knows its columns by their headings, in any order and several tongues of the trade', () => {
    expect(guessMapping(['Reading (in)', 'Dir', 'Cyl.', 'Z depth', 'Gage', 'When'])).toEqual({
      value: 0,
      direction: 1,
      depth: 3,
      cylinder: 2,
      gauge: 4,
      time: 5,
    });
    expect(guessMapping(['value_nm', 'value_mm'])).toEqual({ value: 1 });
    expect(guessMapping(['a', 'b'])).toEqual({});
  });

  it.each([
    ['value_mm', 'mm'],
    ['reading (in)', 'in'],
    ['Depth, mm', 'mm'],
    ['main', null],
    ['pin', null],
    ['typed', null],
  ])('%s says %s', (head, unit) => {
    expect(unitOfHead(head)).toBe(unit);
  });

  it('reads names and numbers of cylinders, thrust and pin, degrees and decimal commas', () => {
    expect(row(['right', '15', 'pin', '77,021'])).toMatchObject({
      ok: true,
      entry: {
        text: '77,021',
        instrumentId: 'ring-set',
        station: { part: 'bore', cylinder: 1, depth: mm(15), angle: 90 },
      },
    });
    expect(row(['2', '15', '225°', '77.021'])).toMatchObject({
      entry: { station: { cylinder: 1, angle: 45 } },
    });
    expect(row(['', '15', 'thrust', '77.021'])).toMatchObject({
      entry: { station: { cylinder: 0, angle: 0 } },
    });
  });

  it('adds the unit to a figure only where the gauge would read it otherwise', () => {
    const text = (...args: Parameters<typeof row>) => {
      const found = row(...args);
      return !found.ok ? found.sentence : found.entry.kind === 'reading' ? found.entry.text : 'leaves';
    };
    expect(text(['1', '15', '0', '3.0342'], { unit: 'in' })).toBe('3.0342 in');
    expect(text(['1', '15', '0', '3.0342'], { unit: 'in', instrumentId: 'inch' })).toBe('3.0342');
    expect(text(['1', '15', '0', '77.068 mm'], { unit: 'in' })).toBe('77.068 mm');
  });

  it('reads pistons, pins and small ends when it has a part', () => {
    const mapping = { part: 0, place: 1, value: 2 };
    expect(
      row(['piston', '', '76.95'], { instrumentId: 'mic', kitOf: () => 'plus-0.5' }, mapping),
    ).toMatchObject({
      entry: { station: { part: 'piston', place: 'gauge-height', kit: 'plus-0.5' } },
    });
    expect(row(['piston', 'crown', '76.9'], { instrumentId: 'mic' }, mapping)).toMatchObject({
      entry: { station: { place: 'crown' } },
    });
    expect(row(['pin', 'end', '17.99'], { instrumentId: 'mic' }, mapping)).toMatchObject({
      entry: { station: { part: 'pin', place: 'end' } },
    });
    expect(row(['small-end', '', '18.01'], {}, mapping)).toMatchObject({
      entry: { station: { part: 'small-end' } },
    });
  });

  it.each<[string, string[], Partial<TableDefaults>, string]>([
    [
      'no such cylinder',
      ['third', '15', '0', '77'],
      {},
      '“third” is no cylinder of this engine (left, right)',
    ],
    ['cylinder 0', ['0', '15', '0', '77'], {}, '“0” is no cylinder'],
    ['no depth', ['1', '', '0', '77'], {}, 'Depth: Nothing was typed'],
    ['no direction', ['1', '15', '', '77'], {}, 'No direction is given'],
    ['a strange direction', ['1', '15', 'north', '77'], {}, '“north” is no direction'],
    ['no figure', ['1', '15', '0', ''], {}, 'Nothing was typed'],
    ['two figures', ['1', '15', '0', '77.0 77.1'], {}, 'more than one number'],
    ['nothing', ['1', '15', '0', '0.000'], {}, 'A size of nothing'],
    ['no gauge', ['1', '15', '0', '77'], { instrumentId: null }, 'No gauge is given'],
    ['an outside gauge', ['1', '15', '0', '77'], { instrumentId: 'mic' }, 'mic does not read a bore'],
  ])('says what is wrong: %s', (_, cells, over, expected) => {
    expect(sentence(cells, over)).toContain(expected);
  });

  it('says which part, gauge, unit or time it does not know', () => {
    const mapping = { part: 0, value: 1, unit: 2, gauge: 3, time: 4 };
    const cells = (over: Partial<Record<number, string>>) =>
      ['land', '77.01', 'mm', 'ring-set', '2026-03-01T09:00:00Z'].map((c, i) => over[i] ?? c);
    expect(row(cells({}), {}, mapping)).toMatchObject({
      ok: true,
      entry: { at: '2026-03-01T09:00:00.000Z' },
    });
    expect(sentence(cells({ 0: 'crank' }), {}, mapping)).toContain('“crank” is no part');
    expect(sentence(cells({ 2: 'cm' }), {}, mapping)).toContain('“cm” is no unit');
    expect(sentence(cells({ 3: 'ruler' }), {}, mapping)).toContain('“ruler” is no gauge');
    expect(sentence(cells({ 4: 'noon' }), {}, mapping)).toContain('“noon” is no time');
  });

  it('reads back every figure that was written out, to the nanometre', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1_000_000, max: 999_999_999 }), (value) => {
        const found = row(['1', '15', '0', toDecimal(mm(value / 1e6), 'mm', 6)]);
        expect(found).toMatchObject({ entry: { text: toDecimal(mm(value / 1e6), 'mm', 6) } });
      }),
    );
  });
});

describe('a table with leaves in it', () => {
  const heads = ['part', 'cylinder', 'depth_mm', 'ring', 'leaf', 'answer', 'gauge'];
  const gap = (...cells: string[]) => row(cells, {}, guessMapping(heads));

  it('reads a leaf or a stack with its answer, at a ring by its name', () => {
    expect(gap('ring-gap', 'left', '15', 'top ring', '0,35', 'goes', 'leaves')).toMatchObject({
      ok: true,
      entry: {
        kind: 'leaf',
        station: { part: 'ring-gap', cylinder: 0, ring: 'top', depth: mm(15) },
        stack: [mm(0.35)],
        answer: 'goes',
      },
    });
    expect(gap('ring-gap', '2', '15', 'upper-rail', '0.30 + 0.04', 'does not go', 'leaves')).toMatchObject({
      ok: true,
      entry: { station: { cylinder: 1, ring: 'upper-rail' }, stack: [mm(0.3), mm(0.04)], answer: 'does-not' },
    });
    expect(gap('clearance', 'left', '', '', '0.05', 'drags', 'leaves')).toMatchObject({
      ok: true,
      entry: { station: { part: 'clearance', kit: null }, answer: 'drags' },
    });
  });

  it.each([
    [['ring-gap', 'left', '15', 'third', '0.35', 'goes', 'leaves'], '“third” is no ring'],
    [['ring-gap', 'left', '15', 'top', '0.34', 'goes', 'leaves'], 'holds no leaf of 0.34'],
    [['ring-gap', 'left', '15', 'top', '0.35', 'fits', 'leaves'], '“fits” is no answer'],
    [['ring-gap', 'left', '15', 'top', '0.35', 'goes', 'mic'], 'does not read'],
  ])('says what is wrong with %j', (cells, said) => {
    const found = gap(...cells);
    expect(found.ok ? 'taken' : found.sentence).toContain(said);
  });
});
