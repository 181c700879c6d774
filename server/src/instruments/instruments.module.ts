import { Module } from '@nestjs/common';
import { BatchesModule } from '../batches/batches.module';
import { DatabaseModule } from '../database/database.module';
import { HouseModule } from '../house/house.module';
import { StreamModule } from '../stream/stream.module';
import { CoolingLearner } from './coolingLearner';
import { InstrumentsController } from './instruments.controller';
import { InstrumentsService } from './instruments.service';
import { ReadingsStore } from './readings.store';
import { SimulatedService } from './simulated.service';
import { ThinningService } from './thinning.service';

@Module({
  imports: [DatabaseModule, BatchesModule, HouseModule, StreamModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService, SimulatedService, ReadingsStore, CoolingLearner, ThinningService],
  exports: [InstrumentsService, SimulatedService],
})
export class InstrumentsModule {}
