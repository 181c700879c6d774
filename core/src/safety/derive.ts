import { keepingWindow, measuredPhAtMost, type KeepingWindow } from '../keeping/keepingWindow';
import { botanicals, type Botanical } from '../reference/botanicals';
import type { Facts, IngredientFact } from './facts';

// What rules read off the facts more than once. Each is a definition of the rule book.

const BY_SLUG = new Map(botanicals().map((b) => [b.slug, b]));
const rowOf = (i: IngredientFact): Botanical | undefined => BY_SLUG.get(i.slug);

export const ingredientsOf = (f: Facts): readonly IngredientFact[] => f.ingredients ?? [];

/** Any ingredient with this caution key. */
export const hasKey = (f: Facts, key: string): boolean => ingredientsWith(f, key).length > 0;

export const ingredientsWith = (f: Facts, key: string): readonly IngredientFact[] =>
  ingredientsOf(f).filter((i) => rowOf(i)?.cautionKeys.includes(key));

export const vulnerableDrinker = ({ audience: a }: Facts): boolean =>
  Boolean(a?.vulnerable || a?.pregnant || a?.toddler || a?.infant || a?.conditions?.includes('immunocompromised'));

/** Some hot steep, decoction or boil of at least 80 °C for at least 3 minutes. */
export const hotBrewed = (f: Facts): boolean =>
  (f.stages ?? []).some(
    (s) => ['hot_steep', 'decoct', 'boil'].includes(s.kind) && (s.temp_c ?? 0) >= 80 && (s.minutes ?? 0) >= 3,
  );

/** Boiling point, °C, by the rule book's rough rule. */
export const roughBoilingPoint = (f: Facts): number => 100 - (f.altitude_m ?? 0) / 300;

export function phAtMost({ storage: s }: Facts, limit: number): boolean {
  if (s?.ph === undefined) return false;
  return measuredPhAtMost({ ph: s.ph, method: s.ph_method ?? 'estimate' }, limit);
}

/** Acid, sugar or alcohol that stops growth. It does not kill germs already there. */
export const exempt = (f: Facts): boolean =>
  !vulnerableDrinker(f) &&
  ((f.storage?.brix ?? 0) >= 65 || (f.storage?.abv ?? 0) >= 20 || (hotBrewed(f) && phAtMost(f, 4.2)));

const onlyTea = (f: Facts): boolean =>
  ingredientsOf(f).length > 0 && ingredientsOf(f).every((i) => rowOf(i)?.role === 'tea');

/** Keeping window by storage category. */
export const windowOf = (f: Facts): KeepingWindow =>
  keepingWindow({
    hotBrewed: hotBrewed(f),
    onlyTea: onlyTea(f),
    brix: f.storage?.brix ?? 0,
    abv: f.storage?.abv ?? 0,
    frozen: f.storage?.where === 'freezer',
    cannedTested: f.storage?.canned_tested === true,
    opened: f.storage?.opened === true,
    ferment: (f.stages ?? []).some((s) => s.kind === 'ferment'),
    freshFruit: hasKey(f, 'fruit_perishable'),
    freshLowAcid: hasKey(f, 'low_acid_fresh'),
    measuredPhAtMost42: phAtMost(f, 4.2),
  });

/** Hot leaf tea without sugar or fruit, for nobody vulnerable, in ordinary weather. */
export const relaxedPlainTea = (f: Facts): boolean =>
  windowOf(f).category === 'plain_tea_hot' &&
  !f.additions?.sugar &&
  !f.additions?.honey &&
  !vulnerableDrinker(f) &&
  (f.storage?.ambient_c ?? 22) <= 32;

export const acidDrink = (f: Facts): boolean =>
  hasKey(f, 'acid') || (f.storage?.ph !== undefined && f.storage.ph < 4.6);

export const vesselsOf = (f: Facts): readonly string[] => {
  const own = (f.stages ?? []).flatMap((s) => (s.vessel ? [s.vessel] : []));
  return f.storage?.vessel ? [...own, f.storage.vessel] : own;
};

/** Largest share of the usual highest dose that any plant is at, per litre as served. */
export const highestDoseShare = (f: Facts): number =>
  Math.max(0, ...ingredientsOf(f).map((i) => i.g / (f.volume_l ?? 1) / (rowOf(i)?.dose.high ?? Infinity)));

/** Longest fridge steep that any of the plants is usually given, h. */
export const longestUsualColdHours = (f: Facts): number =>
  Math.max(0, ...ingredientsOf(f).map((i) => rowOf(i)?.coldHours.max ?? 0));
