import { useMemo, type ReactNode } from 'react';
import { timesOfToday, type Batch } from '@steepsis/core';
import { useDrink } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { workedOut } from '@/shared/ui/reasonOf';

/** Nearer than this two standards are the same to any tongue. */
const SAME = 0.01;

/** Against which standard the × of a making are told, where its drink has had another one since. */
export function AgainstWhich({ batch }: { batch: Batch }): ReactNode {
  const was = batch.plan.drink;
  const today = useDrink(was.id).data?.drink;
  const times = useMemo(() => (today ? (workedOut(() => timesOfToday(was, today)).value ?? 1) : 1), [was, today]);
  if (!today || Math.abs(Math.log(times)) < SAME) return null;
  return (
    <p className="mb-3 border-l-4 border-line px-3 py-1 text-[0.95rem]">
      Its × are of {standardInWords(was.ours)}, by which it was made; ×1.00 of them is {f.strength(times)} of{' '}
      {today.ours ? `today’s, ${standardInWords(today.ours)}` : 'the card as it is today'}.
    </p>
  );
}

/** What ×1.00 is: the card's glass, or one of the house. */
export const standardInWords = (ours: { madeAt: string } | undefined): string =>
  ours ? `your glass of ${f.day(ours.madeAt)}` : 'the card as it was then';
