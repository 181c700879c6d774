import {
  factsOfPlan,
  findingsOf,
  handsOnMinutes,
  onHandG,
  shoppingList,
  totalMinutes,
  type Plan,
} from '@steepsis/core';
import type { DrinkSummary } from '@steepsis/contract';
import { plantNameIn } from '@/shared/format/names';
import type { House } from '@/shared/api/queries';

/** A drink of the book with its plan as written; undefined where the kitchen cannot make it so. */
export type Shown = { summary: DrinkSummary; plan: Plan | undefined; why?: string };

export type FilterId = 'no-caffeine' | 'children' | 'quick' | 'have';
type Filter = { id: FilterId; label: string; passes: (shown: Shown, house: House) => boolean };

const QUICK_MIN = 30;

export const FILTERS: readonly Filter[] = [
  {
    id: 'no-caffeine',
    label: 'No caffeine',
    passes: ({ plan }) => plan !== undefined && plan.glass.liquid.caffeineMg < 1,
  },
  { id: 'children', label: 'For children', passes: ({ plan }) => plan !== undefined && forChildren(plan) },
  {
    id: 'quick',
    label: 'Under 30 minutes',
    passes: ({ plan }) => plan !== undefined && totalMinutes(plan) < QUICK_MIN,
  },
  { id: 'have', label: 'From what I have', passes: ({ plan }, house) => plan !== undefined && isThere(plan, house) },
];

/** Nothing that the rules mind or stop for a child at the table, besides what they mind for anyone. */
function forChildren(plan: Plan): boolean {
  const minded = (p: Plan): Set<string> =>
    new Set(findingsOf(...factsOfPlan(p)).flatMap((x) => (x.level === 'note' ? [] : [x.id])));
  const anyone = minded({ ...plan, target: { ...plan.target, audience: [] } });
  const child = minded({ ...plan, target: { ...plan.target, audience: ['child'] } });
  return [...child].every((id) => anyone.has(id));
}

/** Every plant and sweetener is in the pantry, enough of it. */
const isThere = (plan: Plan, house: House): boolean =>
  shoppingList(plan, house.entries).every((l) => l.needG <= onHandG(house.entries.find((e) => e.plant === l.plant)));

/** Whether all words are in the name of a drink or of what is in it. */
export function isLike({ summary }: Shown, search: string): boolean {
  const plants = summary.drink.brews.flatMap((b) =>
    b.ways.flatMap((w) => w.ingredients.map((i) => plantNameIn(summary.drink, i.plant))),
  );
  const text = [summary.name, ...plants].join(' ').toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .every((w) => text.includes(w));
}

export const minutesOf = (plan: Plan): { total: number; hands: number } => ({
  total: totalMinutes(plan),
  hands: handsOnMinutes(plan),
});
