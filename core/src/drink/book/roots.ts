import type { Drink } from '../drink';
import { brewPart, enters, heat, steepInFridge, steepOffHeat, strain, syrupPart, waterPart } from './parts';

/** Sharp and red without any heat: sumac and barberry in cold water, through paper. */
export const SUMAC_BARBERRY: Drink = {
  v: 2,
  id: 'sumac-barberry',
  version: 1,
  name: 'Sumac and barberry, cold',
  brews: [
    {
      id: 'cold-infusion',
      name: 'Cold infusion',
      ways: [
        {
          id: 'fridge',
          name: 'steeping in the fridge',
          shortName: 'In the fridge',
          vesselKind: 'jar',
          waterMl: 1200,
          ingredients: [
            { id: 'sumac', plant: 'sumac_ground', grams: 14, enters: enters('steep') },
            { id: 'barberry', plant: 'barberry_dried', grams: 18, enters: enters('steep'), cut: 'crushed' },
          ],
          stages: [steepInFridge(5), strain('paper')],
          liquorRatio: { min: 10, max: 60 },
          underWeight: true,
        },
      ],
    },
  ],
  mix: [brewPart('cold-infusion', 'Cold infusion'), syrupPart(140), waterPart],
  serve: { glassMl: 220, iceG: 80, rightAtMin: 5 },
  book: { wayId: 'fridge', jugMl: 1500, iced: true },
  defaults: {
    litres: 1.5,
    glassMl: 220,
    iced: true,
    strengthX: 1,
    sugarGPerL: 55,
    wayId: 'fridge',
    steepMin: 300,
    audience: [],
  },
};

/** Roots toasted, decocted, rinsed and boiled down with sugar: a dark syrup, let down with sparkling water. */
export const DANDELION_BURDOCK: Drink = {
  v: 2,
  id: 'dandelion-burdock-syrup',
  version: 1,
  name: 'Dandelion and burdock, sparkling',
  brews: [
    {
      id: 'root-syrup',
      name: 'Root syrup',
      ways: [
        {
          id: 'toast-and-simmer',
          name: 'toasting, simmering and boiling down with sugar',
          shortName: 'Toast, simmer, reduce',
          vesselKind: 'pot',
          waterMl: 1200,
          ingredients: [
            { id: 'dandelion', plant: 'dandelion_root_roasted', grams: 28, enters: enters('toast') },
            { id: 'burdock', plant: 'burdock_root_cut', grams: 22, enters: enters('toast') },
            {
              id: 'star-anise',
              plant: 'star_anise_whole',
              grams: 1.8,
              enters: enters('simmer'),
              leaves: enters('simmer', 12),
            },
            { id: 'ginger', plant: 'ginger_fresh', grams: 20, enters: enters('simmer', 5), cut: 'sliced' },
          ],
          stages: [
            { id: 'toast', kind: 'toast', atC: 140, minutes: 4, lid: 'open', agitation: 'stirred-all-the-time' },
            heat,
            { id: 'simmer', kind: 'hold', minutes: 20, lid: 'closed', agitation: 'stirred-now-and-then' },
            { id: 'skim', kind: 'hands', work: 'skim', lid: 'open', agitation: 'still' },
            strain('fine-cloth', true),
            { id: 'rinse', kind: 'rinse', waterMl: 120, lid: 'open', agitation: 'still' },
            {
              id: 'sweeten',
              kind: 'dissolve',
              sweetener: 'white_sugar',
              to: { gPerMl: 0.6 },
              lid: 'open',
              agitation: 'stirred-now-and-then',
            },
            { id: 'reduce', kind: 'reduce', to: { brix: 55 }, lid: 'open', agitation: 'boiling' },
            { id: 'cool', kind: 'cool', toC: 30, by: 'ice-bath', lid: 'loose', agitation: 'still' },
            { id: 'bottle', kind: 'hands', work: 'bottle', lid: 'open', agitation: 'still' },
          ],
          liquorRatio: { min: 25, max: 130 },
          restHours: 24,
        },
      ],
    },
  ],
  mix: [
    brewPart('root-syrup', 'Root syrup', 240),
    {
      id: 'sparkling',
      name: 'Cold sparkling water',
      from: { kind: 'water', water: 'sparkling' },
      book: 'rest',
      at: 'jug',
    },
  ],
  serve: { glassMl: 250, iceG: 60, rightAtMin: 5 },
  book: { wayId: 'toast-and-simmer', jugMl: 2000, iced: true },
  defaults: {
    litres: 2,
    glassMl: 250,
    iced: true,
    strengthX: 1,
    sugarGPerL: 70,
    wayId: 'toast-and-simmer',
    steepMin: 20,
    audience: [],
  },
};

/** Spruce tips worked for two days in a loosely covered jar. */
export const SPRUCE_SODA: Drink = {
  v: 2,
  id: 'spruce-tip-soda',
  version: 1,
  name: 'Spruce tip jar soda',
  brews: [
    {
      id: 'soda',
      name: 'Spruce soda',
      ways: [
        {
          id: 'jar',
          name: 'steeping hot, then working in a loosely covered jar',
          shortName: 'Steep, then a live jar',
          vesselKind: 'pot',
          waterMl: 1600,
          ingredients: [
            { id: 'spruce', plant: 'spruce_tip_fresh', grams: 45, enters: enters('steep') },
            { id: 'lemon-peel', plant: 'lemon_peel_fresh', grams: 8, enters: enters('steep'), cut: 'zest' },
          ],
          stages: [
            heat,
            steepOffHeat(10),
            strain('fine-cloth'),
            {
              id: 'sugar',
              kind: 'dissolve',
              sweetener: 'white_sugar',
              to: { gPerMl: 0.06 },
              lid: 'open',
              agitation: 'stirred-now-and-then',
            },
            { id: 'cool', kind: 'cool', toC: 25, by: 'ice-bath', lid: 'loose', agitation: 'still' },
            { id: 'work', kind: 'ferment', days: 2, lid: 'loose', agitation: 'still' },
            { id: 'carbonate', kind: 'hands', work: 'carbonate', lid: 'open', agitation: 'still' },
          ],
          liquorRatio: { min: 12, max: 60 },
          headroom: 0.2,
        },
      ],
    },
  ],
  mix: [brewPart('soda', 'Spruce soda'), waterPart],
  serve: { glassMl: 200, iceG: 0, rightAtMin: 5 },
  book: { wayId: 'jar', jugMl: 1700, iced: false },
  defaults: {
    litres: 1.7,
    glassMl: 200,
    iced: false,
    strengthX: 1,
    sugarGPerL: 52,
    wayId: 'jar',
    steepMin: 10,
    audience: [],
  },
};

/** For the cold days: rooibos and pear with spices, poured hot. */
export const HOT_SPICED_PEAR: Drink = {
  v: 2,
  id: 'hot-spiced-pear-rooibos',
  version: 1,
  name: 'Hot spiced pear and rooibos',
  brews: [
    {
      id: 'base',
      name: 'Spiced base',
      ways: [
        {
          id: 'simmer',
          name: 'simmering, with the spices in a bag',
          shortName: 'Simmered',
          vesselKind: 'pot',
          waterMl: 1600,
          ingredients: [
            { id: 'rooibos', plant: 'rooibos_cut', grams: 15, enters: enters('simmer', 6) },
            { id: 'pear', plant: 'pear_fresh', grams: 320, enters: enters('heat'), cut: 'sliced' },
            {
              id: 'cinnamon',
              plant: 'ceylon_cinnamon_stick',
              grams: 4,
              enters: enters('heat'),
              leaves: enters('simmer', 8),
              scaling: { power: 0.8 },
            },
            {
              id: 'clove',
              plant: 'clove_whole',
              grams: 0.3,
              enters: enters('heat'),
              leaves: enters('simmer', 8),
              scaling: { power: 0.8 },
            },
            { id: 'orange', plant: 'orange_peel_fresh', grams: 6, enters: enters('simmer', 11), cut: 'pith-free' },
          ],
          stages: [
            heat,
            { id: 'simmer', kind: 'hold', minutes: 15, lid: 'closed', agitation: 'stirred-now-and-then' },
            strain('sieve', true),
          ],
          liquorRatio: { min: 90, max: 500 },
        },
      ],
    },
  ],
  mix: [
    brewPart('base', 'Spiced base'),
    {
      id: 'honey',
      name: 'Honey syrup',
      from: { kind: 'syrup', brix: 50, sweetener: 'honey' },
      book: 110,
      at: 'jug',
    },
    waterPart,
  ],
  serve: { glassMl: 220, iceG: 0, rightAtMin: 5 },
  book: { wayId: 'simmer', jugMl: 1700, iced: false },
  defaults: {
    litres: 1.7,
    glassMl: 220,
    iced: false,
    hot: true,
    strengthX: 1,
    sugarGPerL: 50,
    wayId: 'simmer',
    steepMin: 15,
    audience: [],
  },
};

/** Cherries crushed in sugar and cooked, their pulp kept, frozen in moulds. */
export const SOUR_CHERRY_POPS: Drink = {
  v: 2,
  id: 'sour-cherry-pops',
  version: 1,
  name: 'Sour cherry pops',
  brews: [
    {
      id: 'cherry',
      name: 'Cherry base',
      ways: [
        {
          id: 'crush-and-simmer',
          name: 'crushing and simmering, pulp and all',
          shortName: 'Crush and simmer',
          vesselKind: 'pot',
          waterMl: 380,
          ingredients: [{ id: 'cherry', plant: 'sour_cherry_fresh', grams: 170, enters: enters('crush') }],
          stages: [
            { id: 'crush', kind: 'hands', work: 'crush', lid: 'open', agitation: 'still' },
            heat,
            { id: 'simmer', kind: 'hold', minutes: 4, lid: 'closed', agitation: 'stirred-now-and-then' },
            { id: 'blend', kind: 'hands', work: 'blend', lid: 'open', agitation: 'still' },
            strain('sieve'),
            { id: 'cool', kind: 'cool', toC: 20, by: 'ice-bath', lid: 'loose', agitation: 'still' },
            { id: 'pour', kind: 'hands', work: 'pour', lid: 'open', agitation: 'still' },
            { id: 'freeze', kind: 'hands', work: 'freeze', lid: 'open', agitation: 'still' },
          ],
          liquorRatio: { min: 180, max: 1200 },
          keepPulp: true,
          restHours: 8,
        },
      ],
    },
  ],
  mix: [
    brewPart('cherry', 'Cherry base'),
    { id: 'lime', name: 'Lime juice', from: { kind: 'juice', plant: 'lime_juice' }, book: 20, at: 'jug' },
    syrupPart(170),
    waterPart,
  ],
  serve: { glassMl: 80, iceG: 0, rightAtMin: 0 },
  book: { wayId: 'crush-and-simmer', jugMl: 800, iced: false },
  defaults: {
    litres: 0.8,
    glassMl: 80,
    iced: false,
    strengthX: 1,
    sugarGPerL: 130,
    wayId: 'crush-and-simmer',
    steepMin: 4,
    audience: [],
  },
};
