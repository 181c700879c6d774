import type { PlanTarget, Verdict } from '@steepsis/core';

/** One made-up batch of the demo summer. For `daysAgo` 0, `atHour` is hours before the demo was started. */
export type DemoBatch = {
  /** the roselle cooler where left out */
  drinkId?: string;
  daysAgo: number;
  atHour: number;
  change: Partial<PlanTarget>;
  /** how long single stages really took, min, by their id; the others as planned */
  took?: Readonly<Record<string, number>>;
  /** what really came out, against what was expected */
  yieldShare: number;
  verdict: Verdict;
  /** how much of the jug was drunk on the day */
  drunkShare: number;
  ph?: number;
  /** what is left goes into so many moulds and is frozen, ml each */
  moulds?: { eachMl: number };
  /** thrown away, and why */
  spoiled?: string;
};

const fine: Verdict = { strength: 0, harsh: 1, sweet: 0, tart: 0 };

export const DEMO_BATCHES: readonly DemoBatch[] = [
  {
    daysAgo: 86,
    atHour: 10,
    change: {},
    took: { heat: 8, steep: 15 },
    yieldShare: 0.97,
    verdict: { ...fine, strength: -1, note: 'Good colour, thin by the last glass.' },
    drunkShare: 1,
  },
  {
    daysAgo: 72,
    atHour: 9.5,
    change: { litres: 4.8, strengthX: 1.05 },
    took: { heat: 14, steep: 24 },
    yieldShare: 0.94,
    verdict: { ...fine, harsh: 2, note: 'Forgot it while setting out the tables.' },
    drunkShare: 1,
  },
  {
    daysAgo: 58,
    atHour: 18,
    change: { wayId: 'fridge-overnight', steepMin: 600, strengthX: 1.05 },
    took: { steep: 655 },
    yieldShare: 1,
    verdict: { ...fine, harsh: 0, tart: -1, note: 'Softer, less bright.' },
    drunkShare: 1,
  },
  {
    daysAgo: 44,
    atHour: 9,
    change: { litres: 4.8, strengthX: 1.05 },
    took: { heat: 15, steep: 16 },
    yieldShare: 0.96,
    verdict: fine,
    drunkShare: 1,
  },
  {
    daysAgo: 30,
    atHour: 13,
    change: { strengthX: 1.05 },
    took: { heat: 9, steep: 15 },
    yieldShare: 0.98,
    verdict: fine,
    drunkShare: 1,
    spoiled: 'The pot stood on the table all afternoon.',
  },
  {
    daysAgo: 23,
    atHour: 9,
    change: { litres: 4.8, strengthX: 1.1, sugarGPerL: 80 },
    took: { heat: 14, steep: 15 },
    yieldShare: 0.99,
    verdict: { ...fine, sweet: 1 },
    drunkShare: 1,
  },
  {
    daysAgo: 9,
    atHour: 10,
    change: { strengthX: 1.1, sugarGPerL: 75 },
    took: { heat: 8, steep: 15 },
    yieldShare: 0.95,
    verdict: fine,
    drunkShare: 1,
  },
  {
    daysAgo: 2,
    atHour: 11,
    change: { strengthX: 0.92, sugarGPerL: 75 },
    took: { heat: 8, steep: 13 },
    yieldShare: 0.98,
    verdict: { ...fine, strength: -1, tart: 1, note: 'A new bag of calyx, so I went light.' },
    drunkShare: 0.55,
    ph: 2.7,
  },
];

/** The rest of the table: other drinks of the same summer. */
export const OTHER_BATCHES: readonly DemoBatch[] = [
  {
    drinkId: 'linden-pear-syrup',
    daysAgo: 80,
    atHour: 16,
    change: {},
    yieldShare: 1.02,
    verdict: { ...fine, note: 'Smells of the whole avenue.' },
    drunkShare: 1,
  },
  {
    drinkId: 'black-tea-currant-leaf',
    daysAgo: 65,
    atHour: 8.5,
    change: { litres: 3.6 },
    took: { steep: 9 },
    yieldShare: 0.97,
    verdict: { ...fine, harsh: 3, note: 'Nine minutes, a boat came through.' },
    drunkShare: 1,
  },
  {
    drinkId: 'cold-sencha-cucumber',
    daysAgo: 51,
    atHour: 20,
    change: { litres: 3.4 },
    yieldShare: 0.99,
    verdict: { ...fine, harsh: 0 },
    drunkShare: 1,
  },
  {
    drinkId: 'black-tea-currant-leaf',
    daysAgo: 37,
    atHour: 8.5,
    change: { litres: 3.6 },
    yieldShare: 1,
    verdict: { ...fine, harsh: 1 },
    drunkShare: 1,
  },
  {
    drinkId: 'sumac-barberry',
    daysAgo: 30,
    atHour: 19,
    change: {},
    yieldShare: 0.96,
    verdict: { ...fine, tart: 1, note: 'Sharp; the walkers liked it, the children did not.' },
    drunkShare: 1,
  },
  {
    drinkId: 'rooibos-quince',
    daysAgo: 20,
    atHour: 10,
    change: {},
    yieldShare: 0.98,
    verdict: { ...fine, strength: 1 },
    drunkShare: 1,
  },
  {
    drinkId: 'butterfly-pea-makrut',
    daysAgo: 16,
    atHour: 10,
    change: { litres: 2.4 },
    yieldShare: 1.01,
    verdict: fine,
    drunkShare: 1,
  },
  {
    drinkId: 'dandelion-burdock-syrup',
    daysAgo: 5,
    atHour: 15,
    change: {},
    yieldShare: 0.93,
    verdict: { ...fine, strength: 1, note: 'A strong one. Toasted a minute longer.' },
    drunkShare: 0.6,
  },
  {
    drinkId: 'hot-spiced-pear-rooibos',
    daysAgo: 3,
    atHour: 17,
    change: {},
    yieldShare: 0.97,
    verdict: { ...fine, note: 'First cold evening.' },
    drunkShare: 0.8,
  },
  {
    drinkId: 'sour-cherry-pops',
    daysAgo: 1,
    atHour: 11,
    change: {},
    yieldShare: 0.98,
    verdict: { ...fine, sweet: 1 },
    drunkShare: 0.3,
    moulds: { eachMl: 80 },
  },
];

/** Working in its jar when the demo starts. */
export const LIVE_JAR: DemoBatch = {
  drinkId: 'spruce-tip-soda',
  daysAgo: 0,
  atHour: 26,
  change: {},
  yieldShare: 1,
  verdict: fine,
  drunkShare: 0,
};

/** In the fridge when the demo starts. */
export const RUNNING_FRIDGE_STEEP: DemoBatch = {
  daysAgo: 0,
  atHour: 6.5,
  change: { wayId: 'fridge-overnight', steepMin: 600, strengthX: 1.1, sugarGPerL: 75 },
  yieldShare: 1,
  verdict: fine,
  drunkShare: 0,
};
