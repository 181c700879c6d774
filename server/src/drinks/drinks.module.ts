import { Module } from '@nestjs/common';
import { BatchesStoreModule } from '../batches/batches-store.module';
import { DatabaseModule } from '../database/database.module';
import { HouseModule } from '../house/house.module';
import { JugsStoreModule } from '../jugs/jugs-store.module';
import { StreamModule } from '../stream/stream.module';
import { DrinksController } from './drinks.controller';
import { DrinksService } from './drinks.service';
import { TaughtService } from './taught.service';

@Module({
  imports: [DatabaseModule, BatchesStoreModule, JugsStoreModule, HouseModule, StreamModule],
  controllers: [DrinksController],
  providers: [DrinksService, TaughtService],
  exports: [DrinksService],
})
export class DrinksModule {}
