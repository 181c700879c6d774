import { Module } from '@nestjs/common';
import { DatabaseModule } from '../database/database.module';
import { JugsStore } from './jugs.store';

/** The store on its own, because what is poured into a batch may come from a jug. */
@Module({ imports: [DatabaseModule], providers: [JugsStore], exports: [JugsStore] })
export class JugsStoreModule {}
