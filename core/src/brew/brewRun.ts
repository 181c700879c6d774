import { InputError } from '../quantity/errors';
import { requirePositive } from '../quantity/range';
import { waterDensity } from '../physics/water';
import { afterStraining } from '../drink/drink';
import { hottestC, tempAt, type TemperatureHistory } from '../heat/temperatureHistory';
import { NO_LIQUID, pourTogether, portionOf, volumeMl, type Liquid } from '../liquid/liquid';
import { withOilsThatDissolve } from '../liquid/harshness';
import { smells } from '../liquid/stirredIn';
import { correctedTo } from './correctForVolume';
import { finish, type Finished } from './finish';
import type { Kept } from './plantsInPot';
import { plannedMinutes, timeOf, type BrewSetup, type StageTime } from './timeline';
import { clingingMl, type WaterLedger } from './waterLedger';
import { potOf, withBoilDowns, isPressed } from './pot';

export { FACTOR_SIGMA, REFERENCE_FACTORS, type BrewFactors } from './brewFactors';
export type { BrewSetup, Happening, StageTime } from './timeline';

/** The field that is at fault when a brew boils dry. */
export const BOILS_DRY = 'steam';
/** The field that is at fault when its plants hold all that is in it. */
export const HELD_BY_PLANTS = 'waterMl';

/** Why nothing comes out of a pot, and from which minute of its run that is so. */
export type Lost =
  /** so much has steamed off that the pan catches */
  | { how: 'boiled-dry'; atMin: number; waterG: number; steamG: number }
  /** there is less in it than its plants hold */
  | { how: 'held-by-plants'; atMin: number; thereMl: number; heldMl: number };

/** A pot at one minute: °C, and all that is dissolved in it. */
export type BrewMoment = {
  atMin: number;
  tempC: number;
  /** everything dissolved, held liquor included, in the water that is still there */
  liquor: Liquid;
};

/** A brew run forward: its temperatures, its stages in time, the liquor at any moment, and what comes out in the end. */
export type BrewRun = {
  /** up to the strain */
  history: TemperatureHistory;
  /** all stages; those after the strain follow on */
  stages: readonly StageTime[];
  /** when it is strained, min */
  endMin: number;
  ledger: WaterLedger;
  /** what comes out, with all that is done to it after the strain */
  concentrate: Liquid;
  /** temperature of what comes out */
  outC: number;
  /** dry sweeteners stirred in, g */
  sweetenedG: Readonly<Record<string, number>>;
  /** why nothing comes out, where nothing does; the figures of it are then those of an empty jug */
  lost: Lost | undefined;
  /** past the minute at which it boiled dry, what the pan still holds then */
  at(atMin: number): BrewMoment;
  /** the liquor if the steep were over at that moment: what the hands do up to the strain is done, and what is squeezed is in it */
  pulledAt(atMin: number): Liquid;
  /** what the pot holds at a moment before the strain, plants and all: what a mark and a scale read */
  inPot(atMin: number): { levelMl: number; massG: number };
  /** what would come out if it were strained at that moment; no liquid once it is lost */
  strainedAt(atMin: number): Liquid;
  /** what came out if that was so much, ml, although it should have been nothing: then less had steamed off */
  comingTo: (outMl: number) => Liquid;
};

/**
 * Runs a brew that is to give something from the water to what comes out.
 * @throws InputError if the recipe names a stage that is not there, or one that cannot do what it says, and if nothing comes
 * out: it boils dry ({@link BOILS_DRY}) or its plants hold all of it ({@link HELD_BY_PLANTS})
 */
export function runBrew(setup: BrewSetup): BrewRun {
  const run = followBrew(setup);
  if (!run.lost) return run;
  throw run.lost.how === 'boiled-dry'
    ? new InputError(
        'runBrew',
        BOILS_DRY,
        `less than the ${Math.round(run.lost.waterG)} g of water`,
        Math.round(run.lost.steamG),
      )
    : new InputError(
        'runBrew',
        HELD_BY_PLANTS,
        `more than the plants hold, ${Math.ceil(run.lost.heldMl)} ml`,
        Math.round(run.lost.thereMl),
      );
}

/**
 * Follows a brew as it goes, whatever becomes of it: a pot that boils dry is a pot that has boiled dry.
 * @throws InputError if the recipe names a stage that is not there, or one that cannot do what it says
 */
export function followBrew(asked: BrewSetup): BrewRun {
  requirePositive('runBrew', 'scale', asked.scale, '');
  const setup = withBoilDowns(asked);
  const pot = potOf(setup);
  const { history, stages, steamG, sweetAt, dryMin, liquorAt, water } = pot;
  const endMin = history.minutes;
  const press = isPressed(setup.way);
  const oily = pot.plants.some((p) => smells(p.botanical));
  const settled = (liquor: Liquid, atMin: number): Liquid =>
    oily ? withOilsThatDissolve(liquor, hottestC(history, atMin)) : liquor;
  const strainOf = (liquor: Liquid, atMin: number): Strained =>
    strained({
      water,
      liquor,
      steamG: Math.max(0, sweetAt(atMin).waterG - liquor.waterG),
      kept: pot.keptAt(atMin),
      press,
      hottest: hottestC(history, atMin),
    });
  const strainAt = (atMin: number): Strained => {
    if (dryMin !== undefined && atMin >= dryMin && setup.strainedMl === undefined)
      return nothingFrom(water, steamG(atMin));
    const asModelled = strainOf(liquorAt(atMin), atMin);
    if (setup.strainedMl === undefined) return asModelled;
    return asModelled.ledger.outMl > 0
      ? measuredAtStrain(asModelled, setup.strainedMl)
      : strainOf(liquorThatGives(setup.strainedMl, atMin), atMin);
  };
  /** The liquor with so much less steamed off that this comes out of it. */
  const liquorThatGives = (outMl: number, atMin: number): Liquid => {
    const liquor = liquorAt(atMin);
    const kept = pot.keptAt(atMin);
    const whole = outMl + clingingMl(outMl) + kept.drainedMl - kept.pressedMl - volumeMl(kept.squeezed);
    let wetter = liquor;
    for (let i = 0; i < 4; i++)
      wetter = { ...wetter, waterG: Math.max(1, wetter.waterG + (whole - volumeMl(wetter)) * 0.998) };
    return wetter;
  };
  const finishOf = (strain: Strained, atMin: number): Finished =>
    strain.ledger.outMl > 0
      ? finish(strain.drained, tempAt(history, atMin), atMin, setup)
      : nothingDone(setup, atMin, tempAt(history, atMin));
  const strain = strainAt(endMin);
  const done = finishOf(strain, endMin);
  const lost = lostOf();
  function lostOf(): Lost | undefined {
    if (strain.ledger.outMl > 0) return undefined;
    if (dryMin !== undefined)
      return { how: 'boiled-dry', atMin: dryMin, waterG: sweetAt(dryMin).waterG, steamG: steamG(endMin) };
    const kept = pot.keptAt(endMin);
    const leftMl = kept.drainedMl - kept.pressedMl;
    return { how: 'held-by-plants', atMin: endMin, thereMl: volumeMl(liquorAt(endMin)), heldMl: leftMl };
  }
  return {
    history,
    stages: [...stages, ...done.stages],
    endMin,
    ledger: finishedLedger(strain.ledger, done),
    concentrate: done.liquid,
    outC: done.tempC,
    sweetenedG: pot.sugars.reduce<Record<string, number>>(
      (all, s) => ({ ...all, [s.kind]: (all[s.kind] ?? 0) + s.grams }),
      { ...done.sweetenedG },
    ),
    lost,
    at: (atMin) => ({
      atMin,
      tempC: tempAt(history, atMin),
      liquor: settled(liquorAt(atMin), atMin),
    }),
    pulledAt: (atMin) => settled(pot.pulledAt(atMin), atMin),
    inPot: (atMin) => ({ levelMl: pot.levelAt(atMin), massG: pot.massAt(atMin) }),
    strainedAt: (atMin) => finishOf(strainAt(atMin), atMin).liquid,
    comingTo: (outMl) => portionToMl(finishOf(strainOf(liquorThatGives(outMl, endMin), endMin), endMin).liquid, outMl),
  };
}

/** What is done to nothing: its stages take their time all the same. */
function nothingDone(setup: BrewSetup, startMin: number, tempC: number): Finished {
  let atMin = startMin;
  const stages = afterStraining(setup.way).map((stage): StageTime => {
    const minutes = setup.actualMinutes?.[stage.id] ?? plannedMinutes(stage) ?? 0;
    const time = timeOf(stage, minutes > 0 ? [{ kind: 'hold', minutes, tempC }] : [], tempC, atMin);
    atMin = time.endMin;
    return time;
  });
  return { liquid: NO_LIQUID, stages, tempC, sweetenedG: {}, rinsedMl: 0, sweetenedMl: 0, stirredMl: 0, reducedMl: 0 };
}

const portionToMl = (l: Liquid, ml: number): Liquid => portionOf(l, ml / volumeMl(l));

const finishedLedger = (
  strained: WaterLedger,
  { rinsedMl, sweetenedMl, stirredMl, reducedMl }: Finished,
): WaterLedger => ({
  ...strained,
  rinsedMl,
  sweetenedMl,
  stirredMl,
  reducedMl,
  outMl: strained.outMl + rinsedMl + sweetenedMl + stirredMl - reducedMl,
});

type Strained = { drained: { liquid: Liquid; left: Liquid }; ledger: WaterLedger };

function strained({
  water,
  liquor: free,
  steamG,
  kept,
  press,
  hottest,
}: {
  water: Liquid;
  liquor: Liquid;
  steamG: number;
  kept: Kept;
  press: boolean;
  /** °C it has been by then */
  hottest: number;
}): Strained {
  const liquor = kept.squeezed === NO_LIQUID ? free : pourTogether(free, kept.squeezed);
  const totalMl = volumeMl(liquor);
  const leftMl = kept.drainedMl - kept.pressedMl;
  const poured = totalMl - leftMl;
  const clings = clingingMl(Math.max(0, poured));
  const outMl = poured - clings;
  if (!(outMl > 0)) return nothingFrom(water, steamG);
  const portion = withOilsThatDissolve(portionOf(liquor, outMl / totalMl), hottest);
  // Pressing also pushes out fines: a tenth more harshness. House estimate.
  const clear = press
    ? { ...portion, harshG: Object.fromEntries(Object.entries(portion.harshG).map(([k, g]) => [k, g * 1.1])) }
    : portion;
  // Its share of the juice's own pulp went with the portion; what comes off the fruit goes through beside it.
  const liquid = kept.pulpG > 0 ? { ...clear, pulpG: clear.pulpG + kept.pulpG } : clear;
  const pulpMl = volumeMl(liquid) - volumeMl(clear);
  const mlPerG = 1000 / waterDensity(20);
  return {
    drained: { liquid, left: portionOf(liquor, Math.max(0, leftMl) / totalMl) },
    ledger: {
      waterMl: volumeMl(water),
      steamMl: steamG * mlPerG,
      ownMl: kept.ownMl + pulpMl,
      dissolvedMl: totalMl - volumeMl(water) + steamG * mlPerG - kept.ownMl,
      heldMl: kept.drainedMl,
      pressedMl: kept.pressedMl,
      clingingMl: clings,
      rinsedMl: 0,
      sweetenedMl: 0,
      stirredMl: 0,
      reducedMl: 0,
      outMl: outMl + pulpMl,
    },
  };
}

/** Nothing comes out: what did not steam off stays in the plants or catches on the pan. */
function nothingFrom(water: Liquid, steamG: number): Strained {
  const waterMl = volumeMl(water);
  const steamMl = Math.min(waterMl, (steamG * 1000) / waterDensity(20));
  return {
    drained: { liquid: NO_LIQUID, left: NO_LIQUID },
    ledger: {
      waterMl,
      steamMl,
      ownMl: 0,
      dissolvedMl: 0,
      heldMl: waterMl - steamMl,
      pressedMl: 0,
      clingingMl: 0,
      rinsedMl: 0,
      sweetenedMl: 0,
      stirredMl: 0,
      reducedMl: 0,
      outMl: 0,
    },
  };
}

/** The drained liquor by what a jug said of it, before anything else was done to it. */
function measuredAtStrain({ drained, ledger }: Strained, measuredMl: number): Strained {
  const liquid = correctedTo(drained.liquid, ledger, requirePositive('runBrew', 'strainedMl', measuredMl, 'ml'));
  return { drained: { ...drained, liquid }, ledger: { ...ledger, outMl: measuredMl } };
}
