import { pistonPlace } from '@tribos/core/readings';

const kept = new Map<string, string>();
globalThis.sessionStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
} as unknown as Storage;
const { setTypedOn, typedAt, typedOn } = await import('../src/bar/typing.js');

const HERE = pistonPlace(0, null);
const THERE = pistonPlace(1, null);

describe('what is typed and not yet accepted', () => {
  it('belongs to one job', () => {
    setTypedOn('a', '77.0', HERE);
    expect(typedOn('a')).toBe('77.0');
    expect(typedOn('b')).toBe('');
  });

  it('goes along when the bar is moved, and stands nowhere once it is gone', () => {
    setTypedOn('f', '77.0', HERE);
    setTypedOn('f', '77.0', THERE);
    expect(typedAt('f')).toEqual(THERE);
    setTypedOn('f', '', THERE);
    expect(typedAt('f')).toBeNull();
  });

  it('lies in the session from the first key, and leaves it when it is accepted or wiped', () => {
    setTypedOn('c', '7', HERE);
    setTypedOn('c', '77', HERE);
    expect([...kept.values()].map((v) => (JSON.parse(v) as { text: string }).text)).toContain('77');
    setTypedOn('c', '', HERE);
    expect([...kept.keys()].filter((key) => key.endsWith('c'))).toEqual([]);
  });

  it('is found again by a page that comes after a reload', () => {
    setTypedOn('d', '77.02', HERE);
    const key = [...kept.keys()].find((k) => k.endsWith(':d'))!;
    // A page that has not asked yet knows only what lies in the session.
    kept.set(key.replace(/d$/, 'e'), kept.get(key)!);
    expect(typedOn('e')).toBe('77.02');
    expect(typedAt('e')).toEqual(HERE);
  });
});
