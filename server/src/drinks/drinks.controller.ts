import { Body, Controller, Get, Param, Put, Query } from '@nestjs/common';
import type { Drink } from '@steepsis/core';
import {
  drinkForSchema,
  drinkSchema,
  putAwaySchema,
  type DrinkList,
  type DrinkVersions,
  type DrinkView,
  type LotsSoFar,
  type PutAway,
} from '@steepsis/contract';
import { Intake } from '../shared/intake';
import { invalidInput } from '../shared/problem.filter';
import { DrinksService } from './drinks.service';

@Controller('api/drinks')
export class DrinksController {
  constructor(
    private readonly drinks: DrinksService,
    private readonly intake: Intake,
  ) {}

  @Get()
  list(): Promise<DrinkList> {
    return this.drinks.list();
  }

  /** What the lots that were tasted give, over all drinks. */
  @Get('lots-so-far')
  lots(): Promise<LotsSoFar> {
    return this.drinks.lots();
  }

  /** A drink, and where its next plan starts; for somebody beside the cook where that is asked. */
  @Get(':id')
  view(@Param('id') id: string, @Query() query: unknown): Promise<DrinkView> {
    return this.drinks.view(id, this.intake.accept<{ for?: string }>(drinkForSchema, query).for);
  }

  @Get(':id/versions')
  versions(@Param('id') id: string): Promise<DrinkVersions> {
    return this.drinks.versions(id);
  }

  @Put(':id/archived')
  async archive(@Param('id') id: string, @Body() body: unknown): Promise<PutAway> {
    const { archived } = this.intake.accept<PutAway>(putAwaySchema, body);
    await this.drinks.setArchived(id, archived);
    return { archived };
  }

  /** Keeps a drink as its next version. */
  @Put(':id')
  async save(@Param('id') id: string, @Body() body: unknown): Promise<DrinkView> {
    const drink = this.intake.accept<Drink>(drinkSchema, body);
    if (drink.id !== id)
      throw invalidInput([{ field: 'id', accepted: `the id of the address, ${id}`, got: JSON.stringify(drink.id) }]);
    await this.drinks.save(drink);
    return this.drinks.view(id);
  }
}
