import type { ReactNode } from 'react';
import type { DrinkView } from '@steepsis/contract';
import * as f from '@/shared/format/format';
import { standardInWords } from '@/shared/verdict/AgainstWhich';

/** What the last tasting has changed, in one line; a drink not tasted yet says so. */
export function NextTimeLine({ view: { next, learned, drink } }: { view: DrinkView }): ReactNode {
  return (
    <>
      {changed({ next, learned })}
      {drink.ours && ` ×1.00 is ${standardInWords(drink.ours)}.`}
    </>
  );
}

function changed({ next, learned }: Pick<DrinkView, 'next' | 'learned'>): string {
  if (!learned || learned.tastings === 0 || !next) return `From the book: not tasted here yet${ofTheKind(learned)}.`;
  const times = learned.tastings === 1 ? 'one tasting' : `${learned.tastings} tastings`;
  return next.kind === 'none' ? `After ${times}: close enough.` : `After ${times}: ${lowerFirst(next.reason)}`;
}

/** What drinks like it are liked at here, where that is not as written. */
function ofTheKind(learned: DrinkView['learned']): string {
  if (!learned || Math.abs(Math.log(learned.wantedX)) < 0.04) return '';
  return `; others of its kind have been liked ${learned.wantedX > 1 ? 'stronger' : 'weaker'}, which would be ${f.strength(learned.wantedX)} of this one`;
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
