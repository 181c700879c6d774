import { lazy, Suspense, type ReactNode } from 'react';
import type { BatchSummary, DrinkSummary } from '@steepsis/contract';
import { useBatches, useDrinks } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { sentenceOf } from '@/shared/verdict/sentence';
import { LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { RunningBatch } from '@/features/steep';
import { NextOfDay } from '@/shared/occasion/NextOfDay';
import { ComingOccasion } from '@/shared/occasion/ComingOccasion';

/** So long after a page is shown nothing of it is being fetched any more, ms. */
const SETTLED_MS = 400;

/** When the page that is shown is done with. */
const idle = (): Promise<unknown> =>
  new Promise((go) => {
    setTimeout(
      () => (typeof requestIdleCallback === 'function' ? requestIdleCallback(go, { timeout: 1500 }) : go(undefined)),
      SETTLED_MS,
    );
  });

// What stands is judged by the rule book, which is as large as the first page: it comes when that is there.
const Today = lazy(() =>
  idle()
    .then(() => import('@/features/keep'))
    .then((m) => ({ default: m.Today })),
);

/** What wants hands now, what is running, what to use up, what is next. */
export function Component(): ReactNode {
  const all = useBatches();
  if (all.isPending) return <Loading what="the bench" />;
  if (all.isError) return <Failed error={all.error} retry={() => void all.refetch()} />;
  const of = (phase: BatchSummary['phase']): BatchSummary[] => all.data.batches.filter((b) => b.phase === phase);
  const waiting = [...of('strained'), ...of('measured')];
  return (
    <Page
      title="Bench"
      actions={
        <>
          <LinkButton to="/plan/occasion">Occasions</LinkButton>
          <LinkButton to="/plan" kind="main">
            Plan a drink
          </LinkButton>
        </>
      }
    >
      <NextOfDay />
      <ComingOccasion />
      <div className="grid gap-3 lg:grid-cols-2">
        <div className="space-y-3">
          {waiting.length > 0 && <Waiting batches={waiting} />}
          <Panel title="Running">
            {of('running').length === 0 ? (
              <Empty>Nothing is on the stove or steeping in the fridge.</Empty>
            ) : (
              <ul className="space-y-3">
                {of('running').map((b) => (
                  <RunningBatch key={b.id} summary={b} />
                ))}
              </ul>
            )}
          </Panel>
          <Next />
        </div>
        <div className="space-y-3">
          <Suspense fallback={<Panel title="Use up first">Looking at the shelf.</Panel>}>
            <Today />
          </Suspense>
          <Lately
            batches={all.data.batches.filter((b) => b.phase === 'put-away' || b.phase === 'discarded').slice(0, 6)}
          />
        </div>
      </div>
    </Page>
  );
}

function Waiting({ batches }: { batches: readonly BatchSummary[] }): ReactNode {
  return (
    <section className="rounded-lg border-2 border-ink bg-surface p-5">
      <h2 className="mb-2 text-lg">Wants hands now</h2>
      <ul className="space-y-2">
        {batches.map((b) => (
          <li key={b.id} className="flex flex-wrap items-center justify-between gap-3">
            <span>
              <strong className="font-semibold">{b.drinkName}</strong>:{' '}
              {b.phase === 'strained' ? 'measure what came out' : 'mix it'}
            </span>
            <LinkButton kind="main" to={b.phase === 'strained' ? `/steep/${b.id}` : `/mix/${b.id}`}>
              {b.phase === 'strained' ? 'Measure' : 'Mix'}
            </LinkButton>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Most made first: what the house drinks is what it makes next. */
const byHabit = (drinks: readonly DrinkSummary[]): readonly DrinkSummary[] =>
  drinks
    .filter((d) => !d.archived && !d.drink.draft)
    .sort(
      (a, b) =>
        b.batches - a.batches || (b.lastMadeAt ?? '').localeCompare(a.lastMadeAt ?? '') || a.name.localeCompare(b.name),
    );
const SHOWN = 8;

function Next(): ReactNode {
  const drinks = useDrinks();
  const ranked = byHabit(drinks.data?.drinks ?? []);
  return (
    <Panel title="Next">
      <ul className="space-y-2">
        {ranked.slice(0, SHOWN).map((d) => (
          <li key={d.id} className="flex items-center justify-between gap-3">
            <span className="min-w-0">
              {d.name}
              <span className="block text-sm text-muted">
                {d.batches === 0 ? 'not made yet' : `made ${f.times(d.batches)}`}
              </span>
            </span>
            <LinkButton className="shrink-0" to={`/plan/${d.id}`} aria-label={`Plan it: ${d.name}`}>
              Plan it
            </LinkButton>
          </li>
        ))}
      </ul>
      {ranked.length > SHOWN && (
        <LinkButton kind="quiet" className="mt-2" to="/drinks">
          All {ranked.length} drinks
        </LinkButton>
      )}
    </Panel>
  );
}

function Lately({ batches }: { batches: readonly BatchSummary[] }): ReactNode {
  return (
    <Panel title="Lately">
      {batches.length === 0 ? (
        <Empty>No batch is finished yet.</Empty>
      ) : (
        <ul className="divide-y divide-line">
          {batches.map((b) => (
            <li key={b.id} className="flex flex-wrap items-center justify-between gap-x-4 py-1.5">
              <span className="min-w-0 flex-1">
                {b.drinkName}, {f.volume(b.litres * 1000)}
                <span className="block text-sm text-muted">
                  {f.moment(b.startedAt)}
                  {b.said && `: ${sentenceOf(b.said)}`}
                </span>
              </span>
              {b.phase === 'discarded' ? (
                <span className="text-sm text-muted">thrown away</span>
              ) : (
                <LinkButton kind="quiet" to={`/taste/${b.id}`}>
                  Tastings
                </LinkButton>
              )}
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}
