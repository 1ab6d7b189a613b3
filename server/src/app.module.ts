import { Global, Module } from '@nestjs/common';
import type { DynamicModule } from '@nestjs/common';
import { ThrottlerModule } from '@nestjs/throttler';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AgentDigestsModule } from './agentDigests/index.js';
import { AlertsModule } from './alerts/index.js';
import { BoundsModule } from './bounds/index.js';
import { ChoicesModule } from './choices/index.js';
import { ClientFilesModule } from './clientFiles/index.js';
import { ClientsModule } from './clients/index.js';
import { ClockModule } from './clock/index.js';
import { CONFIG } from './common/config.js';
import { ContactsModule } from './contacts/index.js';
import { CompsModule } from './comps/index.js';
import type { Config } from './common/config.js';
import { VisitorsModule } from './visitors/index.js';
import { databaseOptions } from './database.js';
import { DaysModule } from './days/index.js';
import { DemoModule } from './demo/index.js';
import { DeploymentController } from './deployment/deployment.controller.js';
import { DeskModule } from './desk/index.js';
import { EventsModule } from './events/index.js';
import { FeedModule } from './feed/index.js';
import { HandoutsModule } from './handouts/index.js';
import { HealthController } from './health/health.controller.js';
import { ListingsModule } from './listings/index.js';
import { MailModule } from './mail/index.js';
import { MapController } from './map/map.controller.js';
import { NeedsModule } from './needs/index.js';
import { MarketModule } from './market/index.js';
import { OutlookModule } from './outlook/index.js';
import { PlacesModule } from './places/index.js';
import { PortalModule } from './portal/index.js';
import { PreferencesModule } from './preferences/index.js';
import { PipelineModule } from './pipeline/index.js';
import { ProposalsModule } from './proposals/index.js';
import { RecordsModule } from './records/index.js';
import { ReportsController } from './reports/index.js';
import { RoadsModule } from './roads/index.js';
import { SearchesModule } from './searches/index.js';
import { SentModule } from './sent/index.js';
import { SessionsModule, ThrottleStorage } from './sessions/index.js';
import { SetupController } from './setup/setup.controller.js';
import { RoundsModule } from './rounds/index.js';
import { ShortlistsModule } from './shortlists/index.js';
import { ShowingsModule } from './showings/index.js';
import { StepsModule } from './steps/index.js';
import { TasksModule } from './tasks/index.js';
import { TodayModule } from './today/index.js';
import { WantedModule } from './wanted/index.js';

@Global()
@Module({})
class ConfigModule {
  static of(config: Config): DynamicModule {
    return { module: ConfigModule, providers: [{ provide: CONFIG, useValue: config }], exports: [CONFIG] };
  }
}

@Module({})
export class AppModule {
  static of(config: Config): DynamicModule {
    return {
      module: AppModule,
      imports: [
        ConfigModule.of(config),
        TypeOrmModule.forRoot({ ...databaseOptions(config), retryAttempts: 20, retryDelay: 500 }),
        ThrottlerModule.forRootAsync({
          imports: [SessionsModule],
          inject: [ThrottleStorage],
          useFactory: (storage: ThrottleStorage) => ({ throttlers: [{ ttl: 60_000, limit: 1000 }], storage }),
        }),
        ChoicesModule,
        ClockModule,
        CompsModule,
        DeskModule,
        StepsModule,
        SessionsModule,
        ListingsModule,
        FeedModule,
        HandoutsModule,
        MailModule,
        ClientsModule,
        ClientFilesModule,
        ContactsModule,
        RoadsModule,
        SearchesModule,
        AlertsModule,
        BoundsModule,
        EventsModule,
        SentModule,
        ShowingsModule,
        MarketModule,
        OutlookModule,
        PlacesModule,
        PortalModule,
        PreferencesModule,
        RoundsModule,
        DaysModule,
        ShortlistsModule,
        PipelineModule,
        RecordsModule,
        TasksModule,
        TodayModule,
        AgentDigestsModule,
        NeedsModule,
        ProposalsModule,
        VisitorsModule,
        WantedModule,
        ...(config.demo ? [DemoModule] : []),
      ],
      controllers: [DeploymentController, HealthController, MapController, ReportsController, SetupController],
    };
  }
}
