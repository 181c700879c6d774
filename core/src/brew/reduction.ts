import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';
import { latentHeat } from '../physics/water';
import { openingM2, type Vessel } from '../heat/vessel';
import { sucroseDensity, syrupBoilingPoint } from '../sugar/sucroseSolution';
import type { WarningSink } from '../quantity/errors';

/** The end of a reduction, in every way a cook may read it. */
export type ReductionEnd = {
  brix: number;
  liquidG: number;
  /** at 20 °C, and as it stands boiling in the pan */
  volumeMl: number;
  boilingMl: number;
  /** on the scale, with the pan and what is in it */
  panWeightG: number;
  /** from the rim down to the boiling liquid */
  depthBelowRimCm: number;
  boilsAtC: number;
  evaporatedG: number;
};

/** What is boiled down, and in what. */
export type ReductionSetup = {
  liquidG: number;
  brix: number;
  pan: Vessel;
  /** fruit and spice still in the pan, g, which take room and weigh */
  solidsG?: number;
  altitudeM?: number;
};

/** What to reduce to: one of these. */
export type ReductionTarget =
  { toBrix: number } | { toVolumeMl: number } | { toPanWeightG: number } | { toBoilsAtC: number };

/**
 * Reads one end point as all the others. A thermometer fixes a 65 °Bx syrup only to ±2 °Bx, so weighing the pan is advised.
 * @throws InputError for an end that is not a reduction, naming it
 */
export function reductionEnd(setup: ReductionSetup, target: ReductionTarget, warn?: WarningSink): ReductionEnd {
  requirePositive('reductionEnd', 'liquidG', setup.liquidG, 'g');
  requireNotNegative('reductionEnd', 'solidsG', setup.solidsG ?? 0, 'g');
  const sugarG = (setup.liquidG * setup.brix) / 100;
  const at = (liquidG: number): ReductionEnd => endAt(setup, sugarG, liquidG, warn);
  if ('toBrix' in target) {
    if (!(target.toBrix >= setup.brix && target.toBrix > 0))
      throw new InputError('reductionEnd', 'toBrix', `at least ${setup.brix} °Bx`, target.toBrix);
    return at((100 * sugarG) / target.toBrix);
  }
  const wanted =
    'toVolumeMl' in target ? target.toVolumeMl : 'toPanWeightG' in target ? target.toPanWeightG : -target.toBoilsAtC;
  const reading = (end: ReductionEnd): number =>
    'toVolumeMl' in target ? end.volumeMl : 'toPanWeightG' in target ? end.panWeightG : -end.boilsAtC;
  // Down to 80 °Bx, where the boiling model ends; all readings fall (or, for the boil, rise) steadily on the way.
  const least = sugarG > 0 ? sugarG / 0.8 : setup.liquidG * 0.02;
  if (!(wanted <= reading(at(setup.liquidG)) + 1e-9 && wanted >= reading(at(least)) - 1e-9)) {
    const [from, to] = [reading(at(setup.liquidG)), reading(at(least))].map((x) => Math.abs(x).toFixed(1));
    throw new InputError(
      'reductionEnd',
      Object.keys(target)[0]!,
      `between ${from} now and ${to} at its thickest`,
      Math.abs(wanted),
    );
  }
  let [lo, hi] = [least, setup.liquidG];
  for (let i = 0; i < 60; i++) {
    const middle = (lo + hi) / 2;
    if (reading(at(middle)) < wanted) lo = middle;
    else hi = middle;
  }
  return at((lo + hi) / 2);
}

function endAt(
  { liquidG: startG, pan, solidsG = 0, altitudeM = 0 }: ReductionSetup,
  sugarG: number,
  liquidG: number,
  warn?: WarningSink,
): ReductionEnd {
  const brix = (100 * sugarG) / liquidG;
  const boilsAtC = syrupBoilingPoint(Math.min(brix, 80), altitudeM, warn);
  const boilingMl = (1000 * liquidG) / sucroseDensity(Math.min(brix, 80), Math.min(boilsAtC, 105), warn);
  const levelCm = (boilingMl + solidsG) / (openingM2(pan) * 1e4);
  return {
    brix,
    liquidG,
    volumeMl: (1000 * liquidG) / sucroseDensity(Math.min(brix, 80), 20, warn),
    boilingMl,
    panWeightG: pan.emptyG + solidsG + liquidG,
    depthBelowRimCm: pan.capacityMl / (openingM2(pan) * 1e4) - levelCm,
    boilsAtC,
    evaporatedG: startG - liquidG,
  };
}

/** Minutes to evaporate a mass with this much heat going into the pan. */
export const reductionMinutes = ({ evaporatedG, netPowerW }: { evaporatedG: number; netPowerW: number }): number =>
  (requireNotNegative('reductionMinutes', 'evaporatedG', evaporatedG, 'g') * latentHeat(100)) /
  requirePositive('reductionMinutes', 'netPowerW', netPowerW, 'W') /
  60;

/**
 * Minutes left after a weighing on the way: the pan's own rate so far counts, not the burner's plate.
 * @throws InputError if nothing has left yet: a rate cannot be read from that
 */
export function minutesLeft({
  startPanG,
  nowPanG,
  elapsedMin,
  endPanG,
}: {
  startPanG: number;
  nowPanG: number;
  elapsedMin: number;
  endPanG: number;
}): number {
  requirePositive('minutesLeft', 'elapsedMin', elapsedMin, 'min');
  if (!(nowPanG < startPanG))
    throw new InputError('minutesLeft', 'nowPanG', `below the ${startPanG} g at the start`, nowPanG);
  return Math.max(0, ((nowPanG - endPanG) * elapsedMin) / (startPanG - nowPanG));
}
