import { useMemo, type ReactNode } from 'react';
import { useIsMutating } from '@tanstack/react-query';
import { useParams } from 'react-router';
import {
  begunAt,
  findingsAt,
  findingsOfBatch,
  SERVE_HOT_C,
  type Batch,
  type BatchEventBody,
  type Finding,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useSay } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { sweetenerName } from '@/shared/format/names';
import { FaultCard } from '@/shared/ui/Alone';
import { workedOut } from '@/shared/ui/reasonOf';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { BatchAlone, BatchPage, BatchWays } from './BatchAlone';
import { BatchTroubles } from './BatchTroubles';
import { AllDone, LiveJar } from './BrewHands';
import { strainWords } from './callWords';
import { CoolingPanel } from './CoolingPanel';
import { ProbePanel } from './ProbePanel';
import { Stove } from './Stove';
import { lastUndoable } from './undo';
import { useTold } from './useStove';
import { ThrowAway } from './WaysOn';
import { WhatHappened } from './WhatHappened';

export function Component(): ReactNode {
  const { batchId = '' } = useParams();
  return (
    <BatchPage id={batchId} what="the pot" elsewhere={<LinkButton to="/steep">All pots</LinkButton>}>
      {(batch) => <SteepPage batch={batch} />}
    </BatchPage>
  );
}

function SteepPage({ batch }: { batch: Batch }): ReactNode {
  const now = useNow();
  const say = useSay(batch.id);
  const told = useTold(now);
  const undo = lastUndoable(batch);
  // The last thing is only known once what is on its way has arrived.
  const busy = useIsMutating() > 0;
  // By the minute is soon enough for what the rules read; the clocks tick by the second.
  const minute = Math.floor(now / 60_000) * 60_000;
  const judged = useMemo(() => workedOut(() => findingsAtStove(batch, minute)), [batch, minute]);
  const findings = judged.value ?? [];
  const tellQuietly = (event: BatchEventBody & { at?: string }): void =>
    void told.tell(batch, event).catch(() => undefined);
  const open = batch.offStoveAt === undefined;
  const acting = { batch, tell: tellQuietly, pending: told.pending, now };
  return (
    <Page
      title={batch.plan.drink.name}
      handsFirst={batch.offStoveAt === undefined}
      note={`${batch.plan.brews[0].way.shortName}, ${f.volume(batch.plan.target.litres * 1000)}, started ${f.moment(begunAt(batch))}`}
      actions={
        <>
          {undo && (
            <Button
              onClick={() => say.mutate({ type: 'undone', eventId: undo.id })}
              disabled={busy}
              aria-keyshortcuts="u"
            >
              Undo: {undo.label}
            </Button>
          )}
          <LinkButton to="/steep">All pots</LinkButton>
          {batch.phase !== 'discarded' && <ThrowAway batch={batch} say={say.mutate} />}
        </>
      }
    >
      <Refusal error={say.error ?? (open ? null : told.error)} />
      <BatchTroubles batch={batch} now={minute} />
      {findings.some((x) => x.level !== 'note') && (
        <div className="mb-3">
          <Cautions
            findings={findings}
            read={new Set(batch.acknowledged)}
            onRead={(rule) => say.mutate({ type: 'acknowledged', rule })}
          />
        </div>
      )}
      {judged.reason !== undefined && (
        <FaultCard
          of="What the rules say of it"
          reason={judged.reason}
          ways={<BatchWays batch={batch} page={false} />}
        />
      )}
      {open ? (
        <Stove batches={[batch]} told={told} now={now} several={false}>
          {batch.plan.brews.map((brew) => (
            <BatchAlone key={brew.brewId} batch={batch} page={false}>
              <WhatHappened {...acting} brew={brew} />
            </BatchAlone>
          ))}
        </Stove>
      ) : (
        <AllDone batch={batch} />
      )}
      <div className={`mt-3 grid items-start gap-3 ${open ? 'lg:grid-cols-2' : ''}`}>
        <div className="space-y-3 empty:hidden">
          {batch.plan.brews.map((brew) => (
            <BatchAlone key={brew.brewId} batch={batch} silent>
              <LiveJar {...acting} brewId={brew.brewId} />
            </BatchAlone>
          ))}
          <Then batch={batch} />
        </div>
        <div className="space-y-3">
          <BatchAlone batch={batch} page={false}>
            <CoolingPanel {...acting} />
          </BatchAlone>
          <BatchAlone batch={batch} page={false}>
            <ProbePanel batch={batch} now={now} />
          </BatchAlone>
        </div>
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
function Then({ batch }: { batch: Batch }): ReactNode {
  const { promised } = batch.plan;
  const steps: string[] = [];
  const mixed = batch.offStoveAt !== undefined;
  if (!mixed)
    for (const s of promised.syrups.filter((x) => x.volumeMl > 0))
      steps.push(
        `Meanwhile make the ${s.name.toLowerCase()}: ${f.grams(s.sugarG)} ${sweetenerName(s.sweetener)} stirred clear in ${f.grams(s.waterG)} of hot water.`,
      );
  if (batch.phase === 'running') steps.push(`${strainWords(batch.plan.brews[0])}, and measure what came out.`);
  if (!mixed && batch.plan.target.hot) steps.push(`Mix, warm it to ${f.celsius(SERVE_HOT_C)} and pour it hot.`);
  if (!mixed && !batch.plan.target.hot) {
    if (promised.bathMin > 0 && batch.cooledBy.length === 0)
      steps.push(
        `Ice bath, stirring: about ${f.duration(promised.bathMin)} to ${f.celsius(promised.bathToC)}. Leave the lid loose until it is cold.`,
      );
    if (promised.coolingIceG > 0) steps.push(`Put ${f.grams(promised.coolingIceG)} of the mixing water in as ice.`);
    const overIce = batch.plan.brews.some((b) => b.way.stages.some((s) => s.kind === 'onto-ice'));
    steps.push(
      overIce
        ? 'Mix it and pour: it is cold from its ice.'
        : 'Mix, then straight into the fridge: at 5 °C within 4 hours of passing 21 °C.',
    );
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
