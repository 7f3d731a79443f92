import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { StudyBody, StudyView } from '@tribos/contract';
import { FEWEST_REPEATS, parseReading, repeatabilityStudy, type Study } from '@tribos/core';
import { v7 } from 'uuid';
import type { Gathered } from '../kit/gather.js';
import { ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { GaugesService } from './gauges.service.js';
import { StudyModel } from './models.js';

const viewOf = (row: StudyModel): StudyView => ({
  id: row.id,
  instrumentId: row.instrumentId,
  part: row.part,
  by: row.by,
  at: row.at.toISOString(),
  texts: row.texts,
  values: row.readings,
  repeats: row.repeats,
  s: row.s,
});

const usableOf = ({ instrumentId, by, at, s, repeats }: StudyView): Study[] =>
  s === null ? [] : [{ instrumentId, by, at, s, repeats }];

/** Repeats of people with gauges: what each person's own scatter is. */
@Injectable()
export class StudiesService {
  constructor(
    @InjectModel(StudyModel) private readonly studies: typeof StudyModel,
    private readonly gauges: GaugesService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async list(): Promise<StudyView[]> {
    return (await this.studies.findAll({ order: ['at', 'id'] })).map(viewOf);
  }

  /** Those with repeats enough to stand in for the usual figure. */
  async usable(): Promise<Study[]> {
    return (await this.list()).flatMap(usableOf);
  }

  /** What `gather` brings of the shop's studies. */
  wanted() {
    return { studies: { model: this.studies, sql: 'ORDER BY at, id' } };
  }

  /** The usable ones of what was gathered. */
  studiesOf(rows: Gathered<ReturnType<StudiesService['wanted']>>): Study[] {
    return rows.studies.map(viewOf).flatMap(usableOf);
  }

  /** Keeps studies as an import brings them: their figures, without the readings behind them. */
  async keep(studies: readonly Study[]): Promise<void> {
    const { shopId } = this.scope.who;
    const known = await this.usable();
    for (const { instrumentId, by, at, s, repeats } of studies) {
      if (known.some((k) => k.instrumentId === instrumentId && k.by === by && k.at === at)) continue;
      await this.studies.create({
        shopId,
        id: v7(),
        instrumentId,
        part: 'from a job file',
        by,
        at: new Date(at),
        texts: [],
        readings: [],
        repeats,
        s,
      });
    }
  }

  async add(body: StudyBody): Promise<StudyView> {
    const before = await this.studies.findOne({ where: { id: body.id } });
    if (before) return viewOf(before);
    const view = await this.measured(body, this.scope.who.name, new Date());
    await this.audit.note('repeatability studied', view.instrumentId, { part: view.part, s: view.s });
    return view;
  }

  /** Keeps repeats as they were typed, with what they say. */
  async measured(body: StudyBody, by: string, at: Date): Promise<StudyView> {
    const gauge = (await this.gauges.all()).find((i) => i.id === body.instrumentId);
    const refuse = (path: string, sentence: string) =>
      new ProblemError(422, 'study', `${sentence} Nothing was saved.`, { errors: [{ path, sentence }] });
    if (!gauge) throw refuse('/instrumentId', 'There is no such gauge in this shop.');
    if (gauge.type === 'leaf')
      throw refuse('/instrumentId', 'Leaves go or do not go: they have no repeatability of their own.');
    const readings = body.texts.map((text, n) => {
      const parsed = parseReading(text, { unit: gauge.unit });
      if (!parsed.ok) throw refuse(`/texts/${n}`, parsed.sentence);
      return parsed.value as number;
    });
    const row = await this.studies.create({
      shopId: this.scope.who.shopId,
      id: body.id,
      instrumentId: gauge.id,
      part: body.part.trim(),
      by,
      at,
      texts: body.texts,
      readings,
      repeats: readings.length,
      s: readings.length < FEWEST_REPEATS ? null : repeatabilityStudy(readings, gauge.resolution).s,
    });
    return viewOf(row);
  }
}
