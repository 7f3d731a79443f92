import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { PeopleModule } from '../people/index.js';
import { FirmsController } from './firms.controller.js';
import { FirmsService } from './firms.service.js';
import { FirmLineModel, FirmModel, FirmReturnModel, TicketModel } from './models.js';

@Module({
  imports: [
    SequelizeModule.forFeature([FirmLineModel, FirmModel, FirmReturnModel, TicketModel]),
    PeopleModule,
  ],
  controllers: [FirmsController],
  providers: [FirmsService],
  exports: [FirmsService],
})
export class FirmsModule {}
export { FirmsService };
