import { useIsMutating } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import type { Batch } from '@steepsis/core';
import { useSayTo } from '@/shared/api/queries';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { lastUndoable } from './undo';

/** What can be done about any batch, whatever state it is in. */
export default function WaysOn({ batch, page }: { batch: Batch; page: boolean }): ReactNode {
  const say = useSayTo();
  const busy = useIsMutating() > 0;
  const last = lastUndoable(batch);
  return (
    <>
      {last && (
        <Button
          disabled={busy}
          onClick={() => say.mutate({ batchId: batch.id, event: { type: 'undone', eventId: last.id } })}
        >
          Undo: {last.label}
        </Button>
      )}
      {page && <LinkButton to={`/steep/${batch.id}`}>To its page</LinkButton>}
      {batch.phase !== 'discarded' && (
        <ThrowAway say={(event) => say.mutate({ batchId: batch.id, event })} drink={batch.plan.drink.name} />
      )}
      <Refusal error={say.error} />
    </>
  );
}

export function ThrowAway({
  say,
  drink,
}: {
  say: (event: { type: 'discarded'; why: string }) => void;
  drink?: string;
}): ReactNode {
  const [why, setWhy] = useState('');
  return (
    <Ask
      trigger={
        <Button kind="quiet" {...(drink ? { 'aria-label': `Throw it away: ${drink}` } : {})}>
          Throw it away
        </Button>
      }
      title="Throw this batch away?"
      yes="Throw it away"
      onYes={() => say({ type: 'discarded', why: why.trim() || 'no reason given' })}
    >
      <p>It stays in the notebook as thrown away, with the reason.</p>
      <label className="mt-3 block text-sm">
        Why
        <input
          value={why}
          maxLength={300}
          onChange={(e) => setWhy(e.target.value)}
          className="mt-1 block min-h-11 w-full rounded border border-ink/50 bg-surface px-2 text-base"
        />
      </label>
    </Ask>
  );
}
