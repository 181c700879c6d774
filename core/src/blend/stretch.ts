import { runBrew } from '../brew/brewRun';
import type { BrewWay, Kitchen } from '../drink/drink';
import { InputError } from '../quantity/errors';
import { requirePositive } from '../quantity/range';
import { NO_OWN_PLANTS, plantIn, type Plants } from '../reference/plants';
import type { Liquid } from '../liquid/liquid';
import { timesStandard, weightedStrength } from '../liquid/strength';
import { massesForSyrup } from '../sugar/syrup';
import { sugarGPerL } from '../sugar/sucroseSolution';
import { smallestVesselFor } from '../plan/vesselChoice';

/** A concentrate without a recipe, and what is wanted of it. Strength is in times of the glass that is right. */
export type StretchWish = {
  concentrateMl: number;
  concentrateX: number;
  /** sugar that is in it, g/L */
  concentrateSugarGPerL?: number;
  wantedX: number;
  wantedSugarGPerL: number;
  /** the syrup it is sweetened with */
  syrupBrix: number;
  /** how many times the ice thins it by the chosen minute; 1 without ice */
  thinning?: number;
};

/** A concentrate let down to a strength: what goes into it, ml and g. */
export type Stretched = {
  kind: 'stretched';
  totalMl: number;
  waterMl: number;
  syrupMl: number;
  sugarG: number;
  /** what the glass then has, g/L: more than is wanted where the concentrate is sweet already */
  sweetGPerL: number;
  /** × at which its own sugar alone is the sweetness that is wanted; undefined where it is not too sweet */
  rightAtX?: number;
  /** to one part of concentrate */
  parts: { water: number; syrup: number };
};

/** No water would be left: what is asked for is as strong as it is, or sweeter than the syrup leaves room for. */
export type NoStretch = { kind: 'no-stretch'; binds: 'strength' | 'sugar'; message: string; nearestX: number };

/**
 * Lets a concentrate down to a strength and sweetness: its extract fixes the volume, the sugar that is missing fixes the syrup,
 * water is the rest.
 * @throws InputError for volumes, strengths or a Brix that cannot be
 * @source conservation of extract and of sugar; volumes add, which is true of these to a hundredth
 */
export function stretch({
  concentrateMl,
  concentrateX,
  concentrateSugarGPerL = 0,
  wantedX,
  wantedSugarGPerL,
  syrupBrix,
  thinning = 1,
}: StretchWish): Stretched | NoStretch {
  requirePositive('stretch', 'concentrateMl', concentrateMl, 'ml');
  requirePositive('stretch', 'concentrateX', concentrateX, '×');
  requirePositive('stretch', 'wantedX', wantedX, '×');
  requirePositive('stretch', 'thinning', thinning, '×');
  if (!(syrupBrix > 0 && syrupBrix <= 80))
    throw new InputError('stretch', 'syrupBrix', 'above 0 and up to 80 °Bx', syrupBrix);
  if (!(wantedSugarGPerL >= 0 && wantedSugarGPerL <= 400))
    throw new InputError('stretch', 'wantedSugarGPerL', '0 to 400 g/L', wantedSugarGPerL);
  const inJugX = wantedX * thinning;
  const totalMl = (concentrateMl * concentrateX) / inJugX;
  const perSyrup = sugarGPerL(syrupBrix);
  const sugarG = Math.max(0, (totalMl * wantedSugarGPerL * thinning - concentrateMl * concentrateSugarGPerL) / 1000);
  const ownSugar = (concentrateMl * concentrateSugarGPerL) / totalMl / thinning;
  const tooSweet = ownSugar > wantedSugarGPerL + OVER_SWEET;
  const syrupMl = (1000 * sugarG) / perSyrup;
  const waterMl = totalMl - concentrateMl - syrupMl;
  if (totalMl < concentrateMl - 1e-9)
    return {
      kind: 'no-stretch',
      binds: 'strength',
      message: `It is weaker than wanted already: ×${round2(concentrateX / thinning)} in the glass at most.`,
      nearestX: floor2(concentrateX / thinning),
    };
  if (waterMl < -1e-6) {
    // The strength at which concentrate and syrup alone fill the jug.
    const room = 1 - (wantedSugarGPerL * thinning) / perSyrup;
    const nearestX = room <= 0 ? 0 : (concentrateX * room) / (thinning * (1 - concentrateSugarGPerL / perSyrup));
    return {
      kind: 'no-stretch',
      binds: 'sugar',
      message:
        room <= 0
          ? `${wantedSugarGPerL} g/L is more than a syrup of ${syrupBrix} °Bx can bring: take a richer one.`
          : `So much syrup leaves no room: a richer syrup, less sugar, or ×${round2(nearestX)} at most.`,
      nearestX: floor2(nearestX),
    };
  }
  return {
    kind: 'stretched',
    totalMl,
    waterMl: Math.max(0, waterMl),
    syrupMl,
    sugarG,
    sweetGPerL: (concentrateMl * concentrateSugarGPerL + 1000 * sugarG) / totalMl / thinning,
    ...(tooSweet ? { rightAtX: floor2((wantedX * wantedSugarGPerL) / ownSugar) } : {}),
    parts: { water: Math.max(0, waterMl) / concentrateMl, syrup: syrupMl / concentrateMl },
  };
}

/** Sweeter than wanted by less than this nobody minds, g/L. */
const OVER_SWEET = 4;

const round2 = (x: number): number => Math.round(x * 100) / 100;
const floor2 = (x: number): number => Math.floor(x * 100) / 100;

/** How a concentrate was made, as far as a cook remembers. */
export type HowMade = {
  plant: string;
  grams: number;
  waterMl: number;
  minutes: number;
  place: 'simmered' | 'off-heat' | 'fridge';
};

/**
 * About how strong that came out, in times of a usual glass of this plant: the usual dose by the middle of its advised hot
 * time. An estimate to within a factor of about 1.4.
 * @throws InputError for amounts that no vessel holds or that leave nothing to pour
 */
export const strengthAsMade = (made: HowMade, kitchen: Kitchen): number =>
  timesStandard(liquidAsMade(made, kitchen), usualStrength(made.plant, kitchen, NO_OWN_PLANTS, made.place));

/** What a concentrate made so gives, all of it. @throws InputError as {@link strengthAsMade} */
export function liquidAsMade(
  { plant, grams, waterMl, minutes, place }: HowMade,
  kitchen: Kitchen,
  plants: Plants = NO_OWN_PLANTS,
): Liquid {
  const way = wayOf(plant, grams, waterMl, minutes, place);
  const vessel = smallestVesselFor(kitchen.vessels, way, 1) ?? kitchen.vessels[0];
  if (!vessel) throw new InputError('liquidAsMade', 'vessels', 'a kitchen with a vessel', 'none');
  return runBrew({ way, scale: 1, vessel, kitchen, plants }).concentrate;
}

/** Weighted strength of a usual glass of a plant: its usual dose by the middle of its advised time. */
export function usualStrength(
  plant: string,
  kitchen: Kitchen,
  plants: Plants = NO_OWN_PLANTS,
  place: HowMade['place'] = 'off-heat',
): number {
  const b = plantIn(plants, plant);
  const minutes = place === 'fridge' ? 60 * mean(b.coldHours) : mean(b.hotMin);
  return weightedStrength(
    liquidAsMade({ plant, grams: b.dose.typical, waterMl: 1000, minutes, place }, kitchen, plants),
  );
}

/** One standard deviation of that, log scale. House estimate: rate and lot together. */
export const AS_MADE_SIGMA_LN = 0.3;

const mean = ({ min, max }: { min: number; max: number }): number => (min + max) / 2;

function wayOf(plant: string, grams: number, waterMl: number, minutes: number, place: HowMade['place']): BrewWay {
  requirePositive('strengthAsMade', 'grams', grams, 'g');
  requirePositive('strengthAsMade', 'waterMl', waterMl, 'ml');
  requirePositive('strengthAsMade', 'minutes', minutes, 'min');
  const still = { lid: 'closed', agitation: 'stirred-now-and-then' } as const;
  const hot = place !== 'fridge';
  return {
    id: 'as-made',
    name: 'as made',
    shortName: 'As made',
    vesselKind: hot ? 'pot' : 'jar',
    waterMl,
    ingredients: [{ id: 'plant', plant, grams, enters: { stageId: 'main', atMin: 0 } }],
    stages: [
      ...(hot ? [{ id: 'heat', kind: 'heat', to: 'boil', ...still } as const] : []),
      place === 'simmered'
        ? { id: 'main', kind: 'hold', minutes, ...still }
        : { id: 'main', kind: 'steep', place, minutes, ...still },
      { id: 'strain', kind: 'strain', through: 'sieve', press: false, ...still },
    ],
    liquorRatio: { min: 0, max: 20_000 },
  };
}

/** Sugar and water of the syrup that a stretch takes, g. */
export const syrupFor = ({ syrupMl }: Stretched, brix: number): { sugarG: number; waterG: number } =>
  syrupMl < 0.5 ? { sugarG: 0, waterG: 0 } : massesForSyrup({ volumeMl: syrupMl, brix });
