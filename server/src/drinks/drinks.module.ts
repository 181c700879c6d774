import { Module } from '@nestjs/common';
import { BatchesStoreModule } from '../batches/batches-store.module';
import { DatabaseModule } from '../database/database.module';
import { HouseModule } from '../house/house.module';
import { StreamModule } from '../stream/stream.module';
import { DrinksController } from './drinks.controller';
import { DrinksService } from './drinks.service';

@Module({
  imports: [DatabaseModule, BatchesStoreModule, HouseModule, StreamModule],
  controllers: [DrinksController],
  providers: [DrinksService],
  exports: [DrinksService],
})
export class DrinksModule {}
