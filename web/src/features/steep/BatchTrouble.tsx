import { useIsMutating } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { faultInWords, frozenBrew, troublesAt, type Batch, type Trouble } from '@steepsis/core';
import { useSayTo } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Alone } from '@/shared/ui/Alone';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Page, Refusal } from '@/shared/ui/Page';
import { lastUndoable, undoLabel } from './undo';

/** A batch among others: what of it cannot be worked out is shown in its place, with what can be done. */
export function BatchAlone({
  batch,
  inList,
  silent,
  page = true,
  children,
}: {
  batch: Batch;
  inList?: boolean;
  silent?: boolean;
  /** whether its own page is elsewhere */
  page?: boolean;
  children: ReactNode;
}): ReactNode {
  return (
    <Alone
      of={batch.plan.drink.name}
      at={batch.events.length}
      ways={<BatchWays batch={batch} page={page} />}
      {...(inList ? { inList } : {})}
      {...(silent ? { silent } : {})}
    >
      {children}
    </Alone>
  );
}

/** A page of one batch: where it cannot be shown, its reason and the ways on are. */
export const BatchPage = ({ batch, children }: { batch: Batch; children: ReactNode }): ReactNode => (
  <Alone
    of={batch.plan.drink.name}
    at={batch.events.length}
    frame={(card) => <Page title={batch.plan.drink.name}>{card}</Page>}
    ways={
      <>
        <BatchWays batch={batch} page={false} />
        <LinkButton to="/steep">All pots</LinkButton>
      </>
    }
  >
    {children}
  </Alone>
);

/** What can be done about any batch, whatever state it is in. */
export function BatchWays({ batch, page = true }: { batch: Batch; page?: boolean }): ReactNode {
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
