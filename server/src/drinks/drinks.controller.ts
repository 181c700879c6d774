import { Controller, Get, Param } from '@nestjs/common';
import type { DrinkList, DrinkView } from '@steepsis/contract';
import { DrinksService } from './drinks.service';

@Controller('api/drinks')
export class DrinksController {
  constructor(private readonly drinks: DrinksService) {}

  @Get()
  async list(): Promise<DrinkList> {
    return { drinks: await this.drinks.list() };
  }

  @Get(':id')
  view(@Param('id') id: string): Promise<DrinkView> {
    return this.drinks.view(id);
  }
}
