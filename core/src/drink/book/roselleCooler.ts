import type { Drink } from '../drink';

/** The first drink of the book: the roselle and rose hip cooler, hot or overnight in the fridge. */
export const ROSELLE_COOLER: Drink = {
  v: 2,
  id: 'roselle-rose-hip-cooler',
  version: 1,
  name: 'Roselle and rose hip cooler',
  brews: [
    {
      id: 'concentrate',
      name: 'Roselle concentrate',
      ways: [
        {
          id: 'boil-then-steep',
          name: 'bringing it to the boil, then steeping off the heat',
          shortName: 'Boil, then steep off the heat',
          vesselKind: 'pot',
          waterMl: 1300,
          ingredients: [
            { id: 'roselle', plant: 'roselle_dried_whole', grams: 50, enters: { stageId: 'heat', atMin: 0 } },
            { id: 'rose-hip', plant: 'rosehip_dried_cut', grams: 14, enters: { stageId: 'heat', atMin: 0 } },
          ],
          stages: [
            { id: 'heat', kind: 'heat', to: 'boil', lid: 'closed', agitation: 'still' },
            {
              id: 'steep',
              kind: 'steep',
              place: 'off-heat',
              minutes: 15,
              lid: 'closed',
              agitation: 'stirred-now-and-then',
            },
            { id: 'strain', kind: 'strain', through: 'fine-cloth', press: true, lid: 'open', agitation: 'still' },
          ],
          liquorRatio: { min: 15, max: 90 },
        },
        {
          id: 'fridge-overnight',
          name: 'steeping overnight in the fridge',
          shortName: 'Overnight in the fridge',
          vesselKind: 'jar',
          waterMl: 1300,
          ingredients: [
            { id: 'roselle', plant: 'roselle_dried_whole', grams: 50, enters: { stageId: 'steep', atMin: 0 } },
            { id: 'rose-hip', plant: 'rosehip_dried_cut', grams: 14, enters: { stageId: 'steep', atMin: 0 } },
          ],
          stages: [
            { id: 'steep', kind: 'steep', place: 'fridge', minutes: 600, lid: 'closed', agitation: 'still' },
            { id: 'strain', kind: 'strain', through: 'fine-cloth', press: true, lid: 'open', agitation: 'still' },
          ],
          liquorRatio: { min: 15, max: 90 },
        },
      ],
    },
  ],
  mix: [
    { id: 'concentrate', name: 'Concentrate', from: { kind: 'brew', brewId: 'concentrate' }, book: 'all', at: 'jug' },
    { id: 'syrup', name: 'Syrup', from: { kind: 'syrup', brix: 50, sweetener: 'white_sugar' }, book: 310, at: 'jug' },
    { id: 'water', name: 'Cold water', from: { kind: 'water', water: 'still' }, book: 'rest', at: 'jug' },
  ],
  serve: { glassMl: 300, iceG: 110, rightAtMin: 5 },
  book: { wayId: 'boil-then-steep', jugMl: 2400, iced: true },
  defaults: {
    litres: 2.4,
    glassMl: 300,
    iced: true,
    strengthX: 1,
    sugarGPerL: 75,
    wayId: 'boil-then-steep',
    steepMin: 15,
    audience: [],
  },
};
