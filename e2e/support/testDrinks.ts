// Drinks that nobody should make as they stand: one brew of one plant each, sent to the server as a cook's own.

type Way = { vesselKind: 'pot' | 'jar'; waterMl: number; stages: readonly object[] };

const heat = { id: 'heat', kind: 'heat', to: 'boil', lid: 'closed', agitation: 'still' };
const strain = { id: 'strain', kind: 'strain', through: 'sieve', press: false, lid: 'open', agitation: 'still' };
const steep = (place: string, minutes: number): object => ({
  id: 'steep',
  kind: 'steep',
  place,
  minutes,
  lid: 'closed',
  agitation: 'still',
});

/** A drink as PUT /api/drinks/:id takes it. */
function drink(id: string, name: string, plant: { slug: string; grams: number }, way: Way, steepMin: number): object {
  const litres = way.waterMl / 1000 + 0.5;
  return {
    v: 2,
    id,
    version: 1,
    name,
    brews: [
      {
        id: 'brew',
        name: 'Brew',
        ways: [
          {
            id: 'own',
            name: 'my own way',
            shortName: 'My own way',
            ...way,
            ingredients: [
              { id: 'plant', plant: plant.slug, grams: plant.grams, enters: { stageId: 'steep', atMin: 0 } },
            ],
            liquorRatio: { min: 1, max: 400 },
          },
        ],
      },
    ],
    mix: [
      { id: 'brew', name: 'Brew', from: { kind: 'brew', brewId: 'brew' }, book: 'all', at: 'jug' },
      { id: 'syrup', name: 'Syrup', from: { kind: 'syrup', brix: 50, sweetener: 'white_sugar' }, book: 100, at: 'jug' },
      { id: 'water', name: 'Cold water', from: { kind: 'water', water: 'still' }, book: 'rest', at: 'jug' },
    ],
    serve: { glassMl: 250, iceG: 0, rightAtMin: 5 },
    book: { wayId: 'own', jugMl: litres * 1000, iced: false },
    defaults: {
      litres,
      glassMl: 250,
      iced: false,
      strengthX: 1,
      sugarGPerL: 40,
      wayId: 'own',
      steepMin,
      audience: [],
    },
  };
}

/** Dried elderberries, steeped cold and never cooked. */
export const RAW_BERRIES = drink(
  'raw-berry-syrup',
  'Raw elderberry',
  { slug: 'elderberry_dried', grams: 20 },
  { vesselKind: 'jar', waterMl: 1000, stages: [steep('fridge', 600), strain] },
  600,
);

/** Black tea left on the counter over the day. */
export const COUNTER_STEEP = drink(
  'counter-steep',
  'Counter tea',
  { slug: 'black_tea_leaf', grams: 12 },
  { vesselKind: 'jar', waterMl: 1000, stages: [steep('counter', 480), strain] },
  480,
);

/** A pot of four litres that is left to cool by itself. */
export const BIG_POT = drink(
  'big-pot',
  'Big pot of rooibos',
  { slug: 'rooibos_cut', grams: 40 },
  {
    vesselKind: 'pot',
    waterMl: 4000,
    stages: [
      heat,
      steep('off-heat', 10),
      strain,
      { id: 'cool', kind: 'cool', toC: 25, by: 'standing', lid: 'closed', agitation: 'still' },
    ],
  },
  10,
);
