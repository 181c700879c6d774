import { useMemo } from 'react';
import { fittedTarget, planOrWhy, potencyOf, type Drink, type PlanResult, type PlanTarget } from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import type { House } from '@/shared/api/queries';
import { useTargets, withDraft, type TargetDraft } from './targetStore';

const NO_DRAFT: TargetDraft = {};

/** The target of a drink as it stands on this page: where the next one starts from, the occasion, and what was changed. */
export function useTarget(view: DrinkView, house: House): { target: PlanTarget; draft: TargetDraft } {
  const draft = useTargets((s) => s.drafts[view.drink.id]) ?? NO_DRAFT;
  const occasion = useTargets((s) => s.occasion);
  const target = useMemo(() => {
    const { potency: _was, ...from } = view.startFrom;
    const table = view.lastPlan ? undefined : house.kitchen.body.audience;
    const start = {
      ...from,
      ...(table ? { audience: table } : {}),
      ...(occasion ? { audience: occasion } : {}),
    };
    // What was changed may name a way that the drink has no more.
    const wanted = fittedTarget(view.drink, withDraft(start, draft));
    const potency = potencyOf(house.entries, aboutNeededG(view.drink, wanted));
    return Object.keys(potency).length > 0 ? { ...wanted, potency } : wanted;
  }, [view, draft, occasion, house]);
  return { target, draft };
}

/** About how much of each plant is wanted: the recipe's amounts, in proportion. Enough to tell which lots are used. */
function aboutNeededG(drink: Drink, target: PlanTarget): Record<string, number> {
  const times = (target.litres * 1000 * target.strengthX) / drink.book.jugMl;
  const needed: Record<string, number> = {};
  drink.brews.forEach((brew, i) => {
    const way = (i === 0 && brew.ways.find((w) => w.id === target.wayId)) || brew.ways[0]!;
    for (const x of way.ingredients) needed[x.plant] = (needed[x.plant] ?? 0) + x.grams * times;
  });
  return needed;
}

export function usePlan(view: DrinkView, target: PlanTarget, house: House): PlanResult {
  return useMemo(
    () => planOrWhy(view.drink, target, house.forPlans, view.learned),
    [view.drink, view.learned, target, house.forPlans],
  );
}
