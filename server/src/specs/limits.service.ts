import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { CheckLimit, EditLimit, EngineView, LimitBody } from '@tribos/contract';
import {
  checkedBy,
  contradictedBy,
  entryGuards,
  featureInfo,
  limitTroubles,
  unitsOf,
  figuresOn,
  sameFigures,
  sourceLine,
  type EngineSpec,
  type Limit,
} from '@tribos/core';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from '../people/index.js';
import { refuseAdoption } from './adoption.js';
import { EnginesService } from './engines.service.js';
import { LimitModel } from './models.js';
import { asked } from './questions.js';
import { limitOf, limitRow } from './rows.js';

/** Limits of an engine: typed from a document, checked by typing them again, changed and taken away. */
@Injectable()
export class LimitsService {
  constructor(
    @InjectModel(LimitModel) private readonly limits: typeof LimitModel,
    private readonly engines: EnginesService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /** Takes a limit away that was copied by mistake; one that a lead overrode for a job stays. */
  async remove(engineId: string, limitId: string, version: number): Promise<EngineView> {
    const row = await this.limits.findOne({ where: { id: limitId, engineId } });
    if (!row) throw notFound('limit');
    const overridden = await this.scope.ask(
      'SELECT 1 FROM jobs WHERE engine_id = $1 AND overrides @> $2::jsonb LIMIT 1',
      [engineId, JSON.stringify([{ limitId }])],
    );
    if (overridden.length > 0)
      throw new ProblemError(
        422,
        'used',
        'A job goes by this limit in writing: it stays on file. Nothing was changed.',
      );
    if ((await this.limits.destroy({ where: { id: limitId, engineId, version } })) === 0)
      throw stale('limit', { ...limitOf(row), version: row.version });
    this.audit.note('limit taken away', limitId, { ...limitOf(row) });
    return this.engines.view(engineId);
  }

  /** Adds a limit, typed by this person and so unchecked; questions not yet answered stop it. */
  async add(engineId: string, body: LimitBody): Promise<EngineView> {
    const { spec } = await this.engines.view(engineId);
    const existing = spec.limits.find((l) => l.id === body.id);
    if (existing) return this.engines.view(engineId);
    const limit = this.fromBody(body);
    refuseAdoption([limit.source], this.scope.who);
    this.contradiction(limit, spec);
    this.guard(limit, spec, body.confirmed);
    const position = ((await this.limits.max('position', { where: { engineId } })) as number | null) ?? 0;
    await this.limits.create({ ...limitRow(limit, engineId, position + 1), shopId: this.scope.who.shopId });
    this.audit.note('limit added', body.id, { ...limit });
    return this.engines.view(engineId);
  }

  /** Changes a limit. Whoever changes it has typed it: the second person has to check again. */
  async edit(engineId: string, limitId: string, body: EditLimit): Promise<EngineView> {
    const { spec } = await this.engines.view(engineId);
    const before = spec.limits.find((l) => l.id === limitId);
    if (!before) throw notFound('limit');
    const { version, ...typed } = body;
    const limit: Limit = {
      ...this.fromBody({ ...typed, id: limitId }),
      conditions: body.conditions ? { ...body.conditions } : before.conditions,
      ...(before.rows ? { rows: before.rows } : {}),
    };
    refuseAdoption([limit.source], this.scope.who);
    this.contradiction(limit, spec);
    this.guard(limit, { ...spec, limits: spec.limits.filter((l) => l.id !== limitId) }, body.confirmed);
    const { id: _id, engineId: _engine, position: _position, ...values } = limitRow(limit, engineId, 0);
    await this.update(engineId, limitId, version, values);
    this.audit.note('limit changed', limitId, { before, after: limit });
    return this.engines.view(engineId);
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
  async check(engineId: string, limitId: string, body: CheckLimit): Promise<EngineView> {
    const row = await this.limits.findOne({ where: { id: limitId, engineId } });
    if (!row) throw notFound('limit');
    const { name } = this.scope.who;
    const now = checkedBy(limitOf(row).source, name, today());
    if (row.enteredBy === name && row.checkedBy === null && (row.retypedOn !== null || !now.retypedOn))
      throw new ProblemError(
        422,
        'second-person',
        row.retypedOn
          ? 'You typed this limit twice already. A second person has to compare it with the document.'
          : 'You typed this limit yourself today. A second person compares it with the document, or you type it again on another day.',
      );
    const limit = limitOf(row);
    if (!sameFigures(body, figuresOn(limit)))
      throw new ProblemError(
        422,
        'differs',
        'What you read in the document is not what is on file. It stays unchecked.',
        { current: { ...limit, version: row.version } },
      );
    await this.update(engineId, limitId, body.version, {
      checkedBy: now.checkedBy,
      retypedOn: now.retypedOn ?? null,
    });
    this.audit.note(now.checkedBy ? 'limit checked' : 'limit retyped', limitId, {
      source: sourceLine(limitOf(row).source),
    });
    return this.engines.view(engineId);
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
    const fits = unitsOf(dimension);
    if (!fits.includes(body.unit)) {
      throw new ProblemError(422, 'unit', `${name} is given in ${fits.join(' or ')}. Nothing was saved.`, {
        errors: [{ path: '/unit', sentence: `must be ${fits.join(' or ')}` }],
      });
    }
    const {
      sourceType: type,
      party,
      document,
      page,
      revision,
      confirmed: _,
      conditions = {},
      ...limit
    } = body;
    return {
      ...limit,
      conditions,
      source: {
        type,
        party,
        document,
        page,
        revision,
        enteredBy: this.scope.who.name,
        checkedBy: null,
        enteredOn: today(),
      },
    };
  }

  private guard(limit: Limit, spec: EngineSpec, confirmed: boolean): void {
    const questions = entryGuards(limit, spec.limits, spec.bore);
    const trouble = limitTroubles(limit)[0];
    const impossible = trouble && questions.find((q) => q.code === trouble.code);
    if (impossible) throw new ProblemError(422, impossible.code, `${impossible.sentence} Nothing was saved.`);
    asked(questions, confirmed, 'limit');
  }
}
