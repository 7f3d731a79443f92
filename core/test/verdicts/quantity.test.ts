import {
  isFigureCell,
  judgeJob,
  onStrip,
  quantitiesOf,
  stripOf,
  verdictSection,
  verdictSentence,
  type Figure,
} from '@tribos/core';
import { bores, jobFile } from '../support.js';

const figure = (key: string, state: Figure['state']): Figure =>
  ({ key, side: key.endsWith(':min') ? 'min' : 'max', state }) as Figure;

const said = (figures: readonly Figure[]) =>
  quantitiesOf(figures).map(({ leads, other }) => [leads.key, other?.key ?? null]);

describe('one quantity, one strip', () => {
  it('puts minimum and maximum together, the worse one first', () => {
    expect(said([figure('0:deck:min', 'within'), figure('0:deck:max', 'beyond')])).toEqual([
      ['0:deck:max', '0:deck:min'],
    ]);
    expect(said([figure('0:deck:min', 'undecided'), figure('0:deck:max', 'within')])).toEqual([
      ['0:deck:min', '0:deck:max'],
    ]);
  });

  it('lets a side that has no limit on file lead nothing: what the other one proves is said, and what is missing', () => {
    expect(said([figure('0:ring.gap.top:max', 'noLimit'), figure('0:ring.gap.top:min', 'within')])).toEqual([
      ['0:ring.gap.top:min', '0:ring.gap.top:max'],
    ]);
  });

  it('keeps apart what is of another thing, another cylinder, or the same side', () => {
    expect(
      said([figure('0:deck:min', 'within'), figure('1:deck:max', 'within'), figure('0:bore:max', 'within')]),
    ).toEqual([
      ['0:deck:min', null],
      ['1:deck:max', null],
      ['0:bore:max', null],
    ]);
    expect(said([figure('0:deck:max', 'within'), figure('0:deck:max', 'beyond')])).toHaveLength(2);
  });

  it('loses no figure of a judged job', () => {
    const { items } = judgeJob(jobFile(bores([[['77.02', '77.03']]])));
    const both = quantitiesOf(items).flatMap(({ leads, other }) => (other ? [leads, other] : [leads]));
    expect(new Set(both.map((f) => f.key))).toEqual(new Set(items.map((f) => f.key)));
  });
});

const drawn = (more: Partial<Figure>): Figure => ({
  ...judgeJob(jobFile(bores([[['77.02', '77.03']]]))).items[0]!,
  bracket: null,
  interval: null,
  ...more,
});

describe('what is drawn of a quantity', () => {
  const max = drawn({ feature: 'clearance', side: 'max', limitAt: 150_000, value: 60_000, u: 5_000 });
  const min = { ...max, side: 'min' as const, limitAt: 30_000 };

  it('is a wall for each side, the value with twice its uncertainty, and room for all of it from nothing on', () => {
    const strip = stripOf([max, min])!;
    expect(strip.walls).toEqual([
      { side: 'max', at: 150_000 },
      { side: 'min', at: 30_000 },
    ]);
    expect(strip.whisker).toEqual([50_000, 70_000]);
    expect(strip.from).toBe(0);
    expect(onStrip(strip, 150_000)).toBeGreaterThan(onStrip(strip, 60_000));
    expect(onStrip(strip, -1)).toBe(0);
    expect(onStrip(strip, 10 * strip.to)).toBe(1);
  });

  it('of leaves is their bracket and no line between them', () => {
    const bracket = { low: 40_000, high: 50_000, lowLeaves: 1, highLeaves: 1, contradicts: false };
    const strip = stripOf([{ ...max, bracket } as Figure])!;
    expect([strip.value, strip.whisker]).toEqual([null, [40_000, 50_000]]);
  });

  it('is nothing where there is no limit, no range and nothing read', () => {
    expect(
      stripOf([{ ...max, limitAt: null, value: null, u: null, band: { low: null, high: null } } as Figure]),
    ).toBeNull();
  });
});

describe('a section of the report', () => {
  it.each([
    ['77.118', true],
    ['< 0.04 mm', true],
    ['84.248 – 84.267 mm', true],
    ['Tomasz Adeyemi, 29 Nov 2026', false],
    ['29 Nov 2026', false],
    ['', false],
  ])('sets “%s” as a figure: %s', (cell, is) => expect(isFigureCell(cell)).toBe(is));

  it('says a quantity once: both sides of it in one block, drawn on one strip, and nothing of either is lost', () => {
    const file = jobFile(bores([[['77.02', '77.03']]]));
    const max = drawn({ feature: 'clearance', side: 'max', key: '0:clearance:max', state: 'within' });
    const min = drawn({ feature: 'clearance', side: 'min', key: '0:clearance:min', state: 'undecided' });
    const [section] = verdictSection(file, 'fit', 'Clearance', [max, min], 'mm');
    const blocks = section!.blocks.filter((b) => b.kind === 'verdict');
    expect(blocks).toHaveLength(1);
    expect(blocks[0]!.state).toBe('undecided');
    expect(blocks[0]!.figures?.map((f) => f.side)).toEqual(['min', 'max']);
    expect(blocks[0]!.details).toContain(verdictSentence(file, max, 'mm').headline);
  });
});
