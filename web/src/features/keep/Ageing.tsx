import { useState, type ReactNode } from 'react';
import { agedBy, type Left } from '@steepsis/core';
import { useHouse } from '@/shared/api/queries';
import type { Thing } from '@/shared/keep/things';
import { DayField } from '@/shared/ui/MomentField';
import { workedOut } from '@/shared/ui/reasonOf';

const percent = ({ share, low, high }: Left): string => {
  const round = (x: number): number => Math.round(x * 20) * 5;
  return round(low) === round(high) ? `${round(share)} %` : `${round(low)} to ${round(high)} %`;
};

/** How it will be on the day that matters: what of its colour and aroma is left. */
export function Ageing({ thing }: { thing: Thing }): ReactNode {
  const { item } = thing;
  const { data: house } = useHouse();
  const [day, setDay] = useState(() => new Date(item.useBy));
  const fermented = thing.batch?.plan.brews.some((b) => b.way.stages.some((s) => s.kind === 'ferment')) ?? false;
  const closed = (thing.batch ?? thing.jug).vessels.find((v) => v.id === item.vesselId)?.keptIn?.closure;
  const days = Math.max(0, (day.getTime() - Date.parse(item.madeOn)) / 86_400_000);
  const aged = workedOut(() =>
    agedBy(item.liquid, Math.min(400, days), {
      tempC: house?.kitchen.body.fridgeC ?? 4,
      frozen: item.where === 'freezer',
      ...(fermented ? { fizzy: closed === 'tight' || closed === 'pressure' ? 'closed' : 'open' } : {}),
    }),
  ).value;
  if (!aged || (!aged.colour && !aged.aroma && !aged.fizz)) return null;
  const parts = [
    aged.colour && `colour ${percent(aged.colour)}`,
    aged.aroma && `aroma ${percent(aged.aroma)}`,
    aged.fizz && `fizz ${percent(aged.fizz)}`,
  ].filter(Boolean);
  return (
    <>
      <dt className="text-muted">On</dt>
      <dd>
        <DayField label="How it will be on" day={day} onDay={setDay} />: {parts.join(', ')} of a fresh one (house
        estimate).
        {item.restedFrom !== undefined && Date.parse(item.restedFrom) > Date.now() && ' Rest does it good before that.'}
      </dd>
    </>
  );
}
