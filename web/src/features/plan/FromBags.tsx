import type { ReactNode } from 'react';
import { drawnDown, entryOf, leafOf, type PantryEntry, type Plan } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { shortName } from '@/shared/format/names';

/** Which bags the plan weighs out of, where there is more than one to take from or a bag gives more or less than it should. */
export function FromBags({ plan, entries }: { plan: Plan; entries: readonly PantryEntry[] }): ReactNode {
  const lines = leafOf(plan).flatMap((leaf) => {
    const entry = entryOf(entries, leaf.plant);
    if (!entry) return [];
    const bags = drawnDown(entry, leaf.grams).drawn.map(({ lotId, g }) => ({
      g,
      lot: entry.lots.find((l) => l.id === lotId)!,
    }));
    const differs = bags.some(({ lot }) => Math.abs(lot.potency - 1) >= 0.03);
    if (bags.length === 0 || (entry.lots.filter((l) => l.leftG > 0).length < 2 && !differs)) return [];
    const words = bags.map(
      ({ lot, g }) =>
        `${bags.length > 1 ? `${f.grams(g)} of ` : ''}the one of ${f.day(lot.got)}${lot.from ? `, ${lot.from}` : ''}${strengthOf(lot.potency)}`,
    );
    return [{ id: leaf.ingredientId, text: `${shortName(leaf.name)} from ${words.join(', then ')}` }];
  });
  if (lines.length === 0) return null;
  return (
    <p className="mt-1 text-[0.95rem] text-muted">
      {lines.map((l, i) => (
        <span key={l.id}>
          {i > 0 && '; '}
          {i === 0 ? capital(l.text) : l.text}
        </span>
      ))}
      .
    </p>
  );
}

const strengthOf = (potency: number): string =>
  Math.abs(potency - 1) < 0.03 ? '' : ` (it gives ${Math.round(100 * potency)} %)`;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
