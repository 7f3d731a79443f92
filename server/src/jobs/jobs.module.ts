import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { FirmsModule } from '../firms/index.js';
import { GaugesModule } from '../gauges/index.js';
import { EventsModule } from '../events/index.js';
import { JudgingModule } from '../judging/index.js';
import { PeopleModule } from '../people/index.js';
import { ReadingsModule } from '../readings/index.js';
import { SealsModule } from '../seals/index.js';
import { SpecsModule } from '../specs/index.js';
import { BenchesService } from './benches.service.js';
import { JobFiles } from './jobFiles.service.js';
import { JobsController } from './jobs.controller.js';
import { JobsService } from './jobs.service.js';
import { ListsService } from './lists.service.js';
import { DecisionModel, JobModel, SummaryDueModel } from './models.js';
import { SummariesService } from './summaries.service.js';

@Module({
  imports: [
    SequelizeModule.forFeature([JobModel, DecisionModel, SummaryDueModel]),
    EventsModule,
    JudgingModule,
    PeopleModule,
    SpecsModule,
    GaugesModule,
    FirmsModule,
    ReadingsModule,
    SealsModule,
  ],
  controllers: [JobsController],
  providers: [JobsService, JobFiles, BenchesService, ListsService, SummariesService],
  exports: [JobsService, JobFiles, SummariesService],
})
export class JobsModule {}
