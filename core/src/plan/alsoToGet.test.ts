import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import type { Drink, PlanTarget } from '../drink/drink';
import { alsoToGet } from './alsoToGet';
import { planOrWhy } from './planOrWhy';

const also = (drink: Drink, change: Partial<PlanTarget> = {}) => {
  const result = planOrWhy(drink, { ...drink.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return { plan: result.plan, ...alsoToGet(result.plan) };
};

describe('what else is to be got', () => {
  it('is ice for every glass, and for the bath that cools the pot', () => {
    const { plan, ice } = also(ROSELLE_COOLER);
    expect(ice.glassesG).toBeCloseTo(plan.glass.iceG * 8, 6);
    // 1.2 kg from 90 °C to the bath's end gives about 370 kJ; a gram of ice takes up 334 J, and a bath wastes some.
    expect(ice.bathG).toBeGreaterThan(900);
    expect(ice.bathG).toBeLessThan(2500);
  });
  it('is no ice for a drink that is poured hot', () => {
    const { ice } = also(ROSELLE_COOLER, { iced: false, hot: true });
    expect([ice.glassesG, ice.bathG]).toEqual([0, 0]);
  });
  it('is as many bottles as are filled, where a drink is kept in bottles', () => {
    for (const drink of BOOK) {
      const { bottles } = also(drink);
      expect(bottles === undefined).toBe(drink.bottles === undefined);
      if (bottles) expect(bottles.count).toBeGreaterThan(0);
    }
  });
});
