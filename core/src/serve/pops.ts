import { requireInRange, requireNotNegative, requirePositive } from '../quantity/range';
import { freezingPoint } from '../sugar/sucroseSolution';

/** A drink that is to be frozen. */
export type PopDrink = { brix: number; abv: number; sweetGPerL: number; strengthX: number };

/** A drink as it is frozen. */
export type Pop = {
  /** where it begins to freeze, °C */
  freezesAtC: number;
  /** share of its water that is ice in the freezer */
  iceShare: number;
  sets: 'hard' | 'firm' | 'soft' | 'not';
  words: string;
  /** what is felt of it in the mouth while frozen, as of a chilled drink */
  feltSweetGPerL: number;
  feltX: number;
  /** room that a mould needs over the drink, share of it */
  headroom: number;
};

/** Cold numbs: what is felt of sweetness and of strength in a frozen mouthful. House estimates, 0.6 to 0.8 and 0.7 to 0.9. */
export const FELT_FROZEN = { sweet: 0.7, strength: 0.8 } as const;

/** A syrup's own freezing curve past the model of {@link freezingPoint}, °Bx and °C: by recalled tables. */
const THICK: readonly (readonly [number, number])[] = [
  [40, -4.5],
  [50, -7.6],
  [60, -12.4],
  [66, -18],
  [70, -23],
];

/** A percent by volume of alcohol keeps as much from freezing as so much sugar, °Bx. @source freezing points of dilute alcohol, 0.4 K a percent */
const BRIX_PER_ABV = 6;

/**
 * Whether a drink sets as a pop, and what is felt of it then.
 * @throws InputError for a freezer that is not below 0 °C
 */
export function popOf({ brix, abv, sweetGPerL, strengthX }: PopDrink, freezerC: number): Pop {
  requireInRange('popOf', 'freezerC', freezerC, { unit: '°C', min: -40, max: -1 });
  requireInRange('popOf', 'brix', brix, { unit: '°Bx', min: 0, max: 70 });
  requireNotNegative('popOf', 'abv', abv, '% vol');
  const counts = brix + BRIX_PER_ABV * abv;
  const unfrozen = brixThatStaysLiquid(freezerC);
  // The solids gather in the part that does not freeze.
  const iceShare =
    counts === 0 ? 1 : Math.max(0, 1 - (counts * (100 - unfrozen)) / (unfrozen * Math.max(1, 100 - counts)));
  const sets = iceShare >= 0.92 ? 'hard' : iceShare >= 0.75 ? 'firm' : iceShare >= 0.6 ? 'soft' : 'not';
  return {
    freezesAtC: curve(counts),
    iceShare,
    sets,
    words: {
      hard: 'sets hard and icy: a little more sugar, or some puree, makes it easier to bite',
      firm: 'sets firm',
      soft: 'sets soft and melts fast',
      not: 'does not set: less sugar or spirit, or serve it as slush',
    }[sets],
    feltSweetGPerL: sweetGPerL * FELT_FROZEN.sweet,
    feltX: strengthX * FELT_FROZEN.strength,
    headroom: 0.09 * iceShare,
  };
}

/** Strength and sweetness to mix, so that the frozen mouthful feels as wanted. */
export const popToFeel = (felt: {
  strengthX: number;
  sweetGPerL: number;
}): { strengthX: number; sweetGPerL: number } => ({
  strengthX: requirePositive('popToFeel', 'strengthX', felt.strengthX, '×') / FELT_FROZEN.strength,
  sweetGPerL: requireNotNegative('popToFeel', 'sweetGPerL', felt.sweetGPerL, 'g/L') / FELT_FROZEN.sweet,
});

/** °Bx of a pop of so much sugar, as the freezing curve takes it: g/L over ten times its density, at most 70. */
export const brixOfPop = (sweetGPerL: number): number =>
  Math.min(70, requireNotNegative('brixOfPop', 'sweetGPerL', sweetGPerL, 'g/L') / 10.4);

/** To where a mould is filled so that the ice has room, ml. */
export const popFillMl = (pop: Pop, mouldMl: number): number =>
  requirePositive('popFillMl', 'mouldMl', mouldMl, 'ml') * (1 - pop.headroom);

const curve = (brix: number): number => (brix <= 40 ? freezingPoint(brix) : between(THICK, Math.min(70, brix)));

function brixThatStaysLiquid(tempC: number): number {
  if (tempC <= THICK.at(-1)![1]) return 70;
  let [lo, hi] = [0, 70];
  for (let i = 0; i < 40; i++) {
    const middle = (lo + hi) / 2;
    if (curve(middle) > tempC) lo = middle;
    else hi = middle;
  }
  return (lo + hi) / 2;
}

function between(points: readonly (readonly [number, number])[], x: number): number {
  const at = points.findIndex(([b]) => b >= x);
  const [[x0, y0], [x1, y1]] = [points[Math.max(0, at - 1)]!, points[at]!];
  return x1 === x0 ? y1 : y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}
