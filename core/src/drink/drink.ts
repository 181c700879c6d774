import type { Agitation } from '../extraction/extractionClass';
import type { Vessel } from '../heat/vessel';
import type { BurnerKind } from '../heat/heating';

export type Lid = 'open' | 'loose' | 'closed';

/** What is done to a brew, in order. Ingredients say themselves when they enter. */
export type Stage = { id: string; lid: Lid; agitation: Agitation } & (
  | { kind: 'heat'; to: 'boil' | number }
  | { kind: 'hold'; minutes: number }
  | { kind: 'steep'; place: 'off-heat' | 'fridge'; minutes: number }
  | { kind: 'strain'; through: 'fine-cloth' | 'paper' | 'sieve'; press: boolean }
);

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
};

/** One school of making a brew: its own water, amounts and stages. */
export type BrewWay = {
  id: string;
  /** in a sentence, after "by": "boiling, then steeping off the heat" */
  name: string;
  shortName: string;
  vesselKind: 'pot' | 'jar';
  waterMl: number;
  ingredients: readonly BrewIngredient[];
  stages: readonly Stage[];
  /** dry plant to water that the recipe allows, g/L */
  liquorRatio: { min: number; max: number };
};

export type Brew = { id: string; name: string; ways: readonly BrewWay[] };

export type Serve = {
  glassMl: number;
  iceG: number;
  /** the drink is to be right this long after it is poured onto ice, min */
  rightAtMin: number;
};

/**
 * A drink: its brew, how it is mixed, how it is served. `book` is the drink as written: run forward with default figures
 * it defines the house standard ×1.0, the glass as it is drunk.
 */
export type Drink = {
  id: string;
  version: number;
  name: string;
  brew: Brew;
  /** the plain syrup it is sweetened with, °Bx, and its sweetener */
  syrup: { brix: number; sweetener: string };
  serve: Serve;
  book: { wayId: string; jugMl: number; syrupMl: number; iced: boolean };
  defaults: PlanTarget;
};

/** What the cook asks for. Volumes at 20 °C; strength and sugar are those of the glass as it is drunk. */
export type PlanTarget = {
  litres: number;
  glassMl: number;
  iced: boolean;
  strengthX: number;
  sugarGPerL: number;
  wayId: string;
  /** length of the steep, min */
  steepMin: number;
  audience: Audience;
};

export type AudienceFlag = 'pregnant' | 'breastfeeding' | 'blood-pressure-medicine' | 'child' | 'infant' | 'vulnerable';
export type Audience = readonly AudienceFlag[];

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
};

/** Accepted targets: screens, validation and tests read the same limits. */
export const TARGET_RANGES = {
  litres: { unit: 'L', min: 0.2, max: 20 },
  glassMl: { unit: 'ml', min: 50, max: 1000 },
  strengthX: { unit: '×', min: 0.2, max: 3 },
  sugarGPerL: { unit: 'g/L', min: 0, max: 250 },
  steepMin: { unit: 'min', min: 1, max: 1440 },
} as const;

export const AUDIENCE_FLAGS: readonly AudienceFlag[] = [
  'pregnant',
  'breastfeeding',
  'blood-pressure-medicine',
  'child',
  'infant',
  'vulnerable',
];

/** The steep of a way; every way has exactly one. */
export function steepOf(way: BrewWay): Extract<Stage, { kind: 'steep' }> {
  const steep = way.stages.find((s): s is Extract<Stage, { kind: 'steep' }> => s.kind === 'steep');
  if (!steep) throw new Error(`way ${way.id} has no steep`);
  return steep;
}

export const wayOf = (drink: Drink, wayId: string): BrewWay | undefined => drink.brew.ways.find((w) => w.id === wayId);

/** A way with another length of its steep. */
export const withSteep = (way: BrewWay, minutes: number): BrewWay => ({
  ...way,
  stages: way.stages.map((s) => (s.kind === 'steep' ? { ...s, minutes } : s)),
});
