import {
  bodyMisfits,
  contactOf,
  lashChoice,
  lastLaid,
  lastShimIn,
  mm,
  shelfNow,
  SHIM_IN,
  TAKE_BACK,
  shimUnder,
  SHIMS_THERE,
  STACK_LAID,
  thingsOfKind,
  WORK_DONE,
  type EngineSpec,
} from '@tribos/core';
import { FOUR, intakes, Setup, source } from './engine.js';

const valves = thingsOfKind('valve-intake', 'valve-exhaust')(FOUR);
const shims = {
  shims: [{ name: 's', of: 'valve', diameter: null, from: mm(2), to: mm(3), step: mm(0.025), source }],
};
const ENGINE: EngineSpec = { ...FOUR, parts: { ...FOUR.parts, shims } };
const [first, second] = valves;

type Off = Readonly<Record<string, [number, number]>>;
/** Every valve read: leaves about what is wanted, 2.400 under each; those named lie off. */
function read(off: Off = {}, shims: Readonly<Record<string, string>> = {}, engine = ENGINE): Setup {
  const s = new Setup(engine);
  for (const v of valves)
    s.lash(v.key, off[v.key] ?? (v.kind === 'valve-exhaust' ? [0.15, 0.17] : [0.09, 0.11])).shim(
      v.key,
      shims[v.key] ?? '2.400',
    );
  return s;
}
const wants = (s: Setup): string[] => lashChoice(s.file()).missing.map((m) => `${m.name}: ${m.wants}`);
const chosen = (s: Setup) =>
  (lashChoice(s.file()).choice ?? []).flatMap((c) =>
    c.stays ? [] : [`${c.name} ${c.shim.thickness / 1e6} ${c.shim.from}`],
  );

describe('a shim that went in', () => {
  it('opens the clearance, the shim and the room of its own valve, and of no other', () => {
    const s = read();
    s.clay(first!.key, '1.50').clay(second!.key, '1.50');
    expect(wants(s)).toEqual([]);
    s.keep(SHIM_IN, { valve: first!.key, thickness: mm(2.45), from: 'engine' });
    expect(wants(s)).toEqual([`${first!.name}: leaves`]);
    expect(contactOf(s.file(), first!).clay).toBeNull();
    expect(contactOf(s.file(), second!).clay).not.toBeNull();
  });

  it('is as thick as it was measured before; a bought one has to be measured', () => {
    const s = read();
    expect(shimUnder(s.file(), first!)).toBe(mm(2.4));
    s.keep(SHIM_IN, { valve: first!.key, thickness: mm(2.45), from: 'shelf' });
    expect(shimUnder(s.file(), first!)).toBe(mm(2.45));
    s.keep(SHIM_IN, { valve: first!.key, thickness: mm(2.5), from: 'bought' });
    expect(shimUnder(s.file(), first!)).toBeNull();
    s.lash(first!.key, [0.09, 0.11]);
    expect(wants(s)).toEqual([`${first!.name}: shim`]);
    // Shims that were changed by a word alone: nobody knows how thick.
    const other = read();
    other.keep(SHIM_IN, { valve: first!.key, thickness: mm(2.45), from: 'shelf' });
    other.keep(WORK_DONE, { what: 'shim-changed', cylinder: null, kitId: null, ticket: null, text: '' });
    expect(shimUnder(other.file(), first!)).toBeNull();
    // Marked 2.50, measured 2.492: the micrometer is believed.
    s.shim(first!.key, '2.492');
    expect(shimUnder(s.file(), first!)).toBe(mm(2.492));
    expect(wants(s)).toEqual([]);
  });

  it('taken back, everything stands as it stood', () => {
    const s = read();
    const id = s.keep(SHIM_IN, { valve: first!.key, thickness: mm(2.45), from: 'shelf' });
    expect(lastShimIn(s.file())!.id).toBe(id);
    s.keep(TAKE_BACK, { of: id });
    expect(lastShimIn(s.file())).toBeNull();
    expect(wants(s)).toEqual([]);
    expect(shimUnder(s.file(), first!)).toBe(mm(2.4));
  });

  it('is not taken back once its valve was read over it; another valve is no matter', () => {
    const s = read();
    const id = s.keep(SHIM_IN, { valve: first!.key, thickness: mm(2.45), from: 'shelf' });
    s.lash(second!.key);
    expect(lastShimIn(s.file())!.id).toBe(id);
    s.lash(first!.key);
    expect(lastShimIn(s.file())).toBeNull();
  });

  it('nothing is chosen while leaves contradict one another', () => {
    const s = read();
    s.leaf(first!.key, 0.15, 'goes').leaf(first!.key, 0.12, 'does-not');
    expect(wants(s)).toEqual([`${first!.name}: again`]);
    expect(lashChoice(s.file())).toMatchObject({ choice: null, inside: false });
  });

  it('is of a valve of this engine, and no thicker than a shim is', () => {
    const s = read();
    const shim = (valve: string, thickness: number) =>
      s.try(SHIM_IN, { valve, thickness: mm(thickness), from: 'shelf' });
    expect(shim('valve-9', 2.4)).toContain('no such valve');
    const sent = (thickness: number) =>
      bodyMisfits({
        id: 'e1',
        at: '2026-01-05T08:00:00.000Z',
        kind: 'shim-in',
        valve: first!.key,
        thickness,
        from: 'shelf',
      } as never);
    expect([0.01, 25].map((t) => sent(mm(t))[0]?.path)).toEqual(['/thickness', '/thickness']);
    expect(s.try(TAKE_BACK, { of: 'x' })).toContain('nothing like that');
  });
});

describe('shims on the shelf', () => {
  // 0.05 too wide: 2.450 is wanted, which nobody else in this engine can give.
  const wide: Off = { [first!.key]: [0.14, 0.16] };

  it('go in before any is bought', () => {
    const s = read(wide);
    expect(chosen(s)).toEqual([`${first!.name} 2.45 bought`]);
    s.keep(SHIMS_THERE, { shims: [mm(2.3), mm(2.46)] });
    expect(chosen(s)).toEqual([`${first!.name} 2.46 shelf`]);
    // One that would leave it outside helps nobody.
    s.keep(SHIMS_THERE, { shims: [mm(2.3), mm(2.6)] });
    expect(chosen(s)).toEqual([`${first!.name} 2.45 bought`]);
  });

  it('are one fewer once one went in, until it is said again', () => {
    const s = read(wide);
    expect(shelfNow(s.file())).toBeNull();
    s.keep(SHIMS_THERE, { shims: [mm(2.46), mm(2.46), mm(2.3)] });
    const id = s.keep(SHIM_IN, { valve: first!.key, thickness: mm(2.46), from: 'shelf' });
    expect(shelfNow(s.file())).toEqual([mm(2.46), mm(2.3)]);
    s.keep(TAKE_BACK, { of: id });
    expect(shelfNow(s.file())).toEqual([mm(2.46), mm(2.46), mm(2.3)]);
    s.keep(SHIMS_THERE, { shims: [] });
    expect(shelfNow(s.file())).toEqual([]);
  });

  it('a swap inside the engine comes before the shelf', () => {
    // One valve 0.05 too wide, its neighbour 0.05 too narrow: each wants what the other has.
    const [wide, tight] = intakes.map((v) => v.key) as [string, string];
    const s = read({ [wide]: [0.14, 0.16], [tight]: [0.04, 0.06] }, { [tight]: '2.450' });
    s.keep(SHIMS_THERE, { shims: [mm(2.4), mm(2.45)] });
    expect(chosen(s)).toEqual([`${intakes[0]!.name} 2.45 engine`, `${intakes[1]!.name} 2.4 engine`]);
  });
});

describe('what the sheet aims at', () => {
  it.each([
    [undefined, 2.45],
    [0.085, 2.475],
    [0.115, 2.425],
  ])('%s decides between shims that all leave it inside', (target, wanted) => {
    // 0.150 over 2.400 in a range of 0.070 to 0.130: 2.425 leaves 0.125, 2.450 0.100, 2.475 0.075.
    const limits = ENGINE.limits.map((l) =>
      l.feature === 'setup.valve.intake'
        ? { ...l, low: mm(0.07), high: mm(0.13), ...(target === undefined ? {} : { target: mm(target) }) }
        : l,
    );
    const s = read({ [first!.key]: [0.14, 0.16] }, {}, { ...ENGINE, limits });
    const own = lashChoice(s.file()).choice!.find((c) => c.name === first!.name)!;
    expect(own.shim).toEqual({ thickness: mm(wanted), from: 'bought' });
  });
});

it('a stack taken back never lay there: what was read stands again', () => {
  const s = read();
  s.keep(STACK_LAID, { where: 'head', gaskets: ['head 0.6'] });
  const other = s.keep(STACK_LAID, { where: 'head', gaskets: ['head 0.8'] });
  expect(wants(s)).toHaveLength(valves.length);
  expect(lastLaid(s.file(), 'head')!.id).toBe(other);
  s.keep(TAKE_BACK, { of: other });
  expect(wants(s)).toEqual([]);
  // Once something was read over another stack it lay there, whatever is said of it.
  s.keep(STACK_LAID, { where: 'head', gaskets: ['head 0.8'] });
  s.lash(first!.key);
  expect(lastLaid(s.file(), 'head')).toBeNull();
});
