import { absorptivity } from '../colour/liquorColour';
import { acidGPerL, bodyGPerL, ownSugarOf, sugarGPerL, totalOf, volumeMl, type Liquid } from '../liquid/liquid';
import { strengthShares, weightedStrength } from '../liquid/strength';
import { sweetGPerL } from '../liquid/sweetness';
import { netBodyMax } from '../reference/botanicals';
import { plantIn } from '../reference/plants';

// What is wanted of a jug, each a figure per litre that adds when liquids are poured together: so a solver can weigh them.

const BANDS = Array.from({ length: 16 }, (_, i) => 400 + 20 * i);

/** Depth of colour: what the liquid swallows of all visible light, as mean absorbance to a centimetre. */
export function colourDepthPerCm(l: Liquid, ph = acidGPerL(l) > 0.5 ? 3 : 6.5): number {
  let depth = 0;
  for (const plant in l.bodyG) {
    const b = plantIn(l.own, plant);
    if (b.colourFamily === 'none' || netBodyMax(b) === 0) continue;
    const gPerL = (bodyGPerL(l, plant) * b.bodyMax) / netBodyMax(b);
    for (const band of BANDS) depth += (gPerL * absorptivity(b.colourFamily, band, ph)) / BANDS.length;
  }
  return depth;
}

/** How deep a glass is to look. */
export type Shade = 'pale' | 'middle' | 'deep';

/** Absorbance to a centimetre: a 7 cm glass lets about half of the light through at the edge of pale, a sixth at that of deep. House estimates. */
export const SHADES: Readonly<Record<Shade, { min: number; max: number }>> = {
  pale: { min: 0, max: 0.045 },
  middle: { min: 0.045, max: 0.11 },
  deep: { min: 0.11, max: Infinity },
};

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
        strength: weightedStrength(l) / standard,
        sugar: sweetGPerL(l),
        acid: acidGPerL(l),
        ...(harsh ? { harsh: harsh(l) } : {}),
        ...Object.fromEntries(flavours.map((x) => [`flavour:${x}`, flavourGPerL(l, x)])),
      };

/** Whether a liquid has anything to taste at all. */
export const isPlain = (l: Liquid): boolean => totalOf(l.bodyG) + totalOf(l.sugarG) + l.acidG + l.ethanolG === 0;
