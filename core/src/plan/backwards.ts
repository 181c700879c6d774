import { TARGET_RANGES, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import { InputError } from '../quantity/errors';
import type { Learned } from '../taste/learned';
import { leafOf, planDrink, type Limit, type NoPlan, type Plan } from './planDrink';
import { roomNeededMl } from './vesselChoice';

/** What a drink is worked out from when it is not from how much is wanted. */
export type Starting =
  /** use up so much of a plant, and no more of any other than is there */
  | { kind: 'leaf'; haveG: Readonly<Record<string, number>> }
  /** so much of the first brew, to fill bottles of concentrate with */
  | { kind: 'concentrate'; ml: number }
  /** all that one pot or jar of this size makes */
  | { kind: 'pot'; capacityMl: number };

/** The most of a drink that its start allows, and what binds it. */
export type Backwards = { kind: 'plan'; plan: Plan; binds: string } | { kind: 'too-little'; binds: string } | NoPlan;

/**
 * Plans the other way round: the largest amount that its start allows, in every other way as wished. How much of the start
 * is used grows with the litres, so the answer is found by halving.
 * @throws InputError for a start that this drink has nothing to do with, or below 0
 */
export function planBackwards(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  starting: Starting,
  learned?: Learned,
): Backwards {
  requireStart(drink, target, starting);
  const { min, max } = TARGET_RANGES.litres;
  const at = (litres: number): Plan | NoPlan => {
    // The only pot there is: what is wanted is what it makes, not what several of it would.
    const result = planDrink(drink, { ...target, litres }, kitchenOf(kitchen, starting, max), learned);
    return result.kind === 'plan' ? result.plan : result;
  };
  const fits = (plan: Plan): boolean => usedShare(plan, starting).share <= 1;
  const least = at(min);
  if ('kind' in least) return least;
  if (!fits(least)) return { kind: 'too-little', binds: usedShare(least, starting).binds };
  let [lo, hi, best] = [min as number, max as number, least];
  // Where the kitchen ends before the start is used up, the kitchen binds.
  let refused: NoPlan | undefined;
  for (let i = 0; i < 24 && hi - lo > 0.004; i++) {
    const middle = (lo + hi) / 2;
    const plan = at(middle);
    if ('kind' in plan) [hi, refused] = [middle, plan];
    else if (fits(plan)) [lo, best] = [middle, plan];
    else [hi, refused] = [middle, undefined];
  }
  const rounded = at(Math.floor(lo * 100) / 100);
  const plan = 'kind' in rounded || !fits(rounded) ? best : rounded;
  return { kind: 'plan', plan, binds: refused ? LIMITS[refused.limit] : usedShare(plan, starting).binds };
}

const LIMITS: Readonly<Record<Limit, string>> = {
  jug: 'the largest jug',
  vessel: 'the largest vessel',
  'liquor-ratio': 'how much leaf its water may hold',
  sweetener: 'what sweetens it',
  parts: 'the parts of its mix',
  'boils-dry': 'that it would boil dry',
  recipe: 'the recipe as it stands',
  burner: 'the burner',
};

/** For one pot the search looks past what the cook owns; in all else the kitchen is the cook's. */
function kitchenOf(kitchen: Kitchen, starting: Starting, maxLitres: number): Kitchen {
  if (starting.kind !== 'pot') return kitchen;
  const large = { id: 'the-pot', name: 'the pot', diameterCm: 24, emptyG: 1500, material: 'steel' } as const;
  const kinds = (['pot', 'jar'] as const).map((kind) => ({ ...large, kind, capacityMl: starting.capacityMl }));
  const next = (['pot', 'jar'] as const).map((kind) => ({
    ...large,
    id: `a-larger-${kind}`,
    kind,
    capacityMl: maxLitres * 2000,
  }));
  return {
    ...kitchen,
    vessels: [...kitchen.vessels.filter((v) => v.kind !== 'pot' && v.kind !== 'jar'), ...kinds, ...next],
  };
}

function usedShare(plan: Plan, starting: Starting): { share: number; binds: string } {
  const [brew] = plan.brews;
  switch (starting.kind) {
    case 'concentrate':
      return { share: brew.figures.volumeMl / starting.ml, binds: brew.name };
    case 'pot':
      return { share: (brew.pots * roomNeededMl(brew.way, 1 / brew.pots)) / starting.capacityMl, binds: 'the pot' };
    case 'leaf': {
      const grams = new Map<string, { g: number; name: string }>();
      for (const l of leafOf(plan)) grams.set(l.plant, { g: (grams.get(l.plant)?.g ?? 0) + l.grams, name: l.name });
      return [...grams].reduce(
        (tightest, [plant, { g, name }]) => {
          const have = starting.haveG[plant];
          const share = have === undefined ? 0 : g / have;
          return share > tightest.share ? { share, binds: name } : tightest;
        },
        { share: 0, binds: '' },
      );
    }
  }
}

function requireStart(drink: Drink, target: PlanTarget, starting: Starting): void {
  const refuse = (field: string, accepted: string, got: unknown): never => {
    throw new InputError('planBackwards', field, accepted, got);
  };
  if (starting.kind === 'concentrate' && !(starting.ml > 0)) refuse('ml', 'more than 0 ml', starting.ml);
  if (starting.kind === 'pot' && !(starting.capacityMl > 0))
    refuse('capacityMl', 'more than 0 ml', starting.capacityMl);
  if (starting.kind !== 'leaf') return;
  const plants = new Set(
    drink.brews.flatMap((b, i) =>
      (i === 0 ? (b.ways.find((w) => w.id === target.wayId) ?? b.ways[0]!) : b.ways[0]!).ingredients.map(
        (x) => x.plant,
      ),
    ),
  );
  const named = Object.keys(starting.haveG);
  if (!named.some((p) => plants.has(p)))
    refuse('haveG', `grams of a plant of ${drink.id}`, named.join(', ') || 'nothing');
  for (const [plant, g] of Object.entries(starting.haveG)) if (!(g > 0)) refuse(`haveG.${plant}`, 'more than 0 g', g);
}
