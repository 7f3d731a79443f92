import { Global, Module, type DynamicModule } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_INTERCEPTOR } from '@nestjs/core';
import { SequelizeModule } from '@nestjs/sequelize';
import { EventsModule } from '../events/index.js';
import { ExchangeModule } from '../exchange/index.js';
import { GaugesModule } from '../gauges/index.js';
import { JobsModule } from '../jobs/index.js';
import { AccessGuard, Sessions, ScopeInterceptor } from '../kit/access.js';
import { ProblemFilter } from '../kit/problems.js';
import { Queue } from '../kit/queue.js';
import { Scope } from '../kit/scope.js';
import { RecordModule } from '../record/index.js';
import { ReportsModule } from '../reports/index.js';
import { PeopleModule } from '../people/index.js';
import { CustomersModule } from '../customers/index.js';
import { IntakeModule } from '../intake/arrivals.js';
import { PhotosModule } from '../photos/index.js';
import { FirmsModule } from '../firms/index.js';
import { OutsideModule } from '../outside/index.js';
import { RingsModule } from '../rings/index.js';
import { TimersModule } from '../timers/index.js';
import { ToolsModule } from '../tools/index.js';
import { TricksModule } from '../tricks/index.js';
import { SpecsModule } from '../specs/index.js';
import { databaseOptions } from './database.js';
import { HealthController } from './health.controller.js';

@Global()
@Module({ providers: [Scope, Queue, Sessions], exports: [Scope, Queue, Sessions] })
export class KitModule {}

@Module({})
export class AppModule {
  static on(databaseUrl: string): DynamicModule {
    return {
      module: AppModule,
      imports: [
        SequelizeModule.forRoot(databaseOptions(databaseUrl)),
        KitModule,
        PeopleModule,
        SpecsModule,
        GaugesModule,
        JobsModule,
        ReportsModule,
        ExchangeModule,
        RecordModule,
        RingsModule,
        FirmsModule,
        OutsideModule,
        PhotosModule,
        IntakeModule,
        CustomersModule,
        TricksModule,
        ToolsModule,
        TimersModule,
        EventsModule,
      ],
      controllers: [HealthController],
      providers: [
        { provide: APP_FILTER, useClass: ProblemFilter },
        { provide: APP_GUARD, useClass: AccessGuard },
        { provide: APP_INTERCEPTOR, useClass: ScopeInterceptor },
      ],
    };
  }
}
