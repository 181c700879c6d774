import { addDays, setHours, startOfHour } from 'date-fns';
import type { ReactNode } from 'react';
import {
  dayOfPlan,
  explain,
  handsOnMinutes,
  isNight,
  totalMinutes,
  type DayLeg,
  type Night,
  type Plan,
} from '@steepsis/core';
import { serverNow, useNow } from '@/shared/api/clock';
import * as f from '@/shared/format/format';
import { Explained } from '@/shared/ui/Explained';
import { MomentField } from '@/shared/ui/MomentField';

const LEG_WORDS: Readonly<Record<DayLeg['kind'], string>> = {
  measure: 'measure',
  pot: 'pot',
  strain: 'strain',
  mix: 'mix',
  'ice-bath': 'ice bath',
  fridge: 'fridge to 5 °C',
  rest: 'rest',
};
const LEG_LOOK: Readonly<Record<DayLeg['kind'], string>> = {
  measure: 'bg-ink',
  pot: 'bg-action',
  strain: 'bg-ink',
  mix: 'bg-ink',
  'ice-bath': 'bg-water',
  fridge: 'bg-water',
  rest: 'bg-line',
};

/** When to start and when it is ready, with the line of the day between them: what the hands do, what the pot, what the fridge. */
export function DayLine({ plan, onReadyBy }: { plan: Plan; onReadyBy: (iso: string | undefined) => void }): ReactNode {
  const now = useNow(60_000);
  const legs = dayOfPlan(plan);
  const lastsMs = legs.reduce((sum, leg) => sum + leg.minutes, 0) * 60_000;
  const { readyBy } = plan.target;
  const readyMs = readyBy ? Date.parse(readyBy) : now + lastsMs;
  const startMs = readyMs - lastsMs;
  const late = readyBy !== undefined && startMs < now - 60_000;
  const rests = legs.some((leg) => leg.kind === 'rest');
  return (
    <section aria-label="The day of it" className="mt-3 max-w-[60rem]">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <p className={late ? 'text-stop' : ''}>
          {readyBy ? (
            <>
              Start by <strong>{f.moment(new Date(startMs).toISOString())}</strong>
              {late && ': that has passed'}
              {!late && inTheNight(startMs, plan.kitchen.night) && <span className="text-muted"> (in the night)</span>}
            </>
          ) : (
            <>Start now</>
          )}
        </p>
        <p>
          {readyBy ? 'ready' : `ready ${f.moment(new Date(readyMs).toISOString())}`}
          {readyBy ? (
            <>
              {' '}
              <MomentField label="Ready by" iso={readyBy} onIso={onReadyBy} />{' '}
              <button type="button" className={LINK} onClick={() => onReadyBy(undefined)}>
                whenever
              </button>
            </>
          ) : (
            <>
              ;{' '}
              <button type="button" className={LINK} onClick={() => onReadyBy(nextAfternoon(lastsMs))}>
                ready for a certain time
              </button>
            </>
          )}
        </p>
      </div>
      <div className="mt-1 flex h-2.5 gap-0.5 overflow-hidden rounded-sm" aria-hidden>
        {legs.map((leg) => (
          // What is short is still to be seen beside a night in the fridge.
          <div
            key={leg.kind}
            className={LEG_LOOK[leg.kind]}
            style={{ flexGrow: Math.sqrt(leg.minutes), flexBasis: 6 }}
          />
        ))}
      </div>
      <p className="mt-1 text-[0.92rem] text-muted">
        {legs.map((leg) => `${LEG_WORDS[leg.kind]} ${f.duration(leg.minutes)}`).join(', ')}.{' '}
        <Explained what={() => explain(plan, 'time')}>
          {f.duration(totalMinutes(plan))} in all, {f.duration(handsOnMinutes(plan))} with the hands
        </Explained>
        {rests && ', and it is better for its rest'}.
      </p>
    </section>
  );
}

const LINK = 'inline min-h-11 border-b-2 border-action font-semibold leading-tight sm:min-h-0';

const inTheNight = (ms: number, night?: Night): boolean => {
  const at = new Date(ms);
  return isNight(at.getHours() + at.getMinutes() / 60, night);
};

/** The next three in the afternoon that can be met. */
function nextAfternoon(lastsMs: number): string {
  const earliest = serverNow() + lastsMs + 30 * 60_000;
  const at = setHours(startOfHour(earliest), 15);
  return (at.getTime() >= earliest ? at : addDays(at, 1)).toISOString();
}
