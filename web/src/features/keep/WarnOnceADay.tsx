import { set } from 'date-fns';
import { useEffect, type ReactNode } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { liveJarAt } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useAtStove } from '@/shared/api/queries';
import type { Thing } from '@/shared/keep/things';
import { Button } from '@/shared/ui/Button';
import { InlineNumber } from '@/shared/ui/InlineNumber';
import { workedOut } from '@/shared/ui/reasonOf';
import { TASK_WORDS } from './jarWords';
import { titleOf } from './thingWords';

/** Whether this device tells once a day what wants something, at which hour, and on which day it last did. */
const useDaily = create<{
  on: boolean;
  hour: number;
  toldOn: string;
  change: (change: Partial<{ on: boolean; hour: number; toldOn: string }>) => void;
}>()(
  persist((set) => ({ on: false, hour: 9, toldOn: '', change: (change) => set(change) }), {
    name: 'steepsis.daily',
    version: 1,
  }),
);

/** What must be used, poured away, vented or measured today: said here, and once a day by a notice at an hour of the cook's choosing. */
export function WarnOnceADay({ things }: { things: readonly Thing[] }): ReactNode {
  const { on, hour, toldOn, change } = useDaily();
  const { batches } = useAtStove();
  const now = useNow(60_000);
  const dayEnd = set(now, { hours: 23, minutes: 59 }).getTime();
  const wants = [
    ...things.filter((t) => t.placed.place === 'pour-away').map((t) => `Pour away: ${titleOf(t.item)}`),
    ...things.filter((t) => t.placed.place === 'drink-today').map((t) => `Drink today: ${titleOf(t.item)}`),
    ...batches.flatMap((batch) =>
      batch.plan.brews.flatMap(({ brewId }) => {
        const live = workedOut(() => liveJarAt(batch, brewId, now)).value;
        const due = live?.tasks.filter((t) => now + t.inMin * 60_000 <= dayEnd) ?? [];
        return due.length > 0 ? [`${batch.plan.drink.name}: ${due.map((t) => TASK_WORDS[t.task]).join(', ')}`] : [];
      }),
    ),
  ];
  const today = new Date(now).toDateString();
  const due =
    on && wants.length > 0 && toldOn !== today && now >= set(now, { hours: hour, minutes: 0, seconds: 0 }).getTime();
  const said = wants.join('\n');
  useEffect(() => {
    if (!due || typeof Notification === 'undefined' || Notification.permission !== 'granted') return;
    new Notification('Steepsis: for today', { body: said, tag: 'steepsis-today' });
    change({ toldOn: today });
  }, [due, said, today, change]);
  if (typeof Notification === 'undefined') return null;
  return (
    <p className="flex flex-wrap items-center gap-x-2 text-sm text-muted">
      {on && Notification.permission === 'granted' ? (
        <>
          What wants something is told once a day at{' '}
          <InlineNumber
            label="Hour of the day"
            value={hour}
            range={{ unit: '', min: 0, max: 23 }}
            step={1}
            onValue={(h) => change({ hour: h })}
            onFault={() => undefined}
          />
          :00 while this page is open.
          <Button kind="quiet" onClick={() => change({ on: false })}>
            Do not tell me
          </Button>
        </>
      ) : (
        <Button
          kind="quiet"
          onClick={() => void Notification.requestPermission().then((p) => change({ on: p === 'granted' }))}
        >
          Tell me once a day what must be used, vented or measured
        </Button>
      )}
    </p>
  );
}
