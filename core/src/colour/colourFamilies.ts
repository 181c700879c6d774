/** Families of hue, by which plants are told to be alike: how each is drawn stands in reference/plantColours.ts. */
export const COLOUR_FAMILIES = [
  'roselle_red',
  'tea_amber',
  'green_pale',
  'rooibos_orange',
  'turmeric_yellow',
  'chlorophyll',
  'flower_straw',
  'tan_bark',
  'fruit_red',
  'fruit_orange',
  'fruit_pale',
  'berry_dark',
  'anthocyanin_purple',
  'butterfly_pea',
] as const;

/** A group of plants that colour alike. */
export type ColourFamily = (typeof COLOUR_FAMILIES)[number];
