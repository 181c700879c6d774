import { Module } from '@nestjs/common';
import { DrinksModule } from '../drinks/drinks.module';
import { HouseModule } from '../house/house.module';
import { PoursModule } from '../pours/pours.module';
import { StreamModule } from '../stream/stream.module';
import { BatchesController } from './batches.controller';
import { BatchesService } from './batches.service';
import { BatchesStoreModule } from './batches-store.module';

@Module({
  imports: [BatchesStoreModule, DrinksModule, HouseModule, PoursModule, StreamModule],
  controllers: [BatchesController],
  providers: [BatchesService],
  exports: [BatchesService],
})
export class BatchesModule {}
