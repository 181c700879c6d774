import { botanicalIfKnown, type Botanical } from './botanicals';

// How much of a plant its own drinkers bear: what it makes harsh by, and the grams a litre, all of it spent, at which half of
// them, given a whole glass of it chilled and unsweetened, would call it too harsh. All house estimates, within ÷ and × 1.3 where the
// table's confidence in the plant is high, 1.5 where it is medium, 2 where it is low; verdicts move them for the house.

/** What is tasted on the tongue is bitter and puckering; the others are smelt or burn, and sugar hardly hides them. */
export type HarshKind = 'tongue' | 'perfume' | 'medicinal' | 'resinous' | 'hot';

/** How much of a plant a drink bears before it is harsh. */
export type Bearing = {
  kind: HarshKind;
  /** grams of the plant in a litre of the drink, all spent */
  limitGPerL: number;
  /** share of bitter in what is tasted, the rest is astringent: the squares of both add up to 1 */
  bitterShare: number;
  /** grams cooked through in a litre that taste stewed as strongly; undefined for what stewing does not harm */
  stewedGPerL?: number;
};

/** A plant, or one part of a mix of the cook's own, with its share of the mass. */
export type BornePart = { plant: string; species: string; share: number; bearing: Bearing };

const tongue = (bitterShare: number, limits: Readonly<Record<string, number>>): Record<string, Bearing> =>
  Object.fromEntries(
    Object.entries(limits).map(([slug, limitGPerL]) => [slug, { kind: 'tongue', limitGPerL, bitterShare }]),
  );
const smelt = (kind: HarshKind, limits: Readonly<Record<string, number>>): Record<string, Bearing> =>
  Object.fromEntries(Object.entries(limits).map(([slug, limitGPerL]) => [slug, { kind, limitGPerL, bitterShare: 0 }]));
const stewing = (by: Record<string, Bearing>, stewed: (slug: string) => number): Record<string, Bearing> =>
  Object.fromEntries(Object.entries(by).map(([slug, b]) => [slug, { ...b, stewedGPerL: stewed(slug) }]));

/** A flower or herb tastes of hay once a fifth more than its highest dose is cooked through. */
const hay = (by: Record<string, Bearing>): Record<string, Bearing> =>
  stewing(by, (slug) => 1.2 * (botanicalIfKnown(slug)?.dose.high ?? 0));

const BEARINGS: Readonly<Record<string, Bearing>> = {
  // Bags' drinkers expect tannin.
  ...tongue(0.55, { black_tea_leaf: 5.3, black_tea_bag: 8.5, black_tea_family_bag: 8.5 }),
  ...tongue(0.6, { oolong_rolled: 7.5, puerh_leaf: 7, white_tea_leaf: 10 }),
  ...tongue(0.75, { green_tea_leaf: 4.4, jasmine_green_tea: 4.4, yerba_mate_cut: 9, matcha_powder: 14 }),
  ...tongue(0.4, { rooibos_cut: 32, honeybush_cut: 34 }),
  ...stewing(
    tongue(0.3, { roselle_dried_whole: 27, roselle_dried_cut: 26, roselle_fresh: 220 }),
    (slug) => ({ roselle_dried_whole: 12, roselle_dried_cut: 11 })[slug] ?? 95,
  ),
  ...tongue(0.35, {
    elderberry_dried: 23,
    elderberry_fresh: 140,
    cranberry_fresh: 120,
    sumac_ground: 13.5,
    barberry_dried: 19,
  }),
  ...tongue(0.5, { rosehip_dried_cut: 120, pineapple_peel_fresh: 480, grapefruit_juice: 1000 }),
  ...tongue(0.4, {
    raspberry_frozen: 750,
    sour_cherry_fresh: 800,
    apple_fresh: 1000,
    peach_fresh: 1200,
    strawberry_fresh: 1500,
    pear_fresh: 1500,
    pineapple_fresh: 1500,
    cucumber_fresh: 1500,
    mango_puree: 2500,
    quince_fresh: 300,
    tamarind_pulp: 220,
  }),
  // Naringin is bitter from 20 mg/L and limonin from 1 to 6 (Guadagni et al. 1973); limonin comes late, hence after an hour's boil.
  ...tongue(0.95, {
    orange_peel_fresh: 27,
    lemon_peel_fresh: 21,
    lime_peel_fresh: 22,
    orange_peel_dried: 8.5,
    orange_slice_dried: 45,
  }),
  ...hay(tongue(0.8, { chamomile_dried: 10, calendula_dried: 6, clover_dried: 10 })),
  ...hay(tongue(0.6, { elderflower_dried: 14, elderflower_fresh: 60, linden_dried: 15 })),
  ...hay(
    tongue(0.7, {
      peppermint_dried: 16,
      spearmint_dried: 17,
      mint_fresh: 64,
      spearmint_fresh: 70,
      lemon_balm_dried: 18,
      lemon_verbena_dried: 14,
      basil_fresh: 46,
      nettle_dried: 20,
      pandan_fresh: 40,
    }),
  ),
  ...tongue(0.4, { raspberry_leaf_dried: 13.5, blackcurrant_leaf_dried: 12.5 }),
  ...tongue(0.6, {
    butterfly_pea_dried: 25,
    lemongrass_fresh: 250,
    lemongrass_dried: 50,
    makrut_lime_leaf_fresh: 25,
    fennel_seed: 40,
    anise_seed: 30,
    coriander_seed: 35,
    vanilla_bean: 12,
    coconut_flakes_dried: 400,
  }),
  ...tongue(0.35, { cassia_stick: 5.8, cassia_ground: 3, ceylon_cinnamon_stick: 6.2 }),
  // Fruit, peel and herbs as they are picked, and juices: eaten or drunk neat without complaint, hence high.
  ...tongue(0.35, {
    lingonberry_fresh: 210,
    blackcurrant_fresh: 300,
    redcurrant_fresh: 400,
    rhubarb_stalk: 600,
    cranberry_dried: 120,
  }),
  ...tongue(0.4, {
    raspberry_fresh: 750,
    raspberry_puree: 750,
    raspberry_juice: 750,
    blackberry_fresh: 650,
    blueberry_fresh: 800,
    plum_fresh: 800,
    sweet_cherry_fresh: 900,
    pomegranate_fresh: 800,
    passion_fruit_fresh: 800,
    nectarine_fresh: 1200,
    apricot_fresh: 1200,
    kiwi_fresh: 1200,
    mango_fresh: 2500,
    watermelon_fresh: 3000,
    carob_pod: 200,
    apple_peel_fresh: 500,
    beet_fresh: 700,
  }),
  ...tongue(0.5, {
    cranberry_juice: 700,
    pomegranate_juice: 1100,
    sour_cherry_juice: 1500,
    grape_juice_red: 1800,
    orange_juice: 2500,
    mandarin_juice: 2500,
    peach_puree: 2500,
    peach_nectar: 2500,
    strawberry_puree: 1500,
    apple_juice: 4000,
    pear_juice: 4000,
    pineapple_juice: 4000,
    grape_juice_white: 4000,
    rosehip_fresh: 320,
  }),
  ...tongue(0.95, {
    lemon_peel_pith_fresh: 21,
    orange_peel_pith_fresh: 27,
    mandarin_peel_fresh: 27,
    grapefruit_peel: 13,
    lemon_whole_sliced: 40,
    lime_whole_sliced: 42,
    orange_whole_sliced: 60,
  }),
  ...tongue(0.9, { cocoa: 30, bitters: 30 }),
  ...tongue(0.7, { lemon_balm_fresh: 80, lemon_verbena_fresh: 62 }),
  ...hay(tongue(0.6, { linden_fresh: 60 })),
  ...smelt('medicinal', { sage_fresh: 30, turmeric_fresh: 45 }),
  ...smelt('perfume', { rose_petal_fresh: 45, lavender_fresh: 9 }),
  ...tongue(0.9, {
    dandelion_root_roasted: 12,
    burdock_root_cut: 12,
    sarsaparilla_root_cut: 8,
    cacao_nibs: 25,
    chicory_root_roasted: 22,
  }),
  ...smelt('perfume', { lavender_dried: 2.2, rose_petal_dried: 10, jasmine_dried: 6.5, violet_fresh: 75 }),
  ...smelt('medicinal', {
    clove_whole: 1.2,
    allspice_whole: 2.4,
    star_anise_whole: 2.4,
    liquorice_root_cut: 3.6,
    tulsi_dried: 14,
    sage_dried: 7.3,
    thyme_fresh: 17,
    bay_dried: 2.3,
    saffron_threads: 0.2,
    turmeric_ground: 8,
  }),
  ...smelt('resinous', {
    rosemary_fresh: 14,
    spruce_tip_fresh: 45,
    juniper_berry: 3.5,
    cardamom_pod: 3.7,
    galangal_fresh: 36,
    black_pepper_whole: 2.2,
    nutmeg_ground: 0.75,
  }),
  ...smelt('hot', { ginger_fresh: 65, ginger_dried_cut: 15 }),
};

/** The sour of lemon, lime and vinegar is acid, and is told as acid; milk, spirits and salt are softeners. */
const NEVER_HARSH: ReadonlySet<string> = new Set([
  'lemon_juice',
  'lime_juice',
  'key_lime_juice',
  'milk_whole',
  'kefir',
  'oat_drink',
  'vanilla_extract',
  'almond_extract',
  'rose_water',
  'orange_blossom_water',
  'rum_40',
  'gin_40',
  'vodka_40',
  'salt',
  'citric_acid',
  'cider_vinegar',
]);

/** What drinkers bear of a plant, part by part of a mix; nothing for what is never harsh. */
export function bearingsOf(b: Botanical): readonly BornePart[] {
  const known = KNOWN.get(b);
  if (known) return known;
  const parts = b.madeOf
    ? b.madeOf.flatMap(({ plant, share }) => {
        const part = botanicalIfKnown(plant);
        return part ? bearingsOf(part).map((p) => ({ ...p, share: p.share * share })) : [];
      })
    : NEVER_HARSH.has(b.slug)
      ? []
      : [{ plant: b.slug, species: b.latinName, share: 1, bearing: BEARINGS[b.slug] ?? bearingOfItsKind(b) }];
  KNOWN.set(b, parts);
  return parts;
}

// A plant's figures never change: the same figures are borne alike, so nothing but time is saved.
const KNOWN = new WeakMap<Botanical, readonly BornePart[]>();

/** Grams a litre of a plant, all spent, that half of its drinkers bear unsweetened; Infinity for what is never harsh. */
export const borneGPerL = (b: Botanical): number =>
  1 / bearingsOf(b).reduce((sum, { share, bearing }) => sum + share / bearing.limitGPerL, 0);

/** A plant that nobody has judged: by its usual doses. */
const bearingOfItsKind = (b: Botanical): Bearing => ({
  kind: 'tongue',
  limitGPerL: (b.extractionClass === 'fresh_fruit' ? 2.2 : b.harshNote === 'none' ? 3 : 0.7) * b.dose.high,
  bitterShare: 0.6,
});
