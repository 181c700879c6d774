import type { ReactNode } from 'react';
import {
  provenanceKey,
  type SITES,
  type SOURCES,
  type Confirmation,
  type Plan,
  type PlanTarget,
  type Provenance,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { plantNameIn } from '@/shared/format/names';
import { InlineChoice } from '@/shared/ui/InlineChoice';

const SOURCE_WORDS: Record<(typeof SOURCES)[number], string> = {
  shop_food_grade: 'bought as food',
  sealed_pack: 'from a sealed pack',
  garden: 'from my garden',
  foraged: 'gathered wild',
  florist: 'from a florist',
  ornamental: 'an ornamental plant',
  garden_centre: 'from a garden centre',
  unlabelled: 'from an unlabelled bag',
  market_loose: 'loose from a market',
  carried_from_abroad: 'carried from abroad',
  unknown: 'from I do not know where',
};

const SITE_WORDS: Record<(typeof SITES)[number], string> = {
  meadow: 'a clean meadow',
  woodland: 'a clean wood',
  own_land: 'my own land',
  roadside: 'a roadside',
  railway: 'a railway',
  sprayed: 'sprayed ground',
  industrial: 'industrial ground',
  floodplain: 'a flood plain',
  dog_walk: 'a dog walk',
  unknown: 'I do not know',
};

const CONFIRMED_WORDS: Record<Confirmation, string> = {
  id_confirmed: 'identity checked',
  yew_excluded: 'yew excluded',
  leaf_by_leaf_check: 'checked leaf by leaf',
  untreated_confirmed: 'untreated',
  stems_removed: 'stems out',
  washed: 'washed',
};

const choices = <T extends string>(words: Readonly<Record<T, string>>): { value: T; label: string }[] =>
  (Object.entries(words) as [T, string][]).map(([value, label]) => ({ value, label }));

/** Where each plant is from, and what was confirmed of it on which day. */
export function WhereFrom({
  plan,
  onChange,
}: {
  plan: Plan;
  onChange: (change: Partial<PlanTarget>) => void;
}): ReactNode {
  const known = plan.target.provenance ?? {};
  const set = (key: string, change: Partial<Provenance>): void =>
    onChange({ provenance: { ...known, [key]: { ...known[key], ...change } } });
  return (
    <details className="mt-3">
      <summary className="flex min-h-11 items-center text-sm text-muted underline decoration-dotted underline-offset-4">
        Where the plants are from
      </summary>
      <ul className="mt-1 space-y-2 text-[0.95rem]">
        {plan.brews.flatMap((brew) =>
          brew.leaf.map((leaf) => {
            const key = provenanceKey(brew.brewId, leaf.ingredientId);
            const own = known[key] ?? {};
            const name = plantNameIn(plan.drink, leaf.plant);
            return (
              <li key={key}>
                {name}, {` `}
                <InlineChoice
                  label={`Where ${name} is from`}
                  value={own.source ?? 'shop_food_grade'}
                  choices={choices(SOURCE_WORDS)}
                  onValue={(source) => set(key, { source })}
                />
                {own.source === 'foraged' && (
                  <>
                    , picked in{' '}
                    <InlineChoice
                      label={`Where ${name} was picked`}
                      value={own.site ?? 'unknown'}
                      choices={choices(SITE_WORDS)}
                      onValue={(site) => set(key, { site })}
                    />
                  </>
                )}
                {Object.entries(own.confirmedOn ?? {}).map(([what, on]) => (
                  <span key={what} className="block text-sm text-muted">
                    {CONFIRMED_WORDS[what as Confirmation]} on {f.day(on)}
                  </span>
                ))}
              </li>
            );
          }),
        )}
      </ul>
    </details>
  );
}
