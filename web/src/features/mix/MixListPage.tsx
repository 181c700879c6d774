import type { ReactNode } from 'react';
import { Navigate } from 'react-router';
import { useBatches } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { MixPlaces } from './MixPlaces';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';

/** Batches that are measured and wait for their mix; a single one is opened straight away. */
export function Component(): ReactNode {
  const measured = useBatches('measured');
  if (measured.isPending) return <Loading what="what is to be mixed" />;
  if (measured.isError) return <Failed error={measured.error} retry={() => void measured.refetch()} />;
  const { batches } = measured.data;
  if (batches.length === 1) return <Navigate to={`/mix/${batches[0]!.id}`} replace />;
  return (
    <Page title="Mix">
      <MixPlaces />
      {batches.length === 0 ? (
        <>
          <Empty>Nothing waits to be mixed. A brew comes here when it has been strained and measured.</Empty>
          <div className="mt-4 flex gap-3">
            <LinkButton to="/steep" kind="main">
              To what is steeping
            </LinkButton>
            <LinkButton to="/plan">Plan a drink</LinkButton>
          </div>
        </>
      ) : (
        <ul className="grid gap-3 sm:grid-cols-2">
          {batches.map((b) => (
            <li
              key={b.id}
              className="flex items-center justify-between gap-3 rounded-lg border border-line bg-surface p-4"
            >
              <div>
                <h2 className="text-lg">{b.drinkName}</h2>
                <p className="text-sm text-muted">started {f.moment(b.startedAt)}</p>
              </div>
              <LinkButton to={`/mix/${b.id}`}>Mix it</LinkButton>
            </li>
          ))}
        </ul>
      )}
    </Page>
  );
}
