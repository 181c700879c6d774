import { NO_OWN_PLANTS } from '../reference/plants';
import { BOOK } from '../drink/book';
import { HOT_SPICED_PEAR, SOUR_CHERRY_POPS, SPRUCE_SODA } from '../drink/book/roots';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { COLD_SENCHA, ROOIBOS_QUINCE } from '../drink/book/teas';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { BrewWay, Drink, PlanTarget } from '../drink/drink';
import { explain } from '../explain/explainPlan';
import { steepMap } from '../extraction/steepMap';
import { levelCm } from '../heat/vessel';
import { runBrew } from '../brew/brewRun';
import { totalOf, volumeMl } from '../liquid/liquid';
import { dipstick } from './dipstick';
import { nearestThatWorks, planDrink, type Plan } from './planDrink';
import { steepMapOf } from './steepMapOf';
import { handsOnMinutes, totalMinutes } from './workTime';

const planOf = (drink: Drink, change: Partial<PlanTarget> = {}): Plan => {
  const result = planDrink(drink, { ...drink.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
const way = ROSELLE_COOLER.brews[0].ways[0]!;
const ran = (w: BrewWay) =>
  runBrew({ way: w, scale: 1, vessel: DEFAULT_KITCHEN.vessels[0]!, kitchen: DEFAULT_KITCHEN, plants: NO_OWN_PLANTS });

describe('a second drink from the same base', () => {
  const alone = planOf(ROSELLE_COOLER);
  const both = planOf(ROSELLE_COOLER, { second: { name: 'light', litres: 1, strengthX: 0.6, water: 'sparkling' } });
  it('makes the base larger by what it takes, and leaves the first drink as it was', () => {
    expect(both.brews[0].figures.volumeMl - alone.brews[0].figures.volumeMl).toBeCloseTo(both.second!.baseMl, -2);
    expect(both.glass.figures.strengthX).toBeCloseTo(1, 1);
    expect(volumeMl(both.second!.liquid)).toBeCloseTo(1000, -1);
    expect(both.second!.figures.strengthX).toBeCloseTo(0.6, 1);
    expect(alone.second).toBeUndefined();
  });
  it('is refused where the base alone is too weak for it, and the first drink alone is offered', () => {
    const second = { name: 'strong', litres: 1, strengthX: 2.9, water: 'still' } as const;
    const result = planDrink(COLD_SENCHA, { ...COLD_SENCHA.defaults, second }, DEFAULT_KITCHEN);
    expect(result).toMatchObject({ kind: 'no-plan', nearest: COLD_SENCHA.defaults });
  });
});

describe('poured hot', () => {
  it('is warmed on the burner of the house, takes no cooling time, and never goes with ice', () => {
    const plan = planOf(HOT_SPICED_PEAR);
    expect(plan.warming!.toC).toBe(68);
    expect(plan.warming!.minutes).toBeGreaterThan(3);
    expect(plan.warming!.minutes).toBeLessThan(12);
    // The pot, and what the hands do between its stages: no fridge, no bath.
    expect(totalMinutes(plan)).toBeGreaterThan(plan.brews[0].run.endMin);
    expect(totalMinutes(plan)).toBeLessThan(plan.brews[0].run.endMin + 20);
    expect(() => planOf(HOT_SPICED_PEAR, { iced: true })).toThrow('hot must be hot without ice, or iced');
    expect(explain(plan, 'warming').exact).toMatch(/min$/);
  });
});

describe('a lot that gives less', () => {
  it('is weighed out more of, so that the glass is the same', () => {
    const usual = planOf(ROSELLE_COOLER);
    const weak = planOf(ROSELLE_COOLER, { potency: { roselle_dried_whole: 0.8 } });
    const of = (p: Plan, id: string): number => p.brews[0].leaf.find((l) => l.ingredientId === id)!.grams;
    expect(of(weak, 'roselle') / of(usual, 'roselle')).toBeCloseTo(1.25, 1);
    // A little more of the rest too: the added leaf holds back liquor.
    expect(of(weak, 'rose-hip') / of(usual, 'rose-hip')).toBeLessThan(1.1);
    expect(weak.glass.figures.strengthX).toBeCloseTo(1, 1);
  });
});

describe('how it is prepared', () => {
  const cut = (c: 'whole' | 'crushed' | 'ground') =>
    ran({ ...way, ingredients: way.ingredients.map((i) => ({ ...i, cut: c })) }).concentrate;
  it('the finer the faster, and harsher', () => {
    const [whole, crushed, ground] = [cut('whole'), cut('crushed'), cut('ground')];
    expect(totalOf(whole.bodyG)).toBeLessThan(totalOf(crushed.bodyG));
    expect(totalOf(crushed.bodyG)).toBeLessThanOrEqual(totalOf(ground.bodyG));
    expect(totalOf(whole.harshG)).toBeLessThan(totalOf(ground.harshG));
  });
  it('pulp that is wanted is poured with the drink', () => {
    const fruit = SOUR_CHERRY_POPS.brews[0].ways[0]!;
    const kept = ran(fruit).ledger;
    const strained = ran({ ...fruit, keepPulp: false }).ledger;
    expect(kept.heldMl).toBe(0);
    expect(kept.outMl).toBeGreaterThan(strained.outMl);
  });
  it('headroom asks for a larger pot', () => {
    const roomy: Drink = {
      ...ROSELLE_COOLER,
      brews: [{ ...ROSELLE_COOLER.brews[0], ways: ROSELLE_COOLER.brews[0].ways.map((w) => ({ ...w, headroom: 0.5 })) }],
    };
    expect(planOf(roomy).brews[0].vessel.capacityMl).toBeGreaterThan(planOf(ROSELLE_COOLER).brews[0].vessel.capacityMl);
  });
});

describe('time', () => {
  it.each(BOOK.map((d) => [d.id, d] as const))(
    '%s: in all it grows with the litres, but for a second pot',
    (_id, drink) => {
      const took = [0.5, 1, 2, 3.5, 5].map((litres) => totalMinutes(planOf(drink, { litres })));
      for (const [i, minutes] of took.entries()) if (i > 0) expect(minutes).toBeGreaterThan(0.95 * took[i - 1]!);
      expect(took.at(-1)).toBeGreaterThan(took[0]!);
    },
  );
  it('of the hands is a part of the whole for a steep, and every figure of it opens', () => {
    for (const drink of [ROSELLE_COOLER, COLD_SENCHA, SPRUCE_SODA, HOT_SPICED_PEAR]) {
      const plan = planOf(drink);
      expect(handsOnMinutes(plan)).toBeGreaterThan(5);
      for (const figure of ['caffeine', 'acid', 'time', 'warming', 'second'] as const)
        expect(explain(plan, figure).title).toMatch(/\S/);
    }
    expect(totalMinutes(planOf(SPRUCE_SODA))).toBeGreaterThan(2 * 1440);
  });
});

describe('the nearest that works', () => {
  it('is itself a plan, and is looked for in sweetness, strength, then amount', () => {
    const sweet = { ...COLD_SENCHA.defaults, sugarGPerL: 240 };
    expect(nearestThatWorks(COLD_SENCHA, sweet, DEFAULT_KITCHEN)).toMatchObject({ sugarGPerL: 0 });
    const much = { ...ROOIBOS_QUINCE.defaults, strengthX: 3 };
    const near = nearestThatWorks(ROOIBOS_QUINCE, much, DEFAULT_KITCHEN)!;
    expect(planDrink(ROOIBOS_QUINCE, near, DEFAULT_KITCHEN).kind).toBe('plan');
    expect(near.strengthX).toBeGreaterThan(1);
  });
});

describe('the steep map of a plan', () => {
  it.each([ROSELLE_COOLER, COLD_SENCHA, ROOIBOS_QUINCE, HOT_SPICED_PEAR].map((d) => [d.id, d] as const))(
    '%s: along the pot’s own path it reads as the curve does',
    (_id, drink) => {
      const plan = planOf(drink);
      const [brew] = plan.brews;
      const planned = steepMapOf(plan, brew)!;
      const { startC, minutes } = planned.pull;
      const own = steepMap({
        ...planned.setup,
        rows: 2,
        startC: { low: startC, high: startC + 1e-6 },
        maxMinutes: minutes,
      });
      const at = (share: number): { x: number; harsh: number } => {
        const c = Math.round((own.columns - 1) * share);
        return {
          x: planned.baseX + planned.xPerBody * own.body[c]!,
          harsh: own.harsh[c]!,
        };
      };
      expect(at(1).x).toBeCloseTo(plan.glass.figures.strengthX, 2);
      expect(at(1).harsh).toBeCloseTo(plan.glass.figures.harsh, 2);
      const middle = brew.curve!.points.reduce((a, p) =>
        Math.abs(p.steepMin - minutes / 2) < Math.abs(a.steepMin - minutes / 2) ? p : a,
      );
      expect(Math.abs(at(middle.steepMin / minutes).x - middle.strengthX)).toBeLessThan(0.06);
      expect(Math.abs(at(middle.steepMin / minutes).harsh - middle.harsh)).toBeLessThan(0.06);
    },
  );
  it('stops the clock of what is taken out', () => {
    const plant = { extractionClass: 'hard_spice', bodyFull: 1, harsh: [] } as const;
    const setup = {
      harshnesses: [],
      columns: 61,
      rows: 2,
      maxMinutes: 60,
      startC: { low: 90, high: 95 },
      ambientC: 20,
      tauMin: 1e6,
    };
    const left = steepMap({ ...setup, plants: [{ ...plant, leavesMin: 20 }] });
    const stayed = steepMap({ ...setup, plants: [plant] });
    expect(left.body[60]).toBeCloseTo(stayed.body[20]!, 6);
    expect(left.body[10]).toBeCloseTo(stayed.body[10]!, 6);
  });
  it('is not there for what is not steeped, and knows when each plant is in', () => {
    const plan = planOf(HOT_SPICED_PEAR);
    const { inPot } = steepMapOf(plan, plan.brews[0])!;
    const of = (id: string) => inPot.find((p) => p.ingredientId === id)!;
    expect(of('rooibos').fromMin).toBeCloseTo(6, 6);
    expect(of('clove')).toMatchObject({ fromMin: 0 });
    expect(of('clove').toMin).toBeCloseTo(8, 6);
  });
});

describe('a dipstick', () => {
  it('marks volumes where they stand, and the brew’s own lines', () => {
    const plan = planOf(ROSELLE_COOLER);
    const [brew] = plan.brews;
    const { marks, lengthMm } = dipstick(brew.vessel, brew);
    const water = marks.find((m) => m.label === 'water')!;
    expect(water.heightMm).toBeCloseTo(levelCm(brew.vessel, brew.waterMl) * 10, 6);
    expect(marks.filter((m) => m.kind === 'volume').map((m) => m.label)).toEqual(['500 ml', '1 L', '1.5 L', '2 L']);
    expect(marks.every((m) => m.heightMm > 0 && m.heightMm <= lengthMm + 1e-9)).toBe(true);
    expect(marks.map((m) => m.label)).not.toContain('stop here');
    expect(dipstick(brew.vessel).marks.every((m) => m.kind === 'volume')).toBe(true);
  });
});
