import fc from 'fast-check';
import {
  BOTTOM_END,
  besideTheBores,
  bottomEnd,
  CLEANED,
  CLEANING,
  CLEANING_KEYS,
  cleaningFor,
  DEBRIS,
  decisionRefused,
  effectiveSteps,
  fittedInVain,
  stripLog,
  harms,
  inspected,
  LOOKED,
  mayNotFit,
  MATERIALS,
  notLookedAt,
  PART_FINDING,
  PART_FINDING_KINDS,
  PART_FINDINGS,
  PART_KINDS,
  PART_WORK,
  partsOf,
  partsToGet,
  REFITTED,
  reportOf,
  STRIP_PLAN,
  STRIPPED,
  TAKE_BACK,
  timelineOf,
  toMeasure,
  WORK_DONE,
  type Disposition,
  type PartFindingKind,
  type PartMaterial,
  type RouteName,
} from '@tribos/core';
import { judgedWhole, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const find = (book: Book, of: string, what: PartFindingKind, text = '') =>
  book.keep(PART_FINDING, { of, name: of, what, severity: null, extent: null, text });
const look = (book: Book, parts: string[], is: Disposition, findings: string[] = []) =>
  book.try(LOOKED, { parts, is, findings, text: '' });
const of = (book: Book, key: string) => inspected(book.file()).find((i) => i.part.key === key)!;
const ENDS = PART_FINDING_KINDS.filter((k) => PART_FINDINGS[k].says === 'ends');

describe('parts of an engine', () => {
  it('are those its strip takes off, each once, every one with something that may be found on it', () => {
    const keys = partsOf(TWIN).map((p) => p.key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const k of ['crank', 'rod:0', 'rod:1', 'piston:1', 'head', 'valve-exhaust:0', 'gears'])
      expect(keys).toContain(k);
    // A four-stroke has neither reeds nor power valves.
    expect(keys.filter((k) => k.startsWith('reeds') || k.startsWith('power-valve'))).toEqual([]);
    expect(PART_KINDS.every((k) => k.finds.length > 0)).toBe(true);
    expect(new Set(PART_KINDS.map((k) => k.kind)).size).toBe(PART_KINDS.length);
  });

  it('lie on the bench once their step of the strip is done, and not before', () => {
    const book = new Book();
    book.keep(STRIP_PLAN, { scope: 'top', list: 'general', purpose: 'rebuild' });
    expect(inspected(book.file()).map((i) => i.part.key)).not.toContain('exhaust');
    book.keep(STRIPPED, {
      steps: [{ step: 'exhaust', name: 'Exhaust off', loose: [], opens: '' }],
      tray: null,
      answers: [],
    });
    const there = inspected(book.file()).map((i) => i.part.key);
    expect(there).toContain('exhaust');
    expect(there).not.toContain('crank');
    // Cracked in the frame is cracked, whether its step was done or not.
    find(book, 'crank', 'cracked');
    expect(judgedWhole(book.file()).items.some((i) => i.found && i.state === 'beyond')).toBe(true);
  });
});

describe('what is said of a part', () => {
  it('is refused where it names none of this engine', () => {
    expect(look(new Book(), ['reeds:0'], 'reuse')).toContain('no part called “reeds:0”');
  });

  it('stands until something else is said; several together with one entry', () => {
    const book = new Book();
    look(book, ['rod:0', 'rod:1'], 'reuse');
    look(book, ['rod:1'], 'measure');
    expect([of(book, 'rod:0').is, of(book, 'rod:1').is]).toEqual(['reuse', 'measure']);
    expect([...toMeasure(book.file())]).toEqual(['rod:1']);
  });

  it('what is renewed each time is never used again, whatever is said of it', () => {
    const book = new Book();
    expect(look(book, ['head-gasket'], 'reuse')).toContain('renewed each time');
    expect(of(book, 'head-gasket').is).toBe('replace');
    expect(notLookedAt(book.file()).some((i) => i.part.kind.always)).toBe(false);
  });

  it('a finding that wants work does not let it be used again as it is, until the work is done', () => {
    const book = new Book();
    const stuck = find(book, 'tensioner', 'stuck');
    expect(look(book, ['tensioner'], 'reuse', [stuck])).toContain('only after work');
    // Said without a word of the finding it does not stand either.
    expect(look(book, ['tensioner'], 'reuse')).toBeNull();
    expect(of(book, 'tensioner')).toMatchObject({ is: 'rework' });
    expect(of(book, 'tensioner').instead).toContain('only after work');
    const before = judgedWhole(book.file()).items.find((i) => i.found)!;
    expect(before).toMatchObject({ state: 'undecided', because: 'finding' });
    book.keep(PART_WORK, { of: 'tensioner', name: 'tensioner', what: 'reworked', text: 'freed, oiled' });
    expect(of(book, 'tensioner').state.toWork).toBeNull();
    expect(judgedWhole(book.file()).items.some((i) => i.found)).toBe(false);
  });

  it('a finding taken back stands no more', () => {
    const book = new Book();
    const id = find(book, 'crank', 'cracked');
    expect(of(book, 'crank').is).toBe('replace');
    book.keep(TAKE_BACK, { of: id });
    expect(of(book, 'crank').is).toBeNull();
  });
});

describe('a finding that ends a part', () => {
  /** One part of each kind on which such a finding may be made. */
  const cases = PART_KINDS.flatMap((k) => {
    const part = partsOf(TWIN).find((p) => p.kind === k && !k.always);
    const what = k.finds.find((f) => ENDS.includes(f));
    return part && what ? [[part.key, what] as const] : [];
  });

  it.each(cases)('%s, %s: no way leads back into the engine', (key, what) => {
    const book = new Book();
    book.keep(STRIP_PLAN, { scope: 'whole', list: 'general', purpose: 'rebuild' });
    const steps = PART_KINDS.flatMap((k) => k.off).map((step) => ({
      step,
      name: step,
      loose: [],
      opens: '',
    }));
    // Every step off, one by one, so that hard stops of the list do not stand in the way of this.
    for (const s of steps) book.try(STRIPPED, { steps: [s], tray: null, answers: [] });
    const id = find(book, key, what);
    const part = of(book, key);
    for (const is of ['reuse', 'rework', 'send', 'measure'] as const)
      expect(look(book, [key], is, [id])).toContain('It is replaced.');
    // However it was said, by an import or another device, it does not stand.
    expect(look(book, [key], 'reuse')).toBeNull();
    expect(of(book, key)).toMatchObject({ is: 'replace' });
    const file = book.file();
    const judged = judgedWhole(file);
    const figure = judged.items.find((i) => i.found && i.subject.of === 'part' && i.subject.part === key)!;
    expect(figure).toMatchObject({ state: 'beyond', feature: 'finding' });
    expect(judged.overall).toBe('beyond');
    expect(partsToGet(file).map((p) => p.key)).toContain(key);
    const step = part.part.kind.off[0];
    if (step) {
      expect(mayNotFit(file, step)).toContain('Another one goes in');
      book.keep(REFITTED, { steps: [{ step, name: step, loose: [], opens: '' }] });
      // Put back all the same, by whatever way: it does not stand. What never came off cannot go back.
      const wasOff = effectiveSteps(stripLog(file)).some((s) => s.done.step === step);
      expect(fittedInVain(book.file()).length > 0).toBe(wasOff);
    }
    // What goes into a bore is not used again by any decision.
    const inBore = ['piston', 'pin', 'rings', 'cylinder'].includes(part.part.kind.kind);
    const refused = (route: RouteName) => decisionRefused(TWIN, judged.kits, { route, kitId: null }) !== null;
    expect(refused('whole')).toBe(inBore);
    // New rings go in by every way but the one that changes nothing.
    expect(refused('reuse')).toBe(inBore && part.part.kind.kind !== 'rings');
    // Only another one ends it.
    if (inBore) return;
    book.keep(PART_WORK, { of: key, name: key, what: 'reworked', text: 'polished' });
    expect(of(book, key).is).toBe('replace');
    book.keep(PART_WORK, { of: key, name: key, what: 'renewed', text: '' });
    expect(of(book, key)).toMatchObject({ is: 'reuse' });
    expect(judgedWhole(book.file()).items.some((i) => i.found)).toBe(false);
    expect(mayNotFit(book.file(), part.part.kind.off[0] ?? '')).toBeNull();
  });

  it('on a piston is gone with that piston, and not with another cylinder’s', () => {
    const book = new Book();
    find(book, 'piston:0', 'land-broken');
    find(book, 'piston:1', 'land-broken');
    book.keep(WORK_DONE, { what: 'piston-renewed', cylinder: 0, kitId: null, ticket: null, text: '' });
    expect(of(book, 'piston:0').state.ended).toBeNull();
    expect(of(book, 'piston:1').state.ended).not.toBeNull();
    // What is found on the new one is of the new one.
    find(book, 'piston:0', 'cracked');
    expect(of(book, 'piston:0').state.ended).not.toBeNull();
  });

  it('a crack in a cylinder’s casting ends boring as well; one on a piston does not', () => {
    const cracked = new Book();
    find(cracked, 'cylinder:0', 'cracked', 'at a stud');
    const kits = judgedWhole(cracked.file()).kits;
    expect(decisionRefused(TWIN, kits, { route: 'bore', kitId: 'plus-0.5' })).toContain(
      'another cylinder first',
    );
    const piston = new Book();
    find(piston, 'piston:0', 'cracked');
    expect(judgedWhole(piston.file()).kits.ended).toMatchObject({ bore: null, fit: null });
  });
});

describe('parts to get', () => {
  it('what is replaced comes with what goes with it, nothing twice', () => {
    const book = new Book();
    look(book, ['piston:0', 'rings:0'], 'replace');
    const got = partsToGet(book.file());
    const keys = got.map((p) => p.key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const k of ['piston:0', 'rings:0', 'pin:0', 'clips:0']) expect(keys).toContain(k);
    expect(keys).not.toContain('piston:1');
    expect(got.find((p) => p.key === 'rings:0')!.whys).toEqual(['goes with the left piston', 'replaced']);
  });
});

describe('debris', () => {
  const caught = (what: 'bronze' | 'sealant' | 'ferrous', amount: 'dust' | 'flakes') => {
    const book = new Book();
    book.keep(DEBRIS, { from: 'sump', what, amount, text: '' });
    return book;
  };

  it('bronze opens the bottom end however little there is, sealant never, steel from flakes on', () => {
    const is = (book: Book) => bottomEnd(book.file(), []).is;
    expect(is(caught('bronze', 'dust'))).toBe('must');
    expect(is(caught('sealant', 'flakes'))).toBe('not-asked');
    expect(is(caught('ferrous', 'dust'))).toBe('not-asked');
    expect(is(caught('ferrous', 'flakes'))).toBe('must');
  });

  it('it is opened with the customer’s yes alone, and left closed against it with what that costs later', () => {
    const book = caught('bronze', 'flakes');
    const says = (is: 'open' | 'left', customer: 'yes' | 'no' | null, text: string) =>
      book.try(BOTTOM_END, { is, customer, text });
    expect(says('open', null, 'by telephone')).toContain('opened only with a yes');
    expect(says('open', 'no', 'by telephone')).toContain('opened only with a yes');
    expect(says('left', 'no', '')).toContain('Who said it');
    expect(says('left', 'no', 'by telephone, 4 Dec')).toBeNull();
    const left = bottomEnd(book.file(), []);
    expect(left).toMatchObject({ is: 'left', against: true });
    expect(says('open', 'yes', 'in the shop')).toBeNull();
    expect(bottomEnd(book.file(), [])).toMatchObject({ is: 'open', against: false });
  });
});

describe('cleaning', () => {
  it('never touches what it harms: caustic and aluminium, beads and bearings, an ultrasonic bath and a winding', () => {
    expect(harms('caustic', 'aluminium')).toContain('dissolves');
    expect(harms('blast', 'bearing')).not.toBeNull();
    expect(harms('ultrasonic', 'electric')).not.toBeNull();
    const book = new Book();
    expect(book.try(CLEANED, { parts: ['head'], how: 'caustic' })).toContain('dissolves');
    expect(book.try(CLEANED, { parts: ['rod:0'], how: 'washer' })).toBeNull();
  });

  it('leaves every material a way', () => {
    fc.assert(
      fc.property(fc.constantFrom(...(Object.keys(MATERIALS) as PartMaterial[])), (material) => {
        const ways = cleaningFor(material);
        return ways.length > 0 && ways.every((k) => CLEANING[k].never[material] === undefined);
      }),
    );
    expect(CLEANING_KEYS.every((k) => CLEANING[k].caution !== '')).toBe(true);
  });
});

describe('what is told, reported and decided beside', () => {
  const book = new Book();
  find(book, 'crank', 'pitted', 'big end');
  look(book, ['crank'], 'replace');
  book.keep(DEBRIS, { from: 'filter', what: 'white', amount: 'flakes', text: 'between the folds' });
  book.keep(CLEANED, { parts: ['rod:0'], how: 'washer' });
  book.keep(PART_WORK, { of: 'head', name: 'head', what: 'returned', text: 'skimmed 0.1' });
  const file = book.file();

  it('every entry in a sentence', () => {
    expect(timelineOf(file).map((t) => t.sentence)).toEqual([
      'Crank: pitted: big end',
      'Crankshaft: replaced',
      'White metal, flakes, in the filter: between the folds',
      'Cleaned, parts washer: left connecting rod',
      'Head: back from outside: skimmed 0.1',
    ]);
  });

  it('the customer reads what was found and what the debris points to', () => {
    const said = JSON.stringify(reportOf(file).sections.find((s) => s.key === 'parts-found'));
    for (const text of ['Crankshaft', 'pitted', 'big end', 'overlay of plain bearings'])
      expect(said).toContain(text);
  });

  it('Decide sees the bottom end with what leaving it costs', () => {
    const [first] = besideTheBores(file, judgedWhole(file).items, 'mm');
    expect(first).toMatchObject({ section: 'crank', state: 'beyond' });
    expect(first!.says[0]).toContain('pitted');
    expect(first!.later).toContain('split a second time');
  });
});
