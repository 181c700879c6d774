import type { ReactNode } from 'react';
import { Navigate } from 'react-router';
import { colourIn, volumeMl } from '@steepsis/core';
import { useBatches } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';
import { MixPlaces } from './MixPlaces';
import { usePourables, type Standing } from './usePourables';

/** What waits for its mix, and what stands in the house to be mixed from; a single brew that waits is opened straight away. */
export function Component(): ReactNode {
  const measured = useBatches('measured');
  if (measured.isPending) return <Loading what="what is to be mixed" />;
  if (measured.isError) return <Failed error={measured.error} retry={() => void measured.refetch()} />;
  const { batches } = measured.data;
  if (batches.length === 1) return <Navigate to={`/mix/${batches[0]!.id}`} replace />;
  return (
    <Page title="Mix">
      <MixPlaces />
      {batches.length > 0 && (
        <ul className="mb-3 grid gap-3 sm:grid-cols-2">
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
      <InTheHouse waiting={batches.length > 0} />
    </Page>
  );
}

/** Everything that could be poured from, side by side and to one scale. */
function InTheHouse({ waiting }: { waiting: boolean }): ReactNode {
  const { standing, pending, error } = usePourables();
  if (pending) return null;
  if (error) return <Failed error={error} />;
  const there = standing.filter((s) => volumeMl(s.liquid) >= 5);
  if (there.length === 0)
    return (
      <>
        {!waiting && (
          <Empty>
            Nothing waits to be mixed, and nothing stands in the house. A brew comes here when it is measured.
          </Empty>
        )}
        <div className="mt-4 flex flex-wrap gap-3">
          <LinkButton to="/steep" kind="main">
            To what is steeping
          </LinkButton>
          <LinkButton to="/plan">Plan a drink</LinkButton>
        </div>
      </>
    );
  return (
    <Panel
      title="What stands in the house"
      aside={
        <LinkButton to="/mix/jug" kind={waiting ? 'plain' : 'main'}>
          A jug of these
        </LinkButton>
      }
    >
      {!waiting && (
        <p className="mb-3 text-muted">
          No brew waits to be mixed. This can be put right, let down or poured together.
        </p>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] items-start gap-x-4 gap-y-6">
        {there.map((s) => (
          <Thing key={JSON.stringify(s.from)} standing={s} />
        ))}
      </ul>
    </Panel>
  );
}

function Thing({ standing }: { standing: Standing }): ReactNode {
  const { from, liquid, name, note, ready } = standing;
  const ml = volumeMl(liquid);
  const drawn: DrawnVessel = {
    kind: ready ? 'jug' : 'pot',
    capacityMl: Math.max(750, Math.ceil((ml * 1.15) / 250) * 250),
    diameterCm: ml > 1500 ? 15 : ml > 700 ? 12 : 10,
  };
  const to =
    from.kind === 'jug' ? `/mix/jug/${from.jugId}` : from.kind === 'shelf' ? `/mix/${from.batchId}` : undefined;
  return (
    <li className="flex flex-col items-start">
      <div className="flex h-32 items-end">
        <VesselDrawing
          vessel={drawn}
          scale={6}
          layers={[{ ml, colour: colourIn(liquid, drawn) }]}
          description={`${f.volume(ml)} of ${name}`}
        />
      </div>
      <h3 className="mt-1 text-base leading-tight">{name}</h3>
      <p className="text-sm text-muted">{note}</p>
      {to && ready && (
        <LinkButton kind="quiet" to={to} aria-label={`Put it right: ${name}`}>
          Put it right
        </LinkButton>
      )}
      {!ready && <p className="text-sm">Not strained yet.</p>}
    </li>
  );
}
