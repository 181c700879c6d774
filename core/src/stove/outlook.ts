import { brewLines, concentrateOf, runOfBatch, standardOf, type Batch } from '../batch/batch';
import { frozenBrew } from '../batch/brewState';
import { HANDS } from '../plan/workTime';
import { curveOfBatch, glassOf, progressAt } from '../batch/progress';
import { totalOf, volumeMl } from '../liquid/liquid';
import { timesStandard } from '../liquid/strength';
import { readyAtMs } from './calls';

/** What one brew of a batch is going to come to, as things stand. */
export type Outlook = {
  /** × of the finished glass, mixed by the planned volumes */
  glassX: number;
  volumeMl: number;
  /** × of the brew itself */
  brewX: number;
  /** what it is enough for of the drink as it is planned, L */
  litres: number;
  /** sugar and other sweeteners stirred into it, g */
  sweetenedG: number;
  /** when its main stage is best ended, min; undefined where no such time is left */
  window: { fromMin: number; toMin: number } | undefined;
  /** when it is mixed: all is done to it, strained, bathed and poured, ms; undefined once it is strained */
  readyMs: number | undefined;
};

/** What a running brew is on its way to at a moment, ms since 1970 UTC: when, how strong, how much. */
export function outlookAt(batch: Batch, brewId: string, nowMs: number): Outlook {
  const concentrate = concentrateOf(batch, brewId);
  const run = runOfBatch(batch, brewId);
  const ml = volumeMl(concentrate);
  const brewX = timesStandard(concentrate, standardOf(batch));
  const { litres: plannedL, hot } = batch.plan.target;
  const { mix, bathMin } = batch.plan.promised;
  const brew = frozenBrew(batch.plan, brewId);
  const pouredMl = brewLines(batch.plan).reduce((sum, l) => sum + (l.brewId === brewId ? (mix[l.lineId] ?? 0) : 0), 0);
  // Of a part without a strength its volume counts.
  const [has, wants] = [brewX > 0 ? brewX : 1, brew.promised.strengthX > 0 ? brew.promised.strengthX : 1];
  const ready = readyAtMs(batch, brewId, nowMs);
  const progress = progressAt(batch, brewId, nowMs);
  const over = progress && progress.leftMin < 0;
  const liquor = run.at(run.endMin).liquor;
  return {
    glassX: over ? progress.strengthX : glassOf(batch, brewId, liquor),
    volumeMl: ml,
    brewX,
    litres: pouredMl > 0 ? (plannedL * ml * has) / (pouredMl * wants) : 0,
    sweetenedG: totalOf(run.sweetenedG),
    window: curveOfBatch(batch, brewId)?.window,
    readyMs: ready === undefined ? undefined : ready + (HANDS.strain + HANDS.mix + (hot ? 0 : bathMin)) * 60_000,
  };
}
