import { tempAt } from '../heat/temperatureHistory';
import { harshness } from '../liquid/harshness';
import { mapKinds, volumeMl, type ByKind, type Liquid } from '../liquid/liquid';
import { timesStandard } from '../liquid/strength';
import type { BrewRun } from './brewRun';

/** A steep that is pulled at a minute: °C, × of the house and harshness (1 is what the house bears) in the glass. */
export type SteepPoint = { steepMin: number; tempC: number; strengthX: number; harsh: number };
/** Minutes between which a steep may be pulled. */
export type SteepWindow = { fromMin: number; toMin: number };
/** Strength and harshness along a steep; no window where no minute is right. */
export type SteepCurve = { points: readonly SteepPoint[]; window: SteepWindow | undefined };

/** The finished glass as planned, and what of it one brew brings when it is pulled as planned. */
export type PartInGlass = {
  glass: Liquid;
  part: Liquid;
  /** weighted strength of ×1.0 */
  standard: number;
  houseHarshLimit: number;
};

/** What the glass is to be, and which part of it this steep is. */
export type CurveTarget = {
  part: PartInGlass;
  /** the liquor as it is when pulled as planned */
  planned: Liquid;
  wantedX: number;
};

/** Half-width of the band that counts as right: one just noticeable step of strength is about 1.2 times. House estimate. */
export const STRENGTH_BAND = 0.12;

/** The window to pull in ends here: a fifth of its drinkers complain at four fifths of the limit, half at the limit. House estimate. */
export const WINDOW_HARSH = 0.85;

/**
 * Strength and harshness of the finished glass if the steep were pulled at each minute, at the planned amounts, along
 * the pot's own temperatures; `run` has the steep longer than it is planned, and what follows it as planned. The window is where strength is within its band and harshness within the limit.
 */
export function steepCurve(
  run: BrewRun,
  { startMin, endMin }: { startMin: number; endMin: number },
  target: CurveTarget,
  count = 61,
): SteepCurve {
  // A pot that has boiled dry is pulled no more.
  const lastMin = run.lost?.how === 'boiled-dry' ? Math.min(run.lost.atMin, endMin) : endMin;
  const lengthMin = Math.max(0, lastMin - startMin);
  // What follows up to the strain (crushing, cooling in the pot) goes on drawing, however long the steep was.
  const thenMin = Math.max(0, run.endMin - endMin);
  const points: SteepPoint[] = [];
  for (let i = 0; i < count; i++) {
    const steepMin = (lengthMin * i) / (count - 1);
    const tempC = tempAt(run.history, startMin + steepMin);
    points.push({ steepMin, tempC, ...inGlass(run.pulledAt(startMin + steepMin + thenMin), target) });
  }
  return { points, window: windowOf(points, target) };
}

/** Strength and harshness of the glass if the brew's liquor were this instead of what was planned. */
export function inGlass(
  liquor: Liquid,
  target: Pick<CurveTarget, 'part' | 'planned'>,
): { strengthX: number; harsh: number } {
  const { standard, houseHarshLimit } = target.part;
  const glass = glassWith(liquor, target);
  return { strengthX: timesStandard(glass, standard), harsh: harshness(glass, houseHarshLimit) };
}

/** The glass with the brew's part in the proportions of another liquor: its water stays, and what the liquor does not say. */
function glassWith(liquor: Liquid, { part: { glass, part }, planned }: Pick<CurveTarget, 'part' | 'planned'>): Liquid {
  const [ml, plannedMl] = [volumeMl(liquor), volumeMl(planned)];
  if (ml === 0 || plannedMl === 0) return glass;
  const times = (now: number, then: number): number => (then > 0 ? (now / ml) * (plannedMl / then) : 1);
  const swapped = (of: (l: Liquid) => ByKind): ByKind => {
    const brings = of(part);
    return mapKinds(of(glass), (g, kind) =>
      brings[kind] ? g + brings[kind] * (times(of(liquor)[kind] ?? 0, of(planned)[kind] ?? 0) - 1) : g,
    );
  };
  return {
    ...glass,
    bodyG: swapped((l) => l.bodyG),
    harshG: swapped((l) => l.harshG),
    oilG: swapped((l) => l.oilG),
    cookedG: swapped((l) => l.cookedG),
    sugarG: swapped((l) => l.sugarG),
    acidG: glass.acidG + part.acidG * (times(liquor.acidG, planned.acidG) - 1),
  };
}

/** Why a steep that is planned lies beside its window: what is off at its own end. Undefined where it lies in it, or there is none. */
export function besideWindow(
  { points, window }: SteepCurve,
  minutes: number,
  wantedX: number,
): 'harsh' | 'strong' | 'weak' | undefined {
  // A window ends between two points of the curve.
  const step = (points[1]?.steepMin ?? 0) - (points[0]?.steepMin ?? 0);
  if (!window || (minutes >= window.fromMin - step && minutes <= window.toMin + step)) return undefined;
  const at = points.reduce((a, b) => (Math.abs(b.steepMin - minutes) < Math.abs(a.steepMin - minutes) ? b : a));
  if (at.harsh > WINDOW_HARSH) return 'harsh';
  return at.strengthX > wantedX ? 'strong' : 'weak';
}

const inBand = (p: SteepPoint, target: CurveTarget): boolean =>
  Math.abs(Math.log(p.strengthX / target.wantedX)) <= STRENGTH_BAND && p.harsh <= WINDOW_HARSH;

function windowOf(points: readonly SteepPoint[], target: CurveTarget): SteepWindow | undefined {
  const good = points.filter((p) => inBand(p, target));
  const [first, last] = [good[0], good[good.length - 1]];
  return first && last ? { fromMin: first.steepMin, toMin: last.steepMin } : undefined;
}
