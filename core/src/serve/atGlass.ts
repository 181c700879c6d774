import type { Kitchen } from '../drink/drink';
import { toldLiquid } from '../jug/pourable';
import { portionOfVolume, pourTogether, spiritOf, volumeMl, type Liquid } from '../liquid/liquid';
import { pourGlass } from '../plan/glass';

// A single glass that was built from a base: what was poured beside it, so that what is said of it can be told of the base.

/** How a glass is filled up and served. */
export const SERVED_AS = ['iced', 'chilled', 'sparkling', 'hot'] as const;
/** One of {@link SERVED_AS}. */
export type ServedAs = (typeof SERVED_AS)[number];

/** In which state a glass is tasted that is served so. */
export const GLASS_STATE = { iced: 'iced', chilled: 'chilled', sparkling: 'chilled', hot: 'warm' } as const;

/** What was poured into one glass: ml, g; syrup in °Bx, spirit in % vol. */
export type GlassPour = {
  served: ServedAs;
  baseMl: number;
  waterMl: number;
  syrupMl: number;
  syrupBrix: number;
  lemonMl: number;
  spiritMl: number;
  abv: number;
  iceG: number;
};

/** Accepted figures of a glass. */
export const GLASS_POUR_RANGES = {
  baseMl: { unit: 'ml', min: 0, max: 1000 },
  waterMl: { unit: 'ml', min: 0, max: 1000 },
  syrupMl: { unit: 'ml', min: 0, max: 1000 },
  syrupBrix: { unit: '°Bx', min: 1, max: 80 },
  lemonMl: { unit: 'ml', min: 0, max: 1000 },
  spiritMl: { unit: 'ml', min: 0, max: 200 },
  abv: { unit: '% vol', min: 0.5, max: 96 },
  iceG: { unit: 'g', min: 0, max: 1000 },
} as const;

/** A glass over ice is right after so many minutes. House estimate: the middle of the glass. */
export const MINUTES_TO_RIGHT = 5;

/** A glass as it is drunk: so much of the base with what was poured beside it, and the ice as far as it has melted. */
export function afterGlass(base: Liquid, pour: GlassPour, kitchen: Kitchen): Liquid {
  const stand = pourTogether(
    portionOfVolume(base, Math.min(pour.baseMl, volumeMl(base))),
    toldLiquid({ kind: 'water', water: 'still' }, pour.waterMl, kitchen),
    toldLiquid({ kind: 'syrup', brix: pour.syrupBrix, sweetener: 'white_sugar' }, pour.syrupMl, kitchen),
    toldLiquid({ kind: 'juice', juice: 'lemon' }, pour.lemonMl, kitchen),
    ...(pour.spiritMl > 0 ? [spiritOf(pour.spiritMl, pour.abv)] : []),
  );
  if (!(pour.iceG > 0) || volumeMl(stand) === 0) return stand;
  return pourGlass(stand, { glassMl: volumeMl(stand), iceG: pour.iceG }, kitchen, MINUTES_TO_RIGHT).liquid;
}
