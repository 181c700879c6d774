import { format as formatDate, set } from 'date-fns';
import { Popover } from 'radix-ui';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import * as f from '@/shared/format/format';

const Calendar = lazy(() => import('./Calendar'));

/** A day, told as everywhere ("Sun 29 Nov") and picked from a month. */
export function DayField({ label, day, onDay }: { label: string; day: Date; onDay: (day: Date) => void }): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={`${label}: ${f.day(day.toISOString())}`}
        className="inline-flex min-h-11 items-center border-b-2 border-action font-semibold leading-tight max-sm:border-transparent max-sm:underline max-sm:decoration-action max-sm:decoration-2 max-sm:underline-offset-4 sm:min-h-0"
      >
        {f.day(day.toISOString())}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={8}
          aria-label={label}
          className="z-50 min-h-80 min-w-72 rounded-md border border-ink/40 bg-surface p-2 shadow-lg"
        >
          <Suspense fallback={<p role="status">Drawing the month.</p>}>
            <Calendar
              day={day}
              onDay={(picked) => {
                onDay(picked);
                setOpen(false);
              }}
            />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A day and a time of the day, in local time; what is typed counts once it is a time. */
export function MomentField({
  label,
  iso,
  onIso,
}: {
  label: string;
  iso: string;
  onIso: (iso: string) => void;
}): ReactNode {
  const at = new Date(iso);
  const written = formatDate(at, 'H:mm');
  const [draft, setDraft] = useState<string | undefined>(undefined);
  const typed = draft === undefined ? undefined : timeIn(draft);
  const wrong = draft !== undefined && typed === undefined;
  const take = (text: string): void => {
    setDraft(text);
    const time = timeIn(text);
    if (time) onIso(set(at, time).toISOString());
  };
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-1.5">
      <DayField
        label={`${label}, the day`}
        day={at}
        onDay={(day) => onIso(set(day, { hours: at.getHours(), minutes: at.getMinutes() }).toISOString())}
      />
      <input
        aria-label={`${label}, the time`}
        aria-invalid={wrong}
        inputMode="numeric"
        autoComplete="off"
        value={draft ?? written}
        onChange={(e) => take(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={() => setDraft(undefined)}
        onKeyDown={(e) => {
          if (e.key === 'Escape') setDraft(undefined);
          const by = { ArrowUp: 15, ArrowDown: -15 }[e.key];
          if (by === undefined) return;
          e.preventDefault();
          setDraft(undefined);
          onIso(new Date(at.getTime() + by * 60_000).toISOString());
        }}
        className={`min-h-11 w-[5.2ch] border-b-2 bg-transparent text-center font-semibold leading-tight set-here sm:min-h-0 ${wrong ? 'border-stop text-stop' : 'border-action'}`}
      />
      {wrong && (
        <span role="alert" className="text-sm text-stop">
          A time from 0:00 to 23:59 is accepted.
        </span>
      )}
    </span>
  );
}

/** "15:00", "9.30", "1500", "15": a time of the day; undefined where it is none. */
export function timeIn(text: string): { hours: number; minutes: number } | undefined {
  const match = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*$/.exec(text);
  if (!match) return undefined;
  const [hours, minutes] = [Number(match[1]), Number(match[2] ?? 0)];
  return hours < 24 && minutes < 60 ? { hours, minutes } : undefined;
}
