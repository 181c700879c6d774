import { runBrew } from '../brew/brewRun';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { wayOf, type Drink } from '../drink/drink';
import { massesForSyrup } from '../sugar/syrup';
import { pourTogether, syrupOf, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { InputError } from '../quantity/errors';
import { iceFor, pourGlass } from './glass';
import { smallestVesselFor } from './vesselChoice';

/**
 * Weighted strength of the house standard, the glass that is ×1.0: the drink's own recipe run forward with the reference
 * figures. It is worked out anew each time and never stored, so a better model does not move what ×1.0 means.
 */
export function bookStandard(drink: Drink): number {
  const known = STANDARDS.get(drink);
  if (known !== undefined) return known;
  const standard = weightedStrength(bookGlass(drink));
  STANDARDS.set(drink, standard);
  return standard;
}

// A drink is never changed in place, so its standard can be kept for as long as the drink itself is.
const STANDARDS = new WeakMap<Drink, number>();

function bookGlass(drink: Drink): Liquid {
  const way = wayOf(drink, drink.book.wayId);
  if (!way) throw new InputError('bookStandard', 'book.wayId', `a way of ${drink.id}`, drink.book.wayId);
  const kitchen = DEFAULT_KITCHEN;
  const vessel = smallestVesselFor(kitchen.vessels, way, 1);
  if (!vessel) throw new InputError('bookStandard', 'waterMl', 'an amount that fits the default kitchen', way.waterMl);
  const { concentrate } = runBrew({ way, scale: 1, vessel, kitchen });
  const syrup = syrupOf(massesForSyrup({ volumeMl: drink.book.syrupMl, brix: drink.syrup.brix }));
  const waterMl = drink.book.jugMl - volumeMl(concentrate) - drink.book.syrupMl;
  if (waterMl < 0)
    throw new InputError('bookStandard', 'book.jugMl', 'at least concentrate and syrup', drink.book.jugMl);
  const jug = pourTogether(concentrate, syrup, waterOf(waterMl));
  const { serve } = drink;
  return pourGlass(
    jug,
    { glassMl: serve.glassMl, iceG: iceFor(serve, serve.glassMl, drink.book.iced) },
    kitchen,
    serve.rightAtMin,
  ).liquid;
}
