import { NO_OWN_PLANTS } from '../reference/plants';
import fc from 'fast-check';
import { runBrew, type BrewRun } from '../brew/brewRun';
import { BOOK } from '../drink/book';
import { BUTTERFLY_PEA_LIME, LINDEN_PEAR_SYRUP } from '../drink/book/flowers';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { ROOIBOS_QUINCE } from '../drink/book/teas';
import { enters, heat, steepOffHeat, strain, waterPart } from '../drink/book/parts';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { mainStageOf, type BrewWay, type Drink, type MixLine, type PlanTarget, type Stage } from '../drink/drink';
import { abvOf, apparentBrix, massG, totalOf, volumeMl } from '../liquid/liquid';
import { strengthShares, weightedStrength } from '../liquid/strength';
import { explain } from '../explain/explainPlan';
import { bookOf } from './houseStandard';
import { leafOf, planDrink, type Plan } from './planDrink';

function planOf(drink: Drink, change: Partial<PlanTarget> = {}): Plan {
  const result = planDrink(drink, { ...drink.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(`${drink.id}: ${result.message}`);
  return result.plan;
}

describe.each(BOOK.map((d) => [d.id, d] as const))('the book: %s', (_id, drink) => {
  it('is ×1 by its own book, and its defaults can be made', () => {
    const plan = planOf(drink);
    expect(plan.glass.figures.strengthX).toBeCloseTo(1, 1);
    expect(Math.abs(plan.glass.figures.sugarGPerL - drink.defaults.sugarGPerL)).toBeLessThan(5);
    expect(plan.brews[0].curve!.window).toBeDefined();
    // The pull that the recipe names lies inside the window that the plan names.
    for (const { curve, way } of plan.brews) {
      const pull = mainStageOf(way)?.minutes ?? 0;
      expect(curve!.window!.fromMin).toBeLessThanOrEqual(pull);
      expect(curve!.window!.toMin).toBeGreaterThanOrEqual(pull);
    }
  });

  it('hits what is asked for when its rounded amounts are run forward', () => {
    const sweet = drink.defaults.sugarGPerL;
    const asked = fc.record({
      litres: fc.double({ min: 1, max: 4, noNaN: true }),
      strengthX: fc.double({ min: 0.7, max: 1.2, noNaN: true }),
      sugarGPerL: sweet === 0 ? fc.constant(0) : fc.double({ min: sweet * 0.7, max: sweet * 1.2, noNaN: true }),
      iced: fc.boolean(),
    });
    fc.assert(
      fc.property(asked, (change) => {
        const result = planDrink(drink, { ...drink.defaults, hot: false, ...change }, DEFAULT_KITCHEN);
        if (result.kind !== 'plan') return;
        const { glass, jug, target, brews } = result.plan;
        // Less than half a gram of a spice is weighed to a fifth of itself at best.
        const weighed = brews.some((b) => b.leaf.some((l) => l.grams < 0.5)) ? 0.08 : 0.04;
        expect(Math.abs(glass.figures.strengthX / target.strengthX - 1)).toBeLessThan(weighed);
        // A syrup that is boiled down from a cup of water comes out to a tenth: it is measured in steps of 5 ml.
        expect(Math.abs(glass.figures.sugarGPerL - target.sugarGPerL)).toBeLessThan(
          Math.max(5, target.sugarGPerL / 10),
        );
        expect(Math.abs(jug.figures.volumeMl / (target.litres * 1000) - 1)).toBeLessThan(0.01);
      }),
      { seed: 91, numRuns: 6 },
    );
  });
});

describe('a syrup as a brew', () => {
  const plan = planOf(LINDEN_PEAR_SYRUP);
  it('takes its sugar by what comes out, gram for millilitre, and says how much', () => {
    const [brew] = plan.brews;
    // What steamed off on the way to the boil afterwards was there when it was measured.
    const { outMl, sweetenedMl, reducedMl } = brew.run.ledger;
    const strainedMl = outMl - sweetenedMl + reducedMl;
    expect(brew.sweetenedG['white_sugar']! / brew.pots / strainedMl).toBeCloseTo(1, 2);
    expect(apparentBrix(brew.concentrate)).toBeGreaterThan(48);
    expect(apparentBrix(brew.concentrate)).toBeLessThan(58);
  });
  it('sets the volume by the sugar and its flavour by how densely it is brewed', () => {
    const [mild, strong] = [
      planOf(LINDEN_PEAR_SYRUP, { strengthX: 0.7 }),
      planOf(LINDEN_PEAR_SYRUP, { strengthX: 1.4 }),
    ];
    const poured = (p: Plan): number => p.jug.mix['linden-syrup']!;
    const density = (p: Plan): number => leafOf(p).reduce((s, l) => s + l.grams, 0) / p.brews[0].waterMl;
    expect(Math.abs(poured(strong) / poured(mild) - 1)).toBeLessThan(0.1);
    expect(density(strong) / density(mild)).toBeGreaterThan(1.5);
  });
  it('says so when the wanted sugar brings more flavour than is wanted', () => {
    const result = planDrink(
      LINDEN_PEAR_SYRUP,
      { ...LINDEN_PEAR_SYRUP.defaults, strengthX: 0.2, sugarGPerL: 150 },
      DEFAULT_KITCHEN,
    );
    expect(result).toMatchObject({ kind: 'no-plan', limit: 'liquor-ratio' });
    if (result.kind !== 'no-plan') return;
    expect(result.message).toContain('150 g/L of sugar brings more flavour than ×0.2');
    expect(planDrink(LINDEN_PEAR_SYRUP, result.nearest!, DEFAULT_KITCHEN).kind).toBe('plan');
  });
  it('is opened to its steps like any figure', () => {
    expect(explain(plan, 'yield').steps.map((s) => s.text)).toContain('room taken by what sweetens');
  });
});

describe('two brews in one drink', () => {
  const ginger: BrewWay = {
    id: 'ginger',
    name: 'simmering',
    shortName: 'Simmered',
    vesselKind: 'pot',
    waterMl: 600,
    ingredients: [{ id: 'ginger', plant: 'ginger_dried_cut', grams: 12, enters: enters('heat') }],
    stages: [heat, { ...steepOffHeat(20) }, strain()],
    liquorRatio: { min: 5, max: 80 },
  };
  const both: Drink = {
    ...ROSELLE_COOLER,
    id: 'roselle-ginger',
    brews: [ROSELLE_COOLER.brews[0], { id: 'ginger', name: 'Ginger decoction', ways: [ginger] }],
    mix: [
      ROSELLE_COOLER.mix[0]!,
      { id: 'ginger', name: 'Ginger decoction', from: { kind: 'brew', brewId: 'ginger' }, book: 300, at: 'jug' },
      ...ROSELLE_COOLER.mix.slice(1),
    ],
  };
  it('keep the balance of the drink as written at any strength', () => {
    const shares = (x: number): Record<string, number> => strengthShares(planOf(both, { strengthX: x }).jug.liquid);
    const [mild, strong] = [shares(0.7), shares(1.1)];
    expect(mild['ginger_dried_cut']! / strong['ginger_dried_cut']!).toBeCloseTo(1, 1);
    const book = bookOf(both).shares;
    expect(Math.abs(mild['ginger_dried_cut']! / book['ginger']! - 1)).toBeLessThan(0.06);
  });
  it('stand in the drink’s own order, however its mix is written; a second drink is poured from the first', () => {
    const second = { name: 'light', litres: 0.5, strengthX: 0.5, water: 'still' } as const;
    const turned: Drink = { ...both, mix: [...both.mix].reverse() };
    const [plan, same] = [planOf(both, { second }), planOf(turned, { second })];
    expect(same.brews.map((b) => b.brewId)).toEqual(['concentrate', 'ginger']);
    for (const [i, b] of same.brews.entries())
      expect(b.figures.volumeMl / plan.brews[i]!.figures.volumeMl).toBeCloseTo(1, 2);
    expect(strengthShares(same.second!.liquid)['ginger_dried_cut'] ?? 0).toBe(0);
    expect(same.second!.figures.strengthX).toBeCloseTo(plan.second!.figures.strengthX, 2);
  });
  it('can each be made another way, and a wrong one is named', () => {
    const longer = planOf(both, { others: { ginger: { wayId: 'ginger', steepMin: 40 } } });
    expect(longer.brews[1]!.leaf[0]!.grams).toBeLessThan(planOf(both).brews[1]!.leaf[0]!.grams);
    expect(() => planOf(both, { others: { ginger: { wayId: 'roast', steepMin: 4 } } })).toThrow(
      'others.ginger.wayId must be one of ginger, got "roast"',
    );
    expect(() => planOf(both, { others: { mint: { wayId: 'roast', steepMin: 4 } } })).toThrow(
      'others must be brews of the drink besides the first, got "mint"',
    );
  });
});

describe('a simmer that goes on for hours', () => {
  it('boils dry: an answer with the time that works, not a crash', () => {
    const [way] = ROOIBOS_QUINCE.brews[0].ways as [BrewWay];
    const open: Drink = {
      ...ROOIBOS_QUINCE,
      id: 'open',
      brews: [
        {
          ...ROOIBOS_QUINCE.brews[0],
          ways: [{ ...way, stages: way.stages.map((s) => ({ ...s, lid: 'open' as const })) }],
        },
      ],
    };
    const result = planDrink(open, { ...open.defaults, steepMin: 600 }, DEFAULT_KITCHEN);
    expect(result).toMatchObject({ kind: 'no-plan', limit: 'boils-dry', nearest: { steepMin: 10 } });
    if (result.kind === 'no-plan') expect(result.message).toMatch(/^It would boil dry: 600 minutes/);
  });
});

describe('other parts of the mix', () => {
  it('pour juice as the book has it, or as much as the wanted acid takes', () => {
    const book = planOf(BUTTERFLY_PEA_LIME);
    expect(book.jug.mix['lime']! / book.jug.figures.volumeMl).toBeCloseTo(60 / 1700, 4);
    const sharp = planOf(BUTTERFLY_PEA_LIME, { acidGPerL: 3.5 });
    expect(sharp.glass.figures.acidGPerL).toBeCloseTo(3.5, 1);
    expect(sharp.jug.mix['lime']!).toBeGreaterThan(book.jug.mix['lime']!);
    expect(sharp.glass.figures.sugarGPerL).toBeCloseTo(50, 0);
  });
  it('make up for what is poured at the glass: the jug is stronger, the glass right', () => {
    const rum: MixLine = {
      id: 'rum',
      name: 'Rum',
      from: { kind: 'spirit', name: 'rum', abv: 40 },
      book: 120,
      at: 'glass',
    };
    const plan = planOf({ ...ROSELLE_COOLER, id: 'with-rum', mix: [...ROSELLE_COOLER.mix, rum] });
    expect(plan.glass.atGlassMl['rum']).toBeCloseTo(36);
    expect(abvOf(plan.glass.liquid)).toBeGreaterThan(4);
    expect(abvOf(plan.jug.liquid)).toBe(0);
    expect(plan.glass.figures.strengthX).toBeCloseTo(1, 1);
    expect(plan.jug.figures.volumeMl).toBeCloseTo(2400 * 0.88, -1);
  });
  it('say when nothing sweetens a drink that is to be sweet', () => {
    const unsweet: Drink = {
      ...ROOIBOS_QUINCE,
      id: 'unsweet',
      mix: ROOIBOS_QUINCE.mix.filter((l) => l.id !== 'syrup'),
    };
    const result = planDrink(unsweet, unsweet.defaults, DEFAULT_KITCHEN);
    expect(result).toMatchObject({ kind: 'no-plan', limit: 'sweetener', nearest: { sugarGPerL: 0 } });
    expect(planDrink(unsweet, { ...unsweet.defaults, sugarGPerL: 0 }, DEFAULT_KITCHEN).kind).toBe('plan');
  });
});

describe('stages of every kind', () => {
  const still = { lid: 'open', agitation: 'still' } as const;
  const run = (stages: readonly Stage[], entersAt: string, waterMl = 1000): BrewRun =>
    runBrew({
      way: {
        id: 'w',
        name: 'w',
        shortName: 'w',
        vesselKind: 'pot',
        waterMl,
        ingredients: [{ id: 'root', plant: 'dandelion_root_roasted', grams: 15, enters: enters(entersAt) }],
        stages,
        liquorRatio: { min: 1, max: 100 },
      },
      scale: 1,
      vessel: DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-2')!,
      kitchen: DEFAULT_KITCHEN,
      plants: NO_OWN_PLANTS,
    });
  const steeped = [heat, steepOffHeat(10), strain('sieve')];
  const plain = run(steeped, 'heat');
  const toast: Stage = { id: 'toast', kind: 'toast', atC: 160, minutes: 6, ...still };
  const cooled: Stage = { id: 'cool', kind: 'cool', toC: 80, by: 'standing', ...still };

  it('toasting is dry: it takes its time, steams nothing off, and gives nothing', () => {
    const toasted = run([toast, ...steeped], 'toast');
    expect(toasted.endMin - plain.endMin).toBeCloseTo(6, 6);
    expect(weightedStrength(toasted.concentrate)).toBeCloseTo(weightedStrength(plain.concentrate), 6);
    expect(weightedStrength(toasted.at(5).liquor)).toBe(0);
  });
  it('cooling first makes a milder steep, and an ice bath cools faster than standing', () => {
    const mild = run([heat, cooled, steepOffHeat(10), strain()], 'steep');
    expect(weightedStrength(mild.concentrate)).toBeLessThan(weightedStrength(plain.concentrate));
    const minutes = (by: 'standing' | 'ice-bath'): number => {
      const time = run([heat, { ...cooled, by }, steepOffHeat(10), strain()], 'steep').stages[1]!;
      return time.endMin - time.startMin;
    };
    expect(minutes('ice-bath')).toBeLessThan(minutes('standing') / 3);
  });
  it('refuses to cool below what is around it, naming the stage', () =>
    expect(() => run([heat, { ...cooled, toC: 5 }, strain()], 'heat')).toThrow('cool must be to more than the 22 °C'));
  it('a rinse wins extract from the drained plants, at the price of strength', () => {
    const rinsed = run([...steeped, { id: 'rinse', kind: 'rinse', waterMl: 100, ...still }], 'heat');
    const body = (r: BrewRun): number => totalOf(r.concentrate.bodyG);
    expect(body(rinsed)).toBeGreaterThan(body(plain));
    expect(body(rinsed)).toBeLessThan(totalOf(plain.at(plain.endMin).liquor.bodyG));
    expect(volumeMl(rinsed.concentrate) - volumeMl(plain.concentrate)).toBeCloseTo(100, -1);
    expect(weightedStrength(rinsed.concentrate)).toBeLessThan(weightedStrength(plain.concentrate));
  });
  it('a reduction loses water only, and takes the time the pot needs', () => {
    const half = run([...steeped, { id: 'reduce', kind: 'reduce', to: { share: 0.5 }, ...still }], 'heat');
    expect(volumeMl(half.concentrate) / volumeMl(plain.concentrate)).toBeCloseTo(0.5, 3);
    expect(totalOf(half.concentrate.bodyG)).toBeCloseTo(totalOf(plain.concentrate.bodyG), 9);
    expect(half.ledger.reducedMl).toBeCloseTo(volumeMl(plain.concentrate) / 2, 0);
    const time = half.stages.find((s) => s.kind === 'reduce')!;
    expect(time.endMin - time.startMin).toBeGreaterThan(10);
    const sweet: Stage[] = [
      { id: 'sugar', kind: 'dissolve', sweetener: 'white_sugar', to: { gPerMl: 0.5 }, ...still },
      { id: 'reduce', kind: 'reduce', to: { brix: 65 }, ...still },
    ];
    expect(apparentBrix(run([...steeped, ...sweet], 'heat').concentrate)).toBeCloseTo(65, 3);
  });
  it('sweetened first, a plant steeps in syrup, and slower in a thick one', () => {
    const sugar = (gPerMl: number): Stage => ({
      id: 'sugar',
      kind: 'dissolve',
      sweetener: 'white_sugar',
      to: { gPerMl },
      ...still,
    });
    const inSyrup = (gPerMl: number): number =>
      totalOf(run([sugar(gPerMl), heat, steepOffHeat(10), strain()], 'heat').at(15).liquor.bodyG);
    expect(inSyrup(1.6)).toBeLessThan(inSyrup(0.4));
    expect(run([sugar(1), heat, steepOffHeat(10), strain()], 'heat').sweetenedG['white_sugar']).toBeCloseTo(998, -1);
  });
  it('juice in the pot brings its water with it', () => {
    const way: BrewWay = {
      ...ROSELLE_COOLER.brews[0].ways[0]!,
      ingredients: [{ id: 'lime', plant: 'lime_juice', grams: 100, enters: enters('heat') }],
    };
    const vessel = DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-2')!;
    const { liquor } = runBrew({ way, scale: 1, vessel, kitchen: DEFAULT_KITCHEN, plants: NO_OWN_PLANTS }).at(0);
    expect(massG(liquor) - 1300 * 0.9982).toBeCloseTo(100, 0);
  });
  it('refuses what belongs before or after the strain, naming it', () => {
    expect(() => run([{ id: 'rinse', kind: 'rinse', waterMl: 100, ...still }, strain()], 'rinse')).toThrow(
      'rinse must be after the strain',
    );
    expect(() => run([...steeped, steepOffHeat(5)], 'heat')).toThrow('steep must be before the strain');
  });
  it('a drink without any heat or steep is still a drink', () => {
    const stirred: Drink = {
      ...ROSELLE_COOLER,
      id: 'stirred',
      brews: [
        {
          id: 'juice',
          name: 'Juice',
          ways: [
            {
              id: 'stir',
              name: 'stirring',
              shortName: 'Stirred',
              vesselKind: 'jar',
              waterMl: 100,
              ingredients: [{ id: 'mango', plant: 'mango_puree', grams: 500, enters: enters('strain') }],
              stages: [strain()],
              liquorRatio: { min: 1, max: 6000 },
            },
          ],
        },
      ],
      mix: [{ id: 'juice', name: 'Juice', from: { kind: 'brew', brewId: 'juice' }, book: 'all', at: 'jug' }, waterPart],
      book: { wayId: 'stir', jugMl: 1500, iced: false },
      defaults: { ...ROSELLE_COOLER.defaults, wayId: 'stir', steepMin: 1, sugarGPerL: 40, litres: 1.5, iced: false },
    };
    const plan = planOf(stirred);
    expect(plan.brews[0].curve).toBeUndefined();
    // Nothing in it is brewed, so it has no ×: its volume and its sugar are what is met.
    expect(plan.standard).toBe(0);
    expect(plan.glass.figures.strengthX).toBe(0);
    expect(plan.jug.figures.volumeMl).toBeCloseTo(1500, -1);
    const twice = planOf(stirred, { litres: 3 });
    expect(twice.brews[0].leaf[0]!.grams / plan.brews[0].leaf[0]!.grams).toBeCloseTo(2, 1);
  });
});
