import type { Agitation } from '../extraction/extractionClass';
import type { Vessel } from '../heat/vessel';
import type { BurnerKind } from '../heat/heating';
import type { MeasureSystem } from '../amounts/printVolume';
import type { OwnPlant } from '../reference/ownPlants';
import type { Audience, PlanConfirmation, Provenance } from './audience';
import type { Cut } from './cut';
import type { Night } from '../quantity/night';

/** How a pot is covered. */
export type Lid = 'open' | 'loose' | 'closed';

/** Where a steep stands. The counter and the sun can be written down; the rules say why they are not brewed. */
export type SteepPlace = 'off-heat' | 'fridge' | 'counter' | 'sun';

/** Work of the hands that changes no temperature: it takes a moment and the rules may ask for it. */
export const HANDS_WORK = [
  'crush',
  'blend',
  'skim',
  'shake',
  'juice',
  'pour',
  'bottle',
  'carbonate',
  'freeze',
] as const;
/** Work of the hands that takes time and no heat. */
export type HandsWork = (typeof HANDS_WORK)[number];

/**
 * What is done to a brew, in order. Ingredients say themselves when they enter. Up to the strain the plants give; what comes
 * after works on what was strained off.
 */
/** `written`: its amount in the cook's own words, where it has one and was not written in g or ml. */
export type Stage = { id: string; lid: Lid; agitation: Agitation; written?: string } &
  /** dry, before any water: what is toasted starts to give when the water comes */
  (
    | { kind: 'toast'; atC: number; minutes: number }
    | { kind: 'heat'; to: 'boil' | number }
    | { kind: 'hold'; minutes: number }
    | { kind: 'cool'; toC: number; by: 'standing' | 'ice-bath' }
    | { kind: 'steep'; place: SteepPlace; minutes: number }
    | { kind: 'hands'; work: HandsWork }
    | { kind: 'strain'; through: 'fine-cloth' | 'paper' | 'sieve'; press: boolean }
    /** poured over the drained plants, and added to what came out */
    | { kind: 'rinse'; waterMl: number }
    /** by what is there: grams to each ml, up to a Brix; or an amount */
    | {
        kind: 'dissolve';
        sweetener: string;
        to: { gPerMl: number } | { brix: number } | { grams: number };
        /** stirred in by taste, in goes: its amount is where one begins, and what it came to is told */
        toTaste?: boolean;
      }
    /** boiled down: before the strain with the plants in and by its level, after it by what is there */
    | { kind: 'reduce'; to: ReduceTo }
    | { kind: 'ferment'; days: number; tend?: Tend }
    /** poured or shaken as it is over so much ice, straight from the freezer or wet */
    | { kind: 'onto-ice'; iceG: number; ice: 'freezer' | 'wet' }
  );
/** The kinds of stages. */
export type StageKind = Stage['kind'];

/** The cook's own rhythm for a live jar: every so many hours, from a day on; by its warmth where left out. */
export type Tend = Readonly<Partial<Record<'shake' | 'vent', { everyH: number; fromDay?: number }>>>;

/** Where a boil-down ends: a share of what there was, a mark, a weight without the pan, a Brix, or a boiling point at sea level. */
export type ReduceTo =
  { share: number } | { volumeMl: number } | { massG: number } | { brix: number } | { boilsAtC: number };

/**
 * Most amounts grow in proportion. A fixed one does not grow at all (a vanilla pod in any pot), and strong spice is often
 * taken to grow by a power below 1: that is the recipe's choice, not a law.
 */
export type Scaling = 'linear' | 'fixed' | { power: number };

/** Grams of an ingredient in a brew of another size. */
export function scaledGrams(
  { grams, scaling = 'linear' }: Pick<BrewIngredient, 'grams' | 'scaling'>,
  scale: number,
): number {
  if (scaling === 'linear') return grams * scale;
  return scaling === 'fixed' ? grams : grams * scale ** scaling.power;
}

/** One plant in a brew, in the amount of the recipe as written. */
export type BrewIngredient = {
  id: string;
  plant: string;
  grams: number;
  enters: { stageId: string; atMin: number };
  /** when it is taken out before straining */
  leaves?: { stageId: string; atMin: number };
  /** how its amount follows the size of the brew; in proportion if left out */
  scaling?: Scaling;
  /** how it is prepared; as the table takes it if left out */
  cut?: Cut;
  /** it hangs in a bag or a basket that lifts out */
  heldIn?: 'bag' | 'basket';
  /** the amount in the cook's own words, where it was not written in grams: "1 1/2 cups" */
  written?: string;
  /** what this lot gives against the reference; set by the plan, never by the recipe */
  potency?: number;
  /** this lot was decaffeinated; set by the plan, never by the recipe */
  decaf?: true;
};

/** One school of making a brew: its own water, amounts and stages. */
export type BrewWay = {
  id: string;
  /** in a sentence, after "by": "boiling, then steeping off the heat" */
  name: string;
  shortName: string;
  vesselKind: 'pot' | 'jar';
  waterMl: number;
  /** its water in the cook's own words, where it was not written in ml */
  waterWritten?: string;
  ingredients: readonly BrewIngredient[];
  stages: readonly Stage[];
  /** dry plant to water that the recipe allows, g/L */
  liquorRatio: { min: number; max: number };
  /** the fruit's pulp is poured with the drink instead of being strained off */
  keepPulp?: boolean;
  /** plants are held under by a weight */
  underWeight?: boolean;
  /** share of the vessel that stays empty against boiling over; an eighth if left out */
  headroom?: number;
  /** hours of rest after which it is at its best */
  restHours?: number;
  /** how unsure its amounts and its water are, one standard deviation on the log scale; as a scale and a jug give them if left out */
  unsure?: { amounts: number; water: number };
  /** what was measured of a making of it against the model: times as much steam, times as much held by its plants */
  asMeasured?: { steam: number; held: number };
};

/** One liquor of a drink, with the ways it can be made. */
export type Brew = { id: string; name: string; ways: readonly BrewWay[] };

/** What a part of the mix is poured from. */
export type MixSource =
  | { kind: 'brew'; brewId: string }
  /** a plain syrup, stirred from sugar and water */
  | { kind: 'syrup'; brix: number; sweetener: string }
  | { kind: 'water'; water: 'still' | 'sparkling' }
  /** juice or puree of the botanical table, poured by volume */
  | { kind: 'juice'; plant: string }
  | { kind: 'spirit'; name: string; abv: number };

/**
 * A part of the mix. `book` is what the jug as written has of it, ml: all that comes out of its brew, a volume, or the rest
 * up to the jug's volume. A part that no wish decides keeps its share. Parts at the glass are poured there, each glass its
 * share, and are no part of the jug: their `book` is ml to a litre of the glass, `written` what each glass of the recipe gets. Volumes asked for count them in.
 */
export type MixLine = {
  id: string;
  name: string;
  from: MixSource;
  book: number | 'all' | 'rest';
  at: 'jug' | 'glass';
  written?: string;
  /** poured over the rest and not stirred; at the glass */
  layered?: boolean;
  /** poured by taste: its amount is where one begins */
  toTaste?: boolean;
};

/** The glass: ml, g of ice, and when it is to be right. */
export type Serve = {
  glassMl: number;
  iceG: number;
  /** the drink is to be right this long after it is poured onto ice, min */
  rightAtMin: number;
  /** what goes onto the glass and is not computed: "a sprig of mint" */
  garnish?: string;
};

/** What is made is kept by bottles, undiluted: so large, and so many of them where it is made for that. */
export type Bottles = { ml: number; count?: number };

/**
 * A drink: its brews, how they are mixed, how it is served. The drink as written (each brew by its first
 * way or `book.wayId`, the mix by its `book` volumes), run forward with default figures, defines the house standard ×1.0, the glass as it is drunk.
 */
export type Drink = {
  v: 2;
  id: string;
  version: number;
  name: string;
  /** the first one carries the drink: the target's way and steep are its own */
  brews: readonly [Brew, ...Brew[]];
  mix: readonly MixLine[];
  serve: Serve;
  book: { wayId: string; jugMl: number; iced: boolean };
  defaults: PlanTarget;
  /** the cook's own plants that it uses, as they were when it was written */
  plants?: readonly OwnPlant[];
  note?: string;
  bottles?: Bottles;
  /** kept as it is, although it cannot be planned yet */
  draft?: true;
  /** a glass of the house is its standard: so many times the card's glass, of which batch, and since when (ISO) */
  ours?: Ours;
};

/** A glass of the house as the standard of a drink. */
export type Ours = { times: number; batchId: string; madeAt: string; since: string };

/** A second drink from the first brew: so much of the base with water. Sugar comes with the base alone. */
export type SecondDrink = { name: string; litres: number; strengthX: number; water: 'still' | 'sparkling' };

/** How one brew is to be made: by which way, and for how long its main stage takes, min. */
export type WayChoice = { wayId: string; steepMin: number };

/** What the cook asks for. Volumes at 20 °C; strength and sugar are those of the glass as it is drunk. */
export type PlanTarget = {
  /** as it stands on the card: nothing is scaled, and the figures below say what that makes */
  asWritten?: boolean;
  /** so many times what stands on the card; once where left out, and only beside `asWritten` */
  times?: number;
  litres: number;
  glassMl: number;
  iced: boolean;
  /** poured hot: the jug is warmed before serving; never together with ice */
  hot?: boolean;
  strengthX: number;
  sugarGPerL: number;
  /** acid as citric; if left out, juices are poured as the book has them */
  acidGPerL?: number;
  /** of the first brew: its way, and the length of its steep, min */
  wayId: string;
  steepMin: number;
  /** of the other brews; each one's first way as written where left out */
  others?: Readonly<Record<string, WayChoice>>;
  audience: Audience;
  /** for whose liking it is, by the name they taste under; the cook's where left out */
  drinker?: string;
  /** what is known of single ingredients, by "brew/ingredient" */
  provenance?: Readonly<Record<string, Provenance>>;
  /** what was confirmed of the whole, and on which day (ISO date) */
  confirmedOn?: Readonly<Partial<Record<PlanConfirmation, string>>>;
  /** cautions that a doctor, midwife or pharmacist was asked about, by rule, and on which day (ISO date) */
  asked?: Readonly<Record<string, string>>;
  /** how many drink of it; the litres are theirs together */
  people?: number;
  /** glasses that each drinker has in a day; two where left out */
  glassesEach?: number;
  /** when it is to be in the glass, ISO; the plan does not depend on it */
  readyBy?: string;
  second?: SecondDrink;
  /** what the lots at hand give against the reference, by plant */
  potency?: Readonly<Record<string, number>>;
};

/** What is known of a part of the mix goes by this in place of a brew: "mix/juice". */
export const OF_MIX = 'mix';

/** The name of an ingredient in a target's provenance. */
export const provenanceKey = (brewId: string, ingredientId: string): string => `${brewId}/${ingredientId}`;

/** The kitchen the plan is worked out for. */
export type Kitchen = {
  altitudeM: number;
  roomC: number;
  tapC: number;
  fridgeC: number;
  freezerC: number;
  burner: { kind: BurnerKind; watts: number };
  vessels: readonly Vessel[];
  /** mass of a drinking glass, g */
  glassG: number;
  /** where its water is from; drinking water where left out */
  waterFrom?: WaterFrom;
  burners?: number;
  /** watts of each ring, where they differ; all as `burner` where left out */
  rings?: readonly number[];
  /** a house estimate where left out, as the next two */
  fridgeRoom?: FridgeRoom;
  ice?: IceMaking;
  night?: Night;
  /** the cook's own tongue: of strength, and of sweetness and sharpness where they were tried too; the book's where left out */
  tongue?: Partial<Tongue> & { sweet?: Tongue; tart?: Tongue };
  units?: MeasureSystem;
  /** what its prices are in, as it is written behind a figure */
  currency?: string;
  /** the house's own measures, g, by plant: they go before the table's */
  measures?: Readonly<Record<string, OwnMeasures>>;
  instruments?: readonly Instrument[];
  /** who is at the table unless an occasion says otherwise */
  audience?: Audience;
};

/** How unsure a word is, ln, and by how many pours that is known. */
export type Tongue = { noise: number; pours: number };

/** Room in the fridge for drinks: litres, and the heat it takes out of what is warm beyond what its walls let in, W. */
export type FridgeRoom = { litres: number; watts: number };
/** Ice that is frozen at home: g a go, how long one takes, h, and how much the freezer keeps, g. */
export type IceMaking = { trayG: number; hours: number; storeG: number };

/** Where water may come from. */
export const WATERS = ['tap', 'well_tested', 'well_untested', 'spring', 'rain', 'stream'] as const;
/** One of {@link WATERS}. */
export type WaterFrom = (typeof WATERS)[number];

/** Instruments that a kitchen may have; figures are asked by what there is. */
export const INSTRUMENTS = ['scale', 'thermometer', 'refractometer', 'ph-meter', 'ph-strips', 'hydrometer'] as const;
/** One of {@link INSTRUMENTS}. */
export type Instrument = (typeof INSTRUMENTS)[number];

/** What a cup, spoon or piece of a plant weighs in this house, g. */
export type OwnMeasures = { cupG?: number; tbspG?: number; tspG?: number; pieceG?: number };

/** Accepted targets: screens, validation and tests read the same limits. */
export const TARGET_RANGES = {
  litres: { unit: 'L', min: 0.2, max: 20 },
  glassMl: { unit: 'ml', min: 50, max: 1000 },
  strengthX: { unit: '×', min: 0.2, max: 3 },
  sugarGPerL: { unit: 'g/L', min: 0, max: 250 },
  steepMin: { unit: 'min', min: 1, max: 1440 },
} as const;

/** Accepted glasses that each drinker has in a day, and what is taken where nobody said. House choice. */
export const GLASSES_EACH = { unit: 'glasses', min: 1, max: 12, usual: 2 } as const;

/** Accepted number of people at a table. */
export const PEOPLE_AT_TABLE = { unit: 'people', min: 1, max: 200 } as const;

/** Who shares the litres of a target: as many as were told, else as many as have two glasses of it; and what each then has. */
export function sharedBy({ litres, glassMl, people }: Pick<PlanTarget, 'litres' | 'glassMl' | 'people'>): {
  people: number;
  each: number;
} {
  const glasses = (1000 * litres) / glassMl;
  const count = people ?? Math.max(1, Math.round(glasses / GLASSES_EACH.usual));
  return { people: count, each: glasses / count };
}

/** Accepted times that a card is made at once. */
export const TIMES_RANGE = { unit: 'times', min: 0.1, max: 40 } as const;

/** Accepted strength of a lot against the reference. */
export const POTENCY_RANGE = { unit: '×', min: 0.2, max: 3 } as const;

/** Accepted second drink. */
export const SECOND_RANGES = {
  litres: { unit: 'L', min: 0.1, max: 20 },
  strengthX: { unit: '×', min: 0.1, max: 3 },
} as const;

/** Accepted acid of a target, where one is given. */
export const ACID_RANGE = { unit: 'g/L', min: 0, max: 20 } as const;

type LongStage = Extract<Stage, { kind: 'steep' | 'hold' }>;
const isLong = (s: Stage): s is LongStage => s.kind === 'steep' || s.kind === 'hold';

/**
 * The stage of a way that decides its strength by its length: its steep, or the hold of a decoction.
 * Undefined for what is not steeped at all, such as crushed fruit and sugar.
 */
export const mainStageOf = (way: BrewWay): LongStage | undefined =>
  way.stages.filter(isLong).find((s) => s.kind === 'steep') ?? way.stages.find(isLong);

/** Length of a way's main stage as written, min; 1 where it has none. */
export const writtenMinutes = (way: BrewWay): number => mainStageOf(way)?.minutes ?? 1;

/** A brew of a drink by its id; undefined where it has none of that name. */
export const brewOf = (drink: Drink, brewId: string): Brew | undefined => drink.brews.find((b) => b.id === brewId);

/** A way of the drink's first brew. */
export const wayOf = (drink: Drink, wayId: string): BrewWay | undefined =>
  drink.brews[0].ways.find((w) => w.id === wayId);

/** How a target makes a brew. */
export function choiceFor(drink: Drink, target: PlanTarget, brewId: string): WayChoice {
  if (brewId === drink.brews[0].id) return { wayId: target.wayId, steepMin: target.steepMin };
  const written = brewOf(drink, brewId)!.ways[0]!;
  return target.others?.[brewId] ?? { wayId: written.id, steepMin: writtenMinutes(written) };
}

/** A way with another length of its main stage. */
export function withSteep(way: BrewWay, minutes: number): BrewWay {
  const main = mainStageOf(way);
  return { ...way, stages: way.stages.map((s) => (s === main ? { ...main, minutes } : s)) };
}

/**
 * A pot whose cooling is its steep: left to stand with its plants in until it is cool, and steeped no other way. How long that
 * takes is the pot's own; a curve and a map are drawn of it as of a steep off the heat.
 */
export const coolingSteepOf = (way: BrewWay): Extract<Stage, { kind: 'cool' }> | undefined => {
  if (mainStageOf(way) || way.ingredients.length === 0) return undefined;
  const stages = untilStrained(way);
  if (!stages.some((s) => s.kind === 'strain')) return undefined;
  return stages.find((s) => s.kind === 'cool' && s.by === 'standing') as ReturnType<typeof coolingSteepOf>;
};

/** The same way with its cooling written as a steep of so many minutes; the way itself where its cooling is none. */
export function coolingAsSteep(way: BrewWay, minutes: number): BrewWay {
  const cool = coolingSteepOf(way);
  const asSteep = ({ id, lid, agitation }: Stage): Stage => ({
    id,
    lid,
    agitation,
    kind: 'steep',
    place: 'off-heat',
    minutes,
  });
  return cool ? { ...way, stages: way.stages.map((s) => (s === cool ? asSteep(s) : s)) } : way;
}

/** A way as it stays in the pot: everything up to the strain. */
export const untilStrained = (way: Pick<BrewWay, 'stages'>): readonly Stage[] => {
  const end = way.stages.findIndex((s) => s.kind === 'strain');
  return end < 0 ? way.stages : way.stages.slice(0, end + 1);
};

/** Whether a stage is the kettle's: a jar is never heated, water is heated for it and poured on. */
export const isKettle = (way: Pick<BrewWay, 'vesselKind' | 'stages'>, stage: Stage): boolean =>
  way.vesselKind === 'jar' && stage.kind === 'heat' && untilStrained(way).some((s) => s.id === stage.id);

/** What is done to the strained liquor. */
export const afterStraining = (way: BrewWay): readonly Stage[] => way.stages.slice(untilStrained(way).length);

/** A brew that ends as a syrup: it is sweetened by what is there. */
export const isSyrup = (way: BrewWay): boolean => way.stages.some((s) => s.kind === 'dissolve' && !('grams' in s.to));

/** A brew with an amount of sugar in it, which a wish for another sweetness changes. */
export const isSweetened = (way: BrewWay): boolean => way.stages.some((s) => s.kind === 'dissolve' && 'grams' in s.to);

/** A way with so many times as much of the amounts that sweeten it. */
export const sweeter = (way: BrewWay, times: number): BrewWay => ({
  ...way,
  stages: way.stages.map((s) =>
    s.kind === 'dissolve' && 'grams' in s.to ? { ...s, to: { grams: s.to.grams * times } } : s,
  ),
});

/** A way as far as so many of its stages, with what is in it by then. */
export function wayUpTo(way: BrewWay, count: number): BrewWay {
  const stages = way.stages.slice(0, count);
  const there = new Set(stages.map((s) => s.id));
  return {
    ...way,
    stages,
    ingredients: way.ingredients
      .filter((i) => there.has(i.enters.stageId))
      .map(({ leaves, ...i }) => (leaves && there.has(leaves.stageId) ? { ...i, leaves } : i)),
  };
}
