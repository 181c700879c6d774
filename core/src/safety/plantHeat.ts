import type { BrewRun, StageTime } from '../brew/brewRun';
import type { BrewIngredient, Kitchen } from '../drink/drink';
import { kitchenBoilingPoint } from '../heat/heating';
import { minutesAbove, segmentTempC } from '../heat/temperatureHistory';
import { integrateGauss5 } from '../quantity/solve';

/** Minutes that one plant was in hot liquor, from when it went in to when it came out: a hot brew excuses nothing that went in cold. */
export type PlantHeat = {
  /** at 95 °C or at the boil of this kitchen less one, whichever is lower */
  simmer_min: number;
  /** within a degree of the boil */
  boil_min: number;
  /** at 80 °C and over, and what less heat does in longer: minutes of 80 °C that it is worth */
  hot_min: number;
};

/** A reading is no sharper than this, K: what is held at 80 °C is at 80 °C. */
const AS_GOOD_AS_K = 0.05;

/** What kills at 80 °C in a minute takes ten at 70; under 65 nothing is counted, and above 80 a minute is a minute. House choice, on the safe side. */
const worthBelow80 = (tempC: number): number =>
  tempC < 65 || tempC > 80 - AS_GOOD_AS_K ? 0 : 10 ** ((tempC - 80) / 10);

/** @param run the brew as it is planned or as it went */
export function plantHeat(plant: BrewIngredient, run: BrewRun, kitchen: Kitchen): PlantHeat {
  const boilsAtC = kitchenBoilingPoint(kitchen);
  const timeOf = (id: string): StageTime | undefined => run.stages.find((t) => t.stageId === id);
  const inMin = (timeOf(plant.enters.stageId)?.startMin ?? 0) + plant.enters.atMin;
  const left = plant.leaves && timeOf(plant.leaves.stageId);
  const outMin = left ? left.startMin + plant.leaves!.atMin : Infinity;
  const at = (tempC: number): number => {
    const c = tempC - AS_GOOD_AS_K;
    const inPot = minutesAbove(run.history, c, inMin, Math.min(outMin, run.endMin));
    // Its liquor is cooked on after the strain; a plant that was lifted out took nothing of that along.
    const after = run.stages.reduce((sum, s) => {
      if (s.startMin < run.endMin - 1e-9 || outMin <= s.startMin || s.kind === 'strain') return sum;
      return Math.min(s.fromC, s.toC) > c ? sum + (s.endMin - Math.max(s.startMin, inMin)) : sum;
    }, 0);
    return inPot + Math.max(0, after);
  };
  const lukewarm = (): number => {
    let [sum, start] = [0, 0];
    for (const segment of run.history.segments) {
      const [from, to] = [Math.max(start, inMin), Math.min(start + segment.minutes, outMin, run.endMin)];
      const [a, b] = [from - start, to - start];
      start += segment.minutes;
      if (b <= a || Math.max(segmentTempC(segment, a), segmentTempC(segment, b)) < 65) continue;
      sum += integrateGauss5((t) => worthBelow80(segmentTempC(segment, t)), a, b);
    }
    return sum;
  };
  return { simmer_min: at(Math.min(95, boilsAtC - 1)), boil_min: at(boilsAtC - 1), hot_min: at(80) + lukewarm() };
}
