import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { EditEngine, EngineRow, EngineView, NewEngine } from '@tribos/contract';
import { engineTroubles, type EngineSpec } from '@tribos/core';
import { gather } from '../kit/gather.js';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { refuseAdoption, sourcesIn } from './adoption.js';
import { sheetStamp, SpecCache } from './specCache.js';
import { EngineModel, KitModel, LimitModel, SheetPartModel } from './models.js';
import { engineFromBody, engineOf, engineRow, limitRow } from './rows.js';

/** Its id, where it is asked for alone. */
const ID = '$1::uuid';

/** Engines of the shop: typed, kept whole as the demo and files bring them, and read. */
@Injectable()
export class EnginesService {
  private readonly cache = new SpecCache();

  constructor(
    @InjectModel(EngineModel) private readonly engines: typeof EngineModel,
    @InjectModel(LimitModel) private readonly limits: typeof LimitModel,
    @InjectModel(KitModel) private readonly kits: typeof KitModel,
    @InjectModel(SheetPartModel) private readonly parts: typeof SheetPartModel,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async list(): Promise<EngineRow[]> {
    const engines = await this.engines.findAll({ order: ['maker', 'model'] });
    const limits = await this.limits.findAll({ attributes: ['engineId', 'checkedBy', 'retypedOn'] });
    return engines.map((e) => {
      const own = limits.filter((l) => l.engineId === e.id);
      return {
        id: e.id,
        maker: e.maker,
        model: e.model,
        kind: e.kind as EngineRow['kind'],
        strokes: e.strokes as 2 | 4,
        wall: e.wall as EngineRow['wall'],
        bore: e.bore,
        stroke: e.stroke,
        cylinders: e.cylinders.length,
        limits: own.length,
        unchecked: own.filter((l) => l.checkedBy === null && l.retypedOn === null).length,
      };
    });
  }

  /**
   * What `gather` brings of one engine: a stamp of its sheet.
   * @param id SQL that gives its id
   */
  wanted(id: string) {
    return { sheet: { text: sheetStamp(id) } };
  }

  /** The engine of what was gathered: the one at hand where it still stands as it was, else asked for now. */
  async specOf(id: string, { sheet }: { readonly sheet: string }): Promise<EngineSpec> {
    const known = this.cache.get(sheet);
    if (known) return known;
    // Under the stamp of what is read here: it may have been changed in between.
    const rows = await gather(this.scope, { ...this.wanted(ID), ...this.rows(ID) }, [id]);
    return this.cache.keep(rows.sheet, engineOf(rows.engine[0]!, rows.limits, rows.kits, rows.parts));
  }

  private rows(id: string) {
    return {
      engine: { model: this.engines, sql: `WHERE id = ${id}` },
      limits: { model: this.limits, sql: `WHERE engine_id = ${id} ORDER BY position, id` },
      kits: { model: this.kits, sql: `WHERE engine_id = ${id} ORDER BY oversize, id` },
      parts: { model: this.parts, sql: `WHERE engine_id = ${id} ORDER BY part` },
    };
  }

  /** @throws ProblemError 404 when the shop has no such engine */
  async view(id: string): Promise<EngineView> {
    const row = await this.engines.findOne({ where: { id } });
    if (!row) throw notFound('engine');
    const limits = await this.limits.findAll({ where: { engineId: id }, order: ['position', 'id'] });
    const kits = await this.kits.findAll({ where: { engineId: id }, order: ['oversize', 'id'] });
    const parts = await this.parts.findAll({ where: { engineId: id }, order: ['part'] });
    return {
      spec: engineOf(row, limits, kits, parts),
      version: row.version,
      limitVersions: Object.fromEntries(limits.map((l) => [l.id, l.version])),
      kitVersions: Object.fromEntries(kits.map((k) => [k.id, k.version])),
      partVersions: Object.fromEntries(parts.map((p) => [p.part, p.version])),
      jobs: await this.jobsOn(id),
    };
  }

  async spec(id: string): Promise<EngineSpec> {
    return (await this.view(id)).spec;
  }

  async all(): Promise<EngineSpec[]> {
    const specs: EngineSpec[] = [];
    for (const { id } of await this.engines.findAll({ attributes: ['id'] })) specs.push(await this.spec(id));
    return specs;
  }

  /** Keeps a whole engine with its limits, kits and the parts of its sheet, as the demo and an import bring it. */
  async keep(spec: EngineSpec): Promise<void> {
    const { shopId } = this.scope.who;
    refuseAdoption(sourcesIn([spec.limits, spec.parts]), this.scope.who);
    await this.engines.create({ ...engineRow(spec), shopId });
    await this.limits.bulkCreate(spec.limits.map((l, i) => ({ ...limitRow(l, spec.id, i + 1), shopId })));
    await this.kits.bulkCreate(spec.kits.map((k) => ({ ...k, engineId: spec.id, shopId })));
    await this.parts.bulkCreate(
      Object.entries(spec.parts ?? {}).map(([part, body]) => ({ engineId: spec.id, part, body, shopId })),
    );
  }

  async has(id: string): Promise<boolean> {
    return (await this.engines.count({ where: { id } })) > 0;
  }

  /** Puts an engine in place of what is on file of it, as a file merged into it says; what is the same stays as it is. */
  async replace(before: EngineSpec, now: EngineSpec): Promise<void> {
    const { shopId } = this.scope.who;
    this.refuseImpossible(now);
    refuseAdoption(
      sourcesIn([now.limits.filter((l) => !before.limits.includes(l)), now.parts]),
      this.scope.who,
      sourcesIn(before.parts),
    );
    if ((await this.jobsOn(now.id)) > 0 && now.cylinders.length < before.cylinders.length)
      throw new ProblemError(
        422,
        'cylinders',
        'Jobs read more cylinders of it than the file names. Nothing was changed.',
      );
    const { id: _id, ...values } = engineRow(now);
    await this.engines.increment('version', { where: { id: now.id } });
    await this.engines.update(values, { where: { id: now.id } });
    for (const [i, limit] of now.limits.entries()) {
      const old = before.limits.find((l) => l.id === limit.id);
      if (old === limit) continue;
      const { id: _l, position: _p, engineId: _e, ...row } = limitRow(limit, now.id, i + 1);
      if (old) {
        await this.limits.increment('version', { where: { id: limit.id } });
        await this.limits.update(row, { where: { id: limit.id } });
      } else await this.limits.create({ ...limitRow(limit, now.id, i + 1), shopId });
    }
    for (const kit of now.kits) {
      const old = before.kits.find((k) => k.id === kit.id);
      if (old === kit) continue;
      if (old) {
        await this.kits.increment('version', { where: { id: kit.id } });
        await this.kits.update({ ...kit }, { where: { id: kit.id } });
      } else await this.kits.create({ ...kit, engineId: now.id, shopId });
    }
    for (const [part, body] of Object.entries(now.parts ?? {})) {
      if (before.parts?.[part] === body) continue;
      const where = { engineId: now.id, part };
      if (before.parts?.[part] === undefined)
        await this.parts.create({ ...where, shopId, version: 1, body: body as object });
      else {
        await this.parts.increment('version', { where });
        await this.parts.update({ body: body as object }, { where });
      }
    }
  }

  async create(body: NewEngine): Promise<EngineView> {
    const existing = await this.engines.findOne({ where: { id: body.id } });
    if (existing) return this.view(body.id);
    const spec = engineFromBody(body);
    this.refuseImpossible(spec);
    await this.keep(spec);
    this.audit.note('engine added', body.id, { maker: body.maker, model: body.model });
    return this.view(body.id);
  }

  /** Changes an engine's facts; its jobs are judged anew. Cylinders that jobs read stay. */
  async edit(id: string, { version, ...body }: EditEngine): Promise<EngineView> {
    const { spec: before, jobs } = await this.view(id);
    const spec = { ...before, ...engineFromBody({ ...body, id }), limits: before.limits, kits: before.kits };
    this.refuseImpossible(spec);
    if (jobs > 0 && spec.cylinders.length < before.cylinders.length)
      throw new ProblemError(
        422,
        'cylinders',
        `${jobs === 1 ? 'A job reads' : `${jobs} jobs read`} ${before.cylinders.length} cylinders of it. Nothing was saved.`,
        { errors: [{ path: '/cylinders', sentence: `needs ${before.cylinders.length} names or more` }] },
      );
    const { id: _id, ...values } = engineRow(spec);
    const [changed] = await this.engines.update(
      { ...values, version: version + 1 },
      { where: { id, version } },
    );
    if (changed === 0) throw stale('engine', await this.view(id));
    const { limits: _l, kits: _k, parts: _p, ...was } = before;
    this.audit.note('engine changed', id, { before: was, after: engineFromBody({ ...body, id }) });
    return this.view(id);
  }

  private refuseImpossible(spec: EngineSpec): void {
    const troubles = engineTroubles(spec);
    if (troubles.length > 0)
      throw new ProblemError(
        422,
        troubles[0]!.path.split('/')[1]!,
        `${troubles[0]!.sentence[0]!.toUpperCase()}${troubles[0]!.sentence.slice(1)}. Nothing was saved.`,
        { errors: troubles },
      );
  }

  private async jobsOn(id: string): Promise<number> {
    const [row] = await this.scope.ask<{ n: number }>(
      'SELECT count(*)::integer AS n FROM jobs WHERE engine_id = $1',
      [id],
    );
    return row!.n;
  }
}
