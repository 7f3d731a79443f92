import {
  borePlan,
  parseReading,
  stationKey,
  type Decision,
  type EngineSpec,
  type Instrument,
  type JobFacts,
  type LogEntry,
  type ReadingEntry,
  type Station,
} from '@tribos/core';

/** A job as the loader takes it: facts, log and decisions, ids made on loading. */
export interface DemoJob {
  readonly engine: EngineSpec;
  readonly customer: { readonly name: string; readonly phone: string };
  readonly facts: Omit<JobFacts, 'id' | 'number' | 'customer' | 'overrides'>;
  readonly createdDaysAgo: number;
  readonly log: readonly LogEntry[];
  readonly decisions: readonly Decision[];
}

type Typed = readonly (string | null)[];

/** Writes a log the way a technician would have typed it, one reading every twenty seconds. */
export class LogBook {
  readonly log: LogEntry[] = [];

  constructor(
    private readonly engine: EngineSpec,
    private readonly instruments: readonly Instrument[],
    private readonly start: Date,
    private readonly by: string,
  ) {}

  private base() {
    const n = this.log.length;
    return {
      id: `entry-${n + 1}`,
      at: new Date(this.start.getTime() + n * 20_000).toISOString(),
      by: this.by,
    };
  }

  read(station: Station, instrumentId: string, text: string): this {
    const instrument = this.instruments.find((i) => i.id === instrumentId);
    const parsed = parseReading(text, { unit: instrument?.unit ?? 'mm' });
    if (!instrument || !parsed.ok)
      throw new Error(`demo reading ${text} at ${stationKey(station)} cannot be read`);
    const entry: ReadingEntry = {
      ...this.base(),
      kind: 'reading',
      station,
      instrumentId,
      text,
      unit: parsed.unit,
      value: parsed.value,
      step: parsed.step,
      corrects: null,
    };
    this.log.push(entry);
    return this;
  }

  /** Readings of a whole cylinder in the order of the plan; null leaves a station unread. */
  bore(cylinder: number, plan: 'quick' | 'usual' | 'full', instrumentId: string, texts: Typed): this {
    const stations = borePlan(this.engine, plan, cylinder).filter((s) => !s.blocked);
    if (stations.length !== texts.length)
      throw new Error(`${this.engine.id}: ${stations.length} stations, ${texts.length} readings`);
    stations.forEach((s, i) => {
      const text = texts[i];
      if (text) this.read(s.station, instrumentId, text);
    });
    return this;
  }

  piston(
    cylinder: number,
    kit: string | null,
    instrumentId: string,
    text: string,
    place: 'gauge-height' | 'crown' = 'gauge-height',
  ): this {
    return this.read({ part: 'piston', cylinder, place, kit }, instrumentId, text);
  }

  score(cylinder: number, depth: number): this {
    this.log.push({ ...this.base(), kind: 'score', cylinder, depth: depth as never });
    return this;
  }

  note(text: string): this {
    this.log.push({ ...this.base(), kind: 'note', text });
    return this;
  }
}
