import type { BrewWay } from '../drink/drink';
import type { Plan, PlannedBrew } from './planTypes';

/** Minutes of work with the hands. House estimates, half to twice as long in another kitchen. */
export const HANDS = {
  measureEach: 1.5,
  strain: 4,
  press: 3,
  rinse: 3,
  mix: 5,
  perFermentDay: 1,
  watchedShare: 0.3,
} as const;

/**
 * From the first thing measured to the glass, min: brews side by side where they do not wait for each other, the hands between
 * their stages, mixing, and cooling unless it is poured hot or over ice. What is measured while the water heats costs no time.
 */
export const totalMinutes = (plan: Plan): number =>
  dayOfPlan(plan).reduce((sum, leg) => sum + (leg.kind === 'rest' ? 0 : leg.minutes), 0);

/** A stretch of a drink's day: what it is spent with, min. */
export type DayLeg = { kind: 'measure' | 'pot' | 'strain' | 'mix' | 'ice-bath' | 'fridge' | 'rest'; minutes: number };

/**
 * The day of a drink in the order of its hours, stretches of nothing left out: measuring beyond what the water's heating gives, the
 * longest brew, straining, mixing, the ways down, and how long it is the better for resting in the fridge.
 */
export function dayOfPlan(plan: Plan): readonly DayLeg[] {
  const parts = plan.brews.map(brewMinutes);
  const longest = parts.reduce((a, b) => (inAll(b) > inAll(a) ? b : a), { measure: 0, pot: 0, strain: 0 });
  const atOnce = servedAtOnce(plan);
  const legs: DayLeg[] = [
    { kind: 'measure', minutes: longest.measure },
    { kind: 'pot', minutes: longest.pot },
    { kind: 'strain', minutes: longest.strain },
    { kind: 'mix', minutes: mixMinutes(plan) },
    { kind: 'ice-bath', minutes: atOnce ? 0 : plan.cooling.bathMin },
    { kind: 'fridge', minutes: atOnce ? 0 : plan.cooling.fridgeMin },
    { kind: 'rest', minutes: restMinutes(plan) },
  ];
  return legs.filter((leg) => leg.minutes > 0);
}

/** How much longer it stands in the fridge for its rest, min: cooling there is part of it. */
export function restMinutes(plan: Plan): number {
  const rest = Math.max(0, ...plan.brews.map((b) => 60 * (b.way.restHours ?? 0)));
  return Math.max(0, rest - (servedAtOnce(plan) ? 0 : plan.cooling.fridgeMin));
}

type BrewDay = { measure: number; pot: number; strain: number };

const inAll = ({ measure, pot, strain }: BrewDay): number => measure + pot + strain;

function brewMinutes({ way, run, pots }: PlannedBrew): BrewDay {
  const [first] = run.stages;
  const heats = first?.kind === 'heat' ? first.endMin - first.startMin : 0;
  return {
    measure: Math.max(0, way.ingredients.length * HANDS.measureEach - heats),
    pot: run.stages[run.stages.length - 1]?.endMin ?? run.endMin,
    strain: Math.sqrt(pots) * betweenStages(way, run),
  };
}

/** Work that has no stage of its own, min: a sieve runs by what goes through it. */
export const betweenStages = (way: PlannedBrew['way'], run: PlannedBrew['run']): number =>
  way.stages.reduce((sum, stage) => {
    if (stage.kind === 'strain')
      return sum + HANDS.strain * Math.min(1, 0.25 + run.ledger.outMl / 1300) + (stage.press ? HANDS.press : 0);
    return stage.kind === 'rinse' ? sum + HANDS.rinse : sum;
  }, 0);

/** Pouring together; a drink of one part is in its jug. */
export const mixMinutes = ({ drink }: Plan): number => (drink.mix.length > 1 ? HANDS.mix : 0);

/** Poured hot, or hot over ice: nothing waits for a fridge. */
export const servedAtOnce = (plan: {
  target: Pick<Plan['target'], 'hot'>;
  brews: readonly { way: BrewWay }[];
}): boolean => plan.target.hot === true || plan.brews.some((b) => b.way.stages.some((s) => s.kind === 'onto-ice'));

/** What of it asks for the hands, min. */
export const handsOnMinutes = (plan: Plan): number =>
  plan.brews.reduce<number>((sum, b) => sum + handsOnBrew(b) * Math.sqrt(b.pots), mixMinutes(plan)) +
  (servedAtOnce(plan) ? 0 : plan.cooling.bathMin * HANDS.watchedShare);

function handsOnBrew({ way, run }: PlannedBrew): number {
  return way.stages.reduce(
    (sum, stage) => {
      const time = run.stages.find((t) => t.stageId === stage.id);
      const minutes = time ? time.endMin - time.startMin : 0;
      switch (stage.kind) {
        case 'toast':
        case 'dissolve':
        case 'hands':
          return sum + minutes;
        case 'reduce':
          return sum + minutes * HANDS.watchedShare;
        case 'cool':
          return sum + (stage.by === 'ice-bath' ? minutes * HANDS.watchedShare : 0);
        case 'ferment':
          return sum + stage.days * HANDS.perFermentDay;
        default:
          return sum;
      }
    },
    way.ingredients.length * HANDS.measureEach + betweenStages(way, run),
  );
}
