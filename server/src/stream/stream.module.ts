import { Module } from '@nestjs/common';
import { StreamController, StreamService } from './stream';

@Module({ controllers: [StreamController], providers: [StreamService], exports: [StreamService] })
export class StreamModule {}
