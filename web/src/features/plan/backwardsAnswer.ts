import {
  faultInWords,
  planBackwards,
  type Drink,
  type Kitchen,
  type Learned,
  type PlanTarget,
  type Starting,
} from '@steepsis/core';

export type BackwardsQuestion = {
  drink: Drink;
  target: PlanTarget;
  kitchen: Kitchen;
  starting: Starting;
  learned: Learned | undefined;
};

/** A plan worked out backwards, as plain figures that a worker can send. */
export type BackwardsAnswer =
  | {
      kind: 'plan';
      litres: number;
      glasses: number;
      leaf: readonly { name: string; grams: number }[];
      waterMl: number;
      outMl: number;
      binds: string;
    }
  | { kind: 'too-little'; binds: string }
  | { kind: 'no-plan'; message: string };

/** A score of trial plans: it is asked of the worker. */
export function backwardsAnswer(question: BackwardsQuestion): BackwardsAnswer {
  try {
    return answerTo(question);
  } catch (error) {
    return { kind: 'no-plan', message: faultInWords(error) };
  }
}

function answerTo({ drink, target, kitchen, starting, learned }: BackwardsQuestion): BackwardsAnswer {
  const found = planBackwards(drink, target, kitchen, starting, learned);
  if (found.kind === 'no-plan') return { kind: 'no-plan', message: found.message };
  if (found.kind === 'too-little') return found;
  const { plan, binds } = found;
  const [brew] = plan.brews;
  return {
    kind: 'plan',
    litres: plan.target.litres,
    glasses: plan.glass.count,
    leaf: brew.leaf.map(({ name, grams }) => ({ name, grams })),
    waterMl: brew.waterMl,
    outMl: brew.figures.volumeMl,
    binds,
  };
}
