import type { Plan, PlannedBrew } from './planTypes';

/** Minutes of work with the hands. House estimates, half to twice as long in another kitchen. */
const HANDS = { measureEach: 1.5, strain: 4, press: 3, rinse: 3, mix: 5, perFermentDay: 1, watchedShare: 0.3 } as const;

/** From the first stage to the last, side by side where brews do not wait for each other, cooling included unless it is poured hot, min. */
export function totalMinutes(plan: Plan): number {
  const longest = Math.max(...plan.brews.map(({ run }) => run.stages[run.stages.length - 1]?.endMin ?? run.endMin));
  // Poured hot it goes from the pot into the glass.
  return plan.target.hot ? longest : longest + plan.cooling.bathMin + plan.cooling.fridgeMin;
}

/** What of it asks for the hands, min. */
export const handsOnMinutes = (plan: Plan): number =>
  plan.brews.reduce<number>((sum, b) => sum + handsOnBrew(b) * Math.sqrt(b.pots), HANDS.mix) +
  (plan.target.hot ? 0 : plan.cooling.bathMin * HANDS.watchedShare);

function handsOnBrew({ way, run }: PlannedBrew): number {
  return way.stages.reduce((sum, stage) => {
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
      case 'strain':
        return sum + HANDS.strain + (stage.press ? HANDS.press : 0);
      case 'rinse':
        return sum + HANDS.rinse;
      case 'ferment':
        return sum + stage.days * HANDS.perFermentDay;
      default:
        return sum;
    }
  }, way.ingredients.length * HANDS.measureEach);
}
