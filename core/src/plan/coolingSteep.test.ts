import { coolingSteepOf, mainStageOf, type PlanTarget, type Stage } from '../drink/drink';
import { steepMap } from '../extraction/steepMap';
import { CARD_KITCHEN, CARDS, cool, drinkOf, offHeat, part, through } from '../test/asMade';
import { steeped } from './finishPlan';
import { planDrink } from './planDrink';
import type { Plan } from './planTypes';
import { steepMapOf } from './steepMapOf';

const planOf = (wish: Partial<PlanTarget>): Plan => {
  const drink = drinkOf('cooler', { pot: CARDS.calyxApple }, [part('pot')], { glassMl: 250 });
  const result = planDrink(drink, { ...drink.defaults, ...wish }, CARD_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};

describe('a pot whose cooling is its steep', () => {
  const plan = planOf({ litres: 1.5, sugarGPerL: 0 });
  const [brew] = plan.brews;
  const cooledMin = mainStageOf(steeped(brew))!.minutes;
  it('has its curve along its own cooling, and a window to pull it in', () => {
    const { points } = brew.curve!;
    expect(cooledMin).toBeGreaterThan(60);
    expect(points[points.length - 1]!.steepMin).toBeCloseTo(cooledMin * 2, 6);
    expect(points.map((p) => p.strengthX)).toEqual([...points.map((p) => p.strengthX)].sort((a, b) => a - b));
    const pulled = points.reduce((a, p) =>
      Math.abs(p.steepMin - cooledMin) < Math.abs(a.steepMin - cooledMin) ? p : a,
    );
    expect(pulled.strengthX).toBeCloseTo(plan.glass.figures.strengthX, 1);
    expect(pulled.tempC).toBeGreaterThan(25);
    expect(pulled.tempC).toBeLessThan(35);
  });
  it('has its map, which says the same at the moment it is cool', () => {
    const map = steepMapOf(plan, brew)!;
    expect(map.pull.minutes).toBeCloseTo(cooledMin, 6);
    const drawn = steepMap({ ...map.setup, maxMinutes: cooledMin, rows: 2, startC: { low: 96, high: 96.1 } });
    const last = drawn.columns * 2 - 1;
    expect(map.baseX + map.xPerBody * drawn.body[last]!).toBeCloseTo(plan.glass.figures.strengthX, 1);
  });
  it('is none where it is steeped besides, stands in a bath, or is strained first', () => {
    const { stages } = CARDS.calyxApple;
    const bath = stages.map((s): Stage => (s.kind === 'cool' ? { ...s, by: 'ice-bath' } : s));
    expect(coolingSteepOf(CARDS.calyxApple)?.kind).toBe('cool');
    for (const other of [[stages[0]!, offHeat(5), ...stages.slice(1)], bath, [stages[0]!, through('sieve'), cool(30)]])
      expect(coolingSteepOf({ ...CARDS.calyxApple, stages: other })).toBeUndefined();
  });
});
