import { Module } from '@nestjs/common';
import { BatchesStoreModule } from '../batches/batches-store.module';
import { HouseModule } from '../house/house.module';
import { JugsStoreModule } from '../jugs/jugs-store.module';
import { StreamModule } from '../stream/stream.module';
import { PoursService } from './pours.service';

@Module({
  imports: [BatchesStoreModule, HouseModule, JugsStoreModule, StreamModule],
  providers: [PoursService],
  exports: [PoursService],
})
export class PoursModule {}
