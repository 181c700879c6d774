import { houseEstimate, type Estimate } from '../quantity/estimate';

/** Acid powders: citric-equivalent grams a gram, by titratable base (64.04 g citric an equivalent). */
export const ACID_POWDERS = {
  citric_anhydrous: 1,
  citric_monohydrate: 0.914,
  malic: 0.955,
  tartaric: 0.853,
  ascorbic: 0.363,
  lactic: 0.711,
  acetic: 1.067,
} as const;

/** A juice as it is pressed: what it brings of acid, sugar and colour. */
export type Juice = {
  name: string;
  /** as citric, g/L, with its spread */
  citricGPerL: Estimate;
  brix: number;
  ph: number;
  /** net strong cations, eq/L; undefined where nothing is known of them */
  cationEqPerL?: number;
  /** juice of one fruit, ml; undefined where fruit is not juiced by the piece */
  mlPerFruit?: { value: number; low: number; high: number };
};

const estimate = (value: number, sd: number, source: string): Estimate => ({ value, sigmaLn: sd / value, source });
const titration =
  'titration and chromatography after Penniston et al. 2008 where it has the fruit, recalled tables else';
const perFruit = (value: number, low: number, high: number): { value: number; low: number; high: number } => ({
  value,
  low,
  high,
});

/**
 * Juices by the litre and by the fruit. Brix after the reconstitution values of 21 CFR 101.30(h) for most, on the sucrose
 * scale for lemon and lime; ml a fruit are house estimates.
 */
export const JUICES = {
  lemon: {
    name: 'Lemon juice',
    citricGPerL: estimate(50, 6, titration),
    brix: 8,
    ph: 2.3,
    cationEqPerL: 0.03,
    mlPerFruit: perFruit(45, 30, 65),
  },
  lime: {
    name: 'Lime juice, Persian',
    citricGPerL: estimate(50, 7, titration),
    brix: 8.5,
    ph: 2.2,
    mlPerFruit: perFruit(30, 18, 40),
  },
  key_lime: {
    name: 'Lime juice, key',
    citricGPerL: estimate(58, 8, titration),
    brix: 8.5,
    ph: 2.2,
    mlPerFruit: perFruit(12, 8, 18),
  },
  orange: {
    name: 'Orange juice',
    citricGPerL: estimate(9, 2.5, titration),
    brix: 11.8,
    ph: 3.7,
    cationEqPerL: 0.04,
    mlPerFruit: perFruit(85, 60, 120),
  },
  mandarin: {
    name: 'Mandarin juice',
    citricGPerL: estimate(8, 2, titration),
    brix: 11.8,
    ph: 3.7,
    mlPerFruit: perFruit(50, 30, 75),
  },
  grapefruit: {
    name: 'Grapefruit juice',
    citricGPerL: estimate(15, 4, titration),
    brix: 10,
    ph: 3.2,
    mlPerFruit: perFruit(190, 130, 260),
  },
  pineapple: {
    name: 'Pineapple juice',
    citricGPerL: estimate(7, 2, titration),
    brix: 12.8,
    ph: 3.5,
    cationEqPerL: 0.03,
    mlPerFruit: perFruit(450, 300, 700),
  },
  apple: {
    name: 'Apple juice',
    citricGPerL: estimate(4.5, 1.5, titration),
    brix: 11.5,
    ph: 3.5,
    cationEqPerL: 0.03,
    mlPerFruit: perFruit(75, 50, 110),
  },
  cranberry: { name: 'Cranberry juice, pure', citricGPerL: estimate(22, 5, titration), brix: 7.5, ph: 2.5 },
  passion_fruit: {
    name: 'Passion fruit juice',
    citricGPerL: estimate(35, 8, titration),
    brix: 14,
    ph: 3,
    mlPerFruit: perFruit(15, 8, 30),
  },
  pomegranate: {
    name: 'Pomegranate juice',
    citricGPerL: estimate(12, 5, titration),
    brix: 16,
    ph: 3.1,
    mlPerFruit: perFruit(120, 80, 180),
  },
  sour_cherry: { name: 'Sour cherry juice', citricGPerL: estimate(15, 4, titration), brix: 14, ph: 3.3 },
  grape: { name: 'Grape juice', citricGPerL: estimate(6, 2, titration), brix: 16, ph: 3.4 },
  raspberry: { name: 'Raspberry juice', citricGPerL: estimate(16, 4, titration), brix: 9.2, ph: 3.2 },
  strawberry: { name: 'Strawberry juice', citricGPerL: estimate(8, 2, titration), brix: 8, ph: 3.5 },
  mango: { name: 'Mango purée', citricGPerL: houseEstimate(4, 0.4), brix: 13, ph: 4 },
  guava: { name: 'Guava purée', citricGPerL: houseEstimate(7, 0.4), brix: 7.7, ph: 3.8 },
  peach: { name: 'Peach purée', citricGPerL: houseEstimate(6, 0.4), brix: 10.5, ph: 3.7 },
  watermelon: { name: 'Watermelon juice', citricGPerL: houseEstimate(1, 0.4), brix: 7.5, ph: 5.5 },
} as const satisfies Record<string, Juice>;

/** The juices that are known by name. */
export type JuiceName = keyof typeof JUICES;
