import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/index.js';
import { TicketsController } from './tickets.controller.js';

@Module({ imports: [JobsModule], controllers: [TicketsController] })
export class OutsideModule {}
