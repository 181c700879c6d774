import { netBodyMax, type Botanical } from '../reference/botanicals';
import type { Plants } from '../reference/plants';
import { InputError } from '../quantity/errors';
import { NO_LIQUID, ownSugarOf, volumeMl, type Liquid } from './liquid';

/**
 * What a plant gives to a liquid, without any water: so many grams of it given up whole, and its harshness as of so many grams.
 * A plant of the cook's own brings its figures along.
 */
export function givenBy(b: Botanical, grams: number, harshGrams = grams): Liquid {
  return {
    ...NO_LIQUID,
    bodyG: { [b.slug]: grams * netBodyMax(b) },
    harshG: { [b.slug]: harshGrams * b.harshMax },
    sugarG: b.sugar > 0 ? { [ownSugarOf(b.slug)]: grams * b.sugar } : {},
    acidG: grams * b.citricEq,
    caffeineMg: grams * b.caffeineMgPerG,
    ...(b.madeOf ? { own: tableOf(b) } : {}),
  };
}

function tableOf(b: Botanical): Plants {
  const known = TABLES.get(b);
  if (known) return known;
  const table = { [b.slug]: b };
  TABLES.set(b, table);
  return table;
}

// One table a plant, so that liquids of the same plant are poured together without comparing its figures.
const TABLES = new WeakMap<Botanical, Plants>();

/**
 * Juice or puree: all of it is in at once, water included.
 * @throws InputError for a plant that is steeped instead
 */
export function stirredIn(b: Botanical, grams: number, potency = 1): Liquid {
  if (b.extractionClass !== 'stirred_in') throw new InputError('stirredIn', 'plant', 'a juice or puree', b.slug);
  return { ...givenBy(b, grams * potency), waterG: grams * (1 - b.bodyMax - b.harshMax) };
}

/** A volume of a juice or puree, ml at 20 °C. */
export function juiceOf(b: Botanical, ml: number): Liquid {
  const gPerMl = 100 / volumeMl(stirredIn(b, 100));
  return stirredIn(b, ml * gPerMl);
}
