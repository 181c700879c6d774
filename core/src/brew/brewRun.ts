import { InputError } from '../quantity/errors';
import { requirePositive } from '../quantity/range';
import { waterDensity } from '../physics/water';
import type { Botanical } from '../reference/botanicals';
import { ownLiquorMlPerG, PULP_ML_PER_G, type FreshMatter } from '../reference/matter';
import { afterStraining, untilStrained, type BrewWay, type Stage } from '../drink/drink';
import { EXTRACTION_CLASSES, HEAT_ONLY_EA } from '../extraction/extractionClass';
import { clocksOf, exposureMinutes, paceOf, type Extents } from '../extraction/extract';
import { stillClosed, THICK_BRIX, type TakenOut } from '../extraction/opening';
import { hottestC, tempAt, type TemperatureHistory } from '../heat/temperatureHistory';
import { boilOf } from '../heat/steam';
import {
  addSweetener,
  apparentBrix,
  massG,
  NO_LIQUID,
  pourTogether,
  portionOf,
  solidsG,
  volumeMl,
  waterOf,
  withoutWater,
  type Liquid,
} from '../liquid/liquid';
import { withOilsThatDissolve } from '../liquid/harshness';
import { smells } from '../liquid/stirredIn';
import { scaledSweetness, sugarForG } from '../sugar/infusedSyrup';
import { solidsOf } from '../sugar/sweeteners';
import { brixBoilingAt } from '../sugar/sucroseSolution';
import { FACTOR_SIGMA, REFERENCE_FACTORS, type BrewFactors } from './brewFactors';
import { correctedTo, MOST_LOST } from './correctForVolume';
import { finish, type Finished } from './finish';
import { dissolvedFrom, extentsOf, inThePot, keptBy, plantsIn, type Kept, type PlantIn } from './plantsInPot';
import { boilingOffGPerMin, steamClock, throughWeighings } from './steam';
import { plannedMinutes, timeline, timeOf, type BrewSetup, type StageTime } from './timeline';
import { clingingMl, type WaterLedger } from './waterLedger';

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

/** The pot up to the strain: its temperatures, what is in it, and what has left as steam, at any minute. */
type Pot = {
  history: TemperatureHistory;
  stages: readonly StageTime[];
  plants: readonly PlantIn[];
  water: Liquid;
  sugars: readonly SugarIn[];
  steamG: (atMin: number) => number;
  /** all that is dissolved, as if nothing steamed off */
  sweetAt: (atMin: number) => Liquid;
  /** from when on it is dry */
  dryMin: number | undefined;
  liquorAt: (atMin: number) => Liquid;
  keptAt: (atMin: number) => Kept;
  /** the liquor as if the hands had done their work by then, with what is squeezed out of the plants */
  pulledAt: (atMin: number) => Liquid;
  /** what it all fills, plants in it, ml at 20 °C */
  levelAt: (atMin: number) => number;
  /** what it all weighs, plants in it, g */
  massAt: (atMin: number) => number;
};

function potOf(setup: BrewSetup): Pot {
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const plants = plantsIn(setup);
  const { history, stages } = timeline(setup, factors);
  const endMin = history.minutes;
  const clocks = clocksOf(history);
  const water = waterOf(setup.way.waterMl * setup.scale);
  const sugars = sugarsIn(setup, water, stages);
  const brixAt = (atMin: number): number => brixOfSugars(water, plants, sugars, atMin);
  const pots = plants.map((p) => inThePot(p, setup, { stages, factors, brixAt }));
  const extents = (i: number, atMin: number, worked = false): Extents =>
    extentsOf(clocks, plants[i]!, pots[i]!, atMin, worked);
  const wentInG = (atMin: number): number =>
    massG(water) +
    plants.reduce((sum, p) => sum + p.grams, 0) +
    sugars.reduce((sum, s) => sum + (atMin >= s.fromMin ? s.grams : 0), 0);
  const steamG = throughWeighings(
    steamClock(history, stages, setup, factors),
    weighingsOf(setup, stages).map(({ atMin, netG }) => ({ atMin, steamG: Math.max(0, wentInG(atMin) - netG) })),
  );
  const sweetAt = (atMin: number, worked = false): Liquid => {
    const all = pourTogether(
      water,
      ...plants.map((p, i) => dissolvedFrom(p, extents(i, atMin, worked), factors.potency)),
    );
    return sugars.reduce((l, s) => (atMin >= s.fromMin ? addSweetener(l, s.grams, s.kind) : l), all);
  };
  const isDry = (atMin: number): boolean => steamG(atMin) > sweetAt(atMin).waterG * MOST_LOST;
  const dryMin = isDry(endMin) ? firstTrue(isDry, endMin) : undefined;
  const liquorAt = (atMin: number, worked = false): Liquid => {
    const at = Math.min(atMin, dryMin ?? Infinity);
    const sweet = sweetAt(at, worked);
    return withoutWater(sweet, Math.min(steamG(at), sweet.waterG * MOST_LOST));
  };
  const fresh = plants.some((p) => p.fresh);
  const keptAt = (atMin: number, worked: boolean): Kept =>
    keptBy(plants, (i) => extents(i, atMin, worked), {
      pots,
      strain: strainStage(setup.way),
      everHot: hottestC(history, atMin) >= WALLS_GIVE_C,
      thick: fresh && apparentBrix(liquorAt(atMin, worked)) >= THICK_BRIX,
      heldScale: heldScaleOf(setup.way, factors),
      heldOff: Math.log(factors.held) / FACTOR_SIGMA.held,
      atMin: worked ? undefined : atMin,
    });
  return {
    history,
    stages,
    plants,
    water,
    sugars,
    steamG,
    sweetAt,
    dryMin,
    liquorAt,
    keptAt: (atMin) => keptAt(atMin, false),
    pulledAt: (atMin) => (fresh ? pourTogether(liquorAt(atMin, true), keptAt(atMin, true).squeezed) : liquorAt(atMin)),
    levelAt: (atMin) =>
      volumeMl(liquorAt(atMin)) +
      plants.reduce(
        (sum, p, i) => (atMin >= pots[i]!.entersMin - 1e-6 ? sum + roomOf(p, extents(i, atMin).body) : sum),
        0,
      ),
    massAt: (atMin) => wentInG(atMin) - steamG(atMin),
  };
}

/** Below this a plant's cell walls stay whole, °C. */
export const WALLS_GIVE_C = 58;

/** Room of what of a plant is not in the liquor, ml: its closed cells, and what never dissolves. */
const roomOf = ({ botanical: b, fresh, grams }: PlantIn, open: number): number =>
  fresh
    ? grams * ((1 - open) * ownLiquorMlPerG(fresh) + PULP_ML_PER_G * fresh.pulp)
    : b.extractionClass === 'stirred_in'
      ? 0
      : grams * PULP_ML_PER_G * (1 - b.bodyMax - b.harshMax);

/**
 * How long it is boiled down before the strain, plants and all, min: until what is in the pot has fallen to a share of its level, to a
 * mark, to a weight, to a Brix or to a boiling point. Each lasts as long as the water takes that is too much.
 */
function withBoilDowns(setup: BrewSetup): BrewSetup {
  let known = setup;
  const stages = untilStrained(setup.way);
  for (const [i, stage] of stages.entries()) {
    if (stage.kind !== 'reduce' || setup.actualMinutes?.[stage.id] !== undefined) continue;
    known = { ...known, boiledMin: { ...known.boiledMin, [stage.id]: 0 } };
    const ids = new Set(stages.slice(0, i + 1).map((s) => s.id));
    const upTo = (minutes: number): Pot =>
      potOf({
        ...known,
        boiledMin: { ...known.boiledMin, [stage.id]: minutes },
        way: {
          ...setup.way,
          stages: stages.slice(0, i + 1),
          ingredients: setup.way.ingredients
            .filter((p) => ids.has(p.enters.stageId))
            .map(({ leaves, ...p }) => (leaves && ids.has(leaves.stageId) ? { ...p, leaves } : p)),
        },
      });
    const rate = boilingOffGPerMin(setup.vessel, setup.kitchen, {
      ml: setup.way.waterMl * setup.scale,
      boil: boilOf(stage.agitation),
      lid: stage.lid,
    });
    let minutes = 0;
    const start = upTo(0);
    const startMin = start.stages.at(-1)!.startMin;
    // What has opened and dissolved by its end shifts the mark a little: three looks are enough.
    for (let look = 0; look < 4; look++) {
      const pot = upTo(minutes);
      const startMl = start.levelAt(startMin);
      // Who boils down further than usual reads the mark lower.
      const beyondG =
        markSd(stage) * startMl * (Math.log((setup.factors ?? REFERENCE_FACTORS).steam) / FACTOR_SIGMA.steam);
      minutes = Math.max(0, minutes + (tooMuchWaterG(pot, stage, startMl, setup.scale) + beyondG) / rate);
    }
    known = { ...known, boiledMin: { ...known.boiledMin, [stage.id]: minutes } };
  }
  return known;
}

/** Water that a pot has too much of at the end of a boil-down, g. */
function tooMuchWaterG(
  pot: Pot,
  { to }: Extract<Stage, { kind: 'reduce' }>,
  startLevelMl: number,
  scale: number,
): number {
  const endMin = pot.history.minutes;
  const levelMl = pot.levelAt(endMin);
  if ('share' in to) return levelMl - startLevelMl * to.share;
  if ('volumeMl' in to) return levelMl - to.volumeMl * scale;
  if ('massG' in to) return pot.massAt(endMin) - to.massG * scale;
  const liquor = pot.liquorAt(endMin);
  const brix = 'brix' in to ? to.brix : brixBoilingAt(to.boilsAtC);
  return liquor.waterG - (solidsG(liquor) * (100 - brix)) / brix;
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
  return { liquid: NO_LIQUID, stages, tempC, sweetenedG: {}, rinsedMl: 0, sweetenedMl: 0, stirredMl: 0, reducedMl: 0 };
}

const portionToMl = (l: Liquid, ml: number): Liquid => portionOf(l, ml / volumeMl(l));

/** Where the pulp is poured with the drink, nothing is left behind in it. */
export const heldScaleOf = (way: BrewWay, factors: BrewFactors): number =>
  way.keepPulp ? 0 : factors.held * (way.asMeasured?.held ?? 1);

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

/** Whether the plants are pressed at the strain. */
export const isPressed = (way: BrewWay): boolean => strainStage(way)?.press ?? false;

const strainStage = (way: BrewWay): Extract<Stage, { kind: 'strain' }> | undefined =>
  way.stages.find((s) => s.kind === 'strain');

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
  /** only mashed or blended: no strength */
  raw?: boolean;
  /** of what is fresh: how it is taken out, and the share that a mash or a blender left closed */
  fresh?: { matter: FreshMatter; stillClosed: number; takenOut: TakenOut };
};

/** Juice is all there at once: an exposure as good as endless says the same. */
const ENDLESS_MIN = 1e9;

/** Where a boil-down ends by a mark: how far off the mark is read, of the level at its start. By eye, by a stick, on a scale. House estimates. */
const MARK_SD = { share: 0.06, volumeMl: 0.02, massG: 0.005, brix: 0.02, boilsAtC: 0.03 } as const;

const markSd = ({ to }: Extract<Stage, { kind: 'reduce' }>): number =>
  MARK_SD[Object.keys(to)[0] as keyof typeof MARK_SD];

const boilsDown = (way: BrewWay): boolean => untilStrained(way).some((s) => s.kind === 'reduce');

export type BodyExposures = {
  plants: BodyExposure[];
  /** steam that follows the clock, g */
  steamG: number;
  /** water boiled off down to a mark, g, with one standard deviation: however hard it boils, so much goes */
  boiledOff: { grams: number; sd: number };
};

/** The exposures of every plant of a brew, and its steam: enough to run it thousands of times with other factors. */
export function bodyExposures(asked: BrewSetup): BodyExposures {
  const setup = withBoilDowns(asked);
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const { history, stages } = timeline(setup, factors);
  const clocks = clocksOf(history);
  const water = waterOf(setup.way.waterMl * setup.scale);
  const sugars = sugarsIn(setup, water, stages);
  const everHot = hottestC(history, history.minutes) >= WALLS_GIVE_C;
  const anyFresh = plantsIn(setup).some((p) => p.fresh);
  const pot = anyFresh || boilsDown(setup.way) ? potOf(setup) : undefined;
  const thick = anyFresh && apparentBrix(pot!.liquorAt(history.minutes)) >= THICK_BRIX;
  const inPot = plantsIn(setup);
  const plants = inPot.map((p): BodyExposure => {
    const { botanical, grams, ingredient } = p;
    const brixAt = (atMin: number): number => brixOfSugars(water, inPot, sugars, atMin);
    const { addition, opened } = inThePot(p, setup, { stages, factors, brixAt });
    const potency = ingredient.potency ?? 1;
    if (addition === 'all-at-once')
      return { botanical, grams, potency, kPerMin: 1, coldShare: 1, ownMin: ENDLESS_MIN, hotMin: ENDLESS_MIN };
    const body = addition.opening ?? EXTRACTION_CLASSES[addition.extractionClass].body;
    const minutes = (ea: number): number => exposureMinutes(clocks, addition, ea, history.minutes);
    const done = opened.map((o) => o.how);
    return {
      botanical,
      grams,
      potency,
      kPerMin: body.k95PerMin * paceOf(clocks, addition),
      coldShare: body.coldShare,
      ownMin: minutes(body.eaKJPerMol),
      hotMin: minutes(Math.max(HEAT_ONLY_EA, body.eaKJPerMol)),
      ...(p.raw ? { raw: true } : {}),
      ...(p.fresh
        ? {
            fresh: {
              matter: p.fresh,
              stillClosed: stillClosed(p.fresh, done),
              takenOut: { press: isPressed(setup.way) && !ingredient.leaves, opened: done.at(-1), everHot, thick },
            },
          }
        : {}),
    };
  });
  const steamG = steamClock(history, stages, setup, factors);
  const downs = untilStrained(setup.way).flatMap((s) => (s.kind === 'reduce' ? [s] : []));
  let [boiledG, variance] = [0, 0];
  for (const stage of downs) {
    const { startMin, endMin } = stages.find((s) => s.stageId === stage.id)!;
    boiledG += steamG(endMin) - steamG(startMin);
    variance += (markSd(stage) * pot!.levelAt(startMin)) ** 2;
  }
  return { plants, steamG: steamG(history.minutes) - boiledG, boiledOff: { grams: boiledG, sd: Math.sqrt(variance) } };
}

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

/** Weighings of a pot while it runs, by the minute of the run. */
const weighingsOf = ({ happened = [] }: BrewSetup, stages: readonly StageTime[]): { atMin: number; netG: number }[] =>
  happened.flatMap((h) => {
    const stage = stages.find((s) => s.stageId === h.stageId);
    return h.kind === 'weight' && stage ? [{ atMin: stage.startMin + h.atMin, netG: h.netG }] : [];
  });

type SugarIn = { fromMin: number; grams: number; kind: string };

/** Sweeteners dissolved before the strain: an amount, or by the water that went in. What is sweetened first steeps in syrup. */
function sugarsIn({ way, scale }: BrewSetup, water: Liquid, stages: readonly StageTime[]): SugarIn[] {
  return untilStrained(way).flatMap((stage) =>
    stage.kind === 'dissolve'
      ? [
          {
            fromMin: stages.find((s) => s.stageId === stage.id)!.endMin,
            grams: sugarForG(water, scaledSweetness(stage.to, scale), stage.sweetener),
            kind: stage.sweetener,
          },
        ]
      : [],
  );
}

/** The water of a brew, and what is dissolved in it before the strain. */
export function sweetenedBefore(asked: BrewSetup): { water: Liquid; sugars: readonly SugarIn[] } {
  const setup = withBoilDowns(asked);
  const water = waterOf(setup.way.waterMl * setup.scale);
  return { water, sugars: sugarsIn(setup, water, timeline(setup, setup.factors ?? REFERENCE_FACTORS).stages) };
}

/** °Bx of what a plant goes into, sugar of the plants aside: water and juice thin it. A plant that was there first keeps water's pace. */
function brixOfSugars(water: Liquid, plants: readonly PlantIn[], sugars: readonly SugarIn[], atMin: number): number {
  const juiceG = plants.reduce((sum, p) => sum + (p.botanical.extractionClass === 'stirred_in' ? p.grams : 0), 0);
  const sugarG = sugars.reduce((sum, s) => sum + (atMin >= s.fromMin ? s.grams * solidsOf(s.kind) : 0), 0);
  return sugarG === 0 ? 0 : (100 * sugarG) / (sugarG + massG(water) + juiceG);
}
