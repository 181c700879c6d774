import { useMemo, type ReactNode } from 'react';
import {
  brewState,
  colourIn,
  concentrateOf,
  curveOfBatch,
  mainStageOf,
  progressAt,
  troublesAt,
  vesselOf,
  type Batch,
  type FrozenBrew,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { stageWords } from '@/shared/format/names';
import { troubleWords } from './BatchTroubles';
import { SteepColumn } from './SteepColumn';

/** One brew's pot: its column against the window while its main stage runs, its clock otherwise. */
export function Pot({ batch, brew, now }: { batch: Batch; brew: FrozenBrew; now: number }): ReactNode {
  const { brewId, way } = brew;
  // The curve follows the events; the clock moves the level on it.
  const curve = useMemo(() => curveOfBatch(batch, brewId), [batch, brewId]);
  const colour = useMemo(
    () => colourIn(concentrateOf(batch, brewId), vesselOf(batch.plan, brew.vesselId)),
    [batch, brew, brewId],
  );
  const progress = progressAt(batch, brewId, now);
  const trouble = troublesAt(batch, now).find((t) => t.brewId === brewId);
  const main = mainStageOf(way);
  const state = brewState(batch, brewId);
  if (!state.startedAt) return <p className="text-muted">Not started yet.</p>;
  if (trouble)
    return (
      <div className="border-l-4 border-stop bg-stop-wash px-3 py-2">
        <p className="font-display text-3xl font-bold">
          {trouble.how === 'boiled-dry' ? 'Boiled dry' : 'Nothing left'}
        </p>
        <p className="mt-1">{troubleWords(trouble, now)}</p>
      </div>
    );
  if (!curve || !main)
    return <p className="font-display text-4xl font-bold">{progress ? f.soFar(progress.elapsedMin) : 'done'}</p>;
  const done = state.stages.find((s) => s.stageId === main.id);
  if (progress?.stageId === main.id) {
    const late = progress.leftMin < 0;
    return (
      <SteepColumn
        elapsedMin={progress.elapsedMin}
        plannedMin={progress.plannedMin}
        curve={curve}
        colour={colour}
        main={f.clock(progress.leftMin)}
        sub={`${late ? 'over its time' : 'to pull'}, ${f.strength(progress.strengthX)}, about ${f.celsius(progress.tempC)}`}
      />
    );
  }
  if (progress) {
    const stage = way.stages.find((s) => s.id === progress.stageId)!;
    return (
      <SteepColumn
        elapsedMin={done?.endedAt ? minutesOf(done) : 0}
        plannedMin={main.minutes}
        curve={curve}
        colour={colour}
        main={f.duration(progress.elapsedMin)}
        sub={`so far, ${stage.kind === 'heat' ? 'heating' : stageWords(stage, way)}, about ${f.celsius(progress.tempC)} by the model`}
      />
    );
  }
  return (
    <SteepColumn
      elapsedMin={done ? minutesOf(done) : 0}
      plannedMin={main.minutes}
      curve={curve}
      colour={colour}
      main={f.duration(done ? minutesOf(done) : 0)}
      sub={`${main.kind === 'hold' ? 'simmered' : 'steeped'} and strained`}
    />
  );
}

const minutesOf = ({ startedAt, endedAt }: { startedAt: string; endedAt: string | undefined }): number =>
  endedAt ? (Date.parse(endedAt) - Date.parse(startedAt)) / 60000 : 0;
