import { Injectable } from '@nestjs/common';
import { may, permissionFor, type Permission } from '@tribos/contract';
import {
  partsRenamed,
  whoOf,
  withSources,
  type EngineSpec,
  type Instrument,
  type JobFile,
  type Source,
} from '@tribos/core';
import { v7 } from 'uuid';
import { GaugesService, StudiesService } from '../gauges/index.js';
import { JobsService, SummariesService } from '../jobs/index.js';
import { canonical } from '../kit/chain.js';
import { ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { LogService, renamedDecision, renamedEntry } from '../readings/index.js';
import { EnginesService } from '../specs/index.js';
import { Ids } from './ids.js';

/** Entries that are written together: others are served between two lots. */
const AT_ONCE = 500;
const MOST_NAME = 200;
const MARK = ' (in the file)';

/** A gauge of a file, told from the shop's own wherever its name stands. */
const markedName = (name: string): string =>
  name.endsWith(MARK) ? name : `${name.slice(0, MOST_NAME - MARK.length)}${MARK}`;

/** A source, whoever typed and checked it: that is each shop’s own. */
const unsigned = ({ enteredOn: _o, retypedOn: _r, ...source }: Source): Source => ({
  ...source,
  enteredBy: '',
  checkedBy: null,
});

/** What an engine says, whatever its ids. */
const engineText = ({ id: _id, limits, kits, parts, ...rest }: EngineSpec): string =>
  canonical({
    ...rest,
    parts: parts
      ? withSources(
          partsRenamed(parts, () => ''),
          unsigned,
        )
      : {},
    // Who typed and who checked is each shop’s own.
    limits: limits.map(({ id: _l, source, ...l }) => ({
      ...l,
      source: unsigned(source),
    })),
    kits: kits.map(({ id: _k, ...k }) => canonical(k)).sort(),
  });

/** What a gauge is, whatever its id and whoever's it is. */
const instrumentText = (
  { id: _id, setting, name, retiredOn: _r, importedBy: _i, ...rest }: Instrument,
  all: readonly Instrument[],
): string =>
  canonical({
    ...rest,
    name: markedName(name),
    setting:
      setting.kind === 'micrometer'
        ? `in ${markedName(all.find((i) => i.id === setting.instrumentId)?.name ?? '')}`
        : setting,
  });

/**
 * Keeps a job file as a new job, within one transaction. What it says is marked as said elsewhere; its gauges
 * and studies are of this job alone; an engine the shop has is recognised, another comes with its limits
 * unchecked.
 */
@Injectable()
export class BringIn {
  constructor(
    private readonly jobs: JobsService,
    private readonly engines: EnginesService,
    private readonly gauges: GaugesService,
    private readonly studies: StudiesService,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly summaries: SummariesService,
    private readonly scope: Scope,
  ) {}

  /** @returns the id of the job */
  async keep(file: JobFile): Promise<string> {
    if (file.decisions.length > 0) this.needs('decide', 'decisions');
    if (file.job.overrides.length > 0) this.needs('check-specs', 'limits that were overridden');
    for (const entry of file.log)
      if (permissionFor(entry) !== 'measure') this.needs(permissionFor(entry), 'orders to firms');
    await this.mayBringGauges(file);
    const ids = new Ids();
    const importedBy = this.scope.who.name;
    const engineId = await this.engineOf(file.engine, ids);
    const jobId = v7();
    await this.jobs.keep({
      engineId,
      phone: '',
      facts: {
        ...file.job,
        id: jobId,
        bench: null,
        overrides: file.job.overrides.map((o) => ({ ...o, importedBy, limitId: ids.of(o.limitId) })),
      },
    });
    await this.keepGauges(file, jobId, ids);
    await this.keepLog(file, jobId, ids);
    for (const [i, d] of file.decisions.entries())
      await this.jobs.keepDecision(jobId, { ...renamedDecision(d, v7(), ids.naming), importedBy }, i + 1);
    this.audit.note('job imported', jobId, { from: file.job.number, shop: file.shop.name });
    await this.summaries.due(jobId);
    return jobId;
  }

  /** A file brings nothing in that its bringer may not enter by hand. */
  private needs(permission: Permission, what: string): void {
    const { role } = this.scope.who;
    if (may(role, permission)) return;
    throw new ProblemError(
      403,
      'not-allowed',
      `This file holds ${what}; ${role === 'apprentice' ? 'an' : 'a'} ${role} may not bring them in. Nothing was imported.`,
    );
  }

  /** Gauges like the shop's own are anybody's; others come with somebody who may add gauges. */
  private async mayBringGauges({ instruments, studies }: JobFile): Promise<void> {
    const own = await this.gauges.all();
    const known = new Set(own.map((i) => instrumentText(i, own)));
    if (instruments.some((i) => !known.has(instrumentText(i, instruments))))
      this.needs('edit-gauges', 'gauges this shop does not have');
    if (studies.length > 0) this.needs('measure', 'studies of repeatability');
  }

  private async keepGauges(file: JobFile, jobId: string, ids: Ids): Promise<void> {
    const importedBy = this.scope.who.name;
    await this.gauges.keep(
      file.instruments.map((i) => ({
        ...i,
        id: ids.of(i.id),
        name: markedName(i.name),
        importedBy,
        setting:
          i.setting.kind === 'micrometer'
            ? { ...i.setting, instrumentId: ids.of(i.setting.instrumentId) }
            : i.setting,
      })),
      jobId,
    );
    await this.studies.keep(file.studies.map((s) => ({ ...s, instrumentId: ids.of(s.instrumentId) })));
  }

  private async keepLog({ log }: JobFile, jobId: string, { naming }: Ids): Promise<void> {
    const around = { importedBy: this.scope.who.name, received: new Date().toISOString() };
    for (let from = 0; from < log.length; from += AT_ONCE)
      await this.log.keep(
        jobId,
        log.slice(from, from + AT_ONCE).map((e) => ({ ...renamedEntry(e, naming), ...around })),
      );
  }

  private async engineOf(engine: EngineSpec, ids: Ids): Promise<string> {
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
    const importedBy = this.scope.who.name;
    // Nobody of this shop has held them against the document yet.
    const unchecked = (source: Source): Source => ({
      ...unsigned(source),
      enteredBy: whoOf({ by: source.enteredBy, importedBy }),
      checkedBy: null,
    });
    await this.engines.keep({
      ...engine,
      id,
      limits: engine.limits.map((l) => ({ ...l, id: ids.of(l.id), source: unchecked(l.source) })),
      kits: engine.kits.map((k) => ({ ...k, id: ids.of(k.id) })),
      ...(engine.parts
        ? {
            parts: withSources(
              partsRenamed(engine.parts, (_, part) => ids.of(part)),
              unchecked,
            ),
          }
        : {}),
    });
    return id;
  }
}
