/** Who may drink it, and what is to be done with it: what a cook ticks once for an occasion. */
export const PEOPLE = [
  'infant',
  'toddler',
  'child',
  'pregnant',
  'breastfeeding',
  'vulnerable',
  'driving',
  'no-alcohol',
  'no-caffeine',
  'surgery-soon',
] as const;

/** Kinds of medicine that plants are known to meet. */
export const MEDICINES = [
  'bp',
  'diabetes',
  'diuretic',
  'anticoagulant',
  'statin',
  'sedative',
  'contraceptive',
  'hormone',
  'tamoxifen',
  'thyroid',
  'iron',
  'immunosuppressant',
  'antiarrhythmic',
  'corticosteroid',
  'digoxin',
  'antimalarial',
  'unknown',
] as const;

/** States of health that a drink may matter for. */
export const CONDITIONS_OF_HEALTH = [
  'high_bp',
  'low_bp',
  'heart',
  'kidney',
  'liver',
  'low_potassium',
  'epilepsy',
  'gallstone',
  'reflux',
  'anaemia',
  'hormone_sensitive',
  'immunocompromised',
] as const;

/** Allergies that the rules ask about. */
export const ALLERGIES = [
  'sulphite',
  'tree_nut',
  'peanut',
  'coconut',
  'soya',
  'milk',
  'ragweed',
  'cashew',
  'celery_mugwort',
] as const;

/** What else is meant to be done with it, where that changes what is advised. */
export const INTENTS = ['share', 'sell', 'pets', 'child-helper'] as const;

/** One thing that is known of who drinks. */
export type AudienceFlag =
  | (typeof PEOPLE)[number]
  | `medicine:${(typeof MEDICINES)[number]}`
  | `condition:${(typeof CONDITIONS_OF_HEALTH)[number]}`
  | `allergy:${(typeof ALLERGIES)[number]}`
  | (typeof INTENTS)[number]
  /** as release 1 called medicine:bp */
  | 'blood-pressure-medicine';

/** All that is known of who drinks; nothing known is an ordinary adult. */
export type Audience = readonly AudienceFlag[];

const prefixed = <P extends string, T extends string>(prefix: P, names: readonly T[]): `${P}:${T}`[] =>
  names.map((n): `${P}:${T}` => `${prefix}:${n}`);

/** Every flag there is, the old ones of earlier releases among them. */
export const AUDIENCE_FLAGS: readonly AudienceFlag[] = [
  ...PEOPLE,
  ...prefixed('medicine', MEDICINES),
  ...prefixed('condition', CONDITIONS_OF_HEALTH),
  ...prefixed('allergy', ALLERGIES),
  ...INTENTS,
  'blood-pressure-medicine',
];

/** What of some kind is ticked: "bp" for "medicine:bp". */
export function tickedOf(audience: Audience, kind: 'medicine' | 'condition' | 'allergy'): readonly string[] {
  const own = audience.flatMap((a) => (a.startsWith(`${kind}:`) ? [a.slice(kind.length + 1)] : []));
  return kind === 'medicine' && audience.includes('blood-pressure-medicine') && !own.includes('bp')
    ? ['bp', ...own]
    : own;
}

/** Where a plant is from, as the rules ask. */
export const SOURCES = [
  'shop_food_grade',
  'sealed_pack',
  'garden',
  'foraged',
  'florist',
  'ornamental',
  'garden_centre',
  'unlabelled',
  'market_loose',
  'carried_from_abroad',
  'unknown',
] as const;
/** Plants that shops hardly sell: where they are from is asked, not taken for granted. House estimate. */
const HARDLY_SOLD = new Set([
  'spruce_tip_fresh',
  'elderflower_fresh',
  'elderberry_fresh',
  'violet_fresh',
  'clover_fresh',
  'linden_fresh',
]);
/** Whether shops hardly sell it, so that where it is from is asked. */
export const isHardlySold = (plant: string): boolean => HARDLY_SOLD.has(plant);

/** Where a wild plant grew. */
export const SITES = [
  'meadow',
  'woodland',
  'own_land',
  'roadside',
  'railway',
  'sprayed',
  'industrial',
  'floodplain',
  'dog_walk',
  'unknown',
] as const;
/** How a dried lot looks and smells. */
export const LOOKS = ['ok', 'damp', 'musty', 'mouldy', 'insects'] as const;
/** Parts that a gathered plant may be; flower and ripe berry are what the table has. */
export const PARTS = ['flower', 'ripe_berry', 'unripe_berry', 'leaf', 'stem', 'bark', 'root'] as const;
/** What is known of the peel of a fruit. */
export const PEELS = ['unwaxed', 'organic', 'waxed', 'treated', 'unknown'] as const;

/** Things a cook confirms of an ingredient; each is kept with the day it was confirmed. */
export const CONFIRMATIONS = [
  'id_confirmed',
  'yew_excluded',
  'leaf_by_leaf_check',
  'untreated_confirmed',
  'stems_removed',
  'washed',
  'known_as_food',
] as const;
/** Something that only the cook can know, once said. */
export type Confirmation = (typeof CONFIRMATIONS)[number];

/** What is known of one ingredient of a plan: where it is from, how it looks, what was confirmed and when (ISO date). */
export type Provenance = {
  source?: (typeof SOURCES)[number];
  site?: (typeof SITES)[number];
  species?: string;
  condition?: (typeof LOOKS)[number];
  peel?: (typeof PEELS)[number];
  /** which part of a plant that was gathered or grown */
  part?: (typeof PARTS)[number];
  /** what the packet says of it */
  heatTreated?: true;
  sulphiteFree?: true;
  decaf?: true;
  /** juice that was pressed and not pasteurised */
  raw?: true;
  /** fruit whose stones are still in */
  pitsIn?: true;
  confirmedOn?: Readonly<Partial<Record<Confirmation, string>>>;
};

/** Things a cook confirms of a plan as a whole, with the day: asked a professional, boiled the jar out, asked the authority. */
export const PLAN_CONFIRMATIONS = [
  'pro_ok',
  'vessel_sanitised',
  'local_rules',
  'label_dilution',
  'water_boiled',
] as const;
/** The same, where it is said on the plan. */
export type PlanConfirmation = (typeof PLAN_CONFIRMATIONS)[number];

/**
 * Who drinks of something, one definition for every page: those it was planned for, and those at the table now. What is poured is poured for
 * all of them.
 */
export const whoDrinks = (plannedFor: Audience, atTable: Audience = []): Audience =>
  AUDIENCE_FLAGS.filter((flag) => plannedFor.includes(flag) || atTable.includes(flag));
