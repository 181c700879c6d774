import { requireNotNegative } from '../quantity/range';

/** A fruit by the piece: what one weighs, what is left after pit and peel, what it juices. House estimates, ±20 % a piece. */
export type Fruit = { name: string; pieceG: number; usableShare: number; juiceMlPerG: number; zestGPerPiece?: number };

/** Fruits by the piece: g, ml of juice a gram, g of zest a piece. House estimates from weighings. */
export const FRUITS = {
  lemon: { name: 'Lemon', pieceG: 110, usableShare: 0.65, juiceMlPerG: 0.41, zestGPerPiece: 4 },
  lime: { name: 'Lime', pieceG: 67, usableShare: 0.7, juiceMlPerG: 0.45, zestGPerPiece: 2.5 },
  orange: { name: 'Orange', pieceG: 190, usableShare: 0.7, juiceMlPerG: 0.45, zestGPerPiece: 8 },
  grapefruit: { name: 'Grapefruit', pieceG: 400, usableShare: 0.65, juiceMlPerG: 0.47 },
  apple: { name: 'Apple', pieceG: 180, usableShare: 0.88, juiceMlPerG: 0.42 },
  pear: { name: 'Pear', pieceG: 180, usableShare: 0.88, juiceMlPerG: 0.45 },
  quince: { name: 'Quince', pieceG: 250, usableShare: 0.75, juiceMlPerG: 0.3 },
  peach: { name: 'Peach', pieceG: 150, usableShare: 0.85, juiceMlPerG: 0.5 },
  mango: { name: 'Mango', pieceG: 350, usableShare: 0.65, juiceMlPerG: 0.45 },
  pineapple: { name: 'Pineapple', pieceG: 1500, usableShare: 0.5, juiceMlPerG: 0.3 },
  sour_cherry: { name: 'Sour cherry', pieceG: 5, usableShare: 0.85, juiceMlPerG: 0.6 },
  strawberry: { name: 'Strawberry', pieceG: 14, usableShare: 0.94, juiceMlPerG: 0.6 },
} as const satisfies Record<string, Fruit>;

/** How ripe a fruit is. */
export type Ripeness = 'hard' | 'ripe' | 'very ripe';

/** Ripe fruit gives more juice and less acid. House estimates. */
const RIPE: Record<Ripeness, { juice: number; acid: number }> = {
  hard: { juice: 0.8, acid: 1.25 },
  ripe: { juice: 1, acid: 1 },
  'very ripe': { juice: 1.1, acid: 0.8 },
};

/** What so many fruits give: g, ml; acid against ripe ones; spread as the standard deviation of a logarithm. */
export type FruitYield = { wholeG: number; usableG: number; juiceMl: number; acidTimes: number; sigmaLn: number };

/** What a number of fruits gives; fruit differs, so the spread shrinks with the square root of how many there are. */
export function fruitYield(fruit: Fruit, pieces: number, ripeness: Ripeness = 'ripe'): FruitYield {
  requireNotNegative('fruitYield', 'pieces', pieces, '');
  const wholeG = pieces * fruit.pieceG;
  const { juice, acid } = RIPE[ripeness];
  return {
    wholeG,
    usableG: wholeG * fruit.usableShare,
    juiceMl: wholeG * fruit.juiceMlPerG * juice,
    acidTimes: acid,
    sigmaLn: pieces > 0 ? 0.2 / Math.sqrt(pieces) : 0,
  };
}
