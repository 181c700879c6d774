import { Module } from '@nestjs/common';
import { BatchesModule } from '../batches/batches.module';
import { DrinksModule } from '../drinks/drinks.module';
import { HouseModule } from '../house/house.module';
import { JugsModule } from '../jugs/jugs.module';
import { LabelsController } from './labels.controller';
import { PrintController } from './print.controller';

@Module({
  imports: [BatchesModule, DrinksModule, HouseModule, JugsModule],
  controllers: [PrintController, LabelsController],
})
export class PrintModule {}
