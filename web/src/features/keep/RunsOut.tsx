import { addDays, format as formatDate, set, startOfDay } from 'date-fns';
import type { ReactNode } from 'react';
import { glassColourOf, type ServiceWish } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { useRunsOut, useServiceWish, type RunsOut as Out } from '@/shared/keep/runsOut';
import { useThings } from '@/shared/keep/things';
import { LinkButton } from '@/shared/ui/Button';
import { InlineChoice, type Choice } from '@/shared/ui/InlineChoice';
import { workedOut } from '@/shared/ui/reasonOf';

const WISHES: readonly Choice<ServiceWish>[] = [
  { value: 'rather-too-little', label: 'rather too little' },
  { value: 'balanced', label: 'neither too much nor too little' },
  { value: 'rather-too-much', label: 'rather too much' },
];

/** Nobody is told of what runs out later than this, days. */
const SOON_DAYS = 10;

const dayWords = (inDays: number, now: number): string =>
  inDays <= 0 ? 'today' : inDays === 1 ? 'tomorrow' : `on ${formatDate(addDays(now, inDays), 'EEEE')}`;

/** What runs out first, when its next one is to be begun, and how much of it: one line, one button. */
export function RunsOut({ wish: asks = true }: { wish?: boolean }): ReactNode {
  const all = useThings();
  const found = useRunsOut(all);
  const { wish, setWish } = useServiceWish();
  if (!found)
    return (
      <p role="status" className="sr-only">
        Working out what runs out.
      </p>
    );
  const [first, ...rest] = found.filter((o) => o.outInDays.likely <= SOON_DAYS);
  if (!first) return null;
  return (
    <section aria-label="Runs out" className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
      <Falling of={first} />
      <div className="min-w-0 flex-1 basis-64">
        <p className="text-[1.05rem]">
          <strong className="font-semibold">
            {first.drinkName} runs out {dayWords(first.outInDays.likely, all.now)}: begin it{' '}
            {dayWords(first.beginInDays, all.now)}, {f.volume(first.litres * 1000)}.
          </strong>
        </p>
        <p className="text-sm text-muted">
          By what was poured on which days; {rangeWords(first, all.now)}.{' '}
          {first.pastGlasses >= 1 && `About ${Math.round(first.pastGlasses)} glasses of it will be past their day. `}
          {rest.length > 0 &&
            `Then ${rest.map((o) => `${o.drinkName.toLowerCase()} ${dayWords(o.outInDays.likely, all.now)}`).join(', ')}. `}
          {asks && (
            <>
              Make{' '}
              <InlineChoice label="Rather too much or too little" value={wish} choices={WISHES} onValue={setWish} />.
            </>
          )}
        </p>
      </div>
      <LinkButton kind="main" to={planLink(first, all.now)}>
        Plan it for {first.beginInDays === 0 ? 'today' : formatDate(first.beginOn, 'EEEE')}
      </LinkButton>
    </section>
  );
}

/** "four times in five it is gone between Wednesday and Saturday" */
const rangeWords = ({ outInDays: { early, late } }: Out, now: number): string => {
  const dayOf = (inDays: number): string => {
    const day = addDays(now, inDays);
    return inDays < 6 ? formatDate(day, 'EEEE') : f.day(day.toISOString());
  };
  return early === late
    ? `it is gone ${dayWords(early, now)}`
    : `four times in five it is gone between ${dayOf(early)} and ${dayOf(late)}`;
};

/** Ready by noon of the day on which it is likely to be out. */
const planLink = ({ drinkId, litres, outInDays }: Out, now: number): string => {
  const ready = set(addDays(startOfDay(now), Math.max(1, outInDays.likely)), { hours: 12 });
  return `/plan/${drinkId}?litres=${litres}&ready=${encodeURIComponent(ready.toISOString())}`;
};

/** Bottles that empty by the day. */
function Falling({ of }: { of: Out }): ReactNode {
  const colour = workedOut(() => glassColourOf(of.colourOf)).value ?? 'var(--water)';
  const end = of.leftByDay.findIndex((d) => d.share < 0.04);
  const shown = of.leftByDay.slice(0, end < 0 ? 5 : Math.max(2, end + 1));
  return (
    <ol className="flex border-b-2 border-ink" aria-label="What is likely left, by day">
      {shown.map(({ day, share }) => (
        <li key={day.getTime()} className="w-9 text-center text-[13px]">
          <svg viewBox="0 0 24 34" className="mx-auto h-9 text-ink" aria-hidden>
            <rect x={5} y={10 + 22 * (1 - share)} width={14} height={22 * share} fill={colour} />
            <path
              d="M9 2H15M10 2V6Q5 9 5 12V30Q5 32 7 32H17Q19 32 19 30V12Q19 9 14 6V2"
              fill="none"
              stroke="currentColor"
              strokeWidth={1.6}
            />
          </svg>
          <span className="sr-only">{Math.round(share * 100)} % </span>
          <span className="block border-t-2 border-ink">{formatDate(day, 'EEEEEE')}</span>
        </li>
      ))}
    </ol>
  );
}
