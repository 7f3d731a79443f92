import { Controller, Get } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { jobFileSchema } from '@tribos/core';
import type { Sequelize } from 'sequelize-typescript';
import { Open } from '../kit/access.js';

@Controller()
export class HealthController {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  @Get('health')
  @Open()
  async health(): Promise<{ ok: true }> {
    await this.sequelize.query('SELECT 1');
    return { ok: true };
  }

  /** The published schema of the job file. */
  @Get('schemas/job-file.v3.json')
  @Open()
  schema() {
    return jobFileSchema;
  }
}
