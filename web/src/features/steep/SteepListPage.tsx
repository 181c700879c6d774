import type { ReactNode } from 'react';
import { useNow } from '@/shared/api/clock';
import { useAtStove } from '@/shared/api/queries';
import { NextOfDay } from '@/shared/occasion/NextOfDay';
import { FaultCard } from '@/shared/ui/Alone';
import { reasonOf } from '@/shared/ui/reasonOf';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { BatchAlone } from './BatchAlone';
import { BatchTroubles } from './BatchTroubles';
import { Stove } from './Stove';
import { useTold } from './useStove';

/** The stove: every pot that runs, cools or waits for its mix, whatever drink it is for. */
export function Component(): ReactNode {
  const { query, batches, faulty } = useAtStove();
  const now = useNow();
  const told = useTold(now);
  if (query.isPending) return <Loading what="the running pots" />;
  if (query.isError) return <Failed error={query.error} retry={() => void query.refetch()} />;
  const pots = batches.reduce((sum, b) => sum + b.plan.brews.length, 0);
  return (
    <Page
      title="Steep"
      handsFirst={pots > 0}
      note={
        pots === 0
          ? 'Nothing is on the stove or steeping in the fridge.'
          : `${pots === 1 ? 'One pot' : `${pots} pots`} of ${batches.length === 1 ? 'one drink' : `${batches.length} drinks`}.`
      }
      actions={
        <>
          <LinkButton to="/steep/as-usual">Make it as usual</LinkButton>
          <LinkButton to="/plan" kind={pots === 0 ? 'main' : 'plain'}>
            Plan a drink
          </LinkButton>
        </>
      }
    >
      {faulty.length > 0 && (
        <ul className="mb-3 space-y-3">
          {faulty.map((x) => (
            <FaultCard
              key={x.id}
              inList
              of={x.name}
              reason={reasonOf(x.error)}
              ways={<Button onClick={x.retry}>Try again</Button>}
            />
          ))}
        </ul>
      )}
      {batches.map((b) => (
        <BatchAlone key={b.id} batch={b} silent>
          <BatchTroubles batch={b} now={now} />
        </BatchAlone>
      ))}
      <NextOfDay />
      {batches.length === 0 && faulty.length === 0 ? (
        <Empty>
          Plan a drink and start it at the stove; its clock then runs here, also after a reload or on another device. Or
          make one as you always do, weigh it as you go, and have it written down as a recipe.
        </Empty>
      ) : (
        <Stove batches={batches} told={told} now={now} several={batches.length > 1} />
      )}
    </Page>
  );
}
