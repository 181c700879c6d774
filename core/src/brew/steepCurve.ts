import { harshness, weightedStrength } from '../liquid/strength';
import type { Liquid } from '../liquid/liquid';
import type { BrewRun } from './brewRun';

export type SteepPoint = { steepMin: number; tempC: number; strengthX: number; harsh: number };
export type SteepWindow = { fromMin: number; toMin: number };
export type SteepCurve = { points: readonly SteepPoint[]; window: SteepWindow | undefined };

/** What one brew brings to the finished glass when it is pulled as planned, and what everything else does. */
export type PartInGlass = { x: number; harsh: number; othersX: number; othersHarsh: number };

export type CurveTarget = {
  part: PartInGlass;
  /** the liquor as it is when pulled as planned */
  planned: Liquid;
  wantedX: number;
};

/** Half-width of the band that counts as right: one just noticeable step of strength is about 1.2 times. House estimate. */
export const STRENGTH_BAND = 0.12;

/**
 * Strength and harshness of the finished glass if the steep were pulled at each minute, at the planned amounts, along
 * the pot's own temperatures. The window is where strength is within its band and harshness within the limit.
 */
export function steepCurve(run: BrewRun, steepStartMin: number, target: CurveTarget, count = 61): SteepCurve {
  // A pot that has boiled dry is pulled no more.
  const lastMin = run.lost?.how === 'boiled-dry' ? run.lost.atMin : run.endMin;
  const lengthMin = Math.max(0, lastMin - steepStartMin);
  const points: SteepPoint[] = [];
  for (let i = 0; i < count; i++) {
    const steepMin = (lengthMin * i) / (count - 1);
    points.push(pointAt(run, steepStartMin, steepMin, target));
  }
  return { points, window: windowOf(points, target) };
}

function pointAt(run: BrewRun, steepStartMin: number, steepMin: number, target: CurveTarget): SteepPoint {
  const { tempC, liquor } = run.at(steepStartMin + steepMin);
  return { steepMin, tempC, ...inGlass(liquor, target) };
}

/** Strength and harshness of the glass if the brew's liquor were this instead of what was planned. */
export function inGlass(
  liquor: Liquid,
  { part, planned }: Pick<CurveTarget, 'part' | 'planned'>,
): { strengthX: number; harsh: number } {
  const against = (figure: (l: Liquid) => number): number => {
    const asPlanned = figure(planned);
    return asPlanned > 0 ? figure(liquor) / asPlanned : 1;
  };
  // Sugar of the glass masks harshness alike whenever the brew is pulled, so unmasked ones are compared.
  const bare = (l: Liquid): number => harshness({ ...l, sugarG: {} });
  return {
    strengthX: part.othersX + part.x * against(weightedStrength),
    harsh: part.othersHarsh + part.harsh * against(bare),
  };
}

const inBand = (p: SteepPoint, target: CurveTarget): boolean =>
  Math.abs(Math.log(p.strengthX / target.wantedX)) <= STRENGTH_BAND && p.harsh <= 1;

function windowOf(points: readonly SteepPoint[], target: CurveTarget): SteepWindow | undefined {
  const good = points.filter((p) => inBand(p, target));
  const [first, last] = [good[0], good[good.length - 1]];
  return first && last ? { fromMin: first.steepMin, toMin: last.steepMin } : undefined;
}
