import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { JudgingService } from './judging.service.js';
import { MapSpreadModel } from './models.js';
import { PropagationService } from './propagation.service.js';

@Module({
  imports: [SequelizeModule.forFeature([MapSpreadModel])],
  providers: [JudgingService, PropagationService],
  exports: [JudgingService],
})
export class JudgingModule {}
