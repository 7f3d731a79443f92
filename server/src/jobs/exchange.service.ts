import { Injectable } from '@nestjs/common';
import { may, type JobView, type Permission } from '@tribos/contract';
import {
  inHouse,
  partsRenamed,
  placeName,
  toDecimal,
  type EngineSpec,
  type Instrument,
  type JobFile,
  type Naming,
} from '@tribos/core';
import { stringify } from 'csv-stringify/sync';
import { v7 } from 'uuid';
import { GaugesService, StudiesService } from '../gauges/index.js';
import { JudgingService } from '../judging/index.js';
import { ProblemError } from '../kit/problems.js';
import { Scope, type Who } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { canonical, LogService, renamedDecision, renamedEntry } from '../readings/index.js';
import { EnginesService } from '../specs/index.js';
import { JobsService } from './jobs.service.js';
import { SummariesService } from './summaries.service.js';

/** New ids for old, made on first sight. */
class Ids {
  private readonly map = new Map<string, string>();

  of(old: string): string {
    const made = this.map.get(old) ?? v7();
    this.map.set(old, made);
    return made;
  }

  same(old: string, known: string): void {
    this.map.set(old, known);
  }
}

/** What an engine says, whatever its ids. */
const engineText = ({ id: _id, limits, kits, parts, ...rest }: EngineSpec): string =>
  canonical({
    ...rest,
    parts: parts ? partsRenamed(parts, () => '') : {},
    // Who typed and who checked is each shop’s own.
    limits: limits.map(({ id: _l, source: { enteredBy: _e, checkedBy: _c, ...source }, ...l }) => ({
      ...l,
      source,
    })),
    kits: kits.map(({ id: _k, ...k }) => canonical(k)).sort(),
  });

const instrumentText = ({ id: _id, setting, ...rest }: Instrument, all: readonly Instrument[]): string =>
  canonical({
    ...rest,
    setting:
      setting.kind === 'micrometer'
        ? `in ${all.find((i) => i.id === setting.instrumentId)?.name ?? ''}`
        : setting,
  });

/** Jobs out of the shop and into it, in the open format. */
@Injectable()
export class ExchangeService {
  constructor(
    private readonly jobs: JobsService,
    private readonly engines: EnginesService,
    private readonly gauges: GaugesService,
    private readonly studies: StudiesService,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly judging: JudgingService,
    private readonly summaries: SummariesService,
    private readonly scope: Scope,
  ) {}

  /** Every reading of a job as a table, taken back and corrected ones included and marked. */
  async csv(id: string): Promise<string> {
    const file = await this.jobs.file(id);
    const gone = new Set(
      file.log.flatMap((e) =>
        e.kind === 'take-back'
          ? [e.readingId]
          : e.kind === 'reading' && e.corrects
            ? [e.corrects.readingId]
            : [],
      ),
    );
    const rows = file.log.flatMap((e) => {
      if (e.kind !== 'reading') return [];
      const { station } = e;
      return [
        {
          time: e.at,
          person: e.by,
          gauge: file.instruments.find((i) => i.id === e.instrumentId)?.name ?? '',
          station: placeName(file, station),
          part: station.part,
          cylinder: file.engine.cylinders[station.cylinder] ?? '',
          depth_mm: 'depth' in station ? station.depth / 1e6 : '',
          direction_deg: 'angle' in station ? station.angle : '',
          place: 'place' in station ? station.place : '',
          typed: e.text,
          value_nm: e.value,
          // Every digit there is: the table can be read back in without loss.
          value_mm: toDecimal(e.value, 'mm', 6).replace(/0{1,3}$/u, ''),
          stands: gone.has(e.id) ? 'no' : 'yes',
        },
      ];
    });
    const columns = [
      'time',
      'person',
      'gauge',
      'station',
      'part',
      'cylinder',
      'depth_mm',
      'direction_deg',
      'place',
      'typed',
      'value_nm',
      'value_mm',
      'stands',
    ];
    // A cell that starts like a formula would run in a spreadsheet.
    return stringify(rows, { header: true, columns, escape_formulas: true });
  }

  /**
   * Keeps a job file as a new job. Engine and gauges that the shop already has are recognised. It is read on a
   * thread, before anything is opened.
   * @param who the person, since no transaction is open yet
   */
  async bringIn(who: Who, json: unknown): Promise<JobView> {
    const read = await this.judging.read(who.shopId, json);
    if (!read.ok) {
      throw new ProblemError(
        422,
        'job-file',
        `This is not a job file that can be read: ${read.misfits[0]!.path} ${read.misfits[0]!.sentence}. Nothing was imported.`,
        { errors: read.misfits },
      );
    }
    return this.scope.run(who, () => this.keepFile(inHouse(read.file)));
  }

  private async keepFile(file: JobFile): Promise<JobView> {
    if (file.decisions.length > 0) this.needs('decide', 'decisions');
    const ids = new Ids();
    await this.matchInstruments(file, ids);
    const engineId = await this.matchEngine(file.engine, ids);
    const of = (id: string) => ids.of(id);
    const naming: Naming = (_, id) => of(id);
    await this.studies.keep(file.studies.map((s) => ({ ...s, instrumentId: of(s.instrumentId) })));
    const jobId = v7();
    await this.jobs.keep({
      engineId,
      phone: '',
      facts: {
        ...file.job,
        id: jobId,
        bench: null,
        overrides: file.job.overrides.map((o) => ({ ...o, limitId: ids.of(o.limitId) })),
      },
    });
    await this.log.keep(
      jobId,
      file.log.map((e) => renamedEntry(e, naming)),
    );
    for (const [i, d] of file.decisions.entries())
      await this.jobs.keepDecision(jobId, renamedDecision(d, v7(), naming), i + 1);
    await this.audit.note('job imported', jobId, { from: file.job.number });
    await this.summaries.due(jobId);
    return this.jobs.view(jobId);
  }

  /** A file brings nothing in that its bringer may not enter by hand. */
  private needs(permission: Permission, what: string): void {
    const { role } = this.scope.who;
    if (may(role, permission)) return;
    throw new ProblemError(
      403,
      'not-allowed',
      `This file holds ${what}; an ${role} may not bring them in. Nothing was imported.`,
    );
  }

  private async matchInstruments(file: JobFile, ids: Ids): Promise<void> {
    const own = await this.gauges.all();
    const fresh: Instrument[] = [];
    for (const i of file.instruments) {
      const match = own.find((o) => instrumentText(o, own) === instrumentText(i, file.instruments));
      if (match) ids.same(i.id, match.id);
      else fresh.push(i);
    }
    if (fresh.length > 0) this.needs('edit-gauges', 'gauges this shop does not have');
    await this.gauges.keep(
      fresh.map((i) => ({
        ...i,
        id: ids.of(i.id),
        setting:
          i.setting.kind === 'micrometer'
            ? { ...i.setting, instrumentId: ids.of(i.setting.instrumentId) }
            : i.setting,
      })),
    );
  }

  private async matchEngine(engine: EngineSpec, ids: Ids): Promise<string> {
    const text = engineText(engine);
    const match = (await this.engines.all()).find((e) => engineText(e) === text);
    if (match) {
      ids.same(engine.id, match.id);
      engine.limits.forEach((l, i) => ids.same(l.id, match.limits[i]!.id));
      engine.kits.forEach((k) =>
        ids.same(
          k.id,
          match.kits.find((m) => canonical({ ...m, id: '' }) === canonical({ ...k, id: '' }))!.id,
        ),
      );
      return match.id;
    }
    this.needs('edit-specs', 'an engine this shop does not have');
    const id = ids.of(engine.id);
    await this.engines.keep({
      ...engine,
      id,
      // Nobody of this shop has held them against the document yet.
      limits: engine.limits.map((l) => ({
        ...l,
        id: ids.of(l.id),
        source: { ...l.source, checkedBy: null },
      })),
      kits: engine.kits.map((k) => ({ ...k, id: ids.of(k.id) })),
      ...(engine.parts ? { parts: partsRenamed(engine.parts, (_, part) => ids.of(part)) } : {}),
    });
    return id;
  }
}
