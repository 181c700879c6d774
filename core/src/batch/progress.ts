import { inGlass, steepCurve, type CurveTarget, type SteepCurve } from '../brew/steepCurve';
import { mainStageOf, withSteep, type Stage, type StageKind } from '../drink/drink';
import { tempAt } from '../heat/temperatureHistory';
import { addSweetener, NO_LIQUID, portionOf, pourTogether, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { remembering } from '../quantity/remembering';
import { mixTotalMl } from '../plan/mixJug';
import { bookStandard } from '../plan/houseStandard';
import { actualMinutes, brewLines, runningStage, runOfBatch, runOfFrozen, type Batch } from './batch';
import type { Lost } from '../brew/brewRun';
import { frozenBrew, isOffPlants, timedStages } from './brewState';
import type { FrozenPlan } from './batchEvent';

/** A running brew at a moment: what stage, for how long, how strong the glass would be if it were pulled now. */
export type Progress = {
  brewId: string;
  stageId: string;
  kind: StageKind;
  elapsedMin: number;
  /** how long the stage is planned to take; for a heat this is a prediction */
  plannedMin: number;
  /** negative when it is over its time */
  leftMin: number;
  tempC: number;
  /** × of the finished glass if it were pulled now, and at its planned end */
  strengthX: number;
  plannedX: number;
  /** when it has boiled dry, or will have as it goes on, ms; undefined for a pot that does not */
  dryMs: number | undefined;
};

/** @param nowMs the moment, milliseconds since 1970 UTC; undefined result when nothing of the brew runs */
export function progressAt(batch: Batch, brewId: string, nowMs: number): Progress | undefined {
  const running = runningStage(batch, brewId);
  const stage = timedStages(frozenBrew(batch.plan, brewId)).find((s) => s.id === running?.stageId);
  if (!running || !stage) return undefined;
  const elapsedMin = Math.max(0, (nowMs - Date.parse(running.startedAt)) / 60000);
  const ended = actualMinutes(batch, brewId);
  const asPlanned = runOfBatch(batch, brewId);
  const time = asPlanned.stages.find((s) => s.stageId === stage.id)!;
  // A reading past its time makes the run longer, not the plan.
  const plannedMin = writtenLength(stage) ?? time.endMin - time.startMin;
  // A stage that runs over is followed past its planned end.
  const followed =
    elapsedMin > plannedMin
      ? runOfBatch(batch, brewId, { minutesOf: { ...ended, [stage.id]: elapsedMin } })
      : asPlanned;
  const now = Math.min(followed.endMin, time.startMin + elapsedMin);
  const target = glassTarget(batch.plan, brewId);
  return {
    brewId,
    stageId: stage.id,
    kind: stage.kind,
    elapsedMin,
    plannedMin,
    leftMin: plannedMin - elapsedMin,
    tempC: time.startMin >= asPlanned.endMin ? time.toC : tempAt(followed.history, now),
    strengthX: inGlass(followed.pulledAt(now), target).strengthX,
    plannedX: inGlass(asPlanned.pulledAt(asPlanned.endMin), target).strengthX,
    dryMs:
      followed.lost?.how === 'boiled-dry'
        ? Date.parse(running.startedAt) + (followed.lost.atMin - time.startMin) * MIN
        : undefined,
  };
}

const MIN = 60_000;

/** What has become of a brew, so that nothing comes out of it. What is measured of it is there all the same. */
export type Trouble = { brewId: string; how: Lost['how']; sinceMs: number };

/** Every brew of a batch that has come to nothing, by a moment: boiled dry, or held whole by its plants. */
export function troublesAt(batch: Batch, nowMs: number): readonly Trouble[] {
  if (batch.phase === 'put-away' || batch.phase === 'discarded') return [];
  return batch.brews.flatMap((state): Trouble[] => {
    const { brewId, startedAt, measuredVolumeMl, strainedVolumeMl, panWeightG } = state;
    if (startedAt === undefined || [measuredVolumeMl, strainedVolumeMl, panWeightG].some((x) => x !== undefined))
      return [];
    const progress = progressAt(batch, brewId, nowMs);
    if (progress && !isOffPlants(batch.plan, state))
      return progress.dryMs !== undefined && progress.dryMs <= nowMs
        ? [{ brewId, how: 'boiled-dry', sinceMs: progress.dryMs }]
        : [];
    const { lost } = runOfBatch(batch, brewId);
    return lost ? [{ brewId, how: lost.how, sinceMs: Date.parse(startedAt) + lost.atMin * MIN }] : [];
  });
}

/** Minutes of a stage that goes by the clock; a heat and the like last as long as they take. */
const writtenLength = (stage: Stage): number | undefined =>
  'minutes' in stage ? stage.minutes : stage.kind === 'ferment' ? stage.days * 1440 : undefined;

/** The curve of a brew's main stage as it really started, to twice its planned length. */
export const curveOfBatch = (batch: Batch, brewId: string): SteepCurve | undefined =>
  curvesKnown(batch, brewId, () => curveAnew(batch, brewId));
const curvesKnown = remembering<Batch, SteepCurve | undefined>();

function curveAnew(batch: Batch, brewId: string): SteepCurve | undefined {
  const brew = frozenBrew(batch.plan, brewId);
  const main = mainStageOf(brew.way);
  if (!main) return undefined;
  const ended = Object.fromEntries(Object.entries(actualMinutes(batch, brewId)).filter(([id]) => id !== main.id));
  const longer = Math.min(1440, main.minutes * 2);
  const run = runOfBatch(batch, brewId, { minutesOf: ended, way: (made) => withSteep(made, longer) });
  return steepCurve(
    run,
    run.stages.find((s) => s.stageId === main.id)!,
    glassTarget(batch.plan, brewId),
  );
}

/** × of the finished glass if a brew's liquor, before the strain, were this; mixed by the volumes that were planned. */
export const glassOf = (batch: Batch, brewId: string, liquor: Liquid): number =>
  inGlass(liquor, glassTarget(batch.plan, brewId)).strengthX;

/** What one brew of a plan brings to the glass, by the volumes that were planned. */
const glassTarget = (plan: FrozenPlan, brewId: string): CurveTarget =>
  targetsKnown(plan, brewId, () => glassTargetOf(plan, brewId));
const targetsKnown = remembering<FrozenPlan, CurveTarget>();

function glassTargetOf(plan: FrozenPlan, brewId: string): CurveTarget {
  const { target, promised, houseHarshLimit } = plan;
  const jugMl = mixTotalMl(promised.mix);
  // What has no strength is thinned all the same, but by what is not told; it has no curve either.
  const thinning = target.strengthX > 0 && promised.jugX > 0 ? promised.jugX / target.strengthX : 1;
  const parts = brewLines(plan).map((line) => {
    const run = runOfFrozen(plan, frozenBrew(plan, line.brewId));
    const ml = promised.mix[line.lineId] ?? 0;
    const made = volumeMl(run.concentrate);
    return {
      brewId: line.brewId,
      planned: run.pulledAt(run.endMin),
      part: made > 0 ? portionOf(run.concentrate, ml / made) : NO_LIQUID,
    };
  });
  const own = parts.find((p) => p.brewId === brewId)!;
  return {
    planned: own.planned,
    wantedX: target.strengthX,
    part: {
      glass: sweetenedAndThinned(pourTogether(...parts.map((p) => p.part)), target.sugarGPerL, jugMl * thinning),
      part: own.part,
      standard: bookStandard(plan.drink),
      houseHarshLimit,
    },
  };
}

/** What brews bring to a jug, with the sugar that was wished and filled up with water: the rest of a mix hardly tastes. */
function sweetenedAndThinned(brewed: Liquid, wantedSugarGPerL: number, totalMl: number): Liquid {
  const sugarG = Math.max(0, (wantedSugarGPerL * totalMl) / 1000 - (sweetGPerL(brewed) * volumeMl(brewed)) / 1000);
  const sweet = addSweetener(brewed, sugarG, 'white_sugar');
  return pourTogether(sweet, waterOf(Math.max(0, totalMl - volumeMl(sweet))));
}

/** Volume the plan expects from a brew as it really went, all pots, ml. */
export const expectedVolumeMl = (batch: Batch, brewId: string): number =>
  volumeMl(portionOf(runOfBatch(batch, brewId).concentrate, frozenBrew(batch.plan, brewId).pots));

/** Everything of a batch that runs, what is due first before the rest. */
export const progressesAt = (batch: Batch, nowMs: number): readonly Progress[] =>
  batch.plan.brews.flatMap((b) => progressAt(batch, b.brewId, nowMs) ?? []).sort((a, b) => a.leftMin - b.leftMin);
