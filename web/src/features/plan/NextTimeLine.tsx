import type { ReactNode } from 'react';
import type { DrinkView } from '@steepsis/contract';

/** What the last tasting has changed, in one line; a drink not tasted yet says so. */
export function NextTimeLine({ view: { next, learned } }: { view: DrinkView }): ReactNode {
  if (!learned || !next) return 'From the book: not tasted here yet.';
  const times = learned.tastings === 1 ? 'one tasting' : `${learned.tastings} tastings`;
  return next.kind === 'none' ? `After ${times}: close enough.` : `After ${times}: ${lowerFirst(next.reason)}`;
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
