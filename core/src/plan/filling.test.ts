import fc from 'fast-check';
import { volumeMl } from '../liquid/liquid';
import { aPlan } from '../test/aBatch';
import { bottlesFilled, glassesFilled } from './filling';

const plan = aPlan();

describe('what a plan fills', () => {
  it('whole bottles and what is over are the jug, whatever they hold', () => {
    fc.assert(
      fc.property(fc.double({ min: 50, max: 3000, noNaN: true }), (ml) => {
        const { count, eachMl, overMl } = bottlesFilled({ ...plan, drink: { ...plan.drink, bottles: { ml } } })!;
        // The last one may lack a few drops, and is told as full.
        const have = volumeMl(plan.jug.liquid);
        expect(Math.abs(count * eachMl + overMl - have)).toBeLessThan(0.031 * eachMl);
        expect(overMl).toBeLessThan(0.97 * eachMl + 1e-3);
        expect(Number.isInteger(count)).toBe(true);
      }),
      { seed: 5 },
    );
  });
  it('a drink that is not kept in bottles fills none', () => expect(bottlesFilled(plan)).toBeUndefined());
  it('whole glasses leave less than a glass’s share of the jug over', () => {
    const { count, overMl } = glassesFilled(plan);
    expect(Math.abs(count - plan.glass.count)).toBeLessThan(1);
    expect(count).toBeLessThan(plan.glass.count + 0.031);
    expect(overMl).toBeLessThan(volumeMl(plan.jug.liquid) / plan.glass.count + 1e-6);
  });
});
