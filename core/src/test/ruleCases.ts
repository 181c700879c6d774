import type { AudienceFact, Facts, IngredientFact, StageFact, StageKindFact, StorageFact } from '../safety/facts';

// Short ways to say facts, for the tests of the rules.

export const ing = (slug: string, more: Partial<IngredientFact> = {}, g = 8): IngredientFact => ({ slug, g, ...more });
export const of = (...ingredients: readonly (string | IngredientFact)[]): Facts => ({
  ingredients: ingredients.map((i) => (typeof i === 'string' ? ing(i) : i)),
  volume_l: 1,
});
export const stage = (kind: StageKindFact, temp_c: number, minutes = 15, more: Partial<StageFact> = {}): Facts => ({
  stages: [{ kind, temp_c, minutes, ...more }],
});
export const HOT = stage('hot_steep', 98);
export const who = (audience: AudienceFact): Facts => ({ audience });
export const med = (...medication: readonly string[]): Facts => who({ medication });
export const cond = (...conditions: readonly string[]): Facts => who({ conditions });
export const allergy = (...allergies: readonly string[]): Facts => who({ allergies });
export const kept = (storage: StorageFact): Facts => ({ storage });
/** All of these facts together; lists of ingredients and stages follow one another. */
export const all = (...parts: readonly Facts[]): Facts =>
  parts.reduce<Facts>(
    (sum, f) => ({
      ...sum,
      ...f,
      ...(sum.ingredients || f.ingredients
        ? { ingredients: [...(sum.ingredients ?? []), ...(f.ingredients ?? [])] }
        : {}),
      ...(sum.stages || f.stages ? { stages: [...(sum.stages ?? []), ...(f.stages ?? [])] } : {}),
      ...(sum.audience || f.audience ? { audience: { ...sum.audience, ...f.audience } } : {}),
      ...(sum.storage || f.storage ? { storage: { ...sum.storage, ...f.storage } } : {}),
    }),
    {},
  );

/** For each rule: facts on which it must fire, and facts close by on which it must not. */
export type RuleCases = Readonly<Record<string, readonly [fires: Facts, quiet: Facts]>>;
