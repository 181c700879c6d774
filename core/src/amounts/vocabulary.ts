import { CUP_ML, TBSP_ML, TSP_ML } from '../quantity/kitchenMeasures';
import { table } from '../quantity/table';
/** A measure by weight, volume or length: what one of it is, in g, ml or cm, and how far off one is (one sigma, log scale). */
export type Measure = {
  name: string;
  many: string;
  kind: 'mass' | 'volume' | 'length';
  size: number;
  sigma: number;
  /** written in full and in the singular, it may stand alone: "cup"; an abbreviation may not */
  full?: boolean;
  /** the two sizes it may have where the house has settled none */
  either?: readonly [string, string];
};

const mass = (name: string, size: number, sigma: number, full = false, many = name): Measure => ({
  name,
  many,
  kind: 'mass',
  size,
  sigma,
  ...(full ? { full } : {}),
});
const vol = (name: string, size: number, sigma: number, full = false, many = full ? `${name}s` : name): Measure => ({
  name,
  many,
  kind: 'volume',
  size,
  sigma,
  ...(full ? { full } : {}),
});
const len = (name: string, size: number, many = name): Measure => ({ name, many, kind: 'length', size, sigma: 0.02 });

/** How far off one careful measure is: a scale, a scale in ounces, a jug, a cup, a spoon. House estimates. */
export const SIGMA = { scale: 0.01, oz: 0.02, jug: 0.015, cup: 0.03, tbsp: 0.1, tsp: 0.15 } as const;

/** By every spelling that is read, in lower case. Blanks in it stand for blanks or none. */
export const MEASURES: Readonly<Record<string, Measure>> = (() => {
  const all: Record<string, Measure> = table({});
  const add = (m: Measure, ...spellings: string[]): void => {
    for (const s of spellings) all[s] = m;
  };
  add(mass('mg', 0.001, SIGMA.scale), 'mg', 'milligram', 'milligrams');
  add(mass('g', 1, SIGMA.scale), 'g', 'gr', 'gm', 'gms', 'gram', 'grams', 'gramme', 'grammes');
  add(mass('dag', 10, SIGMA.scale), 'dag', 'deka');
  add(mass('kg', 1000, SIGMA.scale), 'kg', 'kgs', 'kilogram', 'kilograms');
  add(mass('kilo', 1000, SIGMA.scale, true, 'kilos'), 'kilo', 'kilos');
  add(mass('oz', 28.3495, SIGMA.oz), 'oz', 'ounce', 'ounces');
  add(mass('lb', 453.592, SIGMA.scale), 'lb', 'lbs');
  add(mass('pound', 453.592, SIGMA.scale, true, 'pounds'), 'pound', 'pounds');
  add(vol('ml', 1, SIGMA.jug), 'ml', 'cc', 'millilitre', 'millilitres', 'milliliter', 'milliliters');
  add(vol('cl', 10, SIGMA.jug), 'cl', 'centilitre', 'centilitres');
  add(vol('dl', 100, SIGMA.jug), 'dl', 'decilitre', 'decilitres');
  add(vol('L', 1000, SIGMA.jug), 'l', 'lt', 'ltr');
  add(vol('litre', 1000, SIGMA.jug, true), 'litre', 'litres', 'liter', 'liters');
  add(vol('cup', CUP_ML, SIGMA.cup, true), 'cup', 'cups', 'cupful', 'cupfuls', 'c', 'us cup', 'us cups');
  add(vol('metric cup', 250, SIGMA.cup, true), 'metric cup', 'metric cups');
  add(vol('imperial cup', 284.131, SIGMA.cup, true), 'imperial cup', 'imperial cups', 'uk cup', 'uk cups');
  add(vol('japanese cup', 200, SIGMA.cup, true), 'japanese cup', 'japanese cups');
  add(
    vol('tbsp', TBSP_ML, SIGMA.tbsp),
    ...['tbsp', 'tbsps', 'tbs', 'tbl', 'tblsp', 'tb', 'tablespoon', 'tablespoons', 'table spoon', 'table spoons'],
    ...['tbspful', 'tablespoonful', 'tablespoonfuls'],
  );
  add(vol('metric tbsp', 15, SIGMA.tbsp), 'metric tbsp', 'metric tablespoon', 'metric tablespoons');
  add(
    vol('tsp', TSP_ML, SIGMA.tsp),
    ...['tsp', 'tsps', 'teasp', 'tspn', 'teaspoon', 'teaspoons', 'tea spoon', 'tea spoons'],
    ...['tspful', 'tspfuls', 'teaspoonful', 'teaspoonfuls'],
  );
  add(vol('metric tsp', 5, SIGMA.tsp), 'metric tsp', 'metric teaspoon', 'metric teaspoons');
  add(vol('dessertspoon', 10, SIGMA.tsp, true), 'dessertspoon', 'dessertspoons', 'dsp');
  const two = (name: string, us: number, imperial: number, ...spellings: string[]): void => {
    add(vol(`US ${name}`, us, SIGMA.cup, true), ...spellings.map((s) => `us ${s}`));
    add(
      vol(`imperial ${name}`, imperial, SIGMA.cup, true),
      ...spellings.flatMap((s) => [`imperial ${s}`, `uk ${s}`, `imp ${s}`]),
    );
    add({ ...vol(name, us, SIGMA.cup, true), either: [`US ${name}`, `imperial ${name}`] }, ...spellings);
  };
  two('pint', 473.176, 568.261, 'pint', 'pints', 'pt', 'pts');
  two('quart', 946.353, 1136.523, 'quart', 'quarts', 'qt', 'qts');
  two('gallon', 3785.412, 4546.09, 'gallon', 'gallons', 'gal');
  two('gill', 118.294, 142.065, 'gill', 'gills');
  add({ ...mass('pound sign', 453.592, SIGMA.scale), name: 'lb', many: 'lb' }, '#');
  add(vol('US dry pint', 550.61, SIGMA.cup, true), 'us dry pint', 'us dry pints', 'dry pint', 'dry pints');
  add(vol('fl oz', 29.5735, SIGMA.cup), ...['fl oz', 'floz', 'fluid ounce', 'fluid ounces', 'us fl oz']);
  add(vol('imperial fl oz', 28.4131, SIGMA.cup), 'imperial fl oz', 'imperial fluid ounce', 'imperial fluid ounces');
  add(len('in', 2.54), 'in', '"', "''");
  add({ ...len('inch', 2.54, 'inches'), full: true }, 'inch', 'inches', 'inchs');
  add(len('cm', 1), 'cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters');
  add(len('mm', 0.1), 'mm');
  return all;
})();

/** One spelling by another measure's name. */
export const measureNamed = (name: string): Measure => Object.values(MEASURES).find((m) => m.name === name)!;

/** Measures of a bar: asked, with the sizes they have by country, ml. The guess first. */
export const BAR: Readonly<Record<string, readonly number[]>> = table({
  shot: [30, 25, 35, 44.4],
  jigger: [44.4, 30, 50],
  dram: [25, 3.7, 35],
});
/** Measures without any figure of their own. */
export const NO_FIGURE: readonly string[] = ['finger', 'tot', 'nip'];

/** Taken by hand or by tool, ml of what it holds: low, typical, high. House estimates but for drop and pinch. */
export const BY_HAND: Readonly<Record<string, { ml: readonly [number, number, number]; asked?: boolean }>> = table({
  dash: { ml: [0.5, 0.8, 1.2] },
  drop: { ml: [0.03, 0.042, 0.055] },
  squeeze: { ml: [3, 6, 12] },
  drizzle: { ml: [5, 10, 20] },
  dollop: { ml: [10, 20, 40] },
  glug: { ml: [15, 30, 60] },
  splash: { ml: [5, 15, 30], asked: true },
  ladle: { ml: [80, 120, 180] },
  capful: { ml: [4, 6, 10], asked: true },
});

/** Vessels: asked until the house has one of that name. Those without a figure have no guess. */
export const VESSELS: Readonly<Record<string, { size: readonly [number, number, number]; unit: 'ml' | 'g' } | null>> =
  table({
    mug: { size: [220, 250, 350], unit: 'ml' },
    glass: { size: [150, 200, 350], unit: 'ml' },
    teacup: { size: [140, 180, 240], unit: 'ml' },
    bottle: { size: [500, 700, 1000], unit: 'ml' },
    punnet: { size: [200, 400, 500], unit: 'g' },
    jar: null,
    can: null,
    tin: null,
    packet: null,
    carton: null,
    tray: null,
    pot: null,
    jug: null,
    kettle: null,
    scoop: null,
  });
/** Vessels that stand after a size: "a 400 g tin". */
export const CONTAINERS: readonly string[] = [
  'tin',
  'can',
  'bottle',
  'carton',
  'jar',
  'bag',
  'packet',
  'punnet',
  'box',
  'tub',
  'pouch',
];

/** How a measure is filled, or how large a piece is. */
export type Manner =
  | 'scant'
  | 'generous'
  | 'level'
  | 'rounded'
  | 'heaped'
  | 'packed'
  | 'lightly-packed'
  | 'loose'
  | 'small'
  | 'medium'
  | 'large'
  | 'thin'
  | 'thick';

/** Words for how a measure is filled, and what they mean. */
export const MANNERS: Readonly<Record<string, Manner>> = table({
  scant: 'scant',
  barely: 'scant',
  'just under': 'scant',
  almost: 'scant',
  generous: 'generous',
  good: 'generous',
  'just over': 'generous',
  level: 'level',
  rounded: 'rounded',
  heaped: 'heaped',
  heaping: 'heaped',
  packed: 'packed',
  'firmly packed': 'packed',
  'tightly packed': 'packed',
  pressed: 'packed',
  'lightly packed': 'lightly-packed',
  loose: 'loose',
  'loosely packed': 'loose',
  small: 'small',
  medium: 'medium',
  'medium sized': 'medium',
  large: 'large',
  big: 'large',
  thin: 'thin',
  thick: 'thick',
});

/** Words before an amount that make it an about. */
export const HEDGES_BEFORE = [
  'about',
  'around',
  'roughly',
  'approx',
  'approximately',
  'circa',
  'ca',
  'c',
  'some',
  'say',
  '~',
];
/** Words behind an amount that make it an about. */
export const HEDGES_AFTER = ['or so', 'ish', 'more or less'];

/** Words of preparation that do not move the mass: handed on to the brew, or to nothing. */
export const KEPT_WORDS: readonly string[] = [
  'crushed',
  'cracked',
  'bruised',
  'split',
  'halved',
  'quartered',
  'toasted',
  'broken',
  'torn',
  'sliced',
  'grated',
  'chopped',
  'crumbled',
  'peeled',
  'cored',
  'stoned',
  'pitted',
  'hulled',
  'trimmed',
  'stripped',
  'drained',
  'juiced',
  'zested',
  'whole',
];
/** Words that say how it is or comes: dropped from the amount, kept in the line. */
export const ASIDE: readonly string[] = [
  'washed',
  'cut',
  'organic',
  'unwaxed',
  'ripe',
  'best',
  'boiling',
  'hot',
  'warm',
  'cold',
  'ice-cold',
  'cool',
  'more',
  'of',
  'the',
  'leaf',
  'leaves',
];
/** Weighed with what is taken off again: left of the whole after it, where the words come after the thing. */
export const TAKEN_OFF: readonly string[] = ['stoned', 'pitted', 'cored', 'peeled', 'hulled', 'trimmed', 'stripped'];

/** States of a plant that change what a measure of it weighs. */
export const STATES = ['dried', 'dry', 'fresh', 'frozen', 'ground', 'powdered'] as const;

/** Numbers that are written out, one to twenty and the words for a dozen and its like. */
export const NUMBER_WORDS: Readonly<Record<string, number>> = table(
  Object.fromEntries(
    (
      'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen ' +
      'eighteen nineteen twenty'
    )
      .split(' ')
      .map((w, i) => [w, i + 1]),
  ),
);
/** Tens that are written out. */
export const TENS: Readonly<Record<string, number>> = table({
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
});
/** Parts of one that are written out. */
export const PARTS_OF_ONE: Readonly<Record<string, number>> = table({
  half: 1 / 2,
  halves: 1 / 2,
  third: 1 / 3,
  thirds: 1 / 3,
  quarter: 1 / 4,
  quarters: 1 / 4,
  eighth: 1 / 8,
  eighths: 1 / 8,
});

/** The singular of a word, also of a wrong plural: calyces, calyxes, leaves, leafs, bunchs. */
export function singular(word: string): string {
  const odd: Readonly<Record<string, string>> = table({
    calyces: 'calyx',
    calyxes: 'calyx',
    leaves: 'leaf',
    leafs: 'leaf',
    knives: 'knife',
    halves: 'half',
    bunchs: 'bunch',
    pinchs: 'pinch',
    dashs: 'dash',
    mangoes: 'mango',
    cherries: 'cherry',
    anise: 'anise',
    citrus: 'citrus',
    glass: 'glass',
    allspice: 'allspice',
    hibiscus: 'hibiscus',
    molasses: 'molasses',
    peaches: 'peach',
    threads: 'thread',
  });
  const known = odd[word];
  if (known) return known;
  if (/ies$/.test(word)) return `${word.slice(0, -3)}y`;
  if (/(ch|sh|ss|x)es$/.test(word)) return word.slice(0, -2);
  if (/[^s]s$/.test(word) && word.length > 2) return word.slice(0, -1);
  return word;
}

/** The plural that is written. */
export function plural(word: string): string {
  const odd: Readonly<Record<string, string>> = table({
    calyx: 'calyces',
    leaf: 'leaves',
    mango: 'mangoes',
    half: 'halves',
  });
  const [last, ...before] = word.split(' ').reverse() as [string, ...string[]];
  const of =
    odd[last] ??
    (/(ch|sh|ss|x)$/.test(last) ? `${last}es` : /[^aeiou]y$/.test(last) ? `${last.slice(0, -1)}ies` : `${last}s`);
  return [...before.reverse(), of].join(' ');
}
