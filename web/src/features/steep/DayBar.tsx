import { addHours, format as formatDate, startOfHour } from 'date-fns';
import { useMemo, useSyncExternalStore, type ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import {
  colourIn,
  concentrateOf,
  DAY_AHEAD_H,
  longestRest,
  namesWithRoom,
  isNight,
  shareOfDayAhead,
  shortName,
  vesselOf,
  type Batch,
  type Call,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useAtStove, useHouse } from '@/shared/api/queries';
import { workedOut } from '@/shared/ui/reasonOf';
import { shortCall } from './callWords';
import { keyOf, type AtStove } from './NextCard';
import { useCalls } from './useStove';

const HOUR_MS = 3_600_000;
/** The page is at most so wide. */
const LINE_PX = 1232;
/** Pixels that a letter of a name takes, the mark before it, an hour’s figure, and the clock at the beginning. */
const [LETTER_PX, MARK_PX, HOUR_PX, NOW_PX] = [7.2, 28, 34, 60];
/** Share of the width at which a day ahead stands: the last figure has room. */
const WIDE = 0.985;

/** The next day as the edge of a measuring jug: each pot stands at the moment at which it wants hands. */
export function DayBar(): ReactNode {
  const { batches } = useAtStove();
  // It moves by the minute; what is due to the second has its own clock.
  const now = useNow(20_000);
  const calls = useCalls(batches, now);
  const next = useMemo(() => nextOfEach(calls, now), [calls, now]);
  const linePx = useLinePx();
  const names = next.map((at) => ({
    id: keyOf(at),
    share: at.share,
    width: (MARK_PX + LETTER_PX * nameOf(at, now).length) / linePx,
  }));
  const shown = namesWithRoom(names, MARK_PX / linePx, [[0, NOW_PX / linePx]]);
  const { pathname } = useLocation();
  const [first] = next;
  const rest =
    pathname === '/'
      ? longestRest(
          calls.map((c) => c.call.dueMs),
          now,
        )
      : undefined;
  return (
    <div className="no-print">
      <div className="relative mx-auto h-3 max-w-[1232px] sm:h-9">
        <Edge
          linePx={linePx}
          now={now}
          marks={next.map((at) => at.share)}
          names={names.filter((n) => shown.has(n.id)).map((n) => [n.share, n.share + n.width] as const)}
        />
        <ul aria-label="The next 24 hours">
          {next.map((at) => (
            <li key={keyOf(at)} className="absolute bottom-0" style={{ left: `${100 * at.share}%` }}>
              {/* Too small for a thumb: on a phone it only shows, and the next thing stands at the thumb. */}
              <span role="img" aria-label={nameOf(at, now)} className="flex h-3 items-end sm:hidden">
                <PotMark batch={at.batch} call={at.call} />
              </span>
              <Link
                to={`/steep/${at.batch.id}`}
                aria-label={`${at.batch.plan.drink.name}: ${shortCall(at.batch, at.call)} ${whenOf(at, now)}`}
                className="hidden h-9 items-end gap-1 sm:flex"
              >
                <PotMark batch={at.batch} call={at.call} />
                {shown.has(keyOf(at)) && (
                  <span className="whitespace-nowrap pb-3.5 text-[13px] font-semibold leading-none">
                    {nameOf(at, now)}
                  </span>
                )}
              </Link>
            </li>
          ))}
        </ul>
      </div>
      {first && rest && (
        <p className="mx-auto hidden max-w-[1232px] justify-between pb-1 text-[0.95rem] text-muted sm:flex">
          <span>
            Next: <strong className="font-semibold text-ink">{nameOf(first, now)}</strong>
          </span>
          <span>
            Nothing wants you from {clockOf(rest.fromMs, now)} to {clockOf(rest.toMs, now)}
          </span>
        </p>
      )}
    </div>
  );
}

/** How wide the line is drawn, px. */
function useLinePx(): number {
  const width = useSyncExternalStore(
    (changed) => {
      window.addEventListener('resize', changed);
      return () => window.removeEventListener('resize', changed);
    },
    () => window.innerWidth,
  );
  return Math.min(LINE_PX, Math.max(300, width - 48));
}

type Standing = AtStove & { share: number };

/** What each pot wants first, and where that stands on the line; what is later than a day is not on it. */
function nextOfEach(calls: readonly AtStove[], now: number): readonly Standing[] {
  const seen = new Set<string>();
  return calls.flatMap((at) => {
    const hours = (at.call.dueMs - now) / HOUR_MS;
    if (seen.has(at.batch.id) || hours > DAY_AHEAD_H) return [];
    seen.add(at.batch.id);
    return [{ ...at, share: WIDE * shareOfDayAhead(hours) }];
  });
}

const clockOf = (ms: number, now: number): string => (ms <= now ? 'now' : formatDate(ms, 'H:mm'));
const whenOf = ({ call }: AtStove, now: number): string =>
  call.dueMs <= now ? 'now' : `at ${formatDate(call.dueMs, 'H:mm')}`;
const nameOf = (at: AtStove, now: number): string =>
  `${shortName(at.batch.plan.drink.name)}: ${shortCall(at.batch, at.call)} ${whenOf(at, now)}`;

/** Ticks of the hours, the night hatched; hours are told where no pot is named. */
function Edge({
  linePx,
  now,
  marks,
  names,
}: {
  linePx: number;
  now: number;
  marks: readonly number[];
  names: readonly (readonly [number, number])[];
}): ReactNode {
  const ownNight = useHouse().data?.kitchen.body.night;
  const at = (ms: number): number => 100 * WIDE * shareOfDayAhead((ms - now) / HOUR_MS);
  const first = addHours(startOfHour(now), 1);
  const hours = Array.from({ length: DAY_AHEAD_H }, (_, i) => addHours(first, i));
  const night = hours.filter((h) => isNight(h.getHours() + 0.5, ownNight));
  const free = (share: number): boolean =>
    share > (NOW_PX + 10) / linePx &&
    share < 1 - HOUR_PX / linePx &&
    names.every(([a, b]) => share < a - HOUR_PX / linePx || share > b + HOUR_PX / 2 / linePx);
  let last = 0;
  return (
    <div aria-hidden>
      <svg className="absolute inset-0 size-full overflow-visible">
        <defs>
          <pattern id="night" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" className="fill-ground" />
            <line x1="0" y1="0" x2="0" y2="6" className="stroke-muted" strokeWidth="1" opacity="0.5" />
          </pattern>
        </defs>
        {night.map((h) => (
          <rect
            key={h.getTime()}
            x={`${at(h.getTime())}%`}
            width={`${at(h.getTime() + HOUR_MS) - at(h.getTime())}%`}
            y="60%"
            height="40%"
            fill="url(#night)"
          />
        ))}
        {[0, 15, 30, 45].flatMap((minutes) =>
          hours.slice(0, minutes === 0 ? undefined : 2).map((h) => {
            const ms = h.getTime() - HOUR_MS + minutes * 60_000 + (minutes === 0 ? HOUR_MS : 0);
            if (ms < now) return null;
            const x = `${at(ms)}%`;
            return (
              <line
                key={ms}
                x1={x}
                x2={x}
                y1={minutes === 0 ? '72%' : '86%'}
                y2="100%"
                className="stroke-ink"
                strokeWidth="1"
              />
            );
          }),
        )}
        <line x1="0" x2="0" y1="20%" y2="100%" className="stroke-ink" strokeWidth="3" />
      </svg>
      {/* Where a pot is due any moment its mark stands there instead. */}
      {marks.every((share) => share * linePx > NOW_PX - MARK_PX / 2) && (
        <span className="absolute left-1.5 hidden text-[13px] font-semibold leading-none sm:top-2 sm:block">
          {formatDate(now, 'H:mm')}
        </span>
      )}
      {hours.map((h) => {
        const share = at(h.getTime()) / 100;
        if (!free(share) || share - last < (1.6 * HOUR_PX) / linePx) return null;
        last = share;
        return (
          <span
            key={h.getTime()}
            className="absolute top-2 hidden -translate-x-1/2 text-[13px] leading-none text-muted sm:block"
            style={{ left: `${100 * share}%` }}
          >
            {h.getHours() === 0 ? formatDate(h, 'EEE') : h.getHours()}
          </span>
        );
      })}
    </div>
  );
}

/** A pot or a jar as small as a tick, in its liquor’s colour. */
function PotMark({ batch, call }: { batch: Batch; call: Call }): ReactNode {
  const brewId = 'brewId' in call.what ? call.what.brewId : batch.plan.brews[0].brewId;
  const brew = batch.plan.brews.find((b) => b.brewId === brewId) ?? batch.plan.brews[0];
  const colour = useMemo(
    () =>
      workedOut(() => colourIn(concentrateOf(batch, brew.brewId), vesselOf(batch.plan, brew.vesselId))).value ??
      'var(--water)',
    [batch, brew],
  );
  const jar = brew.way.vesselKind === 'jar';
  return (
    <svg viewBox="0 0 20 26" className="h-3 w-auto shrink-0 sm:h-[26px]" aria-hidden>
      <path
        d={jar ? 'M3 12 H17 V23 Q17 25 15 25 H5 Q3 25 3 23 Z' : 'M3 14 H17 V23 Q17 25 15 25 H5 Q3 25 3 23 Z'}
        fill={colour}
      />
      <path
        d={
          jar
            ? 'M5 2 H15 M6 2 V5 Q3 7 3 10 V23 Q3 25 5 25 H15 Q17 25 17 23 V10 Q17 7 14 5 V2'
            : 'M3 7 V23 Q3 25 5 25 H15 Q17 25 17 23 V7 M0.5 10 H3 M17 10 H19.5'
        }
        className="fill-none stroke-ink"
        strokeWidth="1.6"
      />
    </svg>
  );
}
