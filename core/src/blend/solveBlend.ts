import { solve, type Constraint, type Model } from 'yalps';
import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';

// Which volumes of several liquids make one drink. The optimising is a library's; the answer is checked here again from
// the amounts, so the library need not be trusted.
// 1. Volumes are not negative and never above what there is. 2. They add up to the wanted volume.
// 3. Reached figures are computed from the volumes returned, not from the solver's own.

export type BlendLiquid = {
  id: string;
  /** least and most of it, ml; most is what is on hand */
  minMl?: number;
  maxMl?: number;
  /** per litre of this liquid, a figure for every goal; missing counts 0 */
  perLitre: Readonly<Record<string, number>>;
};

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

export type Blend = {
  volumesMl: Readonly<Record<string, number>>;
  reached: Readonly<Record<string, number>>;
  /** goals missed by more than a fifth of their tolerance */
  missed: readonly string[];
  /** liquids that are used to the last drop */
  usedUp: readonly string[];
};

export type BlendResult =
  ({ kind: 'blend' } & Blend) | { kind: 'no-blend'; reason: 'not-enough-liquid' | 'least-amounts-too-large' };

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
}: {
  liquids: readonly BlendLiquid[];
  goals: readonly BlendGoal[];
  volumeMl: number;
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
  const solution = solve(blendModel(liquids, goals, volumeMl), { maxIterations: 500 });
  if (solution.status !== 'optimal') {
    throw new Error(`solveBlend: the solver stopped with ${solution.status} on a problem that has an answer`);
  }
  const shares = new Map(solution.variables);
  const volumes = liquids.map((l) =>
    Math.min(l.maxMl ?? Infinity, Math.max(l.minMl ?? 0, (shares.get(l.id) ?? 0) * volumeMl)),
  );
  return { kind: 'blend', ...checked(liquids, goals, volumes) };
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
  for (const g of goals) {
    constraints[`goal:${g.id}`] = { equal: g.target / g.tolerance };
    const cost = g.weight ?? 1;
    variables[`under:${g.id}`] = { [`goal:${g.id}`]: 1, cost: g.kind === 'at-most' ? 0 : cost };
    variables[`over:${g.id}`] = { [`goal:${g.id}`]: -1, cost: g.kind === 'at-least' ? 0 : cost };
  }
  return { direction: 'minimize', objective: 'cost', constraints, variables };
}

/** The solver rounds its answers to about this, ml. */
const SOLVER_ML = 1e-3;

/** Rounding to whole grams and 5 ml stays below this. */
const MISSED_SHARE = 0.2;

function checked(liquids: readonly BlendLiquid[], goals: readonly BlendGoal[], volumes: readonly number[]): Blend {
  const total = volumes.reduce((sum, v) => sum + v, 0);
  const reached: Record<string, number> = {};
  const missed: string[] = [];
  for (const g of goals) {
    reached[g.id] = liquids.reduce((sum, l, i) => sum + (l.perLitre[g.id] ?? 0) * volumes[i]!, 0) / total;
    const off = reached[g.id]! - g.target;
    const counts = g.kind === 'at-most' ? Math.max(0, off) : g.kind === 'at-least' ? Math.max(0, -off) : Math.abs(off);
    if (counts > MISSED_SHARE * g.tolerance) missed.push(g.id);
  }
  return {
    volumesMl: Object.fromEntries(liquids.map((l, i) => [l.id, volumes[i]!])),
    reached,
    missed,
    usedUp: liquids.filter((l, i) => l.maxMl !== undefined && volumes[i]! >= l.maxMl - SOLVER_ML).map((l) => l.id),
  };
}
