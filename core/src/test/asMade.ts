import type { Brew, BrewIngredient, BrewWay, Drink, Kitchen, Lid, MixLine, ReduceTo, Stage } from '../drink/drink';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';

// Makings as people write them on a card, in the kitchen they were made in: cups of 237 ml, medium fruit, a 1.8 kW ring.

const pot = (litres: number, diameterCm: number): Kitchen['vessels'][number] => ({
  id: `pot-${litres}`,
  name: `${litres} L pot`,
  kind: 'pot',
  capacityMl: litres * 1000,
  diameterCm,
  emptyG: 500 + 200 * litres,
  material: 'steel',
});

export const CARD_KITCHEN: Kitchen = {
  ...DEFAULT_KITCHEN,
  roomC: 21,
  vessels: [pot(2, 17.2), pot(3, 19.7), pot(5, 23.4), ...DEFAULT_KITCHEN.vessels.filter((v) => v.kind !== 'pot')],
};

export const CUP = 237;

const calm = { lid: 'loose', agitation: 'still' } as const;
type Made<K extends Stage['kind']> = Extract<Stage, { kind: K }>;
const withLid = (lid: Lid) => ({ lid, agitation: 'still' }) as const;

export const heatTo = (to: 'boil' | number, lid: Lid = 'loose'): Made<'heat'> => ({
  id: 'heat',
  kind: 'heat',
  to,
  ...withLid(lid),
});
export const simmer = (minutes: number, lid: Lid = 'loose', id = 'simmer'): Made<'hold'> => ({
  id,
  kind: 'hold',
  minutes,
  lid,
  agitation: 'stirred-now-and-then',
});
export const offHeat = (minutes: number, lid: Lid = 'loose', id = 'steep'): Made<'steep'> => ({
  id,
  kind: 'steep',
  place: 'off-heat',
  minutes,
  ...withLid(lid),
});
export const inFridge = (hours: number, id = 'fridge'): Made<'steep'> => ({
  id,
  kind: 'steep',
  place: 'fridge',
  minutes: hours * 60,
  ...withLid('closed'),
});
export const cool = (
  toC: number,
  lid: Lid = 'loose',
  by: Made<'cool'>['by'] = 'standing',
  id = 'cool',
): Made<'cool'> => ({ id, kind: 'cool', toC, by, ...withLid(lid) });
export const hands = (work: Made<'hands'>['work']): Made<'hands'> => ({ id: work, kind: 'hands', work, ...calm });
export const through = (how: Made<'strain'>['through'], press = false): Made<'strain'> => ({
  id: 'strain',
  kind: 'strain',
  through: how,
  press,
  ...calm,
});
export const rinse = (waterMl: number): Made<'rinse'> => ({ id: 'rinse', kind: 'rinse', waterMl, ...calm });
export const sugar = (grams: number, sweetener = 'white_sugar', id = 'sugar'): Made<'dissolve'> => ({
  id,
  kind: 'dissolve',
  sweetener,
  to: { grams },
  ...calm,
});
export const boilDown = (to: ReduceTo, how: 'simmer' | 'rolling' = 'simmer'): Made<'reduce'> => ({
  id: 'reduce',
  kind: 'reduce',
  to,
  lid: 'open',
  agitation: how === 'rolling' ? 'boiling' : 'stirred-now-and-then',
});

export const put = (
  plant: string,
  grams: number,
  stageId: string,
  more: Partial<BrewIngredient> = {},
): BrewIngredient => ({
  id: plant,
  plant,
  grams,
  enters: { stageId, atMin: 0 },
  ...more,
});

export const made = (
  waterMl: number,
  ingredients: readonly BrewIngredient[],
  stages: readonly Stage[],
  more: Partial<BrewWay> = {},
): BrewWay => ({
  id: 'as-made',
  name: 'as it was made',
  shortName: 'As made',
  vesselKind: 'pot',
  waterMl,
  ingredients,
  stages,
  liquorRatio: { min: 0.1, max: 20_000 },
  ...more,
});

const brewed = (id: string, way: BrewWay): Brew => ({ id, name: id, ways: [way] });
export const part = (brewId: string, book: MixLine['book'] = 'all'): MixLine => ({
  id: brewId,
  name: brewId,
  from: { kind: 'brew', brewId },
  book,
  at: 'jug',
});
export const juice = (plant: string, book: number, at: MixLine['at'] = 'jug'): MixLine => ({
  id: plant,
  name: plant,
  from: { kind: 'juice', plant },
  book,
  at,
});
export const water = (
  book: number | 'rest',
  kind: 'still' | 'sparkling' = 'still',
  at: MixLine['at'] = 'jug',
): MixLine => ({ id: `water-${at}`, name: 'Water', from: { kind: 'water', water: kind }, book, at });
export const syrup = (book: number): MixLine => ({
  id: 'syrup',
  name: 'Syrup',
  from: { kind: 'syrup', brix: 50, sweetener: 'white_sugar' },
  book,
  at: 'jug',
});

/** A drink of these brews, mixed as told; its jug is the sum of its parts unless a line of it is the rest. */
export const drinkOf = (
  id: string,
  brews: Readonly<Record<string, BrewWay>>,
  mix: readonly MixLine[],
  more: { jugMl?: number; glassMl?: number } = {},
): Drink => {
  const all = Object.entries(brews).map(([name, way]) => brewed(name, way));
  const [first] = all;
  const main = first!.ways[0]!;
  return {
    v: 2,
    id,
    version: 1,
    name: id,
    brews: all as unknown as Drink['brews'],
    mix,
    serve: { glassMl: more.glassMl ?? 250, iceG: 0, rightAtMin: 0 },
    book: { wayId: main.id, jugMl: more.jugMl ?? 1, iced: false },
    defaults: {
      litres: 1,
      glassMl: more.glassMl ?? 250,
      iced: false,
      strengthX: 1,
      sugarGPerL: 80,
      wayId: main.id,
      steepMin: 10,
      audience: [],
    },
  };
};

/** The makings, by their number on the table of the design: the pot as it is strained, before anything of the mix. */
export const CARDS = {
  roselle: made(
    1000,
    [
      put('roselle_dried_whole', 12, 'heat'),
      put('ginger_fresh', 6.6, 'steep', { cut: 'sliced' }),
      put('cassia_stick', 2, 'steep'),
    ],
    [heatTo('boil'), simmer(4), offHeat(20), through('sieve'), sugar(150)],
  ),
  elderflowerSyrup: made(
    0.75 * CUP,
    [put('elderflower_dried', 1.3, 'heat')],
    [sugar(150), heatTo('boil'), simmer(8), through('sieve')],
  ),
  balmPuree: made(
    930,
    [put('raspberry_puree', 246, 'steep'), put('lemon_balm_fresh', 12, 'steep')],
    [heatTo('boil', 'closed'), offHeat(6), through('sieve'), sugar(40, 'maple_syrup')],
    { vesselKind: 'jar' },
  ),
  carob: (lid: Lid): BrewWay =>
    made(
      1800,
      [put('carob_pod', 130, 'heat'), put('apple_peel_fresh', 120, 'heat', { leaves: { stageId: 'crush', atMin: 0 } })],
      [heatTo('boil', lid), simmer(12, lid), cool(40, lid), hands('crush'), through('fine-cloth', true), rinse(400)],
    ),
  punch: (lid: Lid): BrewWay =>
    made(
      0,
      [
        put('apple_juice', 1570, 'heat'),
        put('pear_juice', 525, 'heat'),
        put('cranberry_juice', 257, 'heat'),
        put('cassia_stick', 12, 'heat', { leaves: { stageId: 'simmer', atMin: 25 } }),
        put('allspice_whole', 0.7, 'heat', { leaves: { stageId: 'simmer', atMin: 25 } }),
      ],
      [sugar(67), heatTo('boil', lid), simmer(25, lid), through('sieve')],
    ),
  calyxApple: made(
    2200,
    [
      put('roselle_dried_whole', 40, 'heat'),
      put('apple_fresh', 324, 'heat', { cut: 'sliced' }),
      put('lemon_whole_sliced', 116, 'heat'),
      put('ginger_fresh', 26, 'heat', { cut: 'sliced' }),
    ],
    [heatTo('boil'), cool(30), through('sieve')],
  ),
  spiceSyrup: made(
    300,
    [
      put('fennel_seed', 2, 'toast'),
      put('coriander_seed', 1.7, 'toast'),
      put('black_pepper_whole', 2.9, 'toast'),
      put('salt', 0.35, 'reduce'),
      put('lemon_juice', 15.3, 'finish'),
      put('vanilla_extract', 4.9, 'finish'),
    ],
    [
      { id: 'toast', kind: 'toast', atC: 160, minutes: 2, ...calm },
      sugar(180, 'brown_sugar_packed'),
      sugar(42, 'molasses', 'molasses'),
      boilDown({ share: 2 / 3 }),
      through('sieve'),
      { ...hands('pour'), id: 'finish' },
    ],
  ),
  verbenaSyrup: made(
    250,
    [put('lemon_verbena_fresh', 40, 'steep')],
    [heatTo(75, 'closed'), sugar(500), { ...simmer(45, 'closed'), id: 'steep' }, through('sieve')],
  ),
  roseHip: made(
    1400,
    [put('rosehip_dried_cut', 150, 'heat')],
    [heatTo('boil', 'open'), boilDown({ share: 0.5 }), through('fine-cloth', true)],
  ),
  blossom: made(
    985,
    [put('linden_fresh', 64, 'steep')],
    [heatTo('boil', 'closed'), offHeat(60), inFridge(19), through('fine-cloth', true)],
  ),
  freshRoselle: made(
    2300,
    [
      put('roselle_fresh', 900, 'heat'),
      put('ginger_fresh', 56, 'heat', { cut: 'sliced' }),
      put('clove_whole', 0.4, 'heat'),
    ],
    [heatTo('boil'), cool(20, 'loose', 'ice-bath'), inFridge(12), through('sieve', true)],
  ),
  nectarine: made(150, [put('nectarine_fresh', 400, 'blend')], [hands('blend'), through('sieve')], {
    vesselKind: 'jar',
  }),
  blackberry: made(
    60,
    [put('blackberry_fresh', 300, 'blend')],
    [sugar(150), hands('blend'), boilDown({ share: 0.5 }), through('sieve')],
  ),
  shaken: made(
    212,
    [put('black_tea_leaf', 4, 'steep')],
    [heatTo(92, 'closed'), offHeat(4), through('sieve'), sugar(12.5)],
  ),
  plum: (waterMl: number): BrewWay =>
    made(
      waterMl,
      [put('plum_fresh', 500, 'sugar')],
      [sugar(150), heatTo('boil'), simmer(10), hands('crush'), simmer(5, 'loose', 'again'), through('sieve', true)],
    ),
  chamomile: made(
    118,
    [put('chamomile_dried', 14, 'steep')],
    [sugar(254, 'honey'), heatTo(95, 'closed'), offHeat(20, 'closed'), through('fine-cloth', true)],
  ),
  elderHeads: made(
    1440,
    [put('elderflower_fresh', 204, 'steep')],
    [heatTo('boil'), offHeat(60), inFridge(23), through('fine-cloth', true)],
  ),
  mandarinPeel: made(
    400,
    [put('mandarin_peel_fresh', 56, 'heat'), put('cardamom_pod', 0.8, 'heat'), put('cassia_stick', 4, 'heat')],
    [sugar(150), heatTo('boil'), simmer(6), through('sieve')],
  ),
  watermelon: made(
    700,
    [put('watermelon_fresh', 600, 'blend'), put('lime_juice', 62, 'blend')],
    [sugar(60), hands('blend'), through('sieve')],
    { vesselKind: 'jar' },
  ),
} as const;
