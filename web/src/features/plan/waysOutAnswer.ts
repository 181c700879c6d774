import {
  factsOfPlan,
  findingsOf,
  planOrWhy,
  waysOut,
  type Drink,
  type Kitchen,
  type Learned,
  type PlanTarget,
  type WayOut,
} from '@steepsis/core';

export type WaysQuestion = {
  drink: Drink;
  target: PlanTarget;
  kitchen: Kitchen;
  learned: Learned | undefined;
  /** ISO date */
  today: string;
};

/** Changes that would clear each finding of a plan, by the rule. Each is a trial plan: it is asked of the worker. */
export function waysOutAnswer({
  drink,
  target,
  kitchen,
  learned,
  today,
}: WaysQuestion): Record<string, readonly WayOut[]> {
  const result = planOrWhy(drink, target, kitchen, learned);
  if (result.kind !== 'plan') return {};
  const { plan } = result;
  return Object.fromEntries(findingsOf(...factsOfPlan(plan)).map((f) => [f.id, waysOut(f, plan, today)]));
}
