import { Module } from '@nestjs/common';
import { DrinksModule } from '../drinks/drinks.module';
import { HouseModule } from '../house/house.module';
import { PrintController } from './print.controller';

@Module({ imports: [DrinksModule, HouseModule], controllers: [PrintController] })
export class PrintModule {}
