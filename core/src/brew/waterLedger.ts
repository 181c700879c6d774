/** Where the water of a brew goes, ml of liquor at 20 °C unless said. In = steam + held + clinging + reduced + out. */
export type WaterLedger = {
  waterMl: number;
  steamMl: number;
  /** liquor that fresh plants and juices brought along, and what of their pulp went through */
  ownMl: number;
  /** room taken by what dissolved */
  dissolvedMl: number;
  /** drunk by the plants when drained */
  heldMl: number;
  /** won back by pressing */
  pressedMl: number;
  /** left on pot, cloth and spoon */
  clingingMl: number;
  /** after the strain: rinsed through the plants, room taken by what sweetens, stirred in, boiled off */
  rinsedMl: number;
  sweetenedMl: number;
  stirredMl: number;
  reducedMl: number;
  outMl: number;
};

/** Liquor left behind at a pour: films and foam. House estimate. */
export const clingingMl = (volumeMl: number): number => 5 + 0.005 * volumeMl;

/**
 * Sugar and extract won by rinsing drained plants once, in one equilibrium stage; practice gets `efficiency` of it.
 * @source conservation of mass; efficiency 0.8 (0.6 to 0.9) is a house estimate
 */
export const washRecoveredG = ({
  heldMl,
  heldGPerL,
  washMl,
  efficiency = 1,
}: {
  heldMl: number;
  heldGPerL: number;
  washMl: number;
  efficiency?: number;
}): number => (heldMl + washMl === 0 ? 0 : (efficiency * (heldGPerL * heldMl * washMl)) / (heldMl + washMl) / 1000);
