import { Injectable } from '@nestjs/common';
import {
  batchAfter,
  bookOf,
  freeJugAfter,
  InputError,
  kindOfDrink,
  nextMakingOf,
  ownNoiseOf,
  targetAsItCame,
  tastingRecordOf,
  tastingRecordsOfJug,
  type Batch,
  type Drink,
  type FrozenPlan,
  type Learned,
  type PlanTarget,
  type Ranged,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { BatchesStore } from '../batches/batches.store';
import { HouseService } from '../house/house.service';
import { JugsStore } from '../jugs/jugs.store';
import { Planner } from '../planning/planner';
import { eachAlone } from '../shared/stored';

/** Tastings older than this many batches no longer say what the house likes. */
const BATCHES_LEARNED_FROM = 40;
/** So many of the latest tastings of other drinks of the kind are heard beside a drink's own. */
const OF_THE_KIND = 16;
/** Of each other drink of the kind so many of the latest batches are looked at. */
const BATCHES_OF_OTHERS = 8;
/** Of a drink that is poured together without a recipe, so many of the latest jugs. */
const JUGS_LEARNED_FROM = 20;

/** Tastings of a drink, the latest first, each with when and of what. */
export type Tastings = DrinkView['tastings'];

/** What the latest batches of a drink teach. */
export type Taught = {
  tastings: Tastings;
  /** the target of the batch that was tasted last, as it came out */
  wasMadeBy: PlanTarget | undefined;
  last: { plan: FrozenPlan; target: PlanTarget } | undefined;
};

/** What past batches, jugs and glasses have taught about each drink. */
@Injectable()
export class TaughtService {
  /** of what kind each drink is, by its version: a drink that is kept is never changed in place */
  private readonly kinds = new Map<string, string | undefined>();

  constructor(
    private readonly batches: BatchesStore,
    private readonly jugs: JugsStore,
    private readonly house: HouseService,
    private readonly planner: Planner,
  ) {}

  /** How often each drink was made, and when last. */
  made = (): ReturnType<BatchesStore['madeByDrink']> => this.batches.madeByDrink();

  /** What was said of a drink: remembered until something happens to one of its batches or jugs, and read anew after a start. */
  async of(drink: Drink): Promise<Taught> {
    const taught = await this.batches.ofDrink(`${drink.id} ${drink.version}`, drink.id, async () => {
      const tasted = await this.load(
        await this.batches.idsOfDrink(drink.id, { tastedOnly: true, limit: BATCHES_LEARNED_FROM }),
      );
      const [last] = await this.load(await this.batches.idsOfDrink(drink.id, { tastedOnly: false, limit: 1 }));
      return {
        tastings: tastingsOf(tasted, drink),
        wasMadeBy: tasted[0] && targetAsItCame(tasted[0]),
        last: last && { plan: last.plan, target: targetAsItCame(last) },
      };
    });
    const ofJugs = await this.ofJugs(drink);
    return ofJugs.length === 0 ? taught : { ...taught, tastings: latestFirst([...taught.tastings, ...ofJugs]) };
  }

  /**
   * What was learned of a drink, by the lot that the next one will be made of; undefined where neither it nor another of its kind was tasted.
   * @param others the drinks of the book, by which those of its kind are found
   * @param who for whom, where it is not the cook
   */
  async learned(drink: Drink, own: Tastings, others: readonly Drink[], who?: string): Promise<Learned | undefined> {
    const records = latestFirst([...own, ...(await this.ofTheKind(drink, others))]);
    if (records.length === 0) return undefined;
    const { kitchen, pantry } = await this.house.view();
    const next = nextMakingOf(
      drink.id,
      records,
      pantry.map((p) => p.body),
    );
    const { sugarGPerL } = drink.defaults;
    const forWhom = { ...next, own: ownNoiseOf(kitchen.body), ...(who === undefined ? {} : { who }) };
    return this.planner.work('toLearn', { records, sugarGPerL, next: forWhom });
  }

  /** What each lot gives that a tasted batch was made of, by plant and lot; of all that is known of it, what is surest. */
  async lots(drinks: readonly Drink[]): Promise<Readonly<Record<string, Ranged>>> {
    const lots = new Map<string, Ranged>();
    const made = await this.batches.madeByDrink();
    for (const drink of drinks.filter((d) => made.has(d.id))) {
      const { tastings } = await this.of(drink);
      const learned = tastings.some((t) => t.lot) ? await this.learned(drink, tastings, drinks) : undefined;
      for (const [lot, ranged] of Object.entries(learned?.lots ?? {})) {
        const known = lots.get(lot);
        if (!known || ranged.high / ranged.low < known.high / known.low) lots.set(lot, ranged);
      }
    }
    return Object.fromEntries(lots);
  }

  /** The latest that was said of other drinks of the same kind. */
  private async ofTheKind(drink: Drink, others: readonly Drink[]): Promise<Tastings> {
    const kind = this.kindOf(drink);
    const made = await this.batches.madeByDrink();
    const like = others.filter(
      (d) => d.id !== drink.id && made.has(d.id) && kind !== undefined && this.kindOf(d) === kind,
    );
    const said = await Promise.all(
      like.map((other) =>
        this.batches.ofDrink(`${other.id} ${other.version} of the kind`, other.id, async () =>
          tastingsOf(
            await this.load(await this.batches.idsOfDrink(other.id, { tastedOnly: true, limit: BATCHES_OF_OTHERS })),
            other,
          ),
        ),
      ),
    );
    return latestFirst(said.flat()).slice(0, OF_THE_KIND);
  }

  /** Jugs that were poured together to be like a drink. */
  private ofJugs(drink: Drink): Promise<Tastings> {
    return this.jugs.ofDrink(`${drink.id} ${drink.version}`, async () => {
      const ids = await this.jugs.idsLike(drink, JUGS_LEARNED_FROM);
      const kitchen = await this.house.kitchen();
      const lines = ids.map((id) => ({ id, name: '' }));
      const { items } = await eachAlone(lines, async ({ id }) =>
        tastingRecordsOfJug(freeJugAfter(await this.jugs.eventsOf(id)), drink, kitchen).map((r) => ({
          ...r,
          batchId: id,
        })),
      );
      return latestFirst(items.flat());
    });
  }

  private kindOf(drink: Drink): string | undefined {
    const key = `${drink.id} ${drink.version}`;
    if (!this.kinds.has(key))
      this.kinds.set(
        key,
        orNone(() => kindOfDrink(drink)),
      );
    return this.kinds.get(key);
  }

  private async load(ids: readonly string[]): Promise<Batch[]> {
    const lines = ids.map((id) => ({ id, name: '' }));
    // One that cannot be read teaches nothing and hinders nothing.
    return (await eachAlone(lines, async ({ id }) => batchAfter(await this.batches.eventsOf(id)))).items;
  }
}

const latestFirst = (tastings: Tastings): Tastings => [...tastings].sort((a, b) => Date.parse(b.at) - Date.parse(a.at));

/** Tastings of batches, the latest batch first. A batch that cannot be worked out any more teaches nothing and hinders nothing. */
function tastingsOf(batches: readonly Batch[], drink: Drink): Tastings {
  const standard = orNone(() => bookOf(drink).standard);
  return batches.flatMap(
    (batch) =>
      orNone(() =>
        [...batch.tastings]
          .reverse()
          .map((t) => ({ ...tastingRecordOf(batch, t, standard), at: t.at, batchId: batch.id })),
      ) ?? [],
  );
}

/** What cannot be worked out says so where it is looked at; here it is none. */
function orNone<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}
