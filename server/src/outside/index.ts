import { Module } from '@nestjs/common';
import { FirmsModule } from '../firms/index.js';
import { JobsModule } from '../jobs/index.js';
import { ReadingsModule } from '../readings/index.js';
import { LinesService } from './lines.service.js';
import { SchemasController } from './schemas.controller.js';
import { TicketsController } from './tickets.controller.js';

@Module({
  imports: [JobsModule, FirmsModule, ReadingsModule],
  controllers: [TicketsController, SchemasController],
  providers: [LinesService],
})
export class OutsideModule {}
