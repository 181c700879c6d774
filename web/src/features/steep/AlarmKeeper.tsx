import { useEffect, useEffectEvent, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import type { Call } from '@steepsis/core';
import { serverNow, useNow } from '@/shared/api/clock';
import { useAtStove, useSayTo } from '@/shared/api/queries';
import { allowSound, notice, openTicker, quiet, ringFrom, unnotice, useAlarm } from '@/features/alarm';
import * as f from '@/shared/format/format';
import { ringsAtMs, useSheetHeard, useSheetNow, type SheetNext } from '@/shared/occasion/sheetNow';
import { Button } from '@/shared/ui/Button';
import { whatOf } from './callWords';
import { keyOf, LATER_MIN, type AtStove } from './NextCard';
import { laterOf, useCalls } from './useStove';

/** A device that has heard nothing of its own clock for this long was asleep. */
const ASLEEP_MS = 20_000;
/** Notices come again this often until they are heard. */
const AGAIN_MS = 60_000;

/** On every page: rings for what the pots want, until it is heard; and on waking says first what was missed. */
export default function AlarmKeeper(): ReactNode {
  const { batches } = useAtStove();
  const now = useNow();
  const calls = useCalls(batches, now);
  const alarm = useAlarm();
  const sheet = useSheetRing();
  useBell(calls, sheet);
  useAwakeWhile(batches.some((b) => b.phase !== 'measured'));
  useTouch();
  useSleep();
  const ringing = calls.filter((c) => isRinging(c.call, now));
  const { pathname } = useLocation();
  return (
    <>
      {alarm.slept && <Woke calls={calls} now={now} />}
      {ringing[0] && !pathname.startsWith('/steep') && <Strip first={ringing[0]} count={ringing.length} now={now} />}
      {sheet && sheet.ringsMs <= now && !pathname.startsWith('/plan/occasion') && (
        <SheetStrip next={sheet.next} now={now} />
      )}
    </>
  );
}

type SheetRing = { next: SheetNext; ringsMs: number };

/** What the sheet of a begun day rings for next. */
function useSheetRing(): SheetRing | undefined {
  const next = useSheetNow((s) => s.next);
  const heard = useSheetHeard((s) => s.heard);
  return next && { next, ringsMs: ringsAtMs(next, heard) };
}

const isRinging = (call: Call, now: number): boolean => call.ringsMs !== undefined && call.ringsMs <= now;

/** Lays the bell on the audio clock for the next call, or rings now; sends notices for what rings. */
function useBell(calls: readonly AtStove[], sheet: SheetRing | undefined): void {
  const { wanted, sound } = useAlarm();
  const noticed = useRef(new Map<string, number>());
  const [, setTick] = useState(0);
  // The page's own second may be a minute when it is hidden.
  useEffect(() => openTicker(() => setTick((n) => n + 1)), []);
  const now = serverNow();
  const rings = [
    ...calls.flatMap((c) => (c.call.ringsMs === undefined ? [] : [c.call.ringsMs])),
    ...(sheet ? [sheet.ringsMs] : []),
  ];
  const nextMs = rings.length > 0 ? Math.min(...rings) : undefined;
  const isNow = nextMs !== undefined && nextMs <= now;
  // While it rings it is laid anew every two minutes, before what was laid ends.
  const turn = isNow ? Math.floor(now / 120_000) : 0;
  // A moment that is worked out anew each second wavers by some milliseconds: that is no reason to begin the bell again.
  const fromMs = nextMs === undefined ? undefined : isNow ? 0 : Math.round(nextMs / 1000) * 1000;
  useEffect(() => {
    if (!wanted || fromMs === undefined) return quiet();
    ringFrom(fromMs - serverNow());
  }, [wanted, sound, fromMs, turn]);
  const tell = useEffectEvent(() => {
    const open = new Map<string, readonly [what: string, more: string]>();
    for (const c of calls)
      if (isRinging(c.call, now))
        open.set(keyOf(c), [whatOf(c.batch, c.call, now), `${c.batch.plan.drink.name}: ${lateWords(c.call, now)}`]);
    if (sheet && sheet.ringsMs <= now)
      open.set(sheet.next.key, [sheet.next.words, `${sheet.next.occasionName}: ${lateWords(sheet.next, now)}`]);
    for (const [key, [what, more]] of open) {
      if (!wanted || now - (noticed.current.get(key) ?? 0) < AGAIN_MS) continue;
      noticed.current.set(key, now);
      void notice(key, what, more);
    }
    for (const key of noticed.current.keys())
      if (!open.has(key)) {
        noticed.current.delete(key);
        void unnotice(key);
      }
  });
  const second = Math.floor(now / 1000);
  useEffect(() => tell(), [second]);
}

const lateWords = (call: Pick<Call, 'dueMs'>, now: number): string => {
  const late = (now - call.dueMs) / 60_000;
  return late >= 1 ? `${f.duration(late)} late` : 'now';
};

function useAwakeWhile(running: boolean): void {
  const keepAwake = useAlarm((s) => s.keepAwake);
  useEffect(() => {
    void keepAwake(running);
    // It is let go of when the page is hidden.
    const again = (): void => {
      if (document.visibilityState === 'visible') void keepAwake(running);
    };
    document.addEventListener('visibilitychange', again);
    return () => document.removeEventListener('visibilitychange', again);
  }, [running, keepAwake]);
}

/** The first touch or key lets the page ring; what the browser takes back is noticed. */
function useTouch(): void {
  useEffect(() => {
    const { look } = useAlarm.getState();
    const touched = (): void => {
      // A touch of anything is no answer to a question: notices are asked for by their own button.
      if (useAlarm.getState().sound === 'blocked') void allowSound().then((sound) => useAlarm.setState({ sound }));
    };
    const timer = setInterval(look, 2000);
    window.addEventListener('pointerdown', touched);
    window.addEventListener('keydown', touched);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pointerdown', touched);
      window.removeEventListener('keydown', touched);
    };
  }, []);
}

/** Notices when this device, or its clock against the server's, has leapt. */
function useSleep(): void {
  const last = useRef<number | undefined>(undefined);
  useEffect(() => {
    const look = (): void => {
      const now = serverNow();
      const before = last.current;
      last.current = now;
      if (before !== undefined && now - before > ASLEEP_MS) useAlarm.getState().sleptFor(before, now);
    };
    look();
    const stop = openTicker(look);
    document.addEventListener('visibilitychange', look);
    return () => {
      stop();
      document.removeEventListener('visibilitychange', look);
    };
  }, []);
}

/** What rings comes up above the page and stays in sight; what is under the finger stays where it is. */
function Above({ className, children }: { className: string; children: ReactNode }): ReactNode {
  const ref = useRef<HTMLElement>(null);
  useLayoutEffect(() => {
    // Further down the browser itself holds the page.
    if (window.scrollY === 0) window.scrollBy(0, ref.current!.offsetHeight);
  }, []);
  return (
    <section ref={ref} role="alert" className={`above sticky top-0 z-30 border-b-4 ${className}`}>
      {children}
    </section>
  );
}

/** What fell due while nobody could be called: how late each pot is, and what to do. */
function Woke({ calls, now }: { calls: readonly AtStove[]; now: number }): ReactNode {
  const { slept, woke } = useAlarm();
  const missed = calls.filter(
    (c) => c.call.dueMs > slept!.fromMs - 60_000 && c.call.dueMs <= now && c.call.ringsMs !== undefined,
  );
  const none = missed.length === 0;
  // Slept, and nothing came of it: no one needs to be told.
  useEffect(() => {
    if (none) woke();
  }, [none, woke]);
  if (none) return null;
  return (
    <Above className="max-h-[60vh] overflow-y-auto border-stop bg-stop-wash">
      <div className="mx-auto max-w-[1280px] px-4 py-4 sm:px-6">
        <h2 className="text-xl">This device was asleep for {f.duration((slept!.toMs - slept!.fromMs) / 60_000)}</h2>
        <ul className="mt-2 space-y-1.5">
          {missed.map((c) => (
            <li key={keyOf(c)} className="flex flex-wrap items-baseline gap-x-3">
              <strong className="font-display text-2xl">{lateWords(c.call, now)}</strong>
              <span>
                {c.batch.plan.drink.name}: {whatOf(c.batch, c.call, now).toLowerCase()}
              </span>
            </li>
          ))}
        </ul>
        <div className="mt-3 flex flex-wrap gap-3">
          <Link
            to="/steep"
            onClick={woke}
            className="inline-flex min-h-11 items-center rounded-md bg-action px-4 font-semibold text-on-action"
          >
            To the stove
          </Link>
          <Button onClick={woke}>I have seen it</Button>
        </div>
      </div>
    </Above>
  );
}

/** On pages away from the stove: what rings, and the way there. */
function Strip({ first, count, now }: { first: AtStove; count: number; now: number }): ReactNode {
  const say = useSayTo();
  return (
    <Above className="border-ink bg-surface">
      <div className="mx-auto flex max-w-[1280px] flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2 sm:px-6">
        <p className="mr-auto text-lg">
          <strong className="font-semibold">{whatOf(first.batch, first.call, now)}</strong>{' '}
          <span className="text-muted">
            {first.batch.plan.drink.name}, {lateWords(first.call, now)}
            {count > 1 && `, and ${count - 1} more`}
          </span>
        </p>
        <Link
          to={`/steep/${first.batch.id}`}
          className="inline-flex min-h-11 items-center rounded-md bg-action px-4 font-semibold text-on-action"
        >
          To the stove
        </Link>
        <Button
          disabled={say.isPending}
          onClick={() => say.mutate({ batchId: first.batch.id, event: laterOf(first.call) })}
        >
          Heard
        </Button>
      </div>
    </Above>
  );
}

/** The sheet's: what no pot rings for. */
function SheetStrip({ next, now }: { next: SheetNext; now: number }): ReactNode {
  return (
    <Above className="border-ink bg-surface">
      <div className="mx-auto flex max-w-[1280px] flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2 sm:px-6">
        <p className="mr-auto text-lg">
          <strong className="font-semibold">{next.words}</strong>{' '}
          <span className="text-muted">
            {next.occasionName}, {lateWords(next, now)}
          </span>
        </p>
        <Link
          to={`/plan/occasion/${next.occasionId}`}
          className="inline-flex min-h-11 items-center rounded-md bg-action px-4 font-semibold text-on-action"
        >
          To the sheet
        </Link>
        <Button onClick={() => useSheetHeard.getState().hear(next.key, now + LATER_MIN * 60_000)}>
          Heard, again in {LATER_MIN} min
        </Button>
      </div>
    </Above>
  );
}
