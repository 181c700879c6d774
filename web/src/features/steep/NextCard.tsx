import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Batch, Call } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { workedOut } from '@/shared/ui/reasonOf';
import { Button, LinkButton } from '@/shared/ui/Button';
import { callWords, lateWords, shortCall } from './callWords';

export type AtStove = { call: Call; batch: Batch };

/** What “later” means, min. */
export const LATER_MIN = 3;

/** At the thumb on a phone: the one thing over the whole width, what may be said instead on a line of its own. */
const MAIN = 'min-h-16 px-8 sm:text-xl max-sm:order-last max-sm:w-full max-sm:text-[1.35rem]';
const BESIDE = 'min-h-16 px-5 sm:text-lg max-sm:min-h-11 max-sm:grow max-sm:px-2 max-sm:text-base';

export type NextActs = {
  onDone: () => void;
  onLater: () => void;
  onSkip: (() => void) | undefined;
  pending: boolean;
};

/** The next thing for the hands, to be read from the other side of the kitchen. */
export function NextCard({
  next,
  others,
  now,
  several,
  children,
  ...acts
}: NextActs & {
  next: AtStove;
  others: readonly Call[];
  now: number;
  several: boolean;
  children?: ReactNode;
}): ReactNode {
  const { call, batch } = next;
  const words = callWords(batch, call, now, others);
  const late = words.inMin !== undefined && words.inMin < 0;
  const ringing = call.ringsMs !== undefined && call.ringsMs <= now;
  return (
    <section
      aria-label="Next, with your hands"
      className={`rounded-lg border-2 bg-surface p-5 ${late && call.byClock ? 'border-stop' : 'border-ink'}`}
    >
      <p className="text-sm text-muted">
        Next, with your hands
        {several && (
          <>
            :{' '}
            <Link to={`/steep/${batch.id}`} className="underline underline-offset-4">
              {batch.plan.drink.name}
            </Link>
          </>
        )}
      </p>
      <h2 className="mt-1 flex flex-wrap items-baseline gap-x-5 text-[2.25rem] leading-tight">
        <span>{words.what}</span>{' '}
        {words.inMin !== undefined && (
          <span
            className={`whitespace-nowrap text-[4.75rem] font-bold leading-none tracking-tight ${late && call.byClock ? 'text-stop' : ''}`}
          >
            {late && !call.byClock ? `+${f.clock(words.inMin)}` : f.clock(words.inMin)}
          </span>
        )}
      </h2>
      <p className="mt-2 text-lg">{words.note}</p>
      {(words.cue || words.figure) && (
        <p className="mt-1 text-lg text-muted">
          {words.cue && <>When {words.cue}</>}
          {words.cue && words.figure && '; '}
          {words.figure && <strong className="font-semibold text-ink">{words.figure}</strong>}
        </p>
      )}
      {children}
      <div className="thumb mt-4 flex flex-wrap gap-x-3 gap-y-1 max-sm:mt-0 max-sm:flex-row-reverse max-sm:justify-between sm:gap-3">
        {call.what.kind === 'mix' ? (
          <>
            <LinkButton to={`/mix/${batch.id}`} kind="main" className={MAIN}>
              To the mix
            </LinkButton>
            <LinkButton to={`/mix/${batch.id}`} className={BESIDE}>
              Bottle it instead
            </LinkButton>
          </>
        ) : (
          <Button kind="main" className={MAIN} disabled={acts.pending} onClick={acts.onDone} aria-keyshortcuts="d">
            {words.done}
          </Button>
        )}
        {call.ringsMs !== undefined && (
          <Button className={BESIDE} disabled={acts.pending} onClick={acts.onLater} aria-keyshortcuts="l">
            {ringing ? `Heard, again in ${LATER_MIN} min` : `Later: ring ${LATER_MIN} min on`}
          </Button>
        )}
        {acts.onSkip && (
          <Button className={BESIDE} disabled={acts.pending} onClick={acts.onSkip} aria-keyshortcuts="s">
            Leave it out
          </Button>
        )}
      </div>
    </section>
  );
}

/** What comes after, with how long until then. */
export function AfterThat({
  calls,
  now,
  several,
  onPick,
}: {
  calls: readonly AtStove[];
  now: number;
  several: boolean;
  onPick: (id: string) => void;
}): ReactNode {
  if (calls.length === 0) return null;
  return (
    <section aria-label="After that" className="rounded-lg border border-line bg-surface p-4">
      <h2 className="text-base text-muted">After that</h2>
      <ol className="mt-1 divide-y divide-line">
        {calls.slice(0, 6).map((a) => {
          const inMin = workedOut(() => callWords(a.batch, a.call, now).inMin).value;
          return (
            <li key={keyOf(a)}>
              <button
                type="button"
                onClick={() => onPick(keyOf(a))}
                className="flex min-h-11 w-full items-baseline justify-between gap-3 py-1.5 text-left hover:bg-action-wash"
              >
                <span>
                  {workedOut(() => shortCall(a.batch, a.call)).value ?? 'look at the pot'}
                  {several && <span className="block text-sm text-muted">{a.batch.plan.drink.name}</span>}
                </span>
                <span
                  className={`whitespace-nowrap font-display text-lg font-semibold ${inMin !== undefined && inMin < 0 && a.call.byClock ? 'text-stop' : ''}`}
                >
                  {inMin === undefined
                    ? ''
                    : inMin < 0
                      ? a.call.byClock
                        ? lateWords(inMin)
                        : `+${f.clock(inMin)}`
                      : f.clock(inMin)}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** A call among those of all pots. */
export const keyOf = ({ call }: AtStove): string => `${call.batchId}/${call.id}`;
