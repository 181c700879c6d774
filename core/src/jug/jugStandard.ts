import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Drink } from '../drink/drink';
import type { Liquid } from '../liquid/liquid';
import { bookOf } from '../plan/houseStandard';
import { InputError } from '../quantity/errors';
import type { Plants } from '../reference/plants';
import { usualStrength } from '../blend/stretch';

/**
 * What ×1 of a free jug is, g of body to a litre of the glass: a glass of a drink of the book, or the usual glass of what the jug
 * tastes of most; 1 where neither can be worked out.
 */
export function standardFor(
  like: Drink | undefined,
  parts: readonly { liquid: Liquid }[],
): { standard: number; likeName: string } {
  const glass = like && orNone(() => bookOf(like).standard);
  if (like && glass !== undefined) return { standard: glass, likeName: like.name };
  const strongest = parts.reduce<{ plant: string; x: number; own: Plants | undefined } | undefined>((best, p) => {
    for (const [plant, g] of Object.entries(p.liquid.bodyG))
      if (!best || g > best.x) best = { plant, x: g, own: p.liquid.own };
    return best;
  }, undefined);
  // The usual glass is a matter of the plant, not of this kitchen's pots. Juice has none: it is poured as it is.
  const usual = strongest && orNone(() => usualStrength(strongest.plant, DEFAULT_KITCHEN, strongest.own));
  return { standard: usual !== undefined && usual > 0 ? usual : 1, likeName: 'a usual glass' };
}

/** What cannot be worked out says so where it is looked at; here it is none. */
function orNone<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}
