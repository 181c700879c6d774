import { useId, type ReactNode } from 'react';
import type { Tasting } from '@steepsis/core';

/** How high the drink stands in the glass, by what was said of its strength: right is at the mark. */
const LEVEL: Readonly<Record<string, number>> = { '-2': 0.3, '-1': 0.5, '0': 0.68, '1': 0.84, '2': 0.97 };

const [TOP, BOTTOM] = [4, 40];

/** What was said of a drink, as small as a line: its colour, how strong it was beside the mark of just right, grains where it was harsh. */
export function SaidGlass({
  said,
  colour,
}: {
  said: Pick<Tasting, 'verdict'> | undefined;
  colour?: string;
}): ReactNode {
  const id = useId();
  const y = (share: number): number => BOTTOM - share * (BOTTOM - TOP);
  const level = said ? LEVEL[String(Math.round(said.verdict.strength))] : undefined;
  const grains = said ? Math.max(0, said.verdict.harsh - 1) * 3 : 0;
  return (
    <svg viewBox="0 0 40 44" className="h-11 w-10 shrink-0 text-ink" aria-hidden>
      <clipPath id={id}>
        <path d="M8 2L12 40H28L32 2z" />
      </clipPath>
      {level !== undefined && (
        <g clipPath={`url(#${id})`}>
          <rect x="0" y={y(level)} width="40" height="44" style={{ fill: colour ?? 'var(--water)' }} />
          <rect x="0" y={y(level)} width="40" height="1" fill="currentColor" opacity="0.35" />
          {Array.from({ length: grains }, (_, i) => (
            <circle key={i} cx={15 + ((i * 5) % 12)} cy={37 - (i % 2) * 4} r="1.3" fill="currentColor" opacity="0.7" />
          ))}
        </g>
      )}
      <path d="M7 2L12 41H28L33 2" fill="none" stroke="currentColor" strokeWidth="2" strokeLinejoin="round" />
      <path d={`M33 ${y(0.68)}h6`} stroke="currentColor" strokeWidth="1.5" />
    </svg>
  );
}
