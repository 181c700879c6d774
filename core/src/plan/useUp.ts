import { TARGET_RANGES, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import type { Learned } from '../taste/learned';
import { InputError } from '../quantity/errors';
import { leafOf, planDrink, type Plan } from './planDrink';

/** The most of a drink that what is there allows, and the plant that runs out first. */
export type UseUp = { kind: 'plan'; plan: Plan; runsOut: string } | { kind: 'too-little'; plant: string };

/**
 * Plans the other way round: as much of a drink as this much leaf makes, in every other way as wished.
 * @param haveG grams on hand by plant; plants that are not named are taken to be no limit
 * @throws InputError when no plant of the drink is named
 */
export function useUp(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  haveG: Readonly<Record<string, number>>,
  learned?: Learned,
): UseUp {
  const limits = (plan: Plan): { plant: string; share: number }[] =>
    leafOf(plan).flatMap((l) =>
      haveG[l.plant] === undefined ? [] : [{ plant: l.plant, share: l.grams / haveG[l.plant]! }],
    );
  const at = (litres: number): Plan | undefined => {
    const result = planDrink(drink, { ...target, litres }, kitchen, learned);
    return result.kind === 'plan' ? result.plan : undefined;
  };
  const tightest = (plan: Plan): { plant: string; share: number } => {
    const [first, ...rest] = limits(plan);
    if (!first)
      throw new InputError(
        'useUp',
        'haveG',
        `grams of a plant of ${drink.id}`,
        Object.keys(haveG).join(', ') || 'nothing',
      );
    return rest.reduce((a, b) => (b.share > a.share ? b : a), first);
  };
  const { min, max } = TARGET_RANGES.litres;
  const least = at(min);
  if (!least || tightest(least).share > 1)
    return { kind: 'too-little', plant: least ? tightest(least).plant : (Object.keys(haveG)[0] ?? '') };
  let [lo, hi, best] = [min as number, max as number, least];
  for (let i = 0; i < 24 && hi - lo > 0.01; i++) {
    const middle = (lo + hi) / 2;
    const plan = at(middle);
    if (plan && tightest(plan).share <= 1) [lo, best] = [middle, plan];
    else hi = middle;
  }
  return { kind: 'plan', plan: best, runsOut: tightest(best).plant };
}
