import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { progressesAt } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useBatch, useBatches } from '@/shared/api/queries';
import { workedOut } from '@/shared/ui/reasonOf';
import * as f from '@/shared/format/format';

/** In the bar, on every page: the steep that runs, and how long until it wants to be pulled. */
export function RunningClock(): ReactNode {
  const running = useBatches('running');
  const batches = running.data?.batches ?? [];
  const [first] = batches;
  if (!first) return null;
  if (batches.length > 1) return <Pill to="/steep">{batches.length} pots running</Pill>;
  return <OneClock batchId={first.id} />;
}

function OneClock({ batchId }: { batchId: string }): ReactNode {
  const batch = useBatch(batchId);
  const now = useNow();
  // What cannot be worked out says so on its own card; the bar has no room for it.
  const progress = batch.data && workedOut(() => progressesAt(batch.data, now)).value?.[0];
  if (!progress) return null;
  const dry = progress.dryMs !== undefined && progress.dryMs <= now;
  const text = dry
    ? 'Boiled dry'
    : progress.kind === 'heat'
      ? 'Heating'
      : progress.leftMin >= 0
        ? `Pull in ${f.clock(progress.leftMin)}`
        : `Over by ${f.clock(progress.leftMin)}`;
  return <Pill to={`/steep/${batchId}`}>{text}</Pill>;
}

const Pill = ({ to, children }: { to: string; children: ReactNode }): ReactNode => (
  <Link to={to} className="flex min-h-11 items-center whitespace-nowrap border-l-4 border-action pl-2 font-semibold">
    {children}
  </Link>
);
