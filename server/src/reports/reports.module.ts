import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { JobsModule } from '../jobs/index.js';
import { JudgingModule } from '../judging/index.js';
import { FilesService } from './files.service.js';
import { FileModel, ReportModel } from './models.js';
import { ReportsController } from './reports.controller.js';
import { ReportsService } from './reports.service.js';

@Module({
  imports: [SequelizeModule.forFeature([FileModel, ReportModel]), JobsModule, JudgingModule],
  controllers: [ReportsController],
  providers: [ReportsService, FilesService],
})
export class ReportsModule {}
