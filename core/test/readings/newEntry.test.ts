import { migrateEntry, mm, readEntry, um, type LogEntry, type NewEntry, type SizePlace } from '@tribos/core';
import { HERE, bore, GAUGES, LEAVES, reading, TWIN } from '../support.js';

const at = '2026-03-01T10:00:00.000Z';
const log: LogEntry[] = [reading(bore(0, 15, 0), '77.020')];
const read = (body: object, known: readonly LogEntry[] = log) =>
  readEntry({ id: 'n', at, ...body } as NewEntry, {
    by: 'first',
    ...HERE,
    engine: TWIN,
    instruments: [...GAUGES, LEAVES],
    known: (id) => known.find((e) => e.id === id),
    found: (id) => new Set(id === log[0]!.id ? (['mistyped', 'unit'] as const) : []),
  });
const size = (over: object = {}) =>
  read({ kind: 'reading', station: bore(0, 15, 0), instrumentId: 'ring-set', text: '77.031', ...over });
const refused = (found: ReturnType<typeof read>) => (found.ok ? 'taken' : `${found.path} ${found.sentence}`);
const zero = read({
  kind: 'zero',
  instrumentId: 'mic-set',
  in: { kind: 'micrometer', instrumentId: 'mic' },
  text: '77.230',
  needle: 'clockwise-smaller',
  repeats: 3,
});

describe('what a screen sends, as the log will hold it', () => {
  it('reads the text with the gauge’s unit', () => {
    expect(size()).toMatchObject({
      ok: true,
      entry: { value: mm(77.031), by: 'first', ...HERE, zeroId: null, seen: null },
    });
    expect(size({ text: '3.0342 in' })).toMatchObject({ entry: { value: 77_068_680, unit: 'in' } });
  });

  it('reads a deviation from the zero it names, the way the needle turns', () => {
    const z = (zero as { entry: LogEntry }).entry;
    const found = read(
      { kind: 'reading', station: bore(0, 15, 0), instrumentId: 'mic-set', text: '+4', zeroId: 'n' },
      [z],
    );
    expect(found).toMatchObject({ entry: { value: mm(77.226), unit: 'um', zeroId: 'n' } });
    expect(read({ kind: 'closing-zero', zeroId: 'n', text: '-1.5' }, [z])).toMatchObject({
      entry: { value: um(-1.5) },
    });
  });

  it.each<[string, object, string]>([
    ['a figure that is none', { text: 'wide' }, '/text'],
    ['nothing', { text: ' ' }, '/text Nothing was typed'],
    ['a cylinder that is not there', { station: bore(4, 15, 0) }, '/station/cylinder'],
    ['below the wall', { station: bore(0, 200, 0) }, '/station/depth'],
    ['a gauge that is not there', { instrumentId: 'lost' }, '/instrumentId There is no such gauge'],
    ['a gauge for outsides', { instrumentId: 'mic' }, '/instrumentId mic does not read a bore'],
    ['a correction of nothing', { corrects: { readingId: 'lost', slip: 'unit' } }, '/corrects/readingId'],
    ['a zero that is not there', { zeroId: 'lost' }, '/zeroId'],
    [
      'a kit that is not there',
      {
        station: { part: 'piston', cylinder: 0, place: 'crown', kit: 'lost' } satisfies SizePlace,
        instrumentId: 'mic',
      },
      '/station/kit',
    ],
  ])('refuses %s', (_, over, sentence) => {
    expect(refused(size(over))).toContain(sentence);
  });

  it.each<[string, object, string]>([
    [
      'a leaf the set does not hold',
      {
        kind: 'leaf',
        station: { part: 'clearance', cylinder: 0, kit: null },
        instrumentId: 'leaves',
        stack: [mm(0.033)],
        answer: 'goes',
      },
      'holds no such leaf',
    ],
    [
      'leaves in a bore',
      { kind: 'leaf', station: bore(0, 15, 0), instrumentId: 'leaves', stack: [mm(0.05)], answer: 'goes' },
      'does not read a bore',
    ],
    [
      'a zero of a telescoping gauge',
      {
        kind: 'zero',
        instrumentId: 'telescoping',
        in: { kind: 'ring', u: 300 },
        text: '77',
        needle: 'clockwise-larger',
        repeats: 3,
      },
      'Only a dial bore gauge',
    ],
    [
      'a zero in something else',
      {
        kind: 'zero',
        instrumentId: 'mic-set',
        in: { kind: 'micrometer', instrumentId: 'calliper' },
        text: '77',
        needle: 'clockwise-larger',
        repeats: 3,
      },
      'micrometer of this shop',
    ],
    ['taking back what is not there', { kind: 'take-back', of: 'lost' }, '/of'],
    ['answering about nothing', { kind: 'answer', readingId: 'lost', slip: 'unit' }, '/readingId'],
    [
      'a finding below the wall',
      { kind: 'finding', cylinder: 0, what: 'score', place: { depth: mm(300), angle: 0 }, deep: null },
      '/place/depth',
    ],
    [
      'a ticket the wrong way round',
      {
        kind: 'work',
        what: 'bored',
        cylinder: 0,
        kitId: null,
        ticket: { low: mm(77.3), high: mm(77.2) },
        text: '',
      },
      'from low to high',
    ],
    [
      'work on a cylinder that is not there',
      { kind: 'work', what: 'honed', cylinder: 7, kitId: null, ticket: null, text: '' },
      '/cylinder',
    ],
  ])('refuses %s', (_, body, sentence) => {
    expect(refused(read(body))).toContain(sentence);
  });

  it('refuses a zero that belongs to another gauge, and a size of nothing', () => {
    const z = (zero as { entry: LogEntry }).entry;
    const deviation = (over: object) =>
      read(
        {
          kind: 'reading',
          station: bore(0, 15, 0),
          instrumentId: 'mic-set',
          text: '4',
          zeroId: 'n',
          ...over,
        },
        [z],
      );
    expect(refused(deviation({ instrumentId: 'ring-set' }))).toContain('another gauge');
    expect(refused(deviation({ text: '90 mm' }))).toContain('nothing or less');
  });

  it('keeps findings, work, notes and answers as they are', () => {
    expect(read({ kind: 'note', text: 'n' })).toMatchObject({
      ok: true,
      entry: { by: 'first', ...HERE, text: 'n' },
    });
    expect(read({ kind: 'answer', readingId: log[0]!.id, slip: 'unit' }).ok).toBe(true);
    expect(
      read({ kind: 'finding', cylinder: 1, what: 'crack', place: { depth: mm(10), angle: 300 }, deep: null })
        .ok,
    ).toBe(true);
    expect(
      read({ kind: 'work', what: 'honed', cylinder: null, kitId: 'plus-0.5', ticket: null, text: '' }).ok,
    ).toBe(true);
  });
});

describe('an entry of an older version', () => {
  it('a score becomes a finding, a clean wall withdraws it, a reading says it knows neither zero nor log', () => {
    const base = { id: 'a', at, by: 'x', ...HERE, cylinder: 1 };
    expect(migrateEntry({ ...base, kind: 'score', depth: 10_000 })).toEqual({
      ...base,
      kind: 'finding',
      what: 'score',
      place: null,
      deep: 10_000,
      nail: null,
    });
    expect(migrateEntry({ ...base, kind: 'score', depth: 0 })).toMatchObject({ what: 'clean' });
    expect(migrateEntry({ kind: 'reading', id: 'r' })).toEqual({
      kind: 'reading',
      id: 'r',
      ...HERE,
      zeroId: null,
      seen: null,
    });
    expect(migrateEntry({ kind: 'reading', id: 'r', zeroId: 'z', seen: 's' })).toMatchObject({ zeroId: 'z' });
    expect(migrateEntry('nonsense')).toBe('nonsense');
  });
});
