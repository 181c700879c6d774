import type { ReactNode } from 'react';
import { Navigate } from 'react-router';
import { useBatches } from '@/shared/api/queries';
import { LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { RunningBatch } from './RunningBatch';

/** All pots that run; a single one is opened straight away. */
export function Component(): ReactNode {
  const running = useBatches('running');
  if (running.isPending) return <Loading what="the running pots" />;
  if (running.isError) return <Failed error={running.error} retry={() => void running.refetch()} />;
  const { batches } = running.data;
  if (batches.length === 1) return <Navigate to={`/steep/${batches[0]!.id}`} replace />;
  return (
    <Page
      title="Steep"
      note={
        batches.length > 0
          ? `${batches.length} pots are running.`
          : 'Nothing is on the stove or steeping in the fridge.'
      }
    >
      {batches.length === 0 ? (
        <>
          <Empty>
            Plan a drink and start it at the stove; its clock then runs here, also after a reload or on another device.
          </Empty>
          <LinkButton to="/plan" kind="main" className="mt-4">
            Plan a drink
          </LinkButton>
        </>
      ) : (
        <ul className="grid gap-3 sm:grid-cols-2">
          {batches.map((b) => (
            <RunningBatch key={b.id} summary={b} />
          ))}
        </ul>
      )}
    </Page>
  );
}
