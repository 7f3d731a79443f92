import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { PeopleModule } from '../people/index.js';
import { GaugesController } from './gauges.controller.js';
import { GaugesService } from './gauges.service.js';
import { InstrumentModel } from './models.js';

@Module({
  imports: [SequelizeModule.forFeature([InstrumentModel]), PeopleModule],
  controllers: [GaugesController],
  providers: [GaugesService],
  exports: [GaugesService],
})
export class GaugesModule {}
