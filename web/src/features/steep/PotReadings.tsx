import type { ReactNode } from 'react';
import type { InstrumentKind, ProbeState } from '@steepsis/core';
import type { InstrumentView } from '@steepsis/contract';
import { useInstruments } from '@/shared/api/instrumentQueries';
import { reading } from '@/shared/format/reading';
import { Button } from '@/shared/ui/Button';

/** What an instrument said last. */
export const lastSaid = ({ last, kind }: InstrumentView): string => (last ? reading(kind, last.value) : 'nothing yet');

/** Why the figure beside it is not taken for the pot’s. */
const AT_A_GLANCE: Record<Exclude<ProbeState, 'good'>, string> = {
  silent: 'silent now',
  stuck: 'stuck, not believed',
  jumping: 'jumping, not believed',
  'out-of-the-pot': 'out of the pot',
  impossible: 'not believed',
  doubtful: 'not believed',
};

export type InPot = { batchId: string; brewId: string };

function useHangingIn({ batchId, brewId }: InPot): readonly InstrumentView[] {
  const { data } = useInstruments();
  return (data?.instruments ?? []).filter(
    ({ attached }) => attached?.batchId === batchId && attached.brewId === brewId,
  );
}

/** An older reading is not what the cook sees on it now. */
const FRESH_MS = 30_000;

/** What an instrument in the pot reads now, taken with a tap instead of being typed; of a probe only what is believed. */
export function TakeReading({
  pot,
  kind,
  range,
  now,
  onTake,
}: {
  pot: InPot;
  kind: InstrumentKind;
  range: { min: number; max: number };
  now: number;
  onTake: (value: number) => void;
}): ReactNode {
  return useHangingIn(pot).map((i) => {
    const { last, state } = i;
    const fresh = last && now - last.atMs <= FRESH_MS && last.value >= range.min && last.value <= range.max;
    if (i.kind !== kind || !fresh || (kind === 'probe' && state !== 'good')) return null;
    return (
      <Button key={i.id} kind="quiet" onClick={() => onTake(last.value)}>
        Take {lastSaid(i)} from {i.name}
      </Button>
    );
  });
}

/** What hangs in a pot and what it reads, at a glance from across the kitchen. */
export function PotReadings(pot: InPot): ReactNode {
  const here = useHangingIn(pot);
  if (here.length === 0) return null;
  return (
    <div className="mt-auto border-t border-line pt-2 text-sm" role="group" aria-label="Instruments in it">
      {here.map((i) => (
        <p key={i.id} className="flex flex-wrap justify-between gap-x-3">
          <span className="text-muted">{i.name}</span>
          <span>
            <strong>{lastSaid(i)}</strong>
            {i.state && i.state !== 'good' && <span className="text-stop">, {AT_A_GLANCE[i.state]}</span>}
          </span>
        </p>
      ))}
    </div>
  );
}
