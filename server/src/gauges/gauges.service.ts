import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { EditInstrument, InstrumentBody, InstrumentView, RetireInstrument } from '@tribos/contract';
import type { Instrument } from '@tribos/core';
import type { Gathered } from '../kit/gather.js';
import { today } from '../kit/today.js';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { InstrumentModel } from './models.js';
import { gaugesIn } from './inJob.js';
import { instrumentFromBody, instrumentOf, instrumentRow } from './rows.js';

@Injectable()
export class GaugesService {
  constructor(
    @InjectModel(InstrumentModel) private readonly instruments: typeof InstrumentModel,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /** The shop's own, those that are retired too. */
  async list(): Promise<InstrumentView[]> {
    const rows = await this.instruments.findAll({ where: { jobId: null }, order: ['type', 'name', 'id'] });
    return rows.map((row) => ({ version: row.version, instrument: instrumentOf(row) }));
  }

  /**
   * What `gather` brings of gauges: the shop's own that are in use, those of the file a job came with, and what
   * its log was read with before it was retired.
   * @param job SQL that gives the job's id
   */
  wanted(job: string) {
    return {
      instruments: { model: this.instruments, sql: `WHERE ${gaugesIn(job)} ORDER BY type, name, id` },
    };
  }

  /** The gauges of what was gathered. */
  instrumentsOf(rows: Gathered<ReturnType<GaugesService['wanted']>>): Instrument[] {
    return rows.instruments.map(instrumentOf);
  }

  async all(): Promise<Instrument[]> {
    return (await this.list()).map((v) => v.instrument);
  }

  /**
   * Keeps instruments as the demo and an import bring them; those set in a micrometer come after it.
   * @param jobId the only job they are known in, for those of a file
   */
  async keep(instruments: readonly Instrument[], jobId: string | null = null): Promise<void> {
    const { shopId } = this.scope.who;
    const order = [...instruments].sort(
      (a, b) => Number(a.setting.kind === 'micrometer') - Number(b.setting.kind === 'micrometer'),
    );
    for (const i of order) await this.instruments.create({ ...instrumentRow(i), jobId, shopId });
  }

  async add(body: InstrumentBody): Promise<InstrumentView> {
    const existing = await this.instruments.findOne({ where: { id: body.id } });
    if (existing) return { version: existing.version, instrument: instrumentOf(existing) };
    const instrument = instrumentFromBody(body);
    await this.refuseImpossible(instrument);
    await this.keep([instrument]);
    this.audit.note('gauge added', body.id, { ...instrument });
    return { version: 1, instrument };
  }

  async edit(id: string, body: EditInstrument): Promise<InstrumentView> {
    const before = await this.own(id);
    const { version, ...rest } = body;
    const { retiredOn } = before;
    const instrument = { ...instrumentFromBody({ ...rest, id }), retiredOn };
    await this.refuseImpossible(instrument);
    return this.changed(before, version, instrument, 'gauge changed');
  }

  /** Out of use from tomorrow on, or back in it. Readings taken with it stand. */
  async retire(id: string, { version, retired }: RetireInstrument): Promise<InstrumentView> {
    const before = await this.own(id);
    if (retired) await this.refuseInUse(id);
    const retiredOn = retired ? (before.retiredOn ?? today()) : null;
    const instrument = { ...instrumentOf(before), retiredOn };
    return this.changed(before, version, instrument, retired ? 'gauge retired' : 'gauge back in use');
  }

  private async own(id: string): Promise<InstrumentModel> {
    const row = await this.instruments.findOne({ where: { id, jobId: null } });
    if (!row) throw notFound('gauge');
    return row;
  }

  private async refuseInUse(id: string): Promise<void> {
    const set = await this.instruments.findOne({
      where: { settingInstrumentId: id, retiredOn: null, jobId: null },
    });
    if (set)
      throw new ProblemError(
        422,
        'gauge',
        `${set.name} is set in it: say what that is set in first, or retire it too. Nothing was saved.`,
      );
  }

  private async changed(
    before: InstrumentModel,
    version: number,
    instrument: Instrument,
    what: string,
  ): Promise<InstrumentView> {
    const { id } = before;
    const [changed] = await this.instruments.update(
      { ...instrumentRow(instrument), version: version + 1 },
      { where: { id, version } },
    );
    if (changed === 0) throw stale('gauge', { version: before.version, instrument: instrumentOf(before) });
    this.audit.note(what, id, { before: instrumentOf(before), after: instrument });
    return { version: version + 1, instrument };
  }

  private async refuseImpossible(i: Instrument): Promise<void> {
    const refuse = (path: string, sentence: string) =>
      new ProblemError(422, 'gauge', `${sentence} Nothing was saved.`, { errors: [{ path, sentence }] });
    if (i.rangeLow >= i.rangeHigh) throw refuse('/rangeHigh', 'The range must run from low to high.');
    if (i.setting.kind === 'ring' && i.setting.u <= 0)
      throw refuse('/settingU', 'A setting ring needs the uncertainty of its certificate.');
    if (i.setting.kind !== 'none' && i.type !== 'dial-bore')
      throw refuse('/settingKind', 'Only a dial bore gauge is set in a ring or a micrometer.');
    if (i.setting.kind === 'none' && i.type === 'dial-bore')
      throw refuse('/settingKind', 'A dial bore gauge compares: say what it is set in.');
    if ((i.type === 'leaf') !== i.leaves.length > 0)
      throw refuse('/leaves', 'A leaf set is its leaves; nothing else has any.');
    if (i.setting.kind === 'micrometer') {
      const micrometer = await this.instruments.findOne({
        where: { id: i.setting.instrumentId, jobId: null },
      });
      if (micrometer?.type !== 'micrometer' || micrometer.retiredOn !== null)
        throw refuse('/settingInstrumentId', 'It has to be set in a micrometer this shop uses.');
    }
  }
}
