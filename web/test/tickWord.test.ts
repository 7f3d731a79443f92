import type { Judgement, StationMark } from '@tribos/core/house';
import { tickWord } from '../src/app/tickWord.js';

const mark = (over: Partial<StationMark>): StationMark => ({
  verdict: null,
  done: null,
  open: 0,
  begun: false,
  needed: true,
  waits: null,
  ...over,
});
const word = (
  marks: Record<string, StationMark>,
  left: Judgement['where']['leftOpen'] = [],
  next = 'measure',
) => tickWord({ marks, next: { station: next }, where: { leftOpen: left } } as unknown as Judgement, 'clean');

describe('what a tick of the run sheet says', () => {
  it('says what it waits for before what stands there', () => {
    expect(word({ clean: mark({ waits: '2026-11-26T08:00:00.000Z', verdict: 'within' }) })).toMatch(
      /^since /u,
    );
    expect(
      word({ clean: mark({ done: false }) }, [
        { station: 'clean', words: '15 not looked at, why it failed not said' },
      ]),
    ).toBe('15 not looked at');
    expect(word({ clean: mark({ verdict: 'beyond' }) }, [], 'clean')).toBe('next');
  });

  it('says a verdict only where one stands, and done only where all is', () => {
    expect(word({ clean: mark({ verdict: 'undecided' }) })).toBe('undecided');
    expect(word({ clean: mark({ verdict: 'unread', done: false, open: 3, begun: true }) })).toBe('3 to do');
    expect(word({ clean: mark({ done: true }) })).toBe('done');
    expect(word({ clean: mark({ done: false, open: 9 }) })).toBe('');
    expect(word({})).toBe('');
  });

  it('says that nothing is wanted there', () => {
    expect(word({ clean: mark({ needed: false, done: true }) })).toBe('not needed');
  });
});
