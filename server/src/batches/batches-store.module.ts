import { Module } from '@nestjs/common';
import { DatabaseModule } from '../database/database.module';
import { BatchesStore } from './batches.store';

/** The store on its own, because drinks read past batches and batches read drinks. */
@Module({ imports: [DatabaseModule], providers: [BatchesStore], exports: [BatchesStore] })
export class BatchesStoreModule {}
