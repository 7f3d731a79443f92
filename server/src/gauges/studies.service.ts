import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { Retire, StudyBody, StudyView } from '@tribos/contract';
import { FEWEST_REPEATS, parseReading, repeatabilityStudy, type Study } from '@tribos/core';
import { v7 } from 'uuid';
import type { Gathered } from '../kit/gather.js';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from '../people/index.js';
import { gaugesIn } from './inJob.js';
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
  retiredOn: row.retiredOn,
});

const usableOf = ({
  instrumentId,
  by,
  at,
  s,
  repeats,
}: Pick<StudyView, 'instrumentId' | 'by' | 'at' | 's' | 'repeats'>): Study[] =>
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
    const ids = (await this.gauges.all()).map((i) => i.id);
    return (await this.studies.findAll({ where: { instrumentId: ids }, order: ['at', 'id'] })).map(viewOf);
  }

  /**
   * What `gather` brings of studies: those that count, of the gauges a job knows.
   * @param job SQL that gives the job's id
   */
  wanted(job: string) {
    return {
      studies: {
        model: this.studies,
        sql: `WHERE retired_on IS NULL AND instrument_id IN
          (SELECT instruments.id FROM instruments WHERE ${gaugesIn(job)}) ORDER BY at, id`,
        only: ['id', 'instrumentId', 'part', 'by', 'at', 'repeats', 's'],
      },
    };
  }

  /** The usable ones of what was gathered. */
  studiesOf(rows: Gathered<ReturnType<StudiesService['wanted']>>): Study[] {
    return rows.studies.flatMap(({ instrumentId, by, at, s, repeats }) =>
      usableOf({ instrumentId, by, at: at.toISOString(), s, repeats }),
    );
  }

  /** Keeps studies as an import brings them: their figures, without the readings behind them. */
  async keep(studies: readonly Study[]): Promise<void> {
    const { shopId } = this.scope.who;
    const rows = studies.map(({ instrumentId, by, at, s, repeats }) => ({
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
    }));
    await this.studies.bulkCreate(rows, { validate: false, hooks: false });
  }

  /** A study that no longer counts, or counts again: verdicts that rested on it are judged anew. */
  async retire(id: string, { retired }: Retire): Promise<StudyView> {
    const row = await this.studies.findOne({ where: { id } });
    if (!row) throw notFound('study');
    await row.update({ retiredOn: retired ? (row.retiredOn ?? today()) : null });
    this.audit.note(retired ? 'study retired' : 'study back in use', id, { gauge: row.instrumentId });
    return viewOf(row);
  }

  async add(body: StudyBody): Promise<StudyView> {
    const before = await this.studies.findOne({ where: { id: body.id } });
    if (before) return viewOf(before);
    const view = await this.measured(body, this.scope.who.name, new Date());
    this.audit.note('repeatability studied', view.instrumentId, { part: view.part, s: view.s });
    return view;
  }

  /** Keeps repeats as they were typed, with what they say. */
  async measured(body: StudyBody, by: string, at: Date): Promise<StudyView> {
    const gauge = (await this.gauges.all()).find((i) => i.id === body.instrumentId);
    const refuse = (path: string, sentence: string) =>
      new ProblemError(422, 'study', `${sentence} Nothing was saved.`, { errors: [{ path, sentence }] });
    if (!gauge) throw refuse('/instrumentId', 'There is no such gauge in this shop.');
    if (gauge.retiredOn !== null) throw refuse('/instrumentId', `${gauge.name} is retired.`);
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
