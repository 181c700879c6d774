/** Ingredients that are no rows of the botanical table, with their caution keys. */
export const EXTRA_KEYS: Readonly<Record<string, readonly string[]>> = {
  honey: [],
  sugar: [],
  garlic_fresh: ['low_acid_fresh'],
  chilli_fresh: ['low_acid_fresh'],
  oil: [],
  orgeat: ['tree_nut'],
  pomelo: ['grapefruit'],
  seville_orange: ['grapefruit', 'peel_wash'],
  star_fruit: ['star_fruit'],
  st_johns_wort: ['sjw'],
  wild_garlic: ['lookalike'],
  borage: ['pa_trace'],
  sweet_woodruff: ['coumarin_other'],
  starter_culture: [],
  apple_juice_raw: ['fruit_perishable', 'acid'],
  grape_juice: ['fruit_perishable', 'acid'],
  wild_carrot: [],
  ramson: [],
};

/** Forms of the extra ingredients that have one. */
export const EXTRA_FORMS: Readonly<Record<string, string>> = {
  garlic_fresh: 'fresh',
  chilli_fresh: 'fresh',
  apple_juice_raw: 'juice',
};

/** Plants with pyrrolizidine alkaloids. */
export const PYRROLIZIDINE = ['butterbur', 'coltsfoot', 'comfrey', 'gromwell', 'heliotrope', 'hound_tongue', 'ragwort'];
/** Plants with safrole or asarone. */
export const SAFROLE = ['calamus', 'sassafras'];
/** Plants that have no place in a household drink, by their slug. House list, after national monographs that advise against them. */
export const UNSUPPORTED = [
  'blue_cohosh',
  'chaparral',
  'ephedra',
  'germander',
  'kratom',
  'lobelia',
  'mistletoe',
  'mugwort',
  'rue',
  'tansy',
  'wormwood',
];
/** Plants that poison, and their look-alikes, by their slug. */
export const POISONOUS = [
  'angels_trumpet',
  'autumn_crocus',
  'brugmansia',
  'carolina_jessamine',
  'datura',
  'foxglove',
  'japanese_star_anise',
  'larkspur',
  'lily_of_the_valley',
  'monkshood',
  'moonseed',
  'oleander',
  'poison_hemlock',
  'pokeweed',
  'rhododendron',
  'water_hemlock',
  'yew',
];
/** Kernels that give off cyanide. */
export const KERNELS = ['apricot_kernel', 'bitter_almond', 'cherry_kernel', 'peach_kernel', 'plum_kernel'];
const SINGLE_DENIALS = ['kava', 'pennyroyal', 'tonka', 'rhubarb_leaf'];

/** Slugs that are known without being food: a rule of their own denies them. */
export const DENIED: ReadonlySet<string> = new Set([
  ...PYRROLIZIDINE,
  ...SAFROLE,
  ...UNSUPPORTED,
  ...POISONOUS,
  ...KERNELS,
  ...SINGLE_DENIALS,
]);

/** Words that make a label sound like a health promise. */
export const CLAIM_WORDS: readonly RegExp[] = [
  /\bcures?\b/i,
  /\btreat(s|ment|ing)?\b/i,
  /\bheals?\b|\bhealing\b/i,
  /\bprevents?\b/i,
  /\bremed(y|ies)\b/i,
  /\bdetox\w*/i,
  /\bcleans(e|es|ing)\b/i,
  /\blowers? (your )?blood (pressure|sugar)/i,
  /\bboosts? (your )?(immunity|immune|metabolism)/i,
  /\bweight loss\b|\bfat burning\b|\bslimming\b/i,
  /\banti-?inflammatory\b/i,
  /\bmedicinal\b|\btherapeutic\b/i,
  /\brelie(ves?|f)\b/i,
  /\bsleep aid\b/i,
  /\bgood for (the|your) (heart|liver)\b/i,
];
