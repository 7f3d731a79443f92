import { LOG_PLACES, READS, readsAt, type InstrumentType, type Sense } from '@tribos/core';

const TYPES = Object.keys(READS) as InstrumentType[];
const who = (sense: Sense, by?: readonly InstrumentType[]): InstrumentType[] =>
  TYPES.filter((t) => readsAt({ sense, ...(by ? { by } : {}) }, t));

describe('which gauges read at a place', () => {
  it.each<[Sense, InstrumentType[]]>([
    ['inside', ['dial-bore', 'telescoping', 'calliper']],
    ['outside', ['micrometer', 'calliper']],
    ['gap', ['leaf']],
    ['travel', ['dial']],
  ])('%s: those that are made for it', (sense, types) => {
    expect(who(sense).sort()).toEqual([...types].sort());
  });

  it('only those that get there, where a place says so, and never one that is made for something else', () => {
    expect(who('outside', ['calliper'])).toEqual(['calliper']);
    expect(who('travel', ['calliper'])).toEqual([]);
  });

  it('the places of a cylinder take every gauge of their sense', () => {
    for (const place of LOG_PLACES) expect(who(place.sense, place.by)).toEqual(who(place.sense));
  });
});
