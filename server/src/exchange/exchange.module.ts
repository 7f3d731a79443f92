import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { FilesModule } from '../files/index.js';
import { GaugesModule } from '../gauges/index.js';
import { JobsModule } from '../jobs/index.js';
import { JudgingModule } from '../judging/index.js';
import { PeopleModule } from '../people/index.js';
import { ReadingsModule } from '../readings/index.js';
import { SpecsModule } from '../specs/index.js';
import { BringIn } from './bringIn.service.js';
import { ExchangeController } from './exchange.controller.js';
import { ImportsService } from './imports.service.js';
import { ImportModel } from './models.js';

@Module({
  imports: [
    SequelizeModule.forFeature([ImportModel]),
    FilesModule,
    GaugesModule,
    JobsModule,
    JudgingModule,
    PeopleModule,
    ReadingsModule,
    SpecsModule,
  ],
  controllers: [ExchangeController],
  providers: [ImportsService, BringIn],
})
export class ExchangeModule {}
