import type { ReactNode } from 'react';
import type { Unread } from '@steepsis/contract';
import { FaultCard } from './Alone';

/** Things that the notebook holds and that cannot be read: each says so itself, and the rest of the page goes on. */
export function UnreadList({ unread }: { unread: readonly Unread[] | undefined }): ReactNode {
  if (!unread || unread.length === 0) return null;
  return (
    <ul className="mb-3 space-y-2" aria-label="Cannot be read">
      {unread.map(({ id, name, reason }) => (
        <FaultCard key={id} inList of={name} reason={reason} ways={null} />
      ))}
    </ul>
  );
}
