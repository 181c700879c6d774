import type { Drink } from '../drink/drink';
import { InputError } from '../quantity/errors';
import { plantsOf, requirePlant } from '../reference/plants';
import { solidsOf, SWEETENERS } from '../sugar/sweeteners';
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
      for (const s of way.stages) if (s.kind === 'dissolve') requireSweetener(`${at}.stages.${s.id}`, s.sweetener);
    }
  }
  const brewIds = drink.brews.map((b) => b.id);
  for (const { id, from } of drink.mix) {
    if (from.kind === 'brew' && !brewIds.includes(from.brewId))
      throw new InputError('requireDrink', `mix.${id}.from.brewId`, `one of ${brewIds.join(', ')}`, from.brewId);
    if (from.kind === 'juice') requirePlant('requireDrink', `mix.${id}.from.plant`, from.plant, plants);
    if (from.kind === 'syrup') requireSyrup(`mix.${id}.from`, from);
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
  if (!(bookOf(drink).standard > 0))
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

function requireSweetener(field: string, kind: string): void {
  if (!(kind in SWEETENERS))
    throw new InputError('requireDrink', field, `one of ${Object.keys(SWEETENERS).join(', ')}`, kind);
}
