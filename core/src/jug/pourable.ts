import { JUICES, type Juice, type JuiceName } from '../acid/acidSources';
import { liquidAsMade, type HowMade } from '../blend/stretch';
import type { Kitchen } from '../drink/drink';
import {
  addSweetener,
  NO_LIQUID,
  portionOf,
  spiritOf,
  syrupOf,
  volumeMl,
  waterOf,
  type Liquid,
} from '../liquid/liquid';
import { InputError } from '../quantity/errors';
import { requireInRange, requireNotNegative } from '../quantity/range';
import { givenBy, juiceOf } from '../liquid/stirredIn';
import { botanicalBySlug, botanicals, netBodyMax } from '../reference/botanicals';
import type { Facts, IngredientFact } from '../safety/facts';
import type { SweetenerName } from '../sugar/sweeteners';
import { massesForSyrup } from '../sugar/syrup';

// Anything a jug can be filled from, as far as a cook knows it: off the shelf, out of a running pot, or told ad hoc.

/** Where a liquid comes from. */
export type Pourable =
  /** a jug or bottle of the shelf */
  | { kind: 'shelf'; batchId: string; vesselId: string }
  /** a brew that is not bottled yet: measured, or still as the model expects it */
  | { kind: 'brew'; batchId: string; brewId: string }
  /** a jug that was poured together before, or a bottle that was filled from it */
  | { kind: 'jug'; jugId: string; vesselId?: string }
  /** told by how it was made */
  | { kind: 'made'; made: HowMade }
  /** told by a refractometer: all that is dissolved taken for this plant's, in its proportions */
  | { kind: 'read'; plant: string; brix: number }
  | { kind: 'syrup'; brix: number; sweetener: string }
  /** as it comes: honey, maple syrup, sugar by its weight */
  | { kind: 'sweetener'; sweetener: SweetenerName }
  /** whatever is in at once, by its name in the table */
  | { kind: 'juice'; juice: string }
  | { kind: 'water'; water: 'still' | 'sparkling' }
  | { kind: 'spirit'; name: string; abv: number };

/** What stands in the house and is looked up, not worked out. */
export type Kept = Extract<Pourable, { kind: 'shelf' | 'brew' | 'jug' }>;
/** A liquid that is not kept in the notebook, and is told instead. */
export type Told = Exclude<Pourable, Kept>;

/** Whether it stands in the house and is looked up, rather than told. */
export const isKept = (from: Pourable): from is Kept =>
  from.kind === 'shelf' || from.kind === 'brew' || from.kind === 'jug';

/** Accepted readings and strengths of what is told. */
export const POURABLE_RANGES = {
  readBrix: { unit: '°Bx', min: 0.1, max: 30 },
  syrupBrix: { unit: '°Bx', min: 1, max: 80 },
  abv: { unit: '% vol', min: 0.5, max: 96 },
} as const;

/**
 * A volume of something told, ml at 20 °C.
 * @throws InputError for a reading or strength outside {@link POURABLE_RANGES}, or a making that leaves nothing to pour
 */
export function toldLiquid(from: Told, ml: number, kitchen: Kitchen): Liquid {
  requireNotNegative('toldLiquid', 'ml', ml, 'ml');
  if (ml === 0) return NO_LIQUID;
  switch (from.kind) {
    case 'made':
      return toVolume(liquidAsMade(from.made, kitchen), ml);
    case 'read':
      return toVolume(readLiquid(from.plant, from.brix), ml);
    case 'syrup':
      requireInRange('toldLiquid', 'brix', from.brix, POURABLE_RANGES.syrupBrix);
      return syrupOf({ ...massesForSyrup({ volumeMl: ml, brix: from.brix }), kind: from.sweetener });
    case 'sweetener':
      return toVolume(sweetenerLiquid(from.sweetener), ml);
    case 'juice':
      return juiceOf(botanicalBySlug(pouredPlantOf(from.juice)), ml);
    case 'water':
      return waterOf(ml);
    case 'spirit':
      requireInRange('toldLiquid', 'abv', from.abv, POURABLE_RANGES.abv);
      return spiritOf(ml, from.abv);
  }
}

function toVolume(l: Liquid, ml: number): Liquid {
  const all = volumeMl(l);
  if (!(all > 0)) throw new InputError('toldLiquid', 'made', 'a making that leaves something to pour', `${all} ml`);
  return portionOf(l, ml / all);
}

/** 100 g of a liquor of a Brix, whose solids are this plant's in the proportions it gives them. */
function readLiquid(plant: string, brix: number): Liquid {
  requireInRange('toldLiquid', 'brix', brix, POURABLE_RANGES.readBrix);
  const b = botanicalBySlug(plant);
  const all = netBodyMax(b) + b.harshMax + b.sugar + b.citricEq;
  return { ...givenBy(b, all > 0 ? brix / all : 0), waterG: 100 - brix };
}

/** 100 g of it. */
function sweetenerLiquid(name: SweetenerName): Liquid {
  return addSweetener(NO_LIQUID, 100, name);
}

/** Names that earlier releases gave juices; every juice is a thing of the table. */
const JUICE_SLUGS: Readonly<Record<JuiceName, string>> = {
  lemon: 'lemon_juice',
  lime: 'lime_juice',
  key_lime: 'key_lime_juice',
  orange: 'orange_juice',
  mandarin: 'mandarin_juice',
  grapefruit: 'grapefruit_juice',
  pineapple: 'pineapple_juice',
  apple: 'apple_juice',
  cranberry: 'cranberry_juice',
  passion_fruit: 'passion_fruit_juice',
  pomegranate: 'pomegranate_juice',
  sour_cherry: 'sour_cherry_juice',
  grape: 'grape_juice_red',
  raspberry: 'raspberry_juice',
  strawberry: 'strawberry_juice',
  mango: 'mango_puree',
  guava: 'guava_puree',
  peach: 'peach_puree',
  watermelon: 'watermelon_juice',
};
/** The thing of the table that is poured. */
export const pouredPlantOf = (juice: string): string =>
  (JUICE_SLUGS as Readonly<Record<string, string>>)[juice] ?? juice;

/** Juice of one fruit, ml, with its range; undefined for what is not juiced by the piece. */
export function juicePerFruit(plant: string): { value: number; low: number; high: number } | undefined {
  const name = Object.keys(JUICE_SLUGS).find((n) => JUICE_SLUGS[n as JuiceName] === plant);
  return name ? (JUICES as Readonly<Record<string, Juice>>)[name]!.mlPerFruit : undefined;
}

/** Everything that can be poured as it is: juice, puree, milk, extract, vinegar. Spirits are told by their strength instead. */
export const POURED_THINGS: readonly string[] = botanicals()
  .filter((b) => b.extractionClass === 'stirred_in' && b.role !== 'spirit')
  .map((b) => b.slug);

/** What rules are told of a volume of something told: its plants, whether it was ever hot, its alcohol. */
export function toldFacts(from: Told, ml: number): Facts {
  const ingredient = (slug: string, g: number): readonly IngredientFact[] => [{ slug, g }];
  switch (from.kind) {
    case 'made': {
      const { plant, grams, waterMl, minutes, place } = from.made;
      const stage = place === 'fridge' ? 'cold_steep' : place === 'simmered' ? 'decoct' : 'hot_steep';
      return {
        ingredients: ingredient(plant, (grams * ml) / waterMl),
        stages: [{ kind: stage, temp_c: place === 'fridge' ? 4 : place === 'simmered' ? 99 : 92, minutes }],
      };
    }
    case 'read': {
      const b = botanicalBySlug(from.plant);
      const all = netBodyMax(b) + b.harshMax + b.sugar + b.citricEq;
      return { ingredients: ingredient(from.plant, all > 0 ? ((from.brix / 100) * ml) / all : 0) };
    }
    case 'juice':
      return { ingredients: ingredient(pouredPlantOf(from.juice), ml) };
    case 'sweetener':
    case 'syrup':
      return {
        ingredients: from.sweetener === 'honey' ? ingredient('honey', ml) : [],
        additions: { sugar: true, ...(from.sweetener === 'honey' ? { honey: true } : {}) },
      };
    case 'spirit':
      return { additions: { alcohol_ml: ml, abv: from.abv, alcohol_type: 'bought' } };
    case 'water':
      return {};
  }
}

/** What a millilitre in the jug weighs of a dry or liquid sweetener, g: it is measured by the scale. */
export const sweetenerGPerMl = (name: SweetenerName): number => 100 / volumeMl(sweetenerLiquid(name));
