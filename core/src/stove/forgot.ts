import { mainStageOf, withSteep, type BrewWay } from '../drink/drink';
import { brewState, runningStage, runOfBatch, type Batch } from '../batch/batch';
import { isOffPlants, timedStages, frozenBrew } from '../batch/brewState';
import { curveOfBatch, glassOf, progressAt } from '../batch/progress';
import type { BrewRun } from '../brew/brewRun';

/** Whether a plant that was forgotten is still worth putting in, and what it then gives. */
export type Forgotten = {
  brewId: string;
  ingredientId: string;
  plant: string;
  lateMin: number;
  /** share of what it was to give: if it goes in now and the brew is pulled as planned */
  shareNow: number;
  /** minutes longer after which it has given what it was to; undefined where the rest would be past its window by then */
  longerMin: number | undefined;
  /** what the glass comes to: without it, with it now, with it now and pulled later */
  glassX: { without: number; now: number; longer: number | undefined };
  worth: 'now' | 'now-and-longer' | 'leave-out' | 'too-late';
};

/** From this share on nobody misses anything; below the other it is not worth fishing it out again. House estimates. */
const GOOD_SHARE = 0.75;
const POOR_SHARE = 0.25;

/** What late counts as forgotten, min. */
export const FORGOTTEN_AFTER_MIN = 1;

/** Longest extension that is looked at, in shares of the planned length. */
const STEPS = [0.15, 0.3, 0.5, 0.75, 1];

/**
 * Advice for a plant of a running brew that has not been put in.
 * @throws InputError for a brew or plant that the plan does not have
 */
export function forgottenAt(batch: Batch, brewId: string, ingredientId: string, nowMs: number): Forgotten | undefined {
  const brew = frozenBrew(batch.plan, brewId);
  const plant = brew.way.ingredients.find((i) => i.id === ingredientId);
  const running = runningStage(batch, brewId);
  const progress = progressAt(batch, brewId, nowMs);
  if (!plant) return undefined;
  const planned = runOfBatch(batch, brewId);
  const given = (run: BrewRun): number => run.concentrate.bodyG[plant.plant] ?? 0;
  const glass = (run: BrewRun): number => glassOf(batch, brewId, run.at(run.endMin).liquor);
  const without = runOfBatch(batch, brewId, { way: (w) => changedPlant(w, ingredientId, undefined) });
  const base = { brewId, ingredientId, plant: plant.plant };
  if (!running || !progress || isOffPlants(batch.plan, brewState(batch, brewId)))
    return {
      ...base,
      lateMin: 0,
      shareNow: 0,
      longerMin: undefined,
      glassX: { without: glass(without), now: glass(without), longer: undefined },
      worth: 'too-late',
    };
  const enters = { stageId: running.stageId, atMin: progress.elapsedMin };
  const withNow = (w: BrewWay): BrewWay => changedPlant(w, ingredientId, enters);
  const wanted = given(planned);
  const now = runOfBatch(batch, brewId, { way: withNow });
  const shareNow = wanted > 0 ? given(now) / wanted : 1;
  const longer =
    shareNow >= GOOD_SHARE ? undefined : extension(batch, brewId, withNow, (run) => given(run) >= GOOD_SHARE * wanted);
  return {
    ...base,
    lateMin: lateBy(batch, brewId, plant.enters, nowMs),
    shareNow,
    longerMin: longer?.minutes,
    glassX: { without: glass(without), now: glass(now), longer: longer && glass(longer.run) },
    worth: shareNow >= GOOD_SHARE ? 'now' : longer ? 'now-and-longer' : shareNow >= POOR_SHARE ? 'now' : 'leave-out',
  };
}

function lateBy(batch: Batch, brewId: string, at: { stageId: string; atMin: number }, nowMs: number): number {
  const begun = brewState(batch, brewId).stages.find((s) => s.stageId === at.stageId);
  return begun ? Math.max(0, (nowMs - Date.parse(begun.startedAt)) / 60_000 - at.atMin) : 0;
}

/** The shortest extension of the main stage that is enough and leaves the rest within its window. */
function extension(
  batch: Batch,
  brewId: string,
  change: (way: BrewWay) => BrewWay,
  isEnough: (run: BrewRun) => boolean,
): { minutes: number; run: BrewRun } | undefined {
  const main = mainStageOf(frozenBrew(batch.plan, brewId).way);
  const state = brewState(batch, brewId);
  // Only while its main stage is still to end can it be made longer.
  if (!main || state.stages.some((s) => s.stageId === main.id && s.endedAt)) return undefined;
  const toMin = curveOfBatch(batch, brewId)?.window?.toMin ?? 0;
  for (const step of STEPS) {
    const minutes = Math.ceil(main.minutes * step);
    if (main.minutes + minutes > toMin) return undefined;
    const run = runOfBatch(batch, brewId, { way: (w) => withSteep(change(w), main.minutes + minutes) });
    if (isEnough(run)) return { minutes, run };
  }
  return undefined;
}

const changedPlant = (way: BrewWay, id: string, enters: { stageId: string; atMin: number } | undefined): BrewWay => ({
  ...way,
  ingredients: way.ingredients.flatMap((i) => (i.id !== id ? [i] : enters ? [{ ...i, enters }] : [])),
});

/** Plants that were to be in from the very beginning: told of only when the cook says that one was forgotten. */
export function fromTheStart(batch: Batch, brewId: string): readonly { id: string; plant: string }[] {
  const brew = frozenBrew(batch.plan, brewId);
  const first = timedStages(brew)[0]?.id;
  const { changes } = brewState(batch, brewId);
  return brew.way.ingredients
    .filter((i) => i.enters.stageId === first && i.enters.atMin === 0)
    .filter((i) => !changes.put.some((p) => p.ingredientId === i.id) && !changes.leftOut.includes(i.id))
    .map(({ id, plant }) => ({ id, plant }));
}
