import fc from 'fast-check';
import type { BrewWay, Drink, MixLine, Stage } from '../drink/drink';
import {
  boilDown,
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
} from './asMade';

// Drinks as nobody thought of them: one to four brews, plants or juice in the pot, with and without water, sugar, a syrup, juice.

const LEAVES = [
  'black_tea_leaf',
  'roselle_dried_whole',
  'rooibos_cut',
  'ginger_fresh',
  'peppermint_dried',
  'chamomile_dried',
  'rosehip_dried_cut',
  'cassia_stick',
];
const JUICES = ['apple_juice', 'pear_juice', 'orange_juice'];

const tail = fc.constantFrom<readonly Stage[]>(
  [],
  [sugar(60)],
  [sugar(120), sugar(40, 'honey', 'honey')],
  [sugar(80), boilDown({ share: 0.7 })],
);
const steeped: fc.Arbitrary<BrewWay> = fc
  .tuple(
    fc.integer({ min: 150, max: 2000 }),
    fc.uniqueArray(fc.constantFrom(...LEAVES), { minLength: 1, maxLength: 3 }),
    fc.double({ min: 4, max: 30, noNaN: true }),
    fc.constantFrom<readonly Stage[]>([heatTo('boil'), offHeat(10)], [heatTo('boil'), simmer(15)], [inFridge(8)]),
    tail,
  )
  .map(([waterMl, plants, gPerL, stages, after]) =>
    made(
      waterMl,
      plants.map((p) => put(p, Math.max(0.5, Math.round((gPerL * waterMl) / 100 / plants.length) / 10), stages[0]!.id)),
      [...stages, through('sieve'), ...after],
      { liquorRatio: { min: 1, max: 120 } },
    ),
  );
const mulled: fc.Arbitrary<BrewWay> = fc
  .tuple(fc.integer({ min: 300, max: 2000 }), fc.constantFrom(...JUICES), fc.boolean())
  .map(([ml, plant, sweet]) =>
    made(
      0,
      [put(plant, ml, 'heat'), put('cassia_stick', Math.round(ml / 100) / 2, 'heat')],
      [...(sweet ? [sugar(ml / 20)] : []), heatTo('boil'), simmer(15), through('sieve')],
    ),
  );

/** A drink of one to four brews, poured together whole, with what else there may be in a jug. */
export const randomDrink: fc.Arbitrary<Drink> = fc
  .tuple(
    fc.array(fc.oneof({ weight: 3, arbitrary: steeped }, { weight: 1, arbitrary: mulled }), {
      minLength: 1,
      maxLength: 4,
    }),
    fc.subarray(['water', 'syrup', 'juice', 'glass'] as const),
    fc.integer({ min: 200, max: 2000 }),
  )
  .map(([ways, more, ml]) => {
    const brews = Object.fromEntries(ways.map((w, i) => [`brew-${i + 1}`, w]));
    const mix: MixLine[] = [
      ...Object.keys(brews).map((id) => part(id)),
      ...(more.includes('syrup') ? [syrup(Math.round(ml / 10))] : []),
      ...(more.includes('juice') ? [juice('orange_juice', Math.round(ml / 4))] : []),
      ...(more.includes('water') ? [water(ml)] : []),
      ...(more.includes('glass') ? [water(250, 'sparkling', 'glass')] : []),
    ];
    return drinkOf(`random-${ways.map((w) => w.waterMl).join('-')}-${more.join('-')}`, brews, mix);
  });
