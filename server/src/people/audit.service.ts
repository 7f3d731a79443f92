import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { Scope } from '../kit/scope.js';
import { AuditModel } from './models.js';

/** Who did what to what. Appended in the transaction of the deed, so that one never stands without the other. */
@Injectable()
export class AuditService {
  constructor(
    @InjectModel(AuditModel) private readonly audit: typeof AuditModel,
    private readonly scope: Scope,
  ) {}

  async note(action: string, subject: string, detail: object = {}, who = this.scope.who): Promise<void> {
    await this.audit.create({ shopId: who.shopId, by: who.name, action, subject, detail });
  }
}
