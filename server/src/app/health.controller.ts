import { Controller, Get } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { jobFileSchema } from '@tribos/core';
import type { Sequelize } from 'sequelize-typescript';
import { Open } from '../kit/access.js';

@Controller()
export class HealthController {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  /** Whether the process answers at all, whatever its database does. */
  @Get('health/live')
  @Open()
  live(): { ok: true } {
    return { ok: true };
  }

  /** Whether it can do its work: 503 while the database is away. */
  @Get('health')
  @Open()
  async health(): Promise<{ ok: true }> {
    await this.sequelize.query('SELECT 1');
    return { ok: true };
  }

  /** The published schema of the job file. */
  @Get('schemas/job-file.v6.json')
  @Open()
  schema(): object {
    return jobFileSchema;
  }
}
