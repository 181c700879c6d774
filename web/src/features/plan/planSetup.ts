import { useMemo } from 'react';
import { planDrink, potencyOf, type PlanResult, type PlanTarget } from '@steepsis/core';
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
    const potency = potencyOf(house.entries);
    const table = view.lastPlan ? undefined : house.kitchen.body.audience;
    const start = {
      ...from,
      ...(table ? { audience: table } : {}),
      ...(occasion ? { audience: occasion } : {}),
      ...(Object.keys(potency).length > 0 ? { potency } : {}),
    };
    return withDraft(start, draft);
  }, [view, draft, occasion, house]);
  return { target, draft };
}

export function usePlan(view: DrinkView, target: PlanTarget, house: House): PlanResult {
  return useMemo(
    () => planDrink(view.drink, target, house.forPlans, view.learned),
    [view.drink, view.learned, target, house.forPlans],
  );
}
