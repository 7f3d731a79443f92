import fc from 'fast-check';
import {
  BUILD_SAID,
  clearanceVolume,
  headGasket,
  laidAt,
  MAKERS_BUILD,
  mm,
  roomAfter,
  STACK_LAID,
  stackChoices,
  sweptVolume,
} from '@tribos/core';
import { exhausts, FOUR, intakes, Setup } from './engine.js';

const laid = (s: Setup, where: 'base' | 'head', ...gaskets: string[]) => {
  s.keep(STACK_LAID, { where, gaskets });
  return s;
};
/** Squish 1.495 in the mean over base 0.65 and a head gasket of 0.60. */
const read = () =>
  laid(
    laid(new Setup().squish(0, '2.0', '1.500', '1.520'), 'base', 'base 0.25', 'base 0.4'),
    'head',
    'head 0.6',
  );
const at = (s: Setup, where: 'base' | 'head') => stackChoices(s.file()).filter((c) => c.where === where);
const names = (of: ReturnType<typeof at>) => of[0]!.stacks.map((x) => x.gaskets.map((g) => g.name).join('+'));

describe('gaskets under the head', () => {
  it('are chosen by squish as those under the cylinder are, each place by itself', () => {
    const s = read();
    expect(names(at(s, 'base'))[0]).toBe('base 0.4');
    // 1.495 needs 1.05 to 1.35: no head gasket is thin enough.
    expect(at(s, 'head')[0]!.stacks).toEqual([]);
    const tight = laid(
      laid(new Setup().squish(0, '2.0', '1.000', '1.010'), 'base', 'base 0.4'),
      'head',
      'head 0.6',
    );
    expect(names(at(tight, 'head'))).toEqual(['head 0.8']);
    expect(Math.round(at(tight, 'head')[0]!.stacks[0]!.mean)).toBe(1_190_000);
  });

  it('do nothing to the deck, nor to the ports: nothing is chosen by deck there', () => {
    const s = laid(laid(new Setup().deck(0, '0.3', '0.3'), 'base', 'base 0.4'), 'head', 'head 0.6');
    expect(at(s, 'base')[0]!.from).toBe('deck');
    expect(at(s, 'head')).toEqual([]);
  });

  it('are known for the ratio once somebody said which lies there', () => {
    expect(headGasket(new Setup().file())).toBeNull();
    expect(headGasket(read().file())).toBe(mm(0.6));
    expect(laidAt(read().file(), 'base')).toEqual({ names: ['base 0.25', 'base 0.4'], thickness: mm(0.65) });
  });
});

describe('what a stack does besides', () => {
  it('ratio: 0.25 less under the cylinder is 0.25 less of the bore above the piston', () => {
    const stack = at(read(), 'base')[0]!.stacks[0]!;
    const chamber = { bore: mm(77), burette: 30, gasket: mm(0.6), gasketBore: mm(77), dome: 0 };
    const swept = sweptVolume(mm(77), mm(69.1));
    const ratio = (deck: number) => 1 + swept / clearanceVolume({ ...chamber, deck: mm(deck) });
    expect(stack.by).toBe(mm(-0.25));
    expect(stack.ratio!.before).toBeCloseTo(ratio(0), 6);
    expect(stack.ratio!.after).toBeCloseTo(ratio(-0.25), 6);
  });

  it('room at the valves: along its stem, the least of each side', () => {
    const s = read();
    s.keep(BUILD_SAID, MAKERS_BUILD);
    for (const [v, text] of [
      [intakes[0]!, '1.60'],
      [intakes[1]!, '1.50'],
      [exhausts[0]!, '1.90'],
    ] as const)
      s.lash(v.key).clay(v.key, text);
    const { room } = at(s, 'base')[0]!.stacks[0]!;
    expect(room.map((r) => r.name)).toEqual([intakes[1]!.name, exhausts[0]!.name]);
    // 1.45 less 0.25·cos 20° = 1.2151; the exhaust stands along the axis: 1.85 less 0.25.
    expect(room[0]!.after / 1e6).toBeCloseTo(1.2151, 4);
    expect(room[1]!.after / 1e6).toBeCloseTo(1.6, 4);
  });

  it('without the stem’s angle on file takes all of what comes nearer and gives none of what goes off', () => {
    const { 'valve-train': _, ...parts } = FOUR.parts as Record<string, unknown>;
    const [v] = intakes;
    const s = new Setup({ ...FOUR, parts })
      .squish(0, '2.0', '1.250', '1.260')
      .lash(v!.key)
      .clay(v!.key, '1.50');
    laid(s, 'base', 'base 0.4');
    const afters = at(s, 'base')[0]!.stacks.map((x) => [x.by, Math.round(x.room[0]!.after)]);
    expect(afters).toContainEqual([mm(-0.15), 1_300_000]);
    expect(afters).toContainEqual([mm(0.1), 1_450_000]);
  });

  it('a head that comes nearer takes no more than all of it and gives it back the same way', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (room, by, angle) => {
          const after = roomAfter(room, by, angle);
          expect(Math.abs(after - room)).toBeLessThanOrEqual(Math.abs(by) + 1e-12);
          expect(roomAfter(after, -by, angle)).toBeCloseTo(room, 9);
        },
      ),
    );
  });
});
