import { ownLiquorMlPerG, PULP_ML_PER_G } from '../reference/matter';
import { untilStrained, wayUpTo, type BrewWay, type Stage } from '../drink/drink';
import { clocksOf, type Clocks, type Extents } from '../extraction/extract';
import { THICK_BRIX } from '../extraction/opening';
import { hottestC, type TemperatureHistory } from '../heat/temperatureHistory';
import { boilOf } from '../heat/steam';
import {
  addSweetener,
  apparentBrix,
  massG,
  pourTogether,
  solidsG,
  volumeMl,
  waterOf,
  withoutWater,
  type Liquid,
} from '../liquid/liquid';
import { scaledSweetness, sugarForG } from '../sugar/infusedSyrup';
import { solidsOf } from '../sugar/sweeteners';
import { brixBoilingAt } from '../sugar/sucroseSolution';
import { FACTOR_SIGMA, REFERENCE_FACTORS, type BrewFactors } from './brewFactors';
import { MOST_LOST } from './correctForVolume';
import {
  dissolvedFrom,
  extentsOf,
  inThePot,
  keptBy,
  plantsIn,
  type InThePot,
  type Kept,
  type PlantIn,
} from './plantsInPot';
import { boilingOffGPerMin, steamClock, throughWeighings } from './steam';
import { timeline, type BrewSetup, type StageTime } from './timeline';

/** The pot up to the strain: its temperatures, what is in it, and what has left as steam, at any minute. */
export type Pot = {
  history: TemperatureHistory;
  stages: readonly StageTime[];
  clocks: Clocks;
  plants: readonly PlantIn[];
  /** of each plant, in their order */
  inPot: readonly InThePot[];
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

/** A pot with all that is in it, along its own minutes: temperature, level, what its plants have given. */
export function potOf(setup: BrewSetup): Pot {
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
      anyLot: factors.potency,
      atMin: worked ? undefined : atMin,
    });
  return {
    history,
    stages,
    clocks,
    plants,
    inPot: pots,
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
export function withBoilDowns(setup: BrewSetup): BrewSetup {
  let known = setup;
  const stages = untilStrained(setup.way);
  for (const stage of stages) {
    if (stage.kind !== 'reduce' || setup.actualMinutes?.[stage.id] !== undefined) continue;
    known = { ...known, boiledMin: { ...known.boiledMin, [stage.id]: 0 } };
    const upTo = (minutes: number): Pot =>
      potOf({
        ...known,
        boiledMin: { ...known.boiledMin, [stage.id]: minutes },
        way: wayUpTo(setup.way, setup.way.stages.indexOf(stage) + 1),
      });
    const start = upTo(0);
    const startMl = start.levelAt(start.stages.at(-1)!.startMin);
    // Who boils down further than usual reads the mark lower.
    const beyondG =
      markSd(stage) * startMl * (Math.log((setup.factors ?? REFERENCE_FACTORS).steam) / FACTOR_SIGMA.steam);
    const tooMuchG = (pot: Pot): number => tooMuchWaterG(pot, stage, startMl, setup.scale) + beyondG;
    const minutes = boiledUntil(tooMuchG, upTo, start, setup, stage);
    known = { ...known, boiledMin: { ...known.boiledMin, [stage.id]: minutes } };
  }
  return known;
}

/** Nearer than this to its mark a boil-down is there, g; and after so many looks it is as near as it gets. */
const AT_THE_MARK_G = 0.2;
const MOST_LOOKS = 8;

/**
 * Minutes at the boil until nothing is too much any more. Water leaves steadily but for a lid that was changed on the way and for what
 * still opens and dissolves, so each look goes on at the pace between the last two.
 */
function boiledUntil(
  tooMuchG: (pot: Pot) => number,
  upTo: (minutes: number) => Pot,
  start: Pot,
  { vessel, kitchen, way, scale }: BrewSetup,
  { agitation, lid }: Extract<Stage, { kind: 'reduce' }>,
): number {
  let gPerMin = boilingOffGPerMin(vessel, kitchen, { ml: way.waterMl * scale, boil: boilOf(agitation), lid });
  let [minutes, left] = [0, tooMuchG(start)];
  for (let look = 0; look < MOST_LOOKS && Math.abs(left) > AT_THE_MARK_G && (left > 0 || minutes > 0); look++) {
    const next = Math.max(0, minutes + left / gPerMin);
    const nextLeft = tooMuchG(upTo(next));
    if (left > nextLeft && next > minutes) gPerMin = (left - nextLeft) / (next - minutes);
    [minutes, left] = [next, nextLeft];
  }
  return minutes;
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

/** Where the pulp is poured with the drink, nothing is left behind in it. */
export const heldScaleOf = (way: BrewWay, factors: BrewFactors): number =>
  way.keepPulp ? 0 : factors.held * (way.asMeasured?.held ?? 1);

/** Whether the plants are pressed at the strain. */
export const isPressed = (way: BrewWay): boolean => strainStage(way)?.press ?? false;

/** The strain of a way; undefined for one that is never strained. */
export const strainStage = (way: BrewWay): Extract<Stage, { kind: 'strain' }> | undefined =>
  way.stages.find((s) => s.kind === 'strain');

/** Where a boil-down ends by a mark: how far off the mark is read, of the level at its start. By eye, by a stick, on a scale. House estimates. */
const MARK_SD = { share: 0.06, volumeMl: 0.02, massG: 0.005, brix: 0.02, boilsAtC: 0.03 } as const;

/** How far a mark for boiling down may be off, one standard deviation on the log scale. House estimates by how it is read. */
export const markSd = ({ to }: Extract<Stage, { kind: 'reduce' }>): number =>
  MARK_SD[Object.keys(to)[0] as keyof typeof MARK_SD];

/** Weighings of a pot while it runs, by the minute of the run. */
const weighingsOf = ({ happened = [] }: BrewSetup, stages: readonly StageTime[]): { atMin: number; netG: number }[] =>
  happened.flatMap((h) => {
    const stage = stages.find((s) => s.stageId === h.stageId);
    return h.kind === 'weight' && stage ? [{ atMin: stage.startMin + h.atMin, netG: h.netG }] : [];
  });

/** Sugar that was stirred into a pot: minute, g, kind of sweetener. */
export type SugarIn = { fromMin: number; grams: number; kind: string };

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

/** °Bx of what a plant goes into, sugar of the plants aside: water and juice thin it. A plant that was there first keeps water's pace. */
function brixOfSugars(water: Liquid, plants: readonly PlantIn[], sugars: readonly SugarIn[], atMin: number): number {
  const juiceG = plants.reduce((sum, p) => sum + (p.botanical.extractionClass === 'stirred_in' ? p.grams : 0), 0);
  const sugarG = sugars.reduce((sum, s) => sum + (atMin >= s.fromMin ? s.grams * solidsOf(s.kind) : 0), 0);
  return sugarG === 0 ? 0 : (100 * sugarG) / (sugarG + massG(water) + juiceG);
}
