import type { Drink } from '../drink';
import { brewPart, enters, heat, steepInFridge, steepOffHeat, strain, syrupPart, waterPart } from './parts';

/** Black tea with the leaf of the currant bush, brewed strong and let down with cold water. */
export const ASSAM_CURRANT_LEAF: Drink = {
  v: 2,
  id: 'black-tea-currant-leaf',
  version: 1,
  name: 'Black tea with blackcurrant leaf',
  brews: [
    {
      id: 'tea',
      name: 'Strong tea',
      ways: [
        {
          id: 'boil-then-steep',
          name: 'pouring it on at the boil and steeping off the heat',
          shortName: 'Steep off the heat',
          vesselKind: 'pot',
          waterMl: 1000,
          ingredients: [
            { id: 'tea', plant: 'black_tea_leaf', grams: 15, enters: enters('steep') },
            { id: 'leaf', plant: 'blackcurrant_leaf_dried', grams: 8, enters: enters('steep') },
          ],
          stages: [heat, steepOffHeat(5), strain()],
          liquorRatio: { min: 8, max: 45 },
        },
        {
          id: 'fridge',
          name: 'steeping in the fridge',
          shortName: 'Overnight in the fridge',
          vesselKind: 'jar',
          waterMl: 1000,
          ingredients: [
            { id: 'tea', plant: 'black_tea_leaf', grams: 15, enters: enters('steep') },
            { id: 'leaf', plant: 'blackcurrant_leaf_dried', grams: 8, enters: enters('steep') },
          ],
          stages: [steepInFridge(10), strain()],
          liquorRatio: { min: 8, max: 45 },
        },
      ],
    },
  ],
  mix: [brewPart('tea', 'Strong tea'), syrupPart(110), waterPart],
  serve: { glassMl: 250, iceG: 100, rightAtMin: 5 },
  book: { wayId: 'boil-then-steep', jugMl: 1800, iced: true },
  defaults: {
    litres: 1.8,
    glassMl: 250,
    iced: true,
    strengthX: 1,
    sugarGPerL: 30,
    wayId: 'boil-then-steep',
    steepMin: 5,
    audience: [],
  },
};

/** Green tea, cucumber and lemongrass in cold water: never heated, drunk as it is strained. */
export const COLD_SENCHA: Drink = {
  v: 2,
  id: 'cold-sencha-cucumber',
  version: 1,
  name: 'Cold sencha with cucumber and lemongrass',
  brews: [
    {
      id: 'sencha',
      name: 'Cold sencha',
      ways: [
        {
          id: 'fridge',
          name: 'steeping in the fridge',
          shortName: 'In the fridge',
          vesselKind: 'jar',
          waterMl: 1700,
          ingredients: [
            { id: 'sencha', plant: 'green_tea_leaf', grams: 14, enters: enters('steep') },
            { id: 'cucumber', plant: 'cucumber_fresh', grams: 120, enters: enters('steep') },
            { id: 'lemongrass', plant: 'lemongrass_fresh', grams: 30, enters: enters('steep') },
          ],
          stages: [steepInFridge(6), strain()],
          liquorRatio: { min: 30, max: 200 },
        },
      ],
    },
  ],
  mix: [brewPart('sencha', 'Cold sencha'), waterPart],
  serve: { glassMl: 250, iceG: 0, rightAtMin: 5 },
  book: { wayId: 'fridge', jugMl: 1700, iced: false },
  defaults: {
    litres: 1.7,
    glassMl: 250,
    iced: false,
    strengthX: 1,
    sugarGPerL: 0,
    wayId: 'fridge',
    steepMin: 360,
    audience: [],
  },
};

/** A decoction: rooibos simmered with quince, a stick of cinnamon taken out half-way. No caffeine. */
export const ROOIBOS_QUINCE: Drink = {
  v: 2,
  id: 'rooibos-quince',
  version: 1,
  name: 'Rooibos and quince',
  brews: [
    {
      id: 'decoction',
      name: 'Rooibos decoction',
      ways: [
        {
          id: 'simmer',
          name: 'simmering',
          shortName: 'Simmered',
          vesselKind: 'pot',
          waterMl: 1500,
          ingredients: [
            { id: 'rooibos', plant: 'rooibos_cut', grams: 20, enters: enters('heat') },
            { id: 'quince', plant: 'quince_fresh', grams: 130, enters: enters('heat') },
            {
              id: 'cinnamon',
              plant: 'ceylon_cinnamon_stick',
              grams: 3,
              enters: enters('heat'),
              leaves: enters('simmer', 8),
              scaling: { power: 0.8 },
            },
          ],
          stages: [
            heat,
            { id: 'simmer', kind: 'hold', minutes: 10, lid: 'closed', agitation: 'stirred-now-and-then' },
            strain(),
          ],
          liquorRatio: { min: 50, max: 220 },
        },
      ],
    },
  ],
  mix: [brewPart('decoction', 'Decoction'), syrupPart(150), waterPart],
  serve: { glassMl: 250, iceG: 90, rightAtMin: 5 },
  book: { wayId: 'simmer', jugMl: 1900, iced: true },
  defaults: {
    litres: 1.9,
    glassMl: 250,
    iced: true,
    strengthX: 1,
    sugarGPerL: 45,
    wayId: 'simmer',
    steepMin: 10,
    audience: [],
  },
};
