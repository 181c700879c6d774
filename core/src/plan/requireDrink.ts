import type { Drink } from '../drink/drink';
import { InputError } from '../quantity/errors';
import { plantsOf, requirePlant } from '../reference/plants';
import { totalOf } from '../liquid/liquid';
import { solidsOf, SWEETENERS, type Sweetener } from '../sugar/sweeteners';
import { bookOf } from './houseStandard';
import { requireTarget } from './planDrink';

/**
 * Checks that a drink can be made: its parts know each other, and its book runs forward.
 * @throws InputError naming the field that is at fault
 */
export function requireDrink(drink: Drink): void {
  const plants = plantsOf(drink);
  const unique = (field: string, ids: readonly string[]): void => {
    const twice = ids.find((id, i) => ids.indexOf(id) !== i);
    if (twice !== undefined) throw new InputError('requireDrink', field, 'ids that are each there once', twice);
  };
  unique(
    'brews',
    drink.brews.map((b) => b.id),
  );
  unique(
    'mix',
    drink.mix.map((l) => l.id),
  );
  for (const brew of drink.brews) {
    unique(
      `brews.${brew.id}.ways`,
      brew.ways.map((w) => w.id),
    );
    for (const way of brew.ways) {
      const at = `brews.${brew.id}.ways.${way.id}`;
      unique(
        `${at}.stages`,
        way.stages.map((s) => s.id),
      );
      unique(
        `${at}.ingredients`,
        way.ingredients.map((i) => i.id),
      );
      for (const i of way.ingredients) requirePlant('requireDrink', `${at}.ingredients.${i.id}.plant`, i.plant, plants);
      for (const s of way.stages)
        if (s.kind === 'dissolve') {
          requireSweetener(`${at}.stages.${s.id}`, s.sweetener);
          requireSyrupable(`${at}.stages.${s.id}`, s.sweetener, 'brix' in s.to ? s.to.brix : undefined);
        }
    }
  }
  const brewIds = drink.brews.map((b) => b.id);
  for (const { id, from } of drink.mix) {
    if (from.kind === 'brew' && !brewIds.includes(from.brewId))
      throw new InputError('requireDrink', `mix.${id}.from.brewId`, `one of ${brewIds.join(', ')}`, from.brewId);
    if (from.kind === 'juice') requirePlant('requireDrink', `mix.${id}.from.plant`, from.plant, plants);
    if (from.kind === 'syrup') {
      requireSyrup(`mix.${id}.from`, from);
      requireSyrupable(`mix.${id}.from.brix`, from.sweetener, from.brix);
    }
  }
  if (!drink.mix.some((l) => l.from.kind === 'brew' && l.at === 'jug'))
    throw new InputError('requireDrink', 'mix', 'at least one brew that goes into the jug', 'none');
  const [first] = drink.brews;
  if (!drink.mix.some((l) => l.from.kind === 'brew' && l.from.brewId === first.id && l.at === 'jug'))
    throw new InputError(
      'requireDrink',
      'mix',
      `a jug with ${first.name.toLowerCase()}, the brew that carries the drink,`,
      'none',
    );
  const { standard, glass } = bookOf(drink);
  // What is only mixed or blended has no strength, but it has something in it.
  if (!(standard > 0 || totalOf(glass.bodyG) + glass.acidG > 0))
    throw new InputError('requireDrink', 'brews', 'at least one plant that gives taste', 'none');
  requireTarget(drink, drink.defaults);
}

function requireSyrup(field: string, { sweetener, brix }: { sweetener: string; brix: number }): void {
  requireSweetener(`${field}.sweetener`, sweetener);
  const own = 100 * solidsOf(sweetener);
  if (brix > own)
    throw new InputError(
      'requireDrink',
      `${field}.brix`,
      `at most the ${own.toFixed(0)} °Bx of what it is made of`,
      brix,
    );
}

/** What is so strong that a spoon of it sweetens a bucket is weighed, and what sets in the cold is no syrup. House estimates. */
const BY_THE_SPOON_MOST = 5;
const SETS_ABOVE_BRIX: Readonly<Record<string, number>> = { erythritol: 25 };

/** @param brix of a syrup of it, where it is made into one */
function requireSyrupable(field: string, kind: string, brix?: number): void {
  const sweetener = (SWEETENERS as Readonly<Record<string, Sweetener>>)[kind];
  if (sweetener && sweetener.sweetness.value > BY_THE_SPOON_MOST)
    throw new InputError(
      'requireDrink',
      field,
      'a sweetener with some body; what is two hundred times as sweet as sugar is weighed by the tenth of a gram at the glass',
      kind,
    );
  const sets = SETS_ABOVE_BRIX[kind];
  if (sets !== undefined && brix !== undefined && brix > sets)
    throw new InputError('requireDrink', field, `at most ${sets} °Bx of what crystallises in the cold`, brix);
}

function requireSweetener(field: string, kind: string): void {
  if (!(kind in SWEETENERS))
    throw new InputError('requireDrink', field, `one of ${Object.keys(SWEETENERS).join(', ')}`, kind);
}
