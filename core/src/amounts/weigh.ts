import { CLASS_PIECES, HANDFUL, HANDFUL_CUP, BAGS, type Piece, type FruitPart, fruitNamed, ENDS_OFF } from './pieces';
import type { Thing } from './thing';
import { CUP_ML, TBSP_ML, TSP_ML } from '../quantity/kitchenMeasures';
import { BY_HAND, SIGMA, type Manner, type Measure } from './vocabulary';

/** What a house has measured of its own. */
export type House = {
  decimal?: '.' | ',';
  /** whose pints, quarts and gallons */
  pints?: 'us' | 'imperial';
  cupMl?: number;
  tbspMl?: number;
  /** its own vessels, ml: "mug" */
  vessels?: Readonly<Record<string, number>>;
  /** of this plant, g: a cup, spoons, pieces by name */
  measures?: {
    cupG?: number | undefined;
    tbspG?: number | undefined;
    tspG?: number | undefined;
    pieces?: Readonly<Record<string, number>>;
  };
};

/** A weighed measure: typical, and how far off it may be both ways on the log scale; four makings in five lie between. */
export type Weighed = { typical: number; hLow: number; hHigh: number; unit: 'g' | 'ml'; asks: readonly string[] };

/** Half-width of four makings in five, of one sigma on the log scale. */
export const H = 1.28;

/** Spreads that are independent, together, log scale. */
export const hyp = (...h: readonly number[]): number => Math.hypot(...h);

/** A count, with what it may be between. */
export type Count = { value: number; low: number; high: number };

/** What was said of a measure besides its number. */
export type Said = { manners: readonly Manner[]; chopped: boolean };

const SCANT: Partial<Record<Manner, { times: number; sigma: number }>> = {
  scant: { times: 0.94, sigma: 0.05 },
  generous: { times: 1.08, sigma: 0.05 },
  level: { times: 1, sigma: 0 },
};
const SPOON: Partial<Record<Manner, { times: number; sigma: number }>> = {
  rounded: { times: 1.3, sigma: 0.15 },
  heaped: { times: 1.6, sigma: 0.2 },
};
const CUPPED: Partial<Record<Manner, { times: number; sigma: number }>> = {
  rounded: { times: 1.12, sigma: 0.08 },
  heaped: { times: 1.25, sigma: 0.12 },
};
const SIZES: Partial<Record<Manner, number>> = { small: 0.75, medium: 1, large: 1.3, thin: 0.6, thick: 1.6 };
/** Told how large it is, a piece differs less. */
const SIZED_WIDTH = 0.7;

const QUARREL: readonly (readonly [Manner, Manner])[] = [
  ['heaped', 'packed'],
  ['heaped', 'level'],
  ['rounded', 'level'],
  ['heaped', 'rounded'],
  ['packed', 'loose'],
  ['scant', 'generous'],
];

/** Of two manners that quarrel the one that is kept, and that they do. */
function settled(manners: readonly Manner[]): { manners: readonly Manner[]; quarrel: Manner | undefined } {
  const pair = QUARREL.find(([a, b]) => manners.includes(a) && manners.includes(b));
  return pair ? { manners: manners.filter((m) => m !== pair[0]), quarrel: pair[0] } : { manners, quarrel: undefined };
}

/** Weighs a number of measures by weight or volume. Undefined where it cannot be, 'none' where this thing has no figure for it. */
export function weighMeasure(
  count: Count,
  measure: Measure,
  thing: Thing,
  house: House,
  said: Said,
): readonly Weighed[] | 'none' {
  const range = between(count);
  if (measure.kind === 'mass') {
    const h = H * measure.sigma;
    const asMass = (typical: number, unit: 'g' | 'ml'): Weighed => ({ typical, ...wider(range, h), unit, asks: [] });
    const grams = count.value * measure.size;
    if (thing.kind !== 'liquid' && thing.kind !== 'made') {
      // Honey and syrups are told in ounces either way.
      if (measure.name === 'oz' && thing.kind === 'sugar' && !thing.dry)
        return [
          { ...asMass(grams, 'g'), asks: ['by weight'] },
          { ...asMass((count.value * 29.5735 * thing.cupG!) / CUP_ML, 'g'), asks: ['by volume'] },
        ];
      return [asMass(grams, 'g')];
    }
    const ml = (grams / (thing.cupG ?? CUP_ML)) * CUP_ML;
    if (measure.name !== 'oz') return [asMass(ml, 'ml')];
    // Ounces of a liquid are by weight or by volume: under a tenth apart, one spread.
    const volume = count.value * 29.5735;
    return [joined([{ typical: volume, ...wider(range, H * SIGMA.cup), unit: 'ml', asks: [] }], ml)];
  }
  if (measure.kind === 'length') return 'none';
  const cupMl = house.cupMl ?? CUP_ML;
  const ownCup = measure.name === 'cup';
  const size = ownCup ? cupMl : measure.name === 'tbsp' ? (house.tbspMl ?? measure.size) : measure.size;
  const poured = thing.kind === 'liquid' || thing.kind === 'made';
  const { manners, quarrel } = settled(said.manners);
  const spoonlike = size < 30;
  const heapedOfLiquid = poured && manners.some((m) => ['heaped', 'rounded', 'packed', 'lightly-packed'].includes(m));
  const told = poured ? manners.filter((m) => m in SCANT) : manners;
  const factor = told.reduce(
    (all, m) => {
      const f = mannerFactor(m, thing, spoonlike);
      return { times: all.times * f.times, sigma: hyp(all.sigma, f.sigma) };
    },
    { times: 1, sigma: 0 },
  );
  const chopped =
    said.chopped && thing.class === 'fresh_herb'
      ? { times: thing.packed.times, sigma: thing.packed.sigma }
      : { times: 1, sigma: 0 };
  const asks = [...(quarrel ? ['quarrel'] : []), ...(heapedOfLiquid ? ['heaped liquid'] : [])];
  if (poured) {
    const h = H * hyp(measure.sigma, factor.sigma);
    const one: Weighed = { typical: count.value * size * factor.times, ...wider(range, h), unit: 'ml', asks };
    // US and imperial fluid ounces are 4 % apart: one spread.
    if (measure.name === 'fl oz')
      return house.pints === 'imperial'
        ? [{ ...one, typical: count.value * 28.4131 * factor.times }]
        : [joined([one], count.value * 28.4131 * factor.times)];
    return [one];
  }
  if (thing.kind === 'ice') {
    if (spoonlike) return 'none';
    const cups = (count.value * size) / CUP_ML;
    return [
      counted(
        { ...count, value: cups, low: (count.low * size) / CUP_ML, high: (count.high * size) / CUP_ML },
        [105, 140, 170],
        [],
        1,
      ),
    ];
  }
  // A box of fruit is filled as it falls: whole, looser than a cup is.
  const box = measure.name === 'US dry pint' ? 0.925 : 1;
  const grams = perMeasure(thing, house, measure.name, size * box);
  if (!grams) return 'none';
  const sigmas = grams.own
    ? [spoonSigma(measure)]
    : thing.measuredSigma
      ? [size >= 30 ? thing.measuredSigma.cup : size >= 12 ? thing.measuredSigma.tbsp : thing.measuredSigma.tsp]
      : [spoonSigma(measure), thing.cupSigma];
  const h = H * hyp(...sigmas, factor.sigma, chopped.sigma);
  const base: Weighed = {
    typical: count.value * grams.g * factor.times * chopped.times,
    ...wider(range, h),
    unit: 'g',
    asks,
  };
  if (quarrel)
    return [base, { ...base, typical: (base.typical / factor.times) * mannerFactor(quarrel, thing, spoonlike).times }];
  // Brown sugar without a word is packed or loose.
  if (thing.slug.startsWith('brown_sugar') && !manners.some((m) => m === 'packed' || m === 'loose') && !spoonlike)
    return [
      { ...base, typical: base.typical * thing.packed.times, asks: ['packed'] },
      { ...base, asks: ['loose'] },
    ];
  return [base];
}

/** A spoon or a cup of what packs: by volume it is less sure than the tool. */
const spoonSigma = ({ size }: Measure): number => (size >= 12 ? 0.12 : 0.15);

function mannerFactor(m: Manner, thing: Thing, spoonlike: boolean): { times: number; sigma: number } {
  const plain = SCANT[m];
  if (plain) return plain;
  const heap = (spoonlike ? SPOON : CUPPED)[m];
  if (heap) return heap;
  if (m === 'packed') return thing.packed;
  if (m === 'lightly-packed') return { times: Math.sqrt(thing.packed.times), sigma: 0.12 };
  if (m === 'loose') return { times: 1, sigma: 0.05 };
  return { times: 1, sigma: 0 };
}

/** Grams of one measure of a thing: the house's own, the table's, a spoon from a cup. */
function perMeasure(
  thing: Thing,
  { measures, cupMl = CUP_ML }: House,
  name: string,
  size: number,
): { g: number; own: boolean } | undefined {
  const ownOf = { cup: measures?.cupG, tbsp: measures?.tbspG, tsp: measures?.tspG }[name];
  if (ownOf) return { g: ownOf, own: true };
  const tableOf = { tbsp: thing.tbspG, tsp: thing.tspG }[name];
  if (tableOf && size < 16) return { g: tableOf, own: false };
  if (measures?.cupG) return { g: (measures.cupG * size) / cupMl, own: true };
  return thing.cupG === undefined ? undefined : { g: (thing.cupG * size) / CUP_ML, own: false };
}

/** How far a count reaches of itself: a range, a bound, "a couple". */
const between = ({ value, low, high }: Count): { low: number; high: number } => ({
  low: low > 0 ? Math.log(value / low) : 0,
  high: Math.log(high / value),
});
const wider = (range: { low: number; high: number }, h: number): { hLow: number; hHigh: number } => ({
  hLow: hyp(range.low, h),
  hHigh: hyp(range.high, h),
});

/** Readings under a tenth apart are one: their ends become low and high. */
function joined([first]: readonly [Weighed], other: number): Weighed {
  const apart = Math.log(other / first.typical);
  return {
    ...first,
    hLow: hyp(first.hLow, Math.max(0, -apart)),
    hHigh: hyp(first.hHigh, Math.max(0, apart)),
  };
}

/** So many pieces: what differs is half shared, so twenty calyces are not twenty draws. */
function counted(
  count: Count,
  g: readonly [number, number, number],
  manners: readonly Manner[],
  width: number,
  scale = 1,
): Weighed {
  const sizes = manners.filter((m) => m in SIZES);
  const generous = manners.find((m) => m === 'generous' || m === 'scant');
  const [low, typical, high] = g;
  const shrink = Math.sqrt(0.5 + 0.5 / Math.max(1, count.value)) * width * (sizes.length > 0 ? SIZED_WIDTH : 1);
  const range = between(count);
  const manner = generous === 'generous' ? 1.3 : generous === 'scant' ? 0.75 : 1;
  const more = generous ? H * 0.05 : 0;
  return {
    typical: count.value * typical * scale * sizes.reduce((x, m) => x * SIZES[m]!, 1) * manner,
    hLow: hyp(range.low, Math.log(typical / low) * shrink, more),
    hHigh: hyp(range.high, Math.log(high / typical) * shrink, more),
    unit: 'g',
    asks: [],
  };
}

/** A piece of a thing by its name: its own figure, the house's, its class's, or none. */
export function pieceOf(
  thing: Thing,
  name: string,
  house: House,
): { piece: Piece; own: 'house' | 'thing' | 'class' } | undefined {
  const listed = thing.pieces.find((p) => p.names.includes(name));
  const ownG = house.measures?.pieces?.[name];
  if (ownG !== undefined) {
    const [low, typical, high] = listed?.g ?? [ownG * 0.6, ownG, ownG * 1.7];
    // Weighed once by the house: half as wide as the table.
    const g = [ownG * Math.sqrt(low / typical), ownG, ownG * Math.sqrt(high / typical)] as const;
    return { piece: { names: [name], g }, own: 'house' };
  }
  if (listed) return { piece: listed, own: 'thing' };
  const ofClass = CLASS_PIECES[thing.class]?.find((p) => p.names.includes(name));
  return ofClass ? { piece: ofClass, own: 'class' } : undefined;
}

/** Weight of so many pieces, g, with their spread and the manner in which they are cut. */
export function weighPieces(count: Count, found: { piece: Piece; own: string }, manners: readonly Manner[]): Weighed {
  const asks = found.own === 'class' ? ['class'] : found.piece.asked ? ['wide'] : [];
  return { ...counted(count, found.piece.g, manners, 1), asks };
}

/** One piece so long: a piece of root or bark by its length. It does not shrink with the length, only with how many there are. */
export function weighLength(
  cm: number,
  count: Count,
  thing: Thing,
  house: House,
  manners: readonly Manner[],
): Weighed | 'none' {
  const inch = pieceOf(thing, 'inch', house);
  const perCm = pieceOf(thing, 'cm', house);
  const inches = Math.abs(cm / 2.54 - Math.round((cm / 2.54) * 8) / 8) < 1e-6;
  const by = inches ? (inch ?? perCm) : (perCm ?? inch);
  if (!by) return 'none';
  const each = by === inch ? cm / 2.54 : cm;
  return {
    ...counted(count, by.piece.g, manners, 1, each),
    asks: by.own === 'class' ? ['class'] : [],
  };
}

/** A handful, by what it is of. */
export function weighHandfuls(count: Count, thing: Thing, manners: readonly Manner[], house: House): Weighed | 'none' {
  const own = pieceOf(thing, 'handful', house);
  if (own) return { ...weighPieces(count, own, manners), asks: [] };
  if (['powder', 'stirred_in'].includes(thing.class) || thing.form === 'dried_ground' || thing.kind !== 'plant')
    return 'none';
  const g = HANDFUL[thing.class];
  if (g) return counted(count, g, manners, 1);
  if (thing.cupG === undefined) return 'none';
  const cup = thing.cupG;
  return counted(count, [HANDFUL_CUP[0] * cup, HANDFUL_CUP[1] * cup, HANDFUL_CUP[2] * cup], manners, 1);
}

/** A pinch: of salt, of a ground spice, of others a sixteenth of a teaspoon. */
export function weighPinches(count: Count, thing: Thing, manners: readonly Manner[]): Weighed | 'none' {
  if (thing.slug === 'salt') return counted(count, [0.2, 0.35, 0.55], manners, 1);
  if (thing.form === 'dried_ground') return counted(count, [0.15, 0.3, 0.59], manners, 1);
  if (thing.cupG === undefined || thing.kind === 'liquid') return 'none';
  const g = thing.cupG / 48 / 16;
  return counted(count, [g / 2, g, 2 * g], manners, 1);
}

/** What is taken by hand or tool: dashes, drops, glugs, ladles. */
export function weighByHand(count: Count, name: string, thing: Thing, manners: readonly Manner[]): Weighed | 'none' {
  const { ml, asked } = BY_HAND[name]!;
  const poured = thing.kind === 'liquid' || thing.kind === 'made';
  const asks = asked ? ['wide'] : [];
  if (poured) return { ...counted(count, ml, manners, 1), unit: 'ml', asks };
  if (thing.cupG === undefined) return 'none';
  const density = thing.cupG / CUP_ML;
  if (thing.dry && name === 'dash') {
    const g = (density * TSP_ML) / 8;
    return { ...counted(count, [g * 0.6, g, g * 1.6], manners, 1), asks };
  }
  return { ...counted(count, [ml[0] * density, ml[1] * density, ml[2] * density], manners, 1), asks };
}

/** What a part of a fruit weighs, and which part it was. */
export type FruitWeighed = { part: FruitPart; weighed: Weighed };

/** So many fruits, by the part that is meant. */
export function weighFruit(
  count: Count,
  fruitName: string,
  part: FruitPart,
  manners: readonly Manner[],
  peeled = false,
): Weighed | undefined {
  const f = fruitNamed(fruitName);
  if (!f) return undefined;
  const share =
    part === 'flesh' ? (peeled ? (f.peeledShare ?? f.fleshShare) : f.fleshShare) : part === 'whole' ? ENDS_OFF : 1;
  const g = part === 'whole' || part === 'flesh' ? f.whole : f[part];
  if (!g) return undefined;
  const sized = manners.find((m) => m === 'small' || m === 'large');
  // A fruit is as small or as large as the table has it.
  const of = sized ? { times: sized === 'small' ? g[0] / g[1] : g[2] / g[1] } : { times: 1 };
  const rest = manners.filter((m) => m !== 'small' && m !== 'large');
  const width = sized ? SIZED_WIDTH : 1;
  return { ...counted(count, g, rest, width, share * of.times), unit: part === 'juice' ? 'ml' : 'g' };
}

/** Bags of what is not a row of bags: those of the table are the guess. */
export const bagOf = (thing: Thing, explicit: boolean): readonly [number, number, number] | undefined => {
  if (['whole_leaf', 'broken_leaf', 'fast_leaf'].includes(thing.class)) return BAGS.tea;
  return explicit &&
    ['rooibos', 'dried_herb', 'dried_flower', 'calyx_petal', 'cut_calyx', 'dried_berry'].includes(thing.class)
    ? BAGS.herb
    : undefined;
};

/** The two spoons, ml. */
export const SPOONS = { tbsp: TBSP_ML, tsp: TSP_ML } as const;
