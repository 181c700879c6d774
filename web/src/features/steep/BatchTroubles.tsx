import { useIsMutating } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { faultInWords, frozenBrew, troublesAt, type Batch, type Trouble } from '@steepsis/core';
import { useSayTo } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { undoLabel } from './undo';

/** What has become of a pot that nothing comes out of, in a line. */
export function troubleWords(trouble: Trouble, now: number): string {
  const ago = (now - trouble.sinceMs) / 60_000;
  return trouble.how === 'boiled-dry'
    ? `By the model it has boiled dry, ${ago < 1 ? 'just now' : `about ${f.duration(ago)} ago`}.`
    : 'By the model its plants hold all that is left of the water: nothing comes out.';
}

/** Above the pots of a batch: what has come to nothing, what does not count, and what can be done about either. */
export function BatchTroubles({ batch, now }: { batch: Batch; now: number }): ReactNode {
  const say = useSayTo();
  const busy = useIsMutating() > 0;
  const troubles = troublesAt(batch, now);
  if (troubles.length === 0 && batch.unworked.length === 0) return null;
  return (
    <section aria-label="What has gone wrong" className="mb-3 space-y-3 border-l-4 border-stop bg-stop-wash px-4 py-3">
      {troubles.map((t) => (
        <div key={t.brewId}>
          <h2 className="text-lg">
            {frozenBrew(batch.plan, t.brewId).name}:{' '}
            {t.how === 'boiled-dry' ? 'take it off the heat' : 'nothing comes out'}
          </h2>
          <p className="mt-1 max-w-prose">
            {troubleWords(t, now)} If there is something in it all the same, say so below: what the pot weighs, the
            water you poured in, that the lid was on, or what came out of it. What you measure goes before the model.
          </p>
          {t.how === 'boiled-dry' && (
            <p className="mt-1 max-w-prose text-sm">
              Let an empty hot pot cool before water goes into it: it spits, and glass and enamel crack.
            </p>
          )}
        </div>
      ))}
      {batch.unworked.map(({ event, why }) => (
        <div key={event.id} className="flex flex-wrap items-center justify-between gap-3">
          <p className="max-w-prose">
            {capital(undoLabel(event.type))} could not be worked out and does not count. {faultInWords(why)}
          </p>
          <Button
            disabled={busy}
            onClick={() => say.mutate({ batchId: batch.id, event: { type: 'undone', eventId: event.id } })}
          >
            Take it back
          </Button>
        </div>
      ))}
      <Refusal error={say.error} />
    </section>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
