import { isPlain, listsFor, pressOf, type EngineSpec } from '@tribos/core';
import { TWIN } from '../support.js';
import { begun } from './hand.js';

describe('the order of putting a top end together', () => {
  const keys = (engine: EngineSpec) =>
    listsFor(engine)
      .at(-1)!
      .flatMap((s) => s.steps.map((x) => x.key));
  const FOUR = keys(TWIN);
  const TWO = keys({ ...TWIN, strokes: 2, wall: 'plated', kind: 'snowmobile' });

  /** What has to be done, in the trade's words, and the step that is its place. */
  const PLACES: readonly (readonly [what: string, four: string | null, two: string | null])[] = [
    ['parts, consumables, tools, one spare clip there', 'parts-here', 'parts-here'],
    ['tools there', 'tools-here', 'tools-here'],
    ['first clip on the side hard to reach, opening, notch, seated', 'first-clip', 'first-clip'],
    ['mark to where this sheet says', 'mark', 'mark'],
    ['new pin bearings washed of preservative and oiled', null, 'small-end'],
    ['pin with lubricant', 'pin', 'pin'],
    ['expander butted', 'expander', null],
    ['rails', 'rails', null],
    ['expander seen again after the rails', 'expander-again', null],
    ['rings bottom up, marked side up', 'rings', 'rings'],
    ['rag in the crankcase', 'rods-free', 'rods-free'],
    ['base gasket, each passage seen through', 'base-gasket', 'base-gasket'],
    ['dowels and O-rings late', 'foot-o-ring', 'foot-o-ring'],
    ['oil, never dry', 'oiled', 'oiled'],
    ['gaps to their angles, re-checked just before', 'gaps-again', 'gaps-again'],
    ['squeeze rings by hand, never force; twins at mid stroke', 'cylinder-on', 'cylinder-on'],
    ['nothing left in the crankcase', 'rags-out', 'rags-out'],
    ['barrel held down before the crank is turned', 'held-down', 'held-down'],
    ['turned by hand', 'turned-low', 'turned-low'],
    ['deck, squish, gasket choice as dry fit', 'deck-read', 'deck-read'],
    ['head gasket', 'head-gasket', 'head-gasket'],
    ['torque in steps and pattern, each bolt marked', 'head-tight', 'head-tight'],
    ['timing drive joined', 'joined', null],
    ['cam timing by marks', 'cams', null],
    ['tensioner reset', 'tensioner', null],
    ['two revolutions feeling for contact', 'turned', 'turned'],
    ['marks checked twice', 'marks-again', null],
    ['valve clearance after final torque', 'lash', null],
    ['power valves cleaned and moving', null, 'power-valves'],
  ];
  it.each(PLACES)('%s has its place', (_, four, two) => {
    if (four) expect(FOUR).toContain(four);
    if (two) expect(TWO).toContain(two);
  });

  it('runs in the order in which one thing keeps the next from being undone', () => {
    const before = (list: readonly string[], a: string, b: string) =>
      expect(list.indexOf(a)).toBeLessThan(list.indexOf(b));
    before(FOUR, 'expander', 'rails');
    before(FOUR, 'rails', 'expander-again');
    before(FOUR, 'expander-again', 'rings');
    before(FOUR, 'gaps-again', 'cylinder-on');
    before(FOUR, 'held-down', 'turned-low');
    before(FOUR, 'head-tight', 'lash');
    before(FOUR, 'turned', 'marks-again');
    before(TWO, 'base-gasket', 'cylinder-on');
    for (const list of [FOUR, TWO]) expect(new Set(list).size).toBe(list.length);
  });

  it('does not always show the right answer first, and shows them alike on every tablet', () => {
    const steps = begun()
      .run()
      .steps.filter((s) => s.asks.length > 0);
    const first = steps.flatMap((s) => s.asks.map((a) => a.shown[0]!.why === ''));
    expect(first.some((f) => f) && first.some((f) => !f)).toBe(true);
    const again = begun()
      .run()
      .steps.filter((s) => s.asks.length > 0);
    expect(again.map((s) => s.asks.map((a) => a.shown))).toEqual(
      steps.map((s) => s.asks.map((a) => a.shown)),
    );
    for (const s of steps) for (const a of s.asks) expect(new Set(a.shown)).toEqual(new Set(a.ask.answers));
  });

  it('ticks trivial steps as a list and never a hard stop with them', () => {
    const hand = begun();
    hand.press();
    const press = pressOf(hand.run());
    expect(press.length).toBeGreaterThan(3);
    expect(press.every(isPlain)).toBe(true);
  });
});
