import { solve, type Constraint, type Model, type Solution } from 'yalps';
import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';

// Which volumes of several liquids make one drink. The optimising is a library's; the answer is checked here again from
// the amounts, so the library need not be trusted.
// 1. Volumes are not negative and never above what there is. 2. They add up to the wanted volume.
// 3. Reached figures are computed from the volumes returned, not from the solver's own.

/** A liquid that may go into a blend. */
export type BlendLiquid = {
  id: string;
  /** least and most of it, ml; most is what is on hand */
  minMl?: number;
  maxMl?: number;
  /** measured in whole steps of this, ml: 5 for a jug, 59 for a quarter cup; any amount if left out */
  stepMl?: number;
  /** per litre of this liquid, a figure for every goal; missing counts 0 */
  perLitre: Readonly<Record<string, number>>;
};

/** A figure that a blend is to have. */
export type BlendGoal = {
  id: string;
  /** wanted in a litre of the blend */
  target: number;
  /** a miss of this much costs 1 */
  tolerance: number;
  weight?: number;
  /** `at-most` and `at-least` cost on one side only */
  kind?: 'equal' | 'at-most' | 'at-least';
};

/** Volumes that were found, ml by liquid, and the figures they reach. */
export type Blend = {
  volumesMl: Readonly<Record<string, number>>;
  reached: Readonly<Record<string, number>>;
  /** goals missed by more than a fifth of their tolerance */
  missed: readonly string[];
  /** liquids that are used to the last drop */
  usedUp: readonly string[];
};

/** A blend, or why the volume cannot be filled at all. */
export type BlendResult =
  | ({
      kind: 'blend';
      /** false when whole measures made the search stop before it was proved that nothing is better */
      proved: boolean;
    } & Blend)
  | { kind: 'no-blend'; reason: 'not-enough-liquid' | 'least-amounts-too-large' };

/**
 * Fills a volume from liquids so that the goals are met as nearly as possible.
 * Volumes are taken as additive: the error is below 0.3 % for drinks.
 * @throws InputError for a negative bound or a volume of 0
 * @example 1 L at ×1 and 80 g/L from a ×3 concentrate, a syrup of 600 g/L, and water
 */
export function solveBlend({
  liquids,
  goals,
  volumeMl,
  mostMl = Infinity,
}: {
  liquids: readonly BlendLiquid[];
  goals: readonly BlendGoal[];
  volumeMl: number;
  /** what the vessel takes: whole measures may come to a little less or more than the volume, never to more than this */
  mostMl?: number;
}): BlendResult {
  requirePositive('solveBlend', 'volumeMl', volumeMl, 'ml');
  for (const l of liquids) {
    requireNotNegative('solveBlend', `${l.id}.minMl`, l.minMl ?? 0, 'ml');
    if (!((l.maxMl ?? Infinity) >= (l.minMl ?? 0)))
      throw new InputError('solveBlend', `${l.id}.maxMl`, `at least ${l.minMl ?? 0} ml`, l.maxMl);
  }
  const most = liquids.reduce((sum, l) => sum + (l.maxMl ?? volumeMl), 0);
  if (most < volumeMl * (1 - 1e-9)) return { kind: 'no-blend', reason: 'not-enough-liquid' };
  const least = liquids.reduce((sum, l) => sum + (l.minMl ?? 0), 0);
  if (least > volumeMl * (1 + 1e-9)) return { kind: 'no-blend', reason: 'least-amounts-too-large' };
  if (liquids.some((l) => l.stepMl !== undefined))
    return { kind: 'blend', ...wholeMeasures(liquids, goals, { volumeMl, mostMl }) };
  return { kind: 'blend', proved: true, ...checked(liquids, goals, exactVolumes(liquids, goals, volumeMl)) };
}

/** @throws Error if the solver gives up on a problem that has an answer: that is a fault of ours */
function exactVolumes(liquids: readonly BlendLiquid[], goals: readonly BlendGoal[], volumeMl: number): number[] {
  const solution = solve(blendModel(liquids, goals, volumeMl));
  if (solution.status !== 'optimal') {
    throw new Error(`solveBlend: the solver stopped with ${solution.status} on a problem that has an answer`);
  }
  return volumesOf(solution, liquids, (share) => share * volumeMl);
}

function volumesOf(
  solution: Solution<string>,
  liquids: readonly BlendLiquid[],
  toMl: (value: number, l: BlendLiquid) => number,
): number[] {
  const found = new Map(solution.variables);
  return liquids.map((l) => Math.min(l.maxMl ?? Infinity, Math.max(l.minMl ?? 0, toMl(found.get(l.id) ?? 0, l))));
}

/** Variables are shares of the volume, and goal rows are in units of their tolerance: unscaled rows make the simplex cycle. */
function blendModel(liquids: readonly BlendLiquid[], goals: readonly BlendGoal[], volumeMl: number): Model {
  const variables: Record<string, Record<string, number>> = {};
  const constraints: Record<string, Constraint> = { '=whole': { equal: 1 } };
  for (const l of liquids) {
    const column: Record<string, number> = { '=whole': 1 };
    for (const g of goals) column[`goal:${g.id}`] = (l.perLitre[g.id] ?? 0) / g.tolerance;
    column[`bound:${l.id}`] = 1;
    constraints[`bound:${l.id}`] = {
      min: (l.minMl ?? 0) / volumeMl,
      max: Math.min(1, (l.maxMl ?? volumeMl) / volumeMl),
    };
    variables[l.id] = column;
  }
  for (const g of goals) addDeviations(variables, constraints, g);
  return { direction: 'minimize', objective: 'cost', constraints, variables };
}

/** Branches looked at in whole measures: a count, not a time, so the same question always has the same answer. */
const MAX_BRANCHES = 60;

/** Whole measures this near to the exact blend, in tolerances, need no search: no tongue tells them apart. */
const NEAR_ENOUGH = 0.05;

/** Cost of a millilitre past the brim: more than any wish that is missed. */
const RUNS_OVER = 1e3;

/** How far whole measures may miss the volume before it costs as much as a goal missed by its tolerance, share of it. */
const VOLUME_TOLERANCE = 0.02;

/**
 * The best in whole measures: the solver's branch and bound, held against the exact answer rounded and mended by hand.
 * The better of the two is taken, so a search that was cut short is never worse than rounding.
 */
function wholeMeasures(
  liquids: readonly BlendLiquid[],
  goals: readonly BlendGoal[],
  { volumeMl, mostMl }: { volumeMl: number; mostMl: number },
): Blend & { proved: boolean } {
  // What runs over is no blend: any that fits goes before it, and of those that run over the one by least.
  const cost = (volumes: readonly number[]): number =>
    missCost(liquids, goals, volumes, volumeMl) + Math.max(0, sumOf(volumes) - mostMl - 1e-6) * RUNS_OVER;
  const exact = exactVolumes(liquids, goals, volumeMl);
  const rounded = mended(liquids, exact, cost);
  if (cost(rounded) - cost(exact) < NEAR_ENOUGH) return { proved: false, ...checked(liquids, goals, rounded) };
  const solution = solve(wholeModel(liquids, goals, { volumeMl, mostMl }), { maxIterations: MAX_BRANCHES });
  const usable = solution.status === 'optimal' || (solution.status === 'timedout' && Number.isFinite(solution.result));
  const found = usable
    ? volumesOf(solution, liquids, (n, l) => (l.stepMl ? Math.round(n) * l.stepMl : n * volumeMl))
    : rounded;
  const best = cost(found) <= cost(rounded) ? found : rounded;
  return { proved: solution.status === 'optimal', ...checked(liquids, goals, best) };
}

function missCost(
  liquids: readonly BlendLiquid[],
  goals: readonly BlendGoal[],
  volumes: readonly number[],
  volumeMl: number,
): number {
  let cost = Math.abs(sumOf(volumes) / volumeMl - 1) / VOLUME_TOLERANCE;
  for (const g of goals)
    cost += ((g.weight ?? 1) * missOf(g, contentOf(liquids, volumes, g.id) / volumeMl)) / g.tolerance;
  return cost;
}

const sumOf = (volumes: readonly number[]): number => volumes.reduce((sum, v) => sum + v, 0);
const contentOf = (liquids: readonly BlendLiquid[], volumes: readonly number[], goal: string): number =>
  liquids.reduce((sum, l, i) => sum + (l.perLitre[goal] ?? 0) * volumes[i]!, 0);

function missOf(goal: BlendGoal, reached: number): number {
  const off = reached - goal.target;
  return goal.kind === 'at-most' ? Math.max(0, off) : goal.kind === 'at-least' ? Math.max(0, -off) : Math.abs(off);
}

/** Rounds to steps, then moves one or two liquids by a step as long as that helps. */
function mended(
  liquids: readonly BlendLiquid[],
  exact: readonly number[],
  cost: (volumes: readonly number[]) => number,
): number[] {
  const allowed = (l: BlendLiquid, v: number): boolean =>
    v >= (l.minMl ?? 0) - 1e-9 && v <= (l.maxMl ?? Infinity) + 1e-9;
  let best = exact.map((v, i) => roundToStep(liquids[i]!, v));
  let at = cost(best);
  for (let round = 0; round < 60; round++) {
    let better: number[] | undefined;
    const consider = (moved: number[]): void => {
      if (!moved.every((v, i) => allowed(liquids[i]!, v))) return;
      const c = cost(moved);
      if (c < at - 1e-12) [better, at] = [moved, c];
    };
    const start = best;
    liquids.forEach((l, i) => {
      for (const step of [-(l.stepMl ?? 1), l.stepMl ?? 1]) {
        const one = start.map((v, k) => (k === i ? v + step : v));
        consider(one);
        liquids.forEach((m, j) => {
          if (j <= i) return;
          for (const other of [-(m.stepMl ?? 1), m.stepMl ?? 1]) consider(one.map((v, k) => (k === j ? v + other : v)));
        });
      }
    });
    if (!better) break;
    best = better;
  }
  return best;
}

/** Nearest whole number of steps within the bounds. */
function roundToStep(l: BlendLiquid, v: number): number {
  if (!l.stepMl) return v;
  const most = Math.floor((l.maxMl ?? Infinity) / l.stepMl + 1e-9);
  const least = Math.ceil((l.minMl ?? 0) / l.stepMl - 1e-9);
  return Math.max(least, Math.min(most, Math.round(v / l.stepMl))) * l.stepMl;
}

/** As blendModel, with a whole number of steps for each liquid that has them, and the volume as one more goal. */
function wholeModel(
  liquids: readonly BlendLiquid[],
  goals: readonly BlendGoal[],
  { volumeMl, mostMl }: { volumeMl: number; mostMl: number },
): Model {
  const variables: Record<string, Record<string, number>> = {};
  const constraints: Record<string, Constraint> = { '=whole': { equal: 1 / VOLUME_TOLERANCE } };
  if (Number.isFinite(mostMl)) constraints['=brim'] = { max: mostMl / volumeMl };
  for (const l of liquids) {
    const share = l.stepMl ? l.stepMl / volumeMl : 1;
    const column: Record<string, number> = {
      '=whole': share / VOLUME_TOLERANCE,
      '=brim': share,
      [`bound:${l.id}`]: 1,
    };
    for (const g of goals) column[`goal:${g.id}`] = ((l.perLitre[g.id] ?? 0) * share) / g.tolerance;
    const count = (ml: number): number => ml / (l.stepMl ?? volumeMl);
    const [least, most] = [count(l.minMl ?? 0), count(Math.min(l.maxMl ?? Infinity, 2 * volumeMl))];
    constraints[`bound:${l.id}`] = l.stepMl
      ? { min: Math.ceil(least - 1e-9), max: Math.floor(most + 1e-9) }
      : { min: least, max: most };
    variables[l.id] = column;
  }
  for (const g of goals) addDeviations(variables, constraints, g);
  variables['under:=whole'] = { '=whole': 1, cost: 1 };
  variables['over:=whole'] = { '=whole': -1, cost: 1 };
  return {
    direction: 'minimize',
    objective: 'cost',
    constraints,
    variables,
    integers: liquids.filter((l) => l.stepMl).map((l) => l.id),
  };
}

function addDeviations(
  variables: Record<string, Record<string, number>>,
  constraints: Record<string, Constraint>,
  g: BlendGoal,
): void {
  const cost = g.weight ?? 1;
  constraints[`goal:${g.id}`] = { equal: g.target / g.tolerance };
  variables[`under:${g.id}`] = { [`goal:${g.id}`]: 1, cost: g.kind === 'at-most' ? 0 : cost };
  variables[`over:${g.id}`] = { [`goal:${g.id}`]: -1, cost: g.kind === 'at-least' ? 0 : cost };
}

/** The solver rounds its answers to about this, ml. */
const SOLVER_ML = 1e-3;

/** Rounding to whole grams and 5 ml stays below this. */
const MISSED_SHARE = 0.2;

function checked(liquids: readonly BlendLiquid[], goals: readonly BlendGoal[], volumes: readonly number[]): Blend {
  const total = sumOf(volumes);
  const reached: Record<string, number> = {};
  const missed: string[] = [];
  for (const g of goals) {
    reached[g.id] = total === 0 ? 0 : contentOf(liquids, volumes, g.id) / total;
    if (missOf(g, reached[g.id]!) > MISSED_SHARE * g.tolerance) missed.push(g.id);
  }
  return {
    volumesMl: Object.fromEntries(liquids.map((l, i) => [l.id, volumes[i]!])),
    reached,
    missed,
    usedUp: liquids.filter((l, i) => l.maxMl !== undefined && volumes[i]! >= l.maxMl - SOLVER_ML).map((l) => l.id),
  };
}
