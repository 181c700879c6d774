import { useMemo } from 'react';
import {
  changedTarget,
  fittedTarget,
  InputError,
  planFromLots,
  writtenTarget,
  type Drink,
  type FromLots,
  type PlanTarget,
  type TargetChange,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import type { House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { useTargets, withDraft, type TargetDraft } from './targetStore';

const NO_DRAFT: TargetDraft = {};

/** A drink as it stands on this page, planned: where the next one starts from, the occasion, what was changed, and the lots at hand. */
export function usePlan(view: DrinkView, house: House, asked?: TargetChange): FromLots & { draft: TargetDraft } {
  const draft = useTargets((s) => s.drafts[view.drink.id]) ?? NO_DRAFT;
  const occasion = useTargets((s) => s.occasion);
  const planned = useMemo(() => {
    const { potency: _was, ...from } = view.lastPlan ? view.startFrom : asOnTheCard(view);
    // Who is at the table goes before who was when it was made last.
    const table = house.kitchen.body.audience;
    const start = {
      ...from,
      ...(table ? { audience: table } : {}),
      ...(occasion ? { audience: occasion } : {}),
    };
    // What was changed may name a way that the drink has no more.
    const own = withDraft(start, draft);
    const wanted = fittedTarget(view.drink, asked ? changedTarget(view.drink, own, asked) : own);
    const { drink, learned } = view;
    return planFromLots(house.entries, { drink, target: wanted, kitchen: house.forPlans, learned });
  }, [view, draft, occasion, house, asked]);
  return { ...planned, draft };
}

/** A drink that was never made starts as it stands on the card. */
function asOnTheCard({ drink, startFrom }: DrinkView): PlanTarget {
  try {
    return { ...writtenTarget(drink), audience: startFrom.audience, asWritten: true };
  } catch (error) {
    // A recipe that does not come out says so where it is planned.
    if (error instanceof InputError) return startFrom;
    throw error;
  }
}

/** What a plan asks for beyond the card, in words; none where it is the card itself. */
export function beyondTheCard(drink: Drink, { asWritten, ...target }: PlanTarget): readonly string[] {
  if (asWritten) return [];
  const card = writtenTarget(drink);
  const told = (same: boolean, words: string): readonly string[] => (same ? [] : [words]);
  const near = (a: number, b: number, by: number): boolean => Math.abs(a - b) <= by;
  return [
    ...told(
      near(card.litres, target.litres, 0.005),
      `${f.volume(target.litres * 1000)} for ${f.volume(card.litres * 1000)}`,
    ),
    ...told(
      near(card.strengthX, target.strengthX, 0.005),
      `${f.strength(target.strengthX)} for ${f.strength(card.strengthX)}`,
    ),
    ...told(
      near(card.sugarGPerL, target.sugarGPerL, 0.5),
      `${f.gPerL(target.sugarGPerL)} of sugar for ${f.gPerL(card.sugarGPerL)}`,
    ),
    ...told(card.wayId === target.wayId, 'another way of making it'),
    ...told(
      card.wayId !== target.wayId || near(card.steepMin, target.steepMin, 0.5),
      `${f.duration(target.steepMin)} of steeping for ${f.duration(card.steepMin)}`,
    ),
    ...told(card.glassMl === target.glassMl, `glasses of ${target.glassMl} ml for ${card.glassMl} ml`),
    ...told(card.iced === target.iced, target.iced ? 'over ice' : 'without ice'),
  ];
}
