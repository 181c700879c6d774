import type { Drink, Kitchen, PlanTarget } from '../drink/drink';
import { leafOf } from '../plan/planDrink';
import { planOrWhy } from '../plan/planOrWhy';
import type { PlanResult } from '../plan/planTypes';
import type { Learned } from '../taste/learned';
import { potencyOf, type PantryEntry } from './pantry';

/** Which lots a plan draws on depends on how much it weighs out, and that on what the lots give: so often it is gone round. */
const ROUNDS = 4;

/** A plan from the lots at hand: the target as it was planned for, what the lots give in it, and what came of it. */
export type FromLots = { target: PlanTarget; result: PlanResult };

/**
 * A plan that weighs out just as much of the lots as it was worked out for: which lots are used depends on the amount, and the amount on
 * what they give. Goes round until both agree; where no lot of the drink's plants differs from the reference it is planned once.
 */
export function planFromLots(
  pantry: readonly PantryEntry[],
  {
    drink,
    target,
    kitchen,
    learned,
  }: { drink: Drink; target: PlanTarget; kitchen: Kitchen; learned: Pick<Learned, 'harshLimit'> | undefined },
): FromLots {
  const about = aboutNeededG(drink, target);
  // Lots of other plants are no matter of this drink.
  const plants = new Set(drink.brews.flatMap((b) => b.ways.flatMap((w) => w.ingredients.map((i) => i.plant))));
  const own = pantry.filter((e) => plants.has(e.plant));
  const planned = (potency: Record<string, number>): FromLots => {
    const asked = Object.keys(potency).length > 0 ? { ...target, potency } : target;
    return { target: asked, result: planOrWhy(drink, asked, kitchen, learned) };
  };
  let potency = potencyOf(own, about);
  let made = planned(potency);
  for (let round = 1; round < ROUNDS && made.result.kind === 'plan'; round++) {
    const needed: Record<string, number> = {};
    for (const l of leafOf(made.result.plan)) needed[l.plant] = (needed[l.plant] ?? 0) + l.grams;
    const next = potencyOf(own, needed);
    if (JSON.stringify(next) === JSON.stringify(potency)) return made;
    potency = next;
    made = planned(potency);
  }
  return made;
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
