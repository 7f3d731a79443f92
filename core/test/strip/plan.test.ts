import {
  backwards,
  generalList,
  listAsDone,
  looseOf,
  STRIP_ADDED,
  STRIP_ANSWER,
  STRIP_ODD,
  STRIP_PLAN,
  TAKE_BACK,
  STRIPPED,
  stepsOfPress,
  stopBefore,
  stripPlan,
  timelineOf,
  trayCode,
  traysOf,
  type PlannedStep,
} from '@tribos/core';
import { TWIN } from '../support.js';
import { Book } from './support.js';

const begun = (scope: 'top' | 'whole' | 'partial' = 'top') => {
  const book = new Book();
  book.keep(STRIP_PLAN, { scope, list: 'general', purpose: 'rebuild' });
  return book;
};

/** One press, as the station makes it. */
function press(book: Book, grain: 'section' | 'step'): PlannedStep | null {
  const { steps, now } = stripPlan(book.file());
  if (!now) return null;
  const stop = stopBefore(steps, now, grain);
  if (stop) {
    const answer = stop.step.stop!.answers.find((a) => a.why === '')!;
    book.keep(STRIP_ANSWER, { step: stop.step.key, ask: stop.step.stop!.ask, answer: answer.text });
    return stop;
  }
  const done = stepsOfPress(steps, now, grain);
  book.keep(STRIPPED, {
    steps: done.map((s) => ({
      step: s.step.key,
      name: s.step.what,
      loose: looseOf(book.engine, s.step),
      opens: s.step.opens,
    })),
    tray: 1,
    answers: done.flatMap((s) => (s.answered ? [s.answered.id] : [])),
  });
  return now;
}

describe('the strip', () => {
  it('is not on the run before somebody says how far', () => {
    expect(stripPlan(new Book().file())).toMatchObject({ chosen: null, now: null, done: 0 });
  });

  it.each(['section', 'step'] as const)(
    'by the %s goes from the first step to the last, each done once',
    (grain) => {
      const book = begun('whole');
      let presses = 0;
      while (press(book, grain)) presses += 1;
      const { steps, done } = stripPlan(book.file());
      expect(done).toBe(steps.length);
      const stops = steps.filter((s) => s.step.stop).length;
      if (grain === 'step') expect(presses).toBe(steps.length + stops);
      else expect(presses).toBeLessThan(stops + 2 * stripPlan(book.file()).sections.length + 1);
    },
  );

  it('does not do a step whose hard stop nobody answered, in any grain', () => {
    const book = begun();
    const at = (key: string) => ({ step: key, name: key, loose: [], opens: '' });
    expect(book.try(STRIPPED, { steps: [at('seat'), at('marks')], tray: 1, answers: [] })).toContain(
      'Flywheel and cam marks: what is seen?',
    );
    // An answer of another step is none.
    const other = book.keep(STRIP_ANSWER, { step: 'chain', ask: 'x', answer: 'wired up to the frame' });
    expect(book.try(STRIPPED, { steps: [at('marks')], tray: 1, answers: [other] })).not.toBeNull();
  });

  it('refuses what cannot stay like that, and says why', () => {
    const book = begun();
    expect(book.try(STRIP_ANSWER, { step: 'chain', ask: 'x', answer: 'nothing' })).toContain(
      'falls behind the sprocket',
    );
    expect(book.try(STRIP_ANSWER, { step: 'chain', ask: 'x', answer: 'a bit of string' })).toContain(
      'none of the answers',
    );
  });

  it('leaves out what another scope needs', () => {
    const keys = (scope: 'top' | 'whole' | 'partial') =>
      stripPlan(begun(scope).file()).steps.map((s) => s.step.key);
    expect(keys('top')).not.toContain('split');
    expect(keys('whole')).toEqual(expect.arrayContaining(['rings', 'split', 'gearbox']));
    expect(keys('partial')).not.toContain('rings');
    // The pin goes, piston and rings stay in their bore.
    expect(keys('partial')).toContain('pin-held');
    expect(keys('partial')).not.toContain('pin');
  });

  it('goes on past what this engine does not have, and waits for what is stuck', () => {
    const book = begun();
    const first = stripPlan(book.file()).now!;
    book.keep(STRIP_ODD, { step: first.step.key, name: first.step.what, why: 'stuck', text: '' });
    expect(stripPlan(book.file()).now!.step.key).toBe(first.step.key);
    book.keep(STRIP_ODD, { step: first.step.key, name: first.step.what, why: 'not-there', text: '' });
    expect(stripPlan(book.file()).now!.step.key).not.toBe(first.step.key);
    expect(listAsDone(book.file()).flatMap((s) => s.steps.map((x) => x.key))).not.toContain(first.step.key);
  });

  it('takes a step added to this engine, after the one it was added to, and keeps it for the next', () => {
    const book = begun();
    book.keep(STRIP_ADDED, {
      key: 'added-1',
      section: 'access',
      after: 'machine',
      what: 'Bash plate off',
      loose: [],
    });
    const keys = stripPlan(book.file()).steps.map((s) => s.step.key);
    expect(keys.slice(0, 2)).toEqual(['machine', 'added-1']);
    const kept = listAsDone(book.file());
    expect(kept[0]!.steps.slice(0, 2).map((s) => s.what)).toEqual([
      'Machine safe and standing',
      'Bash plate off',
    ]);
    expect(kept.flatMap((s) => s.steps)).toHaveLength(generalList(TWIN).flatMap((s) => s.steps).length + 1);
  });

  it('one taken back is open again, with what it counted', () => {
    const book = begun();
    press(book, 'step');
    press(book, 'step');
    expect(traysOf(book.file())[0]!.holds).toEqual([{ name: 'panel bolts', count: 6 }]);
    const last = book.log.at(-1)!;
    book.keep(TAKE_BACK, { of: last.id });
    expect(stripPlan(book.file()).now!.step.key).toBe('seat');
    expect(traysOf(book.file())[0]!.holds).toEqual([]);
    expect(book.try(TAKE_BACK, { of: 'nothing' })).toContain('nothing like that');
  });

  it('runs backwards from the last thing off, and is told in sentences', () => {
    const book = begun();
    for (let i = 0; i < 3; i += 1) press(book, 'step');
    expect(backwards(stripPlan(book.file())).map((s) => s.step.key)).toEqual(['shock', 'seat', 'machine']);
    expect(timelineOf(book.file()).map((t) => t.sentence)).toEqual([
      'Comes apart: top end',
      'Machine safe and standing (tray 1)',
      'Seat, side panels and tank off (tray 1)',
      'Shock or link out of the way, where it is (tray 1)',
    ]);
    expect(trayCode({ number: 42 }, 3)).toBe('0042-3');
  });
});
