import { leafOf, type Plan } from '../plan/planDrink';
import { massG } from '../liquid/liquid';
import { juiceOf } from '../liquid/stirredIn';
import { roundTo } from '../quantity/kitchenMeasures';
import type { Botanical } from '../reference/botanicals';
import { plantIn, plantsOf, type Plants } from '../reference/plants';
import { FRUITS, fruitYield, type Fruit } from '../reference/fruit';
import { SWEETENERS } from '../sugar/sweeteners';
import { pickingOf, type Picking } from './picking';
import { entryOf, onHandG, type PantryEntry } from './pantry';

/** One thing a plan needs. */
export type ShoppingLine = {
  plant: string;
  name: string;
  needG: number;
  /** in the cook's own words, where one line of the recipe is all of it */
  written?: string;
  haveG: number;
  /** what is missing, in the units it is sold in; undefined where there is enough */
  buy: { grams: number; text: string; spare: boolean } | undefined;
  /** for what grows wild: when and how */
  picking: Picking | undefined;
  /** of what the plan uses, where the price is known */
  cost: number | undefined;
};

/** Ordinary packets of dried goods, g. House estimate; the pantry's own packet goes before it. */
const PACKETS_G = [25, 50, 100, 250, 500, 1000] as const;

/** Lighter pieces than this, g, are bought by weight. House choice. */
const BOUGHT_BY_PIECE_G = 3;

/** One whole fruit in so many is bruised inside, and one is this much larger or smaller than another. House estimates. */
const SPARE_IN = 5;
const NO_TWO_ALIKE = 0.15;

/** Whole pieces to buy for so many: as many as a recipe counts, and one to spare where there are enough for one to be bad. */
function piecesFor(wanted: number): { count: number; spare: boolean } {
  const counted = Math.max(1, Math.ceil(wanted - NO_TWO_ALIKE));
  const spare = counted >= SPARE_IN;
  return { count: counted + (spare ? 1 : 0), spare };
}

/** What a plan needs, what of it is there, what to buy or pick. Juice is bought as the fruit it is pressed from. */
export function shoppingList(plan: Plan, pantry: readonly PantryEntry[]): ShoppingLine[] {
  return [...needsOf(plan)].map(([plant, needG]) => {
    const uses = leafOf(plan).filter((l) => l.plant === plant);
    const written = uses.length === 1 && Math.abs(uses[0]!.grams - needG) < 0.01 ? uses[0]!.written : undefined;
    return { ...lineOf(plant, needG, pantry, plantsOf(plan.drink)), ...(written === undefined ? {} : { written }) };
  });
}

/** What several plans need together: each thing once, against all that is there of it. */
export function shoppingForAll(plans: readonly Plan[], pantry: readonly PantryEntry[]): ShoppingLine[] {
  const all = new Map<string, { needG: number; plants: Plants }>();
  for (const plan of plans)
    for (const [plant, g] of needsOf(plan)) {
      const before = all.get(plant);
      all.set(plant, { needG: (before?.needG ?? 0) + g, plants: before?.plants ?? plantsOf(plan.drink) });
    }
  return [...all].map(([plant, { needG, plants }]) => lineOf(plant, needG, pantry, plants));
}

/** Grams of each thing that a plan uses. */
function needsOf(plan: Plan): ReadonlyMap<string, number> {
  const needs = new Map<string, number>();
  const need = (plant: string, g: number): void => void needs.set(plant, (needs.get(plant) ?? 0) + g);
  for (const l of leafOf(plan)) need(l.plant, l.grams);
  for (const { id, from } of plan.drink.mix) {
    const ml = (plan.jug.mix[id] ?? 0) + (plan.glass.atGlassMl[id] ?? 0) * plan.glass.count;
    if (from.kind === 'juice' && ml > 0.5)
      need(from.plant, massG(juiceOf(plantIn(plantsOf(plan.drink), from.plant), ml)));
  }
  for (const s of plan.syrups) if (s.sugarG > 0.5) need(s.sweetener, s.sugarG);
  for (const b of plan.brews) for (const [kind, g] of Object.entries(b.sweetenedG)) if (g > 0.5) need(kind, g);
  return needs;
}

function lineOf(plant: string, needG: number, pantry: readonly PantryEntry[], plants: Plants): ShoppingLine {
  const sweetener = sweetenerOf(plant);
  const b = sweetener ? undefined : plantIn(plants, plant);
  const entry = entryOf(pantry, plant);
  const haveG = onHandG(entry);
  const missing = needG - haveG;
  return {
    plant,
    name: (sweetener ?? b)!.name,
    needG,
    haveG,
    buy: missing > 0.05 ? inShopUnits(plant, b, missing, entry) : undefined,
    picking: pickingOf(plant),
    cost: entry?.pricePerKg === undefined ? undefined : (needG / 1000) * entry.pricePerKg,
  };
}

const sweetenerOf = (kind: string): { name: string } | undefined =>
  (SWEETENERS as Readonly<Record<string, { name: string }>>)[kind];

/** The whole fruit that a juice or fresh fruit comes from; small fruit is bought by weight. */
function fruitOf(plant: string): Fruit | undefined {
  const found = (Object.entries(FRUITS) as [string, Fruit][]).find(
    ([key]) => plant === `${key}_juice` || plant === `${key}_fresh` || plant === `${key}_peel_fresh`,
  )?.[1];
  return found && found.pieceG >= 40 ? found : undefined;
}

function inShopUnits(
  plant: string,
  b: Botanical | undefined,
  missingG: number,
  entry: PantryEntry | undefined,
): ShoppingLine['buy'] {
  const fruit = fruitOf(plant);
  if (fruit) {
    const given = fruitYield(fruit, 1);
    const perPiece = plant.endsWith('_juice')
      ? massG(juiceOf(b!, given.juiceMl))
      : plant.endsWith('_peel_fresh')
        ? (fruit.zestGPerPiece ?? given.wholeG * 0.1)
        : given.usableG;
    const pieces = piecesFor(missingG / perPiece);
    return {
      grams: pieces.count * fruit.pieceG,
      text: `${pieces.count} × ${fruit.name.toLowerCase()}`,
      spare: pieces.spare,
    };
  }
  if (b?.pieceG && b.pieceName && (b.form === 'bag' || b.pieceG >= BOUGHT_BY_PIECE_G)) {
    const own = entry?.measures?.pieceG ?? b.pieceG;
    const pieces =
      b.form === 'fresh' ? piecesFor(missingG / own) : { count: Math.ceil(missingG / own - 0.02), spare: false };
    return { grams: pieces.count * own, text: `${pieces.count} × ${b.pieceName}`, spare: pieces.spare };
  }
  if (b && (b.form === 'fresh' || b.form === 'puree' || b.form === 'juice' || b.form === 'frozen')) {
    const grams = Math.ceil((missingG * 1.1) / 10) * 10;
    return { grams, text: `${grams} g, a tenth to spare`, spare: true };
  }
  const pack = entry?.packG ?? PACKETS_G.find((g) => g >= missingG) ?? 1000;
  const packs = Math.ceil(missingG / pack);
  return {
    grams: packs * pack,
    text: packs === 1 ? `a packet of ${pack} g` : `${packs} packets of ${pack} g`,
    spare: false,
  };
}

/** What a drink costs, where prices are known, and how many of its things have none. */
export function costOf(
  lines: readonly ShoppingLine[],
  glasses: number,
): { total: number; aGlass: number; unknown: number } {
  const total = lines.reduce((sum, l) => sum + (l.cost ?? 0), 0);
  return {
    total: roundTo(total, 0.01),
    aGlass: glasses > 0 ? roundTo(total / glasses, 0.01) : 0,
    unknown: lines.filter((l) => l.cost === undefined).length,
  };
}
