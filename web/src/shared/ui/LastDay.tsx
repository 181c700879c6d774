import type { ReactNode } from 'react';
import type { KeepingState } from '@steepsis/core';
import * as f from '@/shared/format/format';

/** What is past its last day: how many days, why, and the one thing that is left to do with it. */
export function LastDay({
  state,
  discardAfter,
  reason,
}: {
  state: Extract<KeepingState, { kind: 'past' }>;
  discardAfter: string;
  reason: string;
}): ReactNode {
  const { days } = state;
  // Why it ended; what would have made it keep longer is no matter now.
  const [why] = reason.split(';');
  return (
    <p className="mt-1 border-l-4 border-stop bg-stop-wash px-3 py-2">
      <strong>Its last day was {f.day(discardAfter)}</strong>
      {days > 0 && `, ${days} ${days === 1 ? 'day' : 'days'} ago`}: {why}. Pour it away. Germs of this kind are neither
      seen nor smelled.
    </p>
  );
}
