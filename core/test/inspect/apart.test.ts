import {
  APART,
  ASSEMBLIES,
  CLEANED,
  cleanedWays,
  cleanedWith,
  TAKE_BACK,
  judgeJob,
  LOOKED,
  mayNotFit,
  PART_WORK,
  partsToGet,
  reportOf,
  takenApart,
  timelineOf,
  type EngineSpec,
} from '@tribos/core';
import { limit, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const STACKED: EngineSpec = {
  ...TWIN,
  parts: {
    [ASSEMBLIES.name]: {
      assemblies: [
        {
          of: 'oil-pump',
          pieces: [
            { name: 'rotors', count: 2, way: 'dots out', renewed: false },
            { name: 'cover seal', count: 1, way: 'lip in', renewed: true },
          ],
          look: 'scores',
          setting: 'filled with oil',
          source: limit('bore', 'new', 1, 2).source,
        },
      ],
    },
  },
};
const pump = { of: 'oil-pump', text: '' };
const apart = { ...pump, is: 'apart', seals: null } as const;
const together = { ...pump, is: 'together', seals: 'new' } as const;
const got = (book: Book) => partsToGet(book.file()).map((p) => `${p.count} ${p.name}`);

describe('what hangs on the engine, taken apart by itself', () => {
  it('lies in pieces until it is said to be together, and does not go back before', () => {
    const book = new Book(STACKED);
    book.keep(LOOKED, { parts: ['oil-pump'], is: 'reuse', findings: [], text: '' });
    const step = takenApart(book.file());
    expect(step).toEqual([]);
    book.keep(APART, apart);
    expect(mayNotFit(book.file(), 'primary')).toContain('it lies apart');
    const open = judgeJob(book.file()).steps.find((s) => s.key === 'apart:oil-pump')!;
    expect(open.done).toBeNull();
    expect(open.sentence('mm')).toBe('The oil pump lies apart: 3 pieces to count in.');
    expect(got(book)).toContain('1 oil pump: cover seal');
    book.keep(APART, together);
    expect(mayNotFit(book.file(), 'primary')).toBeNull();
    // What is in is not bought again.
    expect(got(book)).not.toContain('1 oil pump: cover seal');
    expect(judgeJob(book.file()).steps.find((s) => s.key === 'apart:oil-pump')!.done).not.toBeNull();
    expect(timelineOf(book.file()).at(-1)!.sentence).toBe('Oil pump together again, new seals');
  });

  it('taken back, it lies apart again; another one fitted has nothing to put together', () => {
    const book = new Book(STACKED);
    book.keep(APART, apart);
    const done = book.keep(APART, together);
    book.keep(TAKE_BACK, { of: done });
    expect(takenApart(book.file())[0]!.together).toBeNull();
    book.keep(PART_WORK, { of: 'oil-pump', name: 'oil pump', what: 'renewed', text: '' });
    expect(takenApart(book.file())).toEqual([]);
    expect(got(book)).not.toContain('1 oil pump: cover seal');
  });

  it('old seals stay on the list of parts and stand in the report', () => {
    const book = new Book(STACKED);
    book.keep(APART, apart);
    book.keep(APART, { ...together, seals: 'old' });
    expect(got(book)).toContain('1 oil pump: cover seal');
    const file = book.file();
    expect(JSON.stringify(reportOf(file))).toContain('together, old seals');
  });

  it('refuses what does not come apart, seals of a pump in pieces, and together without a word of its seals', () => {
    const book = new Book(STACKED);
    expect(book.try(APART, { ...apart, of: 'moon' })).toContain('no part called');
    expect(book.try(APART, { ...apart, of: 'crank' })).toContain('nothing of it comes apart');
    expect(book.try(APART, { ...apart, seals: 'new' })).toContain('when it goes together');
    expect(book.try(APART, { ...together, seals: null })).toContain('cover seal');
    // A sheet that says nothing of its pieces asks nothing of them.
    expect(new Book(TWIN).try(APART, { ...together, seals: null })).toBeNull();
  });
});

describe('what was cleaned', () => {
  it('is known by part and by way, each once', () => {
    const book = new Book(TWIN);
    book.keep(CLEANED, { parts: ['head', 'rod:0'], how: 'washer' });
    book.keep(CLEANED, { parts: ['head'], how: 'brush' });
    const last = book.keep(CLEANED, { parts: ['head'], how: 'washer' });
    expect(cleanedWith(book.file(), 'head')).toEqual(['washer', 'brush']);
    expect(cleanedWays(book.file())).toEqual([
      ['washer', ['head', 'rod:0']],
      ['brush', ['head']],
    ]);
    book.keep(TAKE_BACK, { of: last });
    expect(cleanedWith(book.file(), 'head')).toEqual(['washer', 'brush']);
  });
});
