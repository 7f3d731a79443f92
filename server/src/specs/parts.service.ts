import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { EngineView, PartBody, PartCheck } from '@tribos/contract';
import { checkedAgain, retyped } from '@tribos/core';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from '../people/index.js';
import { refuseAdoption, sourcesIn } from './adoption.js';
import { EnginesService } from './engines.service.js';
import { SheetPartModel } from './models.js';
import { PARTS } from './sheetParts.js';

/** Parts of an engine's sheet, each as its own description says: entered, typed on and checked one way. */
@Injectable()
export class PartsService {
  constructor(
    @InjectModel(SheetPartModel) private readonly parts: typeof SheetPartModel,
    private readonly engines: EnginesService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /** Keeps a part as it was typed; what says what it said before keeps who typed and checked it. */
  async keep(engineId: string, name: string, { version, body }: PartBody): Promise<EngineView> {
    this.shaped(name, body);
    await this.engines.spec(engineId);
    const before = await this.parts.findOne({ where: { engineId, part: name }, lock: true });
    if ((before?.version ?? 0) !== version)
      throw stale('part of the sheet', before ? { version: before.version, body: before.body } : null);
    refuseAdoption(sourcesIn(body), this.scope.who, sourcesIn(before?.body));
    const { shopId, name: by } = this.scope.who;
    const part = retyped(body, before?.body ?? null, by, today());
    if (before)
      await this.parts.update({ body: part, version: version + 1 }, { where: { engineId, part: name } });
    else await this.parts.create({ shopId, engineId, part: name, version: 1, body: part });
    this.audit.note('part of a sheet changed', engineId, {
      part: name,
      before: before?.body ?? null,
      after: part,
    });
    return this.engines.view(engineId);
  }

  /** Somebody typed a part again from the document: what is the same, and somebody else's, is checked. */
  async check(engineId: string, name: string, { version, body }: PartBody): Promise<PartCheck> {
    this.shaped(name, body);
    const before = await this.parts.findOne({ where: { engineId, part: name }, lock: true });
    if (!before) throw notFound('part of the sheet');
    if (before.version !== version)
      throw stale('part of the sheet', { version: before.version, body: before.body });
    const {
      part,
      checked,
      retyped: same,
      differ,
    } = checkedAgain(before.body, body, this.scope.who.name, today());
    if (checked + same > 0) {
      await this.parts.update({ body: part, version: version + 1 }, { where: { engineId, part: name } });
      this.audit.note('part of a sheet checked', engineId, { part: name, checked, retyped: same, differ });
    }
    return { checked, retyped: same, differ };
  }

  private shaped(name: string, body: object): void {
    const part = PARTS.get(name);
    if (!part) throw notFound('part of a sheet');
    const misfits = part.shape.check(body, '');
    if (misfits.length > 0)
      throw new ProblemError(
        400,
        'invalid',
        `Nothing was saved: ${misfits[0]!.path} ${misfits[0]!.sentence}.`,
        { errors: misfits.slice(0, 20) },
      );
  }
}
