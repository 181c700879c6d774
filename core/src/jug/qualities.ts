import { colourDepthPerCm } from '../liquid/colour';
import { acidGPerL, ownSugarOf, sugarGPerL, totalOf, volumeMl, type Liquid } from '../liquid/liquid';
import { strengthShares, timesStandard } from '../liquid/strength';
import { sweetGPerL } from '../liquid/sweetness';

// What is wanted of a jug, each a figure per litre that adds when liquids are poured together: so a solver can weigh them.

/** How deep a glass is to look. */
export type Shade = 'pale' | 'middle' | 'deep';

/** Mean absorbance to a centimetre: green tea is pale, roselle and black tea are deep. House estimates. */
export const SHADES: Readonly<Record<Shade, { min: number; max: number }>> = {
  pale: { min: 0, max: 0.1 },
  middle: { min: 0.1, max: 0.35 },
  deep: { min: 0.35, max: Infinity },
};

/** How dark and of which colour family a liquid is. */
export function shadeOf(l: Liquid): Shade {
  const depth = colourDepthPerCm(l);
  return depth <= SHADES.pale.max ? 'pale' : depth < SHADES.deep.min ? 'middle' : 'deep';
}

/** A taste that can be named by itself: a plant, or a fruit by its juice. */
export type Flavour = string;

/** Content of one flavour, g/L: a plant's body, or a juice's own sugar. */
export const flavourGPerL = (l: Liquid, flavour: Flavour): number => {
  const litres = volumeMl(l) / 1000;
  return litres === 0 ? 0 : ((l.bodyG[flavour] ?? 0) + (l.sugarG[ownSugarOf(flavour)] ?? 0)) / litres;
};

/** Flavours that a drinker could name: at least a thirtieth of the strength, or a gram a litre of a fruit's sugar. */
export function flavoursOf(l: Liquid): readonly Flavour[] {
  const shares = strengthShares(l);
  const plants = Object.keys(shares).filter((p) => shares[p]! >= 1 / 30);
  const fruits = Object.keys(l.sugarG)
    .filter((k) => k.startsWith('own:') && (1000 * l.sugarG[k]!) / volumeMl(l) >= 1)
    .map((k) => k.slice(4));
  return [...new Set([...plants, ...fruits])];
}

/** Whether there is any of it: something to weigh. */
export const isSweet = (l: Liquid): boolean => sugarGPerL(l) > 150;

/**
 * Figures per litre by the goals they answer, for strength counted in times of `standard`.
 * @param harsh harshness as a figure that adds, for where it is asked
 */
export const qualitiesOf = (
  l: Liquid,
  standard: number,
  flavours: readonly Flavour[] = [],
  harsh?: (l: Liquid) => number,
): Record<string, number> =>
  volumeMl(l) === 0
    ? {}
    : {
        strength: timesStandard(l, standard),
        sugar: sweetGPerL(l),
        acid: acidGPerL(l),
        ...(harsh ? { harsh: harsh(l) } : {}),
        ...Object.fromEntries(flavours.map((x) => [`flavour:${x}`, flavourGPerL(l, x)])),
      };

/** Whether a liquid has anything to taste at all. */
export const isPlain = (l: Liquid): boolean => totalOf(l.bodyG) + totalOf(l.sugarG) + l.acidG + l.ethanolG === 0;
