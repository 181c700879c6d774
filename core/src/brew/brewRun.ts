import { InputError } from '../quantity/errors';
import { requirePositive } from '../quantity/range';
import { waterDensity } from '../physics/water';
import type { Botanical } from '../reference/botanicals';
import { plantIn } from '../reference/plants';
import { afterStraining, scaledGrams, untilStrained, type BrewIngredient, type BrewWay } from '../drink/drink';
import { CUT_EFFECT } from '../drink/cut';
import { AGITATION, EXTRACTION_CLASSES, HEAT_ONLY_EA, type ExtractionClassName } from '../extraction/extractionClass';
import {
  ALL_OUT,
  clocksOf,
  exposureMinutes,
  extentsAt,
  type Addition,
  type Clocks,
  type Extents,
} from '../extraction/extract';
import { hottestC, tempAt, type TemperatureHistory } from '../heat/temperatureHistory';
import {
  addSweetener,
  massG,
  NO_LIQUID,
  pourTogether,
  portionOf,
  volumeMl,
  waterOf,
  withoutWater,
  type Liquid,
} from '../liquid/liquid';
import { withOilsThatDissolve } from '../liquid/harshness';
import { givenBy, smells, stews, stirredIn } from '../liquid/stirredIn';
import { sugarForG } from '../sugar/infusedSyrup';
import { solidsOf } from '../sugar/sweeteners';
import { REFERENCE_FACTORS, type BrewFactors } from './brewFactors';
import { correctedTo, MOST_LOST } from './correctForVolume';
import { finish, type Finished } from './finish';
import { steamClock, throughWeighings } from './steam';
import { mainAgitation, plannedMinutes, timeline, timeOf, type BrewSetup, type StageTime } from './timeline';
import { clingingMl, heldLiquor, type WaterLedger } from './waterLedger';

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
export function followBrew(setup: BrewSetup): BrewRun {
  requirePositive('runBrew', 'scale', setup.scale, '');
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const plants = plantsIn(setup);
  const { history, stages } = timeline(setup, factors);
  const endMin = history.minutes;
  const press = isPressed(setup.way);
  const clocks = clocksOf(history);
  const additions = plants.map((p) => additionOf(p, setup, stages, factors));
  const water = waterOf(setup.way.waterMl * setup.scale);
  const sugars = sugarsIn(setup, water, stages);
  const wentInG = (atMin: number): number =>
    massG(water) +
    plants.reduce((sum, p) => sum + p.grams, 0) +
    sugars.reduce((sum, s) => sum + (atMin >= s.fromMin ? s.grams : 0), 0);
  const steamG = throughWeighings(
    steamClock(history, stages, setup, factors),
    weighingsOf(setup, stages).map(({ atMin, netG }) => ({ atMin, steamG: Math.max(0, wentInG(atMin) - netG) })),
  );

  const sweetAt = (atMin: number): Liquid => {
    const dissolved = plants.map((p, i) => dissolvedFrom(p, extentsOf(clocks, additions[i]!, atMin), factors.potency));
    const all = pourTogether(water, ...dissolved);
    return sugars.reduce((l, s) => (atMin >= s.fromMin ? addSweetener(l, s.grams, s.kind) : l), all);
  };
  const isDry = (atMin: number): boolean => steamG(atMin) > sweetAt(atMin).waterG * MOST_LOST;
  const dryMin = isDry(endMin) ? firstTrue(isDry, endMin) : undefined;
  const liquorAt = (atMin: number): Liquid => {
    const at = Math.min(atMin, dryMin ?? Infinity);
    const sweet = sweetAt(at);
    return withoutWater(sweet, Math.min(steamG(at), sweet.waterG * MOST_LOST));
  };
  const oily = plants.some((p) => smells(p.botanical));
  const settled = (liquor: Liquid, atMin: number): Liquid =>
    oily ? withOilsThatDissolve(liquor, hottestC(history, atMin)) : liquor;
  const held = heldLiquor(
    plants.map((p) => ({ ...p.botanical, grams: p.grams })),
    { press, heldScale: heldScaleOf(setup.way, factors) },
  );
  const strainOf = (liquor: Liquid, atMin: number): Strained =>
    strained({
      water,
      liquor,
      steamG: Math.max(0, sweetAt(atMin).waterG - liquor.waterG),
      held,
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
    const whole = outMl + clingingMl(outMl) + held.drainedMl - held.pressedMl;
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
    const leftMl = held.drainedMl - held.pressedMl;
    return { how: 'held-by-plants', atMin: endMin, thereMl: volumeMl(liquorAt(endMin)), heldMl: leftMl };
  }
  return {
    history,
    stages: [...stages, ...done.stages],
    endMin,
    ledger: finishedLedger(strain.ledger, done),
    concentrate: done.liquid,
    outC: done.tempC,
    sweetenedG: sugars.reduce<Record<string, number>>(
      (all, s) => ({ ...all, [s.kind]: (all[s.kind] ?? 0) + s.grams }),
      { ...done.sweetenedG },
    ),
    lost,
    at: (atMin) => ({
      atMin,
      tempC: tempAt(history, atMin),
      liquor: settled(liquorAt(atMin), atMin),
    }),
    strainedAt: (atMin) => finishOf(strainAt(atMin), atMin).liquid,
    comingTo: (outMl) => portionToMl(finishOf(strainOf(liquorThatGives(outMl, endMin), endMin), endMin).liquid, outMl),
  };
}

/** The first minute at which something that stays true is true, to a tenth of a second; it is so at the end. */
function firstTrue(isSo: (atMin: number) => boolean, endMin: number): number {
  let [lo, hi] = [0, endMin];
  while (hi - lo > 0.002) {
    const middle = (lo + hi) / 2;
    if (isSo(middle)) hi = middle;
    else lo = middle;
  }
  return hi;
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
  return { liquid: NO_LIQUID, stages, tempC, sweetenedG: {}, rinsedMl: 0, sweetenedMl: 0, reducedMl: 0 };
}

const portionToMl = (l: Liquid, ml: number): Liquid => portionOf(l, ml / volumeMl(l));

/** Where the pulp is poured with the drink, nothing is left behind in it. */
export const heldScaleOf = (way: BrewWay, factors: BrewFactors): number =>
  way.keepPulp ? 0 : factors.held * (way.asMeasured?.held ?? 1);

const finishedLedger = (strained: WaterLedger, { rinsedMl, sweetenedMl, reducedMl }: Finished): WaterLedger => ({
  ...strained,
  rinsedMl,
  sweetenedMl,
  reducedMl,
  outMl: strained.outMl + rinsedMl + sweetenedMl - reducedMl,
});

/** Whether the plants are pressed at the strain. */
export const isPressed = (way: BrewWay): boolean => way.stages.some((s) => s.kind === 'strain' && s.press);

/** What decides how much body one plant gives by the end of a brew: its rate, and its minutes on its two clocks. */
export type BodyExposure = {
  botanical: Botanical;
  grams: number;
  /** what this lot gives against the reference */
  potency: number;
  kPerMin: number;
  coldShare: number;
  ownMin: number;
  hotMin: number;
};

/** Juice is all there at once: an exposure as good as endless says the same. */
const ENDLESS_MIN = 1e9;

/** The exposures of every steeped plant of a brew, and its steam, g: enough to run it thousands of times with other factors. */
export function bodyExposures(setup: BrewSetup): { plants: BodyExposure[]; steamG: number } {
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const { history, stages } = timeline(setup, factors);
  const clocks = clocksOf(history);
  const plants = plantsIn(setup).flatMap(({ ingredient, botanical, grams }): BodyExposure[] => {
    const addition = additionOf({ ingredient, botanical, grams }, setup, stages, factors);
    const potency = ingredient.potency ?? 1;
    if (addition === 'all-at-once')
      return [{ botanical, grams, potency, kPerMin: 1, coldShare: 1, ownMin: ENDLESS_MIN, hotMin: ENDLESS_MIN }];
    const { body } = EXTRACTION_CLASSES[addition.extractionClass];
    const minutes = (ea: number): number => exposureMinutes(clocks, addition, ea, history.minutes);
    return [
      {
        botanical,
        grams,
        potency,
        kPerMin: body.k95PerMin * addition.rateScale,
        coldShare: body.coldShare,
        ownMin: minutes(body.eaKJPerMol),
        hotMin: minutes(Math.max(HEAT_ONLY_EA, body.eaKJPerMol)),
      },
    ];
  });
  return { plants, steamG: steamClock(history, stages, setup, factors)(history.minutes) };
}

type Plant = { ingredient: BrewIngredient; botanical: Botanical; grams: number };

const plantsIn = ({ way, scale, plants }: BrewSetup): Plant[] =>
  way.ingredients.map((ingredient) => ({
    ingredient,
    botanical: plantIn(plants, ingredient.plant),
    grams: scaledGrams(ingredient, scale),
  }));

type Strained = { drained: { liquid: Liquid; left: Liquid }; ledger: WaterLedger };

function strained({
  water,
  liquor,
  steamG,
  held,
  press,
  hottest,
}: {
  water: Liquid;
  liquor: Liquid;
  steamG: number;
  held: { drainedMl: number; pressedMl: number };
  press: boolean;
  /** °C it has been by then */
  hottest: number;
}): Strained {
  const totalMl = volumeMl(liquor);
  const leftMl = held.drainedMl - held.pressedMl;
  const poured = totalMl - leftMl;
  const clings = clingingMl(Math.max(0, poured));
  const outMl = poured - clings;
  if (!(outMl > 0)) return nothingFrom(water, steamG);
  const portion = withOilsThatDissolve(portionOf(liquor, outMl / totalMl), hottest);
  // Pressing also pushes out fines: a tenth more harshness. House estimate.
  const liquid = press
    ? { ...portion, harshG: Object.fromEntries(Object.entries(portion.harshG).map(([k, g]) => [k, g * 1.1])) }
    : portion;
  const mlPerG = 1000 / waterDensity(20);
  return {
    drained: { liquid, left: portionOf(liquor, leftMl / totalMl) },
    ledger: {
      waterMl: volumeMl(water),
      steamMl: steamG * mlPerG,
      dissolvedMl: totalMl - volumeMl(water) + steamG * mlPerG,
      heldMl: held.drainedMl,
      pressedMl: held.pressedMl,
      clingingMl: clings,
      rinsedMl: 0,
      sweetenedMl: 0,
      reducedMl: 0,
      outMl,
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
      dissolvedMl: 0,
      heldMl: waterMl - steamMl,
      pressedMl: 0,
      clingingMl: 0,
      rinsedMl: 0,
      sweetenedMl: 0,
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

/** Weighings of a pot while it runs, by the minute of the run. */
const weighingsOf = ({ happened = [] }: BrewSetup, stages: readonly StageTime[]): { atMin: number; netG: number }[] =>
  happened.flatMap((h) => {
    const stage = stages.find((s) => s.stageId === h.stageId);
    return h.kind === 'weight' && stage ? [{ atMin: stage.startMin + h.atMin, netG: h.netG }] : [];
  });

const extentsOf = (clocks: Clocks, addition: Addition | 'all-at-once', atMin: number): Extents =>
  addition === 'all-at-once' ? ALL_OUT : extentsAt(clocks, addition, atMin);

function dissolvedFrom({ botanical: b, ingredient, grams }: Plant, extents: Extents, anyLot: number): Liquid {
  const potency = anyLot * (ingredient.potency ?? 1);
  const harshCut = ingredient.cut ? CUT_EFFECT[ingredient.cut].harsh : 1;
  if (b.extractionClass === 'stirred_in') return stirredIn(b, grams, potency);
  const spent = grams * potency;
  return givenBy(b, {
    body: spent * extents.body,
    tongue: spent * harshCut * extents.tongue,
    oil: spent * harshCut * extents.oil,
    cooked: spent * extents.cooked,
  });
}

/** At the very moment between two stages a history still has the temperature of the earlier one. */
const JUST_AFTER_MIN = 1e-9;

function additionOf(
  { ingredient, botanical }: Plant,
  setup: BrewSetup,
  stages: readonly StageTime[],
  factors: BrewFactors,
): Addition | 'all-at-once' {
  if (botanical.extractionClass === 'stirred_in') return 'all-at-once';
  const moment = ({ stageId, atMin }: { stageId: string; atMin: number }): number => {
    const stage = stages.find((s) => s.stageId === stageId);
    if (!stage)
      throw new InputError(
        'runBrew',
        `ingredients.${ingredient.id}`,
        'a plant that goes in and out at a stage that is there',
        stageId,
      );
    // Toasted dry, a plant gives from the moment the water comes.
    return stage.kind === 'toast' ? stage.endMin + JUST_AFTER_MIN : stage.startMin + atMin;
  };
  const extractionClass: ExtractionClassName = botanical.extractionClass;
  const entersMin = moment(ingredient.enters);
  const brix = brixAt(setup, stages, entersMin);
  return {
    extractionClass,
    entersMin,
    ...(ingredient.leaves ? { leavesMin: moment(ingredient.leaves) } : {}),
    rateScale:
      factors.rate * AGITATION[mainAgitation(setup.way)] * (ingredient.cut ? CUT_EFFECT[ingredient.cut].rate : 1),
    ...(brix > 0 ? { inSyrupBrix: brix } : {}),
    noOil: !smells(botanical),
    noCooking: !stews(botanical),
  };
}

type SugarIn = { fromMin: number; grams: number; kind: string };

/** Sweeteners dissolved before the strain: by the water that went in. What is sweetened first steeps in syrup. */
function sugarsIn({ way }: BrewSetup, water: Liquid, stages: readonly StageTime[]): SugarIn[] {
  return untilStrained(way).flatMap((stage) =>
    stage.kind === 'dissolve'
      ? [
          {
            fromMin: stages.find((s) => s.stageId === stage.id)!.endMin,
            grams: sugarForG(water, stage.to, stage.sweetener),
            kind: stage.sweetener,
          },
        ]
      : [],
  );
}

/** °Bx of what a plant goes into, sugar of the plants aside. A plant that was there first keeps water's pace. */
function brixAt(setup: BrewSetup, stages: readonly StageTime[], atMin: number): number {
  const water = waterOf(setup.way.waterMl * setup.scale);
  const sugarG = sugarsIn(setup, water, stages).reduce(
    (sum, s) => sum + (atMin >= s.fromMin ? s.grams * solidsOf(s.kind) : 0),
    0,
  );
  return sugarG === 0 ? 0 : (100 * sugarG) / (sugarG + massG(water));
}
