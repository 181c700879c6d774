import type { ReactNode } from 'react';
import { dayOfPlan, type Plan } from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import * as f from '@/shared/format/format';
import { Ask } from '@/shared/ui/Ask';
import { Button } from '@/shared/ui/Button';

/** What is begun so long before its time is asked about: it was planned for later, ms. House choice. */
const EARLY_MS = 3 * 3_600_000;

/** Begins it at the stove; what is planned for another day is not begun unasked. */
export function StartButton({
  plan,
  stopped,
  pending,
  onBegin,
}: {
  plan: Plan | undefined;
  stopped: boolean;
  pending: boolean;
  onBegin: () => void;
}): ReactNode {
  const now = useNow(60_000);
  const off = plan === undefined || stopped || pending;
  const words = pending ? 'Starting…' : 'Start at the stove';
  const readyBy = plan?.target.readyBy;
  const lastsMs = plan ? dayOfPlan(plan).reduce((sum, leg) => sum + leg.minutes, 0) * 60_000 : 0;
  const startMs = readyBy ? Date.parse(readyBy) - lastsMs : now;
  if (off || startMs - now < EARLY_MS)
    return (
      <Button kind="main" onClick={onBegin} disabled={off}>
        {words}
      </Button>
    );
  return (
    <Ask
      trigger={<Button kind="main">{words}</Button>}
      title="It is planned for later"
      yes="Start it now"
      onYes={onBegin}
    >
      <p>
        To be ready {f.moment(readyBy!)} it is begun {f.moment(new Date(startMs).toISOString())}. Begun now it stands
        that much longer.
      </p>
    </Ask>
  );
}
