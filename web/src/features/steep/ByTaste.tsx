import { useState, type ReactNode } from 'react';
import { endFiguresOf } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import type { AtStove } from './NextCard';
import type { Told } from './useStove';

/** A go is a part of what is written, in a round figure that a spoon or a scale gives. */
const goesOf = (beginG: number): readonly number[] => {
  const round = (g: number): number => (g >= 20 ? Math.round(g / 5) * 5 : Math.max(1, Math.round(g)));
  return [...new Set([beginG / 8, beginG / 4, beginG / 2].map(round))];
};

/** Sugar that is stirred in by taste, go by go, each said in a tap; what it comes to is kept. */
export function ByTaste({ at, told, pending }: { at: AtStove; told: Told; pending: boolean }): ReactNode {
  const { what } = at.call;
  const [own, setOwn] = useState(10);
  if (what.kind !== 'end-stage') return null;
  const { byTaste } = endFiguresOf(at.batch, what.brewId, what.stageId);
  if (!byTaste) return null;
  const add = (grams: number): void =>
    void told
      .tell(at.batch, { type: 'sweetened', brewId: what.brewId, stageId: what.stageId, grams })
      .catch(() => undefined);
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2" role="group" aria-label="A go of sugar">
      {goesOf(byTaste.beginG).map((g) => (
        <Button key={g} className="min-h-14 px-5 text-lg" disabled={pending} onClick={() => add(g)}>
          + {f.grams(g)}
        </Button>
      ))}
      <span className="flex items-center gap-2">
        or {figure('Sugar that went in', own, { unit: 'g', min: 1, max: 2000, step: 5, shown: true }, setOwn)}
        <Button disabled={pending} onClick={() => add(own)}>
          Stirred in
        </Button>
      </span>
    </div>
  );
}
