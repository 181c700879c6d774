/** When and how something is picked. Months are those of the temperate north; the south is half a year on. */
export type Picking = { months: string; how: string };

// Common field practice; house estimates of the season, which moves by weeks with place and year.
const PICKING: Readonly<Record<string, Picking>> = {
  elderflower: {
    months: 'late May to June',
    how: 'whole open heads on a dry morning, shaken free of insects; leave most for the berries',
  },
  elderberry: {
    months: 'late August to September',
    how: 'black ripe clusters that hang down; strip with a fork, leave every green one and all stems',
  },
  linden: { months: 'June to July', how: 'flowers with their pale bract as they open, away from roads; dry in shade' },
  nettle: { months: 'March to May', how: 'the top four leaves with gloves, before it flowers' },
  blackcurrant_leaf: { months: 'May to July', how: 'young whole leaves, a few from each bush; dry in shade' },
  raspberry_leaf: {
    months: 'April to June',
    how: 'young leaves before the fruit; dry fully or use fresh, never wilted',
  },
  rosehip: {
    months: 'September to November',
    how: 'red and still firm, best after a first frost; take out seeds and hairs',
  },
  spruce_tip: {
    months: 'late April to May',
    how: 'soft bright tips, a few from each branch, never the leader; rule out yew leaf by leaf',
  },
  sumac: {
    months: 'August to September',
    how: 'dry red clusters before the rain washes them; only from a bush that is surely edible',
  },
  dandelion_root: {
    months: 'October to March',
    how: 'dig whole roots while the leaves rest; scrub, slice, dry, roast',
  },
  burdock_root: { months: 'September to November', how: 'first-year roots only, dug deep; be sure of the plant' },
  violet: { months: 'March to April', how: 'open flowers without stems, picked dry' },
  clover: { months: 'June to August', how: 'whole fresh heads, dried quickly in one layer' },
  chamomile: { months: 'June to August', how: 'heads with petals spread flat, on a dry day' },
  calendula: { months: 'June to October', how: 'fully open heads; petals pulled and dried' },
  mint: { months: 'May to September', how: 'tops before flowering, in the morning' },
  lemon_balm: { months: 'May to August', how: 'tops before flowering' },
  juniper: { months: 'September to October', how: 'blue-black berries only, green ones stay' },
};

/** How a plant is picked, for those that grow wild or in gardens; undefined for what is only bought. */
export function pickingOf(plant: string): Picking | undefined {
  const key = Object.keys(PICKING).find((k) => plant.startsWith(k));
  return key === undefined ? undefined : PICKING[key];
}
