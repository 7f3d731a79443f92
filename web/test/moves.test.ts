import { mm, type EngineSpec, type Place } from '@tribos/core/ground';
import { gapPlace } from '@tribos/core/rings';
import { move, otherPlaces, type Direction } from '../src/bar/moves.js';
import { across, foldPort } from '../src/bore/foldPort.js';

const port = (from: number, to: number, roof: number, floor: number) => ({
  name: 'p',
  roof: mm(roof),
  floor: mm(floor),
  from,
  to,
});
const TWIN = {
  cylinders: ['left', 'right'],
  bore: mm(77),
  pinAxisDeg: 90,
  depths: { top: mm(15), mid: mm(45), low: mm(80) },
  wallDepth: mm(105),
  ports: [] as EngineSpec['ports'],
  pin: null,
} as unknown as EngineSpec;
const PORTED = { ...TWIN, ports: [port(-34, 34, 38, 68)] };
const at = (cylinder: number, depth: number, angle: number): Place => ({
  part: 'bore',
  cylinder,
  depth: mm(depth),
  angle,
});
/** Places of another station: on no map of a wall. */
const JOURNALS = [0, 1, 2].map((journal) => ({ part: 'journal', journal }) as unknown as Place);
const WALK = [...JOURNALS];
const GAPS = [15, 80].flatMap((depth) => [0, 1].map((c) => gapPlace(c, 'top', mm(depth))));
const walkOn = (engine: EngineSpec, from: Place, ...ways: Direction[]) =>
  ways.reduce((s, w) => move(engine, s, w, { piston: null, clearance: null, gaps: GAPS }, WALK), from);

describe('arrows over the map', () => {
  it('go across the directions and down the depths to the piston, and back up', () => {
    expect(walkOn(TWIN, at(0, 15, 0), 'right', 'right', 'down')).toEqual(at(0, 45, 90));
    expect(walkOn(TWIN, at(0, 45, 0), 'down', 'down')).toEqual({
      part: 'piston',
      cylinder: 0,
      place: 'gauge-height',
      kit: null,
    });
    expect(walkOn(TWIN, at(0, 80, 45), 'down', 'up')).toEqual(at(0, 80, 0));
    expect(walkOn(TWIN, at(0, 15, 0), 'up')).toEqual(at(0, 15, 0));
  });

  it('pass the edge to the next cylinder and come round', () => {
    expect(walkOn(TWIN, at(0, 15, 135), 'right')).toEqual(at(1, 15, 0));
    expect(walkOn(TWIN, at(0, 15, 0), 'left')).toEqual(at(1, 15, 135));
  });

  it('go along the walk where a place is on no map, and come round', () => {
    expect(walkOn(TWIN, JOURNALS[0]!, 'right', 'down')).toEqual(JOURNALS[2]);
    expect(walkOn(TWIN, JOURNALS[0]!, 'left')).toEqual(JOURNALS[2]);
  });

  it('step over a window', () => {
    expect(walkOn(PORTED, at(0, 15, 0), 'down')).toEqual(at(0, 80, 0));
    expect(walkOn(PORTED, at(0, 45, 45), 'left')).toEqual(at(1, 45, 135));
    expect(walkOn(PORTED, at(0, 45, 135), 'right')).toEqual(at(1, 45, 45));
  });

  it('cycle the places of a piston, then the next one', () => {
    const piston: Place = { part: 'piston', cylinder: 0, place: 'gauge-height', kit: null };
    expect(walkOn(TWIN, piston, 'right')).toMatchObject({ place: 'crown' });
    expect(walkOn(TWIN, piston, 'right', 'right', 'right', 'right', 'right')).toMatchObject({
      cylinder: 1,
      place: 'gauge-height',
    });
    expect(walkOn(TWIN, piston, 'left')).toMatchObject({ cylinder: 1, place: 'at-ports' });
  });

  it('go on below the piston to leaf, land and ring, the same place of the next cylinder sideways', () => {
    const piston: Place = { part: 'piston', cylinder: 0, place: 'gauge-height', kit: null };
    expect(walkOn(TWIN, piston, 'down')).toEqual({ part: 'clearance', cylinder: 0, kit: null });
    expect(walkOn(TWIN, piston, 'down', 'down', 'right')).toEqual({ part: 'land', cylinder: 1 });
    expect(walkOn(TWIN, piston, 'down', 'up')).toEqual(piston);
    const lowest = walkOn(TWIN, piston, ...Array<Direction>(12).fill('down'));
    expect(lowest.part).toBe('ring-gap');
    expect(
      otherPlaces({ ...TWIN, pin: mm(18) }, 0, { piston: null, clearance: null, gaps: GAPS }),
    ).toHaveLength(8);
  });
});

describe('half a turn of the wall', () => {
  it('puts the four directions in the middle of four columns, whichever way the thrust axis lies', () => {
    expect([0, 45, 90, 135].map((a) => across(a, 0))).toEqual([12.5, 37.5, 62.5, 87.5]);
    expect(across(30, 30)).toBe(12.5);
    expect(across(200, 0)).toBe(across(20, 0));
  });

  it('folds windows of both halves onto it, cut at the edge', () => {
    // 68° wide about 0°: from −34 the fold cuts at −22.5.
    const spans = foldPort(-34, 34, 0);
    expect(spans).toHaveLength(2);
    expect(spans.reduce((sum, s) => sum + s.to - s.from, 0)).toBeCloseTo((68 / 180) * 100, 9);
    expect(foldPort(235, 305, 0)).toEqual(foldPort(55, 125, 0));
    expect(foldPort(0, 200, 0)).toEqual([{ from: 0, to: 100 }]);
  });
});
