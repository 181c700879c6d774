/** How a plant is prepared before it goes in. */
export const CUTS = ['whole', 'sliced', 'crushed', 'torn', 'ground', 'zest', 'with-pith', 'pith-free'] as const;
/** How fine a plant is: whole to ground. */
export type Cut = (typeof CUTS)[number];

/**
 * What a cut does to the pace of the table's usual form, and to how much harshness there is to give: without its pith a peel
 * has little bitterness left, with all of it half as much again. House estimates, within a factor of 1.5.
 */
export const CUT_EFFECT: Readonly<Record<Cut, { rate: number; harsh: number }>> = {
  whole: { rate: 0.5, harsh: 1 },
  sliced: { rate: 1, harsh: 1 },
  crushed: { rate: 1.8, harsh: 1.1 },
  torn: { rate: 1.3, harsh: 1.05 },
  ground: { rate: 4, harsh: 1.25 },
  zest: { rate: 2, harsh: 0.3 },
  'with-pith': { rate: 0.8, harsh: 1.4 },
  'pith-free': { rate: 1.2, harsh: 0.4 },
};
