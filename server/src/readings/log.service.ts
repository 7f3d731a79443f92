import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { AnyEntryBody, ReadingBody } from '@tribos/contract';
import {
  nm,
  parseReading,
  READS,
  type EngineSpec,
  type Instrument,
  type LogEntry,
  type ReadingEntry,
  type Station,
} from '@tribos/core';
import { ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { canonical, chainLink, chainStart } from './chain.js';
import { LogEntryModel } from './models.js';

export interface LogContext {
  readonly jobId: string;
  readonly engine: EngineSpec;
  readonly instruments: readonly Instrument[];
}

const refuse = (path: string, sentence: string): ProblemError =>
  new ProblemError(422, 'entry', `${sentence} Nothing was saved.`, { errors: [{ path, sentence }] });

/** The append-only, hash-chained log of a job. */
@Injectable()
export class LogService {
  constructor(
    @InjectModel(LogEntryModel) private readonly entries: typeof LogEntryModel,
    private readonly scope: Scope,
  ) {}

  async of(jobId: string): Promise<LogEntry[]> {
    const rows = await this.entries.findAll({ attributes: ['body'], where: { jobId }, order: ['seq'] });
    return rows.map((r) => r.body as LogEntry);
  }

  /**
   * Appends entries in order. An id that is already in this job's log with the same content is skipped, so
   * sending twice changes nothing; one with other content is refused. The caller holds the job's lock.
   * @returns the entries as they stand
   */
  async append(context: LogContext, bodies: readonly AnyEntryBody[]): Promise<LogEntry[]> {
    const log = await this.of(context.jobId);
    const known = new Map(log.map((e) => [e.id, e]));
    const result: LogEntry[] = [];
    const fresh: LogEntry[] = [];
    bodies.forEach((body, n) => {
      const entry = this.entryOf(context, body, known, `/entries/${n}`);
      const before = known.get(entry.id);
      if (before) {
        if (canonical({ ...before, by: '' }) !== canonical({ ...entry, by: '' })) {
          throw new ProblemError(
            409,
            'id-reused',
            'An entry with this id but other content is already in the log. Nothing was saved.',
            { current: before },
          );
        }
        result.push(before);
        return;
      }
      known.set(entry.id, entry);
      fresh.push(entry);
      result.push(entry);
    });
    await this.keep(context.jobId, fresh);
    return result;
  }

  /** Adds entries to the end of the chain. */
  async keep(jobId: string, fresh: readonly LogEntry[]): Promise<void> {
    if (fresh.length === 0) return;
    const { shopId } = this.scope.who;
    const last = await this.entries.findOne({ where: { jobId }, order: [['seq', 'DESC']] });
    let previousHash = last?.hash ?? chainStart(jobId);
    let seq = last?.seq ?? 0;
    const rows = fresh.map((entry) => {
      seq += 1;
      const hash = chainLink(previousHash, seq, entry);
      const row = {
        shopId,
        jobId,
        seq,
        id: entry.id,
        kind: entry.kind,
        at: entry.at,
        by: entry.by,
        body: entry,
        previousHash,
        hash,
      };
      previousHash = hash;
      return row;
    });
    await this.entries.bulkCreate(rows);
  }

  /** Whether the chain of a job is unbroken; otherwise the first place that does not follow. */
  async verify(
    jobId: string,
  ): Promise<{ readonly intact: boolean; readonly entries: number; readonly brokenAt: number | null }> {
    const rows = await this.entries.findAll({ where: { jobId }, order: ['seq'] });
    let previous = chainStart(jobId);
    for (const [i, row] of rows.entries()) {
      const hash = chainLink(previous, i + 1, row.body);
      if (row.seq !== i + 1 || !row.previousHash.equals(previous) || !row.hash.equals(hash))
        return { intact: false, entries: rows.length, brokenAt: i + 1 };
      previous = hash;
    }
    return { intact: true, entries: rows.length, brokenAt: null };
  }

  private entryOf(
    context: LogContext,
    body: AnyEntryBody,
    known: ReadonlyMap<string, LogEntry>,
    path: string,
  ): LogEntry {
    const base = { id: body.id, at: body.at, by: this.scope.who.name };
    const refersTo = (id: string, where: string) => {
      if (known.get(id)?.kind !== 'reading')
        throw refuse(`${path}/${where}`, 'There is no such reading in this job.');
    };
    switch (body.kind) {
      case 'reading':
        if (body.corrects) refersTo(body.corrects.readingId, 'corrects/readingId');
        return this.reading(context, body, base, path);
      case 'take-back':
        refersTo(body.readingId, 'readingId');
        return { ...base, kind: 'take-back', readingId: body.readingId };
      case 'answer':
        refersTo(body.readingId, 'readingId');
        return { ...base, kind: 'answer', readingId: body.readingId, slip: body.slip };
      case 'score':
        if (body.cylinder >= context.engine.cylinders.length)
          throw refuse(`${path}/cylinder`, 'This engine has no such cylinder.');
        return { ...base, kind: 'score', cylinder: body.cylinder, depth: nm(body.depth) };
      case 'note':
        return { ...base, kind: 'note', text: body.text };
    }
  }

  private reading(
    context: LogContext,
    body: ReadingBody,
    base: { id: string; at: string; by: string },
    path: string,
  ): ReadingEntry {
    const instrument = context.instruments.find((i) => i.id === body.instrumentId);
    if (!instrument) throw refuse(`${path}/instrumentId`, 'There is no such gauge in this shop.');
    const { station } = body;
    if (!READS[instrument.type].includes(station.part))
      throw refuse(`${path}/instrumentId`, `${instrument.name} does not read a ${station.part}.`);
    if (station.cylinder >= context.engine.cylinders.length)
      throw refuse(`${path}/station/cylinder`, 'This engine has no such cylinder.');
    if (station.part === 'bore' && station.depth > context.engine.wallDepth)
      throw refuse(`${path}/station/depth`, 'That is below the end of the wall.');
    if (
      station.part === 'piston' &&
      station.kit !== null &&
      !context.engine.kits.some((k) => k.id === station.kit)
    ) {
      throw refuse(`${path}/station/kit`, 'This engine has no such kit.');
    }
    const parsed = parseReading(body.text, { unit: instrument.unit });
    if (!parsed.ok) throw refuse(`${path}/text`, parsed.sentence);
    const place: Station =
      station.part === 'bore'
        ? { part: 'bore', cylinder: station.cylinder, depth: nm(station.depth), angle: station.angle }
        : { part: 'piston', cylinder: station.cylinder, place: station.place, kit: station.kit };
    return {
      ...base,
      kind: 'reading',
      station: place,
      instrumentId: instrument.id,
      text: body.text,
      unit: parsed.unit,
      value: parsed.value,
      step: parsed.step,
      corrects: body.corrects ? { readingId: body.corrects.readingId, slip: body.corrects.slip } : null,
    };
  }
}
