import type { ReactNode } from 'react';
import type { DrinkView } from '@steepsis/contract';
import { useDrink, useHouse, type House } from '@/shared/api/queries';
import { Alone } from '@/shared/ui/Alone';
import { LinkButton } from '@/shared/ui/Button';
import { Failed, Loading, Page } from '@/shared/ui/Page';

/**
 * A page of one drink: fetched first, and where it cannot be shown as it is written, its reason and the ways on are. `at` changes
 * with what the page is tried with.
 */
export function DrinkPage({
  id,
  what,
  page,
  who,
  children,
}: {
  id: string;
  /** for whose liking it is planned, where it is not the cook's */
  who?: string | undefined;
  /** what is being fetched: "the list" */
  what: string;
  /** the page that cannot be its own way on */
  page: 'plan' | 'recipe';
  children: (view: DrinkView, house: House) => ReactNode;
}): ReactNode {
  const drink = useDrink(id, who);
  const house = useHouse();
  if (drink.isPending || house.isPending) return <Loading what={what} />;
  if (drink.isError) return <Failed error={drink.error} retry={() => void drink.refetch()} />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  const { name, version } = drink.data.drink;
  return (
    <Alone
      of={name}
      at={`${id} ${version}`}
      frame={(card) => <Page title={name}>{card}</Page>}
      ways={
        <>
          {page === 'plan' && <LinkButton to={`/recipe/${id}`}>Recipe</LinkButton>}
          <LinkButton to={`/drinks/${id}/versions`}>Earlier versions</LinkButton>
          <LinkButton to="/drinks">All drinks</LinkButton>
        </>
      }
    >
      {children(drink.data, house.data)}
    </Alone>
  );
}
