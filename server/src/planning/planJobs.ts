import {
  dipstick,
  factsOfPlan,
  findingsOf,
  freezePlan,
  InputError,
  learnFrom,
  nextTime,
  planOrWhy,
  requireDrink,
  shoppingList,
  type Dipstick,
  type Drink,
  type Finding,
  type FrozenPlan,
  type Kitchen,
  type Learned,
  type NextMaking,
  type NextTime,
  type Plan,
  type PlanResult,
  type PlanTarget,
  type TastingRecord,
  type Vessel,
} from '@steepsis/core';
import { cardText, type CardText } from '../print/recipeText';

// What may take long to work out, each a function of what it is given: it runs in a thread of its own, and what it answers is plain.

export type PlanInput = { drink: Drink; target: PlanTarget; kitchen: Kitchen; learned: Learned | undefined };
type NoPlan = Extract<PlanResult, { kind: 'no-plan' }>;
/** What the core cannot use, as it is told from one thread to another. */
export type Unfit = { kind: 'unfit'; where: string; field: string; accepted: string; got: unknown };
export type Worked<T> = { kind: 'worked'; value: T } | NoPlan | Unfit;

export type ReadyToStart = {
  plan: FrozenPlan;
  findings: readonly Finding[];
  needs: readonly { plant: string; needG: number }[];
};

function alone<T>(work: () => Worked<T>): Worked<T> {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const { where, field, accepted, got } = error;
    return { kind: 'unfit', where, field, accepted, got: typeof got === 'object' ? String(got) : got };
  }
}

const planned = <T>({ drink, target, kitchen, learned }: PlanInput, of: (plan: Plan) => T): Worked<T> =>
  alone(() => {
    const result = planOrWhy(drink, target, kitchen, learned);
    return result.kind === 'plan' ? { kind: 'worked', value: of(result.plan) } : result;
  });

/** All that a start needs of a plan. */
export const toStart = (input: PlanInput): Worked<ReadyToStart> =>
  planned(input, (plan) => ({
    plan: freezePlan(plan),
    findings: findingsOf(...factsOfPlan(plan)),
    needs: shoppingList(plan, []).map(({ plant, needG }) => ({ plant, needG })),
  }));

/** The words of its card. */
export const toCard = (input: PlanInput & { day: string }): Worked<CardText> =>
  planned(input, (plan) => cardText(plan, input.day));

/** The dipstick of a vessel, with the lines of a brew where a drink is told. */
export const toStick = ({
  vessel,
  brewId,
  plan,
}: {
  vessel: Vessel;
  brewId: string | undefined;
  plan: PlanInput | undefined;
}): Worked<Dipstick> =>
  plan === undefined
    ? alone(() => ({ kind: 'worked', value: dipstick(vessel) }))
    : planned(plan, ({ brews }) =>
        dipstick(
          vessel,
          brews.find((b) => b.brewId === (brewId ?? brews[0].brewId)),
        ),
      );

/** What was learned of a drink by what was tasted. */
export const toLearn = ({
  records,
  sugarGPerL,
  next,
}: {
  records: readonly TastingRecord[];
  sugarGPerL: number;
  next: NextMaking;
}): Worked<Learned> => alone(() => ({ kind: 'worked', value: learnFrom(records, sugarGPerL, next) }));

/** What to change next time, by what was tasted. */
export const toNext = ({
  drink,
  wasMadeBy,
  kitchen,
  learned,
  last,
}: {
  drink: Drink;
  wasMadeBy: PlanTarget;
  kitchen: Kitchen;
  learned: Learned;
  last: TastingRecord | undefined;
}): Worked<NextTime> => alone(() => ({ kind: 'worked', value: nextTime(drink, wasMadeBy, kitchen, learned, last) }));

/** Whether a recipe can be run forward. */
export const toKeep = (drink: Drink): Worked<true> =>
  alone(() => {
    requireDrink(drink);
    return { kind: 'worked', value: true };
  });
