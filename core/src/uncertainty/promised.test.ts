import fc from 'fast-check';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { planDrink } from '../plan/planDrink';
import { CARDS, drinkOf, juice, part, water } from '../test/asMade';
import { uncertaintyOf } from './planUncertainty';

const OWN = [
  drinkOf('roselle-orange', { roselle: CARDS.roselle }, [part('roselle'), juice('orange_juice', 410), water(700)]),
  drinkOf('punch', { punch: CARDS.punch('closed') }, [part('punch')]),
  drinkOf('plum', { plum: CARDS.plum(400) }, [part('plum'), water(600)]),
  drinkOf('calyx', { calyx: CARDS.calyxApple }, [part('calyx'), juice('grape_juice_white', 300)]),
];

describe('what is promised', () => {
  it('lies inside its own likely range: the strength of the glass and what each brew gives, for any drink and wish', () => {
    let planned = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...BOOK, ...OWN),
        fc.record({
          litres: fc.double({ min: 0.5, max: 6, noNaN: true }),
          strengthX: fc.double({ min: 0.6, max: 1.6, noNaN: true }),
          sugarGPerL: fc.integer({ min: 20, max: 130 }),
          iced: fc.boolean(),
        }),
        (drink, wish) => {
          const result = planDrink(drink, { ...drink.defaults, hot: false, ...wish }, DEFAULT_KITCHEN);
          if (result.kind !== 'plan') return;
          planned++;
          const { plan } = result;
          const u = uncertaintyOf(plan, { runs: 256 });
          expect(u.strengthX.low).toBeLessThanOrEqual(plan.glass.figures.strengthX);
          expect(u.strengthX.high).toBeGreaterThanOrEqual(plan.glass.figures.strengthX);
          for (const b of plan.brews) {
            const of = u.brews[b.brewId]!;
            expect(of.volumeMl.low).toBeLessThanOrEqual(b.figures.volumeMl);
            expect(of.volumeMl.high).toBeGreaterThanOrEqual(b.figures.volumeMl);
            // The middle of many makings is the making that is planned.
            expect(Math.abs(of.strengthX.middle / b.figures.strengthX - 1)).toBeLessThan(0.1);
          }
        },
      ),
      { seed: 14, numRuns: 120 },
    );
    expect(planned).toBeGreaterThan(45);
  });
});
