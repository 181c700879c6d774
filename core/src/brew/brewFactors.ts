/** What is not known for sure about a brew, as factors on the reference figures; 1 is the reference. */
export type BrewFactors = {
  /** how much this lot gives, and how fast */
  potency: number;
  rate: number;
  /** liquor the plants hold, steam, and heat the vessel loses */
  held: number;
  steam: number;
  heatLoss: number;
};

/** A house that is like the book: every factor 1. */
export const REFERENCE_FACTORS: BrewFactors = { potency: 1, rate: 1, held: 1, steam: 1, heatLoss: 1 };

/** One standard deviation of each factor, on the log scale. House estimates for a new lot and an untimed pot. */
export const FACTOR_SIGMA: BrewFactors = { potency: 0.15, rate: 0.3, held: 0.2, steam: 0.5, heatLoss: 0.3 };
