import { HARSH_WORDS, STRENGTH_WORDS, SWEET_WORDS, TART_WORDS, type Word } from '@steepsis/core';
import { RadioGroup } from 'radix-ui';
import { useId, type ReactNode } from 'react';

/** A verdict as it is being said, each word by its value; what was not said yet is left out. */
export type Said = { strength?: string; harsh?: string; sweet?: string; tart?: string };

/**
 * The verdict said on the glass: how strong along its one side, how smooth along the other, sweet and tart along the table under it.
 * The drink in it follows what is said.
 */
export function VerdictGlass({
  said,
  colour,
  onSay,
}: {
  said: Said;
  /** of the drink as it was poured */
  colour: string;
  onSay: (part: Said) => void;
}): ReactNode {
  return (
    <div>
      <div className="grid grid-cols-[1fr_minmax(5.5rem,8rem)_1fr] items-stretch">
        <Ladder
          label="Strength"
          words={STRENGTH_WORDS.toReversed()}
          value={said.strength}
          onValue={(strength) => onSay({ strength })}
          side="left"
        />
        <Glass said={said} colour={colour} />
        <Ladder
          label="Smoothness"
          words={HARSH_WORDS}
          value={said.harsh}
          onValue={(harsh) => onSay({ harsh })}
          side="right"
        />
      </div>
      <Along label="Sweetness" words={SWEET_WORDS} value={said.sweet} onValue={(sweet) => onSay({ sweet })} />
      <Along label="Tartness" words={TART_WORDS} value={said.tart} onValue={(tart) => onSay({ tart })} />
    </div>
  );
}

type Scale = {
  label: string;
  words: readonly Word<string>[];
  value: string | undefined;
  onValue: (value: string) => void;
};

const WORD =
  'text-[0.95rem] leading-tight text-muted group-hover:text-ink group-data-[state=checked]:font-semibold group-data-[state=checked]:text-ink';

/** Words along a side of the glass, each at its mark. */
function Ladder({ label, words, value, onValue, side }: Scale & { side: 'left' | 'right' }): ReactNode {
  const left = side === 'left';
  return (
    <fieldset className="flex min-w-0 flex-col">
      <legend className={`w-full text-sm text-muted ${left ? 'pr-2 text-right sm:pr-8' : 'pl-2 sm:pl-8'}`}>
        {label}
      </legend>
      <RadioGroup.Root
        value={value ?? ''}
        onValueChange={onValue}
        aria-label={label}
        className="flex grow flex-col justify-between"
      >
        {words.map((w) => (
          <RadioGroup.Item
            key={w.value}
            value={w.value}
            className={`group flex min-h-11 items-center gap-2 ${left ? 'justify-end text-right' : 'flex-row-reverse justify-end text-left'}`}
          >
            <span className={WORD}>{w.label}</span>
            <span
              aria-hidden
              className="h-0.5 w-5 shrink-0 bg-ink/50 group-data-[state=checked]:h-1.5 group-data-[state=checked]:w-8 group-data-[state=checked]:bg-ink"
            />
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </fieldset>
  );
}

/** Words along a line, from too little to too much. */
function Along({ label, words, value, onValue }: Scale): ReactNode {
  return (
    <fieldset className="mt-3">
      <legend className="text-sm text-muted">{label}</legend>
      <RadioGroup.Root
        value={value ?? ''}
        onValueChange={onValue}
        aria-label={label}
        className="grid grid-cols-5 border-t-2 border-ink/50"
      >
        {words.map((w) => (
          <RadioGroup.Item
            key={w.value}
            value={w.value}
            className="group flex min-h-12 flex-col items-center gap-1 text-center"
          >
            <span
              aria-hidden
              className="h-2 w-0.5 bg-ink/50 group-data-[state=checked]:h-3 group-data-[state=checked]:w-1.5 group-data-[state=checked]:bg-ink"
            />
            <span className={WORD}>{w.label}</span>
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </fieldset>
  );
}

/** Share of the drink's own colour that is seen, by how strong it is said to be. */
const DEPTH: Readonly<Record<string, number>> = { '-2': 35, '-1': 62, '0': 85, '1': 100, '2': 100 };

function Glass({ said, colour }: { said: Said; colour: string }): ReactNode {
  const id = useId();
  const deep = said.strength === '2' ? `color-mix(in srgb, ${colour}, #10231d 45%)` : colour;
  const seen = `color-mix(in srgb, ${deep} ${DEPTH[said.strength ?? '0']}%, var(--surface))`;
  const grains = said.harsh === '3' ? 10 : said.harsh === '2' ? 5 : 0;
  return (
    <svg
      viewBox="0 0 120 250"
      className="h-full min-h-56 w-full self-stretch text-ink"
      preserveAspectRatio="xMidYMid meet"
      aria-hidden
    >
      <clipPath id={id}>
        <path d="M12 30L24 244H96L108 30z" />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        <rect x="0" y="62" width="120" height="190" style={{ fill: seen }} />
        <rect x="0" y="62" width="120" height="2.5" fill="currentColor" opacity="0.35" />
        {Array.from({ length: grains }, (_, i) => (
          <circle
            key={i}
            cx={32 + ((i * 37) % 58)}
            cy={238 - ((i * 13) % 26)}
            r="2.6"
            fill="currentColor"
            opacity="0.7"
          />
        ))}
      </g>
      <path
        d="M10 12L24 244H96L110 12"
        fill="none"
        stroke="currentColor"
        strokeWidth="3"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}
