import type { BlendGoal } from './solveBlend';

// How near is near enough, once for every blend: jugs, brews, glasses, what is put right after a taste.

/** A figure of a drink that a blend aims at: of the whole, or of one flavour or part of it. */
export type GoalOf = 'strength' | 'sugar' | 'acid' | 'harsh' | 'flavour' | 'part';

/**
 * What a drinker just notices, or a little less: a share of what is wanted, but no less than `least`, in the figure's own
 * unit (×, g/L as sweet as white sugar, g/L of citric acid, 0 to 1). House estimates.
 */
const NOTICED: Readonly<Record<GoalOf, { share: number; least: number }>> = {
  strength: { share: 0.05, least: 0.01 },
  sugar: { share: 0.05, least: 4 },
  acid: { share: 0.06, least: 0.25 },
  harsh: { share: 0.06, least: 0.03 },
  flavour: { share: 0.06, least: 0.005 },
  part: { share: 0.1, least: 0.01 },
};

/** A miss of this much of a figure costs as much as another's, in the figure's own unit. */
export const noticed = (of: GoalOf, wanted: number): number =>
  Math.max(NOTICED[of].least, NOTICED[of].share * Math.abs(wanted));

/** A goal for one figure; `id` names it where there are several of its kind. */
export const goalFor = (of: GoalOf, target: number, id: string = of): BlendGoal => ({
  id,
  target,
  tolerance: noticed(of, target),
});

/** Goals of a drink; a wish that is left out is free. */
export function drinkGoals(wish: {
  /** in the unit that the liquids state it in: × or weighted strength */
  strength?: number | undefined;
  sugarGPerL?: number | undefined;
  acidGPerL?: number | undefined;
}): BlendGoal[] {
  return [
    ...(wish.strength === undefined ? [] : [goalFor('strength', wish.strength)]),
    ...(wish.sugarGPerL === undefined ? [] : [goalFor('sugar', wish.sugarGPerL)]),
    ...(wish.acidGPerL === undefined ? [] : [goalFor('acid', wish.acidGPerL)]),
  ];
}
