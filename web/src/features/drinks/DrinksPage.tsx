import { useMemo, type ReactNode } from 'react';
import { DEFAULT_KITCHEN, planDrink, type Plan } from '@steepsis/core';
import type { DrinkSummary } from '@steepsis/contract';
import { useDrink, useDrinks } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { LinkButton } from '@/shared/ui/Button';
import { Failed, Loading, Page } from '@/shared/ui/Page';
import { DrinkLine } from './DrinkLine';

export function Component(): ReactNode {
  const drinks = useDrinks();
  if (drinks.isPending) return <Loading what="the drinks" />;
  if (drinks.isError) return <Failed error={drinks.error} retry={() => void drinks.refetch()} />;
  return (
    <Page title="Drinks" note="Each drink is drawn as its way from the pot to the glass.">
      <ul className="space-y-3">
        {[...drinks.data.drinks].sort(latestFirst).map((d) => (
          <DrinkCard key={d.id} summary={d} />
        ))}
      </ul>
    </Page>
  );
}

/** What was made last stands first, then the rest by name. */
const latestFirst = (a: DrinkSummary, b: DrinkSummary): number =>
  (b.lastMadeAt ?? '').localeCompare(a.lastMadeAt ?? '') || a.name.localeCompare(b.name);

/** Caffeine is told as the most a glass can hold. */
function caffeineText({ glass }: Plan): string {
  const mg = Math.round(glass.liquid.caffeineMg);
  return mg === 0 ? 'no caffeine' : `at most ${mg} mg of caffeine a glass`;
}

function DrinkCard({ summary }: { summary: DrinkSummary }): ReactNode {
  const drink = useDrink(summary.id);
  const plan = useMemo(() => {
    if (!drink.data) return undefined;
    const result = planDrink(drink.data.drink, drink.data.startFrom, DEFAULT_KITCHEN, drink.data.learned);
    return result.kind === 'plan' ? result.plan : undefined;
  }, [drink.data]);
  const made =
    summary.batches === 0 ? 'Not made yet.' : `Made ${summary.batches} times, last ${f.moment(summary.lastMadeAt!)}.`;
  return (
    <li className="flex flex-wrap items-end justify-between gap-4 rounded-lg border border-line bg-surface p-4">
      <div className="min-w-0 flex-1 basis-64">
        <h2 className="text-xl">{summary.name}</h2>
        <p className="text-muted">{made}</p>
        {plan && (
          <p className="mt-2">
            {f.strength(plan.target.strengthX)} of house strength,{' '}
            {plan.target.sugarGPerL > 0 ? `${f.gPerL(plan.target.sugarGPerL)} of sugar` : 'no added sugar'},{' '}
            {caffeineText(plan)}; {drink.data!.drink.brews[0].ways.map((w) => w.shortName.toLowerCase()).join(', or ')}.
          </p>
        )}
        <LinkButton to={`/plan/${summary.id}`} kind="main" className="mt-3" aria-label={`Plan it: ${summary.name}`}>
          Plan it
        </LinkButton>
      </div>
      {plan && <DrinkLine plan={plan} />}
    </li>
  );
}
