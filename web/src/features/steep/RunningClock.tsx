import { format as formatDate } from 'date-fns';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useNow } from '@/shared/api/clock';
import { useAtStove } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { useCalls } from './useStove';

/** In the head of a phone, on every page: how many pots there are, and when the first of them wants hands. */
export function RunningClock(): ReactNode {
  const { batches } = useAtStove();
  const now = useNow();
  const [first] = useCalls(batches, now);
  if (!first) return null;
  const inMin = (first.call.dueMs - now) / 60_000;
  const when = inMin <= 0 ? 'now' : inMin < 60 ? f.clock(inMin) : `at ${formatDate(first.call.dueMs, 'H:mm')}`;
  return (
    <Link
      to={batches.length === 1 ? `/steep/${first.batch.id}` : '/steep'}
      className="flex min-h-11 items-center whitespace-nowrap pl-2 font-semibold"
    >
      {batches.length === 1 ? '1 pot' : `${batches.length} pots`}: {when}
    </Link>
  );
}
