import type { ReactNode } from 'react';
import { keepingStateAt, type ShelfItem } from '@steepsis/core';
import * as f from '@/shared/format/format';

/** Why a thing is poured away: its last day and how long that is past, or what makes it unfit. */
export function LastDay({ item, why, now }: { item: ShelfItem; why: string; now: number }): ReactNode {
  const state = keepingStateAt(item, now);
  return (
    <p className="mt-1 border-l-4 border-stop bg-stop-wash px-3 py-2">
      {state.kind === 'past' ? <PastDays days={state.days} item={item} /> : why}
    </p>
  );
}

function PastDays({ days, item }: { days: number; item: ShelfItem }): ReactNode {
  // Why it ended; what would have made it keep longer is no matter now.
  const [ended] = item.window.reason.split(';');
  return (
    <>
      <strong>Its last day was {f.day(item.discardAfter)}</strong>
      {days > 0 && `, ${days} ${days === 1 ? 'day' : 'days'} ago`}: {ended}. Pour it away. Germs of this kind are
      neither seen nor smelled.
    </>
  );
}
