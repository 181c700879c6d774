import { Controller, Get, Inject, Param, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import {
  batchAfter,
  cautionsOnJug,
  cautionsOnShelf,
  drawLabel,
  freeJugAfter,
  InputError,
  jugItemsOf,
  labelLines,
  markOf,
  placesOnSheet,
  shelfItemsOf,
  stopsLabel,
  stopsWords,
  type Finding,
  type Kitchen,
  type LabelDrawing,
  type ShelfItem,
} from '@steepsis/core';
import {
  labelAskSchema,
  labelsAskSchema,
  zoneAskSchema,
  type LabelAsk,
  type LabelOf,
  type LabelsTold,
} from '@steepsis/contract';
import { BatchesService } from '../batches/batches.service';
import { HouseService } from '../house/house.service';
import { JugsService } from '../jugs/jugs.service';
import { CONFIG, type Config } from '../shared/config';
import { Intake } from '../shared/intake';
import { invalidInput, notFound, ProblemException } from '../shared/problem.filter';
import { formOf, labelsPdf, labelsSvg, measuring, type Measured } from './labels';
import { jarCalendar } from './jarCalendar';
import { readJson, send } from './sending';

/** Labels of what stands on the shelf, worked out here so that they print what is true when they are printed. */
@Controller('api/print')
export class LabelsController {
  private measured: Promise<Measured> | undefined;

  constructor(
    private readonly batches: BatchesService,
    private readonly jugs: JugsService,
    private readonly house: HouseService,
    private readonly intake: Intake,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('labels.pdf')
  async pdf(@Query() query: unknown, @Res() response: Response): Promise<void> {
    const { ask } = this.read(query);
    send(response, 'application/pdf', 'labels.pdf', await labelsPdf(ask.on, await this.drawings(ask), 'Labels'));
  }

  @Get('labels.svg')
  async svg(@Query() query: unknown, @Res() response: Response): Promise<void> {
    const { ask, page } = this.read(query);
    const svg = await labelsSvg(ask.on, await this.drawings(ask), page);
    // The letters are in it; nothing else is fetched or run.
    response.setHeader('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; font-src data:");
    send(response, 'image/svg+xml', 'labels.svg', svg);
  }

  /** What a live jar wants in the next two weeks, for a calendar. */
  @Get('jars/:id.ics')
  async jar(@Param('id') id: string, @Query() query: unknown, @Res() response: Response): Promise<void> {
    const { zone } = this.intake.accept<{ zone?: string }>(zoneAskSchema, query);
    const batch = batchAfter((await this.batches.view(id)).events);
    const text = await jarCalendar(batch, this.config.now().getTime(), knownZone(zone) ?? 'UTC');
    send(response, 'text/calendar; charset=utf-8', 'jar.ics', text);
  }

  /** What becomes of each label's words: whether they got smaller, what was left out. */
  @Get('labels')
  async told(@Query() query: unknown): Promise<LabelsTold> {
    const { ask } = this.read(query);
    const drawings = await this.drawings(ask);
    return {
      labels: drawings.map(({ fitted }) =>
        fitted.kind === 'set'
          ? { fits: true, scale: fitted.scale, shortened: fitted.shortened, leftOut: fitted.leftOut }
          : { fits: false },
      ),
    };
  }

  private read(query: unknown): { ask: LabelAsk; page: number } {
    type Asked = { ask: string; page?: number };
    const { ask: text, page = 0 } = this.intake.accept<Asked>(labelsAskSchema, query, { fromQuery: true });
    const ask = this.intake.accept<LabelAsk>(labelAskSchema, readJson('ask', 'what is asked for as JSON', text));
    try {
      if (ask.on.kind === 'sheet') placesOnSheet(ask.on.sheet, 1, ask.on.start);
      knownZone(ask.zone);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw invalidInput([
        {
          field: `on.${error.field === 'start' ? '' : 'sheet.'}${error.field}`,
          accepted: error.accepted,
          got: JSON.stringify(error.got),
        },
      ]);
    }
    return { ask, page };
  }

  private async drawings(ask: LabelAsk): Promise<LabelDrawing[]> {
    this.measured ??= measuring();
    const measure = await this.measured;
    const kitchen = await this.house.kitchen();
    const form = formOf(ask.on);
    const day = dayIn(ask.zone);
    const drawings: LabelDrawing[] = [];
    for (const of of ask.of) {
      const { item, said } = await this.thing(of, kitchen);
      const stopped = stopsLabel(said) ?? stoppedWords(item.drinkName, ask.gift);
      if (stopped)
        throw new ProblemException({ type: 'blocked', title: 'No label for this', status: 422, detail: stopped });
      const lines = labelLines(item, said, {
        day,
        measures: kitchen.units ?? 'metric',
        ...(ask.gift ? { gift: ask.gift } : {}),
      });
      const address = ask.address && `${ask.address.replace(/\/+$/, '')}/keep?thing=${markOf(item)}`;
      const drawing = drawLabel(item, lines, form, measure, address);
      for (let i = 0; i < of.copies; i++) drawings.push(drawing);
    }
    return drawings;
  }

  private async thing(
    { owner, vesselId }: LabelOf,
    kitchen: Kitchen,
  ): Promise<{ item: ShelfItem; said: readonly Finding[] }> {
    const now = this.config.now().getTime();
    const found = (item: ShelfItem | undefined): ShelfItem => {
      if (!item) throw notFound('thing on the shelf', vesselId);
      return item;
    };
    if (owner.kind === 'jug') {
      const jug = freeJugAfter((await this.jugs.view(owner.id)).events);
      const item = found(jugItemsOf(jug, kitchen).find((i) => i.vesselId === vesselId));
      return { item, said: cautionsOnJug(jug, vesselId, now, kitchen) };
    }
    const batch = batchAfter((await this.batches.view(owner.id)).events);
    const item = found(shelfItemsOf(batch, now).find((i) => i.vesselId === vesselId));
    return { item, said: cautionsOnShelf(batch, vesselId, now) };
  }
}

/** The first of a cook's own words that may not stand on a label, with why. */
const stoppedWords = (...texts: readonly (string | undefined)[]): string | undefined =>
  texts.flatMap((text) => {
    const why = text && stopsWords(text);
    return why ? [`“${text}”: ${why}`] : [];
  })[0];

/** A time zone that is one; undefined where none was told. @throws ProblemException for another */
function knownZone(zone: string | undefined): string | undefined {
  if (zone === undefined) return undefined;
  try {
    return new Intl.DateTimeFormat('en-GB', { timeZone: zone }).resolvedOptions().timeZone;
  } catch {
    throw invalidInput([
      { field: 'zone', accepted: 'a time zone, as Europe/Rome,', got: JSON.stringify(zone.slice(0, 40)) },
    ]);
  }
}

const dayIn = (zone: string | undefined): ((iso: string) => string) => {
  const format = new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    ...(zone ? { timeZone: zone } : {}),
  });
  return (iso) => format.format(new Date(iso)).replace(',', '');
};
