import { Body, Controller, Get, HttpCode, Inject, Param, Post, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import type { Kitchen, PlanTarget } from '@steepsis/core';
import { cardAskSchema, daySheetSchema, stickAskSchema, targetSchema, type DaySheet } from '@steepsis/contract';
import { DrinksService } from '../drinks/drinks.service';
import { HouseService } from '../house/house.service';
import { CONFIG, type Config } from '../shared/config';
import { Planner } from '../planning/planner';
import type { PlanInput } from '../planning/planJobs';
import { Intake } from '../shared/intake';
import { notFound } from '../shared/problem.filter';
import { dayPage } from './dayPage';
import { cardPage, dipstickPage } from './pages';
import { cardMarkdown, type CardText } from './recipeText';
import { readJson, send } from './sending';

/** What is printed. A plan is worked out here from the drink and the target in the address, so that it prints as it is shown. */
@Controller('api/print')
export class PrintController {
  constructor(
    private readonly drinks: DrinksService,
    private readonly house: HouseService,
    private readonly intake: Intake,
    private readonly planner: Planner,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('drinks/:id/card.pdf')
  async pdf(@Param('id') id: string, @Query() query: unknown, @Res() response: Response): Promise<void> {
    send(response, 'application/pdf', `${id}.pdf`, await cardPage(await this.card(id, query)));
  }

  @Get('drinks/:id/card.md')
  async markdown(@Param('id') id: string, @Query() query: unknown, @Res() response: Response): Promise<void> {
    send(response, 'text/markdown; charset=utf-8', `${id}.md`, cardMarkdown(await this.card(id, query)));
  }

  /** The dipstick of a vessel; with a drink it carries the lines of that brew. */
  @Get('dipstick/:vesselId.pdf')
  async stick(@Param('vesselId') vesselId: string, @Query() query: unknown, @Res() response: Response): Promise<void> {
    type Ask = { drink?: string; brew?: string; target?: string };
    const { drink: drinkId, brew: brewId, target } = this.intake.accept<Ask>(stickAskSchema, query);
    const kitchen = await this.house.kitchen();
    const vessel = kitchen.vessels.find((v) => v.id === vesselId);
    if (!vessel) throw notFound('vessel', vesselId);
    const plan = drinkId ? await this.input(drinkId, target, kitchen) : undefined;
    const stick = await this.planner.work('toStick', { vessel, brewId, plan });
    send(response, 'application/pdf', `dipstick-${vesselId}.pdf`, await dipstickPage(stick));
  }

  /** The sheet of a day for the wall, as the page that worked it out tells it. */
  @Post('day.pdf')
  @HttpCode(200)
  async day(@Body() body: unknown, @Res() response: Response): Promise<void> {
    const sheet = this.intake.accept<DaySheet>(daySheetSchema, body);
    send(response, 'application/pdf', 'day.pdf', await dayPage(sheet));
  }

  private async card(id: string, query: unknown): Promise<CardText> {
    const { target } = this.intake.accept<{ target?: string }>(cardAskSchema, query);
    const input = await this.input(id, target, await this.house.kitchen());
    return this.planner.work('toCard', { ...input, day: this.config.now().toISOString().slice(0, 10) });
  }

  private readTarget(text: string): PlanTarget {
    return this.intake.accept<PlanTarget>(targetSchema, readJson('target', 'a target as JSON', text));
  }

  private async input(id: string, target: string | undefined, kitchen: Kitchen): Promise<PlanInput> {
    const drink = await this.drinks.drink(id);
    return {
      drink,
      target: target === undefined ? { ...drink.defaults, asWritten: true } : this.readTarget(target),
      kitchen,
      learned: await this.drinks.learnedOf(drink),
    };
  }
}
