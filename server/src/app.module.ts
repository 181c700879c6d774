import { Controller, Get, Module, type DynamicModule, type Type } from '@nestjs/common';
import type { Health } from '@steepsis/contract';
import { APP_FILTER, APP_GUARD } from '@nestjs/core';
import { SkipThrottle, ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import { BatchesModule } from './batches/batches.module';
import { DrinksModule } from './drinks/drinks.module';
import { FormatsModule } from './formats/formats.controller';
import { HouseModule } from './house/house.module';
import { InstrumentsModule } from './instruments/instruments.module';
import { JugsModule } from './jugs/jugs.module';
import { LanModule } from './lan/lan.module';
import { NotebookModule } from './notebook/notebook.module';
import { Planner } from './planning/planner';
import { PrintModule } from './print/print.module';
import { CONFIG, type Config } from './shared/config';
import { Intake } from './shared/intake';
import { ProblemFilter } from './shared/problem.filter';
import { StreamModule } from './stream/stream.module';

@SkipThrottle()
@Controller('api/health')
class HealthController {
  @Get()
  health(): Health {
    return { status: 'ok' };
  }
}

@Module({})
export class AppModule {
  static with(config: Config): DynamicModule {
    const configModule: DynamicModule = {
      global: true,
      module: class ConfigModule {} as Type,
      providers: [{ provide: CONFIG, useValue: config }, Intake, Planner],
      exports: [CONFIG, Intake, Planner],
    };
    return {
      module: AppModule,
      imports: [
        configModule,
        ThrottlerModule.forRoot([{ ttl: 10_000, limit: config.requestsIn10s ?? 400 }]),
        DrinksModule,
        BatchesModule,
        FormatsModule,
        HouseModule,
        JugsModule,
        InstrumentsModule,
        LanModule,
        NotebookModule,
        PrintModule,
        StreamModule,
      ],
      controllers: [HealthController],
      providers: [
        { provide: APP_FILTER, useClass: ProblemFilter },
        { provide: APP_GUARD, useClass: ThrottlerGuard },
      ],
    };
  }
}
