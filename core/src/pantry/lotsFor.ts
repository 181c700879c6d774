import type { Drink, Kitchen, PlanTarget } from '../drink/drink';
import { leafOf } from '../plan/planDrink';
import { planOrWhy } from '../plan/planOrWhy';
import type { Learned } from '../taste/learned';
import { potencyOf, type PantryEntry } from './pantry';

/** Which lots a plan draws on depends on how much it weighs out, and that on what the lots give: so often it is gone round. */
const ROUNDS = 4;

/**
 * What the lots give that a plan of this target will draw on, by plant, settled: the plan weighs out just as much of them as it was
 * worked out for. @returns nothing where no lot differs from the reference
 */
export function potencyFor(
  pantry: readonly PantryEntry[],
  {
    drink,
    target,
    kitchen,
    learned,
  }: { drink: Drink; target: PlanTarget; kitchen: Kitchen; learned: Learned | undefined },
): Record<string, number> {
  if (pantry.every((e) => e.lots.every((l) => l.potency === 1))) return {};
  let potency = potencyOf(pantry, aboutNeededG(drink, target));
  for (let round = 0; round < ROUNDS; round++) {
    const result = planOrWhy(drink, { ...target, potency }, kitchen, learned);
    if (result.kind !== 'plan') return potency;
    const needed: Record<string, number> = {};
    for (const l of leafOf(result.plan)) needed[l.plant] = (needed[l.plant] ?? 0) + l.grams;
    const next = potencyOf(pantry, needed);
    if (JSON.stringify(next) === JSON.stringify(potency)) return potency;
    potency = next;
  }
  return potency;
}

/** About how much of each plant is wanted: the recipe's amounts, in proportion. Where the going round begins. */
function aboutNeededG(drink: Drink, target: PlanTarget): Record<string, number> {
  const times = (target.litres * 1000 * target.strengthX) / drink.book.jugMl;
  const needed: Record<string, number> = {};
  drink.brews.forEach((brew, i) => {
    const way = (i === 0 && brew.ways.find((w) => w.id === target.wayId)) || brew.ways[0]!;
    for (const x of way.ingredients) needed[x.plant] = (needed[x.plant] ?? 0) + x.grams * times;
  });
  return needed;
}
