import { addMinutes, format as formatDate } from 'date-fns';
import { useEffect, useEffectEvent, useMemo, useRef, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import {
  changedOf,
  drinkKeys,
  glassesOfOccasion,
  keyOfChain,
  nextOnSheet,
  ringsOf,
  sheetOf,
  startsBrew,
  startsOf,
  toldOnSheet,
  type DayAnswer,
  type DayDrink,
  type Kitchen,
  type Occasion,
  type SheetLine,
} from '@steepsis/core';
import type { Kept } from '@steepsis/contract';
import { serverNow, useNow } from '@/shared/api/clock';
import { useHouse, useSaveHouse, type House } from '@/shared/api/queries';
import { useEdited } from '@/shared/api/useEdited';
import * as f from '@/shared/format/format';
import { useThings } from '@/shared/keep/things';
import { KitchenRoom, Rings } from '@/shared/plan/KitchenRoom';
import { Button, LinkButton } from '@/shared/ui/Button';
import { ChangedMeanwhile } from '@/shared/ui/ChangedMeanwhile';
import { Empty, Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Afterwards, isServed } from './Afterwards';
import { AskedPanel } from './AskedPanel';
import { ByTheClock } from './ByTheClock';
import { DayPicture, type Moves } from './DayPicture';
import { bindsWords, changedWords, momentWords } from './dayWords';
import { OnTheTable, ToGet } from './OnTheTable';
import { StartDrink } from './StartDrink';
import { TakeItOut } from './TakeItOut';
import { useDay, useWays } from './useDay';
import { useQuestion } from './useQuestion';

/** Several drinks on one clock, ready on time. */
export function Component(): ReactNode {
  const { occasionId = '' } = useParams();
  const house = useHouse();
  if (house.isPending) return <Loading what="the occasion" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  const kept = (house.data.occasions ?? []).find((o) => o.body.id === occasionId);
  if (!kept)
    return (
      <Page title="No such occasion">
        <Empty>It may have been made on another device that has not been heard of yet.</Empty>
        <LinkButton to="/plan/occasion" kind="main" className="mt-4">
          All occasions
        </LinkButton>
      </Page>
    );
  return <OccasionPage key={occasionId} kept={kept} house={house.data} />;
}

function OccasionPage({ kept, house }: { kept: Kept<Occasion>; house: House }): ReactNode {
  const edited = useEdited(kept);
  const kitchen = useEdited(house.kitchen);
  const occasion = edited.value;
  const save = useSaveHouse();
  const now = useNow(10_000);
  const { things } = useThings();
  const [moving, setMoving] = useState<{ taskId: string; min: number } | undefined>(undefined);
  // A key takes and lets go at once, before what it took is drawn.
  const held = useRef<{ taskId: string; min: number } | undefined>(undefined);
  // What is held counts as if it stood there; it is kept when it is let go.
  const shown = useMemo(
    () => (moving ? { ...occasion, moved: { ...occasion.moved, [moving.taskId]: moving.min } } : occasion),
    [occasion, moving],
  );
  const forPlans = useMemo(
    () => ({ ...house.forPlans, ...kitchen.value, measures: house.forPlans.measures }) as Kitchen,
    [house.forPlans, kitchen.value],
  );
  const { question, views, error, retry } = useQuestion(shown, house, { now, things, kitchen: forPlans });
  const asked = useMemo(() => question && { question, moving: moving !== undefined }, [question, moving]);
  const { answer, of, working, failed } = useDay(asked);
  const [before, setBefore] = useState<Readonly<Record<string, number>>>({});
  const change = (part: Partial<Occasion>): void => edited.change({ ...occasion, ...part });
  const keep = (body: Occasion): Promise<unknown> =>
    save.mutateAsync({ kind: 'occasions', version: edited.base, body }).then(() => edited.settled(body, edited.base));
  useKeptByItself(edited.changed && !edited.behind && !save.isPending ? occasion : undefined, keep);
  const [opened] = useState(kept.body);
  const sinceOpened = JSON.stringify(occasion) !== JSON.stringify(opened);
  const day = answer?.kind === 'day' ? answer : undefined;
  // What a rule stops is not begun, and says so on the drink.
  const stops = answer?.drinks.filter((d) => d.blocks.length > 0 && !d.begun) ?? [];
  const was = occasion.sheet?.starts ?? before;
  const lines = useMemo(() => (day ? sheetOf(day.placed, was) : []), [day, was]);
  const moves: Moves = {
    onMove: (taskId, min) => {
      if (!held.current && day) setBefore(startsOf(day.placed));
      held.current = { taskId, min };
      setMoving(held.current);
    },
    onDrop: () => {
      const put = held.current;
      held.current = undefined;
      setMoving(undefined);
      if (put) change({ moved: { ...occasion.moved, [put.taskId]: put.min } });
    },
    onBack: (taskId) => {
      const { [taskId]: _was, ...rest } = occasion.moved;
      change({ moved: rest });
    },
  };
  const beginDay = (body: Occasion): Occasion =>
    body.sheet || !day
      ? body
      : {
          ...body,
          sheet: {
            at: new Date(serverNow()).toISOString(),
            starts: startsOf(day.placed),
            standing: Object.fromEntries(day.drinks.map((d) => [d.key, d.standing])),
          },
        };
  const started = (key: string, batchId: string): Promise<unknown> => {
    const at = drinkKeys(occasion).indexOf(key);
    return keep(beginDay({ ...occasion, drinks: occasion.drinks.map((d, i) => (i === at ? { ...d, batchId } : d)) }));
  };
  return (
    <Page
      title={occasion.name}
      note={`${f.day(occasion.readyBy)} ${formatDate(new Date(occasion.readyBy), 'H:mm')}, ${Math.round(glassesOfOccasion(occasion))} glasses, ${occasion.hands === 1 ? 'one pair' : `${occasion.hands} pairs`} of hands`}
      actions={
        <>
          <LinkButton to="/plan/occasion">All occasions</LinkButton>
          {day && <TakeItOut occasion={occasion} day={day} lines={lines} kitchen={forPlans} />}
          {sinceOpened && !occasion.sheet && <Button onClick={() => edited.change(opened)}>Undo my changes</Button>}
          <span role="status" className="self-center text-sm text-muted">
            {edited.changed ? (save.error ? 'Not kept.' : 'Keeping it…') : 'Kept.'}
          </span>
        </>
      }
      next={
        day &&
        !occasion.sheet &&
        day.placed.length > 0 &&
        !isServed(occasion.readyBy, now) && (
          <Button
            kind="main"
            disabled={save.isPending || edited.behind || stops.length > 0}
            onClick={() => void keep(beginDay(occasion)).catch(() => undefined)}
          >
            {beginWords(occasion.readyBy, day.beginMin, now)}
          </Button>
        )
      }
    >
      {edited.behind && <ChangedMeanwhile onTop={edited.onTop} onReset={edited.reset} />}
      <Refusal error={save.error} />
      <AskedPanel occasion={occasion} onChange={change} views={views} mustBeSeen={error !== null || failed}>
        <There
          kitchen={kitchen}
          saving={save.isPending}
          onKeep={() =>
            save.mutate({ kind: 'kitchen', version: kitchen.base, body: kitchen.value }, { onSuccess: kitchen.reset })
          }
        />
      </AskedPanel>
      {occasion.drinks.length === 0 ? (
        <Empty>Add a drink, and the day is worked out.</Empty>
      ) : failed ? (
        <p role="alert">This day cannot be worked out as it stands. Take a drink off, and put it on again.</p>
      ) : error ? (
        <>
          <Refusal error={error} />
          <p className="flex flex-wrap items-center gap-3">
            A drink of this day cannot be read. Take it off, or <Button onClick={retry}>Try again</Button>
          </p>
        </>
      ) : !answer ? (
        <p role="status">Working the day out.</p>
      ) : (
        <div className="space-y-3" aria-busy={working}>
          {stops.length > 0 && !occasion.sheet && (
            <p role="alert" className="border-l-4 border-stop bg-stop-wash px-3 py-2">
              It cannot be begun as it stands: {stops.map((d) => d.name).join(', ')}. See at each drink why, for whom,
              and change it or take it off.
            </p>
          )}
          <Unmade drinks={answer.drinks} readyBy={occasion.readyBy} />
          {answer.kind === 'no-place' && <NoPlace answer={answer} kitchen={forPlans} />}
          {answer.kind === 'day' && occasion.sheet && (
            <Today
              occasion={occasion}
              day={answer}
              lines={lines}
              now={now}
              onStarted={started}
              onDone={(line) =>
                void keep({
                  ...occasion,
                  done: {
                    ...occasion.done,
                    [line.taskId]: Math.round((serverNow() - Date.parse(occasion.readyBy)) / 60_000),
                  },
                }).catch(() => undefined)
              }
            />
          )}
          {answer.kind === 'day' && !occasion.sheet && answer.placed.length > 0 && (
            <p className="text-lg">
              Begin{' '}
              <strong>{formatDate(addMinutes(new Date(occasion.readyBy), answer.beginMin), 'EEEE d MMM, H:mm')}</strong>
              . Nine times in ten all is ready by <strong>{momentWords(occasion.readyBy, answer.sureMin)}</strong>.
              {answer.ice.goes > 0 && lines[0] && lines[0].atMin < answer.beginMin && (
                <span className="text-muted"> Ice from {momentWords(occasion.readyBy, lines[0].atMin)}.</span>
              )}
            </p>
          )}
          <div
            className={
              answer.kind === 'day' ? 'grid items-start gap-x-5 gap-y-3 xl:grid-cols-[minmax(0,1fr)_21rem]' : ''
            }
          >
            {answer.kind === 'day' && answer.placed.length > 0 && (
              <div className="min-w-0">
                <DayPicture
                  placed={answer.placed}
                  drinks={answer.drinks}
                  kitchen={answer.kitchen}
                  rings={ringsOf(forPlans)}
                  readyBy={occasion.readyBy}
                  was={was}
                  pins={shown.moved}
                  moves={moves}
                />
              </div>
            )}
            {answer.kind === 'day' && (
              <div className="xl:col-start-2 xl:row-span-2 xl:row-start-1">
                <ByTheClock
                  lines={lines}
                  drinks={answer.drinks}
                  readyBy={occasion.readyBy}
                  pins={occasion.moved}
                  moves={moves}
                />
              </div>
            )}
            <div className="min-w-0 space-y-3">
              <WaysOut
                question={!moving && !working && of && isPressed(answer) ? of : undefined}
                answer={answer}
                moved={moving === undefined ? lastMoved(occasion) : undefined}
                readyBy={occasion.readyBy}
                onTake={edited.change}
                onBack={moves.onBack}
              />
              {isServed(occasion.readyBy, now) && (
                <Afterwards
                  occasion={occasion}
                  drinks={answer.drinks}
                  onWent={(i, went) =>
                    change({
                      drinks: occasion.drinks.map((d, k) => {
                        if (k !== i) return d;
                        const { went: _was, ...rest } = d;
                        return went ? { ...rest, went } : rest;
                      }),
                    })
                  }
                />
              )}
              <OnTheTable answer={answer} kitchen={forPlans} occasion={occasion} onStarted={started} />
              <ToGet answer={answer} />
            </div>
          </div>
        </div>
      )}
    </Page>
  );
}

/** A change is kept a moment after it was made, and when the page is left: nothing asks to be kept. */
function useKeptByItself(changed: Occasion | undefined, keep: (body: Occasion) => Promise<unknown>): void {
  const tried = useRef<Occasion | undefined>(undefined);
  const save = useEffectEvent((body: Occasion) => {
    // What was refused is not sent again before it is changed.
    if (tried.current === body) return;
    tried.current = body;
    void keep(body).catch(() => undefined);
  });
  useEffect(() => {
    if (!changed) return undefined;
    const timer = setTimeout(() => save(changed), KEPT_AFTER_MS);
    return () => clearTimeout(timer);
  }, [changed]);
  const left = useEffectEvent(() => {
    if (changed) save(changed);
  });
  useEffect(() => () => left(), []);
}

/** So long after the last key a change is kept, ms. */
const KEPT_AFTER_MS = 600;

/** What a day is begun with, in words. */
function beginWords(readyBy: string, beginMin: number, now: number): string {
  const at = addMinutes(new Date(readyBy), beginMin);
  return at.getTime() <= now + 60_000 ? 'Begin the day now' : `Begin on ${formatDate(at, 'EEEE H:mm')}`;
}

const lastMoved = ({ moved }: Occasion): string | undefined => Object.keys(moved).at(-1);

/** Whether something of it cannot be, or not in time. */
const isPressed = (answer: DayAnswer): boolean =>
  answer.kind === 'no-place' ||
  answer.placed.some((p) => p.lateMin > 0.5) ||
  answer.drinks.some((d) => d.soonestMin !== undefined);

/** What the kitchen has, told in place; it is the kitchen's and counts for every day. */
function There({
  kitchen,
  saving,
  onKeep,
}: {
  kitchen: ReturnType<typeof useEdited<Kitchen>>;
  saving: boolean;
  onKeep: () => void;
}): ReactNode {
  const change = (part: Partial<Kitchen>): void => kitchen.change({ ...kitchen.value, ...part });
  return (
    <p className="mt-2 leading-[2.2]">
      The kitchen has <Rings kitchen={kitchen.value} change={change} />.{' '}
      <KitchenRoom kitchen={kitchen.value} change={change} />{' '}
      {kitchen.changed && (
        <Button disabled={saving || kitchen.behind} onClick={onKeep}>
          Keep the kitchen so
        </Button>
      )}
    </p>
  );
}

/** Drinks that cannot be made, or not any more. */
function Unmade({ drinks, readyBy }: { drinks: readonly DayDrink[]; readyBy: string }): ReactNode {
  const said = drinks.flatMap((d) =>
    d.reason
      ? [{ key: d.key, words: `${d.name} cannot be made so: ${d.reason}` }]
      : d.soonestMin === undefined
        ? []
        : [
            {
              key: d.key,
              words: `${d.name} cannot be had any more: it would be ready ${momentWords(readyBy, d.soonestMin)} at the soonest.`,
            },
          ],
  );
  if (said.length === 0) return null;
  return (
    <ul role="status" className="border-l-4 border-caution-line bg-caution-wash px-3 py-2">
      {said.map((s) => (
        <li key={s.key}>{s.words}</li>
      ))}
    </ul>
  );
}

function NoPlace({
  answer,
  kitchen,
}: {
  answer: Extract<DayAnswer, { kind: 'no-place' }>;
  kitchen: Kitchen;
}): ReactNode {
  return (
    <section aria-label="It cannot be" className="border-l-4 border-stop bg-stop-wash px-4 py-3">
      <p className="font-semibold">
        {answer.drinkName} has no place in this day: {bindsWords(answer.binds, kitchen)}.
      </p>
    </section>
  );
}

/** What was tried for a day that cannot be or is late, the least late first. */
function WaysOut({
  question,
  answer,
  moved,
  readyBy,
  onTake,
  onBack,
}: {
  question: Parameters<typeof useWays>[0];
  answer: DayAnswer;
  moved: string | undefined;
  readyBy: string;
  onTake: (occasion: Occasion) => void;
  onBack: (taskId: string) => void;
}): ReactNode {
  const ways = useWays(question);
  if (!isPressed(answer)) return null;
  const late = answer.kind === 'day' ? answer.placed.filter((p) => p.lateMin > 0.5) : [];
  return (
    <section
      aria-label="Ways out"
      className="no-print sticky bottom-0 z-10 border-l-4 border-stop bg-stop-wash px-4 py-3 max-sm:static"
    >
      {late.length > 0 && (
        <p className="font-semibold">
          {late
            .map((p) => `${p.name} is ready at ${momentWords(readyBy, p.lateMin)}: ${f.duration(p.lateMin)} late`)
            .join('; ')}
          .
        </p>
      )}
      {!ways ? (
        <p role="status">Trying what would free it.</p>
      ) : ways.length === 0 ? (
        <p>Nothing that was tried frees it. Take a drink off, make less, or say a later time.</p>
      ) : (
        <p className="mb-1">Each of these was tried, and frees it:</p>
      )}
      <div className="flex flex-wrap gap-2">
        {(ways ?? []).slice(0, 8).map((w) => {
          const words = `${w.words}${w.lateMin > 1 ? `, ${f.duration(w.lateMin)} late` : ''}`;
          return w.kind === 'occasion' ? (
            <Button key={w.words} onClick={() => onTake(w.occasion)}>
              {words}
            </Button>
          ) : (
            <LinkButton key={w.words} to={`/plan/${w.drinkId}/methods`}>
              {words}: see its ways
            </LinkButton>
          );
        })}
        {moved && (
          <Button kind="quiet" onClick={() => onBack(moved)}>
            Back to where it was
          </Button>
        )}
      </div>
    </section>
  );
}

/** On the day: the next thing across all pots, and what has become of the sheet. */
function Today({
  occasion,
  day,
  lines,
  now,
  onStarted,
  onDone,
}: {
  occasion: Occasion;
  day: Extract<DayAnswer, { kind: 'day' }>;
  lines: readonly SheetLine[];
  now: number;
  onStarted: (key: string, batchId: string) => Promise<unknown>;
  onDone: (line: SheetLine) => void;
}): ReactNode {
  const next = nextOnSheet(lines);
  const changed = changedWords(changedOf(lines, day.placed), occasion.readyBy, day.sureMin);
  const drink = next && day.drinks.find((d) => d.key === keyOfChain(next.chainId));
  const inMin = next && (Date.parse(occasion.readyBy) - now) / 60_000 + next.atMin;
  return (
    <section aria-label="Next on the sheet" className="rounded-lg border-2 border-ink bg-surface px-5 py-3">
      {next && inMin !== undefined ? (
        <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
          <p className="font-display text-2xl font-bold leading-tight">
            {momentWords(occasion.readyBy, next.atMin)} {next.words}{' '}
            <span className={`whitespace-nowrap text-lg font-semibold ${inMin < -1 ? 'text-stop' : 'text-muted'}`}>
              {inMin > 1 ? `in ${f.duration(inMin)}` : 'now'}
            </span>
          </p>
          <div className="flex flex-wrap gap-2">
            {drink && !drink.begun && startsBrew(next) ? (
              <StartDrink drink={drink} onStarted={(id) => onStarted(drink.key, id)} />
            ) : drink?.begun && !toldOnSheet(next) ? (
              <LinkButton kind="main" to={`/steep/${drink.begun.batchId}`}>
                To the stove
              </LinkButton>
            ) : (
              next.kind === 'hands' && (
                <Button kind="main" onClick={() => onDone(next)}>
                  Done
                </Button>
              )
            )}
          </div>
        </div>
      ) : (
        <p className="font-display text-2xl font-bold">All of it is done.</p>
      )}
      <p className="mt-1">
        {changed ??
          `All goes as it was begun. Nine times in ten all is ready by ${momentWords(occasion.readyBy, day.sureMin)}.`}
      </p>
    </section>
  );
}
