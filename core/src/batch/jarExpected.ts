import { abvBound, closedPressureBar } from '../ferment/carbonDioxide';
import { fermentPace } from '../ferment/tending';
import { sugarGPerL, volumeMl } from '../liquid/liquid';
import { InputError } from '../quantity/errors';
import { runningStage, runOfBatch, type Batch } from './batch';
import { frozenBrew, vesselOf } from './brewState';
import { LEAST_HEADSPACE } from './tendingOfBatch';

/** A figure of a jar, as far as it can be told without looking: wide, because no two jars work alike. */
export type Span = { low: number; high: number };

/** What a live jar should be doing: days since it was set up, sugar that is left, alcohol at most, bar over the room's were it closed. */
export type JarExpected = {
  day: number;
  ofDays: number;
  startGPerL: number;
  sugarGPerL: Span;
  abv: Span;
  pressureBar: Span;
};

/**
 * Days at 22 °C in which a jar spends about two thirds of its sugar: a lively one and a lazy one. House estimates, for wild and for
 * spoonfuls of starter; a jar that never starts is lazier still, so that what is told is no promise.
 */
const SPENDS_DAYS = { lively: 6, lazy: 40 } as const;

/** @throws InputError for a brew that has no live jar now */
export function jarExpected(batch: Batch, brewId: string, nowMs: number): JarExpected {
  const running = runningStage(batch, brewId);
  const brew = frozenBrew(batch.plan, brewId);
  const stage = brew.way.stages.find((s) => s.id === running?.stageId);
  if (stage?.kind !== 'ferment')
    throw new InputError('jarExpected', 'brewId', 'a brew that works in a jar now', brewId);
  const liquor = runOfBatch(batch, brewId).concentrate;
  const start = sugarGPerL(liquor);
  const tempC = Math.min(40, Math.max(0, batch.plan.kitchen.roomC));
  const day = Math.max(0, (nowMs - Date.parse(running!.startedAt)) / 86_400_000);
  const left = (days: number): number => start * Math.exp(-(day * fermentPace(tempC)) / days);
  const sugar: Span = { low: left(SPENDS_DAYS.lively), high: left(SPENDS_DAYS.lazy) };
  const liquidL = Math.max(0.01, volumeMl(liquor) / 1000);
  const { capacityMl } = vesselOf(batch.plan, brew.vesselId);
  const headspaceL = Math.max(capacityMl / 1000 - liquidL, LEAST_HEADSPACE * liquidL);
  const spent = (x: number): number => Math.max(0, start - x);
  const bar = (x: number): number => closedPressureBar({ sugarConsumedGPerL: spent(x), liquidL, headspaceL, tempC });
  return {
    day,
    ofDays: stage.days ?? 0,
    startGPerL: start,
    sugarGPerL: sugar,
    abv: { low: 0, high: abvBound(spent(sugar.low)) },
    pressureBar: { low: bar(sugar.high), high: bar(sugar.low) },
  };
}
