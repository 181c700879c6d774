import { botanicalBySlug, netBodyMax } from '../reference/botanicals';
import { InputError } from '../quantity/errors';
import { NO_LIQUID, volumeMl, type Liquid } from './liquid';

/**
 * Juice or puree of the botanical table: all of it is in at once, water included.
 * @throws InputError for a plant that is steeped instead
 */
export function stirredIn(plant: string, grams: number, potency = 1): Liquid {
  const b = botanicalBySlug(plant);
  if (b.extractionClass !== 'stirred_in') throw new InputError('stirredIn', 'plant', 'a juice or puree', plant);
  const given = grams * potency;
  return {
    ...NO_LIQUID,
    waterG: grams * (1 - b.bodyMax - b.harshMax),
    bodyG: { [b.slug]: given * netBodyMax(b) },
    harshG: { [b.slug]: given * b.harshMax },
    sugarG: b.sugar > 0 ? { [`own:${b.slug}`]: given * b.sugar } : {},
    acidG: given * b.citricEq,
    caffeineMg: given * b.caffeineMgPerG,
  };
}

/** A volume of a juice or puree, ml at 20 °C. */
export function juiceOf(plant: string, ml: number): Liquid {
  const gPerMl = 100 / volumeMl(stirredIn(plant, 100));
  return stirredIn(plant, ml * gPerMl);
}
