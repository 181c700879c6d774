import { useIsMutating } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { Dialog } from 'radix-ui';
import { brewState, vesselOf, waitsForLayOut, type Batch, type Call } from '@steepsis/core';
import { AlarmBar } from '@/features/alarm';
import { useSayTo } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { useAgo } from './Ago';
import { BatchAlone } from './BatchAlone';
import { MeasureForm } from './BrewHands';
import { togetherWith } from './callWords';
import { ByTaste } from './ByTaste';
import { LayOut } from './LayOut';
import { AfterThat, keyOf, NextCard, type AtStove } from './NextCard';
import { Pot } from './Pot';
import { PotReadings } from './PotReadings';
import { lastUndoable } from './undo';
import { doneOf, laterOf, skipOf, useCalls, useOnceIdle, useStoveKeys, type Told } from './useStove';

/**
 * All pots of these batches: the next thing for the hands, what comes after, and each pot against its window.
 */
export function Stove({
  batches,
  told,
  now,
  several,
  children,
}: {
  batches: readonly Batch[];
  told: Told;
  now: number;
  several: boolean;
  children?: ReactNode;
}): ReactNode {
  const calls = useCalls(batches, now);
  const { line, tell } = told;
  // Undoing is no telling: nothing of it is to be said in a line.
  const undoing = useSayTo();
  const busy = useIsMutating() > 0;
  const [picked, setPicked] = useState<string | undefined>(undefined);
  const ago = useAgo();
  const [help, setHelp] = useState(false);
  const next = calls.find((c) => keyOf(c) === picked) ?? calls[0];
  const pots = potsOf(batches);
  const others = next
    ? togetherWith(
        next.call,
        calls.map((c) => c.call),
      )
    : [];
  /** Says the same of a call and of those that are done with it. */
  const tellAll = (at: AtStove, eventOf: (call: Call) => Parameters<typeof tell>[1] | undefined): void => {
    const events = [at.call, ...others].flatMap((c) => eventOf(c) ?? []);
    // All are kept on this device before any is sent. A refusal is shown by the page; nothing else is to be done about it here.
    for (const event of events) void tell(at.batch, event).catch(() => undefined);
  };
  const done = (): void => {
    if (!next || !doneOf(next.call) || told.pending || ago.refused) return;
    // What one tap tells is of one moment, and one tap takes it back.
    const when = ago.at(now);
    const at = others.length > 0 ? { at: new Date(now).toISOString(), ...when } : when;
    ago.reset();
    setPicked(undefined);
    tellAll(next, (call) => {
      const event = doneOf(call);
      return event && { ...event, ...at };
    });
  };
  const later = (): void => {
    if (!next || next.call.ringsMs === undefined || told.pending) return;
    setPicked(undefined);
    tellAll(next, laterOf);
  };
  const skip = (): void => {
    if (!next || !skipOf(next.call) || told.pending) return;
    setPicked(undefined);
    tellAll(next, skipOf);
  };
  const batch = next?.batch ?? batches[0];
  const last = batch && lastUndoable(batch);
  const undoLast = (): void => {
    if (batch && last) undoing.mutate({ batchId: batch.id, event: { type: 'undone', eventId: last.id } });
  };
  const undo = useOnceIdle(busy, undoLast);
  const pick = (n: number): void => {
    const pot = pots[n - 1];
    const call = pot && calls.find((c) => c.call.batchId === pot.batch.id && belongsTo(c, pot.brewId));
    setPicked(call && keyOf(call));
  };
  useStoveKeys({ onDone: done, onLater: later, onSkip: skip, onUndo: undo, onPick: pick, onHelp: () => setHelp(true) });
  const after = (
    <div>
      <AfterThat
        calls={calls.filter((c) => c !== next && !others.includes(c.call))}
        now={now}
        several={several}
        onPick={setPicked}
      />
      <div className="mt-1 flex flex-wrap items-center justify-between gap-x-3">
        {several && last && (
          <Button className="mt-1" onClick={undo} disabled={busy} aria-keyshortcuts="u">
            Undo: {last.label}
          </Button>
        )}
        <Button kind="quiet" className="px-1" onClick={() => setHelp(true)}>
          Keys: D done, L later, U undo, ? all
        </Button>
      </div>
    </div>
  );
  const pottery = (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,14.5rem),1fr))] gap-3" aria-label="Pots">
      {pots.map((pot, i) => (
        <BatchAlone key={`${pot.batch.id}/${pot.brewId}`} batch={pot.batch} page={several} inList>
          <PotCard {...pot} n={i + 1} now={now} several={several} onPick={() => pick(i + 1)} />
        </BatchAlone>
      ))}
    </ul>
  );
  return (
    <>
      <AlarmBar />
      <Refusal error={told.error ?? undoing.error} />
      <div
        className={`grid items-start gap-3 ${pots.length > 1 ? 'lg:grid-cols-[1fr_17rem]' : 'lg:grid-cols-[1fr_22rem]'}`}
      >
        <div className="min-w-0 space-y-3">
          {next && (
            <BatchAlone batch={next.batch} page={several}>
              <Hands at={next} now={now} several={several}>
                <NextCard
                  next={next}
                  others={others}
                  now={now}
                  several={several}
                  pending={told.pending || ago.refused}
                  onDone={done}
                  onLater={later}
                  onSkip={skipOf(next.call) && skip}
                >
                  <ByTaste at={next} told={told} pending={told.pending} />
                  {doneOf(next.call) && ago.field()}
                </NextCard>
              </Hands>
            </BatchAlone>
          )}
          <p role="status" className={line ? 'border-l-4 border-action bg-action-wash px-3 py-2 text-lg' : 'sr-only'}>
            {line ?? ''}
          </p>
          {pots.length > 1 ? pottery : after}
          {children}
        </div>
        {pots.length > 1 ? after : pottery}
      </div>
      <KeySheet open={help} onOpen={setHelp} />
    </>
  );
}

/** What asks for more than a tap has its own form in the card's place. */
function Hands({
  at,
  now,
  several,
  children,
}: {
  at: AtStove;
  now: number;
  several: boolean;
  children: ReactNode;
}): ReactNode {
  const { what } = at.call;
  if (what.kind === 'lay-out') return <LayOut batch={at.batch} now={now} />;
  if (what.kind === 'measure')
    return (
      <MeasureForm
        key={`${at.batch.id}/${what.brewId}`}
        batch={at.batch}
        brewId={what.brewId}
        now={now}
        several={several}
      />
    );
  return children;
}

type PotAt = { batch: Batch; brewId: string };

const potsOf = (batches: readonly Batch[]): PotAt[] =>
  batches.flatMap((batch) => batch.plan.brews.map((b) => ({ batch, brewId: b.brewId })));

const belongsTo = ({ call }: AtStove, brewId: string): boolean =>
  !('brewId' in call.what) || call.what.brewId === brewId;

function PotCard({
  batch,
  brewId,
  n,
  now,
  several,
  onPick,
}: PotAt & { n: number; now: number; several: boolean; onPick: () => void }): ReactNode {
  const brew = batch.plan.brews.find((b) => b.brewId === brewId)!;
  const { name } = vesselOf(batch.plan, brew.vesselId);
  const waits = waitsForLayOut(batch) || !brewState(batch, brewId).startedAt;
  return (
    <li className="flex flex-col rounded-lg border border-line bg-surface p-4">
      <button
        type="button"
        onClick={onPick}
        className="flex min-h-11 items-baseline gap-2 text-left hover:text-action"
        aria-keyshortcuts={String(n)}
      >
        <span aria-hidden className="rounded border border-ink/40 px-1.5 text-sm">
          {n}
        </span>
        <span className="font-display text-lg font-semibold leading-tight">
          {batch.plan.brews.length > 1 ? brew.name : batch.plan.drink.name}
        </span>
      </button>
      <p className="mb-2 text-sm text-muted">
        {brew.pots > 1 ? `${brew.pots} × ` : ''}
        {name}, {f.volume(brew.way.waterMl)} of water, {f.moment(batch.startedAt)}
        {several && (
          <>
            ;{' '}
            <Link
              to={`/steep/${batch.id}`}
              className="inline-block py-1 text-action underline underline-offset-4"
              aria-label={`All about ${batch.plan.drink.name}`}
            >
              all about it
            </Link>
          </>
        )}
      </p>
      {waits ? <p className="text-muted">Not started yet.</p> : <Pot batch={batch} brew={brew} now={now} />}
      <PotReadings batchId={batch.id} brewId={brewId} />
    </li>
  );
}

const KEYS = [
  ['D', 'done: it has happened'],
  ['L', 'later: ring again in a while'],
  ['S', 'leave it out, where that can be'],
  ['U', 'undo the last thing'],
  ['1 to 9', 'the pot with that number'],
  ['?', 'this sheet'],
] as const;

function KeySheet({ open, onOpen }: { open: boolean; onOpen: (open: boolean) => void }): ReactNode {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content className="fixed left-1/2 top-1/2 z-50 w-[min(26rem,92vw)] -translate-x-1/2 -translate-y-1/2 rounded-lg border border-ink/40 bg-surface p-5 shadow-xl">
          <Dialog.Title className="text-xl">Keys at the stove</Dialog.Title>
          <Dialog.Description className="sr-only">Single keys and what they do</Dialog.Description>
          <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-display font-bold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close asChild>
            <Button className="mt-4">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
