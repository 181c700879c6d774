import { useState, type ReactNode } from 'react';
import { serverNow } from '@/shared/api/clock';
import { Button } from '@/shared/ui/Button';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { MomentField } from '@/shared/ui/MomentField';

/** Minutes that are typed; what is longer ago is told by its day and hour. */
const MINUTES = { unit: 'min', min: 0, max: 720 } as const;

/** When something happened: so many minutes ago, or at a moment. */
type When = { min: number } | { iso: string };

/** When something happened, as it is being told. `refused`: what is typed is no time, and nothing may be told by it. */
export type Told = {
  field: (what?: string) => ReactNode;
  /** the moment, where it is not just now */
  at: (nowMs: number) => { at?: string };
  refused: boolean;
  reset: () => void;
};

/** It has often happened before there was a hand free to say so; a jar perhaps weeks ago. */
export function useAgo(): Told {
  const [when, setWhen] = useState<When>({ min: 0 });
  const [fault, setFault] = useState<FieldFault | undefined>(undefined);
  const typed = fault !== undefined && 'min' in when;
  const ahead = 'iso' in when && Date.parse(when.iso) > serverNow();
  return {
    refused: typed || ahead,
    reset: () => {
      setWhen({ min: 0 });
      setFault(undefined);
    },
    at: (nowMs) =>
      'iso' in when ? { at: when.iso } : when.min > 0 ? { at: new Date(nowMs - when.min * 60_000).toISOString() } : {},
    field: (what = 'It happened') => (
      <>
        <p className="mt-3 flex flex-wrap items-baseline gap-x-2">
          {'iso' in when ? (
            <>
              {what} <MomentField label="When it was" iso={when.iso} onIso={(iso) => setWhen({ iso })} />
              <Button kind="quiet" className="px-1" onClick={() => setWhen({ min: 0 })}>
                Just now
              </Button>
            </>
          ) : (
            <>
              {what}{' '}
              <InlineNumber
                label="Minutes ago"
                value={when.min}
                range={MINUTES}
                step={1}
                digits={0}
                unit="min"
                onValue={(min) => setWhen({ min })}
                onFault={setFault}
              />{' '}
              ago.
              <Button
                kind="quiet"
                className="px-1"
                onClick={() => {
                  setFault(undefined);
                  setWhen({ iso: new Date(serverNow() - when.min * 60_000).toISOString() });
                }}
              >
                Longer ago
              </Button>
            </>
          )}
        </p>
        {(typed || ahead) && (
          <p role="alert" className="mt-1 border-l-4 border-stop bg-stop-wash px-2 py-1 text-sm">
            {typed
              ? `${fault.message} What is longer ago is told by its day.`
              : 'That is still to come. Say a moment that has been.'}
          </p>
        )}
      </>
    ),
  };
}
