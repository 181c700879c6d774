import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import { callsAt, outlookAt, type Batch, type BatchEventBody, type Call } from '@steepsis/core';
import { useSayTo } from '@/shared/api/queries';
import { workedOut } from '@/shared/ui/reasonOf';
import { keyOf, LATER_MIN, type AtStove } from './NextCard';
import { outlookWords } from './outlookWords';

/** Everything that the pots want, what is due first before the rest; calls that were put off come after what rings. */
export function useCalls(batches: readonly Batch[], now: number): readonly AtStove[] {
  // By the second is soon enough, and the same second gives the same list.
  const second = Math.floor(now / 1000) * 1000;
  return useMemo(
    () =>
      batches
        // A batch whose calls cannot be worked out has its own card; it does not silence the others.
        .flatMap((batch) => (workedOut(() => callsAt(batch, second)).value ?? []).map((call) => ({ call, batch })))
        .sort((a, b) => urgency(a.call, second) - urgency(b.call, second)),
    [batches, second],
  );
}

/** What can wait a little once it is due: a pot on the heat cannot. */
const PATIENT = new Set<Call['what']['kind']>(['tend', 'mix', 'lay-out', 'measure', 'start']);

/** By when it is due; what is patient is due now at the earliest, and what was heard when it rings again. */
function urgency({ what, dueMs, ringsMs }: Call, now: number): number {
  if (ringsMs !== undefined && ringsMs > now && dueMs <= now) return ringsMs;
  return PATIENT.has(what.kind) ? Math.max(dueMs, now) : dueMs;
}

/** What “done” says of a call; undefined where the page has to ask for a figure first. */
export function doneOf({ what }: Call): BatchEventBody | undefined {
  switch (what.kind) {
    case 'measure':
    case 'mix':
      return undefined;
    case 'lay-out':
    case 'start':
      return { type: 'brew-started', brewId: what.brewId };
    case 'put-in':
      return { type: 'put-in', brewId: what.brewId, ingredientId: what.ingredientId };
    case 'take-out':
      return { type: 'taken-out', brewId: what.brewId, ingredientId: what.ingredientId };
    case 'end-stage':
      return { type: 'stage-ended', brewId: what.brewId, stageId: what.stageId };
    case 'tend':
      return { type: 'tended', brewId: what.brewId, task: what.task };
    case 'cool':
      return { type: 'cooled-by', how: 'ice-bath' };
  }
}

/** What leaving it out says; undefined where it cannot be left out. */
export function skipOf({ what }: Call): BatchEventBody | undefined {
  if (what.kind === 'put-in') return { type: 'left-out', brewId: what.brewId, ingredientId: what.ingredientId };
  if (what.kind === 'end-stage' && what.skippable)
    return { type: 'stage-skipped', brewId: what.brewId, stageId: what.stageId };
  // Left to cool by itself: that is told too, and the mix goes on.
  if (what.kind === 'cool' && what.planned) return { type: 'cooled-by', how: 'counter' };
  return undefined;
}

export const laterOf = (call: Call): BatchEventBody => ({ type: 'heard', call: call.id, againMin: LATER_MIN });

export type Told = {
  /** What was told last, and what it moves. */
  line: string | undefined;
  tell: (batch: Batch, event: BatchEventBody & { at?: string }) => Promise<void>;
  pending: boolean;
  error: Error | null;
};

/** Says something of a batch, and tells in one line what it moves. */
export function useTold(now: number): Told {
  const { mutateAsync, isPending, error } = useSayTo();
  const [line, setLine] = useState<string | undefined>(undefined);
  const tell = async (batch: Batch, event: BatchEventBody & { at?: string }): Promise<void> => {
    const after = await mutateAsync({ batchId: batch.id, event });
    const brewId = 'brewId' in event && event.brewId !== undefined ? event.brewId : undefined;
    setLine(brewId && MOVES.has(event.type) ? workedOut(() => moved(batch, after, brewId, now)).value : undefined);
  };
  return { line, tell, pending: isPending, error };
}

/** What can move a prediction. */
const MOVES = new Set([
  'stage-ended',
  'stage-skipped',
  'put-in',
  'left-out',
  'taken-out',
  'lid-set',
  'topped-up',
  'sweetened',
  'measured',
]);

function moved(before: Batch, after: Batch, brewId: string, now: number): string {
  return outlookWords(outlookAt(before, brewId, now), outlookAt(after, brewId, now));
}

/**
 * Does something now, or as soon as nothing is on its way any more: the last thing is only known once it has arrived,
 * and a key that was pressed in that moment is not to be lost.
 */
export function useOnceIdle(busy: boolean, act: () => void): () => void {
  const wanted = useRef(false);
  const whenIdle = useEffectEvent(() => {
    if (!wanted.current) return;
    wanted.current = false;
    act();
  });
  useEffect(() => {
    if (!busy) whenIdle();
  }, [busy]);
  return () => {
    if (!busy) return act();
    wanted.current = true;
  };
}

export type StoveKeys = {
  onDone: () => void;
  onLater: () => void;
  onSkip: () => void;
  onUndo: () => void;
  onPick: (n: number) => void;
  onHelp: () => void;
};

/** Single keys at the stove; never while something is typed or a dialog is open. */
export function useStoveKeys(keys: StoveKeys): void {
  const press = useEffectEvent((e: KeyboardEvent) => {
    const at = e.target as HTMLElement | null;
    const typing = at?.closest(
      'input:not([type="checkbox"]), textarea, select, [role="dialog"], [role="alertdialog"], [role="listbox"], [contenteditable]',
    );
    if (typing || e.ctrlKey || e.metaKey || e.altKey || e.repeat) return;
    const acts: Record<string, () => void> = {
      d: keys.onDone,
      l: keys.onLater,
      s: keys.onSkip,
      u: keys.onUndo,
      '?': keys.onHelp,
    };
    const act = /^[1-9]$/.test(e.key) ? () => keys.onPick(Number(e.key)) : acts[e.key.toLowerCase()];
    if (!act) return;
    e.preventDefault();
    act();
  });
  useEffect(() => {
    const listen = (e: KeyboardEvent): void => press(e);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

export const sameKey = (key: string | undefined, at: AtStove): boolean => key === keyOf(at);
