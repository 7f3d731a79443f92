import fc from 'fast-check';
import { canonical, chainLink, chainStart } from '../src/kit/chain.js';

const log = (entries: readonly unknown[], job = 'job'): string[] => {
  let link = chainStart(job);
  return entries.map((e, i) => (link = chainLink(link, i + 1, e)).toString('hex'));
};

describe('the canonical text of an entry', () => {
  it('does not mind the order of its keys, and leaves out what is not there', () => {
    expect(canonical({ b: 1, a: [{ d: null, c: 'x' }] })).toBe('{"a":[{"c":"x","d":null}],"b":1}');
    expect(canonical({ a: 1, gone: undefined })).toBe('{"a":1}');
  });

  it('survives a trip through the database’s JSON', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) =>
        expect(canonical(JSON.parse(JSON.stringify(value)))).toBe(canonical(value)),
      ),
    );
  });
});

describe('the chain', () => {
  const entries = [{ text: '77.094' }, { text: '77.095' }, { text: '77.096' }];

  it('changes from the place on where anything was changed, dropped or moved', () => {
    const before = log(entries);
    const changed = log([entries[0], { text: '77.001' }, entries[2]]);
    expect(changed[0]).toBe(before[0]);
    expect(changed.slice(1)).not.toEqual(before.slice(1));
    expect(changed[2]).not.toBe(before[2]);
    expect(log([entries[0], entries[2]])[1]).not.toBe(before[2]);
    expect(log([entries[1], entries[0], entries[2]])[2]).not.toBe(before[2]);
  });

  it('is another for another job', () => {
    expect(log(entries, 'other')[0]).not.toBe(log(entries)[0]);
  });
});
