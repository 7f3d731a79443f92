import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { AuditService } from './audit.service.js';
import {
  AuditModel,
  BenchModel,
  CustomerModel,
  PersonModel,
  SessionModel,
  KnownDeviceModel,
  ShopModel,
} from './models.js';
import { CustomersController } from './customers.controller.js';
import { SessionController } from './session.controller.js';
import { SessionService } from './session.service.js';
import { ShopService } from './shop.service.js';
import { SignInLimit } from './signInLimit.js';

@Module({
  imports: [
    SequelizeModule.forFeature([
      ShopModel,
      PersonModel,
      SessionModel,
      KnownDeviceModel,
      CustomerModel,
      BenchModel,
      AuditModel,
    ]),
  ],
  controllers: [SessionController, CustomersController],
  providers: [SessionService, AuditService, ShopService, SignInLimit],
  exports: [AuditService, ShopService],
})
export class PeopleModule {}
