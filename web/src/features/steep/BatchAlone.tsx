import { lazy, Suspense, type ReactNode } from 'react';
import type { Batch } from '@steepsis/core';
import { useBatch } from '@/shared/api/queries';
import { Alone } from '@/shared/ui/Alone';
import { Failed, Loading, Page } from '@/shared/ui/Page';

// Fetched only where something has gone wrong: the first page does without.
const WaysOn = lazy(() => import('./WaysOn'));

/** What can be done about any batch, whatever state it is in. */
export const BatchWays = ({ batch, page = true }: { batch: Batch; page?: boolean }): ReactNode => (
  <Suspense fallback={null}>
    <WaysOn batch={batch} page={page} />
  </Suspense>
);

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

/** A page of one batch: fetched first, and where it cannot be shown, its reason and the ways on are. */
export function BatchPage({
  id,
  what,
  elsewhere,
  children,
}: {
  id: string;
  /** what is being fetched: "the pot" */
  what: string;
  /** where others like it are */
  elsewhere: ReactNode;
  children: (batch: Batch) => ReactNode;
}): ReactNode {
  const query = useBatch(id);
  if (query.isPending) return <Loading what={what} />;
  if (query.isError)
    return <Failed error={query.error} of="this batch" retry={() => void query.refetch()} ways={elsewhere} />;
  const batch = query.data;
  const { name } = batch.plan.drink;
  return (
    <Alone
      of={name}
      at={`${id} ${batch.events.length}`}
      frame={(card) => <Page title={name}>{card}</Page>}
      ways={
        <>
          <BatchWays batch={batch} page={false} />
          {elsewhere}
        </>
      }
    >
      {children(batch)}
    </Alone>
  );
}
