import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { CheckLimit, EditLimit, EngineRow, EngineView, LimitBody, NewEngine } from '@tribos/contract';
import {
  contradictedBy,
  entryGuards,
  featureInfo,
  figuresOn,
  nm,
  sameFigures,
  sourceLine,
  type EngineSpec,
  type Limit,
} from '@tribos/core';
import type { Gathered } from '../kit/gather.js';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { EngineModel, KitModel, LimitModel, SheetPartModel } from './models.js';
import { engineOf, engineRow, limitOf, limitRow } from './rows.js';

@Injectable()
export class EnginesService {
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
    const limits = await this.limits.findAll({ attributes: ['engineId', 'checkedBy'] });
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
        unchecked: own.filter((l) => l.checkedBy === null).length,
      };
    });
  }

  /**
   * What `gather` brings of one engine.
   * @param id SQL that gives its id
   */
  wanted(id: string) {
    return {
      engine: { model: this.engines, sql: `WHERE id = ${id}` },
      limits: { model: this.limits, sql: `WHERE engine_id = ${id} ORDER BY position, id` },
      kits: { model: this.kits, sql: `WHERE engine_id = ${id} ORDER BY oversize, id` },
      parts: { model: this.parts, sql: `WHERE engine_id = ${id} ORDER BY part` },
    };
  }

  /** The engine of what was gathered. */
  specOf(rows: Gathered<ReturnType<EnginesService['wanted']>>): EngineSpec {
    return engineOf(rows.engine[0]!, rows.limits, rows.kits, rows.parts);
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
      limitVersions: Object.fromEntries(limits.map((l) => [l.id, l.version])),
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
    await this.engines.create({ ...engineRow(spec), shopId });
    await this.limits.bulkCreate(spec.limits.map((l, i) => ({ ...limitRow(l, spec.id, i + 1), shopId })));
    await this.kits.bulkCreate(spec.kits.map((k) => ({ ...k, engineId: spec.id, shopId })));
    await this.parts.bulkCreate(
      Object.entries(spec.parts ?? {}).map(([part, body]) => ({ engineId: spec.id, part, body, shopId })),
    );
  }

  async create(body: NewEngine): Promise<EngineView> {
    const existing = await this.engines.findOne({ where: { id: body.id } });
    if (existing) return this.view(body.id);
    const { top, mid, low } = body.depths;
    if (!(top < mid && mid < low && low <= body.wallDepth)) {
      throw new ProblemError(
        422,
        'depths',
        'The depths must run top, mid, low down the wall, none below its end. Nothing was saved.',
        {
          errors: [{ path: '/depths', sentence: 'must run top, mid, low down the wall' }],
        },
      );
    }
    await this.keep({
      ...body,
      ports: [],
      sleeveOuter: null,
      pin: body.pin === null ? null : nm(body.pin),
      year: null,
      code: null,
      limits: [],
      kits: [],
    } as unknown as EngineSpec);
    this.audit.note('engine added', body.id, { maker: body.maker, model: body.model });
    return this.view(body.id);
  }

  /** Adds a limit, typed by this person and so unchecked; questions not yet answered stop it. */
  async addLimit(engineId: string, body: LimitBody): Promise<EngineView> {
    const { spec } = await this.view(engineId);
    const existing = spec.limits.find((l) => l.id === body.id);
    if (existing) return this.view(engineId);
    const limit = this.fromBody(body);
    this.contradiction(limit, spec);
    this.guard(limit, spec, body.confirmed);
    const position = ((await this.limits.max('position', { where: { engineId } })) as number | null) ?? 0;
    await this.limits.create({ ...limitRow(limit, engineId, position + 1), shopId: this.scope.who.shopId });
    this.audit.note('limit added', body.id, { ...limit });
    return this.view(engineId);
  }

  /** Changes a limit. Whoever changes it has typed it: the second person has to check again. */
  async editLimit(engineId: string, limitId: string, body: EditLimit): Promise<EngineView> {
    const { spec } = await this.view(engineId);
    const before = spec.limits.find((l) => l.id === limitId);
    if (!before) throw notFound('limit');
    const limit: Limit = {
      ...this.fromBody({ ...body, id: limitId }),
      conditions: before.conditions,
      ...(before.rows ? { rows: before.rows } : {}),
    };
    this.contradiction(limit, spec);
    this.guard(limit, { ...spec, limits: spec.limits.filter((l) => l.id !== limitId) }, body.confirmed);
    const { id: _id, engineId: _engine, position: _position, ...values } = limitRow(limit, engineId, 0);
    await this.update(engineId, limitId, body.version, values);
    this.audit.note('limit changed', limitId, { before, after: limit });
    return this.view(engineId);
  }

  /** A shop rule may tighten a sheet's limit, never leave nothing of it. */
  private contradiction(limit: Limit, spec: EngineSpec): void {
    const against = limit.source.type === 'shop-rule' ? contradictedBy(limit, spec.limits) : null;
    if (!against) return;
    const sentence = `This rule leaves nothing of ${sourceLine(against.source)}: it may tighten that limit, not contradict it.`;
    throw new ProblemError(422, 'contradiction', `${sentence} Nothing was saved.`, {
      errors: [{ path: '/low', sentence }],
    });
  }

  /** A second person has typed the figures again from the document: only where they are the same it is checked. */
  async checkLimit(engineId: string, limitId: string, body: CheckLimit): Promise<EngineView> {
    const row = await this.limits.findOne({ where: { id: limitId, engineId } });
    if (!row) throw notFound('limit');
    const { name } = this.scope.who;
    if (row.enteredBy === name)
      throw new ProblemError(
        422,
        'second-person',
        'You typed this limit yourself. A second person has to compare it with the document.',
      );
    const limit = limitOf(row);
    if (!sameFigures(body, figuresOn(limit)))
      throw new ProblemError(
        422,
        'differs',
        'What you read in the document is not what is on file. It stays unchecked.',
        { current: { ...limit, version: row.version } },
      );
    await this.update(engineId, limitId, body.version, { checkedBy: name });
    this.audit.note('limit checked', limitId, { source: sourceLine(limitOf(row).source) });
    return this.view(engineId);
  }

  private async update(engineId: string, id: string, version: number, values: object): Promise<void> {
    const [changed] = await this.limits.update(
      { ...values, version: version + 1 },
      { where: { id, engineId, version } },
    );
    if (changed === 0) {
      const current = await this.limits.findOne({ where: { id, engineId } });
      throw current ? stale('limit', { ...limitOf(current), version: current.version }) : notFound('limit');
    }
  }

  private fromBody(body: LimitBody): Limit {
    const { dimension, name } = featureInfo(body.feature);
    const fits =
      dimension === 'length'
        ? ['mm', 'in']
        : dimension === 'factor'
          ? ['×']
          : dimension === 'pressure-rate'
            ? ['bar/min']
            : ['kPa', 'bar'];
    if (!fits.includes(body.unit)) {
      throw new ProblemError(422, 'unit', `${name} is given in ${fits.join(' or ')}. Nothing was saved.`, {
        errors: [{ path: '/unit', sentence: `must be ${fits.join(' or ')}` }],
      });
    }
    return {
      id: body.id,
      feature: body.feature,
      state: body.state,
      low: body.low,
      high: body.high,
      unit: body.unit,
      conditions: {},
      source: {
        type: body.sourceType,
        party: body.party,
        document: body.document,
        page: body.page,
        revision: body.revision,
        enteredBy: this.scope.who.name,
        checkedBy: null,
      },
      ...(body.taper ? { taper: body.taper } : {}),
    };
  }

  private guard(limit: Limit, spec: EngineSpec, confirmed: boolean): void {
    const questions = entryGuards(limit, spec.limits, spec.bore);
    const impossible = questions.find((q) => q.code === 'no-figure' || q.code === 'reversed');
    if (impossible) throw new ProblemError(422, impossible.code, `${impossible.sentence} Nothing was saved.`);
    if (questions.length > 0 && !confirmed) {
      throw new ProblemError(
        422,
        'questions',
        'There is a question about this limit. Nothing was saved yet.',
        {
          errors: questions.map((q) => ({ path: `/${q.code}`, sentence: q.sentence })),
        },
      );
    }
  }
}
