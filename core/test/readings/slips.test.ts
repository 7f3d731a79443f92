import fc from 'fast-check';
import {
  besideOf,
  mm,
  outliers,
  parseReading,
  slips,
  standing,
  lastReading,
  um,
  type Nanometres,
  type Parsed,
  type SlipContext,
} from '@tribos/core';
import { HERE, bore, instrument, reading, RING } from '../support.js';

const near = [77.094, 77.081, 77.088].map(mm);
const context = (over: Partial<SlipContext> = {}): SlipContext => ({
  instrument: RING,
  nominal: mm(77),
  neighbours: besideOf(near),
  u: () => um(4),
  show: 'mm',
  ...over,
});
const ask = (text: string, over: Partial<SlipContext> = {}, unit: 'mm' | 'in' = 'mm') => {
  const parsed = parseReading(text, { unit }) as Parsed;
  return slips({ id: 'x', text, value: parsed.value, unit: parsed.unit, step: parsed.step }, context(over));
};

describe('questions about a reading', () => {
  it('asks nothing about a sound one', () => {
    expect(ask('77.094')).toEqual([]);
    expect(ask('77.130')).toEqual([]);
  });

  it('asks whether a figure in the other system was meant, and holds it meanwhile', () => {
    const [q] = ask('3.0342');
    expect(q).toMatchObject({ code: 'unit', instead: '3.0342 in', holds: true });
    const inch = instrument('inch', 'telescoping', { kind: 'none' }, { unit: 'in' });
    expect(ask('77.094', { instrument: inch }, 'in')[0]).toMatchObject({
      code: 'unit',
      instead: '77.094 mm',
    });
  });

  it('asks about one turn of the thimble, up or down, metric or inch', () => {
    expect(ask('77.588')[0]).toMatchObject({ code: 'thimble-turn', instead: '77.088 mm', holds: true });
    expect(ask('76.588')[0]).toMatchObject({ code: 'thimble-turn', instead: '77.088 mm' });
    const inch = instrument('inch', 'telescoping', { kind: 'none' }, { unit: 'in' });
    expect(ask('3.0600', { instrument: inch }, 'in')[0]).toMatchObject({
      code: 'thimble-turn',
      instead: '3.0350 in',
    });
  });

  it('asks about the first reading against the nominal size', () => {
    expect(ask('77.560', { neighbours: besideOf([]) })[0]?.code).toBe('thimble-turn');
    expect(ask('77.094', { neighbours: besideOf([]) })).toEqual([]);
  });

  it('asks about more digits than the gauge shows, but uses the reading', () => {
    const calliper = instrument('calliper', 'calliper');
    expect(ask('77.094', { instrument: calliper })[0]).toMatchObject({ code: 'too-fine', holds: false });
    expect(ask('77.09', { instrument: calliper })).toEqual([]);
  });

  it('asks about a figure that fits nothing', () => {
    expect(ask('80.5')[0]).toMatchObject({ code: 'mistyped', holds: true, instead: null });
  });

  it('says when a piston was not read at its gauge height', () => {
    expect(ask('77.05', { offGaugeHeight: true })[0]?.code).toBe('wrong-place');
  });

  it('never asks about a plausible reading whatever the wear', () => {
    fc.assert(
      fc.property(fc.integer({ min: 77_000, max: 77_200 }), (microns) => {
        expect(ask((microns / 1_000).toFixed(3)).filter((q) => q.holds)).toEqual([]);
      }),
    );
  });
});

describe('outliers on a map', () => {
  const map = (over: Record<string, number> = {}, directions = [0, 45, 90, 135]) =>
    [15, 45, 80].flatMap((depth, d) =>
      directions.map((angle, a) => ({
        key: `${depth}/${angle}`,
        depth,
        angle,
        value: mm(77.09 - d * 0.01 - a * 0.003) + (over[`${depth}/${angle}`] ?? 0),
      })),
    );

  it('finds none in an even taper with ovality', () => {
    expect(outliers(map(), um(2))).toEqual([]);
  });

  it('names the one cell that does not belong', () => {
    const [found, ...rest] = outliers(map({ '45/90': um(60) }), um(2));
    expect(rest).toEqual([]);
    expect(found?.keys).toEqual(['45/90']);
    expect(found!.residual).toBeCloseTo(um(60), -3);
  });

  it('asks for both of a row when two directions cannot tell them apart', () => {
    expect(outliers(map({ '45/90': um(60) }, [0, 90]), um(2))[0]?.keys).toEqual(['45/0', '45/90']);
  });

  it('needs six readings', () => {
    expect(outliers(map({ '15/0': um(500) }).slice(0, 5), um(2))).toEqual([]);
  });
});

describe('what stands of the log', () => {
  const s = () => 1_500;
  const here = bore(0, 15, 0);
  const none = () => new Set<never>();

  it('drops a reading taken back and typed right, keeps it in the log', () => {
    const [wrong, right] = [reading(here, '77.95'), reading(here, '77.095')];
    const log = [
      wrong,
      { id: 't', kind: 'take-back' as const, at: wrong.at, by: 'x', ...HERE, of: wrong.id },
      right,
    ];
    expect(standing(log, s, none).map((r) => r.entry.text)).toEqual(['77.095']);
    expect(lastReading(log)).toBe(right);
  });

  it('keeps one taken back and typed again within the scatter: trying until it passes does not pass', () => {
    const [first, second] = [reading(here, '77.108'), reading(here, '77.102')];
    const log = [
      first,
      { id: 't', kind: 'take-back' as const, at: first.at, by: 'x', ...HERE, of: first.id },
      second,
    ];
    expect(standing(log, s, none)).toEqual([
      { entry: first, keptAsRepeat: true },
      { entry: second, keptAsRepeat: false },
    ]);
  });

  it('drops a reading that a named slip corrects', () => {
    const wrong = reading(here, '3.0342');
    const right = reading(here, '3.0342 in', 'ring-set', { corrects: { readingId: wrong.id, slip: 'unit' } });
    expect(standing([wrong, right], s, () => new Set(['unit'] as const)).map((r) => r.entry.value)).toEqual([
      77_068_680 as Nanometres,
    ]);
  });

  it('takes nothing back from an empty log', () => {
    expect(lastReading([])).toBeNull();
  });
});
