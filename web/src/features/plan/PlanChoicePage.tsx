import type { ReactNode } from 'react';
import { Navigate } from 'react-router';
import { useDrinks } from '@/shared/api/queries';
import { Failed, Loading } from '@/shared/ui/Page';

/** Plan, from the bar: the drink made last, or the book if none was. */
export function Component(): ReactNode {
  const drinks = useDrinks();
  if (drinks.isPending) return <Loading what="the drinks" />;
  if (drinks.isError) return <Failed error={drinks.error} retry={() => void drinks.refetch()} />;
  const latest = [...drinks.data.drinks].sort((a, b) => (b.lastMadeAt ?? '').localeCompare(a.lastMadeAt ?? ''))[0];
  return <Navigate to={latest?.lastMadeAt ? `/plan/${latest.id}` : '/drinks'} replace />;
}
