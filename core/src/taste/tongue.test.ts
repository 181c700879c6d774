import fc from 'fast-check';
import { normalCdf } from '../quantity/normal';
import { seededRandom } from '../uncertainty/random';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { toldLiquid } from '../jug/pourable';
import { acidGPerL, portionOf, pourTogether, type Liquid } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { fewestCorrect, PAIR_GUESS, TRIANGLE_GUESS } from './discrimination';
import { LEARNING } from './filter';
import {
  drawn,
  LADDER,
  LADDER_GOES,
  ladderOf,
  nextRatio,
  ownStep,
  rightAnswer,
  shareRight,
  tongueResult,
  TRIAL_SYRUP_BRIX,
  trialGlasses,
  type Go,
  type TrialGlass,
} from './tongue';

const HAS = { sweetGPerL: 60, acidGPerL: 4 };

describe('blind glasses', () => {
  it('stand in an order that is drawn, each as often as the other', () => {
    const random = seededRandom(4);
    const settings = Array.from({ length: 3000 }, () => drawn('pair', random));
    expect(settings.filter((s) => rightAnswer('pair', s) === 0).length / 3000).toBeCloseTo(0.5, 1);
    const threes = Array.from({ length: 3000 }, () => drawn('triangle', random));
    for (const place of [0, 1, 2])
      expect(threes.filter((s) => rightAnswer('triangle', s) === place).length / 3000).toBeCloseTo(1 / 3, 1);
    // Now the weaker, now the stronger one is alone.
    expect(threes.filter((s) => s.filter((g) => g === 'more').length === 1).length / 3000).toBeCloseTo(0.5, 1);
  });
  it('are poured so that the other one is weaker by as much as was asked', () => {
    const { more, less } = trialGlasses('strength', 1.25, 100, HAS);
    expect(more).toEqual({ drinkMl: 100, add: 'nothing', addMl: 0 });
    expect(less.drinkMl).toBeCloseTo(80, 6);
    expect(less.addMl).toBeCloseTo(20, 6);
    expect(() => trialGlasses('strength', 4, 100, HAS)).toThrow('ratio');
    expect(() => trialGlasses('sweet', 1.2, 100, { ...HAS, sweetGPerL: 2 })).toThrow('sweetGPerL');
  });
  it('of sweetness and of sharpness differ by what was asked and by nothing else: poured, the figures say so', () => {
    const pour = (g: TrialGlass, jug: Liquid): Liquid =>
      pourTogether(
        portionOf(jug, g.drinkMl / 1000),
        toldLiquid(
          g.add === 'syrup'
            ? { kind: 'syrup', brix: TRIAL_SYRUP_BRIX, sweetener: 'white_sugar' }
            : g.add === 'lemon'
              ? { kind: 'juice', juice: 'lemon' }
              : { kind: 'water', water: 'still' },
          g.addMl,
          DEFAULT_KITCHEN,
        ),
      );
    const jug = pourTogether(
      toldLiquid({ kind: 'syrup', brix: 50, sweetener: 'white_sugar' }, 100, DEFAULT_KITCHEN),
      toldLiquid({ kind: 'juice', juice: 'lemon' }, 60, DEFAULT_KITCHEN),
      toldLiquid({ kind: 'water', water: 'still' }, 840, DEFAULT_KITCHEN),
    );
    const has = { sweetGPerL: sweetGPerL(jug), acidGPerL: acidGPerL(jug) };
    for (const [sense, figure, other] of [
      ['sweet', sweetGPerL, acidGPerL],
      ['tart', acidGPerL, sweetGPerL],
    ] as const)
      for (const ratio of ladderOf(sense)) {
        const { more, less } = trialGlasses(sense, ratio, 60, has);
        const [a, b] = [pour(more, jug), pour(less, jug)];
        expect(figure(a) / figure(b)).toBeCloseTo(ratio, 1);
        expect(Math.abs(Math.log(figure(a) / figure(b) / ratio))).toBeLessThan(0.012);
        // Lemon brings next to no sugar, syrup no acid: the other figure stays.
        expect(Math.abs(Math.log(other(a) / other(b)))).toBeLessThan(0.03);
        expect(more.drinkMl + more.addMl).toBeCloseTo(less.drinkMl + less.addMl, 6);
      }
  });
  // Ennis 1993 and Meilgaard, tables: right answers needed at one in twenty; shares by d'.
  it('give the published chances', () => {
    const needed = (guess: number): (number | undefined)[] =>
      [5, 8, 10, 12, 15, 20].map((n) => fewestCorrect({ n, guess }));
    expect(needed(TRIANGLE_GUESS)).toEqual([4, 6, 7, 8, 9, 11]);
    expect(needed(PAIR_GUESS)).toEqual([5, 7, 9, 10, 12, 15]);
    const off = (test: 'pair' | 'triangle', published: readonly number[]): number =>
      Math.max(...[0.5, 1, 1.5, 2, 3].map((d, k) => Math.abs(shareRight(test, d) - published[k]!)));
    expect(off('triangle', [0.36, 0.42, 0.51, 0.61, 0.78])).toBeLessThan(0.01);
    expect(off('pair', [0.64, 0.76, 0.86, 0.92, 0.98])).toBeLessThan(0.006);
  });
  it('say by what chance guessing does as well, and how many goes would tell', () => {
    const good = tongueResult('triangle', 9, 12);
    expect(good.toldApart).toBe(true);
    expect(good.byGuessing).toBeLessThan(0.01);
    const few = tongueResult('triangle', 2, 3);
    expect(few.toldApart).toBe(false);
    expect(few.wouldTell).toBeGreaterThan(3);
    const none = tongueResult('pair', 6, 12);
    expect(none.toldApart).toBe(false);
    expect(none.wouldTell).toBeUndefined();
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.nat(40), (n, k) => {
        const right = Math.min(k, n);
        const r = tongueResult('pair', right, n);
        expect(r.toldApart).toBe(r.enough !== undefined && right >= r.enough);
      }),
    );
  });
});

describe('one’s own smallest step', () => {
  it('comes nearer after two right ones, wider after a wrong one, and stays on the ladder', () => {
    const go = (right: boolean): Go => ({ ratio: 1.2, right });
    expect(nextRatio([])).toBe(LADDER[0]);
    expect(nextRatio([go(true)])).toBe(LADDER[0]);
    expect(nextRatio([go(true), go(true)])).toBe(LADDER[1]);
    expect(nextRatio([go(true), go(true), go(false)])).toBe(LADDER[0]);
    expect(nextRatio(Array.from({ length: 40 }, () => go(true)))).toBe(LADDER.at(-1));
    expect(nextRatio(Array.from({ length: 9 }, () => go(false)))).toBe(LADDER[0]);
  });
  it('is the book’s before anything was poured, and nearer to the truth after a ladder', () => {
    expect(ownStep([]).noise).toBeCloseTo(LEARNING.noise.strength, 1);
    const random = seededRandom(9);
    for (const truth of [0.08, 0.3]) {
      const found = Array.from({ length: 60 }, () => {
        const goes: Go[] = [];
        for (let i = 0; i < LADDER_GOES; i++) {
          const ratio = nextRatio(goes);
          goes.push({ ratio, right: random() < normalCdf(Math.log(ratio) / (Math.SQRT2 * truth)) });
        }
        return ownStep(goes);
      });
      const middle = found.map((x) => x.noise).sort((a, b) => a - b)[30]!;
      expect(Math.abs(Math.log(middle / truth))).toBeLessThan(Math.abs(Math.log(LEARNING.noise.strength / truth)));
      const held = found.filter((x) => x.low <= truth && truth <= x.high).length / 60;
      expect(held).toBeGreaterThan(0.5);
    }
    expect(ownStep([]).stepRatio).toBeGreaterThan(1.1);
  });
});
