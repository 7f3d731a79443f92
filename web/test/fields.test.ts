import {
  asPrinted,
  inch,
  mm,
  parseReading,
  wholeLimitText,
  type Instrument,
  type JobFile,
  type Limit,
  type Place,
} from '@tribos/core/ground';
import type { SentEntry } from '@tribos/core/house';
import { rememberedGauge, rememberGauge, suitable } from '../src/bar/gaugeFor.js';
import { lengthOf, lengthOrNull, lengthText } from '../src/forms/lengthField.js';
import { FieldTrouble } from '../src/forms/fieldTrouble.js';
import { pendingEntries } from '../src/job/logEntryOf.js';
import { dayText } from '../src/ui/dayText.js';

const store = new Map<string, string>();
globalThis.localStorage = {
  getItem: (k: string) => store.get(k) ?? null,
  setItem: (k: string, v: string) => void store.set(k, v),
} as Storage;

const limit = (over: Partial<Limit>): Limit => ({
  id: 'l',
  feature: 'clearance',
  state: 'new',
  low: null,
  high: null,
  unit: 'mm',
  conditions: {},
  source: {
    type: 'engine-maker',
    party: 'p',
    document: 'd',
    page: '',
    revision: '',
    enteredBy: 'a',
    checkedBy: null,
  },
  ...over,
});

describe('lengths in fields', () => {
  it('are read as typed, in the unit of the field or their own', () => {
    expect(lengthOf('low', '77.012', 'mm')).toBe(77_012_000);
    expect(lengthOf('low', '0.0023 in', 'mm')).toBe(58_420);
    expect(lengthOrNull('low', '  ', 'mm')).toBeNull();
  });

  it('say which field is wrong and why', () => {
    expect(() => lengthOf('high', 'wide', 'mm')).toThrow(FieldTrouble);
    try {
      lengthOf('high', '7 7', 'mm');
    } catch (error) {
      expect([(error as FieldTrouble).field, (error as Error).message]).toEqual([
        'high',
        expect.stringContaining('more than one number'),
      ]);
    }
  });

  it('are put back with all their digits and none invented', () => {
    expect(lengthText(mm(77.105), 'mm')).toBe('77.105');
    expect(lengthText(inch(0.0023), 'in')).toBe('0.0023');
    expect(lengthText(inch(0.0023), 'mm')).toBe('0.05842');
    expect(lengthText(0, 'mm')).toBe('0');
    expect(lengthText(mm(80), 'mm')).toBe('80');
    expect(lengthText(null, 'mm')).toBe('');
  });

  it('come back from the field as they went in', () => {
    for (const value of [1, 1_500, 58_420, 77_105_000, 100_000_000]) {
      const parsed = parseReading(lengthText(value, 'mm'), { unit: 'mm' });
      expect(parsed.ok && parsed.value).toBe(value);
    }
  });
});

describe('limits as shown', () => {
  it.each<[Partial<Limit>, string, string]>([
    [{ low: mm(0.03), high: mm(0.048) }, '0.030 – 0.048 mm', '0.00119 – 0.00188 in'],
    [{ high: mm(77.105) }, 'max 77.105 mm', 'max 3.03562 in'],
    [
      { low: mm(0.03), high: mm(0.048), target: mm(0.04) },
      '0.030 – 0.048 mm; target 0.040 mm',
      '0.00119 – 0.00188 in; target 0.00158 in',
    ],
    [
      { feature: 'setup.cam.intake-opens', low: 12, high: 18, target: 14, unit: '°' },
      '12° – 18°; target 14°',
      '12° – 18°; target 14°',
    ],
    [{ low: inch(0.0115), unit: 'in' }, 'min 0.2921 mm', 'min 0.0115 in'],
    [{ feature: 'ring.gap.top.factor', low: 42, unit: '×' }, 'min 0.0042 × D', 'min 0.0042 × D'],
    [{ feature: 'crank.leak-pressure', low: 45, unit: 'bar' }, 'min 0.45 bar', 'min 0.45 bar'],
    [{ feature: 'crank.leak-rate', high: 3, unit: 'bar/min' }, 'max 0.03 bar/min', 'max 0.03 bar/min'],
    [
      {
        feature: 'ring.gap.top',
        rows: [
          { below: 40, low: mm(0.15) },
          { below: null, low: mm(0.28) },
        ],
        high: mm(0.6),
      },
      '< 40 cm³ min 0.150 mm, above min 0.280 mm; max 0.600 mm',
      '< 40 cm³ min 0.00591 in, above min 0.01103 in; max 0.02362 in',
    ],
  ])('%j', (over, metric, inches) => {
    expect(wholeLimitText(limit(over), 'mm')).toBe(metric);
    expect(wholeLimitText(limit(over), 'in')).toBe(inches);
  });

  it('name what the sheet prints when it is in the other unit', () => {
    expect(asPrinted(limit({ low: inch(0.0023), high: inch(0.0031), unit: 'in' }), 'mm')).toBe(
      'the sheet prints 0.0023 – 0.0031 in',
    );
    expect(asPrinted(limit({ low: inch(0.0023), unit: 'in' }), 'in')).toBeNull();
    expect(asPrinted(limit({ feature: 'crank.leak-rate', high: 3, unit: 'bar/min' }), 'in')).toBeNull();
  });
});

describe('a gauge for a station', () => {
  const gauge = (
    id: string,
    type: Instrument['type'],
    rangeLow: number,
    rangeHigh: number,
    maxError: number,
  ) =>
    ({
      id,
      type,
      rangeLow: mm(rangeLow),
      rangeHigh: mm(rangeHigh),
      maxError: mm(maxError),
      repeatability: mm(0.001),
      unit: 'mm',
      retiredOn: null,
      importedBy: null,
    }) as unknown as Instrument;
  const file = {
    log: [],
    decisions: [],
    job: { fitted: { piston: null, ring: null } },
    engine: {
      bore: mm(77),
      kits: [],
      wall: 'iron-sleeve',
      cylinders: ['one'],
      wallDepth: mm(100),
      ports: [],
    },
    instruments: [
      gauge('calliper', 'calliper', 0, 150, 0.03),
      gauge('bore', 'dial-bore', 50, 100, 0.003),
      gauge('small', 'dial-bore', 20, 50, 0.003),
      gauge('mic', 'micrometer', 75, 100, 0.004),
    ],
  } as unknown as JobFile;
  const boreStation: Place = { part: 'bore', cylinder: 0, depth: mm(15), angle: 0 };
  const pistonPlace: Place = { part: 'piston', cylinder: 0, place: 'gauge-height', kit: null };

  it('reads the part and reaches the size', () => {
    expect(suitable(file, boreStation).map((i) => i.id)).toEqual(['calliper', 'bore']);
    expect(suitable(file, pistonPlace).map((i) => i.id)).toEqual(['calliper', 'mic']);
  });

  it('is the surest at first, then the one last used for that part', () => {
    expect(rememberedGauge(file, boreStation)?.id).toBe('bore');
    rememberGauge('bore', 'calliper');
    expect(rememberedGauge(file, boreStation)?.id).toBe('calliper');
    expect(rememberedGauge(file, pistonPlace)?.id).toBe('mic');
    rememberGauge('bore', 'lost');
    expect(rememberedGauge(file, boreStation)?.id).toBe('bore');
  });

  it('turns what waits into what the log will hold', () => {
    const body = {
      id: 'a',
      kind: 'reading',
      at: 't',
      station: boreStation,
      instrumentId: 'bore',
      text: '3.0342 in',
    } as unknown as SentEntry;
    const all = (...bodies: object[]) =>
      pendingEntries(file, bodies.map((b) => ({ id: 'b', at: 't', ...b })) as SentEntry[], 'me');
    expect(all(body)).toMatchObject([{ value: 77_068_680, unit: 'in', by: 'me', corrects: null }]);
    expect(all({ ...body, text: 'x' }, { ...body, instrumentId: 'lost' })).toEqual([]);
    // What waits may lean on what waits before it.
    expect(all(body, { kind: 'take-back', of: 'a' })[1]).toEqual({
      id: 'b',
      at: 't',
      received: null,
      by: 'me',
      importedBy: null,
      kind: 'take-back',
      of: 'a',
    });
    expect(all({ kind: 'take-back', of: 'nobody' })).toEqual([]);
    expect(all({ kind: 'note', text: 'n' })).toMatchObject([{ text: 'n' }]);
    expect(all(body, { kind: 'answer', readingId: 'a', slip: 'unit' })[1]).toMatchObject({ slip: 'unit' });
  });
});

it('a day is said without its year only in that year', () => {
  const now = new Date('2026-11-24T12:00:00');
  expect([dayText('2026-12-04', now), dayText('2027-01-02', now)]).toEqual(['4 Dec', '2 Jan 2027']);
});
