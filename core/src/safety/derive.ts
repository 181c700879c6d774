import { keepingWindow, measuredPhAtMost, type KeepingWindow } from '../keeping/keepingWindow';
import { DECAF_LEFT } from '../reference/botanical';
import { botanicals, type Botanical } from '../reference/botanicals';
import type { Facts, IngredientFact, StageFact, StageKindFact } from './facts';
import { DENIED, EXTRA_FORMS, EXTRA_KEYS } from './knownThings';

// What rules read off the facts more than once. Each is a definition of the rule book.

const BY_SLUG = new Map(botanicals().map((b) => [b.slug, b]));
const rowOf = (i: IngredientFact): Botanical | undefined => BY_SLUG.get(i.slug);

const NO_KEYS: readonly string[] = [];
const keysOf = (i: IngredientFact): readonly string[] => rowOf(i)?.cautionKeys ?? EXTRA_KEYS[i.slug] ?? NO_KEYS;

/** Form of an ingredient: as it is told, by its row, or "" where nobody knows. */
export const formOf = (i: IngredientFact): string => i.form ?? rowOf(i)?.form ?? EXTRA_FORMS[i.slug] ?? '';
/** Role of an ingredient by its row: tea, flower, juice; "" for what is no row. */
export const roleOf = (i: IngredientFact): string => rowOf(i)?.role ?? '';

/** Known to the table, to the extra list, or to a rule that denies it. */
export const isKnown = (i: IngredientFact): boolean =>
  BY_SLUG.has(i.slug) || i.slug in EXTRA_KEYS || DENIED.has(i.slug);

/** Ingredients of some facts; none where none are told. */
export const ingredientsOf = (f: Facts): readonly IngredientFact[] => f.ingredients ?? [];
/** Whether an ingredient has a caution key. */
export const hasKeyIn = (i: IngredientFact, key: string): boolean => keysOf(i).includes(key);

/** The first ingredient with a caution key. */
export const keyed = (f: Facts, key: string): IngredientFact | undefined =>
  ingredientsOf(f).find((i) => hasKeyIn(i, key));
/** Whether any ingredient has a caution key. */
export const hasKey = (f: Facts, key: string): boolean => keyed(f, key) !== undefined;

/** The first ingredient of some slugs, or of a slug's family of forms ("violet" for violet_fresh). */
export const slugged = (f: Facts, ...slugs: readonly string[]): IngredientFact | undefined =>
  ingredientsOf(f).find((i) => slugs.includes(i.slug));
/** Whether it is a plant of a name, in any of its forms. */
export const plantCalled = (i: IngredientFact, name: string): boolean =>
  i.slug === name || i.slug.startsWith(`${name}_`);

/** Where it is from; from a shop as food where nobody says. */
export const sourceOf = (i: IngredientFact): string => i.source ?? 'shop_food_grade';
/** Whether it was gathered or grown at home. */
export const fromTheWild = (i: IngredientFact): boolean => ['foraged', 'garden'].includes(sourceOf(i));

/** Stages of some facts; none where none are told. */
export const stagesOf = (f: Facts): readonly StageFact[] => f.stages ?? [];
/** Stages of some kinds. */
export const stagesOfKind = (f: Facts, ...kinds: readonly StageKindFact[]): readonly StageFact[] =>
  stagesOf(f).filter((s) => kinds.includes(s.kind));
/** The stage that ferments, if one does. */
export const ferments = (f: Facts): StageFact | undefined => stagesOf(f).find((s) => s.kind === 'ferment');
/** Temperature of a stage, °C; 0 where it is not told. */
export const tempOf = (s: StageFact): number => s.temp_c ?? 0;
/** Minutes of a stage; 0 where they are not told. */
export const minutesOf = (s: StageFact): number => s.minutes ?? 0;

/** Whether someone takes one of some medicines. */
export const medicine = (f: Facts, ...names: readonly string[]): boolean =>
  (f.audience?.medication ?? []).some((m) => names.includes(m));
/** Whether someone takes any medicine. */
export const anyMedicine = (f: Facts): boolean => (f.audience?.medication ?? []).length > 0;
/** Whether someone has one of some conditions. */
export const condition = (f: Facts, ...names: readonly string[]): boolean =>
  (f.audience?.conditions ?? []).some((c) => names.includes(c));
/** Whether someone is allergic to one of some things. */
export const allergic = (f: Facts, ...names: readonly string[]): boolean =>
  (f.audience?.allergies ?? []).some((a) => names.includes(a));
/** A professional was asked: about this very caution, or, as earlier releases noted it, about the drink. */
export const proOk = (f: Facts, rule: string): boolean =>
  f.audience?.pro_ok === true || (f.audience?.asked ?? []).includes(rule);
/** Whether someone is pregnant. */
export const pregnant = (f: Facts): boolean => f.audience?.pregnant === true;
/** Whether someone is breastfeeding. */
export const breastfeeding = (f: Facts): boolean => f.audience?.breastfeeding === true;
/** Whether a child or a toddler drinks it. */
export const small = (f: Facts): boolean => f.audience?.child === true || f.audience?.toddler === true;

/** Whether someone drinks it for whom germs weigh more. */
export const vulnerableDrinker = ({ audience: a }: Facts): boolean =>
  Boolean(a?.vulnerable || a?.pregnant || a?.toddler || a?.infant || a?.conditions?.includes('immunocompromised'));

/** Some hot steep, decoction or boil of at least 80 °C for at least 3 minutes. */
export const hotBrewed = (f: Facts): boolean =>
  stagesOfKind(f, 'hot_steep', 'decoct', 'boil').some((s) => tempOf(s) >= 80 && minutesOf(s) >= 3);

const FROM_THE_SHELF = new Set(['finisher', 'milk', 'spirit']);
/** Grown, and not salt, milk or an extract out of a bottle. */
export const isPlant = (i: IngredientFact): boolean => !FROM_THE_SHELF.has(roleOf(i));

/** Whether a plant itself was in liquor of at least 80 °C for 3 minutes; by its brew where its own minutes are not told. */
export const wasHot = (f: Facts, i: IngredientFact): boolean =>
  i.hot_min === undefined ? stagesOf(f).some((s) => tempOf(s) >= 80 && minutesOf(s) >= 3) : i.hot_min >= HOT_MIN;
/** Whether a plant itself was boiled for so long. */
export const wasBoiled = (f: Facts, i: IngredientFact, minutes: number): boolean =>
  i.boil_min === undefined ? boiledFor(f, minutes) : i.boil_min >= minutes - CLOCK_MIN;
/** What one clock and another say of the same minutes is within seconds. */
const CLOCK_MIN = 0.05;
const HOT_MIN = 3 - CLOCK_MIN;

/** Boiling point, °C, by the rule book's rough rule. */
export const roughBoilingPoint = (f: Facts): number => 100 - (f.altitude_m ?? f.intent?.altitude_m ?? 0) / 300;

/** A boil or decoction that really boils for so many minutes. */
export const boiledFor = (f: Facts, minutes: number): boolean =>
  stagesOfKind(f, 'boil', 'decoct').some((s) => tempOf(s) >= roughBoilingPoint(f) - 1 && minutesOf(s) >= minutes);

/** Whether a measured pH is certainly at most a limit; guesses never count. */
export function phAtMost({ storage: s }: Facts, limit: number): boolean {
  if (s?.ph === undefined) return false;
  return measuredPhAtMost({ ph: s.ph, method: s.ph_method ?? 'estimate' }, limit);
}

/** Acid, sugar or alcohol that stops growth. It does not kill germs already there. */
export const exempt = (f: Facts): boolean =>
  !vulnerableDrinker(f) &&
  ((f.storage?.brix ?? 0) >= 65 || (f.storage?.abv ?? 0) >= 20 || (hotBrewed(f) && phAtMost(f, 4.2)));

const onlyTea = (f: Facts): boolean =>
  ingredientsOf(f).length > 0 &&
  ingredientsOf(f).every((i) => roleOf(i) === 'tea' || i.slug === 'sugar' || i.slug === 'honey');

/** Keeping window by storage category. */
export const windowOf = (f: Facts): KeepingWindow =>
  keepingWindow({
    hotBrewed: hotBrewed(f),
    onlyTea: onlyTea(f),
    brix: f.storage?.brix ?? 0,
    abv: f.storage?.abv ?? 0,
    frozen: f.storage?.where === 'freezer',
    milk: milk(f),
    cannedTested: f.storage?.canned_tested === true,
    opened: f.storage?.opened === true,
    ferment: ferments(f) !== undefined,
    freshFruit: hasKey(f, 'fruit_perishable'),
    freshLowAcid: hasKey(f, 'low_acid_fresh'),
    measuredPhAtMost42: phAtMost(f, 4.2),
    ...(f.storage?.ph === undefined ? {} : { ph: f.storage.ph }),
  });

/** Whether milk or kefir of any kind is in it. */
export const milk = (f: Facts): boolean =>
  (f.additions?.milk ?? 'none') !== 'none' || ingredientsOf(f).some((i) => roleOf(i) === 'milk');
/** Of a cow: oats are none. */
export const dairy = (f: Facts): boolean =>
  f.additions?.milk === 'dairy' || ingredientsOf(f).some((i) => roleOf(i) === 'milk' && i.slug !== 'oat_drink');

/** Honey in any form. */
export const honey = (f: Facts): boolean => f.additions?.honey === true || slugged(f, 'honey') !== undefined;
/** Whether sugar or honey was stirred in. */
export const sweetened = (f: Facts): boolean =>
  f.additions?.sugar === true || honey(f) || slugged(f, 'sugar') !== undefined;

/** Alcohol that everyone gets: from half a per cent, or any where its share is not told. */
export const alcohol = (f: Facts): boolean => {
  const { alcohol_ml: ml = 0, abv } = f.additions ?? {};
  return (abv === undefined ? ml > 0 : abv > 0.5) || (f.storage?.abv ?? 0) > 0.5;
};
/** In the jug, or in the glasses of those who want it. */
export const alcoholPoured = (f: Facts): boolean => alcohol(f) || (f.additions?.at_glass_ml ?? 0) > 0;

/** Hot leaf tea without sugar or fruit, for nobody vulnerable, in ordinary weather. */
export const relaxedPlainTea = (f: Facts): boolean =>
  windowOf(f).category === 'plain_tea_hot' &&
  !sweetened(f) &&
  !vulnerableDrinker(f) &&
  (f.storage?.ambient_c ?? 22) <= 32;

/** Whether it is sour enough to act on metal: by its plants, or by a pH below 4.6. */
export const acidDrink = (f: Facts): boolean =>
  hasKey(f, 'acid') || (f.storage?.ph !== undefined && f.storage.ph < 4.6);

/** What it stands in: of a whole drink its jug, for what its brews stand in is told with them. */
export const vesselsOf = (f: Facts): readonly string[] => {
  if (f.reach === 'whole') return f.storage?.vessel ? [f.storage.vessel] : [];
  const own = stagesOf(f).flatMap((s) => (s.vessel ? [s.vessel] : []));
  return f.storage?.vessel ? [...own, f.storage.vessel] : own;
};

/** Grams of some ingredients in a litre as drunk, in a glass, and in a day. */
export function doseOf(
  f: Facts,
  which: (i: IngredientFact) => boolean,
): { perLitre: number; serving: number; day: number } {
  const grams = ingredientsOf(f).reduce((sum, i) => (which(i) ? sum + i.g : sum), 0);
  const perLitre = grams / (f.volume_l ?? 1);
  const serving = (perLitre * (f.serving_ml ?? 240)) / 1000;
  return { perLitre, serving, day: serving * (f.servings_per_day ?? 2) };
}

/** The plant that is at the largest share of its usual highest dose, and that share. */
export function highestDose(f: Facts): { share: number; ingredient: IngredientFact | undefined } {
  let [share, ingredient]: [number, IngredientFact | undefined] = [0, undefined];
  for (const i of ingredientsOf(f)) {
    const own = i.g / (f.volume_l ?? 1) / (rowOf(i)?.dose.high ?? Infinity);
    if (own > share) [share, ingredient] = [own, i];
  }
  return { share, ingredient };
}

/** Longest fridge steep that any of the plants is usually given, h. */
export const longestUsualColdHours = (f: Facts): number =>
  Math.max(0, ...ingredientsOf(f).map((i) => rowOf(i)?.coldHours.max ?? 0));

const caffeineMgPerG = (i: IngredientFact): number => (rowOf(i)?.caffeineMgPerG ?? 0) * (i.decaf ? DECAF_LEFT : 1);
/** A plant that holds caffeine by nature, decaffeinated or not. */
export const caffeinePlant = (i: IngredientFact): boolean => (rowOf(i)?.caffeineMgPerG ?? 0) > 0.5;

/** Caffeine at full extraction, mg in a glass and in a day of this drink. */
export function caffeine(f: Facts): { servingMg: number; dayMg: number } {
  const mg = ingredientsOf(f).reduce((sum, i) => sum + i.g * caffeineMgPerG(i), 0);
  const servingMg = ((mg / (f.volume_l ?? 1)) * (f.serving_ml ?? 240)) / 1000;
  return { servingMg, dayMg: servingMg * (f.servings_per_day ?? 2) };
}

/** Whether no child of any age drinks it. */
export const adult = ({ audience: a }: Facts): boolean => !(a?.infant || a?.toddler || a?.child);

/** Weight of the lightest drinker, kg, where nobody told it: 12 for a toddler, 20 for a child, 60. House choice, on the safe side. */
export function bodyKg({ audience: a }: Facts): number {
  return a?.body_kg ?? (a?.toddler ? 12 : a?.child ? 20 : 60);
}
