import type { PlanTarget, Verdict } from '@steepsis/core';

/** One made-up batch of the demo summer. For `daysAgo` 0, `atHour` is hours before the demo was started. */
export type DemoBatch = {
  daysAgo: number;
  atHour: number;
  change: Partial<PlanTarget>;
  heatMin: number;
  /** how long it really steeped, min */
  steepedMin: number;
  /** what really came out, against what was expected */
  yieldShare: number;
  verdict: Verdict;
  /** how much of the jug was drunk on the day */
  drunkShare: number;
  ph?: number;
  /** thrown away, and why */
  spoiled?: string;
};

const fine: Verdict = { strength: 0, harsh: 1, sweet: 0, tart: 0 };

export const DEMO_BATCHES: readonly DemoBatch[] = [
  {
    daysAgo: 86,
    atHour: 10,
    change: {},
    heatMin: 8,
    steepedMin: 15,
    yieldShare: 0.97,
    verdict: { ...fine, strength: -1, note: 'Good colour, thin by the last glass.' },
    drunkShare: 1,
  },
  {
    daysAgo: 72,
    atHour: 9.5,
    change: { litres: 4.8, strengthX: 1.05 },
    heatMin: 14,
    steepedMin: 24,
    yieldShare: 0.94,
    verdict: { ...fine, harsh: 2, note: 'Forgot it while setting out the tables.' },
    drunkShare: 1,
  },
  {
    daysAgo: 58,
    atHour: 18,
    change: { wayId: 'fridge-overnight', steepMin: 600, strengthX: 1.05 },
    heatMin: 0,
    steepedMin: 655,
    yieldShare: 1,
    verdict: { ...fine, harsh: 0, tart: -1, note: 'Softer, less bright.' },
    drunkShare: 1,
  },
  {
    daysAgo: 44,
    atHour: 9,
    change: { litres: 4.8, strengthX: 1.05 },
    heatMin: 15,
    steepedMin: 16,
    yieldShare: 0.96,
    verdict: fine,
    drunkShare: 1,
  },
  {
    daysAgo: 30,
    atHour: 13,
    change: { strengthX: 1.05 },
    heatMin: 9,
    steepedMin: 15,
    yieldShare: 0.98,
    verdict: fine,
    drunkShare: 1,
    spoiled: 'The pot stood on the table all afternoon.',
  },
  {
    daysAgo: 23,
    atHour: 9,
    change: { litres: 4.8, strengthX: 1.1, sugarGPerL: 80 },
    heatMin: 14,
    steepedMin: 15,
    yieldShare: 0.99,
    verdict: { ...fine, sweet: 1 },
    drunkShare: 1,
  },
  {
    daysAgo: 9,
    atHour: 10,
    change: { strengthX: 1.1, sugarGPerL: 75 },
    heatMin: 8,
    steepedMin: 15,
    yieldShare: 0.95,
    verdict: fine,
    drunkShare: 1,
  },
  {
    daysAgo: 2,
    atHour: 11,
    change: { strengthX: 0.92, sugarGPerL: 75 },
    heatMin: 8,
    steepedMin: 13,
    yieldShare: 0.98,
    verdict: { ...fine, strength: -1, tart: 1, note: 'A new bag of calyx, so I went light.' },
    drunkShare: 0.55,
    ph: 2.7,
  },
];

/** In the fridge when the demo starts. */
export const RUNNING_FRIDGE_STEEP: DemoBatch = {
  daysAgo: 0,
  atHour: 6.5,
  change: { wayId: 'fridge-overnight', steepMin: 600, strengthX: 1.1, sugarGPerL: 75 },
  heatMin: 0,
  steepedMin: 600,
  yieldShare: 1,
  verdict: fine,
  drunkShare: 0,
};
