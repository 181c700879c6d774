import { Module } from '@nestjs/common';
import { DatabaseModule } from '../database/database.module';
import { DevicesStore } from './devices.store';
import { LanController } from './lan.controller';
import { PairingService } from './pairing.service';

@Module({
  imports: [DatabaseModule],
  controllers: [LanController],
  providers: [PairingService, DevicesStore],
  exports: [PairingService],
})
export class LanModule {}
