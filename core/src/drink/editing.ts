import { liquorRatioOf } from '../brew/contents';
import type { BrewIngredient, BrewWay, Stage, StageKind } from './drink';

// Changes to a way's stages and ingredients that keep it whole: nobody enters at a stage that is gone.

const DEFAULTS: { [K in StageKind]: Omit<Extract<Stage, { kind: K }>, 'id'> } = {
  toast: { kind: 'toast', atC: 130, minutes: 3, lid: 'open', agitation: 'stirred-all-the-time' },
  heat: { kind: 'heat', to: 'boil', lid: 'closed', agitation: 'still' },
  hold: { kind: 'hold', minutes: 10, lid: 'closed', agitation: 'stirred-now-and-then' },
  cool: { kind: 'cool', toC: 30, by: 'ice-bath', lid: 'loose', agitation: 'still' },
  steep: { kind: 'steep', place: 'off-heat', minutes: 10, lid: 'closed', agitation: 'stirred-now-and-then' },
  hands: { kind: 'hands', work: 'crush', lid: 'open', agitation: 'still' },
  strain: { kind: 'strain', through: 'sieve', press: false, lid: 'open', agitation: 'still' },
  rinse: { kind: 'rinse', waterMl: 100, lid: 'open', agitation: 'still' },
  dissolve: {
    kind: 'dissolve',
    sweetener: 'white_sugar',
    to: { gPerMl: 0.5 },
    lid: 'open',
    agitation: 'stirred-now-and-then',
  },
  reduce: { kind: 'reduce', to: { share: 0.5 }, lid: 'open', agitation: 'boiling' },
  ferment: { kind: 'ferment', days: 3, lid: 'loose', agitation: 'still' },
  'onto-ice': { kind: 'onto-ice', iceG: 300, ice: 'freezer', lid: 'open', agitation: 'still' },
};

/** An id that is not taken yet: "steep", then "steep-2". */
export function freeId(stem: string, taken: readonly string[]): string {
  if (!taken.includes(stem)) return stem;
  for (let n = 2; ; n++) if (!taken.includes(`${stem}-${n}`)) return `${stem}-${n}`;
}

export function addStage(way: BrewWay, kind: StageKind, at: number): BrewWay {
  const id = freeId(
    kind,
    way.stages.map((s) => s.id),
  );
  const stage = { id, ...DEFAULTS[kind] };
  return { ...way, stages: [...way.stages.slice(0, at), stage, ...way.stages.slice(at)] };
}

export function moveStage(way: BrewWay, from: number, to: number): BrewWay {
  const stages = [...way.stages];
  const [moved] = stages.splice(from, 1);
  if (!moved) return way;
  stages.splice(Math.max(0, Math.min(stages.length, to)), 0, moved);
  return { ...way, stages };
}

/** Without a stage; what went in at it goes in at the one before, or else the one after. */
export function removeStage(way: BrewWay, stageId: string): BrewWay {
  const at = way.stages.findIndex((s) => s.id === stageId);
  const heir = way.stages[at - 1] ?? way.stages[at + 1];
  if (at < 0 || !heir) return way;
  return {
    ...way,
    stages: way.stages.filter((s) => s.id !== stageId),
    ingredients: way.ingredients.map((i) => {
      const { leaves, ...rest } = i;
      const enters = i.enters.stageId === stageId ? { stageId: heir.id, atMin: 0 } : i.enters;
      return leaves === undefined || leaves.stageId === stageId ? { ...rest, enters } : { ...rest, enters, leaves };
    }),
  };
}

/** A long stage in two halves, so that something can be done between them; late entries move into the second. */
export function splitStage(way: BrewWay, stageId: string): BrewWay {
  const at = way.stages.findIndex((s) => s.id === stageId);
  const stage = way.stages[at];
  if (!stage || !('minutes' in stage)) return way;
  const half = Math.round(stage.minutes * 5) / 10;
  const second = {
    ...stage,
    id: freeId(
      stage.kind,
      way.stages.map((s) => s.id),
    ),
    minutes: stage.minutes - half,
  };
  const moved = (m: BrewIngredient['enters']): BrewIngredient['enters'] =>
    m.stageId === stageId && m.atMin >= half ? { stageId: second.id, atMin: m.atMin - half } : m;
  return {
    ...way,
    stages: [...way.stages.slice(0, at), { ...stage, minutes: half }, second, ...way.stages.slice(at + 1)],
    ingredients: way.ingredients.map((i) => ({
      ...i,
      enters: moved(i.enters),
      ...(i.leaves ? { leaves: moved(i.leaves) } : {}),
    })),
  };
}

export const changeStage = (way: BrewWay, stage: Stage): BrewWay => ({
  ...way,
  stages: way.stages.map((s) => (s.id === stage.id ? stage : s)),
});

export function addIngredient(way: BrewWay, plant: string, grams: number): BrewWay {
  const id = freeId(
    plant.replace(/[^a-z0-9_-]/g, '-'),
    way.ingredients.map((i) => i.id),
  );
  const first = way.stages.find((s) => s.kind === 'steep' || s.kind === 'hold') ?? way.stages[0]!;
  const ingredient: BrewIngredient = { id, plant, grams, enters: { stageId: first.id, atMin: 0 } };
  return fitRatio({ ...way, ingredients: [...way.ingredients, ingredient] });
}

export const changeIngredient = (way: BrewWay, ingredient: BrewIngredient): BrewWay =>
  fitRatio({ ...way, ingredients: way.ingredients.map((i) => (i.id === ingredient.id ? ingredient : i)) });

export const removeIngredient = (way: BrewWay, id: string): BrewWay => ({
  ...way,
  ingredients: way.ingredients.filter((i) => i.id !== id),
});

/**
 * The range of liquor ratios that a recipe allows, widened to hold what is written: from half of it to twice. A range that
 * was set stays where it holds the recipe.
 */
export function fitRatio(way: BrewWay): BrewWay {
  const ratio = liquorRatioOf(way);
  const { min, max } = way.liquorRatio;
  if (ratio >= min * 1.2 && ratio <= max / 1.2) return way;
  return {
    ...way,
    liquorRatio: { min: Math.min(min, ratio / 2), max: Math.min(20_000, Math.max(max, ratio * 2)) },
  };
}

/** What a way is where nothing is brewed: blended, and through a sieve. Without water it is juice alone. */
export const mixedWay = (): Pick<BrewWay, 'vesselKind' | 'waterMl' | 'stages' | 'name' | 'shortName'> => ({
  name: 'mixing and blending',
  shortName: 'Only mixed',
  vesselKind: 'jar',
  waterMl: 0,
  stages: [
    { id: 'blend', ...DEFAULTS.hands, work: 'blend' },
    { id: 'strain', ...DEFAULTS.strain },
  ],
});

/** A recipe to begin from: water, one steep, a strain, and a jug that it fills. */
export const blankWay = (): BrewWay => ({
  id: 'first',
  name: 'steeping off the heat',
  shortName: 'Steep off the heat',
  vesselKind: 'pot',
  waterMl: 1000,
  ingredients: [],
  stages: [
    { id: 'heat', ...DEFAULTS.heat },
    { id: 'steep', ...DEFAULTS.steep },
    { id: 'strain', ...DEFAULTS.strain },
  ],
  liquorRatio: { min: 1, max: 100 },
});
