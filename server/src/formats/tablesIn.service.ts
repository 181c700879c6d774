import { isDeepStrictEqual } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import {
  batchAfter,
  decide,
  EVENT_VERSION,
  InputError,
  faultInWords,
  TARGET_RANGES,
  wayOf,
  writtenMinutes,
  type BatchEventBody,
  type Drink,
  type MadeRead,
  type PlanTarget,
  type TastedRead,
} from '@steepsis/core';
import type { NotebookThing, TableReport } from '@steepsis/contract';
import { BatchesStore } from '../batches/batches.store';
import { DrinksService } from '../drinks/drinks.service';
import { CONFIG, type Config } from '../shared/config';
import { idOf } from '../shared/idOf';
import { ProblemException } from '../shared/problem.filter';
import { StreamService } from '../stream/stream';

type Line<T> = T & { line: number };
type LineReport = TableReport['lines'][number];
/** What a line comes to: what is to be stored of it, or nothing where it is here already. */
type Ready = { thing?: NotebookThing };

/** It cannot be taken in, and why. It is that line's fault alone. */
class NotTaken extends Error {}

/** Tables of another notebook: batches that were made before, what is left of them, what was said of them. */
@Injectable()
export class TablesInService {
  constructor(
    private readonly batches: BatchesStore,
    private readonly drinks: DrinksService,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Batches that were made before. @param keep whether they are stored, or only looked over */
  made(lines: readonly Line<MadeRead>[], keep: boolean): Promise<TableReport> {
    return this.each(lines, keep, (line) => this.batchOf(line));
  }

  /** What was said of batches that are here. @param keep whether it is stored, or only looked over */
  tasted(lines: readonly Line<TastedRead>[], keep: boolean): Promise<TableReport> {
    return this.each(lines, keep, (line) => this.tastingOf(line));
  }

  /** Line by line: one that cannot be taken in says why, and the others are. */
  private async each<L extends { line: number }>(
    lines: readonly L[],
    keep: boolean,
    ready: (line: L) => Promise<Ready>,
  ): Promise<TableReport> {
    const told: LineReport[] = [];
    try {
      for (const l of lines) {
        const { line } = l;
        try {
          const { thing } = await ready(l);
          if (thing && keep) await this.store(thing);
          told.push({ line, becomes: thing ? 'new' : 'same' });
        } catch (error) {
          told.push({ line, becomes: 'not', why: reasonOf(error) });
        }
      }
    } finally {
      // Once for all of them: each line is planned by what was known before the first.
      if (keep) this.batches.forgetAll();
    }
    return { lines: told };
  }

  private async store(thing: NotebookThing): Promise<void> {
    await this.batches.write((transaction) => this.batches.takeIn(thing, transaction));
    this.stream.announce({ batchId: thing.id, seq: thing.events.at(-1)!.seq });
  }

  private async batchOf(line: Line<MadeRead>): Promise<Ready> {
    const { drinkId, at, known, batchId, line: _line, name: _name, ...how } = line;
    const id = batchId ?? idOf(JSON.stringify(['made', drinkId, at, how, known]));
    const there = await this.batches.begunAt(drinkId, at);
    if (there.includes(id) || (batchId === undefined && there.length > 0 && !known.left)) return {};
    if ((await this.batches.eventsOf(id)).length > 0)
      throw new NotTaken(
        'A batch of this number is here, and it is another: of another drink, or begun at another time.',
      );
    const drink = await this.drinks.drink(drinkId);
    const told = await this.drinks.tellMade(drink, targetOf(drink, line), { at, known });
    if (told.kind === 'not') throw new NotTaken(told.why);
    if (Date.parse(told.events.at(-1)!.at) > this.config.now().getTime())
      throw new NotTaken('It would be going still. Begin it from its plan page, and say when it was put on.');
    return { thing: this.thing(id, told.events, 0) };
  }

  private async tastingOf({ drinkId, at, day, state, verdict, batchId }: Line<TastedRead>): Promise<Ready> {
    const id = batchId ?? (await this.batches.lastBegunBy(drinkId, eveningOf(at, day)));
    const events = id === undefined ? [] : await this.batches.eventsOf(id);
    if (id === undefined || events.length === 0)
      throw new NotTaken('No batch of it was begun by then. Take the table of batches in first.');
    const batch = batchAfter(events);
    const straining = Date.parse(batch.strainedAt ?? at);
    // Of a day without an hour it was tasted when there was something to taste.
    const when = day && straining > Date.parse(at) && straining < Date.parse(at) + DAY_MS ? batch.strainedAt! : at;
    const body: BatchEventBody = { type: 'tasted', state, verdict };
    const known = batch.tastings.some(
      (t) => Date.parse(t.at) === Date.parse(when) && t.state === state && isDeepStrictEqual(t.verdict, verdict),
    );
    if (known) return {};
    const decision = decide(batch, body, when);
    if (decision.kind === 'refused') throw new NotTaken(decision.message);
    return { thing: this.thing(id, [{ at: when, body }], events.length) };
  }

  private thing(id: string, told: readonly { at: string; body: BatchEventBody }[], firstSeq: number): NotebookThing {
    const receivedAt = this.config.now().toISOString();
    return {
      id,
      events: told.map(({ at, body }, i) => ({
        id: idOf(JSON.stringify([id, firstSeq + i, at, body.type])),
        ...{ seq: firstSeq + i, at, receivedAt },
        body: { v: EVENT_VERSION, ...body },
      })),
    };
  }
}

const DAY_MS = 86_400_000;
/** A day without an hour has noon for its moment; whatever was begun on it counts. */
const eveningOf = (at: string, day: true | undefined): string =>
  day ? new Date(Date.parse(at) + DAY_MS / 2).toISOString() : at;

/** As the drink is by default, but for what the line says. */
function targetOf(drink: Drink, { litres, wayId, steepMin, known }: MadeRead): PlanTarget {
  const { defaults } = drink;
  const way = wayId === undefined ? undefined : wayOf(drink, wayId);
  if (wayId !== undefined && !way) throw new NotTaken(`${drink.name} has no such way.`);
  const enough = known.left?.length
    ? Math.max(TARGET_RANGES.litres.min, known.left.reduce((sum, l) => sum + l.ml, 0) / 1000)
    : defaults.litres;
  return {
    ...defaults,
    litres: litres ?? Math.min(TARGET_RANGES.litres.max, enough),
    ...(way ? { wayId: way.id, steepMin: writtenMinutes(way) } : {}),
    ...(steepMin === undefined ? {} : { steepMin }),
  };
}

function reasonOf(error: unknown): string {
  if (error instanceof NotTaken) return error.message;
  if (error instanceof ProblemException) return error.problem.detail;
  if (error instanceof InputError) return faultInWords(error);
  throw error;
}
