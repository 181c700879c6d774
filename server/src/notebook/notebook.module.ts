import { Module } from '@nestjs/common';
import { BatchesStoreModule } from '../batches/batches-store.module';
import { DatabaseModule } from '../database/database.module';
import { JugsStoreModule } from '../jugs/jugs-store.module';
import { StreamModule } from '../stream/stream.module';
import { CopiesService } from './copies.service';
import { NotebookController } from './notebook.controller';
import { NotebookService } from './notebook.service';

@Module({
  imports: [DatabaseModule, BatchesStoreModule, JugsStoreModule, StreamModule],
  controllers: [NotebookController],
  providers: [NotebookService, CopiesService],
})
export class NotebookModule {}
