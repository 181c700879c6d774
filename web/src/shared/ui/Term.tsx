import type { ReactNode } from 'react';
import { Opening } from './Opening';

/** Words of the bench that a guest need not know, each in a sentence or two. */
const TERMS = {
  strength:
    '×1 is a glass as this house calls it right; ×2 has twice as much of everything the plants gave. One just tastes the difference between ×1.0 and ×1.1.',
  pull: 'To take the plants out, or pour the liquor off them. Before it the drink is thin, after it bitter and puckering.',
  harshness:
    'What puckers and is bitter. 100 % is as much as this house bears; what it bears is learned from what was said of each glass.',
  brix: 'Grams of sugar and other solids in 100 g, °Bx: a syrup of 50 °Bx is half sugar. A refractometer reads it.',
  base: 'What was strained, before it is let down: kept as it is, and made into drinks by the glass or the jug.',
} as const;

/** A word that opens to what it means. */
export function Term({ of, children }: { of: keyof typeof TERMS; children: ReactNode }): ReactNode {
  return <Opening trigger={children}>{TERMS[of]}</Opening>;
}
