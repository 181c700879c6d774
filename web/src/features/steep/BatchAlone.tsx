import { lazy, Suspense, type ReactNode } from 'react';
import type { Batch } from '@steepsis/core';
import { Alone } from '@/shared/ui/Alone';
import { LinkButton } from '@/shared/ui/Button';
import { Page } from '@/shared/ui/Page';

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
