import { table } from '../quantity/table';
/** What one piece of a plant weighs, g: low, typical, high; four makings in five lie between. `asked` needs the cook's word. */
export type Piece = {
  /** all its names, in the singular; the first is written */
  names: readonly string[];
  g: readonly [number, number, number];
  asked?: boolean;
};

type Row = readonly [names: string, low: number, typical: number, high: number, asked?: 'asked'];
const pieces = (...rows: Row[]): readonly Piece[] =>
  rows.map(([names, low, typical, high, asked]) => ({
    names: names.split(', '),
    g: [low, typical, high],
    ...(asked ? { asked: true } : {}),
  }));

const TEA_BAG = ['tea bag, teabag, bag', 1.8, 2.2, 2.5] as const;
const FAMILY_BAG = ['family-size bag, family bag, family size bag, bag', 6, 7, 8] as const;
const BERRIES = (...g: readonly [number, number, number]): readonly Piece[] => pieces(['berry, piece', ...g]);

/**
 * Pieces by plant. Where the reference tables have a piece it is theirs; all others are house estimates, to be replaced by weighings.
 * The first piece is what a number with the mere name means, if {@link OWN_PIECE} names the plant.
 */
export const PIECES: Readonly<Record<string, readonly Piece[]>> = table({
  ginger_fresh: pieces(
    ['thumb, thumb-sized piece', 15, 28, 45],
    ['slice, coin, round', 1.2, 2.2, 4],
    ['inch', 7, 12, 21],
    ['cm', 2.8, 4.8, 8.4],
    ['knob, piece', 6, 15, 35, 'asked'],
    ['hand', 70, 150, 300, 'asked'],
  ),
  galangal_fresh: pieces(['slice, coin, round', 2, 3, 5], ['inch', 7, 13, 24], ['cm', 2.8, 5.1, 9.4]),
  turmeric_fresh: pieces(['finger', 8, 15, 25], ['inch', 3, 5, 9], ['cm', 1.2, 2, 3.5]),
  cassia_stick: pieces(['stick, quill', 2.6, 4, 6], ['inch', 1, 1.5, 2.3], ['cm', 0.4, 0.6, 0.9]),
  ceylon_cinnamon_stick: pieces(['stick, quill', 1.6, 2.5, 3.8], ['inch', 0.6, 0.95, 1.5], ['cm', 0.24, 0.37, 0.6]),
  clove_whole: pieces(['clove, bud, piece', 0.06, 0.08, 0.11]),
  allspice_whole: pieces(['berry, piece', 0.05, 0.07, 0.1]),
  black_pepper_whole: pieces(['peppercorn, corn, berry', 0.035, 0.05, 0.065]),
  juniper_berry: pieces(['berry, piece', 0.07, 0.1, 0.14]),
  cardamom_pod: pieces(['pod, piece', 0.14, 0.2, 0.28]),
  star_anise_whole: pieces(['star, piece', 0.5, 0.9, 1.5]),
  bay_dried: pieces(['leaf, piece', 0.1, 0.2, 0.35]),
  saffron_threads: pieces(['thread, piece', 0.0015, 0.002, 0.003]),
  vanilla_bean: pieces(['bean, pod, piece', 2, 3, 4.5], ['cm', 0.12, 0.19, 0.28], ['inch', 0.3, 0.48, 0.71]),
  nutmeg_ground: pieces(['nutmeg', 3.5, 5, 7, 'asked']),
  liquorice_root_cut: pieces(['stick', 4, 7, 12]),
  lemongrass_fresh: pieces(['stalk, stick, stem', 14, 22, 35]),
  mint_fresh: pieces(
    ['sprig, stem', 0.8, 1.5, 2.5],
    ['leaf', 0.05, 0.1, 0.2],
    ['bunch', 20, 40, 90, 'asked'],
    ['handful', 6, 12, 23],
  ),
  spearmint_fresh: pieces(
    ['sprig, stem', 0.8, 1.6, 2.6],
    ['leaf', 0.05, 0.1, 0.2],
    ['bunch', 20, 40, 90, 'asked'],
    ['handful', 6, 12, 23],
  ),
  basil_fresh: pieces(
    ['leaf', 0.25, 0.5, 0.9],
    ['sprig, stem', 1.4, 2.5, 5],
    ['bunch', 20, 40, 90, 'asked'],
    ['handful', 6, 12, 23],
  ),
  rosemary_fresh: pieces(['sprig, stem', 1, 1.8, 3]),
  thyme_fresh: pieces(['sprig, stem', 0.4, 0.8, 1.4]),
  lemon_balm_fresh: pieces(['sprig, stem', 0.8, 1.5, 2.5], ['leaf', 0.08, 0.15, 0.3], ['handful', 6, 12, 23]),
  lemon_verbena_fresh: pieces(['leaf', 0.2, 0.4, 0.7], ['sprig, stem', 1, 2, 4]),
  lemon_verbena_dried: pieces(['leaf', 0.05, 0.1, 0.2]),
  sage_fresh: pieces(['leaf', 0.25, 0.5, 0.9], ['sprig, stem', 1.5, 3, 5]),
  makrut_lime_leaf_fresh: pieces(['leaf, double leaf', 0.8, 1.2, 2]),
  pandan_fresh: pieces(['leaf', 4, 6, 10]),
  spruce_tip_fresh: pieces(['tip', 0.25, 0.5, 0.9]),
  elderflower_fresh: pieces(['head, umbel', 4, 8, 14]),
  elderflower_dried: pieces(['head, umbel', 0.8, 1.6, 2.8, 'asked']),
  elderberry_fresh: pieces(['umbel, head', 25, 50, 90]),
  clover_dried: pieces(['head, flower', 0.12, 0.2, 0.35]),
  clover_fresh: pieces(['head, flower', 0.6, 1, 1.5]),
  calendula_dried: pieces(['head, flower', 0.2, 0.4, 0.7]),
  butterfly_pea_dried: pieces(['flower, head', 0.06, 0.1, 0.15]),
  violet_fresh: pieces(['flower', 0.08, 0.12, 0.2]),
  jasmine_dried: pieces(['flower', 0.04, 0.06, 0.1]),
  chamomile_dried: pieces(['head, flower', 0.03, 0.05, 0.08]),
  chamomile_fresh: pieces(['head, flower', 0.1, 0.17, 0.28]),
  linden_fresh: pieces(['cluster', 0.4, 0.8, 1.4]),
  lavender_fresh: pieces(['spike', 0.4, 0.7, 1.1]),
  dandelion_flower_fresh: pieces(['head, flower', 1, 1.8, 2.8]),
  rose_petal_fresh: pieces(['flower', 2, 4, 8]),
  roselle_dried_whole: pieces(['calyx, flower', 0.4, 0.6, 0.9], ['pod', 0.4, 0.6, 0.9, 'asked']),
  roselle_dried_cut: pieces(['calyx, flower', 0.4, 0.6, 0.9, 'asked']),
  roselle_fresh: pieces(['calyx, flower', 3, 5, 8], ['pod', 3, 5, 8, 'asked']),
  rosehip_fresh: pieces(['hip', 0.8, 1.5, 3]),
  rosehip_dried_cut: pieces(['hip', 0.4, 0.8, 1.4, 'asked']),
  strawberry_fresh: pieces(['strawberry, berry', 7.5, 14.1, 22.6]),
  raspberry_fresh: pieces(['raspberry, berry', 2, 3.5, 5]),
  raspberry_frozen: pieces(['raspberry, berry', 2, 3.5, 5]),
  blackberry_fresh: pieces(['blackberry, berry', 3, 5, 8]),
  blueberry_fresh: pieces(['blueberry, berry', 0.8, 1.5, 2.6]),
  cranberry_fresh: pieces(['cranberry, berry', 0.7, 1, 1.6]),
  lingonberry_fresh: pieces(['lingonberry, berry', 0.15, 0.25, 0.4]),
  blackcurrant_fresh: pieces(['blackcurrant, berry', 0.5, 0.9, 1.4]),
  redcurrant_fresh: pieces(['redcurrant, berry', 0.3, 0.5, 0.9]),
  sour_cherry_fresh: pieces(['cherry', 3.5, 4.35, 6.1]),
  sweet_cherry_fresh: pieces(['cherry', 5.3, 7, 9.7]),
  grape_fresh: pieces(['grape', 2.9, 4.9, 7.8]),
  orange_slice_dried: pieces(['slice, wheel, round', 2.5, 4, 6]),
  cucumber_fresh: pieces(['cucumber', 194, 291, 407], ['slice, wheel, round', 5, 8, 12]),
  carob_pod: pieces(['pod', 9, 16, 26]),
  beet_fresh: pieces(['beet', 60, 110, 180]),
  rhubarb_stalk: pieces(['stalk, stick', 40, 70, 120]),
  raisin_dried: pieces(['raisin', 0.3, 0.5, 0.8]),
  date_dried: BERRIES(5, 7.5, 11).map((p) => ({ ...p, names: ['date', 'piece'] })),
  prune_dried: BERRIES(7, 9.5, 13).map((p) => ({ ...p, names: ['prune', 'piece'] })),
  apple_dried: pieces(['ring, slice', 4, 6.4, 9]),
  peach_dried: pieces(['half', 9, 13, 18]),
  dried_apricot: pieces(['half, apricot', 2.4, 3.5, 5]),
  black_tea_bag: pieces(TEA_BAG),
  black_tea_family_bag: pieces(FAMILY_BAG),
  ice: pieces(['cube, ice cube', 15, 25, 35]),
  white_sugar: pieces(['lump, cube, sugar cube', 3, 4, 5]),
});

/** Bags of teas that are written loose, and of herbs: asked. */
export const BAGS = {
  tea: pieces(TEA_BAG)[0]!.g,
  family: pieces(FAMILY_BAG)[0]!.g,
  herb: [1, 1.5, 2.2] as const,
} as const;

/** Plants of which a number with the mere name means a piece: "4 cardamom". */
export const OWN_PIECE: ReadonlySet<string> = new Set([
  ...[
    'clove_whole',
    'cardamom_pod',
    'allspice_whole',
    'star_anise_whole',
    'bay_dried',
    'juniper_berry',
    'vanilla_bean',
  ],
  ...['cassia_stick', 'ceylon_cinnamon_stick', 'nutmeg_ground', 'cucumber_fresh', 'beet_fresh', 'black_pepper_whole'],
  ...[
    'strawberry_fresh',
    'raspberry_fresh',
    'raspberry_frozen',
    'blackberry_fresh',
    'blueberry_fresh',
    'cranberry_fresh',
  ],
  ...['lingonberry_fresh', 'blackcurrant_fresh', 'redcurrant_fresh', 'sour_cherry_fresh', 'sweet_cherry_fresh'],
  ...['grape_fresh', 'date_dried', 'prune_dried', 'raisin_dried', 'black_tea_bag', 'black_tea_family_bag'],
  ...['roselle_dried_whole', 'roselle_fresh'],
]);

/** Figures of a class, g of one: only a guess to be confirmed. House estimates. */
export const CLASS_PIECES: Readonly<Record<string, readonly Piece[]>> = table({
  fresh_herb: pieces(
    ['sprig, stem', 0.7, 1.5, 3.5],
    ['leaf', 0.1, 0.3, 0.8],
    ['stalk', 6, 15, 35],
    ['bunch', 20, 40, 90],
    ['handful', 6, 12, 23],
  ),
  dried_herb: pieces(
    ['leaf', 0.03, 0.08, 0.2],
    ['sprig', 0.2, 0.5, 1],
    ['tea bag, teabag', 1, 1.5, 2.2],
    ['sachet', 1, 1.5, 2.2],
  ),
  dried_flower: pieces(
    ['flower', 0.03, 0.08, 0.2],
    ['head', 0.1, 0.2, 0.4],
    ['tea bag, teabag', 1, 1.5, 2.2],
    ['sachet', 1, 1.5, 2.2],
  ),
  fresh_root: pieces(
    ['slice, coin', 1.2, 2.5, 5],
    ['inch', 6, 12, 24],
    ['cm', 2.4, 4.7, 9.4],
    ['thumb, thumb-sized piece', 15, 28, 45],
    ['knob, piece', 6, 15, 35],
  ),
  hard_spice: pieces(['seed, grain', 0.02, 0.05, 0.15], ['stick', 1.5, 3.5, 7]),
  fresh_fruit: pieces(['slice', 6, 12, 22], ['wedge', 12, 20, 35]),
  fresh_peel: pieces(['strip', 0.8, 1.8, 3.5]),
  dried_berry: pieces(['piece', 0.1, 0.2, 0.4], ['slice', 2, 4, 7]),
  whole_leaf: pieces(['tea bag, teabag, bag', 1.8, 2.2, 2.5], ['sachet', 1.8, 2.2, 2.5]),
  broken_leaf: pieces(['tea bag, teabag, bag', 1.8, 2.2, 2.5], ['sachet', 1.8, 2.2, 2.5]),
  fast_leaf: pieces(['tea bag, teabag, bag', 1.8, 2.2, 2.5], ['sachet', 1.8, 2.2, 2.5]),
  rooibos: pieces(['tea bag, teabag, bag', 1, 1.5, 2.2], ['sachet', 1, 1.5, 2.2]),
});

/** A handful, g by class, or as a share of a cup. House estimates. */
export const HANDFUL: Readonly<Record<string, readonly [number, number, number]>> = table({
  fresh_herb: [6, 12, 23],
  dried_flower: [2, 4, 8],
  dried_herb: [2, 4, 8],
  berry: [36, 60, 100],
});
/** A handful in cups of 237 ml: small, usual, large. House estimate. */
export const HANDFUL_CUP = [0.3, 0.5, 0.85] as const;

/** All words that name a piece of some plant, in the singular: one is never the mere name of a thing. */
export const PIECE_WORDS: ReadonlySet<string> = new Set(
  [...Object.values(PIECES), ...Object.values(CLASS_PIECES)].flatMap((list) => list.flatMap((p) => p.names)),
);

/** A part of a fruit that recipes ask for. */
export type FruitPart = 'whole' | 'flesh' | 'juice' | 'zest' | 'peel' | 'rind' | 'slice' | 'strip' | 'wedge';

type Three = readonly [number, number, number];
/** What whole fruits of a kind weigh, and how much of that each part is. */
export type FruitFigures = {
  /** in the singular */
  name: string;
  /** weight of a whole one, g */
  whole: Three;
  /** flesh of a whole one: stone, core, peel and ends off */
  fleshShare: number;
  /** with its peel off as well */
  peeledShare?: number;
  /** juice of one, ml */
  juice?: Three;
  zest?: Three;
  /** taken off with a peeler, the white left behind; of what is peeled by hand, white and all */
  peel?: Three;
  /** with its white */
  rind?: Three;
  slice?: Three;
  strip?: Three;
  wedge?: Three;
};

/**
 * Fruit by the piece: a medium one, with small and large as low and high. Whole, flesh, juice and peel by the matter table; zest,
 * slices and widths of peel are house estimates.
 */
export const FRUIT_FIGURES: readonly FruitFigures[] = [
  {
    name: 'lemon',
    whole: [84, 120, 165],
    fleshShare: 0.56,
    juice: [30, 45, 66],
    zest: [2, 4, 7],
    peel: [5, 9, 16],
    rind: [28, 38, 52],
    slice: [6, 10, 16],
    strip: [0.8, 1.5, 2.5],
    wedge: [11, 18, 28],
  },
  {
    name: 'lime',
    whole: [50, 70, 95],
    fleshShare: 0.6,
    juice: [18, 30, 40],
    zest: [1.3, 2.5, 4],
    peel: [4, 6, 8],
    rind: [12, 17, 24],
    slice: [4, 7, 10],
    strip: [0.7, 1.2, 2],
    wedge: [6, 10, 16],
  },
  {
    name: 'orange',
    whole: [135, 180, 240],
    fleshShare: 0.73,
    juice: [57, 82, 114],
    zest: [4.5, 8, 13],
    peel: [9, 15, 27],
    rind: [35, 48, 65],
    slice: [10, 16, 26],
    strip: [1, 2, 3.5],
    wedge: [16, 27, 42],
  },
  {
    name: 'mandarin',
    whole: [85, 115, 155],
    fleshShare: 0.74,
    juice: [30, 50, 75],
    zest: [1.5, 3, 5],
    peel: [20, 28, 38],
    rind: [20, 28, 38],
    slice: [6, 10, 15],
    strip: [0.7, 1.3, 2.2],
  },
  {
    name: 'grapefruit',
    whole: [300, 400, 540],
    fleshShare: 0.5,
    juice: [130, 190, 259],
    zest: [7, 14, 24],
    peel: [18, 30, 54],
    rind: [80, 110, 150],
    slice: [20, 32, 48],
    strip: [1.5, 3, 5],
  },
  {
    name: 'apple',
    whole: [140, 180, 225],
    fleshShare: 0.9,
    peeledShare: 0.8,
    juice: [62, 80, 100],
    peel: [14, 20, 27],
    slice: [8, 12, 18],
  },
  { name: 'pear', whole: [140, 180, 235], fleshShare: 0.9, peeledShare: 0.8, juice: [66, 85, 111], peel: [12, 18, 25] },
  { name: 'quince', whole: [150, 220, 320], fleshShare: 0.65 },
  { name: 'peach', whole: [120, 155, 200], fleshShare: 0.92 },
  { name: 'nectarine', whole: [115, 148, 185], fleshShare: 0.9 },
  { name: 'plum', whole: [45, 70, 100], fleshShare: 0.94 },
  { name: 'apricot', whole: [28, 38, 55], fleshShare: 0.92 },
  { name: 'kiwi', whole: [65, 82, 105], fleshShare: 0.86 },
  { name: 'mango', whole: [250, 400, 550], fleshShare: 0.68 },
  { name: 'pineapple', whole: [1200, 1600, 2100], fleshShare: 0.52, juice: [340, 450, 590], peel: [450, 620, 820] },
  { name: 'pomegranate', whole: [200, 300, 420], fleshShare: 0.52, juice: [80, 120, 180] },
  { name: 'passion fruit', whole: [25, 35, 55], fleshShare: 0.5, juice: [9, 12, 19] },
  { name: 'watermelon', whole: [2500, 5000, 8500], fleshShare: 0.55 },
  { name: 'papaya', whole: [450, 700, 1100], fleshShare: 0.62 },
];
/** A whole fruit that is sliced with its peel loses its ends. */
export const ENDS_OFF = 0.97;

/** What a row of the table takes of a fruit. */
export const FRUIT_OF: Readonly<
  Record<string, { fruit: string; part: 'whole' | 'flesh' | 'juice' | 'peel' | 'rind' }>
> = table({
  lemon_juice: { fruit: 'lemon', part: 'juice' },
  lime_juice: { fruit: 'lime', part: 'juice' },
  orange_juice: { fruit: 'orange', part: 'juice' },
  mandarin_juice: { fruit: 'mandarin', part: 'juice' },
  grapefruit_juice: { fruit: 'grapefruit', part: 'juice' },
  pomegranate_juice: { fruit: 'pomegranate', part: 'juice' },
  passion_fruit_juice: { fruit: 'passion fruit', part: 'juice' },
  lemon_peel_fresh: { fruit: 'lemon', part: 'peel' },
  lime_peel_fresh: { fruit: 'lime', part: 'peel' },
  orange_peel_fresh: { fruit: 'orange', part: 'peel' },
  mandarin_peel_fresh: { fruit: 'mandarin', part: 'peel' },
  grapefruit_peel: { fruit: 'grapefruit', part: 'peel' },
  apple_peel_fresh: { fruit: 'apple', part: 'peel' },
  pineapple_peel_fresh: { fruit: 'pineapple', part: 'peel' },
  lemon_peel_pith_fresh: { fruit: 'lemon', part: 'rind' },
  orange_peel_pith_fresh: { fruit: 'orange', part: 'rind' },
  lemon_whole_sliced: { fruit: 'lemon', part: 'whole' },
  lime_whole_sliced: { fruit: 'lime', part: 'whole' },
  orange_whole_sliced: { fruit: 'orange', part: 'whole' },
  lemon_flesh: { fruit: 'lemon', part: 'flesh' },
  orange_flesh: { fruit: 'orange', part: 'flesh' },
  mandarin_flesh: { fruit: 'mandarin', part: 'flesh' },
  grapefruit_flesh: { fruit: 'grapefruit', part: 'flesh' },
  apple_fresh: { fruit: 'apple', part: 'flesh' },
  pear_fresh: { fruit: 'pear', part: 'flesh' },
  quince_fresh: { fruit: 'quince', part: 'flesh' },
  peach_fresh: { fruit: 'peach', part: 'flesh' },
  nectarine_fresh: { fruit: 'nectarine', part: 'flesh' },
  plum_fresh: { fruit: 'plum', part: 'flesh' },
  apricot_fresh: { fruit: 'apricot', part: 'flesh' },
  kiwi_fresh: { fruit: 'kiwi', part: 'flesh' },
  mango_fresh: { fruit: 'mango', part: 'flesh' },
  pineapple_fresh: { fruit: 'pineapple', part: 'flesh' },
  pomegranate_fresh: { fruit: 'pomegranate', part: 'flesh' },
  passion_fruit_fresh: { fruit: 'passion fruit', part: 'flesh' },
  watermelon_fresh: { fruit: 'watermelon', part: 'flesh' },
  papaya_fresh: { fruit: 'papaya', part: 'flesh' },
});

/** Figures of a fruit by its name in the table; undefined for one that has none. */
export const fruitNamed = (name: string): FruitFigures | undefined => FRUIT_FIGURES.find((f) => f.name === name);
