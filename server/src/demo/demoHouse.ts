import {
  DEFAULT_KITCHEN,
  ownPlantId,
  type Kitchen,
  type Lot,
  type OwnPlant,
  type PantryEntry,
  type Occasion,
} from '@steepsis/core';

// The made-up house of the demo: a garden by a lock, its kitchen, and what its pantry holds.

export const DEMO_KITCHEN: Kitchen = {
  ...DEFAULT_KITCHEN,
  altitudeM: 60,
  burners: 3,
  rings: [1800, 1800, 1200],
  fridgeRoom: { litres: 14, watts: 40 },
  ice: { trayG: 500, hours: 4, storeG: 2000 },
  currency: '€',
  instruments: ['scale', 'thermometer', 'refractometer', 'ph-meter'],
};

export const DEMO_PLANT: OwnPlant = {
  v: 1,
  id: ownPlantId('Garden mix', 1),
  name: 'Garden mix',
  parts: [
    { plant: 'lemon_balm_dried', share: 0.5 },
    { plant: 'peppermint_dried', share: 0.3 },
    { plant: 'calendula_dried', share: 0.2 },
  ],
  strengthKnown: false,
  note: 'Dried on the attic boards; not brewed by itself yet.',
};

type Had = { plant: string; lots: readonly [daysAgo: number, from: string, leftG: number, potency?: number][] } & Pick<
  PantryEntry,
  'measures' | 'pricePerKg' | 'packG'
>;

const HAD: readonly Had[] = [
  {
    plant: 'roselle_dried_whole',
    lots: [
      [110, 'the market, last of the old bag', 35, 0.85],
      [12, 'the market, a new bag', 420],
    ],
    measures: { cupG: 31 },
    pricePerKg: 24,
    packG: 250,
  },
  { plant: 'rosehip_dried_cut', lots: [[300, 'the hedge behind the lock', 140]], pricePerKg: 18 },
  { plant: 'black_tea_leaf', lots: [[60, 'the tea tin', 180]], pricePerKg: 38, packG: 250 },
  { plant: 'blackcurrant_leaf_dried', lots: [[150, 'our bushes, May', 60]] },
  { plant: 'green_tea_leaf', lots: [[40, 'the tea tin', 90]], pricePerKg: 52, packG: 100 },
  { plant: 'rooibos_cut', lots: [[75, 'the tea tin', 260]], measures: { tbspG: 5.4 }, pricePerKg: 16, packG: 500 },
  { plant: 'linden_dried', lots: [[160, 'the avenue, June', 110, 0.95]] },
  { plant: 'butterfly_pea_dried', lots: [[90, 'a gift', 18]] },
  { plant: 'sumac_ground', lots: [[45, 'the market', 70]], pricePerKg: 20 },
  { plant: 'barberry_dried', lots: [[45, 'the market', 55]], pricePerKg: 26 },
  { plant: 'dandelion_root_roasted', lots: [[30, 'dug and roasted here', 130]] },
  { plant: 'burdock_root_cut', lots: [[200, 'a food shop', 90]], pricePerKg: 30 },
  { plant: 'ceylon_cinnamon_stick', lots: [[200, 'the spice drawer', 40]], pricePerKg: 60 },
  { plant: 'clove_whole', lots: [[200, 'the spice drawer', 22]], pricePerKg: 48 },
  { plant: 'white_sugar', lots: [[14, 'the shop', 3200]], pricePerKg: 1.3, packG: 1000 },
  { plant: 'honey', lots: [[70, 'the hives over the water', 900]], pricePerKg: 14 },
];

/** The pantry as it stands, its dates counted back from the day the demo is started. */
export const demoPantry = (now: Date): PantryEntry[] =>
  HAD.map(({ plant, lots, ...rest }) => ({
    v: 1,
    plant,
    ...rest,
    lots: lots.map(([daysAgo, from, leftG, potency = 1], i): Lot => ({
      id: `lot-${i + 1}`,
      got: new Date(now.getTime() - daysAgo * 86_400_000).toISOString().slice(0, 10),
      from,
      leftG,
      potency,
    })),
  }));

/** The open day of the coming Sunday, at three in the afternoon where the demo is started. */
export function demoOccasion(now: Date): Occasion {
  const sunday = new Date(now);
  sunday.setDate(sunday.getDate() + (7 - sunday.getDay()));
  sunday.setHours(15, 0, 0, 0);
  return {
    v: 1,
    id: 'open-day',
    name: 'Open day at the lock',
    readyBy: sunday.toISOString(),
    servedHours: 3,
    groups: [
      { people: 16, glassesEach: 1 },
      { people: 8, glassesEach: 0.5 },
    ],
    drinks: [
      { drinkId: 'roselle-rose-hip-cooler', share: 2 },
      { drinkId: 'cold-sencha-cucumber', share: 1 },
      { drinkId: 'rooibos-quince', share: 1 },
    ],
    hands: 1,
    moved: {},
  };
}
