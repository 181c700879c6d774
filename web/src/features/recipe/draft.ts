import {
  blankWay,
  faultInWords,
  freeId,
  InputError,
  planFromLots,
  requireDrink,
  writtenTarget,
  type BrewWay,
  type Drink,
  type Kitchen,
  type Learned,
  type OwnPlant,
  type PantryEntry,
  type PlanResult,
  type PlanTarget,
} from '@steepsis/core';

/** A drink with nothing in it yet. */
export function blankDrink(): Drink {
  const way = blankWay();
  return {
    v: 2,
    id: 'new',
    version: 1,
    name: 'A new drink',
    brews: [{ id: 'brew', name: 'Brew', ways: [way] }],
    mix: [
      { id: 'brew', name: 'Brew', from: { kind: 'brew', brewId: 'brew' }, book: 'all', at: 'jug' },
      { id: 'water', name: 'Cold water', from: { kind: 'water', water: 'still' }, book: 'rest', at: 'jug' },
    ],
    serve: { glassMl: 250, iceG: 80, rightAtMin: 5 },
    book: { wayId: way.id, jugMl: 1500, iced: true },
    defaults: {
      litres: 1.5,
      glassMl: 250,
      iced: true,
      strengthX: 1,
      sugarGPerL: 0,
      wayId: way.id,
      steepMin: 10,
      audience: [],
    },
  };
}

/** An id from a name, that no other drink has. */
export const drinkId = (name: string, taken: readonly string[]): string =>
  freeId(
    name
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'drink',
    taken,
  );

export type Tried =
  | { kind: 'drink'; drink: Drink; result: PlanResult }
  /** what is wrong with it, in words, and in which part of the page that is put right */
  | { kind: 'not-yet'; message: string; where: Part };

/** Parts of the page, by what they show. */
export type Part = 'pot' | 'mix' | 'serve';
const partOf = (field: string): Part =>
  /^(mix|book\b|perLitreMl)/.test(field) ? 'mix' : /glass|serve|ice/i.test(field) ? 'serve' : 'pot';

/** A draft as it is kept although it cannot be planned, with the cook's own plants that it uses. */
export function asDraft(drink: Drink, ownPlants: readonly OwnPlant[]): Drink {
  const plants = broughtAlong(drink, ownPlants);
  const { plants: _was, ...bare } = drink;
  return { ...bare, ...(plants.length > 0 ? { plants } : {}), draft: true };
}

/** The cook's own plants that a draft uses: as it brings them along, or as the house has them where it does not yet. */
export function broughtAlong(draft: Drink, house: readonly OwnPlant[]): OwnPlant[] {
  const used = new Set([
    ...draft.brews.flatMap((b) => b.ways.flatMap((w) => w.ingredients.map((i) => i.plant))),
    ...draft.mix.flatMap((l) => (l.from.kind === 'juice' ? [l.from.plant] : [])),
  ]);
  const own = draft.plants ?? [];
  const all = [...own, ...house.filter((p) => !own.some((o) => o.id === p.id))];
  return all.filter((p) => used.has(p.id));
}

/** What a drink is worked out by: the same on every page, the house's lots and what it learned counted in. */
export type WorkedBy = {
  kitchen: Kitchen;
  entries?: readonly PantryEntry[];
  learned?: Pick<Learned, 'harshLimit'> | undefined;
};

/** A drink as written in this house. */
export const asWrittenHere = (
  drink: Drink,
  choice: Partial<PlanTarget>,
  { kitchen, entries = [], learned }: WorkedBy,
): PlanResult =>
  planFromLots(entries, { drink, target: { ...drink.defaults, ...choice, asWritten: true }, kitchen, learned }).result;

/** The drink as written, run forward: its own target follows from it. */
export function tryDrink(draft: Drink, by: WorkedBy, ownPlants: readonly OwnPlant[]): Tried {
  try {
    const all = broughtAlong(draft, ownPlants);
    // What can be planned is a draft no more.
    const { plants: _was, draft: _draft, ...bare } = draft;
    const whole: Drink = all.length > 0 ? { ...bare, plants: all } : bare;
    const drink = { ...whole, defaults: writtenTarget(whole) };
    requireDrink(drink);
    return { kind: 'drink', drink, result: asWrittenHere(drink, {}, by) };
  } catch (error) {
    if (error instanceof InputError)
      return { kind: 'not-yet', message: wordsFor(error, draft), where: partOf(error.field) };
    throw error;
  }
}

/** What the core says of a draft, as a cook would say it. */
function wordsFor(error: InputError, draft: Drink): string {
  if (draft.brews.every((b) => b.ways.every((w) => w.ingredients.length === 0)))
    return 'Add a plant, and the figures follow.';
  return faultInWords(error);
}

/** Replaces one way of one brew. */
export const withWay = (drink: Drink, brewId: string, way: BrewWay): Drink => ({
  ...drink,
  brews: drink.brews.map((b) =>
    b.id === brewId ? { ...b, ways: b.ways.map((w) => (w.id === way.id ? way : w)) } : b,
  ) as unknown as Drink['brews'],
});
