import { batchAfter, type Batch } from '../batch/batch';
import type { BatchEvent, BatchEventBody } from '../batch/batchEvent';
import { freezePlan } from '../batch/freeze';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { PlanTarget } from '../drink/drink';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { planDrink, type Plan } from '../plan/planDrink';

// Builders for tests: a plan of the roselle cooler, and a batch told minute by minute.

/** @throws Error if the target has no plan: a test that expects none asks planDrink itself */
export function aPlan(change: Partial<PlanTarget> = {}): Plan {
  const asked = JSON.stringify(change);
  const known = PLANS.get(asked);
  if (known) return known;
  const result = planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind === 'no-plan') throw new Error(result.message);
  PLANS.set(asked, result.plan);
  return result.plan;
}

/** The same wish has the same plan: tests that tell hundreds of batches work it out once. */
const PLANS = new Map<string, Plan>();

export const START = '2026-07-05T09:00:00.000Z';
export const minutesIn = (minutes: number): string => new Date(Date.parse(START) + minutes * 60_000).toISOString();

export type Told = readonly [minutes: number, body: BatchEventBody];

/** Events with ids e0, e1, ... in the order told. */
export const eventsOf = (told: readonly Told[], plan: Plan = aPlan()): BatchEvent[] =>
  ([[0, { type: 'started', plan: freezePlan(plan) }], ...told] as Told[]).map(([minutes, body], seq) => ({
    id: `e${seq}`,
    batchId: 'b1',
    seq,
    at: minutesIn(minutes),
    v: 2,
    ...body,
  }));

export const aBatch = (told: readonly Told[] = [], plan?: Plan): Batch => batchAfter(eventsOf(told, plan));

/** A hot batch up to its measured volume. */
export const MEASURED: readonly Told[] = [
  [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
  [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
  [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
];
