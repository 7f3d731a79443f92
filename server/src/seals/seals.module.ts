import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { SealModel } from './models.js';
import { SealsService } from './seals.service.js';

@Module({
  imports: [SequelizeModule.forFeature([SealModel])],
  providers: [SealsService],
  exports: [SealsService],
})
export class SealsModule {}
