import type { ReactNode } from 'react';
import { progressesAt } from '@steepsis/core';
import type { BatchSummary } from '@steepsis/contract';
import { useNow } from '@/shared/api/clock';
import { useBatch } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';

/** One running pot in a list: what it is and its clock. */
export function RunningBatch({ summary }: { summary: BatchSummary }): ReactNode {
  const batch = useBatch(summary.id);
  const now = useNow();
  const progress = batch.data && progressesAt(batch.data, now)[0];
  return (
    <li className="flex flex-wrap items-center justify-between gap-3 border-l-4 border-action bg-surface py-1 pl-4">
      <div>
        <h3 className="text-lg">{summary.drinkName}</h3>
        <p className="text-[0.92rem] text-muted">
          {summary.wayName}, {f.volume(summary.litres * 1000)}, started {f.moment(summary.startedAt)}
        </p>
        {progress && (
          <p className="mt-1 font-display text-2xl font-bold">
            {progress.kind === 'heat'
              ? `heating, ${f.clock(progress.elapsedMin)}`
              : progress.leftMin >= 0
                ? `pull in ${f.clock(progress.leftMin)}`
                : `over by ${f.clock(progress.leftMin)}`}
          </p>
        )}
      </div>
      <LinkButton to={`/steep/${summary.id}`}>To this pot</LinkButton>
    </li>
  );
}
