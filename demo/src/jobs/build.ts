import {
  borePlan,
  mm,
  readEntry,
  type AnyEntry,
  type EntryKind,
  type Decision,
  type EngineSpec,
  type FindingKind,
  type Instrument,
  type JobFacts,
  type NewEntry,
  type SentEntry,
  type GapPlace,
  type LeafAnswer,
  type Nanometres,
  type SizePlace,
  type WorkKind,
  TICKET,
  TICKET_NEWS,
  type NewsKind,
  type OutsideWork,
  type TicketNews,
} from '@tribos/core';

/** A job as the loader takes it: facts, log and decisions, ids made on loading. */
export interface DemoJob {
  readonly engine: EngineSpec;
  readonly customer: { readonly name: string; readonly phone: string };
  readonly facts: Omit<JobFacts, 'id' | 'number' | 'customer' | 'overrides' | 'variant'>;
  readonly createdDaysAgo: number;
  readonly log: readonly AnyEntry[];
  readonly decisions: readonly Decision[];
}

type Typed = readonly (string | null)[];

/** Writes a log the way a technician would have typed it, one reading every twenty seconds. */
export class LogBook {
  readonly log: AnyEntry[] = [];
  /** Minutes nothing was written in. */
  private idle = 0;

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
      at: new Date(this.start.getTime() + n * 20_000 + this.idle * 60_000).toISOString(),
    };
  }

  /** Keeps an entry as the server would read it. */
  private keep(body: NewEntry | SentEntry): this {
    const read = readEntry(body, {
      received: body.at,
      by: this.by,
      importedBy: null,
      engine: this.engine,
      instruments: this.instruments,
      known: (id) => this.log.find((e) => e.id === id),
      // Nobody in the demo calls a reading a slip.
      found: () => new Set(),
    });
    if (!read.ok) throw new Error(`demo entry ${JSON.stringify(body)}: ${read.sentence}`);
    this.log.push(read.entry);
    return this;
  }

  read(station: SizePlace, instrumentId: string, text: string, zeroId: string | null = null): this {
    return this.keep({ ...this.base(), kind: 'reading', station, instrumentId, text, zeroId });
  }

  /** Zeroes a bore gauge in a micrometer; its id is the one readings by deviation name. */
  zero(instrumentId: string, micrometer: string, text: string): this {
    return this.keep({
      ...this.base(),
      kind: 'zero',
      instrumentId,
      in: { kind: 'micrometer', instrumentId: micrometer },
      text,
      needle: 'clockwise-smaller',
      repeats: 3,
    });
  }

  closingZero(text: string): this {
    return this.keep({ ...this.base(), kind: 'closing-zero', zeroId: this.lastZero(), text });
  }

  private lastZero(): string {
    const zero = this.log.findLast((e) => e.kind === 'zero');
    if (!zero) throw new Error('no zero in this log yet');
    return zero.id;
  }

  /** Deviations of a whole cylinder, several at each station, read from the last zero. */
  compare(
    cylinder: number,
    plan: 'quick' | 'usual' | 'full',
    instrumentId: string,
    rows: readonly string[],
  ): this {
    const places = borePlan(this.engine, plan, cylinder).filter((s) => !s.blocked);
    if (places.length !== rows.length)
      throw new Error(`${this.engine.id}: ${places.length} places, ${rows.length} rows`);
    places.forEach((s, i) => {
      for (const text of rows[i]!.split(' ')) this.read(s.station, instrumentId, text, this.lastZero());
    });
    return this;
  }

  /** Something else was done meanwhile: a washed wall grows cold. */
  wait(minutes: number): this {
    this.idle += minutes;
    return this;
  }

  /** An entry of any kind, as a screen would send it. */
  entry<E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
    kind: EntryKind<E, B>,
    fields: Omit<B, 'id' | 'at' | 'kind'>,
  ): this {
    return this.keep({ ...fields, ...this.base(), kind: kind.kind });
  }

  leaf(station: GapPlace, thickness: number, answer: LeafAnswer): this {
    return this.keep({
      ...this.base(),
      kind: 'leaf',
      station,
      instrumentId: 'leaves',
      stack: [mm(thickness)],
      answer,
    });
  }

  work(
    what: WorkKind,
    cylinder: number | null,
    kitId: string | null = null,
    ticket: readonly [number, number] | null = null,
    text = '',
  ): this {
    return this.keep({
      ...this.base(),
      kind: 'work',
      what,
      cylinder,
      kitId,
      ticket: ticket && { low: mm(ticket[0]), high: mm(ticket[1]) },
      text,
    });
  }

  /** Work sent out by a ticket: piston, finished size, low and high, of each cylinder. */
  send(
    {
      what,
      firm,
      kitId,
      lines,
      due,
    }: {
      readonly what: OutsideWork;
      readonly firm: string;
      readonly kitId: string;
      readonly lines: readonly (readonly [piston: number, low: number, high: number])[];
      readonly due: string;
    },
    engine: EngineSpec,
  ): this {
    this.entry(TICKET, {
      what,
      firm,
      unit: 'mm',
      kitId,
      lines: lines.map(([piston, low, high], cylinder) => ({
        cylinder,
        piston: mm(piston),
        from: 'measured' as const,
        mark: engine.cylinders.length > 1 ? engine.cylinders[cylinder]! : '',
        low: mm(low),
        high: mm(high),
        aim: mm(Number(((low + high) / 2 - 0.001).toFixed(4))),
      })),
      inside: null,
      round: null,
      taper: null,
      hatch: 45,
      finish: '',
      deck: null,
      chamfer: engine.ports.length > 0,
      wash: true,
      readings: true,
      text: '',
    });
    return this.news('sent')
      .wait(30)
      .news('quoted', { firm: true, due, text: 'Taken in, nothing found beyond what was written.' });
  }

  /** Back from where it was sent, with the firm's own readings. */
  back(theirs: readonly (readonly [cylinder: number, where: string, size: number])[]): this {
    return this.news('ready', {
      firm: true,
      readings: theirs.map(([cylinder, where, size]) => ({ cylinder, where, value: mm(size) })),
    }).news('back');
  }

  private news(
    what: NewsKind,
    more: Partial<Pick<TicketNews, 'firm' | 'due' | 'text' | 'readings'>> = {},
  ): this {
    const ticket = this.log.findLast((e) => e.kind === ('ticket' as string));
    if (!ticket) throw new Error('no ticket in this log yet');
    return this.entry(TICKET_NEWS, {
      of: ticket.id,
      what,
      firm: false,
      price: null,
      due: null,
      text: '',
      readings: [],
      ...more,
    });
  }

  /** When it was begun. */
  get startedAt(): Date {
    return this.start;
  }

  /** Readings of a whole cylinder in the order of the plan; null leaves a station unread. */
  bore(cylinder: number, plan: 'quick' | 'usual' | 'full', instrumentId: string, texts: Typed): this {
    const places = borePlan(this.engine, plan, cylinder).filter((s) => !s.blocked);
    if (places.length !== texts.length)
      throw new Error(`${this.engine.id}: ${places.length} places, ${texts.length} readings`);
    places.forEach((s, i) => {
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

  finding(
    cylinder: number,
    what: FindingKind,
    place: { readonly depth: number; readonly angle: number },
    deep: Nanometres | null,
  ): this {
    return this.keep({
      ...this.base(),
      kind: 'finding',
      cylinder,
      what,
      place: { depth: mm(place.depth), angle: place.angle },
      deep,
    });
  }

  note(text: string): this {
    return this.keep({ ...this.base(), kind: 'note', text });
  }
}
