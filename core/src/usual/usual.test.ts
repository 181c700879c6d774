import { planDrink } from '../plan/planDrink';
import { uncertaintyOf } from '../uncertainty/planUncertainty';
import { requireDrink } from '../plan/requireDrink';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { gapsOf, recipeFromUsual, type UsualRecord } from './recipeFromUsual';

const minute = (m: number): string => new Date(Date.parse('2026-07-05T09:00:00Z') + m * 60_000).toISOString();

const MAKING: UsualRecord = {
  name: 'Hibiscus as always',
  vesselKind: 'pot',
  plants: [
    { id: 'roselle', plant: 'roselle_dried_whole', amount: { by: 'scale', beforeG: 212, afterG: 164 } },
    { id: 'ginger', plant: 'ginger_fresh', amount: { by: 'measure', grams: 20, words: 'a thumb', sigmaLn: 0.3 } },
  ],
  water: { by: 'scale', beforeG: 900, afterG: 2200 },
  out: { by: 'jug', ml: 1120 },
  jugMl: 2300,
  sugar: { sweetener: 'white_sugar', grams: 180 },
  pressed: true,
  through: 'fine-cloth',
  taps: [
    { at: minute(0), tap: 'heat-on' },
    { at: minute(0.5), tap: 'in', plantId: 'roselle' },
    { at: minute(1), tap: 'lid-on' },
    { at: minute(8), tap: 'boils' },
    { at: minute(11), tap: 'in', plantId: 'ginger' },
    { at: minute(13), tap: 'off-heat' },
    { at: minute(15), tap: 'out', plantId: 'ginger' },
    { at: minute(28), tap: 'strained' },
  ],
  glassMl: 300,
  iced: true,
};

describe('make it as usual', () => {
  const { drink, found } = recipeFromUsual(MAKING, 'hibiscus-as-always');
  const [way] = drink.brews[0].ways;

  it('writes the amounts from what packet and pot weighed before and after', () => {
    expect(way!.ingredients.map((i) => [i.plant, i.grams])).toEqual([
      ['roselle_dried_whole', 48],
      ['ginger_fresh', 20],
    ]);
    expect(way!.waterMl).toBeCloseTo(1303, 0);
  });

  it('writes the stages from the moments', () =>
    expect(way!.stages.map((s) => [s.kind, 'minutes' in s ? s.minutes : undefined])).toEqual([
      ['heat', undefined],
      ['hold', 5],
      ['steep', 15],
      ['strain', undefined],
      ['dissolve', undefined],
    ]));

  it('has each plant go in and come out when it did', () => {
    expect(way!.ingredients[0]!.enters).toEqual({ stageId: 'heat', atMin: 0.5 });
    expect(way!.ingredients[1]!.enters).toEqual({ stageId: 'boil', atMin: 3 });
    expect(way!.ingredients[1]!.leaves).toEqual({ stageId: 'steep', atMin: 2 });
  });

  it('gives every figure its spread: a weighed one small, a thumb of ginger wide', () => {
    const sigma = (id: string): number => found.find((x) => x.id === id)!.sigma;
    expect(sigma('roselle_dried_whole')).toBeCloseTo(1.41, 2);
    expect(sigma('ginger_fresh')).toBe(6);
    expect(way!.unsure!.amounts).toBeCloseTo(Math.hypot(1.414, 6) / 68, 2);
  });

  it('is ready to plan from, and its glass is as unsure as its amounts were', () => {
    requireDrink(drink);
    const plan = (d: typeof drink): { low: number; high: number } => {
      const result = planDrink(d, d.defaults, DEFAULT_KITCHEN);
      if (result.kind !== 'plan') throw new Error(result.message);
      return uncertaintyOf(result.plan).strengthX;
    };
    const told = plan(drink);
    const weighed: UsualRecord = {
      ...MAKING,
      plants: [
        MAKING.plants[0]!,
        { ...MAKING.plants[1]!, amount: { by: 'measure', grams: 20, words: 'a thumb', sigmaLn: 1 } },
      ],
    };
    const wide = plan(recipeFromUsual(weighed, 'wide').drink);
    expect(wide.high / wide.low).toBeGreaterThan(told.high / told.low);
  });

  it('takes what came out from the jug on the scale as well', () => {
    const weighed = recipeFromUsual({ ...MAKING, out: { by: 'scale', beforeG: 700, afterG: 1831.2 } }, 'weighed');
    const came = weighed.found.find((x) => x.what === 'out')!;
    expect(came.value).toBeCloseTo(1120, 0);
    expect(came.sigma).toBeGreaterThan(10);
  });

  it('knows what was left in the fridge overnight without any heat', () => {
    const cold = recipeFromUsual(
      {
        ...MAKING,
        vesselKind: 'jar',
        taps: [
          { at: minute(0), tap: 'in', plantId: 'roselle' },
          { at: minute(0.1), tap: 'into-fridge' },
          { at: minute(600), tap: 'strained' },
        ],
      },
      'cold',
    );
    expect(cold.drink.brews[0].ways[0]!.stages.map((s) => s.id)).toEqual(['fridge', 'strain', 'sweeten']);
  });

  it('says what is still missing, in the order of the work, and writes nothing by guess', () => {
    const empty: UsualRecord = { ...MAKING, name: ' ', plants: [], water: undefined, out: undefined, taps: [] };
    expect(gapsOf(empty)).toEqual(['name', 'plants', 'water', 'start', 'strained', 'out']);
    expect(
      gapsOf({
        ...MAKING,
        plants: [{ id: 'x', plant: 'ginger_fresh', amount: { by: 'scale', beforeG: 10, afterG: 20 } }],
      }),
    ).toEqual(['amount']);
    expect(() => recipeFromUsual(empty, 'x')).toThrow('name must be told before a recipe is written');
  });

  it('takes what was measured before the model: a pot that simmers open for an hour at a low heat', () => {
    const simmered: UsualRecord = {
      ...MAKING,
      name: 'Bark, an hour',
      plants: [{ id: 'rooibos', plant: 'rooibos_cut', amount: { by: 'scale', beforeG: 100, afterG: 60 } }],
      water: { by: 'jug', ml: 1500 },
      out: { by: 'jug', ml: 900 },
      jugMl: undefined,
      sugar: undefined,
      taps: [
        { at: minute(0), tap: 'heat-on' },
        { at: minute(0.5), tap: 'in', plantId: 'rooibos' },
        { at: minute(1), tap: 'lid-off' },
        { at: minute(9), tap: 'boils' },
        { at: minute(69), tap: 'strained' },
      ],
    };
    const written = recipeFromUsual(simmered, 'bark');
    requireDrink(written.drink);
    const plan = planDrink(written.drink, written.drink.defaults, DEFAULT_KITCHEN);
    expect(plan.kind).toBe('plan');
    if (plan.kind !== 'plan') return;
    const [brew] = plan.plan.brews;
    expect(brew.figures.volumeMl / brew.waterMl).toBeCloseTo(900 / 1500, 1);
  });

  it.each([700, 1000, 1120, 1250])('comes to what came out, %d ml, whatever the model would have made of it', (ml) => {
    const { drink: told } = recipeFromUsual(
      { ...MAKING, sugar: undefined, out: { by: 'jug', ml }, jugMl: undefined },
      'x',
    );
    requireDrink(told);
    expect(Math.abs(told.book.jugMl - ml)).toBeLessThan(12);
  });

  it('can be written when nothing was added to the jug, sweetened or not', () => {
    for (const sugar of [undefined, { sweetener: 'white_sugar', grams: 180 }]) {
      const { drink: bare } = recipeFromUsual({ ...MAKING, jugMl: undefined, sugar }, 'bare');
      expect(() => requireDrink(bare)).not.toThrow();
      expect(planDrink(bare, bare.defaults, DEFAULT_KITCHEN)).toMatchObject({ kind: 'plan' });
    }
  });
});
