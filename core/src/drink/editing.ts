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
    to: { grams: 100 },
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

/** A way with a new stage of a kind at a place in its order. */
export function addStage(way: BrewWay, kind: StageKind, at: number): BrewWay {
  const id = freeId(
    kind,
    way.stages.map((s) => s.id),
  );
  const stage = { id, ...DEFAULTS[kind] };
  return { ...way, stages: [...way.stages.slice(0, at), stage, ...way.stages.slice(at)] };
}

/** A way with a stage at another place in its order. */
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

/** A way with one stage as it is told, found by its id. */
export const changeStage = (way: BrewWay, stage: Stage): BrewWay => ({
  ...way,
  stages: way.stages.map((s) => (s.id === stage.id ? stage : s)),
});

/** A way with a plant more, g, that goes in at its first stage. */
export function addIngredient(way: BrewWay, plant: string, grams: number): BrewWay {
  const id = freeId(
    plant.replace(/[^a-z0-9_-]/g, '-'),
    way.ingredients.map((i) => i.id),
  );
  const first = way.stages.find((s) => s.kind === 'steep' || s.kind === 'hold') ?? way.stages[0]!;
  const ingredient: BrewIngredient = { id, plant, grams, enters: { stageId: first.id, atMin: 0 } };
  return fitRatio({ ...way, ingredients: [...way.ingredients, ingredient] });
}

/** A way with one plant as it is told, found by its id. */
export const changeIngredient = (way: BrewWay, ingredient: BrewIngredient): BrewWay =>
  fitRatio({ ...way, ingredients: way.ingredients.map((i) => (i.id === ingredient.id ? ingredient : i)) });

/** A way without one plant. */
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

/** Work that is done to what came through: it belongs after the strain. */
const AFTER_STRAIN: ReadonlySet<StageKind> = new Set(['rinse', 'cool', 'ferment', 'onto-ice', 'dissolve', 'reduce']);

/**
 * Where a new stage belongs: what is toasted comes first, a simmer before the steep, hands' work such as crushing just before the strain,
 * what is done to the liquor after it.
 */
export function placeFor(way: BrewWay, kind: StageKind): number {
  const strain = way.stages.findIndex((s) => s.kind === 'strain');
  const end = way.stages.length;
  const beforeStrain = strain < 0 ? end : strain;
  if (kind === 'toast') return 0;
  if (kind === 'strain' || AFTER_STRAIN.has(kind)) return end;
  if (kind === 'steep' || kind === 'hands') return beforeStrain;
  const steep = way.stages.findIndex((s) => s.kind === 'steep');
  const before = steep < 0 || steep > beforeStrain ? beforeStrain : steep;
  if (kind === 'hold') return before;
  // A heat comes before all that is kept hot.
  const held = way.stages.findIndex((s) => s.kind === 'hold' || s.kind === 'steep');
  return held < 0 ? before : Math.min(held, before);
}

/** Why a stage of a way cannot be where it is, in words; undefined where it can. */
export function whyNotHere({ stages }: BrewWay, stageId: string): string | undefined {
  const at = stages.findIndex((s) => s.id === stageId);
  const stage = stages[at];
  const strain = stages.findIndex((s) => s.kind === 'strain');
  if (!stage) return undefined;
  if (stage.kind === 'rinse' && (strain < 0 || at < strain))
    return 'Only drained plants are rinsed: it belongs after the strain.';
  if (stage.kind === 'onto-ice' && (strain < 0 || at < strain))
    return 'Plants are not poured over ice: it belongs after the strain.';
  if (stage.kind === 'toast' && at > 0 && stages.slice(0, at).some((s) => s.kind !== 'toast'))
    return 'Toasting is done dry: it belongs before the water.';
  if (stage.kind === 'strain' && strain < at) return 'It is strained already: one strain is enough.';
  return undefined;
}

const DOING: Readonly<Partial<Record<StageKind, string>>> = {
  toast: 'toasting',
  heat: 'boiling',
  hold: 'simmering',
  ferment: 'fermenting',
};
const STEEPING = {
  'off-heat': 'steeping off the heat',
  fridge: 'steeping in the fridge',
  counter: 'steeping at room warmth',
  sun: 'steeping in the sun',
} as const;
const SHORT: Readonly<Record<string, string>> = {
  toasting: 'toast',
  boiling: 'boil',
  simmering: 'simmer',
  fermenting: 'ferment',
  blending: 'blend',
  'boiling down': 'boil down',
  'cooling in the pot': 'cool in the pot',
};

/** A way's name by its stages: "simmering, then steeping off the heat", and in short. What is brought to the boil to be kept there is told once. */
export function nameOfWay(way: Pick<BrewWay, 'stages'>): Pick<BrewWay, 'name' | 'shortName'> {
  const strain = way.stages.findIndex((s) => s.kind === 'strain');
  const inPot = strain < 0 ? way.stages : way.stages.slice(0, strain);
  const words = inPot.flatMap((s, i): string[] => {
    if (s.kind === 'steep') return [STEEPING[s.place]];
    if (s.kind === 'hands') return s.work === 'blend' ? ['blending'] : [];
    if (s.kind === 'reduce') return ['boiling down'];
    if (s.kind === 'cool')
      return s.by === 'standing' && !inPot.some((x) => x.kind === 'steep') ? ['cooling in the pot'] : [];
    if (s.kind === 'heat')
      return ['hold', 'steep', 'reduce'].includes(inPot[i + 1]?.kind ?? '') || s.to !== 'boil' ? [] : ['boiling'];
    const doing = DOING[s.kind];
    return doing ? [doing] : [];
  });
  const told = words.length > 0 ? [...new Set(words)] : ['mixing'];
  const short = told.map((w) => SHORT[w] ?? w.replace(/^steeping/, 'steep').replace(/^mixing/, 'mix'));
  const join = (list: readonly string[]): string =>
    list.length > 1 ? `${list.slice(0, -1).join(', ')}, then ${list.at(-1)}` : list[0]!;
  const shortName = join(short);
  return { name: join(told), shortName: shortName.charAt(0).toUpperCase() + shortName.slice(1) };
}

/** A changed way with its name following its stages, until it was given one of its own. */
export function named(before: BrewWay, after: BrewWay): BrewWay {
  const own = nameOfWay(before);
  const follows = before.shortName === own.shortName && after.shortName === before.shortName;
  return follows ? { ...after, ...nameOfWay(after) } : after;
}
