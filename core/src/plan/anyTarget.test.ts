import fc from 'fast-check';
import { BOOK } from '../drink/book';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Kitchen, PlanTarget } from '../drink/drink';
import { planBackwards, type Starting } from './backwards';
import { compareWays, methodsOf } from './compareWays';
import { planDrink } from './planDrink';
import { roomNeededMl } from './vesselChoice';

// Whatever is wished for, in whatever kitchen: a plan that holds, or words that say why not.

const n = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const aDrink = fc.constantFrom(...BOOK);
const aWish = fc.record({
  litres: n(0.2, 20),
  glassMl: n(50, 1000),
  strengthX: n(0.2, 3),
  sugarGPerL: n(0, 250),
  iced: fc.boolean(),
});
const aKitchen: fc.Arbitrary<Kitchen> = fc
  .record({ altitudeM: n(0, 4000), roomC: n(8, 38), tapC: n(2, 30), fridgeC: n(1, 8), watts: n(500, 3500) })
  .map(({ watts, ...rest }) => ({ ...DEFAULT_KITCHEN, ...rest, burner: { kind: 'gas', watts } }));

describe('any wish, in any kitchen', () => {
  it('has a plan whose every figure is a figure, or a limit in words', () => {
    fc.assert(
      fc.property(aDrink, aWish, aKitchen, (drink, wish, kitchen) => {
        const result = planDrink(drink, { ...drink.defaults, hot: false, ...wish }, kitchen);
        if (result.kind === 'no-plan') {
          expect(result.message).toMatch(/\S.{15}/);
          if (result.nearest) expect(Object.values(result.nearest).every((v) => v !== undefined)).toBe(true);
          return;
        }
        const { plan } = result;
        const figures = [
          ...plan.brews.flatMap((b) => [b.waterMl, ...Object.values(b.figures), ...b.leaf.map((l) => l.grams)]),
          ...Object.values(plan.jug.mix),
          ...Object.values(plan.glass.figures),
          plan.cooling.bathMin,
          plan.cooling.fridgeMin,
        ];
        expect(figures.every((x) => Number.isFinite(x) && x >= -1e-6)).toBe(true);
        for (const b of plan.brews)
          expect(roomNeededMl(b.way, 1 / b.pots)).toBeLessThanOrEqual(b.vessel.capacityMl * 1.02);
        expect(plan.jug.figures.volumeMl).toBeLessThanOrEqual(plan.jug.count * plan.jug.vessel.capacityMl + 1.01);
      }),
      { seed: 17, numRuns: 60 },
    );
  });

  it('needs more leaf for more of it, and for stronger', () => {
    const leaf = (change: Partial<PlanTarget>): number => {
      const result = planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, ...change }, DEFAULT_KITCHEN);
      return result.kind === 'plan' ? result.plan.brews[0].leaf.reduce((sum, l) => sum + l.grams, 0) : NaN;
    };
    fc.assert(
      fc.property(n(0.5, 2.2), n(0.5, 1.2), (litres, strengthX) => {
        // A gram is what a scale shows, so a step of a third is told from rounding.
        expect(leaf({ litres: litres * 1.33, strengthX })).toBeGreaterThan(leaf({ litres, strengthX }));
        expect(leaf({ litres, strengthX: strengthX * 1.33 })).toBeGreaterThan(leaf({ litres, strengthX }));
      }),
      { seed: 2, numRuns: 15 },
    );
  });
});

describe('any start, worked out backwards', () => {
  it('never uses more than there is, and little less', () => {
    const aStart: fc.Arbitrary<Starting> = fc.oneof(
      n(20, 90).map((g): Starting => ({ kind: 'leaf', haveG: { roselle_dried_whole: g } })),
      n(300, 1800).map((ml): Starting => ({ kind: 'concentrate', ml })),
      n(700, 3000).map((capacityMl): Starting => ({ kind: 'pot', capacityMl })),
    );
    fc.assert(
      fc.property(aStart, (start) => {
        const result = planBackwards(ROSELLE_COOLER, ROSELLE_COOLER.defaults, DEFAULT_KITCHEN, start);
        if (result.kind !== 'plan') throw new Error(result.kind);
        const [brew] = result.plan.brews;
        const share =
          start.kind === 'leaf'
            ? brew.leaf[0]!.grams / start.haveG['roselle_dried_whole']!
            : start.kind === 'concentrate'
              ? brew.figures.volumeMl / start.ml
              : roomNeededMl(brew.way, 1) / start.capacityMl;
        expect(share).toBeLessThanOrEqual(1 + 1e-9);
        if (result.binds !== 'the largest jug') expect(share).toBeGreaterThan(0.9);
      }),
      { seed: 8, numRuns: 12 },
    );
  });
});

describe('ways of every drink side by side', () => {
  it.each(BOOK.map((d) => [d.id, d] as const))('%s: each tells all that a cook would compare', (_id, drink) => {
    for (const c of compareWays(methodsOf(drink, drink.defaults), DEFAULT_KITCHEN)) {
      if (c.kind !== 'way') throw new Error(c.message);
      expect(c.colour).toMatch(/^#[0-9a-f]{6}$/);
      expect(['kept', 'faded', 'mostly gone']).toContain(c.aroma);
      for (const x of [c.strengthX, c.harsh, c.yieldMl, c.leafG, c.energyKWh, c.handsOnMin, c.totalMin])
        expect(Number.isFinite(x) && x >= 0).toBe(true);
      expect(c.totalMin).toBeGreaterThanOrEqual(c.plan.brews[0].run.endMin - 1e-9);
    }
  });
});
