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
  TARGET_RANGES,
  toldAfter,
  type Dipstick,
  type Drink,
  type Finding,
  type FrozenPlan,
  type Kitchen,
  type KnownAfter,
  type Learned,
  type NextMaking,
  type NextTime,
  type Plan,
  type PlanResult,
  type PlanTarget,
  type TastingRecord,
  type ToldAfter,
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

/** A batch told after it was made; of what is left, so much is made that it could be left. */
export function toTell(input: PlanInput & { at: string; known: KnownAfter }): Worked<ToldAfter> {
  const tell = (litres: number): Worked<ToldAfter> =>
    planned({ ...input, target: { ...input.target, litres } }, (plan) =>
      toldAfter(freezePlan(plan), input.at, input.known),
    );
  const { litres } = input.target;
  const first = tell(litres);
  if (first.kind !== 'worked' || first.value.kind === 'told' || !first.value.madeShare) return first;
  const larger = (litres * MORE_THAN_LEFT) / first.value.madeShare;
  return larger > TARGET_RANGES.litres.max ? first : tell(larger);
}

/** Pots and bottles take some with them. House choice. */
const MORE_THAN_LEFT = 1.05;

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
