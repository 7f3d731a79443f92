import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { EditKit, EngineView, KitBody } from '@tribos/contract';
import { kitQuestions, nm, type EngineSpec, type Kit } from '@tribos/core';
import { ForeignKeyConstraintError } from 'sequelize';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { EnginesService } from './engines.service.js';
import { KitModel } from './models.js';
import { asked } from './questions.js';
import { kitOf } from './rows.js';

const fromBody = ({ confirmed: _c, ...body }: KitBody): Kit => ({
  ...body,
  oversize: nm(body.oversize),
  piston: nm(body.piston),
  gaugeHeight: body.gaugeHeight === null ? null : nm(body.gaugeHeight),
});

/** Whether a log names a kit: rings that went in with it. */
const IN_A_LOG = `SELECT 1 FROM log_entries l JOIN jobs j ON j.shop_id = l.shop_id AND j.id = l.job_id
  WHERE j.engine_id = $1 AND l.body->>'kitId' = $2 LIMIT 1`;

/** Pistons and kits of an engine. */
@Injectable()
export class KitsService {
  constructor(
    @InjectModel(KitModel) private readonly kits: typeof KitModel,
    private readonly engines: EnginesService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async add(engineId: string, body: KitBody): Promise<EngineView> {
    const spec = await this.engines.spec(engineId);
    if (spec.kits.some((k) => k.id === body.id)) return this.engines.view(engineId);
    const kit = fromBody(body);
    this.ask(kit, spec, body);
    await this.kits.create({ ...kit, engineId, shopId: this.scope.who.shopId });
    this.audit.note('kit added', body.id, { ...kit });
    return this.engines.view(engineId);
  }

  async edit(engineId: string, id: string, { version, ...body }: EditKit): Promise<EngineView> {
    const spec = await this.engines.spec(engineId);
    const before = spec.kits.find((k) => k.id === id);
    if (!before) throw notFound('kit');
    const kit = { ...fromBody(body), id };
    this.ask(kit, { ...spec, kits: spec.kits.filter((k) => k.id !== id) }, body);
    const [changed] = await this.kits.update(
      { ...kit, version: version + 1 },
      { where: { id, engineId, version } },
    );
    if (changed === 0) throw await this.now(id);
    this.audit.note('kit changed', id, { before, after: kit });
    return this.engines.view(engineId);
  }

  async remove(engineId: string, id: string, version: number): Promise<EngineView> {
    const row = await this.kits.findOne({ where: { id, engineId } });
    if (!row) throw notFound('kit');
    const named = await this.scope.ask(IN_A_LOG, [engineId, id]);
    const used = () =>
      new ProblemError(
        422,
        'used',
        `A job was decided on ${row.name}, or has its rings: it stays on file. Nothing was changed.`,
      );
    if (named.length > 0) throw used();
    try {
      if ((await this.kits.destroy({ where: { id, engineId, version } })) === 0) throw await this.now(id);
    } catch (error) {
      throw error instanceof ForeignKeyConstraintError ? used() : error;
    }
    this.audit.note('kit taken away', id, { ...kitOf(row) });
    return this.engines.view(engineId);
  }

  private async now(id: string): Promise<ProblemError> {
    const row = await this.kits.findOne({ where: { id } });
    return row ? stale('kit', { ...kitOf(row), version: row.version }) : notFound('kit');
  }

  private ask(kit: Kit, spec: EngineSpec, { confirmed }: KitBody): void {
    asked(kitQuestions(kit, spec, spec.kits), confirmed ?? false, 'kit');
  }
}
