import { runBrew, type BrewRun } from './brew/brewRun';
import { waterBeside, waterToCover } from './brew/contents';
import { DEFAULT_KITCHEN } from './drink/defaultKitchen';
import { type BrewWay, type Drink, type Kitchen, type Lid, type Stage } from './drink/drink';
import { mixedWay } from './drink/editing';
import {
  abvOf,
  apparentBrix,
  massG,
  portionOfVolume,
  pourTogether,
  sugarGPerL,
  volumeMl,
  type Liquid,
} from './liquid/liquid';
import { colourOf } from './liquid/colour';
import { harshness } from './liquid/harshness';
import { juiceOf } from './liquid/stirredIn';
import { sweetGPerL } from './liquid/sweetness';
import { strengthShares, weightedStrength } from './liquid/strength';
import { bookOf, writtenTarget } from './plan/houseStandard';
import { planDrink, type Plan } from './plan/planDrink';
import { requireDrink } from './plan/requireDrink';
import { smallestVesselFor } from './plan/vesselChoice';
import { milk, windowOf } from './safety/derive';
import { factsOfPlan } from './safety/planFacts';
import { totalMinutes } from './plan/workTime';
import { botanicalBySlug } from './reference/botanicals';
import { NO_OWN_PLANTS } from './reference/plants';
import {
  boilDown,
  CARD_KITCHEN,
  CARDS,
  cool,
  CUP,
  drinkOf,
  heatTo,
  inFridge,
  juice,
  made,
  offHeat,
  part,
  put,
  simmer,
  sugar,
  syrup,
  through,
  water,
} from './test/asMade';
import { planUncertainty } from './uncertainty/planUncertainty';

const vesselFor = (way: BrewWay, kitchen: Kitchen = CARD_KITCHEN): Kitchen['vessels'][number] =>
  smallestVesselFor(kitchen.vessels, way, 1)!;
const setupOf = (way: BrewWay, vessel = vesselFor(way)) => ({
  way,
  scale: 1,
  vessel,
  kitchen: CARD_KITCHEN,
  plants: NO_OWN_PLANTS,
});
const run = (way: BrewWay, vessel = vesselFor(way)): BrewRun => runBrew(setupOf(way, vessel));
const outOf = (way: BrewWay): Liquid => run(way).concentrate;
/** What is said of a yield: where it lies four times in five. */
const saidMl = (way: BrewWay, vessel = vesselFor(way)): { low: number; high: number } =>
  planUncertainty([{ id: 'a', setup: setupOf(way, vessel), pots: 1, pouredMl: 100 }], { standard: 1, glassMl: 100 })
    .brews['a']!.volumeMl;
const minutesOf = (r: BrewRun, id: string): number => {
  const { startMin, endMin } = r.stages.find((s) => s.stageId === id)!;
  return endMin - startMin;
};
const pot20 = { ...CARD_KITCHEN.vessels[0]!, id: 'pot-20', diameterCm: 20, capacityMl: 3000 };
const planOf = (drink: Drink, change: object = {}): Plan => {
  const result = planDrink(drink, { ...drink.defaults, ...change }, CARD_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};

describe('what comes out of a making as it is written', () => {
  const yields: [string, BrewWay, number, number][] = [
    ['elderflower syrup', CARDS.elderflowerSyrup, 215, 245],
    ['raspberry puree and balm', CARDS.balmPuree, 1130, 1200],
    ['carob and apple peel, lid on', CARDS.carob('closed'), 1850, 2150],
    ['carob and apple peel, lid loose', CARDS.carob('loose'), 1850, 2150],
    ['calyx, apple and whole lemon', CARDS.calyxApple, 1850, 2080],
    ['dark spice syrup, finished', CARDS.spiceSyrup, 265, 320],
    ['verbena syrup', CARDS.verbenaSyrup, 520, 555],
    ['linden blossom, strained', CARDS.blossom, 840, 950],
    ['fresh roselle, pressed', CARDS.freshRoselle, 2300, 2750],
    ['nectarine puree', CARDS.nectarine, 430, 510],
    ['blackberry syrup', CARDS.blackberry, 150, 215],
    ['elderflower by heads', CARDS.elderHeads, 1200, 1400],
    ['watermelon water', CARDS.watermelon, 1220, 1360],
  ];
  it.each(yields)('%s', (_name, way, low, high) => {
    const ml = volumeMl(outOf(way));
    expect(ml).toBeGreaterThan(low);
    expect(ml).toBeLessThan(high);
    // The stated range holds the middle of what is to be expected.
    const said = saidMl(way);
    expect(said.low).toBeLessThan((low + high) / 2);
    expect(said.high).toBeGreaterThan((low + high) / 2);
  });
  it('plums with water just to cover, for the pot they lie in', () => {
    const pot = vesselFor(CARDS.plum(400));
    const cover = waterToCover(pot, [{ plant: 'plum_fresh', grams: 500 }]);
    expect(cover.waterMl).toBeGreaterThan(300);
    expect(cover.waterMl).toBeLessThan(450);
    expect(waterToCover(pot20, [{ plant: 'plum_fresh', grams: 500 }]).waterMl).toBeGreaterThan(420);
    const way = CARDS.plum(Math.round(cover.waterMl));
    const ml = volumeMl(outOf(way));
    expect(ml).toBeGreaterThan(620);
    expect(ml).toBeLessThan(820);
    // How high water just covers is the least sure of it: 0.4 cm is a fifth.
    expect(cover.sd / cover.waterMl).toBeGreaterThan(0.15);
  });
  it('fresh flowers and fruit say a range that an ordinary kitchen falls into', () => {
    for (const way of [CARDS.elderHeads, CARDS.blossom, CARDS.freshRoselle, CARDS.nectarine]) {
      const { low, high } = saidMl(way);
      expect(high - low).toBeGreaterThan(0.03 * volumeMl(outOf(way)));
    }
  });
  it('juice in a jar takes the room it has', () =>
    expect(
      waterBeside({ capacityMl: 1500 }, 8.5, 3, [{ plant: 'lemon_juice', grams: 103.3 }]).waterMl -
        waterBeside({ capacityMl: 1500 }, 8.5, 3, [{ plant: 'lemon_juice', grams: 206.6 }]).waterMl,
    ).toBeCloseTo(100, 0));
  it('berries in a jar leave room for so much water, and give a little of their own in three weeks', () => {
    const fits = waterBeside({ capacityMl: 1500 }, 8.5, 3, [{ plant: 'lingonberry_fresh', grams: 350 }], 30);
    expect(fits.waterMl).toBeGreaterThan(950);
    expect(fits.waterMl).toBeLessThan(1060);
    const jar = made(
      Math.round(fits.waterMl),
      [put('lingonberry_fresh', 350, 'work'), put('lemon_peel_fresh', 3, 'work'), put('salt', 3, 'work')],
      [
        sugar(42, 'honey'),
        { id: 'work', kind: 'ferment', days: 21, lid: 'loose', agitation: 'still' },
        through('sieve'),
        sugar(21, 'honey', 'more'),
      ],
      { vesselKind: 'jar' },
    );
    const { concentrate } = run(jar);
    expect(volumeMl(concentrate)).toBeGreaterThan(970);
    expect(volumeMl(concentrate)).toBeLessThan(1130);
    expect(harshness(concentrate)).toBeLessThan(1);
    expect(concentrate.saltG).toBeGreaterThan(2);
  });
});

describe('what is in it', () => {
  it('elderflower syrup is a syrup of 47 to 53 °Bx: five glasses at 40 ml', () => {
    const syrup = outOf(CARDS.elderflowerSyrup);
    expect(apparentBrix(syrup)).toBeGreaterThan(47);
    expect(apparentBrix(syrup)).toBeLessThan(53);
    expect(Math.floor(volumeMl(syrup) / 40)).toBe(5);
  });
  it('a dark spice syrup keeps its spice through the boil-down, and takes what finishes it after the strain', () => {
    const way = CARDS.spiceSyrup;
    const before = outOf({ ...way, ingredients: way.ingredients.filter((i) => i.enters.stageId !== 'finish') });
    const finished = outOf(way);
    expect(apparentBrix(before)).toBeGreaterThan(53);
    expect(apparentBrix(before)).toBeLessThan(60);
    expect(volumeMl(before)).toBeGreaterThan(235);
    expect(volumeMl(before)).toBeLessThan(290.5);
    expect(apparentBrix(finished)).toBeGreaterThan(50);
    expect(apparentBrix(finished)).toBeLessThan(57);
    // 20 ml of rum into each 250 ml bottle.
    const bottle = pourTogether(portionOfVolume(finished, 230), juiceOf(botanicalBySlug('rum_40'), 20));
    expect(abvOf(bottle)).toBeGreaterThan(2.5);
    expect(abvOf(bottle)).toBeLessThan(4);
    expect(lightness(colourOf(finished, 7))).toBeLessThan(0.25);
  });
  it('verbena waters its syrup: 64.5 to 67.5 °Bx', () => {
    const brix = apparentBrix(outOf(CARDS.verbenaSyrup));
    expect(brix).toBeGreaterThan(64.5);
    expect(brix).toBeLessThan(67.5);
  });
  it('rose hips boil down gently until half is left, hips and all, in about an hour', () => {
    const r = run(CARDS.roseHip, pot20);
    expect(minutesOf(r, 'reduce')).toBeGreaterThan(45);
    expect(minutesOf(r, 'reduce')).toBeLessThan(85);
    expect(volumeMl(r.concentrate)).toBeGreaterThan(400);
    expect(volumeMl(r.concentrate)).toBeLessThan(560);
    const said = saidMl(CARDS.roseHip, pot20);
    expect(said.high).toBeGreaterThan(480);
    const { startMin, endMin } = r.stages.find((s) => s.stageId === 'reduce')!;
    expect(r.inPot(endMin).levelMl / r.inPot(startMin).levelMl).toBeCloseTo(0.5, 2);
    // A rolling boil is more than twice as fast.
    const rolling = run(
      {
        ...CARDS.roseHip,
        stages: [heatTo('boil', 'open'), boilDown({ share: 0.5 }, 'rolling'), through('fine-cloth', true)],
      },
      pot20,
    );
    expect(minutesOf(r, 'reduce') / minutesOf(rolling, 'reduce')).toBeCloseTo(45 / 20, 0);
  });
  it('is at half whatever was done to the lid on the way, only later', () => {
    const left = (lid: Lid | undefined): BrewRun =>
      runBrew({
        ...setupOf(CARDS.roseHip, pot20),
        ...(lid ? { happened: [{ stageId: 'reduce', atMin: 20, kind: 'lid', lid }] } : {}),
      });
    const [open, covered] = [left(undefined), left('closed')];
    for (const r of [open, covered]) {
      const { startMin, endMin } = r.stages.find((s) => s.stageId === 'reduce')!;
      expect(r.inPot(endMin).levelMl / r.inPot(startMin).levelMl).toBeCloseTo(0.5, 2);
    }
    expect(minutesOf(covered, 'reduce')).toBeGreaterThan(2 * minutesOf(open, 'reduce'));
  });
  it('linden blossom with sugar in two lots, boiled to the thickness of honey', () => {
    const honey: Stage[] = [sugar(400), sugar(400, 'white_sugar', 'second'), boilDown({ brix: 77.5 }, 'rolling')];
    const r = run({ ...CARDS.blossom, stages: [...CARDS.blossom.stages, ...honey] }, pot20);
    expect(volumeMl(r.concentrate)).toBeGreaterThan(690);
    expect(volumeMl(r.concentrate)).toBeLessThan(790);
    expect(minutesOf(r, 'reduce')).toBeGreaterThan(20);
    expect(minutesOf(r, 'reduce')).toBeLessThan(45);
    expect(r.sweetenedG['white_sugar']).toBeCloseTo(800, 6);
  });
  it('nectarine puree keeps its sugar and its water through the sieve', () => {
    const puree = outOf(CARDS.nectarine);
    const own = (sugarGPerL(puree) * volumeMl(puree)) / 1000;
    expect(own).toBeGreaterThan(24);
    expect(own).toBeLessThan(35);
  });
  it('blackberries cook down with their pulp in, then lose it in the sieve', () => {
    const brix = apparentBrix(outOf(CARDS.blackberry));
    expect(brix).toBeGreaterThan(55);
    expect(brix).toBeLessThan(65);
  });
  it('honey is not dry sugar: chamomile honey is a syrup of 53 to 60 °Bx', () => {
    const brix = apparentBrix(outOf(CARDS.chamomile));
    expect(brix).toBeGreaterThan(53);
    expect(brix).toBeLessThan(60);
    // 3/4 cup of honey on 1/2 cup of water, nothing else, everywhere the same.
    const plain = outOf(made(118, [], [sugar(254, 'honey'), through('sieve')], { vesselKind: 'jar' }));
    expect(apparentBrix(plain)).toBeCloseTo(56.5, 0);
  });
  it('a cup of sugar to each cup of elderflower that came through', () => {
    const way = {
      ...CARDS.elderHeads,
      stages: [
        ...CARDS.elderHeads.stages,
        {
          id: 'sugar',
          kind: 'dissolve',
          sweetener: 'white_sugar',
          to: { gPerMl: 200 / CUP },
          lid: 'loose',
          agitation: 'still',
        } as const,
      ],
    };
    const brix = apparentBrix(outOf(way));
    expect(brix).toBeGreaterThan(44);
    expect(brix).toBeLessThan(48);
  });
});

describe('drinks that are mixed as they are written', () => {
  const roselleOrange = drinkOf('roselle-orange', { roselle: CARDS.roselle }, [
    part('roselle'),
    juice('orange_juice', 5 * 82),
    water(3 * CUP),
  ]);
  it('roselle and orange: the jug is the sum of its parts, and juice has no say in the leaf', () => {
    const { jugMl } = bookOf(roselleOrange);
    expect(jugMl).toBeGreaterThan(1900);
    expect(jugMl).toBeLessThan(2150);
    const leaf = (d: Drink): number => planOf(d, { litres: 2, sugarGPerL: 70 }).brews[0].leaf[0]!.grams;
    const less = { ...roselleOrange, mix: [part('roselle'), juice('orange_juice', 200), water(3 * CUP + 210)] };
    expect(leaf(less) / leaf(roselleOrange)).toBeCloseTo(1, 1);
  });
  it('× is of what is brewed: a tenth more of it is a tenth more leaf, whatever else is poured', () => {
    const drinks = [
      roselleOrange,
      drinkOf(
        'lemon',
        { roselle: CARDS.roselle },
        [part('roselle'), juice('lemon_juice', 60), syrup(150), water('rest')],
        { jugMl: 2500 },
      ),
    ];
    for (const d of drinks) {
      const grams = (strengthX: number): number =>
        planOf(d, { litres: 2.5, sugarGPerL: 75, strengthX }).brews[0].leaf.find(
          (l) => l.plant === 'roselle_dried_whole',
        )!.grams;
      expect(grams(1.1) / grams(1)).toBeCloseTo(1.1, 1);
    }
    const shares = strengthShares(bookOf(roselleOrange).glass);
    expect(shares['orange_juice'] ?? 0).toBe(0);
  });
  it('hot orchard punch: juice is the brewing liquid, and an hour kept hot under its lid', () => {
    const way = CARDS.punch('closed');
    const kept: BrewWay = {
      ...way,
      stages: [
        ...way.stages,
        { id: 'cool', kind: 'cool', toC: 75, by: 'standing', lid: 'closed', agitation: 'still' },
        simmer(60, 'closed', 'kept'),
      ],
    };
    const r = run(kept);
    const steamG = r.ledger.steamMl + r.ledger.reducedMl;
    expect(steamG).toBeGreaterThan(40);
    expect(steamG).toBeLessThan(120);
    expect(sugarGPerL(r.concentrate)).toBeGreaterThan(115);
    expect(sugarGPerL(r.concentrate)).toBeLessThan(145);
    expect(weightedStrength(r.concentrate)).toBeGreaterThan(0);
    const drink = drinkOf('punch', { punch: way }, [part('punch')]);
    const plan = planOf(drink, { litres: 1, hot: true, sugarGPerL: 130 });
    expect(plan.brews[0].waterMl).toBe(0);
    expect(plan.jug.figures.volumeMl).toBeCloseTo(1000, -2);
  });
  it('sweet tea: two sugars as amounts, half of the syrup, and water up to the line', () => {
    const syrupWay = made(
      CUP,
      [],
      [sugar(200), sugar(54, 'brown_sugar_packed', 'brown'), heatTo('boil'), simmer(5), through('sieve')],
    );
    const tea = made(
      1000,
      [put('black_tea_bag', 11, 'steep')],
      [heatTo('boil', 'closed'), offHeat(6, 'closed'), through('sieve')],
    );
    const half = volumeMl(outOf(syrupWay)) / 2;
    const drink = drinkOf(
      'sweet-tea',
      { tea, syrup: syrupWay },
      [part('tea'), part('syrup', Math.round(half)), water('rest')],
      { jugMl: 2000 },
    );
    const sweet = sweetGPerL(bookOf(drink).glass);
    expect(sweet).toBeGreaterThan(60);
    expect(sweet).toBeLessThan(68);
  });
  it('mandarin spice tea: three parts, its juice held back', () => {
    const tea = made(
      830,
      [put('black_tea_leaf', 8, 'steep')],
      [heatTo('boil', 'closed'), offHeat(5), through('sieve')],
    );
    const drink = drinkOf('mandarin', { tea, peel: CARDS.mandarinPeel }, [
      part('tea'),
      part('peel'),
      juice('mandarin_juice', 100),
    ]);
    const { jugMl, glass } = bookOf(drink);
    expect(jugMl).toBeGreaterThan(1200);
    expect(jugMl).toBeLessThan(1360);
    expect(sugarGPerL(glass)).toBeGreaterThan(110);
    expect(sugarGPerL(glass)).toBeLessThan(128);
  });
  it('watermelon water is only blended: it has no ×, and is planned by its volume', () => {
    const drink = drinkOf('watermelon', { melon: CARDS.watermelon }, [part('melon')]);
    const { standard, glass, jugMl } = bookOf(drink);
    expect(standard).toBe(0);
    expect(sweetGPerL(glass)).toBeGreaterThan(70);
    expect(sweetGPerL(glass)).toBeLessThan(80);
    // However large a jug is written for it, it is the sum of its parts; and it can be had without its sugar.
    const largeJug = drinkOf('watermelon', { melon: CARDS.watermelon }, [part('melon')], { jugMl: 3000 });
    expect(bookOf(largeJug).jugMl).toBeCloseTo(jugMl, 6);
    for (const litres of [0.9, 1.3741108324706002, 2.2])
      expect(planOf(largeJug, { litres, sugarGPerL: 0 }).jug.figures.volumeMl).toBeCloseTo(litres * 1000, -2);
    const plan = planOf(drink, { litres: (2 * jugMl) / 1000, sugarGPerL: 75 });
    expect(plan.brews[0].leaf[0]!.grams).toBeCloseTo(1200, -2);
    expect(plan.glass.figures.strengthX).toBe(0);
    const [r, g] = rgb(colourOf(glass, 7));
    expect(r).toBeGreaterThan(g);
  });
  it('a drink in which nothing is brewed is mixed by its parts, with sugar to the wish', () => {
    const way: BrewWay = {
      ...made(
        0,
        [put('orange_juice', 400, 'blend'), put('pineapple_juice', 300, 'blend'), put('milk_whole', 100, 'blend')],
        [],
      ),
      ...mixedWay(),
    };
    const drink = drinkOf('mixed', { juice: way }, [part('juice'), syrup(60), water('rest', 'sparkling')], {
      jugMl: 1200,
    });
    expect(() => requireDrink(drink)).not.toThrow();
    const plan = planOf(drink, { litres: 2.4, sugarGPerL: 90 });
    expect(plan.standard).toBe(0);
    expect(plan.glass.figures.sugarGPerL).toBeCloseTo(90, -1);
    expect(plan.jug.figures.volumeMl).toBeCloseTo(2400, -2);
    expect(plan.brews[0].leaf.find((l) => l.plant === 'orange_juice')!.grams).toBeCloseTo(800, -2);
    expect(plan.jug.liquid.milkMl).toBeGreaterThan(100);
  });
  it('milk in the mix is milk to the rules, and to whoever must not have it', () => {
    const drink = drinkOf('by-the-spoon', { hips: CARDS.roseHip }, [part('hips'), juice('kefir', 2600)]);
    const facts = factsOfPlan(planOf(drink, { ...writtenTarget(drink), audience: ['allergy:milk'] }));
    expect(facts.some(milk)).toBe(true);
    expect(windowOf(facts.find(milk)!).reason).toBe('milk mixed in');
  });
  it('nectarine tea: the tea carries the ×, the puree does not', () => {
    const tea = made(
      1400,
      [put('grapefruit_peel', 12, 'heat', { cut: 'zest' }), put('black_tea_bag', 4.4, 'steep')],
      [heatTo('boil'), offHeat(5), through('sieve'), sugar(67)],
    );
    const drink = drinkOf('nectarine', { tea, puree: CARDS.nectarine }, [part('tea'), part('puree')]);
    const { glass } = bookOf(drink);
    const shares = strengthShares(glass);
    expect((shares['black_tea_bag'] ?? 0) + (shares['grapefruit_peel'] ?? 0)).toBeCloseTo(1, 6);
    expect(harshness(glass)).toBeLessThan(1);
  });
});

describe('hot onto ice', () => {
  const onto = (iceG: number): Stage => ({
    id: 'ice',
    kind: 'onto-ice',
    iceG,
    ice: 'wet',
    lid: 'open',
    agitation: 'still',
  });
  const glass = { ...CARDS.shaken, stages: [...CARDS.shaken.stages, onto(150)] };
  it('one shaken glass: all the ice melts, and it is cold in under ten minutes', () => {
    const r = run(glass);
    expect(volumeMl(r.concentrate)).toBeGreaterThan(335);
    expect(volumeMl(r.concentrate)).toBeLessThan(362);
    expect(r.outC).toBeGreaterThan(7);
    expect(r.outC).toBeLessThan(17);
    const plan = planOf(drinkOf('shaken', { tea: glass }, [part('tea')], { glassMl: 345 }), {
      litres: 0.345,
      sugarGPerL: 36,
      steepMin: 4,
    });
    expect(totalMinutes(plan)).toBeLessThan(10.5);
  });
  it('raspberry and balm over half a kilo of ice is only lukewarm, as it is: nearly twice as much would be needed', () => {
    const at = (iceG: number): BrewRun =>
      run({ ...CARDS.balmPuree, stages: [...CARDS.balmPuree.stages, { ...onto(iceG), ice: 'freezer' } as Stage] });
    expect(at(500).outC).toBeGreaterThan(17);
    expect(at(500).outC).toBeLessThan(27);
    expect(at(500).ledger.outMl - at(0.001).ledger.outMl).toBeCloseTo(500, -1);
    expect(at(900).outC).toBeLessThan(8);
  });
  it('thins strength, sugar and acid alike, and leaves what does not melt behind', () => {
    const [bare, iced, much] = [
      run(CARDS.shaken),
      run(glass),
      run({ ...CARDS.shaken, stages: [...CARDS.shaken.stages, onto(1000)] }),
    ];
    const thinning = volumeMl(iced.concentrate) / volumeMl(bare.concentrate);
    expect(weightedStrength(bare.concentrate) / weightedStrength(iced.concentrate)).toBeCloseTo(thinning, 6);
    expect(sugarGPerL(bare.concentrate) / sugarGPerL(iced.concentrate)).toBeCloseTo(thinning, 6);
    expect(massG(much.concentrate)).toBeLessThan(massG(bare.concentrate) + 500);
    expect(much.outC).toBeLessThan(0.5);
  });
});

describe('harshness of makings that are loved, as they are drunk', () => {
  it.each([
    ['calyx, apple and whole lemon', CARDS.calyxApple, 1],
    ['carob and apple peel', CARDS.carob('closed'), 1],
    ['plum tea base', CARDS.plum(370), 1],
    ['one glass of tea', CARDS.shaken, 1],
    ['raspberry and balm', CARDS.balmPuree, 1],
    ['linden blossom', CARDS.blossom, 1],
    ['rose hip, let down one to four', CARDS.roseHip, 5],
    ['elderflower, let down one to six', CARDS.elderHeads, 7],
  ] as const)('%s is under the limit', (_name, way, times) => {
    const l = outOf(way);
    const let_down =
      times === 1
        ? l
        : pourTogether(portionOfVolume(l, 100), { ...l, ...portionOfVolume(l, 0), waterG: 100 * (times - 1) });
    expect(harshness(let_down)).toBeLessThan(1);
  });
  it('fresh roselle is harsh to many bare, and pleasant once it is sweet', () => {
    const bare = outOf(CARDS.freshRoselle);
    const sweet = outOf({
      ...CARDS.freshRoselle,
      stages: [...CARDS.freshRoselle.stages, sugar(260, 'brown_sugar_packed')],
    });
    expect(harshness(bare)).toBeGreaterThan(0.9);
    expect(harshness(sweet)).toBeLessThan(0.85);
  });
  it('milk and salt take off what puckers and what is bitter', () => {
    const tea = outOf(made(1000, [put('black_tea_leaf', 10, 'steep')], [heatTo('boil'), offHeat(8), through('sieve')]));
    const withMilk = pourTogether(tea, juiceOf(botanicalBySlug('milk_whole'), 100));
    const withWater = pourTogether(tea, { ...juiceOf(botanicalBySlug('milk_whole'), 100), milkMl: 0 });
    expect(harshness(withMilk)).toBeLessThan(0.85 * harshness(withWater));
    expect(harshness({ ...tea, saltG: 1 })).toBeLessThan(harshness(tea));
  });
});

describe('fresh plants in general', () => {
  const fresh = (plant: string, stages: readonly Stage[], grams = 300, waterMl = 800): BrewRun =>
    run(made(waterMl, [put(plant, grams, stages[0]!.id)], stages, { vesselKind: 'pot' }));
  const boiled = [heatTo('boil', 'closed'), simmer(10, 'closed'), through('sieve')];
  const crush: Stage = { id: 'crush', kind: 'hands', work: 'crush', lid: 'open', agitation: 'still' };
  it('raspberries simmered ten minutes have opened two thirds, and mashed nearly all', () => {
    const simmered = fresh('raspberry_fresh', boiled, 200);
    const mashed = fresh('raspberry_fresh', [...boiled.slice(0, 2), crush, through('sieve')], 200);
    const own = (r: BrewRun): number => sugarGPerL(r.at(r.endMin).liquor) * (volumeMl(r.at(r.endMin).liquor) / 1000);
    expect(own(simmered) / (200 * 0.044)).toBeGreaterThan(0.55);
    expect(own(simmered) / (200 * 0.044)).toBeLessThan(0.8);
    expect(own(mashed) / (200 * 0.044)).toBeGreaterThan(0.9);
    expect(volumeMl(mashed.concentrate)).toBeGreaterThan(volumeMl(simmered.concentrate));
  });
  it('a blended fruit gives nearly all it has: more comes out than the water that went in', () => {
    for (const plant of ['peach_fresh', 'strawberry_fresh', 'watermelon_fresh', 'mango_fresh']) {
      const r = fresh(plant, [{ ...crush, id: 'blend', work: 'blend' }, through('sieve')], 500, 100);
      expect(volumeMl(r.concentrate)).toBeGreaterThan(0.6 * 500 + 80);
    }
  });
  it('whatever is done, all of the water, sugar and acid is somewhere: water in and its own are what comes out, is held and steams off', () => {
    for (const plant of [
      'plum_fresh',
      'roselle_fresh',
      'mint_fresh',
      'ginger_fresh',
      'apple_fresh',
      'elderflower_fresh',
    ])
      for (const press of [false, true])
        for (const hand of [[], [crush]] as Stage[][]) {
          const r = fresh(plant, [heatTo('boil', 'loose'), simmer(8), ...hand, through('sieve', press)], 150);
          const l = r.ledger;
          expect(l.waterMl + l.ownMl + l.dissolvedMl - l.steamMl - (l.heldMl - l.pressedMl) - l.clingingMl).toBeCloseTo(
            l.outMl,
            3,
          );
          expect(l.outMl).toBeLessThan(800 + 150);
        }
  });
  it('longer, pressed or mashed never gives less', () => {
    const outSugar = (stages: readonly Stage[]): number => {
      const { concentrate } = fresh('plum_fresh', stages, 300);
      return (sugarGPerL(concentrate) * volumeMl(concentrate)) / 1000;
    };
    const at = (minutes: number, more: readonly Stage[] = [], press = false): number =>
      outSugar([heatTo('boil', 'closed'), simmer(minutes, 'closed'), ...more, through('sieve', press)]);
    expect(at(20)).toBeGreaterThan(at(5));
    expect(at(5, [crush])).toBeGreaterThan(at(5));
    expect(at(5, [], true)).toBeGreaterThan(at(5));
  });
  it('juice that goes in as the pot cools is in it from then on, and cools it', () => {
    const late = (stageId: string): BrewRun =>
      run(
        made(
          1000,
          [put('black_tea_leaf', 8, 'steep'), put('lemon_juice', 200, stageId)],
          [heatTo('boil'), offHeat(5), cool(40), through('sieve')],
        ),
      );
    const r = late('cool');
    const { startMin } = r.stages.find((s) => s.stageId === 'cool')!;
    expect(r.at(startMin - 0.5).liquor.acidG).toBeLessThan(0.1);
    expect(r.at(startMin + 0.5).liquor.acidG).toBeGreaterThan(9);
    expect(r.at(startMin + 0.01).tempC).toBeLessThan(r.at(startMin - 0.1).tempC - 5);
    expect(volumeMl(r.concentrate)).toBeGreaterThan(volumeMl(late('heat').concentrate) - 30);
  });
  it('a heap of fresh calyces needs a pot of twice their water', () => {
    expect(vesselFor(CARDS.freshRoselle).capacityMl).toBe(5000);
  });
  it('a fridge night opens little of what is whole, and more of soft leaf', () => {
    const cold = (plant: string): number => {
      const r = fresh(plant, [inFridge(20), through('sieve')], 100);
      return sugarGPerL(r.at(r.endMin).liquor);
    };
    expect(cold('plum_fresh')).toBeLessThan(0.5 * 9.9);
    expect(cold('plum_fresh')).toBeGreaterThan(0);
  });
});

describe('the kitchen of the cards', () => {
  it('is the default one with the pots of the cards', () =>
    expect(CARD_KITCHEN.burner).toEqual(DEFAULT_KITCHEN.burner));
});

const rgb = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16)) as [number, number, number];
const lightness = (hex: string): number => rgb(hex).reduce((sum, x) => sum + x, 0) / 765;
