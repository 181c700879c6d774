/** A kitchen unit: what it holds or weighs, and how far one measure of it may be off (one sigma, log scale). */
export type Unit = {
  name: string;
  many: string;
  kind: 'volume' | 'mass' | 'count' | 'length';
  /** ml, g, or 1 for counts; cm for lengths */
  size: number;
  sigmaLn: number;
  words: readonly string[];
};

const unit = (
  name: string,
  many: string,
  kind: Unit['kind'],
  size: number,
  sigmaLn: number,
  words: readonly string[],
): Unit => ({ name, many, kind, size, sigmaLn, words });

/** US customary measures, by which the botanical table's grams were taken. */
const US_CUP = 236.588;

/**
 * Units a recipe may use, longest words first where they overlap. Sizes are legal or customary; spreads are house estimates
 * for one careful measure: a jug 1.5 %, a cup 3 %, a spoon 15 %, what is taken by hand far more.
 */
export const UNITS: readonly Unit[] = [
  unit('ml', 'ml', 'volume', 1, 0.015, ['ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters', 'cc']),
  unit('cl', 'cl', 'volume', 10, 0.015, ['cl', 'centilitre', 'centilitres']),
  unit('dl', 'dl', 'volume', 100, 0.015, ['dl', 'decilitre', 'decilitres']),
  unit('L', 'L', 'volume', 1000, 0.015, ['l', 'litre', 'litres', 'liter', 'liters']),
  unit('metric cup', 'metric cups', 'volume', 250, 0.03, ['metric cup', 'metric cups']),
  unit('imperial cup', 'imperial cups', 'volume', 284.131, 0.03, ['imperial cup', 'imperial cups']),
  unit('cup', 'cups', 'volume', US_CUP, 0.03, ['cup', 'cups', 'us cup', 'us cups', 'c']),
  unit('imperial pint', 'imperial pints', 'volume', 568.261, 0.03, [
    'imperial pint',
    'imperial pints',
    'uk pint',
    'uk pints',
  ]),
  unit('pint', 'pints', 'volume', 473.176, 0.03, ['pint', 'pints', 'us pint', 'us pints', 'pt']),
  unit('imperial quart', 'imperial quarts', 'volume', 1136.523, 0.03, ['imperial quart', 'imperial quarts']),
  unit('quart', 'quarts', 'volume', 946.353, 0.03, ['quart', 'quarts', 'qt']),
  unit('gallon', 'gallons', 'volume', 3785.412, 0.03, ['gallon', 'gallons', 'gal']),
  unit('imperial fl oz', 'imperial fl oz', 'volume', 28.413, 0.03, [
    'imperial fl oz',
    'imperial fluid ounce',
    'imperial fluid ounces',
  ]),
  unit('fl oz', 'fl oz', 'volume', 29.574, 0.03, ['fl oz', 'fluid ounce', 'fluid ounces', 'floz']),
  unit('metric tbsp', 'metric tbsp', 'volume', 15, 0.1, ['metric tbsp', 'metric tablespoon', 'metric tablespoons']),
  unit('tbsp', 'tbsp', 'volume', US_CUP / 16, 0.1, ['tbsp', 'tablespoon', 'tablespoons', 'tbs', 'tblsp']),
  unit('dessertspoon', 'dessertspoons', 'volume', 10, 0.15, ['dessertspoon', 'dessertspoons', 'dsp']),
  unit('tsp', 'tsp', 'volume', US_CUP / 48, 0.15, ['tsp', 'teaspoon', 'teaspoons']),
  unit('dash', 'dashes', 'volume', 0.6, 0.4, ['dash', 'dashes']),
  unit('pinch', 'pinches', 'volume', 0.3, 0.5, ['pinch', 'pinches']),
  unit('drop', 'drops', 'volume', 0.05, 0.3, ['drop', 'drops']),
  unit('handful', 'handfuls', 'volume', 120, 0.4, ['handful', 'handfuls']),
  unit('mg', 'mg', 'mass', 0.001, 0.05, ['mg', 'milligram', 'milligrams']),
  unit('kg', 'kg', 'mass', 1000, 0.005, ['kg', 'kilo', 'kilos', 'kilogram', 'kilograms']),
  unit('g', 'g', 'mass', 1, 0.01, ['g', 'gram', 'grams', 'gr']),
  unit('oz', 'oz', 'mass', 28.3495, 0.02, ['oz', 'ounce', 'ounces']),
  unit('lb', 'lb', 'mass', 453.592, 0.01, ['lb', 'lbs', 'pound', 'pounds']),
  unit('inch', 'inches', 'length', 2.54, 0.2, ['inch', 'inches', 'in']),
  unit('thumb', 'thumbs', 'length', 5, 0.3, ['thumb', 'thumbs']),
  unit('cm', 'cm', 'length', 1, 0.1, ['cm', 'centimetre', 'centimetres']),
  unit('family-size bag', 'family-size bags', 'count', 1, 0.05, [
    'family-size bag',
    'family-size bags',
    'family size bag',
    'family size bags',
  ]),
  unit('bag', 'bags', 'count', 1, 0.03, ['bag', 'bags', 'tea bag', 'tea bags', 'teabag', 'teabags']),
  unit('half fruit', 'half fruits', 'count', 0.5, 0.2, ['half fruit', 'half fruits']),
  unit('fruit', 'fruits', 'count', 1, 0.2, ['fruit', 'fruits']),
  unit('stick', 'sticks', 'count', 1, 0.25, ['stick', 'sticks']),
  unit('clove', 'cloves', 'count', 1, 0.15, ['clove', 'cloves']),
  unit('calyx', 'calyces', 'count', 1, 0.25, ['calyx', 'calyces', 'calyxes']),
  unit('sprig', 'sprigs', 'count', 1, 0.3, ['sprig', 'sprigs']),
  unit('slice', 'slices', 'count', 1, 0.25, ['slice', 'slices']),
  unit('leaf', 'leaves', 'count', 1, 0.25, ['leaf', 'leaves']),
  unit('head', 'heads', 'count', 1, 0.3, ['head', 'heads']),
  unit('pod', 'pods', 'count', 1, 0.2, ['pod', 'pods']),
  unit('piece', 'pieces', 'count', 1, 0.25, ['piece', 'pieces']),
];

export const unitNamed = (name: string): Unit | undefined => UNITS.find((u) => u.name === name);
