import { describe, expect, it } from '@jest/globals';
import { fact, follows, ofLog, storeOf, watch } from '../../src/facts/index.js';
import { ledgerOf, type AnyEntry } from '../../src/ledger/index.js';

interface Job {
  readonly log: readonly AnyEntry[];
  readonly sheet: { readonly limit: number };
  readonly shop: string;
}

let n = 0;
const entry = (kind: string, more: object = {}): AnyEntry => {
  n += 1;
  return { id: `e${n}`, at: '', received: null, by: 'x', importedBy: null, kind, ...more } as AnyEntry;
};
const job = (log: readonly AnyEntry[], limit = 10, shop = 'one'): Job => ({ log, sheet: { limit }, shop });

/** A fact that counts how often it was worked. */
function counted<T>(name: string, work: (job: Job) => T) {
  const ask = fact<Job, T>(name, (j) => {
    ask.worked += 1;
    return work(j);
  }) as { (j: Job): T; worked: number };
  ask.worked = 0;
  return ask;
}
const sizes = (j: Job) =>
  ledgerOf(j.log)
    .standing(['size'])
    .map((e) => (e as AnyEntry & { readonly v: number }).v);

/** What a job became, with what was known of it. */
function then(before: Job, after: Job): Job {
  follows(after, before);
  return after;
}

describe('a fact', () => {
  it('is worked once for one job, and again only when something it read moved', () => {
    const largest = counted('largest', (j) => Math.max(...sizes(j)));
    const first = job([entry('size', { v: 3 })]);
    expect([largest(first), largest(first), largest.worked]).toEqual([3, 3, 1]);
    // A note, another shop's name, a sheet it did not ask: nothing of it moved.
    const noted = then(first, {
      ...first,
      log: [...first.log, entry('note')],
      shop: 'two',
      sheet: { limit: 5 },
    });
    expect([largest(noted), largest.worked]).toEqual([3, 1]);
    const more = then(noted, { ...noted, log: [...noted.log, entry('size', { v: 7 })] });
    expect([largest(more), largest.worked]).toEqual([7, 2]);
  });

  it('that comes out the same cuts off what hangs on it', () => {
    const largest = counted('largest', (j) => Math.max(...sizes(j)));
    const within = counted('within', (j) => largest(j) <= j.sheet.limit);
    const first = job([entry('size', { v: 7 })]);
    expect(within(first)).toBe(true);
    const smaller = then(first, { ...first, log: [...first.log, entry('size', { v: 2 })] });
    expect(within(smaller)).toBe(true);
    expect([largest.worked, within.worked]).toEqual([2, 1]);
    const stricter = then(smaller, { ...smaller, sheet: { limit: 6 } });
    expect(within(stricter)).toBe(false);
    expect([largest.worked, within.worked]).toEqual([2, 2]);
  });

  it('keeps the members of a list that say the same as the same objects', () => {
    const list = counted('list', (j) => sizes(j).map((v) => ({ v })));
    const first = job([entry('size', { v: 1 }), entry('size', { v: 2 })]);
    const [one, two] = list(first);
    const more = then(first, { ...first, log: [...first.log, entry('size', { v: 3 })] });
    expect(list(more)[0]).toBe(one);
    expect(list(more)[1]).toBe(two);
    expect(list(more)).toHaveLength(3);
  });

  it('hears of what is taken back, whoever asks by kind, by id, or by what came first', () => {
    const standing = counted('standing', (j) => sizes(j).length);
    const size = entry('size', { v: 1 });
    const first = job([size]);
    expect(standing(first)).toBe(1);
    const back = then(first, { ...first, log: [...first.log, entry('take-back', { of: size.id })] });
    expect(standing(back)).toBe(0);
    const awaited = counted('awaited', (j) => ledgerOf(j.log).at('later'));
    expect(awaited(back)).toBe(-1);
    const came = then(back, { ...back, log: [...back.log, { ...entry('note'), id: 'later' }] });
    expect(awaited(came)).toBe(2);
  });

  it('hears of an entry that came before one it knew', () => {
    const places = counted('places', (j) => {
      const { standing, at } = ledgerOf(j.log);
      return standing(['size']).map((e) => at(e.id));
    });
    const size = entry('size', { v: 1 });
    const first = job([entry('note'), size]);
    expect(places(first)).toEqual([1]);
    const between = then(first, { ...first, log: [first.log[0]!, entry('note'), size] });
    expect(places(between)).toEqual([2]);
  });

  it('hangs on what a sentence it left behind reads later', () => {
    const said = counted('said', (j) => () => `${sizes(j).length} read, ${j.shop}`);
    const first = job([entry('size', { v: 1 })]);
    expect(said(first)()).toBe('1 read, one');
    const moved = then(first, { ...first, shop: 'two' });
    expect(said(moved)()).toBe('1 read, two');
    expect(said.worked).toBe(2);
  });

  it('walking a log hangs on all of it', () => {
    const last = ofLog('last', (log) => log.at(-1)?.kind);
    const asks = counted('asks', (j) => last(j.log));
    const first = job([entry('size', { v: 1 })]);
    expect(asks(first)).toBe('size');
    const noted = then(first, { ...first, log: [...first.log, entry('note')] });
    expect(asks(noted)).toBe('note');
  });

  it('a job that was left behind is worked from the beginning, and right', () => {
    const count = counted('count', (j) => sizes(j).length);
    const first = job([entry('size', { v: 1 })]);
    count(first);
    const more = then(first, { ...first, log: [...first.log, entry('size', { v: 2 })] });
    expect([count(more), count(first), count(more)]).toEqual([2, 1, 2]);
  });

  it('that throws is asked again, and says nothing meanwhile', () => {
    const strict = counted('strict', (j) => {
      if (sizes(j).length === 0) throw new Error('nothing read');
      return sizes(j).length;
    });
    const first = job([entry('note')]);
    expect(() => strict(first)).toThrow('nothing read');
    const read = then(first, { ...first, log: [...first.log, entry('size', { v: 1 })] });
    expect(strict(read)).toBe(1);
    expect(storeOf(read).worked).toBe(1);
  });
});

describe('somebody who looks at a job', () => {
  const total = counted('total', (j) => sizes(j).reduce((sum, v) => sum + v, 0));

  it('is told whether what they looked at still says the same', () => {
    const first = job([entry('size', { v: 3 })]);
    const look = watch(first);
    expect(total(look.view)).toBe(3);
    const noted = then(first, { ...first, log: [...first.log, entry('note')], shop: 'two' });
    expect(look.stands(noted)).toBe(true);
    // A size that adds nothing: worked again, and the same.
    const none = then(noted, { ...noted, log: [...noted.log, entry('size', { v: 0 })] });
    expect(look.stands(none)).toBe(true);
    const more = then(none, { ...none, log: [...none.log, entry('size', { v: 2 })] });
    expect(look.stands(more)).toBe(false);
    expect(look.stands(job([]))).toBe(false);
  });

  it('hangs on a part of the job, and sees what is read through it later', () => {
    const first = job([], 10);
    const look = watch(first);
    expect(look.view.sheet.limit).toBe(10);
    const sold = then(first, { ...first, shop: 'two' });
    expect(look.stands(sold)).toBe(true);
    // What it is asked in the end is the job as it is now.
    expect(look.view.shop).toBe('two');
    const renamed = then(sold, { ...sold, shop: 'three' });
    expect(look.stands(renamed)).toBe(false);
  });

  it('hangs on what others look at whom they handed it on to, also where those need not look again', () => {
    const first = job([entry('size', { v: 3 })]);
    const outer = watch(first);
    const inner = watch(outer.view);
    expect(total(inner.view)).toBe(3);
    const noted = then(first, { ...first, log: [...first.log, entry('note')] });
    expect(outer.stands(noted)).toBe(true);
    // The outer one looks anew for another reason, and the inner one stands.
    const again = watch(noted);
    expect(inner.stands(again.view)).toBe(true);
    const more = then(noted, { ...noted, log: [...noted.log, entry('size', { v: 2 })] });
    expect(again.stands(more)).toBe(false);
  });
});
