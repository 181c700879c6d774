import { concentrateOf, jugWantedOf, runOfBatch, standardOf, type Batch } from '../batch/batch';
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
  /** jug that it is enough for at the strength that is wanted, L */
  litres: number;
  /** sugar and other sweeteners stirred into it, g */
  sweetenedG: number;
  /** when its main stage is best ended, min; undefined where no such time is left */
  window: { fromMin: number; toMin: number } | undefined;
  /** when all is done to it, ms; undefined once it is */
  readyMs: number | undefined;
};

/** What a running brew is on its way to at a moment, ms since 1970 UTC: when, how strong, how much. */
export function outlookAt(batch: Batch, brewId: string, nowMs: number): Outlook {
  const concentrate = concentrateOf(batch, brewId);
  const run = runOfBatch(batch, brewId);
  const ml = volumeMl(concentrate);
  const brewX = timesStandard(concentrate, standardOf(batch));
  const { strengthX } = jugWantedOf(batch);
  const progress = progressAt(batch, brewId, nowMs);
  const over = progress && progress.leftMin < 0;
  const liquor = run.at(run.endMin).liquor;
  return {
    glassX: over ? progress.strengthX : glassOf(batch, brewId, liquor),
    volumeMl: ml,
    brewX,
    litres: strengthX > 0 ? (ml * brewX) / strengthX / 1000 : 0,
    sweetenedG: totalOf(run.sweetenedG),
    window: curveOfBatch(batch, brewId)?.window,
    readyMs: readyAtMs(batch, brewId, nowMs),
  };
}
