/**
 * What colours a liquor, per centimetre at the ordinary strength that stands above each: peaks [height, centre nm, width nm], a tail falling
 * from 400 nm [height, width nm], a flat part, and the haze that sends light back.
 *
 * Sources. Red of berries, calyces and petals: maxima 505 to 530 nm (Du & Francis 1973), heights by 26 900 L/(mol cm) as cyanidin
 * glucoside (Giusti & Wrolstad 2001). Butterfly pea: ternatins at 548, 574, 620 nm (Terahara et al. 1996; Vidana Gamage et al. 2021), heights by
 * eye. Curcumin 425, crocin 442, carotenoids 450 nm; chlorophyll and pheophytin 430, 665 nm. Tails of browned sugars and roasted roots by the hue index of
 * caramels (Linner; Kamuf et al. 2003); black tea and rooibos by the long tail of thearubigin and rooibos extracts (Roberts & Smith
 * 1963; Joubert 1995); honey by colour classes of amber honey. All recalled, the rest by eye: hue within 10°, lightness within 8.
 */
export type Colourant = {
  peaks?: readonly (readonly [number, number, number])[];
  tail?: readonly [number, number];
  flat?: number;
  haze?: number;
  /** red of an anthocyanin, told for this pH: its peaks pale and shift as acid leaves */
  redAtPh?: number;
};

/** What each colourant takes from white light: bands (depth a cm, nm, width in nm) on a tail. Fitted to the eye, house estimates at the strength in each line's comment. */
export const COLOURANTS = {
  // 8 g/L leaf
  black_tea: { peaks: [[0.097, 500, 45]], tail: [1.1, 88] },
  // 8 g/L
  oolong: { tail: [0.56, 87], flat: 0.002 },
  // 8 g/L, 80 °C
  green_tea: { tail: [0.52, 34], flat: 0.023 },
  // 8 g/L, whisked
  matcha: {
    peaks: [
      [0.56, 430, 28],
      [1.2, 665, 20],
    ],
    tail: [0.34, 60],
    flat: 0.085,
    haze: 0.3,
  },
  // 9 g/L
  white_tea: { tail: [0.25, 69], flat: 0.015 },
  // 14 g/L
  yerba_mate: { tail: [0.62, 40], flat: 0.042 },
  // 12 g/L
  rooibos: { peaks: [[0.28, 505, 45]], tail: [1.2, 75] },
  // 13 g/L
  honeybush: { peaks: [[0.1, 505, 45]], tail: [0.86, 81] },
  // 18 g/L dry, pH 2.8
  roselle: { peaks: [[2.1, 520, 34]], tail: [1.2, 59], flat: 0.06, redAtPh: 2.8 },
  // 18 g/L
  rose_hip: { peaks: [[0.078, 505, 45]], tail: [0.44, 91] },
  // 20 g/L dried, pH 3.8
  elderberry: { peaks: [[1.6, 528, 40]], tail: [0.8, 130], flat: 0.057, redAtPh: 3.8 },
  // 8 g/L dried
  elderflower: { tail: [0.27, 48], flat: 0.018 },
  // 8 g/L
  chamomile: { tail: [0.61, 45], flat: 0.022 },
  // 9 g/L
  linden: { tail: [0.31, 94] },
  // 1.5 g/L
  lavender: { tail: [0.066, 60], flat: 0.01 },
  // 6 g/L, pH 6
  rose_petals_mild: { peaks: [[0.068, 540, 44]], tail: [0.42, 40], flat: 0.017 },
  // 6 g/L, pH 3
  rose_petals_acid: { peaks: [[0.18, 515, 36]], tail: [0.12, 123], flat: 0.008, redAtPh: 3 },
  // 4 g/L
  calendula: { tail: [0.55, 51], flat: 0.012 },
  // 8 g/L
  peppermint_dried: { peaks: [[0.024, 668, 16]], tail: [0.52, 43], flat: 0.034 },
  // 25 g/L
  mint_fresh: { tail: [0.47, 29], flat: 0.018 },
  // 9 g/L dried
  lemon_balm: { tail: [0.54, 44], flat: 0.038 },
  // 6 g/L dried
  lemon_verbena: { tail: [0.42, 35], flat: 0.024 },
  // 8 g/L
  tulsi: { tail: [0.38, 69], flat: 0.032 },
  // 4 g/L
  sage: { tail: [0.41, 37], flat: 0.031 },
  // 10 g/L
  nettle: {
    peaks: [
      [0.22, 430, 28],
      [0.21, 665, 20],
    ],
    tail: [0.36, 60],
    flat: 0.077,
  },
  // 10 g/L
  raspberry_leaf: { tail: [0.49, 104] },
  // 9 g/L
  blackcurrant_leaf: { peaks: [[0.051, 668, 16]], tail: [0.48, 47], flat: 0.033 },
  // 25 g/L
  spruce_tips: { tail: [0.36, 33], flat: 0.017 },
  // 15 g/L
  pandan: {
    peaks: [
      [0.27, 430, 28],
      [0.15, 665, 20],
    ],
    flat: 0.037,
  },
  // 120 g/L
  cucumber: { peaks: [[0.034, 668, 16]], tail: [0.16, 25], flat: 0.008 },
  // 30 g/L fresh
  ginger: { tail: [0.19, 47], flat: 0.011, haze: 0.08 },
  // 3 g/L ground
  turmeric: { peaks: [[0.26, 425, 38]], tail: [4, 36], flat: 0.03, haze: 0.15 },
  // 0.08 g/L
  saffron: { peaks: [[1.8, 442, 32]], tail: [0.1, 100], haze: 0.02 },
  // 2.5 g/L
  liquorice: { tail: [0.43, 91], flat: 0.006 },
  // 15 g/L
  dandelion_roasted: { tail: [3.5, 100] },
  // 12 g/L
  chicory_roasted: { tail: [4, 101] },
  // 12 g/L
  burdock: { tail: [0.42, 110], flat: 0.003 },
  // 3 g/L stick
  cinnamon: { peaks: [[0.059, 505, 45]], tail: [0.4, 103] },
  // 0.8 g/L
  clove: { tail: [0.28, 110], flat: 0.004 },
  // 1.5 g/L
  star_anise: { tail: [0.41, 106] },
  // 1.5 g/L
  vanilla: { tail: [0.19, 102], flat: 0.007 },
  // 2 g/L
  juniper: { tail: [0.11, 43], flat: 0.009 },
  // 15 g/L
  orange_peel: { tail: [0.42, 41], flat: 0.011, haze: 0.02 },
  // 12 g/L
  lemon_peel: { tail: [0.2, 33], flat: 0.007, haze: 0.02 },
  // 180 g/L, boiled
  pineapple_peel: { tail: [0.68, 49], flat: 0.018, haze: 0.1 },
  // 45 g/L, sieved
  tamarind: { tail: [1.2, 105], haze: 0.12 },
  // 130 g/L, simmered
  quince: { peaks: [[0.058, 505, 45]], tail: [0.15, 93], flat: 0.008 },
  // 12 g/L
  sumac: { peaks: [[0.31, 515, 36]], tail: [0.26, 94], flat: 0.008, redAtPh: 3 },
  // 18 g/L
  barberry: { peaks: [[0.71, 512, 36]], tail: [0.39, 84], flat: 0.008, redAtPh: 3 },
  // 25 g/L
  cacao_nibs: { tail: [0.76, 120], flat: 0.007, haze: 0.04 },
  // neat
  lemon_juice: { tail: [0.32, 35], flat: 0.007, haze: 0.25 },
  // neat
  orange_juice: { peaks: [[6.5, 455, 36]], tail: [0.21, 49], flat: 0.03, haze: 2 },
  // neat
  pineapple_juice: { tail: [2.2, 33], flat: 0.004, haze: 0.5 },
  // neat
  apple_juice_clear: { tail: [0.57, 68], flat: 0.016 },
  // neat
  apple_juice_cloudy: { tail: [0.78, 61], flat: 0.013, haze: 0.25 },
  // neat
  grape_juice_white: { tail: [0.37, 51], flat: 0.023 },
  // neat, pH 3.4
  grape_juice_red: { peaks: [[2.7, 526, 42]], tail: [0.59, 130], flat: 0.06, redAtPh: 3.4 },
  // neat, pH 2.5
  cranberry_juice: { peaks: [[4.5, 515, 35]], tail: [1.2, 80], flat: 0.008, redAtPh: 2.5 },
  // 100 g/L, simmered
  cranberry_fresh: { peaks: [[0.75, 515, 35]], tail: [0.46, 82], flat: 0.008, redAtPh: 3 },
  // neat, pH 3.2
  pomegranate_juice: { peaks: [[5.4, 515, 36]], tail: [0.97, 98], flat: 0.008, redAtPh: 3.2 },
  // neat juice; fruit 1 kg/L
  sour_cherry: { peaks: [[12, 515, 36]], tail: [2.6, 50], flat: 0.06, redAtPh: 3 },
  // neat, white
  grapefruit_juice: { tail: [0.68, 40], flat: 0.008, haze: 0.4 },
  // 200 g/L
  peach_puree: { peaks: [[0.55, 460, 45]], tail: [0.15, 80], flat: 0.012, haze: 0.9 },
  // 180 g/L
  mango_puree: { peaks: [[3.4, 450, 36]], tail: [1.2, 46], flat: 0.03, haze: 1 },
  // 150 g/L
  strawberry_puree: { peaks: [[1.5, 505, 36]], tail: [0.75, 40], flat: 0.02, haze: 0.3, redAtPh: 3 },
  // 130 g/L
  raspberry_puree: { peaks: [[2, 517, 36]], tail: [0.95, 50], flat: 0.02, haze: 0.2, redAtPh: 3 },
  // 130 g/L
  blackberry_puree: { peaks: [[3.3, 522, 40]], tail: [0.59, 130], flat: 0.21, haze: 0.2, redAtPh: 3 },
  // 230 g/L, sieved
  plum: { peaks: [[0.74, 520, 40]], tail: [0.89, 67], flat: 0.02, haze: 0.12, redAtPh: 3 },
  // 65 g/L
  carob: { tail: [1.5, 109], haze: 0.03 },
  // 20 g/L
  cocoa: { tail: [7.6, 104], haze: 0.7 },
  // 100 ml/L whole
  milk: { tail: [0.01, 60], flat: 0.002, haze: 1.3 },
  // 600 g/L, sieved
  watermelon: { peaks: [[1, 500, 36]], tail: [0.29, 40], flat: 0.02, haze: 0.25 },
  // 80 g/L
  brown_sugar_dark: { tail: [0.48, 99] },
  // 30 g/L
  molasses: { tail: [3, 89] },
  // 80 g/L
  honey_amber: { tail: [0.32, 57], flat: 0.005 },
  // 120 g/L
  maple_syrup: { tail: [0.4, 78], flat: 0.01 },
  // 40 g/L fresh
  violet_mild: {
    peaks: [
      [0.041, 600, 34],
      [0.1, 555, 34],
    ],
    flat: 0.05,
  },
  // 2.5 g/L dried
  butterfly_pea_ph_7: {
    peaks: [
      [0.6, 620, 24],
      [0.6, 574, 29],
      [0.33, 545, 35],
    ],
    tail: [0.14, 45],
    flat: 0.02,
  },
  // 2.5 g/L dried
  butterfly_pea_ph_5: {
    peaks: [
      [0.36, 620, 24],
      [0.55, 574, 29],
      [0.4, 545, 35],
    ],
    tail: [0.14, 45],
    flat: 0.02,
  },
  // 2.5 g/L dried
  butterfly_pea_ph_4: {
    peaks: [
      [0.14, 620, 24],
      [0.34, 574, 29],
      [0.5, 545, 35],
    ],
    tail: [0.2, 45],
    flat: 0.018,
  },
  // 2.5 g/L dried
  butterfly_pea_ph_3: {
    peaks: [
      [0.03, 620, 24],
      [0.14, 574, 29],
      [0.6, 545, 35],
    ],
    tail: [0.34, 45],
    flat: 0.014,
  },
  // 2.5 g/L dried
  butterfly_pea_ph_2_5: {
    peaks: [
      [0.03, 574, 29],
      [0.64, 545, 35],
    ],
    tail: [0.46, 45],
    flat: 0.012,
  },
} as const satisfies Record<string, Colourant>;

/** The colourants that are known. */
export type ColourantName = keyof typeof COLOURANTS;
