import { harshness, weightedStrength } from '../liquid/strength';
import type { BrewRun } from './brewRun';

export type SteepPoint = { steepMin: number; tempC: number; strengthX: number; harsh: number };
export type SteepWindow = { fromMin: number; toMin: number };
export type SteepCurve = { points: readonly SteepPoint[]; window: SteepWindow | undefined };

export type CurveTarget = {
  /** weighted strength of the house standard */
  standard: number;
  /** strength and harshness are those of the glass: the liquor is thinned by this factor, and sweetened to this much */
  thinning: number;
  sugarGPerL: number;
  wantedX: number;
  houseHarshLimit: number;
};

/** Half-width of the band that counts as right: one just noticeable step of strength is about 1.2 times. House estimate. */
export const STRENGTH_BAND = 0.12;

/**
 * Strength and harshness of the finished glass if the steep were pulled at each minute, at the planned amounts, along
 * the pot's own temperatures. The window is where strength is within its band and harshness within the limit.
 */
export function steepCurve(run: BrewRun, steepStartMin: number, target: CurveTarget, count = 61): SteepCurve {
  const lengthMin = run.endMin - steepStartMin;
  const points: SteepPoint[] = [];
  for (let i = 0; i < count; i++) {
    const steepMin = (lengthMin * i) / (count - 1);
    points.push(pointAt(run, steepStartMin, steepMin, target));
  }
  return { points, window: windowOf(points, target) };
}

function pointAt(run: BrewRun, steepStartMin: number, steepMin: number, target: CurveTarget): SteepPoint {
  const { tempC, liquor } = run.at(steepStartMin + steepMin);
  const strengthX = weightedStrength(liquor) / target.standard / target.thinning;
  // harshness() masks by the liquor's own sugar; the glass is thinner and sweeter.
  const unmasked = harshness({ ...liquor, sugarG: {} }, target.houseHarshLimit) / target.thinning;
  return { steepMin, tempC, strengthX, harsh: unmasked / (1 + target.sugarGPerL / 120) };
}

const inBand = (p: SteepPoint, target: CurveTarget): boolean =>
  Math.abs(Math.log(p.strengthX / target.wantedX)) <= STRENGTH_BAND && p.harsh <= 1;

function windowOf(points: readonly SteepPoint[], target: CurveTarget): SteepWindow | undefined {
  const good = points.filter((p) => inBand(p, target));
  const [first, last] = [good[0], good[good.length - 1]];
  return first && last ? { fromMin: first.steepMin, toMin: last.steepMin } : undefined;
}
