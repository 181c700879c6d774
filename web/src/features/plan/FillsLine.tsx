import type { ReactNode } from 'react';
import { bottlesFilled, glassesFilled, type Plan } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { figure } from '@/shared/ui/Figure';

/** Less than this is a drop in the jug, not something to keep, ml. */
const WORTH_KEEPING_ML = 10;

/** What it fills, and what is over: whole glasses, or whole bottles of so many that another number can be asked for. */
export function FillsLine({ plan, onLitres }: { plan: Plan; onLitres: (litres: number) => void }): ReactNode {
  const bottles = bottlesFilled(plan);
  const filling = bottles ?? glassesFilled(plan);
  const over = filling.overMl >= WORTH_KEEPING_ML ? `, ${f.volume(filling.overMl)} over` : ', all of it';
  const { garnish } = plan.drink.serve;
  if (bottles)
    return (
      <p className="mt-1 text-[0.95rem]">
        Fills{' '}
        {figure('Bottles', bottles.count, { unit: 'bottles', min: 1, max: 200, step: 1 }, (n) =>
          onLitres(Math.round(n * bottles.eachMl) / 1000),
        )}{' '}
        {bottles.count === 1 ? 'bottle' : 'bottles'} of {f.volume(bottles.eachMl)}
        {over}
        {bottles.overMl >= WORTH_KEEPING_ML && ': keep it for a taste, or make it another drink'}.
      </p>
    );
  if (filling.count < 1 && !garnish) return null;
  return (
    <p className="mt-1 text-[0.95rem] text-muted">
      {filling.count >= 1 && (
        <>
          Pours {filling.count} {filling.count === 1 ? 'glass' : 'glasses'} of {f.volume(filling.eachMl)}
          {over}
        </>
      )}
      {garnish && `${filling.count >= 1 ? '; on each glass ' : 'On each glass '}${garnish}`}.
    </p>
  );
}
