import { useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import { jarExpected, liveJarAt, type Batch, type TendingTask } from '@steepsis/core';
import { BatchPage } from '@/features/steep';
import { useNow } from '@/shared/api/clock';
import { useSay, useSayOfThing } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Empty, Page, Refusal } from '@/shared/ui/Page';
import { useThings } from '@/shared/keep/things';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';
import { Jar } from './LiveJars';
import { TASK_WORDS } from './jarWords';
import { MeasurePh } from './ThingForms';
import { titleOf } from './thingWords';

/** A jar that lives: what it should be doing, what was seen of it, what it wants next. */
export function Component(): ReactNode {
  const { batchId = '' } = useParams();
  return (
    <BatchPage id={batchId} what="the jar" elsewhere={<LinkButton to="/keep">The shelf</LinkButton>}>
      {(batch) => <JarPage key={batchId} batch={batch} />}
    </BatchPage>
  );
}

function JarPage({ batch }: { batch: Batch }): ReactNode {
  const now = useNow(30_000);
  const say = useSay(batch.id);
  const jars = batch.plan.brews.flatMap(({ brewId, name }) => {
    const live = liveJarAt(batch, brewId, now);
    return live ? [{ brewId, name, live, expected: jarExpected(batch, brewId, now) }] : [];
  });
  const [first] = jars;
  return (
    <Page
      title={`Jar: ${batch.plan.drink.name}`}
      note={`set up ${f.moment(batch.startedAt)}`}
      actions={
        <>
          <LinkButton to={`/steep/${batch.id}`}>To its clock</LinkButton>
          <a
            className="inline-flex min-h-11 items-center rounded-md border border-ink/35 bg-surface px-4 text-[0.95rem] font-semibold hover:border-ink"
            href={`/api/print/jars/${batch.id}.ics?zone=${encodeURIComponent(Intl.DateTimeFormat().resolvedOptions().timeZone)}`}
          >
            Into your calendar
          </a>
        </>
      }
    >
      <Refusal error={say.error} />
      {!first && (
        <Empty>Nothing of it works in a jar any more. It has been strained, or has not been set up yet.</Empty>
      )}
      {jars.map(({ brewId, live, expected }) => (
        <div
          key={brewId}
          className="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)]"
        >
          <div className="justify-self-center rounded-lg border border-line bg-surface p-4">
            <Jar batch={batch} brewId={brewId} scale={11} />
          </div>
          <Panel title="What it wants">
            <ul className="divide-y divide-line">
              {live.tasks.map((t) => (
                <li key={t.task} className="flex flex-wrap items-center justify-between gap-x-4 py-1">
                  <span className={t.inMin <= 0 ? 'font-semibold' : ''}>
                    {TASK_WORDS[t.task]}
                    <span className="block text-sm font-normal text-muted">
                      {t.inMin <= 0
                        ? t.inMin < -1
                          ? `${f.duration(-t.inMin)} overdue`
                          : 'now'
                        : f.moment(new Date(now + t.inMin * 60_000).toISOString())}
                      , every {f.duration(t.everyMin)} at this warmth
                    </span>
                  </span>
                  <Done brewId={brewId} task={t.task} pending={say.isPending} onDone={(event) => say.mutate(event)} />
                </li>
              ))}
            </ul>
            {live.tasks.some((t) => t.task === 'vent' && t.inMin < -t.everyMin) && (
              <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
                A venting was missed. Stand it in a sink, hold a cloth over the lid, and open it slowly.
              </p>
            )}
            <div className="mt-3 flex flex-wrap items-center gap-3">
              <MeasurePh
                reading={batch.ph}
                onPh={(value, method) => say.mutate({ type: 'measured', what: 'ph', value, method })}
              />
              <Button
                kind="quiet"
                disabled={say.isPending}
                onClick={() => say.mutate({ type: 'tended', brewId, task: 'added' })}
              >
                I added liquid: count anew
              </Button>
              <Mother jarOf={batch} brewId={brewId} />
            </div>
          </Panel>
          <Panel title="What it should be doing">
            <dl className="gap-x-4 gap-y-1 sm:grid sm:grid-cols-[auto_1fr]">
              <dt className="text-muted">Day</dt>
              <dd>
                {Math.floor(expected.day) + 1}
                {expected.ofDays > 0 && ` of about ${Math.ceil(expected.ofDays)}`}
              </dd>
              <dt className="text-muted">Sugar left</dt>
              <dd>
                {f.gPerL(expected.sugarGPerL.low)} to {f.gPerL(expected.sugarGPerL.high)}, of{' '}
                {f.gPerL(expected.startGPerL)}
              </dd>
              <dt className="text-muted">Alcohol</dt>
              <dd>
                up to {expected.abv.high.toFixed(1)} % by now; {live.bounds.abv.toFixed(1)} % if all of it went
              </dd>
              <dt className="text-muted">If it were closed</dt>
              <dd>
                up to {expected.pressureBar.high.toFixed(1)} bar by now; {live.bounds.pressureBar.toFixed(1)} bar if all
                of it went
              </dd>
              <dt className="text-muted">pH</dt>
              <dd>
                {batch.ph ? (
                  <>
                    {batch.ph.ph.toFixed(1)} by {batch.ph.method}
                    {batch.ph.ph <= READY_PH
                      ? ': sour enough to be kept'
                      : `: it is not ready; at ${READY_PH} or below it may be kept`}
                  </>
                ) : (
                  <>not measured: until it reads {READY_PH} or below it is not ready</>
                )}
              </dd>
            </dl>
            <p className="mt-2 text-sm text-muted">
              A jar does as it likes: these are wide, and what you see, smell and taste goes before them. Mould, slime
              or a wrong smell: all of it goes.
            </p>
          </Panel>
          <Seen batch={batch} brewId={brewId} />
        </div>
      ))}
      {first && (
        <p className="mt-3">
          When it is to your taste{batch.ph ? '' : ' and its pH is measured'}: strain it, bottle it, and put it in the
          cold.{' '}
          <LinkButton kind="quiet" to={`/steep/${batch.id}`}>
            Strain it
          </LinkButton>
        </p>
      )}
    </Page>
  );
}

/** Some of a jar that was kept back goes into this one: it is drawn off the shelf, and the jar counts anew. */
function Mother({ jarOf, brewId }: { jarOf: Batch; brewId: string }): ReactNode {
  const { things } = useThings();
  const say = useSay(jarOf.id);
  const sayOf = useSayOfThing();
  const mothers = things.filter((t) => t.item.shape.kind === 'jar' && t.placed.place !== 'pour-away');
  const [key, setKey] = useState<string | undefined>(undefined);
  const [ml, setMl] = useState(100);
  const from = mothers.find((t) => t.key === key) ?? mothers[0];
  if (!from) return null;
  const most = Math.floor(from.item.volumeMl);
  const add = async (): Promise<void> => {
    await sayOf.mutateAsync({
      owner: from.item.owner,
      event: { type: 'poured', vesselId: from.item.vesselId, ml: Math.min(ml, most) },
    });
    await say.mutateAsync({ type: 'tended', brewId, task: 'added' });
  };
  return (
    <p className="basis-full leading-[2.1]">
      {figure('Of the mother', Math.min(ml, most), { unit: 'ml', min: 1, max: most, step: 10, shown: true }, setMl)} of{' '}
      <InlineChoice
        label="Which mother"
        value={from.key}
        choices={mothers.map((t) => ({ value: t.key, label: titleOf(t.item) }))}
        onValue={setKey}
      />{' '}
      goes in.{' '}
      <Button disabled={say.isPending || sayOf.isPending} onClick={() => void add().catch(() => undefined)}>
        It is in
      </Button>
      <span className="block text-sm leading-normal text-muted">
        A mother is a jar that you kept back: fill one from what is on the shelf, and give it a name. What sugar it
        brings is not counted in the figures beside.
      </span>
      <Refusal error={sayOf.error ?? say.error} />
    </p>
  );
}

/** A ferment is kept at this pH or lower, as the rules have it. */
const READY_PH = 4.2;

function Done({
  brewId,
  task,
  pending,
  onDone,
}: {
  brewId: string;
  task: TendingTask;
  pending: boolean;
  onDone: (event: { type: 'tended'; brewId: string; task: TendingTask }) => void;
}): ReactNode {
  return (
    <Button
      disabled={pending}
      aria-label={`Done: ${TASK_WORDS[task]}`}
      onClick={() => onDone({ type: 'tended', brewId, task })}
    >
      Done
    </Button>
  );
}

/** What was done to it and seen of it, the latest first. */
function Seen({ batch, brewId }: { batch: Batch; brewId: string }): ReactNode {
  const undone = new Set(batch.events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  const seen = batch.events
    .filter((e) => !undone.has(e.id))
    .flatMap((e) => {
      if (e.type === 'tended' && e.brewId === brewId)
        return [{ at: e.at, words: e.task === 'added' ? 'liquid went in' : DONE_WORDS[e.task] }];
      if (e.type === 'measured' && e.what === 'ph')
        return [{ at: e.at, words: `pH ${e.value.toFixed(1)} by ${e.method}` }];
      if (e.type === 'observed') return [{ at: e.at, words: 'a sign that something is off' }];
      return [];
    })
    .toReversed();
  return (
    <Panel title="What was done" className="lg:col-span-3">
      {seen.length === 0 ? (
        <Empty>Nothing yet.</Empty>
      ) : (
        <ul className="columns-1 sm:columns-2 lg:columns-3">
          {seen.slice(0, 60).map((s) => (
            <li key={`${s.at}${s.words}`} className="flex flex-wrap gap-x-3 py-0.5">
              <span className="min-w-28 text-muted">{f.moment(s.at)}</span> {s.words}
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}

const DONE_WORDS: Readonly<Record<TendingTask, string>> = {
  shake: 'shaken',
  vent: 'gas let out',
  look: 'looked at and smelled',
  taste: 'tasted',
};
