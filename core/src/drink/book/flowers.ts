import type { Drink } from '../drink';
import { brewPart, enters, heat, steepOffHeat, strain, syrupPart, waterPart } from './parts';

/** Linden blossom and pear steeped, then sweetened by what came out: a syrup, let down with sparkling water by the glass. */
export const LINDEN_PEAR_SYRUP: Drink = {
  v: 2,
  id: 'linden-pear-syrup',
  version: 1,
  name: 'Linden blossom and pear, sparkling',
  brews: [
    {
      id: 'linden-syrup',
      name: 'Linden and pear syrup',
      ways: [
        {
          id: 'steep-then-sugar',
          name: 'steeping, straining and sweetening what comes out',
          shortName: 'Steep, then sweeten',
          vesselKind: 'pot',
          waterMl: 700,
          ingredients: [
            { id: 'linden', plant: 'linden_dried', grams: 40, enters: enters('steep') },
            { id: 'pear', plant: 'pear_fresh', grams: 300, enters: enters('heat') },
          ],
          stages: [
            heat,
            steepOffHeat(12),
            strain('fine-cloth', true),
            {
              id: 'sweeten',
              kind: 'dissolve',
              sweetener: 'white_sugar',
              to: { gPerMl: 1 },
              lid: 'open',
              agitation: 'stirred-now-and-then',
            },
            { id: 'simmer', kind: 'heat', to: 'boil', lid: 'open', agitation: 'still' },
            { id: 'cool', kind: 'cool', toC: 30, by: 'ice-bath', lid: 'loose', agitation: 'still' },
          ],
          liquorRatio: { min: 120, max: 800 },
        },
      ],
    },
  ],
  mix: [
    brewPart('linden-syrup', 'Linden and pear syrup', 250),
    {
      id: 'sparkling',
      name: 'Cold sparkling water',
      from: { kind: 'water', water: 'sparkling' },
      book: 'rest',
      at: 'jug',
    },
  ],
  serve: { glassMl: 250, iceG: 60, rightAtMin: 5 },
  book: { wayId: 'steep-then-sugar', jugMl: 2000, iced: true },
  defaults: {
    litres: 2,
    glassMl: 250,
    iced: true,
    strengthX: 1,
    sugarGPerL: 75,
    wayId: 'steep-then-sugar',
    steepMin: 12,
    audience: [],
  },
};

/** Blue until the lime goes in: butterfly pea and makrut lime leaf, sharpened by juice. */
export const BUTTERFLY_PEA_LIME: Drink = {
  v: 2,
  id: 'butterfly-pea-makrut',
  version: 1,
  name: 'Butterfly pea and makrut lime leaf',
  brews: [
    {
      id: 'pea',
      name: 'Butterfly pea infusion',
      ways: [
        {
          id: 'steep',
          name: 'steeping off the heat',
          shortName: 'Steep off the heat',
          vesselKind: 'pot',
          waterMl: 1000,
          ingredients: [
            { id: 'pea', plant: 'butterfly_pea_dried', grams: 5, enters: enters('steep') },
            { id: 'leaf', plant: 'makrut_lime_leaf_fresh', grams: 5, enters: enters('heat') },
          ],
          stages: [heat, steepOffHeat(6), strain()],
          liquorRatio: { min: 3, max: 30 },
        },
      ],
    },
  ],
  mix: [
    brewPart('pea', 'Butterfly pea infusion'),
    { id: 'lime', name: 'Lime juice', from: { kind: 'juice', plant: 'lime_juice' }, book: 60, at: 'jug' },
    syrupPart(150),
    waterPart,
  ],
  serve: { glassMl: 250, iceG: 90, rightAtMin: 5 },
  book: { wayId: 'steep', jugMl: 1700, iced: true },
  defaults: {
    litres: 1.7,
    glassMl: 250,
    iced: true,
    strengthX: 1,
    sugarGPerL: 50,
    wayId: 'steep',
    steepMin: 6,
    audience: [],
  },
};
