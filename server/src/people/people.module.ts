import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { AuditService } from './audit.service.js';
import {
  AuditModel,
  BenchModel,
  CustomerModel,
  InvitationModel,
  PersonModel,
  SessionModel,
  KnownDeviceModel,
  ShopModel,
} from './models.js';
import { CustomersController } from './customers.controller.js';
import { DoorController } from './door.controller.js';
import { FoundingService } from './founding.service.js';
import { InvitationsService } from './invitations.service.js';
import { PeopleController } from './people.controller.js';
import { PeopleService } from './people.service.js';
import { PhonesService } from './phones.service.js';
import { SecretsService } from './secrets.service.js';
import { SessionController } from './session.controller.js';
import { SessionService } from './session.service.js';
import { ShopController } from './shop.controller.js';
import { ShopService } from './shop.service.js';
import { SignInLimit } from './signInLimit.js';

@Module({
  imports: [
    SequelizeModule.forFeature([
      ShopModel,
      PersonModel,
      InvitationModel,
      SessionModel,
      KnownDeviceModel,
      CustomerModel,
      BenchModel,
      AuditModel,
    ]),
  ],
  controllers: [SessionController, DoorController, PeopleController, ShopController, CustomersController],
  providers: [
    SessionService,
    SecretsService,
    PhonesService,
    FoundingService,
    PeopleService,
    InvitationsService,
    AuditService,
    ShopService,
    SignInLimit,
  ],
  exports: [AuditService, ShopService],
})
export class PeopleModule {}
