import { useMemo, type ReactNode } from 'react';
import { useParams } from 'react-router';
import type { Batch, Habit, Steadiness } from '@steepsis/core';
import type { BatchSummary, DrinkView } from '@steepsis/contract';
import { useBatchesById, useBatchSearch, useDrink } from '@/shared/api/queries';
import { useWorkerAnswer } from '@/shared/api/useWorkerAnswer';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { SaidGlass } from '@/shared/verdict/SaidGlass';
import { sentenceOf } from '@/shared/verdict/sentence';
import { openTasteWorker } from './openTasteWorker';
import type { GlassAsked } from './taste.worker';
import { glassOf } from './WhatMoved';

/** So many of the last makings tell how steady a house is: older ones tell of another one. */
const MOST_TOLD = 12;

/** One drink's life: every making on one line, from what was planned to what was said, and how steady the house is in it. */
export function Component(): ReactNode {
  const { drinkId = '' } = useParams();
  const drink = useDrink(drinkId);
  const search = useMemo(() => ({ drinkId }), [drinkId]);
  const batches = useBatchSearch(search);
  if (drink.isPending || batches.isPending) return <Loading what="what was made of it" />;
  if (drink.isError) return <Failed error={drink.error} retry={() => void drink.refetch()} />;
  if (batches.isError) return <Failed error={batches.error} retry={() => void batches.refetch()} />;
  const made = batches.data.batches;
  return (
    <Page
      title={drink.data.drink.name}
      note={made.length === 0 ? 'Not made yet.' : `Made ${f.times(made.length)}, the latest first.`}
      actions={
        <>
          <LinkButton to="/taste">All that was made</LinkButton>
          <LinkButton kind="main" to={`/plan/${drinkId}`}>
            Plan the next one
          </LinkButton>
        </>
      }
    >
      {made.length === 0 ? (
        <Empty>Once it has been made and tasted, each making stands here with what became of it.</Empty>
      ) : (
        <div className="grid items-start gap-3 lg:grid-cols-[1.4fr_1fr]">
          <Makings made={made} view={drink.data} />
          <Steady ids={made.slice(0, MOST_TOLD).map((b) => b.id)} />
        </div>
      )}
    </Page>
  );
}

function Makings({ made, view }: { made: readonly BatchSummary[]; view: DrinkView }): ReactNode {
  return (
    <ul aria-label="Makings" className="divide-y divide-line rounded-lg border border-line bg-surface">
      {made.map((b) => {
        const record = view.tastings.find((t) => t.batchId === b.id);
        return (
          <li key={b.id} className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 px-4 py-2.5">
            <div className="flex min-w-0 flex-1 items-center gap-3">
              <SaidGlass said={b.said} {...(b.colour ? { colour: b.colour } : {})} />
              <div className="min-w-0">
                <h2 className="text-base">{f.day(b.startedAt)}</h2>
                <p>{b.said ? sentenceOf(b.said) : 'Nothing said of it yet.'}</p>
                {b.said?.verdict.note && <p className="text-muted">{b.said.verdict.note}</p>}
                <p className="text-sm text-muted">
                  {f.volume(b.litres * 1000)}, {b.wayName.toLowerCase()}
                  {record && record.strengthX > 0 && (
                    <>
                      , {f.strength(record.plannedX)} planned, {f.strength(record.strengthX)} in the glass
                    </>
                  )}
                </p>
              </div>
            </div>
            <LinkButton kind="quiet" to={`/taste/${b.id}`} aria-label={`All about the one of ${f.day(b.startedAt)}`}>
              All about it
            </LinkButton>
          </li>
        );
      })}
    </ul>
  );
}

const HABIT: Readonly<Record<Habit, { name: string; habit: string }>> = {
  lot: { name: 'What the lots give', habit: 'measure the Brix of a new lot' },
  dose: { name: 'Leaf and water', habit: 'weigh the leaf and the water' },
  time: { name: 'Heat, lid and minutes', habit: 'go by the clock at the stove' },
  yield: { name: 'What comes out', habit: 'measure what came out' },
  mix: { name: 'The mix', habit: 'mix by the figures' },
  ice: { name: 'Ice', habit: 'weigh the ice' },
};

/** How far makings lie apart, by what, and which single habit would tighten it most. */
function Steady({ ids }: { ids: readonly string[] }): ReactNode {
  const { batches } = useBatchesById(ids);
  const all = batches.length === ids.length;
  const question = useMemo(
    (): readonly GlassAsked[] | undefined =>
      all && batches.length > 1 ? [...batches].sort(byStart).map(glassOf) : undefined,
    [all, batches],
  );
  const shown = useWorkerAnswer(
    openTasteWorker,
    question,
    (api, q) => api.steady(q) as Promise<Steadiness | undefined>,
  );
  return (
    <Panel title="How steady it is">
      {ids.length < 2 ? (
        <p className="text-muted">Two makings, and it can be told.</p>
      ) : !shown ? (
        <p role="status">Working out what moves it.</p>
      ) : shown.failed || !shown.answer ? (
        <p className="text-muted">These makings cannot be held against each other.</p>
      ) : (
        <Told steady={shown.answer} />
      )}
    </Panel>
  );
}

const byStart = (a: Batch, b: Batch): number => a.startedAt.localeCompare(b.startedAt);
const percent = (ln: number): string => `±${Math.round(100 * (Math.exp(ln) - 1))} %`;

function Told({ steady: { batches, sdLn, spreads, canTell, takenUp } }: { steady: Steadiness }): ReactNode {
  const [first] = spreads;
  const most = Math.max(...spreads.map((s) => s.sdLn));
  return (
    <>
      <p className="text-lg">
        From one of the last {batches} to another its strength is off by <strong>{percent(sdLn)}</strong>.
      </p>
      {canTell && first ? (
        <p className="mt-1">
          What would tighten it most: <strong className="font-semibold">{HABIT[first.habit].habit}</strong>, from{' '}
          {percent(sdLn)} to {percent(first.allTightenedLn)}.
        </p>
      ) : (
        <p className="mt-1">
          Too little was measured to name one habit: a jug with marks, a scale or a refractometer would tell.
        </p>
      )}
      {takenUp && (
        <p className="mt-1">
          Since you {HABIT[takenUp.habit].habit} ({takenUp.makings} makings) it is off by {percent(takenUp.sinceLn)};
          before that it was {percent(takenUp.beforeLn)}.
        </p>
      )}
      <ul className="mt-3 space-y-1">
        {[...spreads]
          .sort((a, b) => b.sdLn - a.sdLn)
          .map((s) => (
            <li key={s.habit} className="grid grid-cols-[10.5rem_1fr_3.5rem] items-center gap-x-3">
              <span>{HABIT[s.habit].name}</span>
              <span aria-hidden className="h-3 bg-action" style={{ width: `${Math.round((100 * s.sdLn) / most)}%` }} />
              <span className="text-right tabular-nums">{percent(s.sdLn)}</span>
            </li>
          ))}
      </ul>
      <p className="mt-2 text-sm text-muted">
        Few makings tell little: until there are many, the book’s spreads count with them.
      </p>
    </>
  );
}
