import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { PeopleModule } from '../people/index.js';
import { EnginesController } from './engines.controller.js';
import { EnginesService } from './engines.service.js';
import { LimitsService } from './limits.service.js';
import { KitsService } from './kits.service.js';
import { PartsService } from './parts.service.js';
import { SheetsController } from './sheets.controller.js';
import { SpecFilesController } from './specFiles.controller.js';
import { SpecFilesService } from './specFiles.service.js';
import { EngineModel, KitModel, LimitModel, SheetPartModel } from './models.js';

@Module({
  imports: [SequelizeModule.forFeature([EngineModel, LimitModel, KitModel, SheetPartModel]), PeopleModule],
  controllers: [SpecFilesController, EnginesController, SheetsController],
  providers: [EnginesService, LimitsService, KitsService, PartsService, SpecFilesService],
  exports: [EnginesService],
})
export class SpecsModule {}
