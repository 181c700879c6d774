import { RadioGroup } from 'radix-ui';
import type { ReactNode } from 'react';

/** One of a few words, large enough for a thumb; the chosen one is inked, not coloured. */
export function Chips<T extends string>({
  label,
  value,
  choices,
  onValue,
}: {
  label: string;
  value: T | undefined;
  choices: readonly { value: T; label: string }[];
  onValue: (value: T) => void;
}): ReactNode {
  return (
    <fieldset>
      <legend className="mb-1.5 text-sm text-muted">{label}</legend>
      <RadioGroup.Root
        value={value ?? ''}
        onValueChange={(v) => onValue(v as T)}
        aria-label={label}
        className="flex flex-wrap gap-2"
      >
        {choices.map((c) => (
          <RadioGroup.Item
            key={c.value}
            value={c.value}
            className="min-h-11 rounded-md border border-ink/35 bg-surface px-3 font-medium hover:border-ink data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-surface"
          >
            {c.label}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </fieldset>
  );
}
