import { latentHeat, vapourPressure } from '../physics/water';
import { integrateGauss5 } from '../quantity/solve';
import type { Kitchen, Lid } from '../drink/drink';
import { BURNER_EFFICIENCY, evaporativeFluxWPerM2, SURFACE_STEAM } from '../heat/heating';
import { tempAt, type TemperatureHistory } from '../heat/temperatureHistory';
import { openingM2, type Vessel } from '../heat/vessel';
import type { BrewFactors } from './brewFactors';
import type { BrewSetup, StageTime } from './timeline';

/** From here on an open pot is taken to boil: the diffusion model ends there. */
const BOILING_FROM_C = 95;

/** Steam from an open pot at the boil, g a minute: as fast as the surface or the burner allows, whichever is less. */
export const boilingOffGPerMin = (vessel: Vessel, kitchen: Kitchen): number =>
  Math.min(
    (SURFACE_STEAM.rollingBoil.value * openingM2(vessel) * 1000) / 60,
    (60 * kitchen.burner.watts * BURNER_EFFICIENCY[kitchen.burner.kind]) / latentHeat(100),
  );

/**
 * Steam that has left by a moment, g. Under a lid a little escapes, in proportion to the vapour pressure. From an open pot it
 * leaves by diffusion below the boil, and at the boil as fast as the surface or the burner allows, whichever is less.
 */
export function steamClock(
  history: TemperatureHistory,
  stages: readonly StageTime[],
  { vessel, kitchen, way }: BrewSetup,
  factors: BrewFactors,
): (atMin: number) => number {
  const surfaceM2 = openingM2(vessel);
  const lidded = (SURFACE_STEAM.lidded.value * surfaceM2 * 1000) / 60 / vapourPressure(97);
  const boiling = boilingOffGPerMin(vessel, kitchen);
  const open = (tempC: number): number => {
    if (tempC >= BOILING_FROM_C) return boiling;
    if (tempC <= kitchen.roomC) return 0;
    return (60 * surfaceM2 * evaporativeFluxWPerM2({ tempC, ambientC: kitchen.roomC })) / latentHeat(tempC);
  };
  const rate = (atMin: number, lid: Lid): number => {
    const tempC = tempAt(history, atMin);
    return lid === 'open' ? open(tempC) : lidded * vapourPressure(tempC);
  };
  // Smooth within a stage: two panels of five points do.
  const between = (lid: Lid, from: number, to: number): number => {
    const middle = (from + to) / 2;
    const at = (t: number): number => rate(t, lid);
    return integrateGauss5(at, from, middle) + integrateGauss5(at, middle, to);
  };
  const hot = stages
    .flatMap(byLid)
    .filter((s) => s.kind !== 'toast' && s.endMin > s.startMin && tempAt(history, (s.startMin + s.endMin) / 2) > 40);
  const whole = hot.map((s) => between(s.lid, s.startMin, s.endMin));
  return (atMin) =>
    factors.steam *
    (way.asMeasured?.steam ?? 1) *
    hot.reduce(
      (sum, s, i) => sum + (atMin >= s.endMin ? whole[i]! : atMin > s.startMin ? between(s.lid, s.startMin, atMin) : 0),
      0,
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
