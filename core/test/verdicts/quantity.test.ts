import { judgeJob, quantitiesOf, type Figure } from '../../src/index.js';
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
