import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { PeopleModule } from '../people/index.js';
import { GaugesController } from './gauges.controller.js';
import { GaugesService } from './gauges.service.js';
import { StudiesController } from './studies.controller.js';
import { StudiesService } from './studies.service.js';
import { InstrumentModel, StudyModel } from './models.js';

@Module({
  imports: [SequelizeModule.forFeature([InstrumentModel, StudyModel]), PeopleModule],
  controllers: [GaugesController, StudiesController],
  providers: [GaugesService, StudiesService],
  exports: [GaugesService, StudiesService],
})
export class GaugesModule {}
