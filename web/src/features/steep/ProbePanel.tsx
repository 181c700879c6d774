import { lazy, Suspense, type ReactNode } from 'react';
import { brewState, progressAt, runOfBatch, type Batch, type FrozenBrew, type ProbeState } from '@steepsis/core';
import { useAttach, useInstruments, useReadings } from '@/shared/api/instrumentQueries';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { lastSaid } from './PotReadings';
import type { ChartPoint } from './ProbeChart';

const ProbeChart = lazy(() => import('./ProbeChart'));

const STATE_WORDS: Record<ProbeState, string> = {
  good: 'believed',
  silent: 'nothing comes from it: look at its battery and its cable. The clocks go on by the model',
  stuck: 'it says the same while the pot cannot stay the same. It is not believed',
  jumping: 'it jumps as no pot can. It is not believed: look at its plug',
  'out-of-the-pot': 'it reads the room: it is out of the pot',
  impossible: 'it says what no pot can be. It is not believed',
  doubtful: 'it is too far from what this pot can be. It is not believed: try it in boiling water',
};

/** What instruments read in these pots, against what was predicted. */
export function ProbePanel({ batch, now }: { batch: Batch; now: number }): ReactNode {
  const instruments = useInstruments();
  const attach = useAttach();
  const all = instruments.data?.instruments ?? [];
  const here = all.filter((i) => i.attached?.batchId === batch.id);
  // What is off the stove keeps what was read of it; nothing is put into it any more.
  const free = batch.offStoveAt ? [] : all.filter((i) => !i.attached);
  const readings = useReadings(batch.id, here.length > 0);
  const ofProbes = (readings.data?.series ?? []).filter((s) => s.kind === 'probe');
  if (here.length === 0 && free.length === 0 && ofProbes.length === 0) return null;
  return (
    <Panel
      title="Instruments"
      aside={
        <LinkButton kind="quiet" to="/kitchen/instruments">
          All instruments
        </LinkButton>
      }
    >
      <Refusal error={attach.error} />
      <ul className="divide-y divide-line">
        {here.map((i) => (
          <li key={i.id} className="flex flex-wrap items-center justify-between gap-x-4 py-1.5">
            <span>
              {i.name}: <strong className="font-display text-xl">{lastSaid(i)}</strong>
              {i.state && (
                <span className={`block text-sm ${i.state === 'good' ? 'text-muted' : 'text-stop'}`}>
                  {STATE_WORDS[i.state]}
                </span>
              )}
            </span>
            <Button
              kind="quiet"
              disabled={attach.isPending}
              onClick={() => attach.mutate({ id: i.id, attached: undefined })}
            >
              Take it out
            </Button>
          </li>
        ))}
      </ul>
      {batch.plan.brews.flatMap((brew) =>
        brewState(batch, brew.brewId).startedAt
          ? free.map((i) => (
              <Button
                key={`${brew.brewId}/${i.id}`}
                className="mr-2 mt-2"
                disabled={attach.isPending}
                onClick={() => attach.mutate({ id: i.id, attached: { batchId: batch.id, brewId: brew.brewId } })}
              >
                {i.name} into the {brew.name.toLowerCase()}
              </Button>
            ))
          : [],
      )}
      {batch.plan.brews.map((brew) => {
        const measured = ofProbes.find((s) => s.brewId === brew.brewId);
        if (!measured || !brewState(batch, brew.brewId).startedAt) return null;
        const points = chartPoints(batch, brew, measured.readings, now);
        return (
          <figure key={brew.brewId} className="mt-3">
            <figcaption className="text-sm text-muted">
              {brew.name}: measured and predicted, °C by minutes from its start. {differenceWords(points)}
            </figcaption>
            <Suspense fallback={<p role="status">Drawing the chart.</p>}>
              <ProbeChart points={points} />
            </Suspense>
          </figure>
        );
      })}
    </Panel>
  );
}

/** Measured and predicted at the same minutes: predicted as it was before any thermometer was read. */
function chartPoints(
  batch: Batch,
  { brewId }: FrozenBrew,
  readings: readonly { atMs: number; value: number }[],
  now: number,
): ChartPoint[] {
  const startMs = Date.parse(brewState(batch, brewId).startedAt!);
  const run = runOfBatch(batch, brewId, { unread: true });
  const lastMin = Math.max(
    progressAt(batch, brewId, now) ? run.endMin : 0,
    ...readings.map((r) => (r.atMs - startMs) / 60_000),
  );
  const predicted = Array.from({ length: 61 }, (_, i) => {
    const min = (lastMin * i) / 60;
    return { min, predicted: min <= run.endMin ? run.at(min).tempC : undefined };
  });
  const measured = readings.map((r) => {
    const min = (r.atMs - startMs) / 60_000;
    return { min, measured: r.value, predicted: min >= 0 && min <= run.endMin ? run.at(min).tempC : undefined };
  });
  return [...predicted, ...measured].filter((p) => p.min >= 0).sort((a, b) => a.min - b.min);
}

function differenceWords(points: readonly ChartPoint[]): string {
  const last = [...points].reverse().find((p) => p.measured !== undefined && p.predicted !== undefined);
  if (!last) return '';
  const gap = last.measured! - last.predicted!;
  return Math.abs(gap) < 0.75
    ? 'The pot follows the model.'
    : `Last, the pot was ${Math.abs(gap).toFixed(1)} °C ${gap < 0 ? 'cooler' : 'warmer'} than predicted.`;
}
