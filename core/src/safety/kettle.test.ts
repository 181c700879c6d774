import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import type { Drink, Stage } from '../drink/drink';
import { planOrWhy } from '../plan/planOrWhy';
import { tempAt } from '../heat/temperatureHistory';
import { factsOfPlan, findingsOf } from './index';

/** The cooler in a glass jar, with so many stages. */
const inJar = (stages: readonly Stage[]): Drink => {
  const [brew] = ROSELLE_COOLER.brews;
  const way = { ...brew.ways[0]!, vesselKind: 'jar' as const, stages };
  return { ...ROSELLE_COOLER, brews: [{ ...brew, ways: [way] }], book: { ...ROSELLE_COOLER.book, wayId: way.id } };
};
const hot = ROSELLE_COOLER.brews[0].ways[0]!.stages;
const planOf = (drink: Drink) => {
  const result = planOrWhy(drink, { ...drink.defaults, litres: 1, asWritten: true }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
const underGlass = (drink: Drink): boolean => findingsOf(...factsOfPlan(planOf(drink))).some((f) => f.id === 'HOT-05');

describe('a jar and its kettle', () => {
  it('is filled from a kettle: no glass goes on the heat, and the jar takes its part of the warmth', () => {
    expect(underGlass(inJar(hot))).toBe(false);
    const { run } = planOf(inJar(hot)).brews[0];
    const heat = run.stages.find((s) => s.kind === 'heat')!;
    expect(tempAt(run.history, heat.endMin + 0.01)).toBeLessThan(heat.toC - 2);
  });
  it('is no pot: kept hot on the ring, or heated once it is strained, it is glass on the heat', () => {
    const keptHot: Stage = { id: 'simmer', kind: 'hold', minutes: 10, lid: 'loose', agitation: 'still' };
    const again: Stage = { id: 'again', kind: 'heat', to: 'boil', lid: 'loose', agitation: 'still' };
    expect(underGlass(inJar([hot[0]!, keptHot, ...hot.slice(1)]))).toBe(true);
    expect(underGlass(inJar([...hot, again]))).toBe(true);
  });
});
