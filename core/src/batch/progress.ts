import { steepCurve, type SteepCurve } from '../brew/steepCurve';
import { withSteep } from '../drink/drink';
import { tempAt } from '../heat/temperatureHistory';
import { volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { actualMinutes, runningStage, runOfBatch, standardOf, timedStages, type Batch } from './batch';

/** A running batch at a moment: what stage, for how long, how strong it would be if pulled now. */
export type Progress = {
  stageId: string;
  kind: 'heat' | 'hold' | 'steep';
  elapsedMin: number;
  /** how long the stage is planned to take; for a heat this is a prediction */
  plannedMin: number;
  /** negative when it is over its time */
  leftMin: number;
  tempC: number;
  /** × of the finished glass if it were pulled now, and at its planned end */
  strengthX: number;
  plannedX: number;
};

/** @param nowMs the moment, milliseconds since 1970 UTC; undefined result when nothing runs */
export function progressAt(batch: Batch, nowMs: number): Progress | undefined {
  const running = runningStage(batch);
  const stage = timedStages(batch.plan).find((s) => s.id === running?.stageId);
  if (!running || !stage || stage.kind === 'strain') return undefined;
  const elapsedMin = Math.max(0, (nowMs - Date.parse(running.startedAt)) / 60000);
  const ended = actualMinutes(batch);
  const asPlanned = runOfBatch(batch, ended);
  const time = asPlanned.stages.find((s) => s.stageId === stage.id)!;
  const plannedMin = time.endMin - time.startMin;
  // A steep that runs over is followed past its planned end.
  const followed = elapsedMin > plannedMin ? runOfBatch(batch, { ...ended, [stage.id]: elapsedMin }) : asPlanned;
  const now = time.startMin + elapsedMin;
  const perX = standardOf(batch) * thinningOf(batch);
  return {
    stageId: stage.id,
    kind: stage.kind,
    elapsedMin,
    plannedMin,
    leftMin: plannedMin - elapsedMin,
    tempC: tempAt(followed.history, now),
    strengthX: weightedStrength(followed.at(now).liquor) / perX,
    plannedX: weightedStrength(asPlanned.at(asPlanned.endMin).liquor) / perX,
  };
}

/** The steep's curve for this batch as it really started, to twice its planned length. */
export function curveOfBatch(batch: Batch): SteepCurve {
  const { plan } = batch;
  const planned = plan.target.steepMin;
  const longer: Batch = { ...batch, plan: { ...plan, way: withSteep(plan.way, Math.min(1440, planned * 2)) } };
  const ended = actualMinutes(batch);
  const run = runOfBatch(longer, Object.fromEntries(Object.entries(ended).filter(([id]) => id !== 'steep')));
  const start = run.stages.find((s) => s.kind === 'steep')!.startMin;
  return steepCurve(run, start, {
    standard: standardOf(batch),
    thinning: thinningOf(batch),
    sugarGPerL: plan.target.sugarGPerL,
    wantedX: plan.target.strengthX,
    houseHarshLimit: plan.houseHarshLimit,
  });
}

/** How many times the concentrate is thinned on its way into the glass, as planned. */
function thinningOf({ plan }: Batch): number {
  const { mix } = plan.promised;
  const jugMl = mix.concentrateMl + mix.syrupMl + mix.waterMl;
  return (jugMl / mix.concentrateMl) * (plan.promised.jugX / plan.target.strengthX);
}

/** Volume the plan expects from this batch as it really went, ml. */
export const expectedVolumeMl = (batch: Batch): number => volumeMl(runOfBatch(batch).concentrate);
