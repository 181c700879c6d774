import {
  alsoToGet,
  chainsOf,
  colourIn,
  glassesOfOccasion,
  kitchenOfDay,
  latestBegin,
  litresOf,
  planOrWhy,
  scheduleDay,
  shoppingForAll,
  surelyReadyMin,
  type Chain,
  type Drink,
  type Kitchen,
  type Occasion,
  type OccasionDrink,
  type PantryEntry,
  type Plan,
  type PlanTarget,
  type ShoppingLine,
  type Starts,
} from '@steepsis/core';

/** A drink of an occasion, and where its next plan starts from in this house. */
export type AskedDrink = { of: OccasionDrink; drink: Drink; startFrom: PlanTarget; standing: number };

export type DayQuestion = {
  occasion: Occasion;
  drinks: readonly AskedDrink[];
  kitchen: Kitchen;
  pantry: readonly PantryEntry[];
};

/** A drink as the day makes it. */
export type DayDrink = {
  key: string;
  drinkId: string;
  name: string;
  colour: string;
  glasses: number;
  standing: number;
  litres: number;
  /** why it cannot be planned */
  reason?: string;
};

/** A change that was tried and frees the day. */
export type WayOut = { words: string; occasion: Occasion };

export type DayAnswer = {
  drinks: readonly DayDrink[];
  glasses: number;
  chains: readonly Chain[];
  /** what all of it needs, against what is there */
  toGet: readonly ShoppingLine[];
  /** for glasses, jugs and the bath, g */
  iceG: number;
} & (
  | { kind: 'day'; starts: Starts; beginMin: number; boundMin: number; sureMin: number }
  | { kind: 'no-place'; drinkName: string; binds: string | undefined; ways: readonly WayOut[] }
);

/** Local hour of a moment, where this runs. */
const localHour = (ms: number): number => {
  const at = new Date(ms);
  return at.getHours() + at.getMinutes() / 60;
};

/** A drink's key in a day: the same drink may stand in it twice. */
export const keyOf = (i: number, { drinkId }: OccasionDrink): string => `${drinkId}.${i}`;

/** A day of an occasion, worked out back from when it is to be ready; where there is none, what was tried that frees it. */
export function dayAnswer(question: DayQuestion): DayAnswer {
  const asked = worked(question);
  const { occasion } = question;
  const ices = asked.plans.map((plan) => alsoToGet(plan).ice);
  const base = {
    drinks: asked.drinks,
    glasses: glassesOfOccasion(occasion),
    chains: asked.chains,
    toGet: shoppingForAll(asked.plans, question.pantry),
    iceG: ices.reduce((sum, i) => sum + i.glassesG + i.jugG + i.bathG, 0),
  };
  const { scheduled, chains, kitchen } = asked;
  if (scheduled.kind === 'day') {
    const ends = Object.fromEntries(
      chains.map((c) => [c.id, scheduled.starts[c.id]!.at(-1)! + c.tasks.at(-1)!.minutes]),
    );
    return {
      ...base,
      kind: 'day',
      starts: scheduled.starts,
      beginMin: scheduled.beginMin,
      boundMin: latestBegin(chains, kitchen),
      sureMin: surelyReadyMin(chains, ends),
    };
  }
  const chain = chains.find((c) => c.id === scheduled.chainId)!;
  const key = scheduled.chainId.split('/')[0]!;
  return { ...base, kind: 'no-place', drinkName: chain.name, binds: scheduled.binds, ways: waysOut(question, key) };
}

function worked({ occasion, drinks, kitchen }: DayQuestion): {
  drinks: readonly DayDrink[];
  chains: readonly Chain[];
  plans: readonly Plan[];
  kitchen: ReturnType<typeof kitchenOfDay>;
  scheduled: ReturnType<typeof scheduleDay>;
} {
  const told: DayDrink[] = [];
  const chains: Chain[] = [];
  const plans: Plan[] = [];
  drinks.forEach(({ of, drink, startFrom, standing }, i) => {
    const key = keyOf(i, of);
    const { litres, glasses } = litresOf(occasion, of, startFrom.glassMl, standing);
    const line = { key, drinkId: drink.id, name: drink.name, glasses, standing, litres };
    if (litres < 0.2) {
      told.push({ ...line, colour: '#8a6a4a' });
      return;
    }
    const result = planOrWhy(drink, { ...startFrom, litres, ...(of.wayId ? { wayId: of.wayId } : {}) }, kitchen);
    if (result.kind === 'no-plan') {
      told.push({ ...line, colour: '#8a6a4a', reason: result.message });
      return;
    }
    const { plan } = result;
    plans.push(plan);
    told.push({ ...line, colour: colourOfPlan(plan) });
    for (const chain of chainsOf(key, plan)) chains.push({ ...chain, earlierMin: occasion.moved[chain.id] ?? 0 });
  });
  const day = kitchenOfDay(kitchen, occasion, localHour);
  return { drinks: told, chains, plans, kitchen: day, scheduled: scheduleDay(chains, day) };
}

const colourOfPlan = (plan: Plan): string => colourIn(plan.jug.liquid, { diameterCm: 9 });

/** Changes tried one after the other, each by itself; those after which the day can be. */
function waysOut(question: DayQuestion, key: string): WayOut[] {
  const { occasion, drinks } = question;
  const at = drinks.findIndex((d, i) => keyOf(i, d.of) === key);
  const with_ = (change: (d: OccasionDrink) => OccasionDrink | undefined): Occasion => ({
    ...occasion,
    drinks: occasion.drinks.flatMap((d, i) => (i === at ? (change(d) ?? []) : [d])),
  });
  const drink = drinks[at];
  const tries: WayOut[] = [
    ...(drink
      ? drink.drink.brews[0].ways
          .filter((w) => w.id !== (drink.of.wayId ?? drink.startFrom.wayId))
          .map((w) => ({
            words: `${drink.drink.name}: ${w.shortName.toLowerCase()}`,
            occasion: with_((d) => ({ ...d, wayId: w.id })),
          }))
      : []),
    { words: 'a second pair of hands', occasion: { ...occasion, hands: occasion.hands + 1 } },
    { words: 'nothing moved by hand', occasion: { ...occasion, moved: {} } },
    ...(drink
      ? [
          {
            words: `half as much of the ${drink.drink.name.toLowerCase()}`,
            occasion: with_((d) => ({
              ...d,
              litres: Math.max(
                0.2,
                Math.round(litresOf(occasion, d, drink.startFrom.glassMl, drink.standing).litres * 5) / 10,
              ),
            })),
          },
        ]
      : []),
    ...(drink && occasion.drinks.length > 1
      ? [{ words: `the day without the ${drink.drink.name.toLowerCase()}`, occasion: with_(() => undefined) }]
      : []),
  ];
  return tries.filter(({ occasion: o }) => {
    const kept = o.drinks.length === drinks.length ? drinks : drinks.filter((_, i) => i !== at);
    const asked = kept.map((d, i) => ({ ...d, of: o.drinks[i]! }));
    return worked({ ...question, occasion: o, drinks: asked }).scheduled.kind === 'day';
  });
}
