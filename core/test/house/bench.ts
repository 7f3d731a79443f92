import {
  becomes,
  clockMeant,
  clockWays,
  FREE_SLIDE,
  judged,
  JOB_KIND,
  judgeJob,
  LEAF,
  nm,
  openStep,
  packOf,
  READING,
  readEntry,
  RING_CARD,
  RING_CLOCK,
  RING_STEP,
  ringWork,
  askedRings,
  thingsOfKind,
  USUAL_LEAVES,
  WORK_DONE,
  type AnyEntry,
  type EngineSpec,
  type EntryKind,
  type GapPlace,
  type JobFile,
  type JobKind,
  type SentEntry,
  type SizePlace,
} from '@tribos/core';
import { instrument, jobFile, LEAVES } from '../support.js';

/** Gauges good enough that what is read once is known. */
const FINE = { resolution: nm(1_000), repeatability: nm(300), maxError: nm(500) };
const BORE_GAUGE = instrument('bore-gauge', 'dial-bore', { kind: 'ring', u: 200 }, FINE);
const MIC = instrument('mic', 'micrometer', { kind: 'none' }, FINE);
const LEVER = instrument('lever', 'dial');

/** A job on the bench: what is written in it goes through the door every screen uses, and what is refused throws. */
export class Bench {
  file: JobFile;
  protected minutes = 0;

  constructor(
    engine: EngineSpec,
    kind: JobKind,
    job: Partial<JobFile['job']> = {},
    /** What has gone, nm: how far the wall is over its piston. */
    private readonly clearance = 50_000,
  ) {
    this.file = judged(jobFile([], { engine, job, instruments: [BORE_GAUGE, MIC, LEAVES, LEVER] }));
    this.does(JOB_KIND, { is: kind });
  }

  protected get engine(): EngineSpec {
    return this.file.engine;
  }

  does<E extends AnyEntry, B extends SentEntry>(
    kind: EntryKind<E, B>,
    said: Omit<B, 'id' | 'at' | 'kind'>,
  ): string {
    const id = `e-${this.file.log.length + 1}`;
    this.minutes += 1;
    const at = new Date(Date.UTC(2026, 10, 2, 8, this.minutes)).toISOString();
    const read = readEntry({ ...said, id, at, kind: kind.kind } as SentEntry, {
      received: at,
      by: 'Ines',
      importedBy: null,
      engine: this.engine,
      instruments: this.file.instruments,
      known: (of) => this.file.log.find((e) => e.id === of),
      found: () => new Set(),
    });
    if (!read.ok) throw new Error(`${kind.kind} ${JSON.stringify(said)}: ${read.sentence}`);
    this.file = becomes(this.file, { ...this.file, log: [...this.file.log, read.entry] });
    return id;
  }

  wait(minutes: number): void {
    this.minutes += minutes;
  }

  protected reads(at: SizePlace): void {
    const size = (nmValue: number): string => (nmValue / 1e6).toFixed(3);
    if (at.part === 'bore' || at.part === 'land')
      return void this.does(READING, {
        station: at,
        instrumentId: BORE_GAUGE.id,
        text: size(this.engine.bore + 4_000),
      } as never);
    if (at.part === 'piston')
      return void this.does(READING, {
        station: at,
        instrumentId: MIC.id,
        text: size(this.engine.bore + 4_000 - this.clearance),
      } as never);
    if ((at as GapPlace).part === 'clearance') return this.leaf(at as GapPlace, 40_000, 60_000);
    throw new Error(`nobody knows how to read a ${at.part}`);
  }

  protected leaf(station: GapPlace, goes: number, doesNot: number): void {
    this.does(LEAF, { station, instrumentId: LEAVES.id, stack: [nm(goes)], answer: 'goes' } as never);
    this.does(LEAF, { station, instrumentId: LEAVES.id, stack: [nm(doesNot)], answer: 'does-not' } as never);
  }

  protected prepares(cylinder: number): void {
    const step = openStep(this.file, cylinder, judgeJob(this.file).items)!;
    switch (step.key) {
      case 'wash':
        return void this.does(WORK_DONE, {
          what: 'washed',
          cylinder,
          kitId: null,
          ticket: null,
          text: '',
        });
      case 'slide':
        return void this.does(FREE_SLIDE, { cylinder, slides: 'freely' });
      case 'gaps': {
        const set = USUAL_LEAVES;
        const ring = askedRings(this.file, cylinder)
          .map((r) => ringWork(this.file, cylinder, r, set, 'grinder', ''))
          .find((w) => w.next.kind !== 'done' && w.next.kind !== 'bag')!;
        const { next, target } = ring;
        if (next.kind === 'square' || next.kind === 'wash')
          return void this.does(RING_STEP, {
            cylinder,
            ring: target.ring,
            what: next.kind === 'wash' ? 'washed' : 'squared',
            where: null,
            code: null,
          });
        if (next.kind !== 'try') throw new Error(`a ring cannot go on: ${next.kind}`);
        if (next.cold) this.wait(40);
        return void this.does(LEAF, {
          station: { part: 'ring-gap', cylinder, ring: target.ring, depth: next.depth },
          instrumentId: LEAVES.id,
          stack: next.stack,
          answer: next.stack.reduce((a, b) => a + b, 0) <= (target.low ?? 0) + 30_000 ? 'goes' : 'does-not',
        } as never);
      }
      case 'cards': {
        const pack = packOf(this.file, cylinder)!;
        for (const r of pack.rings.filter((x) => askedRings(this.file, cylinder).includes(x.ring as never)))
          this.does(RING_CARD, {
            cylinder,
            pack: pack.piston,
            ring: r.ring as never,
            height: r.height,
            section: r.section,
            mark: r.mark === null ? null : 'up',
          });
        return;
      }
      case 'clock': {
        const pack = packOf(this.file, cylinder)!;
        const [way] = clockWays(pack);
        const meant = clockMeant(pack, way!)!;
        return void this.does(RING_CLOCK, {
          cylinder,
          pack: pack.piston,
          way: way!,
          gaps: Object.fromEntries(
            (['top', 'second', 'upper-rail', 'expander', 'lower-rail'] as const).map((r) => [
              r,
              meant[r] ?? null,
            ]),
          ) as never,
          expander: pack.expander ? 'butted' : null,
        });
      }
      default:
        throw new Error(`${step.key} is asked at Prepare: ${step.sentence('mm')}`);
    }
  }

  protected dryFits(): void {
    for (const c of thingsOfKind('cylinder')(this.engine)) this.squishes(c.key);
  }

  protected squishes(thing: string): void {
    const limit = this.engine.limits.find((l) => l.feature === 'setup.squish');
    if (!limit) {
      for (const spot of ['pin-a', 'pin-b'])
        this.does(READING, {
          station: { part: 'setup.deck', thing, spot },
          instrumentId: LEVER.id,
          text: '0.200',
        } as never);
      return;
    }
    const middle = ((limit.low ?? 0) + (limit.high ?? limit.low! * 1.2)) / 2;
    const text = (middle / 1e6 + 0.015).toFixed(3);
    this.does(READING, {
      station: { part: 'setup.wire', thing, spot: '' },
      instrumentId: MIC.id,
      text: '2.000',
    } as never);
    for (const spot of ['pin-a', 'pin-b'])
      this.does(READING, {
        station: { part: 'setup.squish', thing, spot },
        instrumentId: MIC.id,
        text,
      } as never);
  }

  protected lashes(): void {
    for (const t of thingsOfKind('valve-intake', 'valve-exhaust')(this.engine)) {
      const feature = t.kind === 'valve-exhaust' ? 'setup.valve.exhaust' : 'setup.valve.intake';
      const limit = this.engine.limits.find((l) => l.feature === feature);
      if (!limit) continue;
      const leaves = USUAL_LEAVES.filter((x) => x >= limit.low! && x <= limit.high!);
      this.leaf({ part: 'setup.lash', thing: t.key, spot: '' }, leaves[0]!, leaves.at(-1)!);
    }
  }
}
