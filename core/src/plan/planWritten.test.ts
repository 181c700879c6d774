import fc from 'fast-check';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { BOOK } from '../drink/book';
import type { Drink, Kitchen, PlanTarget } from '../drink/drink';
import { volumeMl } from '../liquid/liquid';
import { jugWantedOf, onHandOf } from '../batch/batch';
import { aBatch } from '../test/aBatch';
import { CARD_KITCHEN, CARDS, drinkOf, juice, part } from '../test/asMade';
import { mixJug } from './mixJug';
import { changedTarget } from './changedTarget';
import { planDrink, requireTarget } from './planDrink';
import { fittedTarget } from './planOrWhy';
import type { Plan } from './planTypes';

const written = (drink: Drink, kitchen: Kitchen = DEFAULT_KITCHEN, more: Partial<PlanTarget> = {}): Plan => {
  const result = planDrink(drink, { ...drink.defaults, ...more, asWritten: true }, kitchen);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
const sum = (mix: Readonly<Record<string, number>>): number => Object.values(mix).reduce((a, b) => a + b, 0);

describe('a drink as written', () => {
  it.each(BOOK.map((d) => [d.name, d] as const))('%s: the amounts of the card, to the gram', (_name, drink) => {
    const plan = written(drink);
    for (const b of plan.brews) {
      const way = drink.brews.find((x) => x.id === b.brewId)!.ways.find((w) => w.id === b.way.id)!;
      expect(b.way.waterMl).toBe(way.waterMl);
      expect(b.way.stages).toEqual(way.stages);
      expect(b.leaf.map((l) => l.grams)).toEqual(way.ingredients.map((i) => i.grams));
    }
  });
  it.each(BOOK.map((d) => [d.name, d] as const))(
    '%s: the jug is the sum of its parts, and what it makes is what its target says',
    (_name, drink) => {
      const plan = written(drink);
      expect(sum(plan.jug.mix)).toBeCloseTo(plan.jug.figures.volumeMl, -1);
      for (const line of drink.mix)
        if (line.at === 'jug' && typeof line.book === 'number' && line.from.kind !== 'brew')
          expect(plan.jug.mix[line.id]).toBe(line.book);
      expect(plan.target.strengthX).toBeCloseTo(plan.glass.figures.strengthX, 2);
      expect(plan.target.sugarGPerL).toBeCloseTo(plan.glass.figures.sugarGPerL, 0);
      expect(plan.glass.count * plan.target.glassMl).toBeCloseTo(plan.target.litres * 1000, -1);
      // In the kitchen it was written for it is ×1.0, by what ×1.0 means.
      expect(plan.glass.figures.strengthX).toBeCloseTo(plan.standard > 0 ? 1 : 0, 1);
    },
  );
  it('does not ask what else is wished for', () => {
    const [drink] = BOOK;
    const plain = written(drink!);
    const litres = fc.double({ min: 0.2, max: 20, noNaN: true });
    fc.assert(
      fc.property(litres, fc.double({ min: 0.2, max: 3, noNaN: true }), fc.integer({ min: 0, max: 250 }), (l, x, s) => {
        const other = written(drink!, DEFAULT_KITCHEN, { litres: l, strengthX: x, sugarGPerL: s, steepMin: 3 });
        expect(other.target).toEqual(plain.target);
        expect(other.jug.mix).toEqual(plain.jug.mix);
      }),
      { numRuns: 20 },
    );
  });
});

describe('makings that are no jug of two litres', () => {
  it('a syrup is planned by itself, undiluted, however little and however sweet it is', () => {
    const plan = written(drinkOf('syrup', { syrup: CARDS.verbenaSyrup }, [part('syrup')]), CARD_KITCHEN);
    expect(plan.jug.figures.volumeMl).toBeGreaterThan(500);
    expect(plan.jug.figures.volumeMl).toBeLessThan(570);
    expect(plan.target.litres).toBeCloseTo(plan.jug.figures.volumeMl / 1000, 2);
    expect(plan.target.sugarGPerL).toBeGreaterThan(700);
  });
  it('juice that is poured in counts with what came out, and no total is asked for', () => {
    const drink = drinkOf('roselle orange', { roselle: CARDS.calyxApple }, [
      part('roselle'),
      juice('orange_juice', 370),
    ]);
    const plan = written(drink, CARD_KITCHEN);
    expect(plan.jug.figures.volumeMl).toBeCloseTo(volumeMl(plan.brews[0].concentrate) + 370, 0);
  });
  it('what no pot holds goes into several, and what not even four hold is told with what the largest holds', () => {
    const big = (times: number): Drink => {
      const way = CARDS.calyxApple;
      const more = {
        ...way,
        waterMl: way.waterMl * times,
        ingredients: way.ingredients.map((i) => ({ ...i, grams: i.grams * times })),
      };
      return drinkOf('much', { much: more }, [part('much')]);
    };
    expect(written(big(3), CARD_KITCHEN).brews[0].pots).toBe(2);
    const result = planDrink(big(12), { ...big(12).defaults, asWritten: true }, CARD_KITCHEN);
    expect(result.kind).toBe('no-plan');
    expect(result.kind === 'no-plan' && result.message).toMatch(
      /^The largest pot holds \d+(\.\d+)? L: as it is written/,
    );
  });
});

describe('what was made as written, the next time', () => {
  const syrup = drinkOf('syrup', { syrup: CARDS.verbenaSyrup }, [part('syrup')]);
  const plan = written(syrup, CARD_KITCHEN);
  it('can be asked for again, however little and sweet it came out', () => {
    const again = fittedTarget(syrup, plan.target);
    expect(again.asWritten).toBe(true);
    expect(() => requireTarget(syrup, again)).not.toThrow();
    expect(written(syrup, CARD_KITCHEN, again).target).toEqual(plan.target);
  });
  it('is changed from the card, and then planned', () => {
    const [drink] = BOOK;
    const made = written(drink!);
    const more = changedTarget(drink!, made.target, { strengthX: 1.2 });
    expect(more).toMatchObject({ asWritten: false, strengthX: 1.2 });
    expect(planDrink(drink!, more, DEFAULT_KITCHEN).kind).toBe('plan');
    expect(changedTarget(drink!, made.target, { audience: ['child'] }).asWritten).toBe(true);
  });
});

describe('a making as written, at the jug', () => {
  it.each(BOOK.map((d) => [d.name, d] as const))(
    '%s: from what was promised it is poured as the card has it',
    (_name, drink) => {
      const plan = written(drink);
      const batch = aBatch([], plan);
      const jug = mixJug(onHandOf(batch), jugWantedOf(batch));
      expect(jug.figures.volumeMl / plan.jug.figures.volumeMl).toBeCloseTo(1, 2);
      for (const [id, ml] of Object.entries(plan.jug.mix))
        expect([id, Math.abs((jug.mix[id] ?? 0) - ml) < 12]).toEqual([id, true]);
    },
  );
});
