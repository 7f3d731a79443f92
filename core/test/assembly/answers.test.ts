import { ASSEMBLY_SEEN, listsFor, markTowards, RING_PACKS, type EngineSpec } from '@tribos/core';
import { Book } from '../strip/support.js';
import { TWIN } from '../support.js';
import { PACK } from '../rings/ringJob.js';
import { begun } from './hand.js';

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
    const own = { ...PACK, piston: TWIN.maker, maker: TWIN.maker };
    const hand = begun({ ...TWIN, parts: { [RING_PACKS.name]: { packs: [own] } } });
    const mark = hand.upTo('mark');
    const wrong = mark.asks[0]!.ask.answers.find(
      (a) => a.why !== '' && a.text !== 'no mark is seen' && a.text !== 'no sheet says',
    );
    expect(wrong).toBeDefined();
    // Brought past the screen, by a file or another device.
    hand.log.push({
      ...hand.log.at(-1)!,
      id: 'smuggled',
      kind: 'assembly-seen',
      step: 'mark',
      cylinder: 0,
      ask: 0,
      answer: wrong!.text,
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
