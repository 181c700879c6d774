import { Inject, Injectable } from '@nestjs/common';
import {
  batchAfter,
  BOOK,
  fittedTarget,
  InputError,
  kitchenAs,
  learnFrom,
  nextLotOf,
  readDrink,
  targetAsItCame,
  tastingRecordOf,
  type Batch,
  type Drink,
  type FrozenPlan,
  type KitchenUse,
  type Learned,
  type NextTime,
  type PlanTarget,
} from '@steepsis/core';
import type { DrinkList, DrinkSummary, DrinkVersions, DrinkView } from '@steepsis/contract';
import { BatchesStore } from '../batches/batches.store';
import { DatabaseService } from '../database/database.service';
import { ArchivedDrinkRow, DrinkRow } from '../database/models';
import { HouseService } from '../house/house.service';
import { Planner, TooLargeError } from '../planning/planner';
import type { ReadyToStart, toNext } from '../planning/planJobs';
import { CONFIG, type Config } from '../shared/config';
import { notFound, ProblemException, unfit } from '../shared/problem.filter';
import { eachAlone, storedBody } from '../shared/stored';
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
    private readonly planner: Planner,
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

  async list(): Promise<DrinkList> {
    const latest = new Map<string, DrinkRow>();
    for (const row of await DrinkRow.findAll({
      order: [
        ['id', 'ASC'],
        ['version', 'ASC'],
      ],
    }))
      latest.set(row.id, row);
    const made = await this.batches.madeByDrink();
    const archived = new Set((await ArchivedDrinkRow.findAll()).map((r) => r.id));
    const rows = [...latest.values()].map((row) => ({ id: row.id, name: row.id.replaceAll('-', ' '), row }));
    const { items, unread } = await eachAlone(rows, ({ row }): DrinkSummary => {
      const drink = drinkOf(row);
      return {
        id: drink.id,
        name: drink.name,
        version: drink.version,
        drink,
        archived: archived.has(drink.id),
        batches: made.get(drink.id)?.batches ?? 0,
        lastMadeAt: made.get(drink.id)?.lastMadeAt,
      };
    });
    return { drinks: items, unread };
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
    if (!drink.draft) await this.refuseUnmakeable(drink);
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
  private async refuseUnmakeable(drink: Drink): Promise<void> {
    try {
      await this.planner.work('toKeep', drink);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw unfit(error);
    }
  }

  /** A drink planned for a target in this house, by what was learned of it. */
  async readyToStart(drink: Drink, target: PlanTarget, use: KitchenUse = {}): Promise<ReadyToStart> {
    const [kitchen, learned] = [kitchenAs(await this.house.kitchen(), use), await this.learnedOf(drink)];
    return this.planner.work('toStart', { drink, target, kitchen, learned });
  }

  /** What past tastings have taught of a drink; undefined before the first. */
  async learnedOf(drink: Drink): Promise<Learned | undefined> {
    return this.learnedFrom(drink, (await this.taught(drink.id)).tastings);
  }

  /** A drink, what has been learned of it, and where its next plan starts from. */
  async view(id: string): Promise<DrinkView> {
    const drink = await this.drink(id);
    const { tastings, wasMadeBy, last } = await this.taught(id);
    const learned = await this.learnedFrom(drink, tastings);
    const next =
      learned && wasMadeBy
        ? await this.advice({
            drink,
            wasMadeBy,
            kitchen: await this.house.kitchen(),
            learned,
            last: tastings[0],
          })
        : undefined;
    const startFrom = fittedTarget(drink, next?.target ?? last?.target ?? drink.defaults);
    return { drink, learned, startFrom, next, lastPlan: last?.plan, tastings };
  }

  /** By the lot that the next one will be made of. */
  private async learnedFrom(drink: Drink, tastings: DrinkView['tastings']): Promise<Learned | undefined> {
    if (tastings.length === 0) return undefined;
    const { kitchen, pantry } = await this.house.view();
    const { tongue } = kitchen.body;
    const next = nextLotOf(
      tastings,
      pantry.map((p) => p.body),
    );
    return learnFrom(tastings, drink.defaults.sugarGPerL, { ...next, ...(tongue ? { noise: tongue.noise } : {}) });
  }

  /** A drink that is too large to be advised on is still shown: it is made smaller on its own page. */
  private async advice(of: Parameters<typeof toNext>[0]): Promise<NextTime | undefined> {
    try {
      return await this.planner.work('toNext', of);
    } catch (error) {
      if (error instanceof TooLargeError) return undefined;
      throw error;
    }
  }

  /** What the latest batches of a drink teach: remembered until something happens to one of them, and read anew after a start. */
  private taught(drinkId: string): Promise<Taught> {
    return this.batches.ofDrink(drinkId, async () => {
      const tasted = await this.load(
        await this.batches.idsOfDrink(drinkId, { tastedOnly: true, limit: BATCHES_LEARNED_FROM }),
      );
      const [last] = await this.load(await this.batches.idsOfDrink(drinkId, { tastedOnly: false, limit: 1 }));
      return {
        tastings: tastingsOf(tasted),
        wasMadeBy: tasted[0] && targetAsItCame(tasted[0]),
        last: last && { plan: last.plan, target: targetAsItCame(last) },
      };
    });
  }

  private async load(ids: readonly string[]): Promise<Batch[]> {
    const lines = ids.map((id) => ({ id, name: '' }));
    // One that cannot be read teaches nothing and hinders nothing.
    return (await eachAlone(lines, async ({ id }) => batchAfter(await this.batches.eventsOf(id)))).items;
  }
}

type Taught = {
  /** the latest first */
  tastings: DrinkView['tastings'];
  /** the target of the batch that was tasted last, as it came out */
  wasMadeBy: PlanTarget | undefined;
  last: { plan: FrozenPlan; target: PlanTarget } | undefined;
};

/** A drink as any release stored it. */
const drinkOf = (row: DrinkRow): Drink => readDrink(storedBody<Drink>('drink', row.body));

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
