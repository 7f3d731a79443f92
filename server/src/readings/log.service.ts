import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import {
  migrateEntry,
  MOST_ENTRIES,
  readEntry,
  slipsFound,
  type FoundOn,
  type JobFile,
  type AnyEntry,
  type SentEntry,
} from '@tribos/core';
import { brokenAt, canonical, chainStart, type Checked } from '../kit/chain.js';
import type { Gathered } from '../kit/gather.js';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { LogEntryModel } from './models.js';

/** What an entry says, whoever it is read for and whenever it came. */
const said = ({ by: _by, received: _received, importedBy: _importedBy, ...rest }: AnyEntry): string =>
  canonical(rest);

const refuse = (path: string, sentence: string): ProblemError =>
  new ProblemError(422, 'entry', `${sentence} Nothing was saved.`, { errors: [{ path, sentence }] });

const idReused = (extras: { readonly current?: AnyEntry } = {}): ProblemError =>
  new ProblemError(
    409,
    'id-reused',
    'An entry with this id but other content is already in the log. Nothing was saved.',
    extras,
  );

/** What an entry is read by: the whole of a job, or as much of it as it names. */
export type LogContext = Pick<JobFile, 'engine' | 'instruments' | 'log'> & {
  readonly job: Pick<JobFile['job'], 'id'>;
};

const isWhole = (file: LogContext): file is JobFile => 'decisions' in file;

/** Slips found on readings: what corrects one is judged by the whole log, and read with nothing less. */
function found(file: LogContext, log: readonly AnyEntry[]): FoundOn {
  if (!isWhole(file)) throw new Error('a correction was to be read by a part of its log');
  return slipsFound({ ...file, log });
}

/** What the database says of entries it does not append. */
const refusals: Readonly<Record<string, () => ProblemError>> = {
  TL404: () => notFound('job'),
  TL409: idReused,
  TL422: () =>
    new ProblemError(
      422,
      'log-full',
      `A log holds at most ${MOST_ENTRIES} entries, and this one does. Nothing was saved: open another job.`,
    ),
};

/** The append-only, hash-chained log of a job. */
@Injectable()
export class LogService {
  constructor(
    @InjectModel(LogEntryModel) private readonly entries: typeof LogEntryModel,
    private readonly scope: Scope,
  ) {}

  /**
   * What `gather` brings of one job's log.
   * @param job   SQL that gives its id
   * @param those SQL that chooses among them
   */
  wanted(job: string, those = '') {
    return {
      log: {
        model: this.entries,
        sql: `WHERE job_id = ${job} ${those} ORDER BY seq`,
        only: ['body'],
      },
    };
  }

  /** The log of what was gathered: as older versions wrote it, read as this one does; the chain is over what was written. */
  logOf(rows: Gathered<ReturnType<LogService['wanted']>>): AnyEntry[] {
    return rows.log.map((r) => migrateEntry(r.body) as AnyEntry);
  }

  /**
   * Appends entries in order. An id that is already in this job's log with the same content is skipped, so
   * sending twice changes nothing; one with other content is refused.
   * @returns the entries as they stand
   */
  async append(file: LogContext, bodies: readonly SentEntry[]): Promise<AnyEntry[]> {
    const known = new Map(file.log.map((e) => [e.id, e]));
    const result: AnyEntry[] = [];
    const fresh: AnyEntry[] = [];
    bodies.forEach((body, n) => {
      const entry = this.entryOf(file, body, known, `/entries/${n}`);
      const before = known.get(entry.id);
      if (before) {
        if (said(before) !== said(entry)) {
          throw idReused({ current: before });
        }
        result.push(before);
        return;
      }
      known.set(entry.id, entry);
      fresh.push(entry);
      result.push(entry);
    });
    const standing = await this.keep(file.job.id, fresh);
    return result.map((e) => standing.get(e.id) ?? e);
  }

  /**
   * Adds entries to the end of the chain, under the job’s lock. The link of each is made where it is kept:
   * SHA-256 over the previous link, its place and its canonical text.
   * @returns those that somebody sent meanwhile, as they stand
   */
  async keep(jobId: string, fresh: readonly AnyEntry[]): Promise<ReadonlyMap<string, AnyEntry>> {
    if (fresh.length === 0) return new Map();
    const rows = await this.scope
      .ask<{ at_entry: number; standing: object }>('SELECT * FROM append_log($1, $2, $3, $4)', [
        jobId,
        fresh,
        fresh.map(canonical),
        MOST_ENTRIES,
      ])
      .catch((error: unknown) => {
        throw refusals[(error as { code?: string }).code ?? '']?.() ?? error;
      });
    return new Map(rows.map((r) => [fresh[r.at_entry - 1]!.id, migrateEntry(r.standing) as AnyEntry]));
  }

  /** Whether the chain of a job is unbroken; otherwise the first place that does not follow. */
  async verify(jobId: string): Promise<Checked> {
    const rows = await this.entries.findAll({ where: { jobId }, order: ['seq'] });
    return brokenAt(
      chainStart(jobId),
      rows.map((r) => ({ seq: r.seq, said: r.body, previousHash: r.previousHash, hash: r.hash })),
    );
  }

  private entryOf(
    file: LogContext,
    body: SentEntry,
    known: ReadonlyMap<string, AnyEntry>,
    path: string,
  ): AnyEntry {
    const read = readEntry(body, {
      received: new Date().toISOString(),
      by: this.scope.who.name,
      importedBy: null,
      engine: file.engine,
      instruments: file.instruments,
      known: (id) => known.get(id),
      found: (id) => found(file, [...known.values()])(id),
    });
    if (!read.ok) throw refuse(`${path}${read.path}`, read.sentence);
    return read.entry;
  }
}
