import * as d from '../derive';
import type { Facts, IngredientFact } from '../facts';
import { CLAIM_WORDS } from '../knownThings';
import type { Conditions } from '../rule';

// Fresh produce and juice; words, selling, and what stands besides.

const unwashed = (i: IngredientFact): boolean =>
  d.hasKeyIn(i, 'peel_wash') &&
  ['fresh', 'puree', 'juice'].includes(d.formOf(i)) &&
  i.source !== 'sealed_pack' &&
  i.washed !== true;

const rawJuice = (i: IngredientFact): boolean =>
  i.slug === 'apple_juice_raw' || (d.formOf(i) === 'juice' && i.origin === 'bought' && i.pasteurised === false);

const claims = (text: string | undefined): boolean => text !== undefined && CLAIM_WORDS.some((w) => w.test(text));

/** When the rules of produce, words and selling fire, by their ids. */
export const OTHER_CONDITIONS: Conditions = {
  'PRO-01': (f) => d.ingredientsOf(f).find(unwashed),
  'PRO-02': (f) =>
    d
      .ingredientsOf(f)
      .find((i) => d.hasKeyIn(i, 'peel_pesticide') && ['waxed', 'treated', 'unknown'].includes(i.peel ?? 'unknown')),
  'PRO-03': (f) => d.ingredientsOf(f).find((i) => ['soap', 'detergent', 'bleach'].includes(i.wash_method ?? '')),
  'PRO-04': (f) =>
    (d.vulnerableDrinker(f) || f.audience?.child === true) &&
    d.ingredientsOf(f).find((i) => rawJuice(i) && !d.wasBoiled(f, i, 1)),
  'PRO-05': (f) =>
    d.vulnerableDrinker(f) && d.ingredientsOf(f).find((i) => d.hasKeyIn(i, 'frozen_berry') && !d.wasBoiled(f, i, 1)),

  'CLM-01': (f) => claims(f.intent?.label_text) || claims(f.notes),
  'SELL-01': ({ intent: i }) => i?.sell === true && i.local_rules_confirmed !== true,
  'SELL-02': (f) =>
    f.intent?.sell === true && Boolean(d.ferments(f) !== undefined || f.intent.can || d.milk(f) || d.alcohol(f)),
  'TEETH-01': (f) => d.acidDrink(f) && (f.servings_per_day ?? 2) >= 4,
  'PET-01': (f: Facts) =>
    f.pets === true && (d.keyed(f, 'pet_hazard') ?? d.ingredientsOf(f).find((i) => d.caffeinePlant(i))),
  'GEN-01': () => true,
};
