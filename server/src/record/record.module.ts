import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/index.js';
import { PeopleModule } from '../people/index.js';
import { ReadingsModule } from '../readings/index.js';
import { SealsModule } from '../seals/index.js';
import { RecordController } from './record.controller.js';
import { RecordService } from './record.service.js';

@Module({
  imports: [JobsModule, PeopleModule, ReadingsModule, SealsModule],
  controllers: [RecordController],
  providers: [RecordService],
})
export class RecordModule {}
