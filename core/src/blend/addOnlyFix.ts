import { solve, type Constraint } from 'yalps';
import { requireNotNegative, requirePositive } from '../quantity/range';
import type { BlendGoal, BlendLiquid } from './solveBlend';

/** What is added, ml by liquid, and what the jug then is; `missed` names goals that it does not meet. */
export type Fix = {
  additionsMl: Readonly<Record<string, number>>;
  volumeMl: number;
  reached: Readonly<Record<string, number>>;
  missed: readonly string[];
};

/** Cost of filling the vessel once over, in goals missed by their tolerance: the smallest fix that does wins. */
const VOLUME_COST = 0.05;

/**
 * What to add to a drink that is already mixed, when nothing can be taken out: the additions that bring it nearest to its
 * goals without more volume than the vessel holds, and as little as that needs.
 * @param have the drink as it is, per litre
 * @param roomMl how much more the vessel takes
 */
export function addOnlyFix({
  have,
  volumeMl,
  roomMl,
  liquids,
  goals,
}: {
  have: Readonly<Record<string, number>>;
  volumeMl: number;
  roomMl: number;
  liquids: readonly BlendLiquid[];
  goals: readonly BlendGoal[];
}): Fix {
  requirePositive('addOnlyFix', 'volumeMl', volumeMl, 'ml');
  requireNotNegative('addOnlyFix', 'roomMl', roomMl, 'ml');
  const variables: Record<string, Record<string, number>> = {};
  const constraints: Record<string, Constraint> = { room: { max: roomMl / volumeMl } };
  // A goal is a ratio, so its target is multiplied out: what is there already is off by (have - target) per share of volume.
  for (const l of liquids) {
    const column: Record<string, number> = { room: 1, cost: VOLUME_COST, [`bound:${l.id}`]: 1 };
    for (const g of goals) column[`goal:${g.id}`] = ((l.perLitre[g.id] ?? 0) - g.target) / g.tolerance;
    constraints[`bound:${l.id}`] = { max: (l.maxMl ?? roomMl) / volumeMl };
    variables[l.id] = column;
  }
  for (const g of goals) {
    const cost = g.weight ?? 1;
    constraints[`goal:${g.id}`] = { equal: (g.target - (have[g.id] ?? 0)) / g.tolerance };
    variables[`under:${g.id}`] = { [`goal:${g.id}`]: 1, cost: g.kind === 'at-most' ? 0 : cost };
    variables[`over:${g.id}`] = { [`goal:${g.id}`]: -1, cost: g.kind === 'at-least' ? 0 : cost };
  }
  const solution = solve({ direction: 'minimize', objective: 'cost', constraints, variables });
  if (solution.status !== 'optimal')
    throw new Error(`addOnlyFix: the solver stopped with ${solution.status}; adding nothing is always an answer`);
  const shares = new Map(solution.variables);
  const added = liquids.map((l) => Math.max(0, shares.get(l.id) ?? 0) * volumeMl);
  return fixOf({ have, volumeMl, liquids, goals }, added);
}

/** The figures after given additions, by our own arithmetic. */
function fixOf(
  {
    have,
    volumeMl,
    liquids,
    goals,
  }: {
    have: Readonly<Record<string, number>>;
    volumeMl: number;
    liquids: readonly BlendLiquid[];
    goals: readonly BlendGoal[];
  },
  added: readonly number[],
): Fix {
  const total = volumeMl + added.reduce((sum, v) => sum + v, 0);
  const reached: Record<string, number> = {};
  const missed: string[] = [];
  for (const g of goals) {
    const content =
      (have[g.id] ?? 0) * volumeMl + liquids.reduce((sum, l, i) => sum + (l.perLitre[g.id] ?? 0) * added[i]!, 0);
    reached[g.id] = content / total;
    const off = reached[g.id]! - g.target;
    const counts = g.kind === 'at-most' ? Math.max(0, off) : g.kind === 'at-least' ? Math.max(0, -off) : Math.abs(off);
    if (counts > 0.2 * g.tolerance) missed.push(g.id);
  }
  return {
    additionsMl: Object.fromEntries(liquids.map((l, i) => [l.id, added[i]!])),
    volumeMl: total,
    reached,
    missed,
  };
}
