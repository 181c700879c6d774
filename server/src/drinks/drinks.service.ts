import { Inject, Injectable } from '@nestjs/common';
import {
  BOOK,
  fittedTarget,
  InputError,
  kitchenAs,
  readDrink,
  type Drink,
  type KitchenUse,
  type KnownAfter,
  type Learned,
  type NextTime,
  type PlanTarget,
  type ToldAfter,
} from '@steepsis/core';
import type { DrinkList, DrinkSummary, DrinkVersions, DrinkView, LotsSoFar } from '@steepsis/contract';
import { DatabaseService } from '../database/database.service';
import { ArchivedDrinkRow, DrinkRow } from '../database/models';
import { HouseService } from '../house/house.service';
import { Planner, TooLargeError } from '../planning/planner';
import type { ReadyToStart, toNext } from '../planning/planJobs';
import { CONFIG, type Config } from '../shared/config';
import { notFound, ProblemException, unfit } from '../shared/problem.filter';
import { eachAlone, storedBody } from '../shared/stored';
import { TaughtService } from './taught.service';
import { StreamService } from '../stream/stream';

/** The drinks book, and what past batches have taught about each drink. */
@Injectable()
export class DrinksService {
  private readonly parsed = new Map<string, Drink>();

  constructor(
    private readonly database: DatabaseService,
    private readonly house: HouseService,
    private readonly stream: StreamService,
    private readonly planner: Planner,
    private readonly taught: TaughtService,
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
    const latest = await this.latestRows();
    const made = await this.taught.made();
    const archived = new Set((await ArchivedDrinkRow.findAll()).map((r) => r.id));
    const rows = latest.map(nameless);
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

  /** The latest version of every drink that can be read: parsed once as long as it is the latest. */
  private async latest(): Promise<readonly Drink[]> {
    const { items } = await eachAlone((await this.latestRows()).map(nameless), ({ row }) => {
      const key = `${row.id} ${row.version}`;
      const drink = this.parsed.get(key) ?? drinkOf(row);
      this.parsed.set(key, drink);
      return drink;
    });
    return items;
  }

  private async latestRows(): Promise<DrinkRow[]> {
    const latest = new Map<string, DrinkRow>();
    for (const row of await DrinkRow.findAll({
      order: [
        ['id', 'ASC'],
        ['version', 'ASC'],
      ],
    }))
      latest.set(row.id, row);
    return [...latest.values()];
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
    const kitchen = kitchenAs(await this.house.kitchen(), use);
    const learned = await this.learnedOf(drink, target.drinker);
    return this.planner.work('toStart', { drink, target, kitchen, learned });
  }

  /** A drink as it was made before it was told of, in this house. */
  async tellMade(drink: Drink, target: PlanTarget, told: { at: string; known: KnownAfter }): Promise<ToldAfter> {
    const kitchen = await this.house.kitchen();
    return this.planner.work('toTell', { drink, target, kitchen, learned: await this.learnedOf(drink), ...told });
  }

  /** What past tastings have taught of a drink, for whom it is; undefined before the first of its kind. */
  async learnedOf(drink: Drink, who?: string): Promise<Learned | undefined> {
    const { tastings } = await this.taught.of(drink);
    return this.taught.learned(drink, tastings, await this.latest(), who);
  }

  /** What each lot gives that was tasted, by plant and lot. */
  async lots(): Promise<LotsSoFar> {
    return { lots: await this.taught.lots(await this.latest()) };
  }

  /** A drink, what has been learned of it, and where its next plan starts from. */
  async view(id: string, who?: string): Promise<DrinkView> {
    const drink = await this.drink(id);
    const { tastings, wasMadeBy, last } = await this.taught.of(drink);
    const learned = await this.taught.learned(drink, tastings, await this.latest(), who);
    const next =
      learned && wasMadeBy
        ? await this.advice({
            drink,
            wasMadeBy,
            kitchen: await this.house.kitchen(),
            learned,
            // What was said by whom it is for tells the most of it.
            last: tastings.find((t) => t.verdict.who === who) ?? tastings[0],
          })
        : undefined;
    const asBefore = next?.target ?? last?.target ?? drink.defaults;
    const startFrom = fittedTarget(drink, forWhom(asBefore, who));
    return { drink, learned, startFrom, next, lastPlan: last?.plan, tastings };
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
}

/** The target with for whom it is, and for nobody in particular where nothing is said. */
function forWhom({ drinker: _before, ...target }: PlanTarget, who: string | undefined): PlanTarget {
  return who === undefined ? target : { ...target, drinker: who };
}

const nameless = (row: DrinkRow): { id: string; name: string; row: DrinkRow } => ({
  id: row.id,
  name: row.id.replaceAll('-', ' '),
  row,
});

/** A drink as any release stored it. */
const drinkOf = (row: DrinkRow): Drink => readDrink(storedBody<Drink>('drink', row.body));
