import type { Facts, IngredientFact, StageFact } from './facts';

/** How strong a caution is: it stops, it warns, or it tells. */
export type Level = 'block' | 'warn' | 'note';
/** Where a caution stands. */
export type Place = 'picker' | 'plan' | 'stove' | 'label' | 'shelf';

/** What a rule found: the stage or the ingredient it is about, or merely that it holds. */
export type Found = StageFact | IngredientFact | boolean | undefined;

/** When a rule fires. Missing facts count as the rule book's section of facts says. */
export type Condition = (f: Facts) => Found;

/** Conditions of some rules, by their ids. */
export type Conditions = Readonly<Record<string, Condition>>;

/** A rule of the house: when it fires, where it shows and what it says. */
export type Rule = {
  id: string;
  level: Level;
  places: readonly Place[];
  fires: Condition;
  message: string;
  /** kind of source */
  source: string;
};
