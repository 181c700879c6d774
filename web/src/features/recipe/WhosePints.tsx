import type { ReactNode } from 'react';
import { Button } from '@/shared/ui/Button';

/** Whose pints a recipe is told in. */
export type Pints = 'US' | 'imperial';
const PINTS = /(?<!\b(?:US|imperial|UK|American) )\b(pints?|pts?|quarts?|qts?|gallons?|fl\.? ?oz|fluid ounces?)\b/gi;
/** Whether a text tells of pints that may be either. */
export const HAS_PINTS = new RegExp(PINTS.source, 'i');
/** The card with its pints told apart: the words that are kept say whose they are. */
export const withPints = (text: string, pints: Pints): string => text.replace(PINTS, `${pints} $1`);

/** A recipe from elsewhere has the pints of where it was written: asked once, for all of it. */
export const WhosePints = ({
  pints,
  onPints,
}: {
  pints: Pints | undefined;
  onPints: (p: Pints) => void;
}): ReactNode => (
  <div
    role="group"
    aria-label="Whose pints these are"
    className="mt-2 flex flex-wrap items-center gap-2 border-l-4 border-caution-line bg-caution-wash px-2 py-1"
  >
    <span>Its pints, quarts and fluid ounces are</span>
    {(['US', 'imperial'] as const).map((p) => (
      <Button
        key={p}
        className="aria-pressed:bg-ink aria-pressed:text-surface"
        aria-pressed={pints === p}
        onClick={() => onPints(p)}
      >
        {p === 'US' ? 'American: a pint is 473 ml' : 'imperial: a pint is 568 ml'}
      </Button>
    ))}
  </div>
);
