import { format as formatDate } from 'date-fns';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { glassesOfOccasion } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useHouse } from '@/shared/api/queries';
import * as f from '@/shared/format/format';

/** So long before it an occasion stands on the bench, ms. */
const AHEAD_MS = 8 * 86_400_000;

/** The next occasion that is not begun, in a line. */
export function ComingOccasion(): ReactNode {
  const house = useHouse();
  const now = useNow(60_000);
  const next = (house.data?.occasions ?? [])
    .map((o) => o.body)
    .filter((o) => !o.sheet && Date.parse(o.readyBy) > now && Date.parse(o.readyBy) < now + AHEAD_MS)
    .sort((a, b) => a.readyBy.localeCompare(b.readyBy))[0];
  if (!next) return null;
  return (
    <p className="mb-3 flex flex-wrap items-baseline gap-x-3 border-l-4 border-action pl-3">
      <Link
        to={`/plan/occasion/${next.id}`}
        className="inline-flex min-h-11 items-center font-semibold underline decoration-1 underline-offset-4"
      >
        {next.name}
      </Link>
      <span>
        {f.day(next.readyBy)} {formatDate(new Date(next.readyBy), 'H:mm')}, {Math.round(glassesOfOccasion(next))}{' '}
        glasses
      </span>
    </p>
  );
}
