import { Controller, Get, Inject, Param, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import { dipstick, planOrWhy, type Kitchen, type Plan, type PlanTarget } from '@steepsis/core';
import { check, targetSchema } from '@steepsis/contract';
import { DrinksService } from '../drinks/drinks.service';
import { HouseService } from '../house/house.service';
import { CONFIG, type Config } from '../shared/config';
import { invalidInput, notFound, ProblemException } from '../shared/problem.filter';
import { cardPage, dipstickPage } from './pages';
import { cardMarkdown, cardText, type CardText } from './recipeText';

/** What is printed. A plan is worked out here from the drink and the target in the address, so that it prints as it is shown. */
@Controller('api/print')
export class PrintController {
  constructor(
    private readonly drinks: DrinksService,
    private readonly house: HouseService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('drinks/:id/card.pdf')
  async pdf(
    @Param('id') id: string,
    @Query('target') target: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    send(response, 'application/pdf', `${id}.pdf`, await cardPage(await this.card(id, target)));
  }

  @Get('drinks/:id/card.md')
  async markdown(
    @Param('id') id: string,
    @Query('target') target: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    send(response, 'text/markdown; charset=utf-8', `${id}.md`, cardMarkdown(await this.card(id, target)));
  }

  /** The dipstick of a vessel; with a drink it carries the lines of that brew. */
  @Get('dipstick/:vesselId.pdf')
  async stick(
    @Param('vesselId') vesselId: string,
    @Query('drink') drinkId: string | undefined,
    @Query('brew') brewId: string | undefined,
    @Query('target') target: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    const kitchen = await this.house.kitchen();
    const vessel = kitchen.vessels.find((v) => v.id === vesselId);
    if (!vessel) throw notFound('vessel', vesselId);
    const plan = drinkId ? await this.plan(drinkId, target, kitchen) : undefined;
    const brew = plan?.brews.find((b) => b.brewId === (brewId ?? plan.brews[0].brewId));
    send(response, 'application/pdf', `dipstick-${vesselId}.pdf`, await dipstickPage(dipstick(vessel, brew)));
  }

  private async card(id: string, target: string | undefined): Promise<CardText> {
    const plan = await this.plan(id, target, await this.house.kitchen());
    return cardText(plan, this.config.now().toISOString().slice(0, 10));
  }

  private async plan(id: string, target: string | undefined, kitchen: Kitchen): Promise<Plan> {
    const drink = await this.drinks.drink(id);
    const result = planOrWhy(
      drink,
      target === undefined ? { ...drink.defaults, asWritten: true } : readTarget(target),
      kitchen,
      await this.drinks.learnedOf(drink),
    );
    if (result.kind === 'plan') return result.plan;
    throw new ProblemException({
      type: 'no-plan',
      title: 'No plan meets this target',
      status: 422,
      detail: result.message,
    });
  }
}

function readTarget(text: string): PlanTarget {
  let sent: unknown;
  try {
    sent = JSON.parse(text);
  } catch {
    throw invalidInput([{ field: 'target', accepted: 'a target as JSON', got: JSON.stringify(text.slice(0, 40)) }]);
  }
  const checked = check<PlanTarget>(targetSchema, sent);
  if (!checked.ok) throw invalidInput(checked.errors);
  return checked.value;
}

function send(response: Response, type: string, name: string, body: Buffer | string): void {
  response
    .type(type)
    .setHeader('Content-Disposition', `inline; filename="${name.replace(/[^a-z0-9._-]/gi, '-')}"`)
    .send(body);
}
