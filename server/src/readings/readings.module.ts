import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { LogService } from './log.service.js';
import { LogEntryModel } from './models.js';

@Module({
  imports: [SequelizeModule.forFeature([LogEntryModel])],
  providers: [LogService],
  exports: [LogService],
})
export class ReadingsModule {}
