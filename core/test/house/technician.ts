import {
  ASSEMBLED,
  ASSEMBLY_BEGUN,
  ASSEMBLY_ODD,
  ASSEMBLY_PICTURED,
  ASSEMBLY_SEEN,
  assemblyRun,
  backwards,
  backWith,
  becomes,
  beforeSteps,
  CAUSE,
  FLUID_FILLED,
  fluidName,
  isSingle,
  judgeJob,
  lashChoice,
  LOOKED,
  looseOf,
  MOVED,
  jobLedger,
  notLookedAt,
  offAmong,
  openCrank,
  REFIT_SEEN,
  refitState,
  REFITTED,
  remedyFor,
  scopesFor,
  SKIPPED,
  STRIP_ANSWER,
  STRIP_PLAN,
  STRIPPED,
  stripPlan,
  TORQUE_CHECKED,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  TORQUED,
  torqueRun,
  WORK_DONE,
  type NextAction,
  type RunStep,
  type Scope,
  type SizePlace,
} from '@tribos/core';
import { Bench } from './bench.js';

/** Turns a whole job needs at most: more of them is a circle. */
const MOST = 260;

const right = (answers: readonly { readonly text: string; readonly why?: string }[]): string =>
  answers.find((a) => (a.why ?? '') === '')!.text;

/**
 * Somebody who does what the job asks for next and nothing else, through the same door as every screen: what is refused
 * throws, and what is asked for again and again is a circle.
 */
export class Technician extends Bench {
  /** What was asked for, in order: `station kind`. */
  readonly asked: string[] = [];

  /** Goes on until nothing is left to do. */
  goesToTheEnd(): void {
    for (let turn = 0; turn < MOST; turn += 1) {
      const { next } = judgeJob(this.file);
      if (next.kind === 'rest') return;
      const before = this.file;
      this.asked.push(`${next.station} ${next.kind}: ${next.sentence('mm')}`);
      this.act(next);
      if (this.file === before) throw new Error(`nothing to do for ${this.asked.at(-1)}`);
    }
    throw new Error(`goes round in a circle: ${this.asked.slice(-6).join(' | ')}`);
  }

  private act(next: NextAction): void {
    switch (next.kind as string) {
      case 'read':
        return this.reads(next.at as SizePlace);
      case 'settle':
        return this.reads(next.at as SizePlace);
      case 'before':
        for (const s of beforeSteps(this.file).filter((x) => x.done === null && x.excused === null))
          this.does(SKIPPED, { what: s.what as never, text: 'It came in pieces.' });
        return;
      case 'strip':
        return this.strips();
      case 'inspect':
        this.does(LOOKED, {
          parts: notLookedAt(this.file).map((o) => o.part.key),
          is: 'reuse',
          findings: [],
          text: '',
        });
        return;
      case 'cause':
        this.does(CAUSE, { is: 'wear', evidence: [], text: 'Worn for its hours.' });
        return;
      case 'step':
        this.does(WORK_DONE, { what: 'washed', cylinder: null, kitId: null, ticket: null, text: '' });
        return;
      case 'decide':
      case 'add-limit':
        if (this.file.decisions.length > 0)
          throw new Error(`asked after it was decided: ${next.sentence('mm')}`);
        this.file = becomes(this.file, {
          ...this.file,
          decisions: [
            ...this.file.decisions,
            {
              id: `d-${this.file.decisions.length + 1}`,
              ...{ at: new Date(Date.UTC(2026, 10, 2, 8, this.minutes)).toISOString(), by: 'Ines' },
              ...{ route: 'reuse' as never, kitId: null, reason: 'good', importedBy: null },
            },
          ],
        });
        return;
      case 'prepare':
        return this.prepares((next as unknown as { cylinder: number }).cylinder);
      case 'dry-fit':
        return this.dryFits();
      case 'torque':
        return this.tightens();
      case 'assemble':
        return this.assembles();
      case 'refit':
        return this.refits();
      default:
        throw new Error(`nobody knows how to ${next.station} ${next.kind}: ${next.sentence('mm')}`);
    }
  }

  private strips(): void {
    const { now, chosen } = stripPlan(this.file);
    if (!now || !chosen) throw new Error('nothing is left to strip');
    const { stop } = now.step;
    const answers =
      stop && !now.answered
        ? [this.does(STRIP_ANSWER, { step: now.step.key, ask: stop.ask, answer: right(stop.answers) })]
        : now.answered
          ? [now.answered.id]
          : [];
    this.does(STRIPPED, {
      steps: [
        {
          step: now.step.key,
          name: now.step.what,
          loose: looseOf(this.engine, now.step) as never,
          opens: now.step.opens,
        },
      ],
      tray: 1,
      answers,
    });
  }

  private tightens(): void {
    const { groups, now } = torqueRun(this.file);
    const of = now
      ? groups.find((g) => g.group.key === now.group)!
      : groups.find((g) => !g.done || g.checked === null)!;
    const { group } = of;
    if (of.wrench === null) {
      const most = Math.max(...group.steps.filter((s) => s.by === 'torque').map((s) => s.value));
      this.does(TORQUE_WRENCH, {
        ...{ group: group.key, name: 'Click wrench', range: most, unit: 'N·m', due: null, adapter: null },
        condition: group.condition,
        bolts: of.holes.some((h) => h.oneTime) ? 'new' : 'none-are-once',
      });
      return;
    }
    if (!of.done && now) {
      const presses = isSingle(group, now.pass) ? now.holes.slice(0, 1) : now.holes;
      if (presses.length > 0)
        return void this.does(TORQUED, {
          group: group.key,
          pass: now.pass,
          to: group.steps[now.pass]!,
          holes: [...presses],
          wrench: of.wrench.id,
          from: 'hand',
          clicked: null,
        });
    }
    if (group.after !== '' && of.seen === null)
      return void this.does(TORQUE_SEEN, { group: group.key, is: 'free' });
    this.does(TORQUE_CHECKED, { group: group.key, moved: [] });
  }

  private assembles(): void {
    const run = assemblyRun(this.file);
    if (run.begun === null) return void this.does(ASSEMBLY_BEGUN, { list: 'general', alone: true });
    const { now } = run;
    const figures = judgeJob(this.file).items;
    const go = remedyFor(this.file, figures, now!);
    if (go?.sheet) return this.inWords(now!);
    if (go?.part === 'torque') return this.tightens();
    if (go?.part === 'set-up') {
      const lash = lashChoice(this.file).missing;
      if (now!.step.proof === 'lash' && lash.length > 0) return this.lashes();
      if (now!.step.proof === 'squish') return this.dryFits();
      return this.inWords(now!);
    }
    if (go && now!.step.proof === 'counted') throw new Error(openCrank(this.file).mayNotClose ?? 'counted');
    if (go) throw new Error(`assembly waits at ${go.station} for ${now!.step.proof}`);
    this.steps(now!);
  }

  /** Nothing is on file for it: how it was done is written down. */
  private inWords(s: RunStep): void {
    this.does(ASSEMBLY_ODD, {
      step: s.step.key,
      cylinder: s.cylinder,
      why: 'other-way',
      text: 'By the manual in hand, its figure read out by a second person.',
    });
  }

  private steps(s: RunStep): void {
    const seen = s.asks.map(
      (a, ask) =>
        a.seen?.id ??
        this.does(ASSEMBLY_SEEN, {
          ...{ step: s.step.key, cylinder: s.cylinder, ask, again: false },
          answer: right(a.ask.answers),
        }),
    );
    if (s.step.photo && !s.pictured)
      this.does(ASSEMBLY_PICTURED, {
        step: s.step.key,
        cylinder: s.cylinder,
        photo: '',
        text: 'Camera is away.',
      });
    this.does(ASSEMBLED, { steps: [{ step: s.step.key, cylinder: s.cylinder }], seen });
    // What came off with it goes back with it, once it is there on every cylinder.
    const all = assemblyRun(this.file).steps.filter((x) => x.step.key === s.step.key);
    const back = all.every((x) => x.state !== 'open') ? offAmong(this.file, s.step.refits) : [];
    if (back.length > 0) this.does(REFITTED, { steps: back.map((x) => backWith(this.file, x)) as never });
  }

  private refits(): void {
    const run = assemblyRun(this.file);
    const again = run.steps.filter((s) => s.waitsForAgain && s.state === 'done');
    if (again.length > 0) {
      this.wait(15);
      for (const s of again)
        s.asks.forEach((a, ask) => {
          this.does(ASSEMBLY_SEEN, {
            ...{ step: s.step.key, cylinder: s.cylinder, ask, again: true },
            answer: a.seen!.answer,
          });
        });
      return;
    }
    const off = backwards(stripPlan(this.file))[0];
    if (off)
      return void this.does(REFITTED, {
        steps: [backWith(this.file, off)] as never,
      });
    const loose = jobLedger(this.file).find((l) => l.open > 0);
    if (loose)
      return void this.does(MOVED, {
        ...{ item: loose.item, name: loose.name, move: 'in', count: loose.open, near: loose.near },
        ...{ inside: loose.inside, tray: null, text: '' },
      });
    const tight = torqueRun(this.file);
    if (tight.begun && tight.groups.some((g) => !g.done)) return this.tightens();
    const { fluids, checks } = refitState(this.file);
    const fluid = fluids.find((f) => f.filled === null);
    if (fluid)
      return void this.does(FLUID_FILLED, {
        ...{
          fluid: fluid.at,
          what: fluidName(fluid.fluid),
          amount: fluid.fluid.amount,
          level: 'on-its-mark',
        },
        ...{ bled: fluid.fluid.bleed !== '', text: '' },
      });
    const check = checks.find((c) => c.seen === null)!;
    const answer = check.check.key === 'leak-test' ? 'no seal was opened' : right(check.check.answers);
    this.does(REFIT_SEEN, { check: check.check.key, answer });
  }

  /** How far it comes apart is said by somebody. */
  comesApart(scope: Scope = scopesFor(this.file)[0]!): void {
    this.does(STRIP_PLAN, { scope, list: 'general', purpose: 'rebuild' });
  }
}
