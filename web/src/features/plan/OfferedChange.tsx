import type { ReactNode } from 'react';
import { differencesBetween, type Drink, type WayOut } from '@steepsis/core';
import { Button } from '@/shared/ui/Button';

/** A change of the recipe that would clear a caution: what it changes, and that it becomes the next version if it is kept. */
export function OfferedChange({
  way,
  was,
  pending,
  onKeep,
  onLeave,
}: {
  way: Extract<WayOut, { kind: 'drink' }>;
  was: Drink;
  pending: boolean;
  onKeep: () => void;
  onLeave: () => void;
}): ReactNode {
  return (
    <section aria-label="A change of the recipe" className="mt-3 border-l-4 border-ink bg-ground px-3 py-2">
      <h3 className="text-base">{way.label}</h3>
      <p className="mt-1 text-[0.95rem]">This changes the recipe. It would become version {way.drink.version}:</p>
      <ul className="mt-1 list-disc pl-5 text-[0.95rem]">
        {differencesBetween(was, way.drink).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button kind="main" disabled={pending} onClick={onKeep}>
          {pending ? 'Keeping…' : 'Keep it in the recipe'}
        </Button>
        <Button onClick={onLeave}>Leave the recipe as it is</Button>
      </div>
    </section>
  );
}
