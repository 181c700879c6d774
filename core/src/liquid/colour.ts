import { CITRIC_G_PER_MOL, phOf } from '../acid/ph';
import { JUICES, type Juice, type JuiceName } from '../acid/acidSources';
import type { ColourantName } from '../colour/colourants';
import { butterflyPeaAt, depthPerCm, liquorColour, toHex, type Coloured, type Rgb } from '../colour/liquorColour';
import { botanicalIfKnown, netBodyMax, type Botanical } from '../reference/botanicals';
import { plantColour } from '../reference/plantColours';
import { plantIn } from '../reference/plants';
import { ownSugarOf, plantOfBody, volumeMl, type Liquid } from './liquid';

/** What an ordinary brew has out of a plant. House estimate: it is how the colours of the table were set. */
const USUALLY_OUT = 0.75;

/** Below this petals that turn are red. */
const ACID_PH = 4.5;

/** Of the cations that come with a gram of acid, and that tap water brings, eq: house estimates after roselle, and water of medium hardness. */
const CATION_EQ = { perGAcid: 0.9e-3, perLWater: 2e-3 } as const;

/**
 * pH of a liquid, ±0.3, by the acid in it, for its colour alone: it is never a proof that something keeps.
 * A liquid with hardly any acid is taken for a mild brew.
 */
export function phOfLiquid(l: Liquid): number {
  const litres = volumeMl(l) / 1000;
  if (litres === 0) return MILD_PH;
  const ph = phOf({
    citricMolPerL: l.acidG / litres / CITRIC_G_PER_MOL,
    strongCationEqPerL: CATION_EQ.perLWater + (CATION_EQ.perGAcid * l.acidG) / litres,
  });
  return Math.min(MILD_PH, ph);
}
const MILD_PH = 6.5;

/** Everything in a liquid that colours it, against its ordinary strength. */
export function colouredBy(l: Liquid, ph: number): Coloured[] {
  const litres = volumeMl(l) / 1000;
  if (litres === 0) return [];
  const plants = Object.entries(l.bodyG).flatMap(([name, g]) =>
    ofPlant(plantIn(l.own, plantOfBody(name)), g / litres, ph),
  );
  const sugars = Object.entries(l.sugarG).flatMap(([kind, g]) => ofSugar(kind, g / litres));
  return [...plants, ...sugars];
}

function ofPlant(b: Botanical, gPerL: number, ph: number): Coloured[] {
  // A mix of the cook's own colours as its parts do.
  if (b.madeOf) {
    const whole = netBodyMax(b);
    return b.madeOf.flatMap(({ plant, share }) => {
      const part = botanicalIfKnown(plant);
      return part && whole > 0 ? ofPlant(part, (gPerL / whole) * share * netBodyMax(part), ph) : [];
    });
  }
  const colour = plantColour(b);
  const full = netBodyMax(b);
  if (!colour || full <= 0) return [];
  const ordinary = colour.atGPerL ?? USUALLY_OUT * b.dose.typical;
  const times = (colour.times * gPerL) / full / ordinary;
  if (colour.as === 'butterfly_pea') return butterflyPeaAt(ph).map((c) => ({ ...c, times: c.times * times }));
  const colourant = ph < ACID_PH && colour.inAcid ? colour.inAcid : colour.as;
  return [{ colourant, times, ...(colour.haze === undefined ? {} : { hazeShare: colour.haze }) }];
}

/** Sweeteners that colour, with their solids in a litre at the ordinary strength of what they are drawn as. */
const BROWN: Readonly<Record<string, readonly [ColourantName, gPerL: number]>> = {
  brown_sugar_packed: ['brown_sugar_dark', 80],
  brown_sugar_loose: ['brown_sugar_dark', 80],
  jaggery: ['brown_sugar_dark', 80],
  date_syrup: ['brown_sugar_dark', 60],
  raw_sugar: ['brown_sugar_dark', 80 / 0.15],
  molasses: ['molasses', 23],
  honey: ['honey_amber', 66],
  golden_syrup: ['honey_amber', 66],
  maple_syrup: ['maple_syrup', 80],
};

/** What a juice or puree is drawn as, and how much of that it is neat. */
const JUICE_COLOUR: Readonly<Record<JuiceName, readonly [ColourantName, times: number]>> = {
  lemon: ['lemon_juice', 1],
  lime: ['lemon_juice', 1],
  key_lime: ['lemon_juice', 1],
  orange: ['orange_juice', 1],
  mandarin: ['orange_juice', 1],
  grapefruit: ['grapefruit_juice', 1],
  pineapple: ['pineapple_juice', 1],
  apple: ['apple_juice_clear', 1],
  cranberry: ['cranberry_juice', 1],
  passion_fruit: ['orange_juice', 1],
  pomegranate: ['pomegranate_juice', 1],
  sour_cherry: ['sour_cherry', 1],
  grape: ['grape_juice_red', 1],
  raspberry: ['raspberry_puree', 1000 / 130],
  strawberry: ['strawberry_puree', 1000 / 150],
  mango: ['mango_puree', 1000 / 180],
  guava: ['peach_puree', 1000 / 200],
  peach: ['peach_puree', 1000 / 200],
  watermelon: ['watermelon', 1000 / 600],
};

function ofSugar(kind: string, gPerL: number): Coloured[] {
  const brown = BROWN[kind];
  if (brown) return [{ colourant: brown[0], times: gPerL / brown[1] }];
  const juice = JUICES_BY_SUGAR[kind];
  return juice ? [{ colourant: juice.colourant, times: (juice.times * gPerL) / juice.gPerL }] : [];
}

/** A juice is told by its own sugar: neat, it has so much of it. */
const JUICES_BY_SUGAR: Readonly<Record<string, { colourant: ColourantName; times: number; gPerL: number }>> =
  Object.fromEntries(
    (Object.entries(JUICES) as [JuiceName, Juice][]).flatMap(([name, juice]) => {
      const [colourant, times] = JUICE_COLOUR[name];
      const gPerL = 10 * juice.brix * (1 + 0.004 * juice.brix) - juice.citricGPerL.value;
      return gPerL > 0 ? [[ownSugarOf(name), { colourant, times, gPerL }]] : [];
    }),
  );

/** Colour of a liquid in a round glass of an inner width, white behind it; `times` as much of everything that colours. */
export function liquorColourOf(l: Liquid, widthCm: number, times = 1): Rgb {
  const ph = phOfLiquid(l);
  return liquorColour(
    colouredBy(l, ph).map((c) => ({ ...c, times: c.times * times })),
    widthCm,
    ph,
  );
}

/** The same as "#rrggbb". */
export const colourOf = (l: Liquid, widthCm: number): string => toHex(liquorColourOf(l, widthCm));

/** Depth of colour: what a centimetre swallows of all visible light, as mean absorbance. */
export const colourDepthPerCm = (l: Liquid, ph = phOfLiquid(l)): number => depthPerCm(colouredBy(l, ph), ph);

/** Colour of a liquid in a vessel, as it looks from the front. */
export const colourIn = (liquid: Liquid, vessel: { diameterCm: number }): string => colourOf(liquid, vessel.diameterCm);
