import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { isBlocked, mm, thirdDirection, type Port, type ReadAcross } from '@tribos/core';

const ENGINE = { ports: [] as readonly Port[], bore: mm(77), pinAxisDeg: 90 };
const across = (depth: number, ...of: readonly (readonly [number, number])[]): ReadAcross[] =>
  of.map(([angle, value]) => ({ depth: mm(depth), angle, value: mm(value) }));

describe('a third direction', () => {
  it('is asked for at the depth that counts most of those that have two', () => {
    const read = [
      ...across(15, [0, 77.05], [90, 77.03]),
      ...across(45, [0, 77.02], [90, 77.01]),
      ...across(80, [0, 77.0], [90, 76.99]),
    ];
    expect(thirdDirection(ENGINE, 0, read, 'max', null)).toMatchObject({ depth: mm(15), angle: 45 });
    expect(thirdDirection(ENGINE, 0, read, 'min', null)).toMatchObject({ depth: mm(80), angle: 45 });
    // Once it is read there, the next: until every depth has its three.
    const more = [...read, ...across(80, [45, 77.0])];
    expect(thirdDirection(ENGINE, 0, more, 'min', null)).toMatchObject({ depth: mm(45) });
    const all = [15, 45, 80].flatMap((d) => across(d, [45, 77.0]));
    expect(thirdDirection(ENGINE, 0, [...read, ...all], 'min', null)).toBeNull();
  });

  it('of one depth alone is asked for nowhere else', () => {
    const read = [
      ...across(15, [0, 77.05], [90, 77.03], [45, 77.04]),
      ...across(45, [0, 77.02], [90, 77.01]),
    ];
    expect(thirdDirection(ENGINE, 0, read, 'max', mm(15))).toBeNull();
  });

  it('lies between the pair that was read, also where windows have turned the pair', () => {
    const turned = across(45, [45, 77.02], [135, 77.01]);
    expect(thirdDirection(ENGINE, 0, turned, 'max', null)).toMatchObject({ angle: 0 });
  });

  it('lies on solid wall, and never beside one that was read', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 179 }), { minLength: 1, maxLength: 2 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 10, max: 70 })), {
          maxLength: 4,
        }),
        (angles, windows) => {
          const ports = windows.map(([from, wide], n): Port => ({
            name: `window ${n}`,
            roof: mm(30),
            floor: mm(60),
            from,
            to: from + wide,
          }));
          const engine = { ...ENGINE, ports };
          const read = angles.map((angle) => ({ depth: mm(45), angle, value: mm(77) }));
          const third = thirdDirection(engine, 0, read, 'max', null);
          if (!third) return;
          expect(isBlocked(engine, mm(45), third.angle)).toBe(false);
          for (const angle of angles) {
            const apart = Math.abs(third.angle - angle) % 180;
            expect(Math.min(apart, 180 - apart)).toBeGreaterThanOrEqual(15);
          }
        },
      ),
    );
  });
});
