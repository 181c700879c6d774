import type { ReactNode } from 'react';
import { progressesAt, troublesAt, type Batch, type Progress, type Trouble } from '@steepsis/core';
import type { BatchSummary } from '@steepsis/contract';
import { useNow } from '@/shared/api/clock';
import { useBatch } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { FaultCard } from '@/shared/ui/Alone';
import { reasonOf } from '@/shared/ui/reasonOf';
import { Button, LinkButton } from '@/shared/ui/Button';
import { BatchAlone } from './BatchAlone';

/** One running pot in a list: what it is and its clock. */
export function RunningBatch({ summary }: { summary: BatchSummary }): ReactNode {
  const batch = useBatch(summary.id);
  if (batch.isError)
    return (
      <FaultCard
        inList
        of={summary.drinkName}
        reason={reasonOf(batch.error)}
        ways={<Button onClick={() => void batch.refetch()}>Try again</Button>}
      />
    );
  if (!batch.data) return <Line summary={summary} clock={undefined} />;
  return (
    <BatchAlone batch={batch.data} inList>
      <RunningLine summary={summary} batch={batch.data} />
    </BatchAlone>
  );
}

function RunningLine({ summary, batch }: { summary: BatchSummary; batch: Batch }): ReactNode {
  const now = useNow();
  const [trouble] = troublesAt(batch, now);
  const progress = progressesAt(batch, now)[0];
  if (trouble) return <Line summary={summary} clock={troubleClock(trouble)} trouble />;
  return <Line summary={summary} clock={progress && progressClock(progress)} />;
}

const troubleClock = ({ how }: Trouble): string =>
  how === 'boiled-dry' ? 'boiled dry: off the heat' : 'nothing is left in it';

const progressClock = (progress: Progress): string =>
  progress.kind === 'heat'
    ? `heating, ${f.soFar(progress.elapsedMin)}`
    : progress.leftMin >= 0
      ? `pull in ${f.clock(progress.leftMin)}`
      : `over by ${f.clock(progress.leftMin)}`;

function Line({
  summary,
  clock,
  trouble = false,
}: {
  summary: BatchSummary;
  clock: string | undefined;
  trouble?: boolean;
}): ReactNode {
  return (
    <li
      className={`flex flex-wrap items-center justify-between gap-3 border-l-4 bg-surface py-1 pl-4 ${trouble ? 'border-stop' : 'border-action'}`}
    >
      <div>
        <h3 className="text-lg">{summary.drinkName}</h3>
        <p className="text-[0.92rem] text-muted">
          {summary.wayName}, {f.volume(summary.litres * 1000)}, started {f.moment(summary.startedAt)}
        </p>
        {clock && <p className={`mt-1 font-display text-2xl font-bold ${trouble ? 'text-stop' : ''}`}>{clock}</p>}
      </div>
      <LinkButton to={`/steep/${summary.id}`}>To this pot</LinkButton>
    </li>
  );
}
