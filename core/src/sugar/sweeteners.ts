import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';

/** A sweetener as it is bought. */
export type Sweetener = {
  name: string;
  gPerCup: number;
  gPerTbsp: number | null;
  /** share of it that dissolves as solids */
  solids: number;
  /** sweetness of those solids against sucrose in a drink at 10 °C, with its range where it is known to vary */
  sweetness: { value: number; low?: number; high?: number };
  /** acid in a gram of it, as citric; it counts among the solids */
  acid?: number;
  note?: string;
};

const s = (
  name: string,
  gPerCup: number,
  gPerTbsp: number | null,
  solids: number,
  sweetness: number,
  more: { low?: number; high?: number; acid?: number; note?: string } = {},
): Sweetener => ({
  name,
  gPerCup,
  gPerTbsp,
  solids,
  sweetness: {
    value: sweetness,
    ...(more.low === undefined ? {} : { low: more.low }),
    ...(more.high === undefined ? {} : { high: more.high }),
  },
  ...(more.acid === undefined ? {} : { acid: more.acid }),
  ...(more.note === undefined ? {} : { note: more.note }),
});

/**
 * Sweeteners by volume and by sweetness. Household weights, water and acid from public food-composition tables where known, ±5 % levelled.
 * Sweetness by what their sugars are: sucrose 1, fructose 1.28 at 10 °C (1.20 - 0.008 (T - 20); Hyvönen et al. 1977, recalled, ±0.08), glucose 0.65, the
 * rest 0.15 to 0.4; so honey is 78 to 100 of sugar by weight in a cold drink, and 75 at 20 °C.
 */
export const SWEETENERS = {
  white_sugar: s('White sugar', 200, 12.5, 0.999, 1),
  superfine_sugar: s('Superfine sugar', 215, 13.4, 0.999, 1),
  icing_sugar: s('Icing sugar, unsifted', 120, 7.8, 0.99, 0.97, { note: '3 % starch: hazes' }),
  brown_sugar_packed: s('Brown sugar, packed', 220, 13.8, 0.985, 0.975, { acid: 0.0007, note: 'mild acid and colour' }),
  brown_sugar_loose: s('Brown sugar, loose', 145, 9, 0.985, 0.975, { acid: 0.0007 }),
  raw_sugar: s('Raw sugar', 210, 13, 0.995, 0.995),
  jaggery: s('Jaggery or panela, grated', 190, 12, 0.95, 0.95),
  honey: s('Honey', 339, 21, 0.829, 0.94, {
    low: 0.86,
    high: 1.03,
    acid: 0.002,
    note: 'may carry spores: none for infants',
  }),
  maple_syrup: s('Maple syrup', 318, 20, 0.67, 0.985, { acid: 0.0005 }),
  molasses: s('Molasses', 337, 20, 0.78, 0.73, { acid: 0.005, note: 'bitter; its minerals buffer acid' }),
  agave_syrup: s('Agave syrup', 331, 21, 0.77, 1.09, { low: 1, high: 1.2, acid: 0.001, note: 'sweeter cold' }),
  date_syrup: s('Date syrup', 340, 21, 0.74, 0.85, { low: 0.78, high: 0.93, acid: 0.006 }),
  glucose_syrup: s('Glucose syrup, 42 DE', 341, 22, 0.8, 0.35),
  golden_syrup: s('Golden or invert syrup', 340, 21, 0.82, 0.94, { acid: 0.001 }),
  fructose: s('Fructose', 200, 12.5, 0.999, 1.28, { low: 1.2, high: 1.4, note: 'sweeter cold' }),
  dextrose: s('Dextrose monohydrate', 160, 10, 0.91, 0.7),
  erythritol: s('Erythritol', 200, 12.5, 1, 0.65, { note: 'cooling; crystallises in the cold' }),
  xylitol: s('Xylitol', 200, 12.5, 1, 0.97, { note: 'toxic to dogs' }),
  allulose: s('Allulose', 190, 12, 1, 0.7),
  monk_fruit: s('Monk fruit extract, 50 % mogroside V', 110, null, 1, 200, { low: 150, high: 250 }),
  sweetener_blend: s('Stevia or monk fruit with erythritol, cup for cup', 200, 12.5, 1, 1, { note: 'trust the label' }),
} as const satisfies Record<string, Sweetener>;

/** The sweeteners that are known by name. */
export type SweetenerName = keyof typeof SWEETENERS;

/** Share of a sweetener that is solids; all of one that is not known. */
export const solidsOf = (kind: string): number =>
  (SWEETENERS as Readonly<Record<string, Sweetener>>)[kind]?.solids ?? 1;

/** Sucrose that sweetens as much as a mass of a sweetener, g. @example sucroseEquivalentG(100, SWEETENERS.honey) // 77.9 */
export const sucroseEquivalentG = (massG: number, { solids, sweetness }: Sweetener): number =>
  requireNotNegative('sucroseEquivalentG', 'massG', massG, 'g') * solids * sweetness.value;

/** Mass of a sweetener that sweetens as much as a mass of sucrose, g. The inverse of {@link sucroseEquivalentG}. */
export function sweetenerForSucroseG({
  sucroseG,
  solids,
  sweetness,
}: {
  sucroseG: number;
  solids: number;
  sweetness: number;
}): number {
  requireNotNegative('sweetenerForSucroseG', 'sucroseG', sucroseG, 'g');
  return (
    sucroseG /
    (requirePositive('sweetenerForSucroseG', 'solids', solids, '') *
      requirePositive('sweetenerForSucroseG', 'sweetness', sweetness, ''))
  );
}

/**
 * Sweeteners so strong that their own sweetness saturates: percent sucrose = most × C / (half + C), C in mg/L.
 * @source DuBois et al. 1991, recalled constants
 */
export const HIGH_INTENSITY = {
  rebaudioside_a: { name: 'Stevia, rebaudioside A', mostPct: 10, halfMgPerL: 200 },
  stevioside: { name: 'Stevia, stevioside', mostPct: 11, halfMgPerL: 315 },
  sucralose: { name: 'Sucralose', mostPct: 14.7, halfMgPerL: 220 },
} as const;

/** Share of the most that one strong sweetener is asked for: beyond it more of it hardly sweetens, and a blend is needed. */
const SATURATES_AT = 0.7;

/**
 * Strong sweetener for a sweetness, mg/L.
 * @throws InputError where it saturates
 * @example highIntensityMgPerL('rebaudioside_a', 50) // 200
 */
export function highIntensityMgPerL(kind: keyof typeof HIGH_INTENSITY, sucroseGPerL: number): number {
  const { mostPct, halfMgPerL } = HIGH_INTENSITY[kind];
  const pct = requireNotNegative('highIntensityMgPerL', 'sucroseGPerL', sucroseGPerL, 'g/L') / 10;
  if (pct > SATURATES_AT * mostPct) {
    throw new InputError(
      'highIntensityMgPerL',
      'sucroseGPerL',
      `0 to ${SATURATES_AT * mostPct * 10} g/L, where this sweetener saturates`,
      sucroseGPerL,
    );
  }
  return (halfMgPerL * pct) / (mostPct - pct);
}
