import type { ReactNode } from 'react';
import { jugToPourAway, keepingStateAt } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useBatches, useShelf } from '@/shared/api/queries';
import { workedOut } from '@/shared/ui/reasonOf';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { SaidGlass } from '@/shared/verdict/SaidGlass';
import { sentenceOf } from '@/shared/verdict/sentence';

/** Batches that can be tasted, the latest first. */
export function Component(): ReactNode {
  const batches = useBatches('put-away');
  const shelf = useShelf();
  const now = useNow(60_000);
  if (batches.isPending) return <Loading what="what can be tasted" />;
  if (batches.isError) return <Failed error={batches.error} retry={() => void batches.refetch()} />;
  const list = batches.data.batches;
  // What is past its last day or unfit is poured away, not tasted; where that cannot be worked out its own page says why.
  const away = new Map(
    (shelf.data?.batches ?? []).map((b) => [b.id, workedOut(() => jugToPourAway(b, now)).value?.item] as const),
  );
  return (
    <Page
      title="Taste"
      actions={<LinkButton to="/taste/tongue">Train your tongue</LinkButton>}
      note={list.length > 0 ? 'Say in a few taps how it was; the next one is planned from that.' : undefined}
    >
      {list.length === 0 ? (
        <Empty>Nothing to taste yet. A batch comes here when it has been mixed or bottled.</Empty>
      ) : (
        <ul className="divide-y divide-line rounded-lg border border-line bg-surface">
          {list.map((b) => (
            <li key={b.id} className="flex flex-wrap items-center justify-between gap-3 px-4 py-2.5">
              <div className="flex min-w-0 flex-1 items-center gap-3">
                <SaidGlass said={b.said} {...(b.colour ? { colour: b.colour } : {})} />
                <div className="min-w-0">
                  <h2 className="text-base">{b.drinkName}</h2>
                  <p>{b.said ? sentenceOf(b.said) : 'Nothing said of it yet.'}</p>
                  <p className="text-sm text-muted">
                    {f.volume(b.litres * 1000)}, {b.wayName.toLowerCase()}, {f.moment(b.startedAt)}
                  </p>
                </div>
              </div>
              {away.get(b.id) ? (
                <LinkButton kind="quiet" to="/keep">
                  {keepingStateAt(away.get(b.id)!, now).kind === 'past' ? 'Past its last day' : 'Not fit any more'}:
                  pour it away
                </LinkButton>
              ) : (
                <LinkButton to={`/taste/${b.id}`} kind={b.tasted ? 'plain' : 'main'}>
                  Taste
                </LinkButton>
              )}
            </li>
          ))}
        </ul>
      )}
    </Page>
  );
}
