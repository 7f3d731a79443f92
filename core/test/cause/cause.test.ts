import {
  candidates,
  CAUSE,
  CAUSE_KEYS,
  CAUSES,
  causesOf,
  causeAsked,
  causeSaid,
  DEBRIS,
  factsOf,
  FINDING,
  judgeJob,
  mayNotAssemble,
  meant,
  mm,
  newFacts,
  PART_FINDING,
  reportOf,
  SEEN_BEFORE,
  STRIP_PLAN,
  timelineOf,
  type JobFile,
} from '@tribos/core';
import { TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const TWO_STROKE = { ...TWIN, kind: 'snowmobile' as const, strokes: 2 as const, zeroAt: 'exhaust' };
const begun = (engine = TWIN) => {
  const book = new Book(engine);
  book.keep(STRIP_PLAN, { scope: 'top', list: 'general', purpose: 'rebuild' });
  return book;
};
const plug = (book: Book, answer: string) =>
  book.keep(SEEN_BEFORE, { what: 'plug', cylinder: 0, answer, text: '' });
const find = (book: Book, of: string, what: 'boot-cracked' | 'blued') =>
  book.keep(PART_FINDING, { of, name: of, what, severity: null, extent: null, text: '' });
const named = (file: JobFile) => candidates(file).map((c) => c.key);

describe('patterns of evidence', () => {
  it.each([
    ['plug:white', 'plug:white', true],
    ['wall:scuff*', 'wall:scuff:exhaust', true],
    ['part:*:blued', 'part:rod:blued', true],
    ['part:oil-pump:*', 'part:oil-pump:worn', true],
    ['plug:white', 'plug:oil', false],
    ['wall:scuff:exhaust', 'wall:scuff:other', false],
    ['part:*:blued', 'part:rod:worn', false],
  ])('%s means %s: %s', (pattern, key, means) => {
    expect(meant(pattern, key)).toBe(means);
  });

  it.each([
    ['lost the woodruff key, flywheel loose', 'loose-taper'],
    ['sheared key', 'loose-taper'],
    ['big end knocks when hot', 'big-end'],
    ['knocked-out bearing, rumbles', 'bearing'],
  ])('a complaint of “%s” finds its cause', (complaint, cause) => {
    const file = { ...begun().file() };
    expect(named({ ...file, job: { ...file.job, complaint } })).toContain(cause);
  });

  it.each(['lost the key of the lock', 'cleaned last year', 'bearing in mind the price'])(
    'a complaint of “%s” finds no key',
    (complaint) => {
      const file = begun().file();
      expect(named({ ...file, job: { ...file.job, complaint } })).not.toContain('loose-taper');
    },
  );

  it('every cause has something that speaks for it and something to put right', () => {
    for (const k of CAUSE_KEYS) {
      // What was opened by plan did not fail: nothing speaks for that but the plan.
      expect(CAUSES[k].for.length > 0).toBe(k !== 'planned');
      expect(CAUSES[k].then !== '').toBe(k !== 'planned');
    }
    expect(causesOf({ strokes: 4, cooling: 'air' })).not.toContain('air-leak');
    expect(causesOf({ strokes: 4, cooling: 'air' })).not.toContain('overheated');
  });
});

describe('why it failed', () => {
  it('is asked of an engine that comes apart to be rebuilt, that seized, or where a finding ended a part', () => {
    expect(causeAsked(new Book().file())).toBe(false);
    expect(causeAsked(begun().file())).toBe(true);
    const look = new Book();
    look.keep(STRIP_PLAN, { scope: 'top', list: 'general', purpose: 'look' });
    expect(causeAsked(look.file())).toBe(false);
    const ended = new Book();
    find(ended, 'rod:0', 'blued');
    expect(causeAsked(ended.file())).toBe(true);
  });

  it('gathers what was recorded, for and against, most for and least against first', () => {
    const book = begun(TWO_STROKE);
    plug(book, 'white or blistered');
    find(book, 'boot:0', 'boot-cracked');
    book.keep(FINDING, {
      cylinder: 0,
      what: 'scuff',
      place: { depth: mm(40), angle: 10 },
      deep: null,
      nail: null,
    });
    const file = book.file();
    expect(factsOf(file).map((f) => f.key)).toEqual([
      'plug:white',
      'wall:scuff:exhaust',
      'part:boot:boot-cracked',
    ]);
    const first = candidates(file)[0]!;
    expect(['air-leak', 'lean']).toContain(first.key);
    expect(first.for.length).toBe(2);
    // A white plug speaks against one that seized for being cold.
    const cold = candidates(file).find((c) => c.key === 'cold-seizure')!;
    expect(cold.against.map((f) => f.key)).toEqual(['plug:white']);
  });

  it('worn for its hours is always there: one key', () => {
    const book = begun();
    expect(named(book.file())).toEqual(['planned', 'wear']);
    book.keep(CAUSE, { is: 'wear', evidence: [], text: '' });
    expect(mayNotAssemble(book.file())).toBeNull();
  });

  it('assembly waits for it; not found says what was looked at; a guess without evidence is refused', () => {
    const book = begun();
    // Nothing failed that anybody saw: it waits for nothing.
    expect(mayNotAssemble(book.file())).toBeNull();
    plug(book, 'white or blistered');
    expect(mayNotAssemble(book.file())).toContain('Nobody has said why it failed');
    expect(book.try(CAUSE, { is: 'not-found', evidence: [], text: '' })).toContain('what was looked at');
    expect(book.try(CAUSE, { is: 'oil', evidence: [], text: '' })).toContain('a guess');
    expect(
      book.try(CAUSE, { is: 'not-found', evidence: [], text: 'pump, passages, filter, boots: all sound' }),
    ).toBeNull();
    expect(mayNotAssemble(book.file())).toBeNull();
    expect(judgeJob(book.file()).steps.find((s) => s.key === 'cause')?.done).toBe(causeSaid(book.file())!.id);
  });

  it('what is found later and speaks against it is said', () => {
    const book = begun();
    book.keep(CAUSE, { is: 'water', evidence: ['Oil that came out: water, milky'], text: '' });
    expect(newFacts(book.file())).toEqual([]);
    const drowned = { ...book.file(), job: { ...book.file().job, complaint: 'Went under at the ford' } };
    expect(newFacts(drowned).map((f) => f.key)).toEqual(['complaint:drowned']);
  });

  it.each<[string, string[]]>([
    ['Went under at the ford', ['drowned']],
    ['cleaned and put back, a shot of thunder, cannot afford another', []],
    ['leans out since the new exhaust', ['jetting']],
    ['rejetted last winter, boils over and smokes', ['hot', 'jetting', 'oil']],
    ['the water pump drips', []],
    ['submerged in silty water, rusty since', ['drowned', 'stood']],
    ['spoiled the jet ski race', ['jetting']],
    ['bogs in the mud', ['drowned']],
    ['burns oil, hot after years', ['hot', 'stood', 'oil']],
  ])('“%s” is heard by whole words', (complaint, keys) => {
    const file = begun().file();
    const facts = candidates({ ...file, job: { ...file.job, complaint } }).flatMap((c) => [
      ...c.for,
      ...c.against,
    ]);
    const heard = new Set(facts.map((f) => f.key).filter((k) => k.startsWith('complaint:')));
    expect([...heard].sort()).toEqual(keys.map((k) => `complaint:${k}`).sort());
  });

  it('is told and reported with its evidence and what has to be put right', () => {
    const book = begun();
    book.keep(DEBRIS, { from: 'air-box', what: 'grit', amount: 'flakes', text: '' });
    const dirt = candidates(book.file()).find((c) => c.key === 'dirt')!;
    book.keep(CAUSE, {
      is: 'dirt',
      evidence: dirt.for.map((f) => f.text),
      text: 'the filter sat beside its seat',
    });
    const file = book.file();
    expect(timelineOf(file).at(-1)!.sentence).toBe('Cause: dirt taken in: the filter sat beside its seat');
    const said = JSON.stringify(reportOf(file).sections.find((s) => s.key === 'cause'));
    for (const t of ['Dirt taken in', 'Grit or silt in the air box', 'white cloth'])
      expect(said).toContain(t);
  });
});
