import { NO_OWN_PLANTS } from './reference/plants';
import fc from 'fast-check';
import { butterflyPeaAt, liquorColour } from './colour/liquorColour';
import { DEFAULT_KITCHEN } from './drink/defaultKitchen';
import { ROSELLE_COOLER } from './drink/book/roselleCooler';
import { openCooling } from './heat/heating';
import { iceInDrink } from './heat/ice';
import {
  apparentBrix,
  massG,
  portionOf,
  pourTogether,
  syrupOf,
  totalOf,
  volumeMl,
  waterOf,
  type Liquid,
} from './liquid/liquid';
import { harshness } from './liquid/harshness';
import { weightedStrength } from './liquid/strength';
import { jugForGlass, pourGlass } from './plan/glass';
import { mixJug } from './plan/mixJug';
import { planBrews } from './plan/planBrews';
import { waterDensity, vapourPressure } from './physics/water';
import { withWarnings } from './quantity/errors';
import { driedForFreshG, freshForDriedG, botanicals } from './reference/botanicals';
import { sucroseDensity, sucroseViscosity, waterActivity } from './sugar/sucroseSolution';
import { massesForSyrup } from './sugar/syrup';
import { aPlan } from './test/aBatch';

// What must hold of everything, whatever it is fed.

const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const anything = fc.oneof(fc.double(), fc.constantFrom(NaN, Infinity, -Infinity, -1, 0, 1e300));
const brewed = aPlan().brews[0].concentrate;
// Up to 60 °Bx: the density of sugar solutions is stated to 80.
const aLiquid: fc.Arbitrary<Liquid> = fc
  .tuple(number(0.001, 2), number(0, 1.5), number(1, 2000))
  .map(([share, sugarToWater, water]) =>
    pourTogether(portionOf(brewed, share), syrupOf({ sugarG: sugarToWater * water, waterG: 0 }), waterOf(water)),
  );

describe('mixing liquids', () => {
  it('conserves mass, sugar, acid and body, in any order', () => {
    fc.assert(
      fc.property(aLiquid, aLiquid, (a, b) => {
        const [ab, ba] = [pourTogether(a, b), pourTogether(b, a)];
        expect(massG(ab)).toBeCloseTo(massG(a) + massG(b), 6);
        expect(totalOf(ab.sugarG)).toBeCloseTo(totalOf(a.sugarG) + totalOf(b.sugarG), 6);
        expect(ab.acidG).toBeCloseTo(a.acidG + b.acidG, 9);
        expect(totalOf(ab.bodyG)).toBeCloseTo(totalOf(ba.bodyG), 9);
      }),
      { seed: 71 },
    );
  });

  it('gives a strength and a Brix between those of its parts', () => {
    fc.assert(
      fc.property(aLiquid, aLiquid, (a, b) => {
        const ab = pourTogether(a, b);
        for (const figure of [weightedStrength, apparentBrix]) {
          const [low, high] = [Math.min(figure(a), figure(b)), Math.max(figure(a), figure(b))];
          expect(figure(ab)).toBeGreaterThanOrEqual(low - 1e-9);
          expect(figure(ab)).toBeLessThanOrEqual(high + 1e-9);
        }
      }),
      { seed: 72 },
    );
  });

  it('halves what is halved, and changes no concentration by it', () => {
    fc.assert(
      fc.property(aLiquid, number(0.01, 5), (l, share) => {
        const part = portionOf(l, share);
        expect(volumeMl(part) / volumeMl(l)).toBeCloseTo(share, 9);
        expect(weightedStrength(part)).toBeCloseTo(weightedStrength(l), 9);
        expect(harshness(part)).toBeCloseTo(harshness(l), 9);
      }),
      { seed: 73 },
    );
  });
});

describe('sugar and acid through a whole plan', () => {
  it('are in the jug what went in from concentrate and syrup', () => {
    fc.assert(
      fc.property(number(500, 2200), number(20, 120), (volume, sugarGPerL) => {
        const syrup = syrupOf(massesForSyrup({ volumeMl: 800, brix: 50 }));
        const jug = mixJug(
          [
            { id: 'concentrate', liquid: brewed },
            { id: 'syrup', liquid: syrup },
            { id: 'water', liquid: waterOf(1), endless: true },
          ],
          { volumeMl: volume, strengthX: 1, sugarGPerL, standard: aPlan().standard },
        );
        const from = (l: Liquid, ml: number): number => (totalOf(l.sugarG) * ml) / volumeMl(l);
        expect(totalOf(jug.liquid.sugarG)).toBeCloseTo(
          from(brewed, jug.mix['concentrate']!) + from(syrup, jug.mix['syrup']!),
          6,
        );
        expect(jug.liquid.acidG).toBeCloseTo((brewed.acidG * jug.mix['concentrate']!) / volumeMl(brewed), 6);
      }),
      { seed: 74, numRuns: 30 },
    );
  });

  it('come back when a plan is scaled up and down again', () => {
    const way = ROSELLE_COOLER.brews[0].ways[0]!;
    const concentrate = (volume: number): number => {
      const plan = planBrews({
        brews: [{ id: 'b', way, plants: NO_OWN_PLANTS }],
        liquids: [{ id: 'w', liquid: waterOf(50_000) }],
        jugs: [{ id: 'j', volumeMl: volume, from: ['b', 'w'], strength: 0.9 }],
        kitchen: DEFAULT_KITCHEN,
      });
      if (plan.kind !== 'brews') throw new Error(plan.limit);
      return plan.brews[0]!.scale;
    };
    fc.assert(
      fc.property(number(600, 5000), (volume) => {
        expect(concentrate(volume)).toBe(concentrate(volume));
        // What clings to a pot counts for more in a small one.
        expect(Math.abs(concentrate(volume * 2) / concentrate(volume) / 2 - 1)).toBeLessThan(0.08);
      }),
      { seed: 75, numRuns: 10 },
    );
  });
});

describe('from the glass to the jug', () => {
  it('and back to the glass is where one started', () => {
    fc.assert(
      fc.property(
        number(150, 500),
        number(0, 200),
        number(0, 120),
        number(0, 20),
        (glassMl, iceG, sugarGPerL, minutes) => {
          const jug = jugForGlass(
            { volumeMl: 2000, glassMl, iceG, strengthX: 1, sugarGPerL },
            DEFAULT_KITCHEN,
            minutes,
          );
          const liquid = syrupOf(massesForSyrup({ volumeMl: 2000, brix: Math.max(0.1, jug.sugarGPerL / 10.4) }));
          const glass = pourGlass(liquid, { glassMl, iceG }, DEFAULT_KITCHEN, minutes);
          expect(Math.abs(glass.thinning / jug.thinning - 1)).toBeLessThan(0.01);
          expect(jug.strengthX).toBeGreaterThanOrEqual(1);
        },
      ),
      { seed: 76 },
    );
  });
});

describe('fresh and dried', () => {
  it('go there and back for every plant', () => {
    for (const b of botanicals()) expect(driedForFreshG(freshForDriedG(7, b), b)).toBeCloseTo(7, 9);
  });
});

describe('whatever is fed in', () => {
  it('a kernel answers with a number or refuses by name, never with NaN', () => {
    const kernels: ((x: number) => number)[] = [
      (x) => withWarnings((w) => waterDensity(x, w)).value,
      (x) => withWarnings((w) => vapourPressure(x, w)).value,
      (x) => withWarnings((w) => sucroseDensity(x, 20, w)).value,
      (x) => withWarnings((w) => sucroseViscosity(40, x, w)).value,
      (x) => withWarnings((w) => waterActivity(x, w)).value,
      (x) => iceInDrink({ drinkG: 200, drinkC: 20, iceG: x, iceC: -10 }).meltedG,
      (x) => volumeMl(waterOf(x)),
    ];
    fc.assert(
      fc.property(anything, fc.integer({ min: 0, max: kernels.length - 1 }), (x, k) => {
        let value: number;
        try {
          value = kernels[k]!(x);
        } catch (error) {
          expect((error as Error).name).toBe('InputError');
          return;
        }
        expect(value).not.toBeNaN();
      }),
      { seed: 77, numRuns: 400 },
    );
  });

  it('colours stay colours', () => {
    fc.assert(
      fc.property(number(0, 100), number(0, 50), number(0, 14), (times, widthCm, ph) => {
        for (const c of Object.values(
          liquorColour([{ colourant: 'roselle', times }, ...butterflyPeaAt(ph)], widthCm, ph),
        )) {
          expect(Number.isInteger(c) && c >= 0 && c <= 255).toBe(true);
        }
      }),
      { seed: 78, numRuns: 60 },
    );
  });

  it('an open pot never cools below its room', () => {
    fc.assert(
      fc.property(number(30, 95), number(5, 60), (fromC, minutes) => {
        const load = { massKg: 1, cpKJPerKgK: 4.186, vesselJPerK: 300, lossWPerK: 1, ambientC: 22 };
        const { segments, steamKg } = openCooling({ load, surfaceM2: 0.03, fromC, minutes, boilsAtC: 100 });
        const last = segments[segments.length - 1]!;
        expect(last.kind === 'ramp' ? last.toC : NaN).toBeGreaterThan(20);
        expect(steamKg).toBeGreaterThanOrEqual(0);
        expect(steamKg).toBeLessThan(0.5);
      }),
      { seed: 79, numRuns: 40 },
    );
  });
});
