import fc from 'fast-check';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { scaledGrams, type BrewWay } from '../drink/drink';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { acidGPerL, sugarGPerL, syrupOf, volumeMl, waterOf } from '../liquid/liquid';
import { strengthShares, weightedStrength } from '../liquid/strength';
import { NO_OWN_PLANTS } from '../reference/plants';
import { massesForSyrup } from '../sugar/syrup';
import { compareWays, methodsOf } from './compareWays';
import { planBrews, type BrewsPlan, type FreeBrew, type GivenLiquid } from './planBrews';
import { planBackwards } from './backwards';

const roselle: FreeBrew = { id: 'roselle', way: ROSELLE_COOLER.brews[0].ways[0]!, plants: NO_OWN_PLANTS };
const rooibosWay: BrewWay = {
  ...ROSELLE_COOLER.brews[0].ways[0]!,
  id: 'rooibos',
  waterMl: 1000,
  ingredients: [
    { id: 'rooibos', plant: 'rooibos_cut', grams: 30, enters: { stageId: 'steep', atMin: 0 } },
    {
      id: 'cinnamon',
      plant: 'ceylon_cinnamon_stick',
      grams: 5,
      enters: { stageId: 'heat', atMin: 0 },
      leaves: { stageId: 'steep', atMin: 5 },
      scaling: { power: 0.8 },
    },
  ],
};
const rooibos: FreeBrew = { id: 'rooibos', way: rooibosWay, plants: NO_OWN_PLANTS };
const syrup: GivenLiquid = { id: 'syrup', liquid: syrupOf(massesForSyrup({ volumeMl: 5000, brix: 50 })) };
const water: GivenLiquid = { id: 'water', liquid: waterOf(20_000) };
const liquids = [syrup, water];
const planned = (plan: BrewsPlan): Extract<BrewsPlan, { kind: 'brews' }> => {
  if (plan.kind !== 'brews') throw new Error(`${plan.limit} ${plan.id}`);
  return plan;
};

describe('one brew feeding two jugs', () => {
  const plan = planned(
    planBrews({
      brews: [roselle],
      liquids,
      kitchen: DEFAULT_KITCHEN,
      jugs: [
        { id: 'strong', volumeMl: 1500, from: ['roselle', 'syrup', 'water'], strength: 1.1, sugarGPerL: 80 },
        { id: 'light', volumeMl: 1000, from: ['roselle', 'syrup', 'water'], strength: 0.6, sugarGPerL: 40 },
      ],
    }),
  );
  it('makes both as wished', () => {
    const [strong, light] = plan.jugs;
    expect(weightedStrength(strong!.liquid)).toBeCloseTo(1.1, 2);
    expect(weightedStrength(light!.liquid)).toBeCloseTo(0.6, 2);
    expect(sugarGPerL(light!.liquid)).toBeCloseTo(40, 0);
    expect([...strong!.missed, ...light!.missed]).toEqual([]);
  });
  it('brews just what the two take', () => {
    const taken = plan.jugs.reduce((sum, j) => sum + j.volumesMl['roselle']!, 0);
    expect(volumeMl(plan.brews[0]!.concentrate) / taken).toBeCloseTo(1, 3);
  });
});

describe('two brews in one jug', () => {
  it('balance by plant: as much rooibos as roselle in the glass', () => {
    const plan = planned(
      planBrews({
        brews: [roselle, rooibos],
        liquids,
        kitchen: DEFAULT_KITCHEN,
        jugs: [
          {
            id: 'jug',
            volumeMl: 2000,
            from: ['roselle', 'rooibos', 'syrup', 'water'],
            sugarGPerL: 60,
            plants: { roselle_dried_whole: 0.4, rooibos_cut: 0.4 },
          },
        ],
      }),
    );
    const shares = strengthShares(plan.jugs[0]!.liquid);
    expect(shares['roselle_dried_whole']! / shares['rooibos_cut']!).toBeCloseTo(1, 1);
  });

  it('hit any strength, sugar and acid that they can reach, run forward', () => {
    const figure = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(figure(0.3, 1.2), figure(20, 90), figure(500, 4000), (strength, sugar, volume) => {
        const plan = planned(
          planBrews({
            brews: [roselle],
            liquids,
            kitchen: DEFAULT_KITCHEN,
            jugs: [{ id: 'jug', volumeMl: volume, from: ['roselle', 'syrup', 'water'], strength, sugarGPerL: sugar }],
          }),
        );
        const { liquid } = plan.jugs[0]!;
        expect(Math.abs(weightedStrength(liquid) / strength - 1)).toBeLessThan(0.01);
        expect(Math.abs(sugarGPerL(liquid) - sugar)).toBeLessThan(1);
        expect(acidGPerL(liquid)).toBeGreaterThan(0);
      }),
      { seed: 61, numRuns: 15 },
    );
  });
});

describe('what a kitchen can hold', () => {
  it('a brew too large for any pot is split into equal ones', () => {
    const plan = planned(
      planBrews({
        brews: [roselle],
        liquids,
        kitchen: DEFAULT_KITCHEN,
        jugs: [{ id: 'tub', volumeMl: 30_000, from: ['roselle', 'syrup', 'water'], strength: 1, sugarGPerL: 70 }],
      }),
    );
    expect(plan.brews[0]!.pots).toBeGreaterThan(1);
    expect(plan.brews[0]!.vessel.capacityMl).toBeLessThanOrEqual(10_000);
  });
  it('says which brew fits nowhere, and which jug cannot be filled', () => {
    const jug = { id: 'lake', volumeMl: 300_000, from: ['roselle', 'water'], strength: 1 };
    expect(
      planBrews({
        brews: [roselle],
        liquids: [{ ...water, liquid: waterOf(400_000) }],
        kitchen: DEFAULT_KITCHEN,
        jugs: [jug],
      }),
    ).toEqual({ kind: 'no-brews', limit: 'vessel', id: 'roselle' });
    expect(
      planBrews({
        brews: [],
        liquids: [{ ...water, maxMl: 100 }],
        kitchen: DEFAULT_KITCHEN,
        jugs: [{ id: 'dry', volumeMl: 1000, from: ['water'] }],
      }),
    ).toEqual({ kind: 'no-brews', limit: 'jug', id: 'dry' });
  });
  it('refuses a jug that asks for what is not there', () => {
    expect(() =>
      planBrews({
        brews: [roselle],
        liquids,
        kitchen: DEFAULT_KITCHEN,
        jugs: [{ id: 'jug', volumeMl: 1000, from: ['rum'] }],
      }),
    ).toThrow('jug.from must be one of roselle, syrup, water, got "rum"');
  });
});

describe('scaling', () => {
  it('knows what grows in proportion, what by a power, and what not at all', () => {
    expect(scaledGrams({ grams: 5 }, 4)).toBe(20);
    expect(scaledGrams({ grams: 5, scaling: 'fixed' }, 4)).toBe(5);
    expect(scaledGrams({ grams: 5, scaling: { power: 0.5 } }, 4)).toBe(10);
  });
});

describe('planning the other way round', () => {
  const backwards = (starting: Parameters<typeof planBackwards>[3]) =>
    planBackwards(ROSELLE_COOLER, ROSELLE_COOLER.defaults, DEFAULT_KITCHEN, starting);
  it('makes as much as 60 g of calyx allow, and no gram more', () => {
    const result = backwards({ kind: 'leaf', haveG: { roselle_dried_whole: 60 } });
    if (result.kind !== 'plan') throw new Error(result.kind);
    expect(result.plan.brews[0].leaf[0]!.grams).toBeLessThanOrEqual(60);
    expect(result.plan.brews[0].leaf[0]!.grams).toBeGreaterThan(57);
    expect(result.binds).toMatch(/^Roselle/);
  });
  it('names the plant there is too little of', () => {
    expect(backwards({ kind: 'leaf', haveG: { roselle_dried_whole: 60, rosehip_dried_cut: 0.1 } })).toEqual({
      kind: 'too-little',
      binds: 'Rose hip, dried cut shells',
    });
    expect(() => backwards({ kind: 'leaf', haveG: {} })).toThrow(
      'haveG must be grams of a plant of roselle-rose-hip-cooler, got "nothing"',
    );
    expect(() => backwards({ kind: 'concentrate', ml: 0 })).toThrow('ml must be more than 0 ml');
  });
  it('fills two bottles of concentrate, to within a glass', () => {
    const result = backwards({ kind: 'concentrate', ml: 1000 });
    if (result.kind !== 'plan') throw new Error(result.kind);
    expect(result.plan.brews[0].figures.volumeMl).toBeGreaterThan(960);
    expect(result.plan.brews[0].figures.volumeMl).toBeLessThanOrEqual(1000);
  });
  it('says so when the kitchen ends before the leaf does', () => {
    const result = backwards({ kind: 'leaf', haveG: { roselle_dried_whole: 500 } });
    if (result.kind !== 'plan') throw new Error(result.kind);
    expect(result.binds).toBe('the largest jug');
    // Two of the largest jug.
    expect(result.plan.target.litres).toBeCloseTo(10, 1);
  });
  it('fills the only pot there is, with its headroom, and never splits it', () => {
    const result = backwards({ kind: 'pot', capacityMl: 3000 });
    if (result.kind !== 'plan') throw new Error(result.kind);
    const [brew] = result.plan.brews;
    expect(brew.pots).toBe(1);
    expect(brew.waterMl).toBeGreaterThan(2400);
    expect(brew.waterMl).toBeLessThan(3000 * 0.88);
  });
});

describe('methods side by side', () => {
  it('the fridge is smoother, slower and costs no heat', () => {
    const [hot, cold] = compareWays(methodsOf(ROSELLE_COOLER, ROSELLE_COOLER.defaults), DEFAULT_KITCHEN);
    if (hot?.kind !== 'way' || cold?.kind !== 'way') throw new Error('no plan');
    expect(cold.harsh).toBeLessThan(hot.harsh);
    expect(cold.totalMin).toBeGreaterThan(hot.totalMin);
    expect(cold.energyKWh).toBe(0);
    expect(hot.energyKWh).toBeCloseTo(0.17, 1);
    expect(hot.aroma).toBe('kept');
  });
});
