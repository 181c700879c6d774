/** In what a number of a measure is told: figures of a scale, fractions a tool has, whole pieces or parts of one. */
export type Step = 'figures' | 'cup' | 'tbsp' | 'tsp' | 'quarters' | 'halves' | 'whole';

const PARTS: Readonly<Record<Exclude<Step, 'figures'>, readonly number[]>> = {
  cup: [0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4],
  tbsp: [0, 1 / 2],
  tsp: [0, 1 / 8, 1 / 4, 1 / 2, 3 / 4],
  quarters: [0, 1 / 4, 1 / 2, 3 / 4],
  halves: [0, 1 / 2],
  whole: [0],
};

/** Pieces that are cut: fruit, sticks, roots. Others are whole. */
const QUARTERED = new Set([
  ...[
    'stick',
    'quill',
    'stalk',
    'thumb',
    'thumb-sized piece',
    'bunch',
    'handful',
    'bean',
    'knob',
    'hand',
    'inch',
    'cucumber',
  ],
  ...[
    'lemon',
    'lime',
    'orange',
    'mandarin',
    'grapefruit',
    'apple',
    'pear',
    'quince',
    'peach',
    'nectarine',
    'plum',
    'apricot',
  ],
  ...['kiwi', 'mango', 'pineapple', 'pomegranate', 'passion fruit', 'watermelon', 'papaya', 'cm', 'in', 'vanilla'],
]);
const METRIC = new Set(['mg', 'g', 'dag', 'kg', 'kilo', 'ml', 'cl', 'dl', 'L', 'litre']);

/** How a number of a measure or a piece is told, by its name. */
export function stepOf(name: string): Step {
  if (METRIC.has(name)) return 'figures';
  if (name.endsWith('cup')) return 'cup';
  if (/tbsp$/.test(name)) return 'tbsp';
  if (/tsp$|dessertspoon/.test(name)) return 'tsp';
  if (/pint|quart|gallon|gill|pound|lb|oz/.test(name)) return 'quarters';
  return QUARTERED.has(name) ? 'quarters' : 'whole';
}

/** The nearest number to one that a measure can be told in. */
export function nearestMeasured(value: number, step: Step): number {
  if (step === 'figures') {
    return Number(value.toPrecision(3));
  }
  const whole = Math.floor(value + 1e-9);
  const options = [whole, whole + 1, ...PARTS[step].map((p) => whole + p)].filter((x) => x > 0);
  return options.reduce((a, b) => (Math.abs(b - value) < Math.abs(a - value) ? b : a));
}
