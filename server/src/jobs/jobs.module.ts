import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { GaugesModule } from '../gauges/index.js';
import { PeopleModule } from '../people/index.js';
import { ReadingsModule } from '../readings/index.js';
import { SpecsModule } from '../specs/index.js';
import { BenchesService } from './benches.service.js';
import { ExchangeService } from './exchange.service.js';
import { JobFiles } from './jobFiles.service.js';
import { JobsController } from './jobs.controller.js';
import { JobsService } from './jobs.service.js';
import { JudgingService } from './judging.service.js';
import { PropagationService } from './propagation.service.js';
import { DecisionModel, JobModel } from './models.js';

@Module({
  imports: [
    SequelizeModule.forFeature([JobModel, DecisionModel]),
    PeopleModule,
    SpecsModule,
    GaugesModule,
    ReadingsModule,
  ],
  controllers: [JobsController],
  providers: [JobsService, JobFiles, BenchesService, ExchangeService, JudgingService, PropagationService],
  exports: [JobsService, JobFiles, PropagationService],
})
export class JobsModule {}
