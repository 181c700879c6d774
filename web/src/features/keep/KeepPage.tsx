import { useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import {
  howToDrink,
  actionsOf,
  JUG,
  SHELF_PLACES,
  type ShelfAction,
  type ShelfOwner,
  type ShelfPlace,
} from '@steepsis/core';
import { ProblemError } from '@/shared/api/client';
import { useAtStove, useSayOfThing, type ShelfSay } from '@/shared/api/queries';
import { BatchWays } from '@/features/steep';
import * as f from '@/shared/format/format';
import { thingBy, useThings, type Thing } from '@/shared/keep/things';
import { FaultCard } from '@/shared/ui/Alone';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { LiveJars } from './LiveJars';
import { RunsOut } from './RunsOut';
import { ThingDialog } from './ThingDialog';
import { DaysEdge, ThingVessel } from './ThingVessel';
import { actionWords, glassOf, PLACE_WORDS, titleOf, untilWords } from './thingWords';
import { Unlabelled } from './Unlabelled';

/** What was taken back already is what was wanted. */
const unlessUndone = (error: unknown): void => {
  if (!(error instanceof ProblemError && error.problem.type === 'already-undone')) throw error;
};

/** What was done a moment ago, and the way back. */
type Done = { words: string; back: readonly { owner: ShelfOwner; eventId: string }[] };

/** The shelf by what is to be done with what stands on it. */
export function Component(): ReactNode {
  const { things, faulty, pending, error, retry, now } = useThings();
  const stove = useAtStove();
  const [params, setParams] = useSearchParams();
  const sayOf = useSayOfThing();
  const [done, setDone] = useState<Done | undefined>(undefined);
  const [several, setSeveral] = useState<ReadonlySet<string> | undefined>(undefined);
  if (pending) return <Loading what="the shelf" />;
  if (error && things.length === 0) return <Failed error={error} retry={retry} />;
  const open = thingBy(things, params.get('thing'));
  const show = (key: string | undefined): void => setParams(key ? { thing: key } : {}, { replace: true });

  const sayAll = async (which: readonly Thing[], event: (t: Thing) => ShelfSay, words: string): Promise<void> => {
    const back: { owner: ShelfOwner; eventId: string }[] = [];
    try {
      for (const t of which) {
        const { owner, eventId } = await sayOf.mutateAsync({ owner: t.item.owner, event: event(t) });
        if (eventId) back.unshift({ owner, eventId });
      }
    } catch {
      // Why not is shown; what went before it stands and can be taken back.
    }
    const [first] = which;
    const named = which.length === 1 ? titleOf(first!.item) : `${which.length} things`;
    if (back.length > 0) setDone({ words: `${named} ${words}.`, back });
  };
  const say = (thing: Thing, event: ShelfSay, words: string): void => {
    if (event.type === 'poured-away' || event.type === 'filled') show(undefined);
    void sayAll([thing], () => event, words);
  };
  const count = things.length + faulty.length;
  const chosen = things.filter((t) => several?.has(t.key));
  const places = SHELF_PLACES.filter((p) => things.some((t) => t.placed.place === p));
  return (
    <Page
      title="Keep"
      actions={
        things.length > 1 ? (
          <Button
            aria-pressed={several !== undefined}
            onClick={() => setSeveral((s) => (s === undefined ? new Set() : undefined))}
          >
            {several === undefined ? 'Several at once' : 'One at a time'}
          </Button>
        ) : undefined
      }
    >
      <RunsOut />
      <Refusal error={sayOf.error ?? (things.length > 0 ? error : null)} />
      {done && (
        <p
          role="status"
          className="mb-3 flex flex-wrap items-center gap-3 rounded-md border border-line bg-surface px-3 py-1"
        >
          <span>{done.words}</span>
          <Button
            kind="quiet"
            disabled={sayOf.isPending}
            onClick={() =>
              void (async () => {
                for (const { owner, eventId } of done.back) {
                  await sayOf.mutateAsync({ owner, event: { type: 'undone', eventId } }).catch(unlessUndone);
                  // What is back is not asked for again where another one fails.
                  setDone((d) => d && { ...d, back: d.back.filter((b) => b.eventId !== eventId) });
                }
                setDone(undefined);
              })().catch(() => undefined)
            }
          >
            Undo
          </Button>
        </p>
      )}
      {count === 0 && stove.batches.length === 0 && (
        <>
          <Empty>
            The shelf is empty. What you mix or bottle comes here with its strength, how to dilute it, and until when it
            keeps.
          </Empty>
          <LinkButton to="/plan" kind="main" className="mt-4">
            Plan a drink
          </LinkButton>
        </>
      )}
      <div className="grid gap-x-6 gap-y-4 xl:grid-cols-[minmax(0,1fr)_17rem]">
        <div className="min-w-0">
          <div className="flex flex-wrap gap-y-5">
            {places.map((place) => (
              <PlaceOnShelf
                key={place}
                place={place}
                things={things.filter((t) => t.placed.place === place)}
                now={now}
                several={several}
                pending={sayOf.isPending}
                onOpen={show}
                onChoose={(key) =>
                  setSeveral((s) => {
                    const next = new Set(s);
                    if (!next.delete(key)) next.add(key);
                    return next;
                  })
                }
                onSay={say}
              />
            ))}
            <LiveJars />
          </div>
          {faulty.length > 0 && (
            <ul className="mt-4 grid gap-3 lg:grid-cols-2">
              {faulty.map(({ key, name, reason, to, batch }) => (
                <FaultCard
                  key={key}
                  inList
                  of={name}
                  reason={reason}
                  ways={batch ? <BatchWays batch={batch} /> : <LinkButton to={to}>To its page</LinkButton>}
                />
              ))}
            </ul>
          )}
        </div>
        <Unlabelled things={things} onOpen={show} />
      </div>
      {several && (
        <SeveralBar
          chosen={chosen}
          pending={sayOf.isPending}
          onMove={(where, words) =>
            void sayAll(chosen, (t) => ({ type: 'moved', vesselId: t.item.vesselId, where }), words)
          }
          onAway={() =>
            void sayAll(
              chosen,
              (t) => ({ type: 'poured-away', vesselId: t.item.vesselId, why: 'poured away together' }),
              'are poured away',
            ).then(() => setSeveral(new Set()))
          }
        />
      )}
      {open && (
        <ThingDialog
          thing={open}
          pending={sayOf.isPending}
          error={sayOf.error}
          say={(event, words) => say(open, event, words)}
          onClose={() => show(undefined)}
        />
      )}
    </Page>
  );
}

/** A part of the shelf: vessels on its board, their days along its edge, what is said of each below. */
function PlaceOnShelf({
  place,
  things,
  now,
  several,
  pending,
  onOpen,
  onChoose,
  onSay,
}: {
  place: ShelfPlace;
  things: readonly Thing[];
  now: number;
  several: ReadonlySet<string> | undefined;
  pending: boolean;
  onOpen: (key: string) => void;
  onChoose: (key: string) => void;
  onSay: (thing: Thing, event: ShelfSay, words: string) => void;
}): ReactNode {
  const away = place === 'pour-away';
  return (
    <section
      aria-label={PLACE_WORDS[place]}
      className="min-w-0 grow border-ink/60 sm:border-l-2 sm:last:border-r-2"
      style={{ flexBasis: `${Math.min(3, things.length) * 11}rem` }}
    >
      <h2 className={`px-3 text-lg ${away ? 'text-stop' : ''}`}>{PLACE_WORDS[place]}</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-y-5">
        {things.map((thing) => (
          <li key={thing.key} className="flex flex-col [content-visibility:auto] [contain-intrinsic-size:10rem_20rem]">
            <div className="flex h-44 items-end justify-center px-3">
              <ThingVessel item={thing.item} away={away} />
            </div>
            <div className="border-t-[3px] border-ink px-3 pt-1">
              <DaysEdge item={thing.item} now={now} />
            </div>
            <Told thing={thing} several={several} pending={pending} onOpen={onOpen} onChoose={onChoose} onSay={onSay} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is said under a vessel, and the two things that it most wants. */
function Told({
  thing,
  several,
  pending,
  onOpen,
  onChoose,
  onSay,
}: {
  thing: Thing;
  several: ReadonlySet<string> | undefined;
  pending: boolean;
  onOpen: (key: string) => void;
  onChoose: (key: string) => void;
  onSay: (thing: Thing, event: ShelfSay, words: string) => void;
}): ReactNode {
  const { item, placed } = thing;
  const away = placed.place === 'pour-away';
  const front = actionsOf(item, placed)
    // Any of a batch is tasted as the batch; what is put right is its jug.
    .filter((a) => item.vesselId === JUG || (a === 'taste' ? item.root === JUG : a !== 'put-right'))
    .slice(0, 2);
  return (
    <div className="px-3 pt-1.5">
      <h3
        className={`font-sans text-base font-semibold leading-snug [overflow-wrap:anywhere] ${away ? 'text-stop' : ''}`}
      >
        {item.drinkName}
      </h3>
      <p className="text-[0.92rem] leading-snug">
        {item.vesselId !== JUG && <span className="block">{item.name}</span>}
        {item.pieces !== undefined && `${item.pieces} of ${item.shape.pieces} left, `}
        {item.figures.strengthX > 0 ? f.strengthSaid(item.figures.strengthX) : f.sweetSaid(item.figures.sugarGPerL)}
      </p>
      {!away && <p className="text-sm leading-snug text-muted">{howToDrink(item, f.measures())}</p>}
      <p className={`font-semibold ${away ? 'text-stop' : ''}`}>{untilWords(thing)}</p>
      {placed.place === 'pour-away' && <p className="text-sm leading-snug">{placed.why}</p>}
      {several ? (
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-(--action)"
            checked={several.has(thing.key)}
            onChange={() => onChoose(thing.key)}
          />
          <span>
            take it<span className="sr-only">: {titleOf(item)}</span>
          </span>
        </label>
      ) : (
        <div className="flex flex-wrap items-center gap-x-4">
          {front.map((action) => (
            <FrontAction key={action} action={action} thing={thing} pending={pending} onSay={onSay} onOpen={onOpen} />
          ))}
          <Button
            kind="quiet"
            className={ROW}
            aria-label={`${away ? 'Why' : 'More'}: ${titleOf(item)}`}
            onClick={() => onOpen(thing.key)}
          >
            {away ? 'Why' : 'More'}
          </Button>
        </div>
      )}
    </div>
  );
}

/** Lines of words under a vessel lie close where there is a mouse. */
const ROW = 'sm:min-h-8';

/** What is done in one tap; what needs a word more opens. */
function FrontAction({
  action,
  thing,
  pending,
  onSay,
  onOpen,
}: {
  action: ShelfAction;
  thing: Thing;
  pending: boolean;
  onSay: (thing: Thing, event: ShelfSay, words: string) => void;
  onOpen: (key: string) => void;
}): ReactNode {
  const { item, findings, placed } = thing;
  const { vesselId } = item;
  const words = actionWords(action, thing);
  const label = `${words}: ${titleOf(item)}`;
  const blocked = findings.some((x) => x.level === 'block' && x.places.includes('shelf'));
  const page = thing.batch ? `/${thing.batch.id}` : `/jug/${thing.jug.id}`;
  switch (action) {
    case 'taste':
      return (
        <LinkButton kind="quiet" className={ROW} aria-label={label} to={thing.batch ? `/taste${page}` : `/mix${page}`}>
          {words}
        </LinkButton>
      );
    case 'put-right':
      return (
        <LinkButton kind="quiet" className={ROW} aria-label={label} to={`/mix${page}`}>
          {words}
        </LinkButton>
      );
    case 'label':
      return (
        <LinkButton
          kind="quiet"
          className={ROW}
          aria-label={label}
          to={`/keep/labels?of=${encodeURIComponent(thing.key)}`}
        >
          {words}
        </LinkButton>
      );
    case 'pour-away':
      return (
        <Button
          kind="stop"
          aria-label={label}
          disabled={pending}
          onClick={() =>
            onSay(
              thing,
              {
                type: 'poured-away',
                vesselId,
                why: placed.place === 'pour-away' ? placed.why.slice(0, 300) : 'thrown away',
              },
              'is poured away',
            )
          }
        >
          {words}
        </Button>
      );
    case 'pour': {
      const ml = glassOf(item);
      return (
        <Button
          kind="quiet"
          className={ROW}
          aria-label={label}
          disabled={pending || blocked}
          onClick={() => onSay(thing, { type: 'poured', vesselId, ml }, `: ${f.volume(ml)} poured`)}
        >
          {item.pieces === undefined ? 'Pour' : words}
        </Button>
      );
    }
    case 'freeze':
    case 'thaw':
    case 'to-fridge':
      return (
        <Button
          kind="quiet"
          className={ROW}
          aria-label={label}
          disabled={pending}
          onClick={() =>
            onSay(
              thing,
              { type: 'moved', vesselId, where: action === 'freeze' ? 'freezer' : 'fridge' },
              action === 'freeze' ? 'is in the freezer' : 'is in the fridge',
            )
          }
        >
          {words}
        </Button>
      );
    default:
      return (
        <Button kind="quiet" className={ROW} aria-label={label} onClick={() => onOpen(thing.key)}>
          {words}
        </Button>
      );
  }
}

/** What is done with all that are ticked, at the thumb. */
function SeveralBar({
  chosen,
  pending,
  onMove,
  onAway,
}: {
  chosen: readonly Thing[];
  pending: boolean;
  onMove: (where: 'fridge' | 'freezer', words: string) => void;
  onAway: () => void;
}): ReactNode {
  const none = chosen.length === 0;
  const good = chosen.every((t) => t.placed.place !== 'pour-away');
  const keys = chosen.map((t) => encodeURIComponent(t.key)).join(',');
  return (
    <div
      role="toolbar"
      aria-label="With all that are taken"
      className="sticky bottom-16 z-30 mt-4 flex flex-wrap items-center gap-3 rounded-lg border border-ink/40 bg-surface p-3 shadow-lg sm:bottom-3"
    >
      <strong>{none ? 'None taken' : `${chosen.length} taken`}</strong>
      {!none && good && (
        <>
          <LinkButton to={`/keep/labels?of=${keys}`}>Labels</LinkButton>
          <Button disabled={pending} onClick={() => onMove('freezer', 'are in the freezer')}>
            Freeze
          </Button>
          <Button disabled={pending} onClick={() => onMove('fridge', 'are in the fridge')}>
            Into the fridge
          </Button>
        </>
      )}
      {!none && (
        <Ask
          trigger={
            <Button kind="stop" disabled={pending}>
              Pour away
            </Button>
          }
          title={`Pour ${chosen.length === 1 ? 'it' : `all ${chosen.length}`} away?`}
          yes="Pour away"
          onYes={onAway}
        >
          <p>This empties what is ticked, each by itself. It can be undone at once.</p>
        </Ask>
      )}
      {!none && !good && (
        <span className="text-sm text-muted">One of them is past its day: it can only be poured away.</span>
      )}
    </div>
  );
}
