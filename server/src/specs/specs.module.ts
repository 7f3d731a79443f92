import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { PeopleModule } from '../people/index.js';
import { EnginesController } from './engines.controller.js';
import { EnginesService } from './engines.service.js';
import { EngineModel, KitModel, LimitModel, SheetPartModel } from './models.js';

@Module({
  imports: [SequelizeModule.forFeature([EngineModel, LimitModel, KitModel, SheetPartModel]), PeopleModule],
  controllers: [EnginesController],
  providers: [EnginesService],
  exports: [EnginesService],
})
export class SpecsModule {}
