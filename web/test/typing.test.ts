const kept = new Map<string, string>();
globalThis.sessionStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
} as unknown as Storage;
const { setTypedOn, typedOn } = await import('../src/readings/typing.js');

describe('what is typed and not yet accepted', () => {
  it('belongs to one job', () => {
    setTypedOn('a', '77.0');
    expect(typedOn('a')).toBe('77.0');
    expect(typedOn('b')).toBe('');
  });

  it('lies in the session from the first key, and leaves it when it is accepted or wiped', () => {
    setTypedOn('c', '7');
    setTypedOn('c', '77');
    expect([...kept.values()]).toContain('77');
    setTypedOn('c', '');
    expect([...kept.values()]).not.toContain('77');
    expect([...kept.keys()].filter((key) => key.endsWith('c'))).toEqual([]);
  });

  it('is found again by a page that comes after a reload', () => {
    setTypedOn('d', '77.02');
    const key = [...kept.keys()].find((k) => k.endsWith(':d'))!;
    // A page that has not asked yet knows only what lies in the session.
    kept.set(key.replace(/d$/, 'e'), kept.get(key)!);
    expect(typedOn('e')).toBe('77.02');
  });
});
