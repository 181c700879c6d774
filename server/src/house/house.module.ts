import { Module } from '@nestjs/common';
import { DatabaseModule } from '../database/database.module';
import { StreamModule } from '../stream/stream.module';
import { HouseController } from './house.controller';
import { HouseService } from './house.service';

@Module({
  imports: [DatabaseModule, StreamModule],
  controllers: [HouseController],
  providers: [HouseService],
  exports: [HouseService],
})
export class HouseModule {}
