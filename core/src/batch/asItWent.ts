import type { Happening } from '../brew/brewRun';
import { untilStrained, type BrewIngredient, type BrewWay, type Lid, type Stage } from '../drink/drink';
import type { FrozenBrew } from './batchEvent';

// What really happened to a brew, and the recipe that it comes to. The plan stays as it was; what is run is the plan with this.

/** A moment of a brew: so long after a stage of it began. */
export type Moment = { stageId: string; atMin: number };

/** Where a brew went otherwise than planned. Grams are of all pots; moments are minutes into their stage. */
export type Changes = {
  put: readonly { ingredientId: string; enters: Moment; grams: number | undefined; more: boolean }[];
  taken: readonly { ingredientId: string; leaves: Moment }[];
  leftOut: readonly string[];
  skipped: readonly string[];
  happened: readonly Happening[];
  /** what was stirred in by taste, go by go, g of all pots */
  sweetened: readonly { stageId: string; grams: number }[];
};

/** A brew that went as planned. */
export const NO_CHANGES: Changes = { put: [], taken: [], leftOut: [], skipped: [], happened: [], sweetened: [] };

/** The recipe as it came to be made: what went in, when and how much, without what was left out or skipped. */
export function wayAsMade({ way }: FrozenBrew, changes: Changes): BrewWay {
  if (changes === NO_CHANGES) return way;
  const pouredMl = changes.happened.reduce((sum, h) => sum + (h.kind === 'water' ? h.ml : 0), 0);
  const planned = way.ingredients.flatMap((i) => asPutIn(i, changes) ?? []);
  const more = changes.put.filter((p) => p.more).flatMap((p, n) => moreOf(way, p, n));
  const stages = way.stages.map((s) => byTaste(s, changes));
  const made = { ...way, waterMl: way.waterMl + pouredMl, ingredients: [...planned, ...more], stages };
  return changes.skipped.reduce(withoutStage, made);
}

/** Sweetened by taste it has what was stirred in; until a go is told it has what it is to begin with. */
function byTaste(stage: Stage, { sweetened }: Changes): Stage {
  const goes = sweetened.filter((s) => s.stageId === stage.id);
  if (stage.kind !== 'dissolve' || goes.length === 0) return stage;
  const { written: _words, ...rest } = stage;
  return { ...rest, to: { grams: goes.reduce((sum, g) => sum + g.grams, 0) } };
}

function asPutIn(ingredient: BrewIngredient, { put, taken, leftOut }: Changes): BrewIngredient | undefined {
  if (leftOut.includes(ingredient.id)) return undefined;
  const own = put.filter((p) => p.ingredientId === ingredient.id && !p.more).at(-1);
  const out = taken.filter((t) => t.ingredientId === ingredient.id).at(-1);
  return {
    ...ingredient,
    ...(own ? { enters: own.enters } : {}),
    ...(own?.grams === undefined ? {} : { grams: own.grams }),
    ...(out ? { leaves: out.leaves } : {}),
  };
}

function moreOf(way: BrewWay, { ingredientId, enters, grams }: Changes['put'][number], n: number): BrewIngredient[] {
  const planned = way.ingredients.find((i) => i.id === ingredientId);
  if (!planned || grams === undefined) return [];
  const { leaves: _planned, ...rest } = planned;
  return [{ ...rest, id: `${ingredientId}+${n + 1}`, grams, enters }];
}

/** Kinds that take no time when they are skipped and do nothing by themselves; the plants of such a stage still go in. */
const EMPTY_WITHOUT_TIME = new Set(['toast', 'hands', 'cool']);

function withoutStage(way: BrewWay, stageId: string): BrewWay {
  const index = way.stages.findIndex((s) => s.id === stageId);
  const stage = way.stages[index];
  if (!stage) return way;
  // Before the strain a stage of no time is left standing: plants may go in with it.
  if (index < untilStrained(way).length && EMPTY_WITHOUT_TIME.has(stage.kind)) return way;
  const next = way.stages[index + 1]?.id;
  // What goes in at the last one goes in all the same: the work is left out, its moment is not.
  if (!next && way.ingredients.some((i) => i.enters.stageId === stageId))
    return { ...way, stages: way.stages.map((s) => (s === stage ? justAMoment(s) : s)) };
  const moved = (m: Moment): Moment => (m.stageId === stageId && next ? { stageId: next, atMin: 0 } : m);
  return {
    ...way,
    stages: way.stages.filter((s) => s.id !== stageId),
    ingredients: way.ingredients.map((i) => ({
      ...i,
      enters: moved(i.enters),
      ...(i.leaves ? { leaves: moved(i.leaves) } : {}),
    })),
  };
}

const justAMoment = ({ id, lid, agitation }: Stage): Stage => ({ id, lid, agitation, kind: 'hands', work: 'pour' });

/** Kinds of stages that can be left undone. What brings the heat, the time and the strain cannot. */
export const SKIPPABLE = new Set(['toast', 'hands', 'cool', 'dissolve', 'rinse', 'reduce']);

/** A stage's lid as it is at its end: what was set last. */
export const lidNow = (way: BrewWay, stageId: string, { happened }: Changes): Lid | undefined =>
  happened.flatMap((h) => (h.kind === 'lid' && h.stageId === stageId ? [h.lid] : [])).at(-1) ??
  way.stages.find((s) => s.id === stageId)?.lid;
