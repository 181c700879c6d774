import { Module } from '@nestjs/common';
import { PoursModule } from '../pours/pours.module';
import { StreamModule } from '../stream/stream.module';
import { JugsStoreModule } from './jugs-store.module';
import { JugsController } from './jugs.controller';
import { JugsService } from './jugs.service';

@Module({
  imports: [JugsStoreModule, PoursModule, StreamModule],
  controllers: [JugsController],
  providers: [JugsService],
  exports: [JugsService],
})
export class JugsModule {}
