import {
  ASSEMBLED,
  ASSEMBLY_ODD,
  ASSEMBLY_OPENED,
  ASSEMBLY_SEEN,
  TAKE_BACK,
  fromStrip,
  judgeJob,
  mm,
  notProved,
  openAsk,
  opensWithGasket,
  reportOf,
  STACK_LAID,
  timelineOf,
  unprovedSteps,
  waitsFor,
  wantsPicture,
  WORK_DONE,
} from '@tribos/core';
import { TWIN } from '../support.js';
import { begun } from './hand.js';

const GASKET = { where: 'base', made: 'metal', lies: '', source: TWIN.limits[0]!.source };

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

  it('is open again where another stack is laid than lay there, however it was said; taken back it is not', () => {
    const gasket = (name: string) => ({ ...GASKET, name, thickness: mm(Number(name)) });
    const hand = begun({ ...TWIN, parts: { gaskets: { gaskets: ['0.25', '0.40'].map(gasket) } } });
    const open = () => hand.run().steps.filter((s) => s.state === 'open').length;
    hand.keep(STACK_LAID, { where: 'base', gaskets: ['0.25'] });
    while (hand.run().now) hand.press();
    hand.keep(STACK_LAID, { where: 'base', gaskets: ['0.25'] });
    expect(open()).toBe(0);
    const other = hand.keep(STACK_LAID, { where: 'base', gaskets: ['0.40'] });
    expect(hand.run().steps.find((s) => s.key === 'base-gasket:')!.reopened).toBe('gasket changed');
    hand.keep(TAKE_BACK, { of: other });
    expect(open()).toBe(0);
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
    hand.keep(TAKE_BACK, { of: hand.log.at(-1)!.id });
    expect(hand.run().steps[0]!.state).toBe('open');
    expect(hand.try(TAKE_BACK, { of: 'x' })).toContain('nothing like that');
  });
});
