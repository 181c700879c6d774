import type { Happening } from '../brew/brewRun';
import { afterStraining, type Stage } from '../drink/drink';
import type { TendingTask } from '../ferment/tending';
import type { Vessel } from '../heat/vessel';
import { InputError } from '../quantity/errors';
import { NO_CHANGES, type Changes } from './asItWent';
import type { BatchEvent, FrozenBrew, FrozenPlan } from './batchEvent';

// How far one brew of a batch is, and what happened to it on the way. What it came to by that is run in batch.ts.

/** A stage that was begun; it runs as long as it has no end. Times are UTC, ISO 8601. */
export type StageRecord = { stageId: string; kind: Stage['kind']; startedAt: string; endedAt: string | undefined };

/** How far one brew of a batch is, and what was measured of it: ml, g, °Bx. */
export type BrewState = {
  brewId: string;
  startedAt: string | undefined;
  stages: readonly StageRecord[];
  /** when the liquor was off the plants and all was done to it */
  doneAt: string | undefined;
  /** at the end, when everything was done to it */
  measuredVolumeMl: number | undefined;
  /** right after the strain, where something is still done to it; all pots */
  strainedVolumeMl: number | undefined;
  /** of what came out: one pan with it on the scale, the pan counted, g; °Bx */
  panWeightG: number | undefined;
  brix: number | undefined;
  changes: Changes;
  /** what was done to it while it lived, and when */
  tended: readonly { task: TendingTask | 'added'; at: string }[];
};

/** @throws InputError for a brew that the plan does not have */
export function frozenBrew(plan: FrozenPlan, brewId: string): FrozenBrew {
  const found = plan.brews.find((b) => b.brewId === brewId);
  if (!found)
    throw new InputError('frozenBrew', 'brewId', `one of ${plan.brews.map((b) => b.brewId).join(', ')}`, brewId);
  return found;
}

/** A vessel of a frozen plan's kitchen. @throws InputError for one that it did not have */
export function vesselOf(plan: FrozenPlan, vesselId: string): Vessel {
  const found = plan.kitchen.vessels.find((v) => v.id === vesselId);
  if (!found) throw new InputError('vesselOf', 'vesselId', 'a vessel of the plan’s kitchen', vesselId);
  return found;
}

/** Stages that take time, and so have a clock. */
export const timedStages = (brew: FrozenBrew): readonly Stage[] => brew.way.stages.filter((s) => s.kind !== 'strain');

/** A brew that has not been started. */
export const waitingBrew = ({ brewId }: FrozenBrew): BrewState => ({
  brewId,
  startedAt: undefined,
  stages: [],
  doneAt: undefined,
  measuredVolumeMl: undefined,
  strainedVolumeMl: undefined,
  panWeightG: undefined,
  brix: undefined,
  changes: NO_CHANGES,
  tended: [],
});

/** A brew whose first stage began at a moment, ISO 8601. */
export function startedBrew(brew: FrozenBrew, at: string): BrewState {
  const first = timedStages(brew)[0];
  const stages = first ? [{ stageId: first.id, kind: first.kind, startedAt: at, endedAt: undefined }] : [];
  return { ...waitingBrew(brew), startedAt: at, stages, doneAt: first ? undefined : at };
}

/** A brew whose running stage ended at a moment; the next one begins then. */
export function endStage(plan: FrozenPlan, state: BrewState, stageId: string, at: string): BrewState {
  const stages = state.stages.map((s) =>
    s.stageId === stageId && s.endedAt === undefined ? { ...s, endedAt: at } : s,
  );
  const order = timedStages(frozenBrew(plan, state.brewId));
  const next = order[order.findIndex((s) => s.id === stageId) + 1];
  if (!next) return { ...state, stages, doneAt: at };
  return { ...state, stages: [...stages, { stageId: next.id, kind: next.kind, startedAt: at, endedAt: undefined }] };
}

/** Minutes from one moment to another, both ISO 8601; negative where the second was earlier. */
export const minutesBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 60000;

/** How far into its running stage a brew is at a moment; undefined when none runs. */
function momentOf(state: BrewState, at: string): { stageId: string; atMin: number } | undefined {
  const running = state.stages.find((s) => s.endedAt === undefined);
  return running && { stageId: running.stageId, atMin: minutesBetween(running.startedAt, at) };
}

/** A brew with more that was done to it than its recipe says. */
export function changed(state: BrewState, more: Partial<Changes>): BrewState {
  const { changes: c } = state;
  return {
    ...state,
    changes: {
      put: [...c.put, ...(more.put ?? [])],
      taken: [...c.taken, ...(more.taken ?? [])],
      leftOut: [...c.leftOut, ...(more.leftOut ?? [])],
      skipped: [...c.skipped, ...(more.skipped ?? [])],
      happened: [...c.happened, ...(more.happened ?? [])],
      sweetened: [...c.sweetened, ...(more.sweetened ?? [])],
    },
  };
}

type Seen<H = Happening> = H extends Happening ? Omit<H, 'stageId' | 'atMin'> : never;

/** A brew with a reading at a moment. */
export function seenOf(state: BrewState, at: string, seen: Seen): BrewState {
  const moment = momentOf(state, at);
  return moment ? changed(state, { happened: [{ ...moment, ...seen }] }) : state;
}

type PotEvent = Extract<BatchEvent, { type: 'put-in' | 'taken-out' | 'left-out' | 'lid-set' | 'topped-up' }>;

/** A brew after something was put in, taken out, left out, topped up, or its lid was set. */
export function happenedTo(plan: FrozenPlan, state: BrewState, event: PotEvent): BrewState {
  const moment = momentOf(state, event.at);
  switch (event.type) {
    case 'put-in': {
      const { ingredientId, grams, more = false } = event;
      const brew = frozenBrew(plan, state.brewId);
      // What is told after its pot was strained went in when it was to.
      const late = isOffPlants(plan, state) && (!moment || !goesInAfterStrain(brew, ingredientId));
      const planned = brew.way.ingredients.find((i) => i.id === ingredientId)?.enters;
      const enters = late ? planned : moment;
      if (!enters) return state;
      // What was left out and goes in after all is in.
      const back = more ? state : withoutLeft(state, ingredientId);
      return changed(back, { put: [{ ingredientId, enters, grams, more }] });
    }
    case 'taken-out':
      return moment ? changed(state, { taken: [{ ingredientId: event.ingredientId, leaves: moment }] }) : state;
    case 'left-out':
      return changed(state, { leftOut: [event.ingredientId] });
    case 'lid-set':
      return seenOf(state, event.at, { kind: 'lid', lid: event.lid });
    case 'topped-up':
      return seenOf(state, event.at, { kind: 'water', ml: event.ml, tempC: event.tempC });
  }
}

const withoutLeft = (state: BrewState, ingredientId: string): BrewState => ({
  ...state,
  changes: { ...state.changes, leftOut: state.changes.leftOut.filter((id) => id !== ingredientId) },
});

/** Whether an ingredient is written to go in after the strain: juice, an extract, salt. */
export const goesInAfterStrain = ({ way }: FrozenBrew, ingredientId: string): boolean => {
  const stageId = way.ingredients.find((i) => i.id === ingredientId)?.enters.stageId;
  return afterStraining(way).some((s) => s.id === stageId);
};

/** Whether a brew has been strained: what runs now works on the liquor alone, or all of it is done. */
export function isOffPlants(plan: FrozenPlan, state: BrewState): boolean {
  if (state.doneAt) return true;
  const running = state.stages.find((s) => s.endedAt === undefined);
  return afterStraining(frozenBrew(plan, state.brewId).way).some((s) => s.id === running?.stageId);
}
