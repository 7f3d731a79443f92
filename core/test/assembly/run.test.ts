import {
  ASSEMBLED,
  ASSEMBLY_BEGUN,
  ASSEMBLY_ODD,
  ASSEMBLY_OPENED,
  ASSEMBLY_PICTURED,
  ASSEMBLY_SEEN,
  ASSEMBLY_UNDO,
  assemblyRun,
  fromStrip,
  isPlain,
  judgeJob,
  listsFor,
  markTowards,
  notProved,
  openAsk,
  opensWithGasket,
  pressOf,
  reportOf,
  timelineOf,
  unprovedSteps,
  waitsFor,
  wantsPicture,
  WORK_DONE,
  type EngineSpec,
  type RunStep,
} from '../../src/index.js';
import { TWIN } from '../support.js';
import { Book } from '../strip/support.js';

/** Somebody who does everything right. */
class Hand extends Book {
  run = () => assemblyRun(this.file());
  answer(s: RunStep, ask: number, text?: string, again = false): string | null {
    const right = s.asks[ask]!.ask.answers.find((a) => a.why === '')!.text;
    return this.try(ASSEMBLY_SEEN, {
      step: s.step.key,
      cylinder: s.cylinder,
      ask,
      answer: text ?? right,
      again,
    });
  }
  press(): void {
    const press = pressOf(this.run());
    const [one] = press;
    for (let ask = openAsk(one!); ask !== null; ask = openAsk(this.run().now!))
      if (this.answer(this.run().now!, ask) !== null) throw new Error('refused');
    const { now } = this.run();
    if (now && wantsPicture(now)) this.picture(now, 'photo-1');
    const seen = press.flatMap((p) =>
      this.run()
        .steps.find((s) => s.key === p.key)!
        .asks.map((a) => a.seen!.id),
    );
    this.keep(ASSEMBLED, { steps: press.map((p) => ({ step: p.step.key, cylinder: p.cylinder })), seen });
    // A step that does not move on would be pressed for ever.
    if (this.run().now?.key === one!.key) throw new Error(`stuck at ${one!.key}`);
  }
  picture(s: RunStep, photo: string, text = ''): string | null {
    return this.try(ASSEMBLY_PICTURED, { step: s.step.key, cylinder: s.cylinder, photo, text });
  }
  upTo(key: string): RunStep {
    for (let i = 0; i < 200; i += 1) {
      const { now } = this.run();
      if (!now) throw new Error(`never at ${key}`);
      if (now.step.key === key) return now;
      this.press();
    }
    throw new Error(`never at ${key}`);
  }
}
const begun = (engine: EngineSpec = TWIN) => {
  const hand = new Hand(engine);
  hand.keep(ASSEMBLY_BEGUN, { list: 'general', alone: true });
  return hand;
};

describe('an assembly run', () => {
  it('goes to its end by the presses of a hand, plain steps as lists, each cylinder by itself', () => {
    const hand = begun();
    let presses = 0;
    for (; hand.run().now; presses += 1) hand.press();
    const { steps, done } = hand.run();
    expect(done).toBe(steps.length);
    expect(presses).toBeLessThan(steps.length);
    expect(steps.filter((s) => s.step.key === 'first-clip').map((s) => s.cylinder)).toEqual([0, 1]);
    // About ten hard stops an engine: no more than anybody reads.
    const stops = new Set(steps.filter((s) => s.asks.length > 0).map((s) => s.step.key));
    expect(stops.size).toBeGreaterThanOrEqual(10);
    expect(stops.size).toBeLessThanOrEqual(20);
    expect(JSON.stringify(reportOf(hand.file()))).toContain('Top end assembly');
    expect(timelineOf(hand.file()).length).toBe(hand.log.length);
  });

  it('does nothing at a hard stop before somebody has looked, and takes no answer that is none', () => {
    const hand = begun();
    const clip = hand.upTo('first-clip');
    expect(hand.try(ASSEMBLED, { steps: [{ step: 'first-clip', cylinder: 0 }], seen: [] })).toContain(
      'Which side is the first clip on',
    );
    expect(hand.answer(clip, 0, 'the easy side')).toContain('no hand reaches');
    expect(hand.answer(clip, 0, 'blue')).toContain('none of the answers');
    expect(
      hand.try(ASSEMBLY_SEEN, { step: 'nowhere', cylinder: null, ask: 0, answer: 'x', again: false }),
    ).toContain('no such thing');
    expect(hand.try(ASSEMBLED, { steps: [{ step: 'nowhere', cylinder: null }], seen: [] })).toContain(
      'no such step',
    );
    expect(hand.try(ASSEMBLED, { steps: [{ step: 'pin', cylinder: 9 }], seen: [] })).toContain(
      'no such cylinder',
    );
  });

  it('wants the second look after a break, or by another, at the same thing', () => {
    const hand = begun();
    hand.upTo('pin');
    const mark = () => hand.run().steps.find((s) => s.key === 'mark:0')!;
    expect(mark()).toMatchObject({ state: 'done', waitsForAgain: true });
    // A minute later by the same hand is the same look.
    hand.answer(mark(), 0, mark().asks[0]!.seen!.answer, true);
    expect(mark().waitsForAgain).toBe(true);
    const late = { ...hand.log.at(-1)!, id: 'late', at: '2026-01-05T20:00:00.000Z' };
    hand.log.push(late);
    expect(mark().waitsForAgain).toBe(false);
    expect(judgeJob(hand.file()).steps.some((s) => s.key === 'again:mark:0')).toBe(false);
    expect(judgeJob(hand.file()).steps.some((s) => s.key === 'again:mark:1' || s.key === 'assembly')).toBe(
      true,
    );
  });

  it('is open again where another piston, other rings, another gasket go in, and there alone', () => {
    const hand = begun();
    while (hand.run().now) hand.press();
    const open = () =>
      hand
        .run()
        .steps.filter((s) => s.state === 'open')
        .map((s) => s.key);
    expect(open()).toEqual([]);
    const work = (what: 'rings-renewed' | 'gasket-changed' | 'piston-renewed', cylinder: number | null) =>
      hand.keep(WORK_DONE, { what, cylinder, kitId: null, ticket: null, text: '' });
    work('rings-renewed', 1);
    expect(open()).toContain('rings:1');
    expect(open()).toContain('gaps-again:1');
    expect(open().some((k) => k.endsWith(':0'))).toBe(false);
    expect(hand.run().steps.find((s) => s.key === 'rings:1')!.reopened).toBe('rings renewed');
    // What was seen before is seen of the old rings.
    expect(
      hand
        .run()
        .steps.find((s) => s.key === 'rings:1')!
        .asks.every((a) => a.seen === null),
    ).toBe(true);
    while (hand.run().now) hand.press();
    expect(open()).toEqual([]);
    work('gasket-changed', null);
    expect(open()).toContain('head-gasket:');
    expect(open()).toContain('base-gasket:');
    expect(open()).not.toContain('first-clip:0');
    while (hand.run().now) hand.press();
    hand.keep(ASSEMBLY_OPENED, { step: 'head-gasket', cylinder: null, text: 'squish too tight' });
    expect(open()[0]).toBe('head-gasket:');
    expect(hand.try(ASSEMBLY_OPENED, { step: 'head-gasket', cylinder: null, text: '' })).toContain(
      'Why does it come apart',
    );
  });

  it('is not done at a step that wants its photo before there is one, or the reason why there is none', () => {
    const hand = begun();
    const cams = hand.upTo('cams');
    expect(hand.picture(hand.run().steps[0]!, 'p')).toContain('No photo belongs');
    expect(hand.picture(cams, '', ' ')).toContain('why there is no photo');
    expect(wantsPicture(cams)).toBe(false);
    for (let ask = openAsk(cams); ask !== null; ask = openAsk(hand.run().now!)) hand.answer(cams, ask);
    expect(wantsPicture(hand.run().now!)).toBe(true);
    expect(waitsFor(hand.file(), [], hand.run().now!)).toContain('Take its photo');
    const seen = hand.run().now!.asks.map((a) => a.seen!.id);
    // Whoever says it is done: without its photo it is not.
    hand.keep(ASSEMBLED, { steps: [{ step: 'cams', cylinder: null }], seen });
    expect(hand.run().now!.step.key).toBe('cams');
    hand.picture(hand.run().now!, '', 'no light; both of us saw them');
    expect(hand.run().now!.step.key).not.toBe('cams');
    expect(JSON.stringify(reportOf(hand.file()))).toContain('no photo: no light; both of us saw them');
    // Off again, it is of what was there before.
    hand.keep(ASSEMBLY_OPENED, { step: 'cams', cylinder: null, text: 'chain slipped' });
    expect(hand.run().steps.find((s) => s.step.key === 'cams')!.pictured).toBeNull();
  });

  it('brings up what was written at the strip at the step it was written for, and where its parts go back', () => {
    const hand = begun();
    const note = { about: 'timing', text: 'marks level with the head' };
    hand.log.push({
      ...hand.log[0]!,
      id: 'n1',
      kind: 'strip-note',
      step: 'marks',
      for: 'cams',
      ...note,
    } as never);
    const cams = hand.upTo('cams');
    expect(fromStrip(hand.file(), [cams]).notes.map((n) => n.text)).toEqual(['marks level with the head']);
    // Photos taken of the marks are wanted where the marks are set again.
    expect(fromStrip(hand.file(), [cams]).photosOf).toEqual(
      expect.arrayContaining(['Turned by hand to its timing marks', 'Cam caps and camshafts out']),
    );
    expect(fromStrip(hand.file(), [hand.run().steps[0]!])).toEqual({ notes: [], photosOf: [] });
  });

  it('says what comes off for another gasket: what is done and hangs on it', () => {
    const hand = begun();
    expect(opensWithGasket(hand.file())).toEqual([]);
    hand.upTo('head-tight');
    expect(opensWithGasket(hand.file()).map((s) => s.step.key)).toEqual(
      expect.arrayContaining(['base-gasket', 'deck-read', 'head-gasket', 'head-on']),
    );
    expect(opensWithGasket(hand.file()).some((s) => s.step.key === 'first-clip')).toBe(false);
  });

  it('keeps what is provisional open until it is made final', () => {
    const hand = begun();
    while (hand.run().now && hand.run().now!.step.key !== 'head-tight') hand.press();
    hand.upTo('marks-again');
    expect(
      hand
        .run()
        .provisional.map((p) => p.of)
        .sort(),
    ).toEqual(['cams', 'shims']);
    while (hand.run().now) hand.press();
    // The marks were not looked at a second time yet.
    expect(hand.run().provisional.map((p) => p.of)).toEqual(['cams']);
    expect(judgeJob(hand.file()).steps.map((s) => s.key)).toContain('provisional:cams');
  });

  it('says why a step waits, and of one that is done that its proof no longer stands', () => {
    const hand = begun();
    const fits = hand.upTo('fits');
    const figures = judgeJob(hand.file()).items;
    expect(notProved(hand.file(), figures, fits)).toContain('clearance');
    while (hand.run().now) hand.press();
    const open = unprovedSteps(hand.file(), judgeJob(hand.file()).items, hand.run().steps);
    expect(open.map((o) => o.step.step.key)).toEqual(expect.arrayContaining(['fits', 'rings', 'gaps-again']));
    const clearance = (state: string) =>
      [{ feature: 'clearance', state, because: 'value', subject: { of: 'cylinder', at: 0 } }] as never;
    expect(notProved(hand.file(), clearance('within'), fits)).toBeNull();
    expect(notProved(hand.file(), clearance('noLimit'), fits)).toBeNull();
  });

  it('lets a step be not there, done another way with its words, and takes the last one back', () => {
    const hand = begun();
    const first = hand.run().now!;
    expect(
      hand.try(ASSEMBLY_ODD, { step: first.step.key, cylinder: null, why: 'other-way', text: '' }),
    ).toContain('how it is done');
    hand.keep(ASSEMBLY_ODD, { step: first.step.key, cylinder: null, why: 'not-there', text: '' });
    expect(hand.run().steps[0]!.state).toBe('over');
    hand.keep(ASSEMBLY_UNDO, { of: hand.log.at(-1)!.id });
    expect(hand.run().steps[0]!.state).toBe('open');
    expect(hand.try(ASSEMBLY_UNDO, { of: 'x' })).toContain('no such step');
  });
});

describe('every answer that cannot stay', () => {
  it('is refused with its reason, from whatever list it may be', () => {
    const engines: EngineSpec[] = [
      TWIN,
      { ...TWIN, strokes: 2, wall: 'plated', kind: 'snowmobile' },
      { ...TWIN, strokes: 2, kind: 'chainsaw', cooling: 'air', cylinders: ['cylinder'] },
    ];
    let tried = 0;
    for (const engine of engines)
      for (const list of listsFor(engine))
        for (const step of list.flatMap((s) => s.steps))
          step.asks.forEach((ask, at) => {
            expect(ask.answers.some((a) => a.why === '')).toBe(true);
            for (const a of ask.answers.filter((x) => x.why !== '')) {
              expect(a.why.length).toBeGreaterThan(20);
              const book = new Book(engine);
              expect(
                book.try(ASSEMBLY_SEEN, {
                  step: step.key,
                  cylinder: step.each ? 0 : null,
                  ask: at,
                  answer: a.text,
                  again: false,
                }),
              ).toBe(a.why);
              tried += 1;
            }
          });
    expect(tried).toBeGreaterThan(40);
  });

  it('that hangs on the piston that goes in is caught by the run itself', () => {
    const pack = (at: number) =>
      ({ mark: { is: 'arrow', at }, pegs: [], rings: [], expander: true }) as never;
    expect(markTowards({ zeroAt: 'exhaust' }, pack(0))).toBe('exhaust');
    expect(markTowards({ zeroAt: 'exhaust' }, pack(180))).toBe('intake');
    expect(markTowards({ zeroAt: 'front' }, pack(180))).toBe('rear');
    expect(markTowards({ zeroAt: 'exhaust' }, null)).toBeNull();
    const hand = begun();
    const mark = hand.upTo('mark');
    const wrong = mark.asks[0]!.ask.answers.find(
      (a) => a.why !== '' && a.text !== 'no mark is seen' && a.text !== 'no sheet says',
    );
    if (!wrong) return;
    // Brought past the screen, by a file or another device.
    hand.log.push({
      ...hand.log.at(-1)!,
      id: 'smuggled',
      kind: 'assembly-seen',
      step: 'mark',
      cylinder: 0,
      ask: 0,
      answer: wrong.text,
      again: false,
    } as never);
    hand.log.push({
      ...hand.log.at(-1)!,
      id: 'done',
      kind: 'assembled',
      steps: [{ step: 'mark', cylinder: 0 }],
      seen: ['smuggled'],
    } as never);
    expect(hand.run().steps.find((s) => s.key === 'mark:0')!.state).toBe('open');
  });
});

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
