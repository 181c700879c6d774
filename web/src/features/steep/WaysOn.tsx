import { useIsMutating } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { isUntouched, SWEETENERS, takenFor, type Batch, type Drawn } from '@steepsis/core';
import { useSayTo } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { plantName, sweetenerName } from '@/shared/format/names';
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
        <ThrowAway batch={batch} say={(event) => say.mutate({ batchId: batch.id, event })} named />
      )}
      <Refusal error={say.error} />
    </>
  );
}

export function ThrowAway({
  batch,
  say,
  named = false,
}: {
  batch: Batch;
  say: (event: { type: 'discarded'; why: string; plantsBack?: true }) => void;
  named?: boolean;
}): ReactNode {
  const [why, setWhy] = useState('');
  const [back, setBack] = useState(true);
  const taken = isUntouched(batch) ? takenFor(batch) : [];
  return (
    <Ask
      trigger={
        <Button kind="quiet" {...(named ? { 'aria-label': `Throw it away: ${batch.plan.drink.name}` } : {})}>
          Throw it away
        </Button>
      }
      title="Throw this batch away?"
      yes="Throw it away"
      onYes={() =>
        say({
          type: 'discarded',
          why: why.trim() || 'no reason given',
          ...(back && taken.length > 0 ? { plantsBack: true } : {}),
        })
      }
    >
      <p>It stays in the notebook as thrown away, with the reason.</p>
      {taken.length > 0 && (
        <label className="mt-3 flex min-h-11 items-center gap-3">
          <input type="checkbox" checked={back} onChange={(e) => setBack(e.target.checked)} className="size-5" />
          Nothing was heated yet: {drawnWords(taken)} back into the pantry
        </label>
      )}
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

const thingName = (kind: string): string => (kind in SWEETENERS ? sweetenerName(kind) : plantName(kind).toLowerCase());

const drawnWords = (drawn: readonly Drawn[]): string =>
  [...new Set(drawn.map((d) => d.plant))]
    .map((plant) => {
      const g = drawn.reduce((sum, d) => sum + (d.plant === plant ? d.g : 0), 0);
      return `${f.grams(g)} of ${thingName(plant)}`;
    })
    .join(', ');
