import { followBrew } from '../brew/brewRun';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { untilStrained, type BrewIngredient, type BrewWay, type Drink, type Lid, type Stage } from '../drink/drink';
import { volumeMl, type Liquid } from '../liquid/liquid';
import { writtenTarget } from '../plan/houseStandard';
import { smallestVesselFor } from '../plan/vesselChoice';
import { NO_OWN_PLANTS } from '../reference/plants';
import { InputError } from '../quantity/errors';
import { combineSigmas } from '../quantity/estimate';
import { botanicalBySlug } from '../reference/botanicals';

// A recipe from a making that was only watched: packets, pot and jug weighed before and after, the moments tapped as they came.

/** Moments of a making. `in`, `out` name a plant; `sugar-in` is what was weighed of the sugar. */
export const USUAL_TAPS = [
  'heat-on',
  'boils',
  'lid-on',
  'lid-off',
  'in',
  'out',
  'off-heat',
  'into-fridge',
  'strained',
  'sugar-in',
] as const;
/** A moment that is tapped while one makes it as usual. */
export type UsualTap = (typeof USUAL_TAPS)[number];

/** An amount as it was found out: by the difference of two weighings, or as the cook measures it, in grams with a spread. */
export type UsualAmount =
  { by: 'scale'; beforeG: number; afterG: number } | { by: 'measure'; grams: number; words: string; sigmaLn: number };

/** A plant and how much of it went in. */
export type UsualPlant = { id: string; plant: string; amount: UsualAmount | undefined };

/** What was weighed and tapped. */
export type UsualRecord = {
  name: string;
  vesselKind: 'pot' | 'jar';
  plants: readonly UsualPlant[];
  /** the pot before and after the water, on the scale; or poured from a jug, ml */
  water: { by: 'scale'; beforeG: number; afterG: number } | { by: 'jug'; ml: number } | undefined;
  /** what came out: by the jug’s marks, or the jug on the scale before and after */
  out: { by: 'scale'; beforeG: number; afterG: number } | { by: 'jug'; ml: number } | undefined;
  /** the jug when all was in it, ml */
  jugMl: number | undefined;
  sugar: { sweetener: string; grams: number } | undefined;
  pressed: boolean;
  through: 'fine-cloth' | 'paper' | 'sieve';
  taps: readonly { at: string; tap: UsualTap; plantId?: string }[];
  glassMl: number;
  iced: boolean;
};

/** What a recipe still lacks before it can be written. */
export type UsualGap = 'name' | 'plants' | 'amount' | 'water' | 'strained' | 'start' | 'out';

/** The recipe that comes of it, each figure with its spread. */
export type UsualRecipe = {
  drink: Drink;
  /** each figure with its spread: one standard deviation, in its own unit */
  found: readonly {
    what: 'plant' | 'water' | 'out' | 'sugar' | 'minutes';
    id: string;
    value: number;
    sigma: number;
    unit: 'g' | 'ml' | 'min';
  }[];
};

/** A kitchen scale reads to 1 g, and a difference has two readings in it; a jug to a hundredth of a litre. House estimates. */
const SCALE_SIGMA_G = 1 * Math.SQRT2;
const JUG_SIGMA_ML = 10;
/** A finger is on the button this long after the moment, min. House estimate. */
const TAP_SIGMA_MIN = 0.15;
/** Shorter than this a stage is the hand passing from one thing to the next. */
const LEAST_MIN = 0.25;

const MIN = 60_000;

/** What is missing before a recipe can be written from a record, in the order of the work. */
export function gapsOf(record: UsualRecord): UsualGap[] {
  const gaps: UsualGap[] = [];
  if (record.name.trim() === '') gaps.push('name');
  if (record.plants.length === 0) gaps.push('plants');
  if (record.plants.some((p) => !(gramsOf(p) > 0))) gaps.push('amount');
  if (!(waterMlOf(record) > 0)) gaps.push('water');
  if (!beginningOf(record)) gaps.push('start');
  if (!record.taps.some((t) => t.tap === 'strained')) gaps.push('strained');
  if (!(outMlOf(record) > 0)) gaps.push('out');
  return gaps;
}

const gramsOf = ({ amount }: UsualPlant): number =>
  amount === undefined ? 0 : amount.by === 'scale' ? amount.beforeG - amount.afterG : amount.grams;

const waterMlOf = ({ water }: UsualRecord): number =>
  water === undefined ? 0 : water.by === 'jug' ? water.ml : (water.afterG - water.beforeG) / 0.998;

/** A thin infusion is this much denser than water. House estimate, 1.00 to 1.03. */
const INFUSION_G_PER_ML = 1.01;

/** What came out of a making, ml; 0 while that is not known. */
export const outMlOf = ({ out }: UsualRecord): number =>
  out === undefined ? 0 : out.by === 'jug' ? out.ml : (out.afterG - out.beforeG) / INFUSION_G_PER_ML;

const beginningOf = ({ taps }: UsualRecord): string | undefined =>
  taps.find((t) => t.tap === 'heat-on' || t.tap === 'into-fridge' || t.tap === 'off-heat' || t.tap === 'in')?.at;

/**
 * The recipe that a making comes to.
 * @param id of the drink, free in the house
 * @throws InputError naming what is missing
 */
export function recipeFromUsual(record: UsualRecord, id: string): UsualRecipe {
  const [gap] = gapsOf(record);
  if (gap) throw new InputError('recipeFromUsual', gap, 'told before a recipe is written', 'nothing');
  const stages = stagesOf(record);
  const plants = record.plants.map((p) => ingredientOf(p, record, stages));
  const waterMl = Math.round(waterMlOf(record));
  const outMl = outMlOf(record);
  const { sugar } = record;
  const asTold: BrewWay = {
    id: 'as-usual',
    name: 'as it is usually made',
    shortName: 'As usual',
    vesselKind: record.vesselKind,
    waterMl,
    ingredients: plants,
    stages: [
      ...stages.map(({ stage }) => stage),
      { id: 'strain', kind: 'strain', through: record.through, press: record.pressed, lid: 'open', agitation: 'still' },
      ...(sugar && sugar.grams > 0
        ? [
            {
              id: 'sweeten',
              kind: 'dissolve',
              sweetener: sugar.sweetener,
              to: { gPerMl: Math.min(3, sugar.grams / outMl) },
              lid: 'open',
              agitation: 'stirred-now-and-then',
            } as const,
          ]
        : []),
    ],
    liquorRatio: ratioOf(record, waterMl),
    unsure: { amounts: amountsSigma(record), water: waterSigmaMl(record) / waterMl },
  };
  const way: BrewWay = { ...asTold, ...asMeasured(asTold, outMl) };
  // With nothing added to it the jug is what came out, sweetened.
  const brewedMl = Math.ceil(volumeMl(followed(way)));
  const jugMl = Math.max(Math.round(record.jugMl ?? 0), brewedMl);
  const drink: Drink = {
    v: 2,
    id,
    version: 1,
    name: record.name.trim(),
    brews: [{ id: 'brew', name: `${record.name.trim()}, brewed`, ways: [way] }],
    mix: [
      { id: 'brew', name: 'The brew', from: { kind: 'brew', brewId: 'brew' }, book: 'all', at: 'jug' },
      { id: 'water', name: 'Cold water', from: { kind: 'water', water: 'still' }, book: 'rest', at: 'jug' },
    ],
    serve: { glassMl: record.glassMl, iceG: record.iced ? Math.round(record.glassMl * 0.35) : 0, rightAtMin: 5 },
    book: { wayId: way.id, jugMl, iced: record.iced },
    defaults: {
      litres: Math.max(0.2, jugMl / 1000),
      glassMl: record.glassMl,
      iced: record.iced,
      strengthX: 1,
      sugarGPerL: 0,
      wayId: way.id,
      steepMin: 1,
      audience: [],
    },
    note: 'Written down from one making as usual; every figure has the spread it was found with.',
  };
  // What it aims at is what it was: its own jug, glass and sweetness, run forward.
  return { drink: { ...drink, defaults: writtenTarget(drink) }, found: foundOf(record, stages, waterMl) };
}

const followed = (way: BrewWay): Liquid => {
  const { vessels } = DEFAULT_KITCHEN;
  const vessel = smallestVesselFor(vessels, way, 1) ?? vessels.reduce((a, b) => (b.capacityMl > a.capacityMl ? b : a));
  return followBrew({ way, scale: 1, vessel, kitchen: DEFAULT_KITCHEN, plants: NO_OWN_PLANTS }).concentrate;
};

/** How far steam and what the plants hold are looked for, times the model's. */
const MOST_STEAM = 20;
const MOST_HELD = 5;

/**
 * What was measured goes before the model: so much steam, and where steam alone does not explain it so much held by the plants, that
 * just what came out comes out. A burner turned low simmers an hour where the model's would have boiled the pot dry.
 */
function asMeasured(way: BrewWay, outMl: number): Pick<BrewWay, 'asMeasured'> {
  const bare = { ...way, stages: untilStrained(way) };
  const comesTo = (steam: number, held: number): number => volumeMl(followed({ ...bare, asMeasured: { steam, held } }));
  const found = (of: (x: number) => number, most: number): number => {
    // More of either leaves less in the jug.
    if (of(most) >= outMl) return most;
    if (of(0) <= outMl) return 0;
    let [lo, hi] = [0, most];
    for (let i = 0; i < 40; i++) {
      const middle = (lo + hi) / 2;
      if (of(middle) > outMl) lo = middle;
      else hi = middle;
    }
    return lo;
  };
  if (Math.abs(comesTo(1, 1) - outMl) < JUG_SIGMA_ML) return {};
  const steams = comesTo(0, 1) - comesTo(1, 1) > 1;
  const steam = steams ? found((x) => comesTo(x, 1), MOST_STEAM) : 1;
  const held = Math.abs(comesTo(steam, 1) - outMl) < 1 ? 1 : found((x) => comesTo(steam, x), MOST_HELD);
  return { asMeasured: { steam, held } };
}

type TimedStage = { stage: Stage; fromMs: number; toMs: number };

/** Stages from the moments: heat until it boils or is taken off, boil until it is taken off, steep until it is strained. */
function stagesOf({ taps }: UsualRecord): TimedStage[] {
  const ordered = [...taps].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const at = (tap: UsualTap): number | undefined => {
    const found = ordered.find((t) => t.tap === tap);
    return found && Date.parse(found.at);
  };
  const strained = at('strained')!;
  const [heatOn, boils, offHeat, fridge] = [at('heat-on'), at('boils'), at('off-heat'), at('into-fridge')];
  const lidOver = (fromMs: number, toMs: number, otherwise: Lid): Lid => {
    const last = ordered
      .filter((t) => (t.tap === 'lid-on' || t.tap === 'lid-off') && Date.parse(t.at) <= (fromMs + toMs) / 2)
      .at(-1);
    return last ? (last.tap === 'lid-on' ? 'closed' : 'open') : otherwise;
  };
  const stages: TimedStage[] = [];
  const add = (
    fromMs: number,
    toMs: number,
    make: (lid: Lid, minutes: number) => Stage,
    otherwise: Lid = 'closed',
  ): void => {
    const minutes = (toMs - fromMs) / MIN;
    if (minutes >= LEAST_MIN) stages.push({ stage: make(lidOver(fromMs, toMs, otherwise), minutes), fromMs, toMs });
  };
  const still = 'still' as const;
  if (heatOn !== undefined) {
    const end = boils ?? offHeat ?? fridge ?? strained;
    add(heatOn, end, (lid) => ({
      id: 'heat',
      kind: 'heat',
      to: boils === undefined ? 90 : 'boil',
      lid,
      agitation: still,
    }));
  }
  if (boils !== undefined)
    add(boils, offHeat ?? fridge ?? strained, (lid, minutes) => ({
      id: 'boil',
      kind: 'hold',
      minutes: tenth(minutes),
      lid,
      agitation: 'boiling',
    }));
  const steepFrom = offHeat ?? (heatOn === undefined ? firstIn(ordered) : undefined);
  if (steepFrom !== undefined && steepFrom < (fridge ?? strained))
    add(steepFrom, fridge ?? strained, (lid, minutes) => ({
      id: 'steep',
      kind: 'steep',
      place: 'off-heat',
      minutes: tenth(minutes),
      lid,
      agitation: 'stirred-now-and-then',
    }));
  if (fridge !== undefined)
    add(fridge, strained, (lid, minutes) => ({
      id: 'fridge',
      kind: 'steep',
      place: 'fridge',
      minutes: tenth(minutes),
      lid,
      agitation: still,
    }));
  if (stages.length === 0)
    throw new InputError(
      'recipeFromUsual',
      'taps',
      'moments at least a quarter of a minute apart',
      `${taps.length} taps`,
    );
  return stages;
}

const tenth = (minutes: number): number => Math.round(minutes * 10) / 10;

const firstIn = (taps: UsualRecord['taps']): number | undefined => {
  const first = taps.find((t) => t.tap === 'in');
  return first && Date.parse(first.at);
};

function ingredientOf(plant: UsualPlant, { taps }: UsualRecord, stages: readonly TimedStage[]): BrewIngredient {
  const moment = (tap: 'in' | 'out'): BrewIngredient['enters'] | undefined => {
    const told = taps.find((t) => t.tap === tap && t.plantId === plant.id);
    if (!told) return undefined;
    const ms = Date.parse(told.at);
    const during = [...stages].reverse().find((s) => s.fromMs <= ms) ?? stages[0]!;
    return { stageId: during.stage.id, atMin: tenth(Math.max(0, ms - during.fromMs) / MIN) };
  };
  const out = moment('out');
  const { amount } = plant;
  return {
    id: plant.id,
    plant: botanicalBySlug(plant.plant).slug,
    grams: Math.round(gramsOf(plant) * 10) / 10,
    enters: moment('in') ?? { stageId: stages[0]!.stage.id, atMin: 0 },
    ...(out ? { leaves: out } : {}),
    ...(amount?.by === 'measure' ? { written: amount.words } : {}),
  };
}

/** A recipe may be made half and twice as strong as it was found. */
function ratioOf({ plants }: UsualRecord, waterMl: number): { min: number; max: number } {
  const gPerL = (plants.reduce((sum, p) => sum + gramsOf(p), 0) / waterMl) * 1000;
  return { min: Math.round((gPerL / 2) * 10) / 10, max: Math.round(gPerL * 2 * 10) / 10 };
}

const plantSigmaG = (p: UsualPlant): number =>
  p.amount?.by === 'measure' ? gramsOf(p) * p.amount.sigmaLn : SCALE_SIGMA_G;

/** Of all plants together, on the log scale: each counts by its grams. */
function amountsSigma({ plants }: UsualRecord): number {
  const all = plants.reduce((sum, p) => sum + gramsOf(p), 0);
  return Math.min(1, Math.max(0.001, combineSigmas(...plants.map(plantSigmaG)) / all));
}

/** Weighed, what is left unsure is its density. */
const outSigmaMl = (out: UsualRecord['out']): number =>
  out?.by === 'scale' ? combineSigmas(SCALE_SIGMA_G, (out.afterG - out.beforeG) * 0.01) : JUG_SIGMA_ML;

const waterSigmaMl = ({ water }: UsualRecord): number => (water?.by === 'scale' ? SCALE_SIGMA_G : JUG_SIGMA_ML);

function foundOf(record: UsualRecord, stages: readonly TimedStage[], waterMl: number): UsualRecipe['found'] {
  const { plants, out, sugar } = record;
  return [
    ...plants.map(
      (p) => ({ what: 'plant', id: p.plant, value: gramsOf(p), sigma: plantSigmaG(p), unit: 'g' }) as const,
    ),
    { what: 'water', id: 'water', value: waterMl, sigma: waterSigmaMl(record), unit: 'ml' },
    ...stages.map(
      ({ stage, fromMs, toMs }) =>
        ({
          what: 'minutes',
          id: stage.id,
          value: (toMs - fromMs) / MIN,
          sigma: TAP_SIGMA_MIN * Math.SQRT2,
          unit: 'min',
        }) as const,
    ),
    { what: 'out', id: 'out', value: outMlOf(record), sigma: outSigmaMl(out), unit: 'ml' },
    ...(sugar
      ? [{ what: 'sugar', id: sugar.sweetener, value: sugar.grams, sigma: SCALE_SIGMA_G, unit: 'g' } as const]
      : []),
  ];
}
