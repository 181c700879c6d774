import { useMemo, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import { findingsAt, findingsOfBatch, strainedOffAt, vesselOf, type Batch, type Finding } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useBatch, useSay } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { sweetenerName } from '@/shared/format/names';
import { Ask } from '@/shared/ui/Ask';
import { Button } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { AllDone, BrewHands, strainWords, type Say } from './BrewHands';
import { Pot } from './Pot';
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
  const undo = lastUndoable(batch);
  // By the minute is soon enough for what the rules read; the clocks tick by the second.
  const minute = Math.floor(now / 60_000) * 60_000;
  const findings = useMemo(() => findingsAtStove(batch, minute), [batch, minute]);
  const blocked = findings.some((x) => x.level === 'block');
  const act = { say: say.mutate, pending: say.isPending || blocked };
  return (
    <Page
      title={batch.plan.drink.name}
      note={`${batch.plan.brews[0].way.shortName}, ${f.volume(batch.plan.target.litres * 1000)}, started ${f.moment(batch.startedAt)}`}
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
      {findings.some((x) => x.level !== 'note') && (
        <div className="mb-3">
          <Cautions
            findings={findings}
            read={new Set(batch.acknowledged)}
            onRead={(rule) => say.mutate({ type: 'acknowledged', rule })}
          />
        </div>
      )}
      <div className="space-y-3">
        {batch.plan.brews.map((brew) => (
          <div key={brew.brewId} className="grid gap-3 lg:grid-cols-[1fr_1.15fr]">
            <Panel
              title={batch.plan.brews.length === 1 ? 'The pot' : brew.name}
              aside={`${brew.pots > 1 ? `${brew.pots} × ` : ''}${vesselOf(batch.plan, brew.vesselId).name}`}
            >
              <Pot batch={batch} brew={brew} now={now} />
            </Panel>
            <div className="space-y-3">
              <BrewHands batch={batch} brew={brew} now={now} {...act} />
              {brew.brewId === batch.plan.brews[0].brewId && (
                <Then batch={batch} say={say.mutate} pending={say.isPending} />
              )}
            </div>
          </div>
        ))}
        {batch.plan.brews.length > 1 && <AllDone batch={batch} />}
      </div>
    </Page>
  );
}

/** What the rules say at the stove, without the warnings that were read at the plan or here. */
const findingsAtStove = (batch: Batch, nowMs: number): readonly Finding[] =>
  batch.phase === 'put-away'
    ? []
    : findingsAt(findingsOfBatch(batch, nowMs), 'stove').filter(
        (x) => x.level !== 'warn' || !batch.acknowledged.includes(x.id),
      );

/** What comes after, so that nothing is a surprise. */
function Then({ batch, say, pending }: { batch: Batch; say: Say; pending: boolean }): ReactNode {
  const { promised } = batch.plan;
  const steps: string[] = [];
  if (batch.phase === 'running') {
    for (const s of promised.syrups.filter((x) => x.volumeMl > 0))
      steps.push(
        `Meanwhile make the ${s.name.toLowerCase()}: ${f.grams(s.sugarG)} ${sweetenerName(s.sweetener)} stirred clear in ${f.grams(s.waterG)} of hot water.`,
      );
    steps.push(`${strainWords(batch.plan.brews[0])}, and measure what came out.`);
  }
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
      {strainedOffAt(batch) && batch.phase !== 'put-away' && <TempReading batch={batch} say={say} pending={pending} />}
    </Panel>
  );
}

/** A thermometer in what cools: its readings say whether both legs are kept. */
function TempReading({ batch, say, pending }: { batch: Batch; say: Say; pending: boolean }): ReactNode {
  const last = batch.temps.at(-1);
  const [tempC, setTempC] = useState(last ? Math.round(last.tempC) : 60);
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  return (
    <div className="mt-3 border-t border-line pt-3">
      <p className="flex flex-wrap items-center gap-2">
        It is now{' '}
        <InlineNumber
          label="Temperature"
          value={tempC}
          range={{ unit: '°C', min: 0, max: 105 }}
          step={1}
          unit="°C"
          onValue={setTempC}
          onFault={setFault}
        />
        <Button
          disabled={pending || fault !== undefined}
          onClick={() => say({ type: 'measured', what: 'temp', value: tempC, method: 'thermometer' })}
        >
          Note the temperature
        </Button>
      </p>
      {fault && (
        <p role="alert" className="mt-1 text-sm text-stop">
          {fault.message}
        </p>
      )}
      {last && (
        <p className="mt-1 text-sm text-muted">
          {f.celsius(last.tempC)} noted {f.moment(last.at)}
        </p>
      )}
    </div>
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
