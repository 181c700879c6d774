import type { Bottles } from '../drink/drink';
import { volumeMl } from '../liquid/liquid';
import type { Plan } from './planTypes';

/** What a plan fills: whole glasses or whole bottles, and what is over, ml of the jug. */
export type Filling = { count: number; eachMl: number; overMl: number };

/** A glass or bottle that lacks no more than this share is full. House estimate. */
const AS_GOOD_AS_FULL = 0.03;

/** Whole bottles of a drink that is kept in them; undefined for one that is not. */
export const bottlesFilled = ({ drink, jug }: Pick<Plan, 'drink' | 'jug'>): Filling | undefined =>
  drink.bottles ? fillBottles(drink.bottles, volumeMl(jug.liquid)) : undefined;

/** Whole bottles that so much fills, and what is over. */
export function fillBottles({ ml }: Bottles, haveMl: number): Filling {
  const count = Math.floor(haveMl / ml + AS_GOOD_AS_FULL);
  return { count, eachMl: ml, overMl: Math.max(0, haveMl - count * ml) };
}

/** Whole glasses, each with its share of the jug, and what of the jug is over: a pan is made whole, and the rest is kept. */
export function glassesFilled({ glass, jug, target }: Pick<Plan, 'glass' | 'jug' | 'target'>): Filling {
  const count = Math.floor(glass.count + AS_GOOD_AS_FULL);
  const have = volumeMl(jug.liquid);
  return {
    count,
    eachMl: target.glassMl,
    overMl: glass.count > 0 ? Math.max(0, (have * (glass.count - count)) / glass.count) : have,
  };
}
