import fc from 'fast-check';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { choiceFor, type PlanTarget } from '../drink/drink';
import { CARDS, drinkOf, juice, part, water } from '../test/asMade';
import { nearestThatWorks, planDrink } from './planDrink';

const OWN = [
  drinkOf('roselle-orange', { roselle: CARDS.roselle }, [part('roselle'), juice('orange_juice', 410), water(700)]),
  drinkOf('watermelon', { melon: CARDS.watermelon }, [part('melon')]),
];
const RUNS = Number(process.env['STEEPSIS_WISHES'] ?? 150);

describe('a wish that cannot be', () => {
  it('is offered only what has itself been planned: taking it always gives a plan', () => {
    let [refused, offered] = [0, 0];
    fc.assert(
      fc.property(
        fc.constantFrom(...BOOK, ...OWN),
        fc.record({
          litres: fc.double({ min: 0.2, max: 20, noNaN: true }),
          strengthX: fc.double({ min: 0.2, max: 3, noNaN: true }),
          sugarGPerL: fc.integer({ min: 0, max: 250 }),
          steepMin: fc.integer({ min: 1, max: 400 }),
          iced: fc.boolean(),
        }),
        (drink, wish) => {
          const target: PlanTarget = { ...drink.defaults, hot: false, ...wish };
          const result = planDrink(drink, target, DEFAULT_KITCHEN);
          if (result.kind === 'plan') return;
          refused++;
          const nearest = result.nearest ?? nearestThatWorks(drink, target, DEFAULT_KITCHEN);
          if (!nearest) return;
          offered++;
          const taken = planDrink(drink, nearest, DEFAULT_KITCHEN);
          expect(taken.kind).toBe('plan');
          // A change of what is asked for, not of who drinks it.
          expect(nearest.audience).toEqual(target.audience);
          expect(choiceFor(drink, nearest, drink.brews[0].id).wayId).toBeDefined();
        },
      ),
      { seed: 2, numRuns: RUNS },
    );
    expect(refused).toBeGreaterThan(RUNS / 20);
    // Nearly always there is something to offer.
    expect(offered / refused).toBeGreaterThan(0.95);
  });
});
