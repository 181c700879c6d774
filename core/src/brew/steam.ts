import { integrateGauss5 } from '../quantity/solve';
import type { Kitchen, Lid, Stage } from '../drink/drink';
import { BURNER_EFFICIENCY, kitchenBoilingPoint } from '../heat/heating';
import { boilOf, steamGPerMin, type Boil, type Steaming } from '../heat/steam';
import { tempAt, temperatureHistory, type Segment, type TemperatureHistory } from '../heat/temperatureHistory';
import { closedLossWPerK, openingM2, type Vessel } from '../heat/vessel';
import { REFERENCE_FACTORS, type BrewFactors } from './brewFactors';
import type { BrewSetup, StageTime } from './timeline';

/** What steams besides the pot itself: the ring under it while it is on the heat. */
const onTheRing = (kitchen: Kitchen, vessel: Vessel, ml: number, boil: Boil): Steaming['heated'] => ({
  intoPotW: kitchen.burner.watts * BURNER_EFFICIENCY[kitchen.burner.kind],
  lossWPerK: closedLossWPerK(vessel, Math.max(1, ml), 'counter'),
  boil,
});

/** Steam from so much in a pot that is boiled down, g a minute: by its lid, as hard as it is let, or as the ring can. */
export const boilingOffGPerMin = (
  vessel: Vessel,
  kitchen: Kitchen,
  { ml, boil, lid }: { ml: number; boil: Boil; lid: Lid },
): number => {
  const boilsAtC = kitchenBoilingPoint(kitchen);
  return steamGPerMin({
    tempC: boilsAtC,
    boilsAtC,
    roomC: kitchen.roomC,
    surfaceM2: openingM2(vessel),
    lid,
    heated: onTheRing(kitchen, vessel, ml, boil),
  });
};

/** Stages that stand on the ring, at the boil or below it. Others are off it: what is poured, strained and bottled does not boil. */
const HEATED: ReadonlySet<Stage['kind']> = new Set(['heat', 'hold', 'reduce']);

/**
 * Steam of a stage from its beginning to a moment of it, g, by the one law of heat/steam.ts.
 * @param tempAtMin temperature at a minute of the run
 */
function steamOf(
  stage: Pick<StageTime, 'kind' | 'lid' | 'startMin'> & { boil: Boil },
  untilMin: number,
  tempAtMin: (atMin: number) => number,
  { kitchen, vessel, ml }: { kitchen: Kitchen; vessel: Vessel; ml: number },
): number {
  const heated = HEATED.has(stage.kind) ? onTheRing(kitchen, vessel, ml, stage.boil) : undefined;
  const boilsAtC = kitchenBoilingPoint(kitchen);
  const rate = (atMin: number): number =>
    steamGPerMin({
      tempC: tempAtMin(atMin),
      boilsAtC,
      roomC: kitchen.roomC,
      surfaceM2: openingM2(vessel),
      lid: stage.lid,
      heated,
    });
  // Smooth within a stage, and soon over where it only cools: what is near its beginning is looked at closely.
  const cuts = PANELS_MIN.map((min) => stage.startMin + min).filter((atMin) => atMin < untilMin);
  return cuts.reduce((sum, from, i) => sum + integrateGauss5(rate, from, cuts[i + 1] ?? untilMin), 0);
}

const PANELS_MIN = [0, 5, 30, 120, 360] as const;

/** Steam that has left by a moment before the strain, g, as the lid was then. */
export function steamClock(
  history: TemperatureHistory,
  stages: readonly StageTime[],
  { vessel, kitchen, way, scale }: BrewSetup,
  factors: BrewFactors,
): (atMin: number) => number {
  const at = (atMin: number): number => tempAt(history, atMin);
  const pot = { kitchen, vessel, ml: way.waterMl * scale };
  const agitation = new Map(way.stages.map((s) => [s.id, s.agitation]));
  const hot = stages
    .flatMap(byLid)
    .filter((s) => s.kind !== 'toast' && s.endMin > s.startMin && Math.max(at(s.startMin), at(s.endMin)) > WARM_C)
    .map((s) => ({ ...s, boil: boilOf(agitation.get(s.stageId) ?? 'still') }));
  const whole = hot.map((s) => steamOf(s, s.endMin, at, pot));
  return (atMin) =>
    factors.steam *
    (way.asMeasured?.steam ?? 1) *
    hot.reduce(
      (sum, s, i) => sum + (atMin >= s.endMin ? whole[i]! : atMin > s.startMin ? steamOf(s, atMin, at, pot) : 0),
      0,
    );
}

/** Below this a pot loses next to nothing in the time a drink takes, °C. */
const WARM_C = 40;

/** Steam of a stage after the strain, g: what stands or is kept hot goes on losing its water, by the lid. */
export function steamAfterStrain(
  stage: Stage,
  segments: readonly Segment[],
  ml: number,
  { vessel, kitchen, way, factors = REFERENCE_FACTORS }: BrewSetup,
): number {
  if (segments.length === 0 || !['heat', 'hold', 'cool'].includes(stage.kind)) return 0;
  const history = temperatureHistory([...segments]);
  const told = { kind: stage.kind, lid: stage.lid, startMin: 0, boil: boilOf(stage.agitation) };
  const pot = { kitchen, vessel, ml };
  return (
    factors.steam *
    (way.asMeasured?.steam ?? 1) *
    steamOf(told, history.minutes, (atMin) => tempAt(history, atMin), pot)
  );
}

/** A stage in pieces of one lid each. */
function byLid(stage: StageTime): StageTime[] {
  const { lids = [] } = stage;
  const cuts = [{ fromMin: stage.startMin, lid: stage.lid }, ...lids];
  return cuts.map(({ fromMin, lid }, i) => ({
    ...stage,
    lid,
    startMin: Math.min(fromMin, stage.endMin),
    endMin: Math.min(cuts[i + 1]?.fromMin ?? stage.endMin, stage.endMin),
  }));
}

/**
 * The same clock through what the scale said on the way: between weighings steam leaves in the model's proportion, after the
 * last one at the model's rate.
 */
export function throughWeighings(
  steamG: (atMin: number) => number,
  weighed: readonly { atMin: number; steamG: number }[],
): (atMin: number) => number {
  if (weighed.length === 0) return steamG;
  return (atMin) => {
    const before = weighed.filter((w) => w.atMin <= atMin).at(-1);
    const next = weighed.find((w) => w.atMin > atMin);
    const [fromG, modelFromG] = before ? [before.steamG, steamG(before.atMin)] : [0, 0];
    const ownG = steamG(atMin) - modelFromG;
    if (!next) return fromG + ownG;
    const modelled = steamG(next.atMin) - modelFromG;
    return modelled > 0 ? fromG + (ownG * (next.steamG - fromG)) / modelled : fromG;
  };
}
