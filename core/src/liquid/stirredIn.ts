import { netBodyMax, type Botanical } from '../reference/botanicals';
import { bearingsOf } from '../reference/bearing';
import type { Plants } from '../reference/plants';
import { InputError } from '../quantity/errors';
import { NO_LIQUID, ownSugarOf, volumeMl, type ByKind, type Liquid } from './liquid';

/** Grams of a plant that are spent, by what is drawn out of it; `cooked` are those that are cooked through. */
export type Spent = { body: number; tongue: number; oil: number; cooked: number };

/**
 * What a plant gives to a liquid, without any water: so many grams of it spent, all alike where one number is given, and raw.
 * A plant of the cook's own brings its figures along.
 */
export function givenBy(b: Botanical, spent: number | Spent): Liquid {
  const {
    body: grams,
    tongue,
    oil,
    cooked,
  } = typeof spent === 'number' ? { body: spent, tongue: spent, oil: spent, cooked: 0 } : spent;
  return {
    ...NO_LIQUID,
    bodyG: { [b.slug]: grams * netBodyMax(b) },
    harshG: { [b.slug]: tongue * b.harshMax },
    oilG: oil > 0 && smells(b) ? { [b.slug]: oil } : NONE,
    cookedG: cooked > 0 && stews(b) ? { [b.slug]: cooked } : NONE,
    sugarG: b.sugar > 0 ? { [ownSugarOf(b.slug)]: grams * b.sugar } : {},
    acidG: grams * b.citricEq,
    caffeineMg: grams * b.caffeineMgPerG,
    ...(b.madeOf ? { own: tableOf(b) } : {}),
  };
}

const NONE: ByKind = {};

/** Whether its oils are what makes it harsh. */
export const smells = (b: Botanical): boolean => bearingsOf(b).some((p) => p.bearing.kind !== 'tongue');
/** Whether it tastes stewed when it is cooked long. */
export const stews = (b: Botanical): boolean => bearingsOf(b).some((p) => p.bearing.stewedGPerL !== undefined);

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
 * Juice, puree, milk, spirit, extract, salt: all of it is in at once, with its water, its pulp and its alcohol.
 * @throws InputError for a plant that is steeped instead
 */
export function stirredIn(b: Botanical, grams: number, potency = 1): Liquid {
  if (b.extractionClass !== 'stirred_in') throw new InputError('stirredIn', 'plant', 'a juice or puree', b.slug);
  const given = givenBy(b, grams * potency);
  const { water = 1 - b.bodyMax - b.harshMax, pulp = 0, alcohol = 0, salt = 0, milk = 0 } = b.matter ?? {};
  return {
    ...given,
    waterG: grams * water,
    pulpG: grams * pulp,
    ethanolG: grams * alcohol,
    milkMl: (milk * grams) / MILK_G_PER_ML,
    ...(salt > 0 ? { saltG: grams * salt, bodyG: NONE } : {}),
  };
}

const MILK_G_PER_ML = 1.03;

/** A volume of what is in at once, ml at 20 °C. */
export function juiceOf(b: Botanical, ml: number): Liquid {
  const gPerMl = 100 / volumeMl(stirredIn(b, 100));
  return stirredIn(b, ml * gPerMl);
}
