import { useMemo, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import {
  colourIn,
  concentrateOf,
  curveOfBatch,
  expectedVolumeMl,
  likelyRange,
  progressAt,
  vesselOf,
  type Batch,
  type BatchEventBody,
  type Progress,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useBatch, useSay } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { SteepColumn } from './SteepColumn';
import { lastUndoable } from './undo';

export function Component(): ReactNode {
  const { batchId = '' } = useParams();
  const batch = useBatch(batchId);
  if (batch.isPending) return <Loading what="the pot" />;
  if (batch.isError) return <Failed error={batch.error} retry={() => void batch.refetch()} />;
  return <SteepPage batch={batch.data} />;
}

function SteepPage({ batch }: { batch: Batch }): ReactNode {
  const now = useNow();
  const say = useSay(batch.id);
  const progress = progressAt(batch, now);
  const undo = lastUndoable(batch);
  return (
    <Page
      title={batch.plan.drink.name}
      note={`${batch.plan.way.shortName}, ${f.volume(batch.plan.target.litres * 1000)}, started ${f.moment(batch.startedAt)}`}
      actions={
        <>
          {undo && (
            <Button onClick={() => say.mutate({ type: 'undone', eventId: undo.id })} disabled={say.isPending}>
              Undo: {undo.label}
            </Button>
          )}
          {batch.phase !== 'discarded' && <ThrowAway say={say.mutate} />}
        </>
      }
    >
      <Refusal error={say.error} />
      <div className="grid gap-3 lg:grid-cols-[1fr_1.15fr]">
        <Panel title="The pot" aside={vesselOf(batch.plan, batch.plan.vesselId).name}>
          <Pot batch={batch} progress={progress} />
        </Panel>
        <div className="space-y-3">
          <NextForHands batch={batch} progress={progress} say={say.mutate} pending={say.isPending} />
          <Then batch={batch} />
        </div>
      </div>
    </Page>
  );
}

function Pot({ batch, progress }: { batch: Batch; progress: Progress | undefined }): ReactNode {
  // The curve follows the events; the clock moves the level on it.
  const curve = useMemo(() => curveOfBatch(batch), [batch]);
  const steeped = batch.stages.find((s) => s.kind === 'steep');
  const colour = useMemo(() => colourIn(concentrateOf(batch), vesselOf(batch.plan, batch.plan.vesselId)), [batch]);
  const planned = batch.plan.target.steepMin;
  if (progress?.kind === 'heat') {
    return (
      <SteepColumn
        elapsedMin={0}
        plannedMin={planned}
        curve={curve}
        colour={colour}
        main={f.clock(progress.elapsedMin)}
        sub={`heating, about ${f.celsius(progress.tempC)} by the model`}
      />
    );
  }
  if (progress) {
    const late = progress.leftMin < 0;
    return (
      <SteepColumn
        elapsedMin={progress.elapsedMin}
        plannedMin={progress.plannedMin}
        curve={curve}
        colour={colour}
        main={f.clock(progress.leftMin)}
        sub={`${late ? 'over its time' : 'to pull'}, ${f.strength(progress.strengthX)}, about ${f.celsius(progress.tempC)}`}
      />
    );
  }
  const minutes = steeped?.endedAt ? (Date.parse(steeped.endedAt) - Date.parse(steeped.startedAt)) / 60000 : 0;
  return (
    <SteepColumn
      elapsedMin={minutes}
      plannedMin={planned}
      curve={curve}
      colour={colour}
      main={f.duration(minutes)}
      sub="steeped and strained"
    />
  );
}

type Say = (event: BatchEventBody) => void;

function NextForHands({
  batch,
  progress,
  say,
  pending,
}: {
  batch: Batch;
  progress: Progress | undefined;
  say: Say;
  pending: boolean;
}): ReactNode {
  if (batch.phase === 'discarded') return <Panel title="Thrown away">{batch.discardedWhy}</Panel>;
  if (progress?.kind === 'heat') {
    return (
      <Hands
        what="Bring it to the boil, lid on"
        when={`about ${f.duration(Math.max(0, progress.leftMin))} more by the model; tell it when it really boils`}
      >
        <Button
          kind="main"
          className="min-h-14 px-6 text-lg"
          disabled={pending}
          onClick={() => say({ type: 'stage-ended', stageId: progress.stageId })}
        >
          It boils: off the heat
        </Button>
      </Hands>
    );
  }
  if (progress) {
    const late = progress.leftMin < 0;
    return (
      <Hands
        what={late ? 'Pull it now' : `Pull it in ${f.clock(progress.leftMin)}`}
        when={
          late
            ? `${f.clock(progress.leftMin)} over its time; it would make a glass of ${f.strength(progress.strengthX)}`
            : `it would make a glass of ${f.strength(progress.strengthX)} now, ${f.strength(progress.plannedX)} at its time`
        }
      >
        <Button
          kind="main"
          className="min-h-14 px-6 text-lg"
          disabled={pending}
          onClick={() => say({ type: 'stage-ended', stageId: progress.stageId })}
        >
          Pulled: strain it
        </Button>
      </Hands>
    );
  }
  if (batch.phase === 'strained') return <Measure batch={batch} say={say} pending={pending} />;
  if (batch.phase === 'measured') {
    return (
      <Hands what="Mix the jug" when={`${f.volume(batch.measuredVolumeMl!)} came out; the mix is worked out from that`}>
        <LinkButton to={`/mix/${batch.id}`} kind="main" className="min-h-14 px-6 text-lg">
          To the mix
        </LinkButton>
        <LinkButton to={`/mix/${batch.id}`}>Bottle it instead</LinkButton>
      </Hands>
    );
  }
  return (
    <Hands what="This one is put away" when="it stands on the shelf until it is drunk">
      <LinkButton to="/keep" kind="main">
        To the shelf
      </LinkButton>
      <LinkButton to={`/taste/${batch.id}`}>Taste it</LinkButton>
    </Hands>
  );
}

function Hands({ what, when, children }: { what: string; when: string; children: ReactNode }): ReactNode {
  return (
    <section className="rounded-lg border-2 border-ink bg-surface p-5">
      <p className="text-sm text-muted">Next, with your hands</p>
      <h2 className="mt-1 text-[2rem] leading-tight">{what}</h2>
      <p className="mt-1 text-muted">{when}</p>
      <div className="mt-4 flex flex-wrap gap-3">{children}</div>
    </section>
  );
}

function Measure({ batch, say, pending }: { batch: Batch; say: Say; pending: boolean }): ReactNode {
  const expected = expectedVolumeMl(batch);
  const likely = likelyRange(expected, batch.plan.promised.concentrateSigmaLn);
  const [ml, setMl] = useState(Math.round(expected / 10) * 10);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const most = Math.round(batch.plan.way.waterMl * 1.1);
  return (
    <section className="rounded-lg border-2 border-ink bg-surface p-5">
      <p className="text-sm text-muted">Next, with your hands</p>
      <h2 className="mt-1 text-[2rem] leading-tight">Strain through fine cloth, press, and measure</h2>
      <p className="mt-1 text-muted">
        Likely {f.volume(likely.low)} to {f.volume(likely.high)}. What you enter sets the mix.
      </p>
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
          className="text-3xl"
        />
      </p>
      {fault && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-1.5">
          {fault.message}
        </p>
      )}
      <Button
        kind="main"
        className="mt-4 min-h-14 px-6 text-lg"
        disabled={pending || fault !== undefined}
        onClick={() => say({ type: 'measured', what: 'volume', value: ml, method: 'jug' })}
      >
        That is what came out
      </Button>
    </section>
  );
}

/** What comes after, so that nothing is a surprise. */
function Then({ batch }: { batch: Batch }): ReactNode {
  const { promised } = batch.plan;
  const steps: string[] = [];
  if (batch.phase === 'running' && promised.syrup.volumeMl > 0) {
    steps.push(
      `Meanwhile make the syrup: ${f.grams(promised.syrup.sugarG)} sugar stirred clear in ${f.grams(promised.syrup.waterG)} of hot water.`,
    );
  }
  if (batch.phase === 'running') steps.push('Strain through fine cloth, press, measure what came out.');
  if (batch.phase === 'running' || batch.phase === 'strained' || batch.phase === 'measured') {
    if (promised.bathMin > 0)
      steps.push(
        `Ice bath, stirring: about ${f.duration(promised.bathMin)} to ${f.celsius(promised.bathToC)}. Leave the lid loose until it is cold.`,
      );
    if (promised.coolingIceG > 0) steps.push(`Put ${f.grams(promised.coolingIceG)} of the mixing water in as ice.`);
    steps.push('Mix, then straight into the fridge: at 5 °C within 4 hours of passing 21 °C.');
  }
  if (steps.length === 0) return null;
  return (
    <Panel title="Then">
      <ol className="list-decimal space-y-1.5 pl-5">
        {steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
    </Panel>
  );
}

function ThrowAway({ say }: { say: Say }): ReactNode {
  const [why, setWhy] = useState('');
  return (
    <Ask
      trigger={<Button kind="quiet">Throw it away</Button>}
      title="Throw this batch away?"
      yes="Throw it away"
      onYes={() => say({ type: 'discarded', why: why.trim() || 'no reason given' })}
    >
      <p>It stays in the notebook as thrown away, with the reason.</p>
      <label className="mt-3 block text-sm">
        Why
        <input
          value={why}
          maxLength={300}
          onChange={(e) => setWhy(e.target.value)}
          className="mt-1 block min-h-11 w-full rounded border border-ink/50 bg-surface px-2 text-base"
        />
      </label>
    </Ask>
  );
}
