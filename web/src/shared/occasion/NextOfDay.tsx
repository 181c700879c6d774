import { format as formatDate } from 'date-fns';
import type { ReactNode } from 'react';
import { useNow } from '@/shared/api/clock';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { useSheetNow } from './sheetNow';

/** On the bench and at the stove: the next thing of the day that is begun, before or between what the pots want. */
export function NextOfDay(): ReactNode {
  const next = useSheetNow((s) => s.next);
  const now = useNow(10_000);
  if (!next) return null;
  const inMin = (next.dueMs - now) / 60_000;
  return (
    <section
      aria-label="Next on the sheet"
      className="mb-3 flex flex-wrap items-center justify-between gap-x-4 gap-y-1 rounded-lg border-2 border-ink bg-surface px-4 py-2"
    >
      <p className="min-w-0">
        <span className="text-sm text-muted">{next.occasionName}, next on the sheet</span>
        <strong className="block font-display text-lg leading-tight">
          {formatDate(next.dueMs, 'H:mm')} {next.words}
        </strong>
      </p>
      <span className="flex items-center gap-3">
        <span className={inMin < -1 ? 'font-semibold text-stop' : 'text-muted'}>
          {inMin > 1 ? `in ${f.duration(inMin)}` : inMin < -1 ? `${f.duration(-inMin)} late` : 'now'}
        </span>
        <LinkButton kind={inMin < 1 ? 'main' : 'plain'} to={`/plan/occasion/${next.occasionId}`}>
          {next.starts ? 'To the sheet, to start it' : 'To the sheet'}
        </LinkButton>
      </span>
    </section>
  );
}
