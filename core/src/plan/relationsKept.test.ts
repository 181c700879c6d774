import { blankWay } from '../drink/editing';
import type { BrewWay } from '../drink/drink';
import { NO_OWN_PLANTS } from '../reference/plants';
import { relationsKept } from './relationsKept';

const jam = (written: string | undefined, fruitG: number): BrewWay => ({
  ...blankWay(),
  ingredients: [
    { id: 'plum', plant: 'plum_fresh', grams: fruitG, enters: { stageId: 'sugar', atMin: 0 } },
    {
      id: 'rhubarb',
      plant: 'rhubarb_stalk',
      grams: 10,
      written: 'half the weight',
      enters: { stageId: 'sugar', atMin: 0 },
    },
  ],
  stages: [
    {
      id: 'sugar',
      kind: 'dissolve',
      sweetener: 'white_sugar',
      to: { grams: 7 },
      ...(written === undefined ? {} : { written }),
      lid: 'open',
      agitation: 'still',
    },
  ],
});
const gramsOf = (way: BrewWay): { sugarG: number; rhubarbG: number } => {
  const [stage] = way.stages;
  const sugarG = stage?.kind === 'dissolve' && 'grams' in stage.to ? stage.to.grams : NaN;
  return { sugarG, rhubarbG: way.ingredients[1]!.grams };
};
const kept = (written: string | undefined, fruitG: number) =>
  gramsOf(relationsKept(jam(written, fruitG), NO_OWN_PLANTS));

describe('an amount that is told by the others', () => {
  it('is as much of them as its words say, and goes with them', () => {
    expect(kept('equal weight', 400)).toEqual({ rhubarbG: 200, sugarG: 600 });
    expect(kept('equal weight', 800)).toEqual({ rhubarbG: 400, sugarG: 1200 });
    expect(kept('half the weight', 400).sugarG).toBe(300);
  });
  it('told in figures it stays as it is', () => {
    expect(kept('1/4 cup', 400).sugarG).toBe(7);
    expect(kept(undefined, 400).sugarG).toBe(7);
  });
  it('holds once and for all', () => {
    const once = relationsKept(jam('equal weight', 333), NO_OWN_PLANTS);
    expect(relationsKept(once, NO_OWN_PLANTS)).toEqual(once);
  });
});
