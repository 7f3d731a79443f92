import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { FilesModule } from '../files/index.js';
import { JobsModule } from '../jobs/index.js';
import { JudgingModule } from '../judging/index.js';
import { ReportModel } from './models.js';
import { ReportsController } from './reports.controller.js';
import { ReportsService } from './reports.service.js';

@Module({
  imports: [SequelizeModule.forFeature([ReportModel]), FilesModule, JobsModule, JudgingModule],
  controllers: [ReportsController],
  providers: [ReportsService],
})
export class ReportsModule {}
