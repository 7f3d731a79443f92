import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import {
  AuditQuery,
  Fingerprint,
  type AuditRow,
  type BackupView,
  type FingerprintCheck,
  type JobRecordCheck,
  type Page,
  type RecordCheck,
} from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { AuditService } from '../people/index.js';
import { lastBackup } from './lastBackup.js';
import { RecordService } from './record.service.js';

/** The record of the shop: who did what, and whether it is still as it was kept. */
@Controller()
export class RecordController {
  constructor(
    private readonly record: RecordService,
    private readonly audit: AuditService,
  ) {}

  /** Who did what in the shop, a page at a time. */
  @Get('record/audit')
  @May('see-record')
  list(@Query() { after }: AuditQuery): Promise<Page<AuditRow>> {
    return this.audit.list(after === undefined ? null : Number(after));
  }

  /** Whether the record of the shop is whole, link by link. */
  @Get('record/check')
  @May('see-record')
  check(): Promise<RecordCheck> {
    return this.record.check();
  }

  /** One figure that stands for everything in the record now, to be kept outside. */
  @Post('record/fingerprint')
  @HttpCode(200)
  @May('see-record')
  fingerprint(): Promise<Fingerprint> {
    return this.record.fingerprint();
  }

  /** Whether the record still holds what a fingerprint from outside was made of. */
  @Post('record/fingerprint/check')
  @HttpCode(200)
  @May('see-record')
  checkFingerprint(@Body() body: Fingerprint): Promise<FingerprintCheck> {
    return this.record.checkFingerprint(body);
  }

  /** The last backup that was made by itself, or by hand to where those lie; null where there is none. */
  @Get('record/backup')
  @May('see-record')
  async backup(): Promise<BackupView> {
    return { last: await lastBackup() };
  }

  /** Whether the log of a job is whole, link by link. */
  @Get('jobs/:id/log/chain')
  checkJob(@Param('id', IdPipe) id: string): Promise<JobRecordCheck> {
    return this.record.checkJob(id);
  }
}
