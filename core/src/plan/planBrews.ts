import { REFERENCE_FACTORS, runBrew, type BrewFactors, type BrewRun } from '../brew/brewRun';
import { drinkGoals, goalFor } from '../blend/goals';
import { solveBlend, type BlendGoal } from '../blend/solveBlend';
import type { BrewWay, Kitchen } from '../drink/drink';
import type { Vessel } from '../heat/vessel';
import { InputError } from '../quantity/errors';
import { acidGPerL, portionOf, portionOfVolume, pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { plantStrength, weightedStrength } from '../liquid/strength';
import type { Plants } from '../reference/plants';
import { smallestVesselFor } from './vesselChoice';

/** A brew whose size is free. */
export type FreeBrew = { id: string; way: BrewWay; plants: Plants; factors?: BrewFactors };

/** A liquid that is there as it is: syrup, juice, water, something from the shelf. */
export type GivenLiquid = { id: string; liquid: Liquid; minMl?: number; maxMl?: number };

/** What one jug must be. One brew may go into several jugs. */
export type JugGoal = {
  id: string;
  volumeMl: number;
  /** brews and liquids that may go into it */
  from: readonly string[];
  /** weighted strength, sugar and acid, a litre; and the weighted strength of single plants ("less clove") */
  strength?: number;
  sugarGPerL?: number;
  acidGPerL?: number;
  plants?: Readonly<Record<string, number>>;
  /** volumes of brews that no wish decides, ml */
  fixedMl?: Readonly<Record<string, number>>;
  /** weighted strength a litre that single brews are to bring, by their id */
  brews?: Readonly<Record<string, number>>;
};

/** One brew of a plan, sized to what its jugs want of it. */
export type PlannedBrew = {
  id: string;
  scale: number;
  /** pots it is split into because none holds it whole, all alike */
  pots: number;
  vessel: Vessel;
  /** one pot's run */
  run: BrewRun;
  /** all pots together */
  concentrate: Liquid;
};

/** One jug of a plan, ml by what goes into it. */
export type PlannedJug = {
  id: string;
  volumesMl: Readonly<Record<string, number>>;
  liquid: Liquid;
  missed: readonly string[];
};

/** Brews and jugs that fit each other, or which limit stands in the way. */
export type BrewsPlan =
  | { kind: 'brews'; brews: readonly PlannedBrew[]; jugs: readonly PlannedJug[] }
  /** a jug cannot be filled from what may go into it, or a brew fits no vessel even when split */
  | { kind: 'no-brews'; limit: 'jug' | 'vessel'; id: string };

/** More than this many pots at once is no plan for a kitchen. */
const MOST_POTS = 4;

/**
 * Sizes any number of brews so that any number of jugs come out as wanted: guess every brew's strength, blend the jugs,
 * add up what they take of each brew, size the brews to that, and again, until nothing moves. The past is no part of this:
 * a brew that is already made is a given liquid.
 * @throws InputError for a jug that asks for a brew or liquid that is not there
 */
export function planBrews({
  brews,
  liquids,
  jugs,
  kitchen,
}: {
  brews: readonly FreeBrew[];
  liquids: readonly GivenLiquid[];
  jugs: readonly JugGoal[];
  kitchen: Kitchen;
}): BrewsPlan {
  requireKnown(brews, liquids, jugs);
  const scales = new Map(brews.map((b) => [b.id, 1]));
  for (let round = 0; ; round++) {
    const planned: PlannedBrew[] = [];
    for (const brew of brews) {
      const made = makeBrew(brew, scales.get(brew.id)!, kitchen);
      if (!made) return { kind: 'no-brews', limit: 'vessel', id: brew.id };
      planned.push(made);
    }
    const blended = jugs.map((jug) => blendJug(jug, planned, liquids));
    const failed = blended.findIndex((b) => b === undefined);
    if (failed >= 0) return { kind: 'no-brews', limit: 'jug', id: jugs[failed]!.id };
    const filled = blended as PlannedJug[];
    const moved = planned.map((b) => {
      const needed = filled.reduce((sum, j) => sum + (j.volumesMl[b.id] ?? 0), 0);
      const step = needed / volumeMl(b.concentrate);
      // A brew that nothing takes is kept at a token size rather than at none.
      scales.set(b.id, Math.max(0.01, b.scale * step));
      return needed < 1 ? 0 : Math.abs(step - 1);
    });
    if (Math.max(0, ...moved) < 1e-4 || round >= 30) return { kind: 'brews', brews: planned, jugs: filled };
  }
}

function requireKnown(brews: readonly FreeBrew[], liquids: readonly GivenLiquid[], jugs: readonly JugGoal[]): void {
  const known = new Set([...brews, ...liquids].map((x) => x.id));
  for (const jug of jugs) {
    for (const id of jug.from)
      if (!known.has(id)) throw new InputError('planBrews', `${jug.id}.from`, `one of ${[...known].join(', ')}`, id);
  }
}

/** A brew of a size, in the fewest equal pots that hold it. */
function makeBrew(
  { id, way, plants, factors = REFERENCE_FACTORS }: FreeBrew,
  scale: number,
  kitchen: Kitchen,
): PlannedBrew | undefined {
  for (let pots = 1; pots <= MOST_POTS; pots++) {
    const vessel = smallestVesselFor(kitchen.vessels, way, scale / pots);
    if (!vessel) continue;
    const run = runBrew({ way, scale: scale / pots, vessel, kitchen, plants, factors });
    return { id, scale, pots, vessel, run, concentrate: portionOf(run.concentrate, pots) };
  }
  return undefined;
}

function blendJug(
  jug: JugGoal,
  brews: readonly PlannedBrew[],
  liquids: readonly GivenLiquid[],
): PlannedJug | undefined {
  const sources = [
    ...brews.map((b): GivenLiquid => {
      const fixedMl = jug.fixedMl?.[b.id];
      return {
        id: b.id,
        liquid: b.concentrate,
        ...(fixedMl === undefined ? {} : { minMl: fixedMl }),
        maxMl: fixedMl ?? jug.volumeMl,
      };
    }),
    ...liquids,
  ].filter((s) => jug.from.includes(s.id));
  const plants = Object.keys(jug.plants ?? {});
  const result = solveBlend({
    volumeMl: jug.volumeMl,
    liquids: sources.map((s) => ({
      id: s.id,
      ...(s.minMl === undefined ? {} : { minMl: s.minMl }),
      ...(s.maxMl === undefined ? {} : { maxMl: s.maxMl }),
      perLitre: { ...qualitiesOf(s.liquid, plants), ...brewQuality(s, jug) },
    })),
    goals: goalsOf(jug),
  });
  if (result.kind === 'no-blend') return undefined;
  const liquid = pourTogether(
    ...sources
      .filter((s) => result.volumesMl[s.id]! > 0)
      .map((s) => portionOfVolume(s.liquid, result.volumesMl[s.id]!)),
  );
  return { id: jug.id, volumesMl: result.volumesMl, liquid, missed: result.missed };
}

function qualitiesOf(l: Liquid, plants: readonly string[]): Record<string, number> {
  if (volumeMl(l) === 0) return {};
  return {
    strength: weightedStrength(l),
    sugar: sweetGPerL(l),
    acid: acidGPerL(l),
    ...Object.fromEntries(plants.map((p) => [`plant:${p}`, plantStrength(l, p)])),
  };
}

const brewQuality = ({ id, liquid }: GivenLiquid, jug: JugGoal): Record<string, number> =>
  jug.brews?.[id] === undefined ? {} : { [`brew:${id}`]: weightedStrength(liquid) };

const goalsOf = ({ plants = {}, brews = {}, ...whole }: JugGoal): BlendGoal[] => [
  ...drinkGoals(whole),
  ...Object.entries(plants).map(([p, target]) => goalFor('part', target, `plant:${p}`)),
  ...Object.entries(brews).map(([id, target]) => goalFor('part', target, `brew:${id}`)),
];
