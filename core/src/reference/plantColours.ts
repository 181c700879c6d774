import type { ColourantName } from '../colour/colourants';
import type { Botanical } from './botanicals';

/** How a plant colours: what it is drawn as, and how deep against that by its own usual dose. */
export type PlantColour = {
  as: ColourantName | 'butterfly_pea';
  times: number;
  /** grams a litre that the colourant's ordinary strength means, all spent; the usual dose as brewed where left out */
  atGPerL?: number;
  /** seen in acid as something else: petals that turn red */
  inAcid?: ColourantName;
  /** a pulp that is strained off leaves this share of its haze */
  haze?: number;
};

const as = (colourant: PlantColour['as'], times = 1): PlantColour => ({ as: colourant, times });
/** Fruit that is simmered or soaked and strained: its juice thinned, and clear. House estimates. */
const juiceOf = (colourant: ColourantName, times: number): PlantColour => ({ as: colourant, times });
const pulpOf = (colourant: ColourantName, atGPerL: number): PlantColour => ({ as: colourant, times: 1, atGPerL });

const COLOURS: Readonly<Record<string, PlantColour>> = {
  black_tea_leaf: as('black_tea'),
  black_tea_bag: as('black_tea'),
  black_tea_family_bag: as('black_tea'),
  green_tea_leaf: as('green_tea'),
  matcha_powder: as('matcha'),
  oolong_rolled: as('oolong'),
  white_tea_leaf: as('white_tea'),
  rooibos_cut: as('rooibos'),
  honeybush_cut: as('honeybush'),
  yerba_mate_cut: as('yerba_mate'),
  roselle_dried_whole: as('roselle'),
  roselle_dried_cut: as('roselle'),
  roselle_fresh: as('roselle'),
  rosehip_dried_cut: as('rose_hip'),
  elderberry_dried: as('elderberry'),
  elderberry_fresh: as('elderberry'),
  elderflower_dried: as('elderflower'),
  elderflower_fresh: as('mint_fresh', 0.6),
  chamomile_dried: as('chamomile'),
  linden_dried: as('linden'),
  lavender_dried: as('lavender'),
  rose_petal_dried: { ...as('rose_petals_mild'), inAcid: 'rose_petals_acid' },
  butterfly_pea_dried: as('butterfly_pea'),
  violet_fresh: { ...as('violet_mild'), inAcid: 'rose_petals_acid' },
  clover_dried: as('elderflower'),
  calendula_dried: as('calendula'),
  jasmine_dried: as('elderflower'),
  peppermint_dried: as('peppermint_dried'),
  mint_fresh: as('mint_fresh'),
  spearmint_fresh: as('mint_fresh'),
  lemon_balm_dried: as('lemon_balm'),
  lemon_verbena_dried: as('lemon_verbena'),
  lemongrass_fresh: as('mint_fresh', 0.6),
  basil_fresh: as('mint_fresh'),
  tulsi_dried: as('tulsi'),
  sage_dried: as('sage'),
  rosemary_fresh: as('mint_fresh'),
  thyme_fresh: as('mint_fresh'),
  bay_dried: as('juniper'),
  nettle_dried: as('nettle'),
  raspberry_leaf_dried: as('raspberry_leaf'),
  blackcurrant_leaf_dried: as('blackcurrant_leaf'),
  ginger_fresh: as('ginger'),
  ginger_dried_cut: as('liquorice', 0.4),
  turmeric_ground: as('turmeric'),
  galangal_fresh: as('ginger'),
  liquorice_root_cut: as('liquorice'),
  sarsaparilla_root_cut: as('burdock'),
  dandelion_root_roasted: as('dandelion_roasted'),
  chicory_root_roasted: as('chicory_roasted'),
  burdock_root_cut: as('burdock'),
  cassia_stick: as('cinnamon'),
  cassia_ground: as('cinnamon'),
  ceylon_cinnamon_stick: as('cinnamon'),
  clove_whole: as('clove'),
  allspice_whole: as('clove'),
  nutmeg_ground: as('juniper'),
  cardamom_pod: as('juniper'),
  star_anise_whole: as('star_anise'),
  black_pepper_whole: as('juniper'),
  fennel_seed: as('juniper'),
  anise_seed: as('juniper'),
  coriander_seed: as('juniper'),
  juniper_berry: as('juniper'),
  vanilla_bean: as('vanilla'),
  orange_peel_fresh: as('orange_peel'),
  orange_peel_dried: as('orange_peel'),
  lemon_peel_fresh: as('lemon_peel'),
  lime_peel_fresh: as('lemon_peel'),
  orange_slice_dried: as('apple_juice_clear', 0.6),
  lemon_juice: pulpOf('lemon_juice', 1035),
  lime_juice: pulpOf('lemon_juice', 1035),
  grapefruit_juice: pulpOf('grapefruit_juice', 1040),
  apple_fresh: juiceOf('apple_juice_clear', 0.15),
  pear_fresh: juiceOf('apple_juice_clear', 0.15),
  quince_fresh: as('quince'),
  peach_fresh: { ...pulpOf('peach_puree', 200), haze: 0.15 },
  strawberry_fresh: { ...pulpOf('strawberry_puree', 150), haze: 0.15 },
  raspberry_frozen: { ...pulpOf('raspberry_puree', 130), haze: 0.15 },
  sour_cherry_fresh: pulpOf('sour_cherry', 1000),
  mango_puree: pulpOf('mango_puree', 180),
  pineapple_fresh: juiceOf('pineapple_juice', 0.15),
  pineapple_peel_fresh: as('pineapple_peel'),
  tamarind_pulp: as('tamarind'),
  cranberry_fresh: as('cranberry_fresh'),
  sumac_ground: as('sumac'),
  barberry_dried: as('barberry'),
  cacao_nibs: as('cacao_nibs'),
  saffron_threads: as('saffron'),
  pandan_fresh: as('pandan'),
  spruce_tip_fresh: as('spruce_tips'),
  makrut_lime_leaf_fresh: as('mint_fresh', 0.6),
  cucumber_fresh: as('cucumber'),
};

/** How a plant of the table colours; undefined for the one that does not: coconut clouds at most. */
export const plantColour = ({ slug }: Pick<Botanical, 'slug'>): PlantColour | undefined => COLOURS[slug];
