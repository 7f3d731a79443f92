import { Ajv2020 } from 'ajv/dist/2020.js';
import {
  bodyMisfitsIn,
  HOUSE,
  inHouse,
  jobFileShapeOf,
  kindsOf,
  LOG_PLACES,
  measurandAt,
  mm,
  nominalOf,
  placeKey,
  placeKindOf,
  placeName,
  placesIn,
  readBy,
  reportOf,
  type EntryContext,
  type JobFile,
  type LogEntry,
} from '@tribos/core';
import { judgedWhole, HERE, bore, bores, GAUGES, jobFile, LEAVES, limit, piston, TWIN } from '../support.js';
import { WITH_RODS, type JournalPlace } from './trialRoom.js';

const AT = '2026-03-01T11:00:00.000Z';
const WALLS = [0, 1].map(() => [
  ['77.020', '77.018'],
  ['77.016', '77.015'],
  ['77.012', '77.012'],
]);
const engine = { ...TWIN, limits: [...TWIN.limits, limit('crank.journal', 'service', 34.98, null)] };
const journal = (n: number): JournalPlace => ({ part: 'journal', journal: n });
const sent = (n: number, text: string, id = `j${n}`) => ({
  kind: 'reading',
  id,
  at: AT,
  station: journal(n),
  instrumentId: 'mic',
  text,
});
const context: EntryContext = {
  by: 'first',
  ...HERE,
  engine,
  instruments: [...GAUGES, LEAVES],
  known: () => undefined,
  found: () => new Set(),
};
const kinds = kindsOf(WITH_RODS);
const took = (n: number, text: string, id?: string): LogEntry => {
  const read = readBy(kinds, sent(n, text, id), context);
  if (!read.ok) throw new Error(read.sentence);
  return read.entry as LogEntry;
};
const plain = jobFile([...bores(WALLS), piston(0, '76.960'), piston(1, '76.960')], { engine }) as JobFile;
const withLog = (...more: LogEntry[]): JobFile => ({ ...plain, log: [...plain.log, ...more] });
const judged = (file: JobFile) => judgedWhole(file, 'mm', () => null, WITH_RODS);

describe('places of the house', () => {
  it('are of different parts, and every one of them is in the schema of readings or of leaves', () => {
    const parts = placesIn(HOUSE).map((k) => k.part);
    expect(new Set(parts).size).toBe(parts.length);
    const schema = JSON.stringify(kindsOf(HOUSE).map((k) => k.shape.schema));
    for (const part of parts) expect(schema).toContain(`{"enum":["${part}"]}`);
  });

  it('bring nothing to a house whose rooms have none of their own; a job goes into one house once', () => {
    const bare = HOUSE.map((r) => ({ ...r, places: [] }));
    expect(placesIn(bare)).toBe(LOG_PLACES);
    const housed = inHouse(plain, bare);
    expect(JSON.stringify(housed)).toBe(JSON.stringify(plain));
    expect(inHouse(plain, bare)).toBe(housed);
    expect(inHouse(housed, bare)).toBe(housed);
  });

  it('have equal keys when they are equal, whatever order their fields come in', () => {
    expect(placeKey({ angle: 180, depth: mm(15), cylinder: 0, part: 'bore' })).toBe(placeKey(bore(0, 15, 0)));
    expect(placeKey(bore(0, 15, 0))).toBe('bore:0:15000000:0');
    expect(placeKey({ part: 'piston', kit: null, place: 'crown', cylinder: 1 })).toBe(
      'piston:1:crown:fitted',
    );
    expect(placeKey(journal(2))).toBe('journal:2');
  });
});

describe('a place that a trial room brings', () => {
  it('is read by the one kind of reading, with a gauge of its sense, and by no house without the room', () => {
    expect(took(0, '34.992')).toMatchObject({ value: mm(34.992), station: journal(0), corrects: null });
    expect(readBy(kinds, { ...sent(0, '34.992'), instrumentId: 'ring-set' } as never, context)).toMatchObject(
      {
        ok: false,
        sentence: 'ring-set does not read a journal.',
      },
    );
    expect(bodyMisfitsIn(kinds, { ...sent(0, '34.992'), station: { part: 'journal', journal: 99 } })).toEqual(
      [expect.objectContaining({ path: '/station/journal' })],
    );
    expect(bodyMisfitsIn(kindsOf(HOUSE), sent(0, '34.992'))).toMatchObject([{ path: '/station/part' }]);
  });

  it('stands in the published schema of its house', () => {
    const file = withLog(took(0, '34.992'));
    const text = JSON.parse(JSON.stringify(inHouse(file, WITH_RODS))) as unknown;
    expect(new Ajv2020({ strict: false }).compile(jobFileShapeOf(WITH_RODS).schema)(text)).toBe(true);
    expect(text).toEqual(JSON.parse(JSON.stringify(file)));
    expect(jobFileShapeOf(HOUSE).check(text, '')[0]?.path).toMatch(/\/station\/part$/u);
  });

  it('has its name, material and nominal size, and copies of the job keep knowing it', () => {
    const file = { ...inHouse(plain, WITH_RODS), decisions: [] };
    const at = journal(1) as never;
    expect(placeName(file, at)).toBe('journal 2');
    expect(measurandAt(file, at)).toEqual({
      part: 'journal:1',
      sense: 'outside',
      material: 'steel',
      thermalPart: 'cylinder',
    });
    expect(nominalOf(file, at)).toBe(mm(35));
    expect(() => placeKindOf(plain, at)).toThrow('There is no place for a gauge on a journal.');
  });

  it('feeds a figure: repeats are one place, a wild one is asked about, and the report names it', () => {
    const file = withLog(took(0, '34.992'), took(0, '34.993', 'j0b'), took(1, '34.999'));
    const { items, readings, overall } = judged(file);
    const figures = items.filter((i) => i.feature === 'crank.journal');
    expect(figures.map((f) => f.key)).toEqual(['journal-0:crank.journal:min', 'journal-1:crank.journal:min']);
    expect(figures[0]).toMatchObject({ state: 'within', because: null, limitAt: mm(34.98) });
    expect(readings.places.get('journal:0')!.readings).toHaveLength(2);
    expect(overall).toBe(judged(plain).overall);
    expect(JSON.stringify(reportOf(file, 'mm', () => null, WITH_RODS))).toContain('Journal 1');

    expect(judged(withLog(took(0, '34.960'))).overall).toBe('beyond');
    const slipped = judged(withLog(took(0, '3.4992')));
    expect(new Set(slipped.readings.questions.map((q) => q.readingId))).toEqual(new Set(['j0']));
  });

  it('is opened again by the work it names, and by no other', () => {
    const work = (cylinder: number | null, what: 'skimmed' | 'honed' = 'skimmed'): LogEntry => ({
      kind: 'work',
      id: 'w',
      at: '2026-03-01T12:00:00.000Z',
      by: 'first',
      ...HERE,
      what,
      cylinder,
      kitId: null,
      ticket: null,
      text: '',
    });
    const read = took(0, '34.992');
    const has = (...log: LogEntry[]) => judged(withLog(...log)).readings.places.has('journal:0');
    expect(has(read, work(0))).toBe(true);
    expect(has(read, work(null, 'honed'))).toBe(true);
    expect(has(read, work(null))).toBe(false);
    expect(has(read, work(null), took(0, '34.991', 'again'))).toBe(true);
  });

  it('is where the next action may send a gauge', () => {
    const at = (file: JobFile) => judged(file).nextAt('bottom');
    expect(at(plain)).toMatchObject({ kind: 'try-rods', at: journal(0) });
    expect(at(withLog(took(0, '34.992')))).toMatchObject({ kind: 'try-rods', at: null });
  });
});
