import { useState, type ReactNode } from 'react';
import {
  afterStraining,
  expectedVolumeMl,
  frozenBrew,
  likelyRange,
  liveJarAt,
  mostThatCanComeOutMl,
  outlookAt,
  type Batch,
  type BatchEventBody,
} from '@steepsis/core';
import { useSayTo } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { strainWords, TASK_WORDS } from './callWords';

/** When everything has been put away, or thrown. */
export function AllDone({ batch }: { batch: Batch }): ReactNode {
  if (batch.phase === 'discarded') return <Panel title="Thrown away">{batch.discardedWhy}</Panel>;
  if (batch.phase !== 'put-away') return null;
  return (
    <section className="rounded-lg border-2 border-ink bg-surface p-5">
      <h2 className="text-[2rem] leading-tight">This one is put away</h2>
      <p className="mt-1 text-muted">it stands on the shelf until it is drunk</p>
      <div className="mt-4 flex flex-wrap gap-3">
        <LinkButton to="/keep" kind="main">
          To the shelf
        </LinkButton>
        <LinkButton to={`/taste/${batch.id}`}>Taste it</LinkButton>
      </div>
    </section>
  );
}

/** What a live jar may come to if all its sugar goes, and how often it wants its hands. */
export function LiveJar({
  batch,
  brewId,
  now,
  tell,
  pending,
}: {
  batch: Batch;
  brewId: string;
  now: number;
  tell: (e: BatchEventBody) => void;
  pending: boolean;
}): ReactNode {
  const jar = liveJarAt(batch, brewId, now);
  if (!jar) return null;
  return (
    <Panel title="The live jar">
      <ul className="divide-y divide-line">
        {jar.tasks.map(({ task, inMin, everyMin }) => (
          <li key={task} className="flex flex-wrap items-center justify-between gap-3 py-1.5">
            <span>
              {TASK_WORDS[task][0]}{' '}
              <strong className={inMin < 0 ? 'text-stop' : ''}>
                {inMin < 0 ? `now, ${f.duration(-inMin)} late` : `in ${f.duration(inMin)}`}
              </strong>
              <span className="block text-sm text-muted">every {f.duration(everyMin)} at this warmth</span>
            </span>
            <Button disabled={pending} onClick={() => tell({ type: 'tended', brewId, task })}>
              {TASK_WORDS[task][1]}
            </Button>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-muted">
        If all its sugar went: at most {jar.bounds.abv.toFixed(1)} % alcohol, and up to{' '}
        {jar.bounds.pressureBar.toFixed(0)} bar if it were closed. Bounds, not a forecast.
      </p>
      <Button kind="quiet" disabled={pending} onClick={() => tell({ type: 'tended', brewId, task: 'added' })}>
        I added liquid: count anew
      </Button>
    </Panel>
  );
}

/** What came out of a brew, in the place of the next thing for the hands. */
export function MeasureForm({
  batch,
  brewId,
  now,
  several,
}: {
  batch: Batch;
  brewId: string;
  now: number;
  several: boolean;
}): ReactNode {
  const brew = frozenBrew(batch.plan, brewId);
  const expected = expectedVolumeMl(batch, brewId);
  const likely = likelyRange(expected, brew.promised.sigmaLn);
  const [ml, setMl] = useState(Math.round(expected / 10) * 10);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const say = useSayTo();
  const most = Math.round(mostThatCanComeOutMl(batch, brewId));
  const { litres } = outlookAt(batch, brewId, now);
  // What was sweetened or boiled down has been strained long since.
  const strained = afterStraining(brew.way).length > 0;
  return (
    <section className="rounded-lg border-2 border-ink bg-surface p-5">
      <p className="text-sm text-muted">
        Next, with your hands
        {(several || batch.plan.brews.length > 1) && `: ${several ? batch.plan.drink.name : brew.name}`}
      </p>
      <h2 className="mt-1 text-[2.25rem] leading-tight">
        {strained ? 'Measure it' : `${strainWords(brew)}, and measure`}
      </h2>
      <p className="mt-1 text-lg text-muted">
        Likely {f.volumeRange(likely.low, likely.high)}, enough for {f.volume(litres * 1000)} of it. What you enter sets
        the mix.
      </p>
      <Refusal error={say.error} />
      <p className="mt-4 text-xl">
        It came to{' '}
        <InlineNumber
          label="Measured volume"
          value={ml}
          range={{ unit: 'ml', min: 50, max: most }}
          step={10}
          unit="ml"
          onValue={setMl}
          onFault={setFault}
          className="text-[3rem] font-bold"
        />
      </p>
      {fault && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-1.5">
          {fault.message}
        </p>
      )}
      <Button
        kind="main"
        className="mt-4 min-h-16 px-8 text-xl"
        disabled={say.isPending || fault !== undefined}
        onClick={() =>
          say.mutate({
            batchId: batch.id,
            event: { type: 'measured', what: 'volume', brewId, value: ml, method: 'jug' },
          })
        }
      >
        That is what came out
      </Button>
    </section>
  );
}
