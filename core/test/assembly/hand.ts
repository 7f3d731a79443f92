import {
  ASSEMBLED,
  ASSEMBLY_BEGUN,
  ASSEMBLY_PICTURED,
  ASSEMBLY_SEEN,
  assemblyRun,
  openAsk,
  pressOf,
  wantsPicture,
  type EngineSpec,
  type RunStep,
} from '@tribos/core';
import { Book } from '../strip/support.js';
import { TWIN } from '../support.js';

/** Somebody who does everything right. */
export class Hand extends Book {
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
/** Somebody alone at a run that has begun. */
export const begun = (engine: EngineSpec = TWIN) => {
  const hand = new Hand(engine);
  hand.keep(ASSEMBLY_BEGUN, { list: 'general', alone: true });
  return hand;
};
