import type { MixLine, MixSource } from '../drink/drink';
import { InputError } from '../quantity/errors';
import { juiceOf } from '../liquid/stirredIn';
import { spiritOf, syrupOf, waterOf, type Liquid } from '../liquid/liquid';
import { plantIn, type Plants } from '../reference/plants';
import { massesForSyrup } from '../sugar/syrup';

/**
 * What a part of the mix pours when it is not a brew, ml at 20 °C. Its juice may be of a plant that the drink brings along.
 * @throws InputError for a brew: that is made, not poured from a bottle
 */
export function lineLiquid(from: MixSource, ml: number, plants: Plants): Liquid {
  switch (from.kind) {
    case 'syrup':
      return syrupOf({ ...massesForSyrup({ volumeMl: ml, brix: from.brix }), kind: from.sweetener });
    case 'water':
      return waterOf(ml);
    case 'juice':
      return juiceOf(plantIn(plants, from.plant), ml);
    case 'spirit':
      return spiritOf(ml, from.abv);
    case 'brew':
      throw new InputError('lineLiquid', 'from', 'a part that is not brewed', from.brewId);
  }
}

/** Whether a part is never short: water, still or sparkling. */
export const isEndless = ({ from }: MixLine): boolean => from.kind === 'water';
