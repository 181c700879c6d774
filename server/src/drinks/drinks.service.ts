import { Inject, Injectable } from '@nestjs/common';
import {
  batchAfter,
  BOOK,
  fittedTarget,
  InputError,
  learnFrom,
  nextTime,
  readDrink,
  requireDrink,
  targetAsItCame,
  tastingRecordOf,
  type Batch,
  type Drink,
  type Learned,
} from '@steepsis/core';
import type { DrinkSummary, DrinkVersions, DrinkView } from '@steepsis/contract';
import { BatchesStore } from '../batches/batches.store';
import { DatabaseService } from '../database/database.service';
import { ArchivedDrinkRow, DrinkRow } from '../database/models';
import { HouseService } from '../house/house.service';
import { CONFIG, type Config } from '../shared/config';
import { notFound, ProblemException, unfit } from '../shared/problem.filter';
import { StreamService } from '../stream/stream';

/** Tastings older than this many batches no longer say what the house likes. */
const BATCHES_LEARNED_FROM = 40;

/** The drinks book, and what past batches have taught about each drink. */
@Injectable()
export class DrinksService {
  constructor(
    private readonly database: DatabaseService,
    private readonly batches: BatchesStore,
    private readonly house: HouseService,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** The book's drinks are there from the first start; later releases add the ones that are new. */
  async onApplicationBootstrap(): Promise<void> {
    const known = new Set((await DrinkRow.findAll({ attributes: ['id'] })).map((r) => r.id));
    const missing = BOOK.filter((d) => !known.has(d.id));
    if (missing.length === 0) return;
    const created_at = this.config.now().toISOString();
    await this.database.write(async (transaction) => {
      for (const drink of missing) {
        const { id, version } = drink;
        await DrinkRow.create({ id, version, body: JSON.stringify(drink), created_at }, { transaction });
      }
    });
  }

  async list(): Promise<DrinkSummary[]> {
    const latest = new Map<string, Drink>();
    for (const row of await DrinkRow.findAll({
      order: [
        ['id', 'ASC'],
        ['version', 'ASC'],
      ],
    }))
      latest.set(row.id, drinkOf(row));
    const made = await this.batches.madeByDrink();
    const archived = new Set((await ArchivedDrinkRow.findAll()).map((r) => r.id));
    return [...latest.values()].map((drink) => ({
      id: drink.id,
      name: drink.name,
      version: drink.version,
      drink,
      archived: archived.has(drink.id),
      batches: made.get(drink.id)?.batches ?? 0,
      lastMadeAt: made.get(drink.id)?.lastMadeAt,
    }));
  }

  /** The latest version of a drink. */
  async drink(id: string): Promise<Drink> {
    const row = await DrinkRow.findOne({ where: { id }, order: [['version', 'DESC']] });
    if (!row) throw notFound('drink', id);
    return drinkOf(row);
  }

  /**
   * Keeps a drink as its next version; the versions before stay. A version that is there already with the same words is
   * answered as kept, so that a repeated send is stored once.
   */
  async save(drink: Drink): Promise<void> {
    // A draft is kept as it is, and is called one; what it still lacks it says where it is planned.
    if (!drink.draft) this.refuseUnmakeable(drink);
    const body = JSON.stringify(drink);
    await this.database.write(async (transaction) => {
      const rows = await DrinkRow.findAll({ where: { id: drink.id }, order: [['version', 'ASC']], transaction });
      const same = rows.find((r) => r.version === drink.version);
      if (same?.body === body) return;
      const next = (rows.at(-1)?.version ?? 0) + 1;
      if (drink.version !== next)
        throw new ProblemException({
          type: 'drink-changed',
          title: 'Not now',
          status: 409,
          detail: `The next version of this drink is ${next}. Open it again.`,
          errors: [{ field: 'version', accepted: String(next), got: String(drink.version) }],
        });
      const { id, version } = drink;
      await DrinkRow.create({ id, version, body, created_at: this.config.now().toISOString() }, { transaction });
    });
    this.stream.announce({ drinkId: drink.id });
  }

  /** Every version of a drink that was kept, the latest first. */
  async versions(id: string): Promise<DrinkVersions> {
    const rows = await DrinkRow.findAll({ where: { id }, order: [['version', 'DESC']] });
    if (rows.length === 0) throw notFound('drink', id);
    return { versions: rows.map((r) => ({ version: r.version, keptAt: r.created_at, drink: drinkOf(r) })) };
  }

  /** Puts a drink away or takes it back into the book; nothing of it is lost. */
  async setArchived(id: string, archived: boolean): Promise<void> {
    await this.drink(id);
    await this.database.write(async (transaction) => {
      if (archived)
        await ArchivedDrinkRow.upsert({ id, archived_at: this.config.now().toISOString() }, { transaction });
      else await ArchivedDrinkRow.destroy({ where: { id }, transaction });
    });
    this.stream.announce({ drinkId: id });
  }

  /** A recipe that cannot be run forward is no drink: what is wrong with it is said by its field. */
  private refuseUnmakeable(drink: Drink): void {
    try {
      requireDrink(drink);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw unfit(error);
    }
  }

  /** What past tastings have taught of a drink; undefined before the first. */
  async learnedOf(drink: Drink): Promise<Learned | undefined> {
    return learnedFrom(drink, tastingsOf(await this.tastedBatches(drink.id)));
  }

  /** A drink, what has been learned of it, and where its next plan starts from. */
  async view(id: string): Promise<DrinkView> {
    const drink = await this.drink(id);
    const tasted = await this.tastedBatches(id);
    const [last] = await this.load(await this.batches.idsOfDrink(id, { tastedOnly: false, limit: 1 }));
    const tastings = tastingsOf(tasted);
    const learned = learnedFrom(drink, tastings);
    const lastTasted = tasted[0];
    const next =
      learned && lastTasted
        ? nextTime(drink, targetAsItCame(lastTasted), await this.house.kitchen(), learned, tastings[0])
        : undefined;
    const startFrom = fittedTarget(drink, next?.target ?? (last ? targetAsItCame(last) : drink.defaults));
    return { drink, learned, startFrom, next, lastPlan: last?.plan, tastings };
  }

  private async tastedBatches(drinkId: string): Promise<Batch[]> {
    return this.load(await this.batches.idsOfDrink(drinkId, { tastedOnly: true, limit: BATCHES_LEARNED_FROM }));
  }

  private load(ids: readonly string[]): Promise<Batch[]> {
    return Promise.all(ids.map(async (batchId) => batchAfter(await this.batches.eventsOf(batchId))));
  }
}

/** A drink as any release stored it. */
const drinkOf = (row: DrinkRow): Drink => readDrink(JSON.parse(row.body) as Drink);

/** Tastings of batches, the latest batch first. A batch that cannot be worked out any more teaches nothing and hinders nothing. */
const tastingsOf = (batches: readonly Batch[]): DrinkView['tastings'] =>
  batches.flatMap((batch) => {
    try {
      return [...batch.tastings].reverse().map((t) => ({ ...tastingRecordOf(batch, t), at: t.at, batchId: batch.id }));
    } catch (error) {
      if (error instanceof InputError) return [];
      throw error;
    }
  });

const learnedFrom = (drink: Drink, tastings: DrinkView['tastings']): Learned | undefined =>
  tastings.length > 0 ? learnFrom(tastings, drink.defaults.sugarGPerL) : undefined;
