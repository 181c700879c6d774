import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import type { ReactNode } from 'react';

export type Choice<T extends string> = { value: T; label: string };

/** One of a few, in a sentence. */
export function InlineChoice<T extends string>({
  label,
  value,
  choices,
  onValue,
}: {
  label: string;
  value: T;
  choices: readonly Choice<T>[];
  onValue: (value: T) => void;
}): ReactNode {
  return (
    <Select.Root value={value} onValueChange={(v) => onValue(v as T)}>
      <Select.Trigger
        aria-label={label}
        className="inline-flex min-h-11 items-center gap-1 border-b-2 border-action text-left font-semibold leading-tight max-sm:border-transparent max-sm:underline max-sm:decoration-action max-sm:decoration-2 max-sm:underline-offset-4 sm:min-h-0 sm:items-baseline"
      >
        <Select.Value />
        <Select.Icon className="self-center">
          <ChevronDown size={15} aria-hidden />
        </Select.Icon>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={6}
          className="z-50 max-h-[var(--radix-select-content-available-height)] max-w-[92vw] rounded-md border border-ink/40 bg-surface p-1 shadow-lg"
        >
          <Select.Viewport>
            {choices.map((c) => (
              <Select.Item
                key={c.value}
                value={c.value}
                className="flex min-h-11 cursor-pointer items-center gap-2 rounded px-3 outline-none data-[highlighted]:bg-action-wash"
              >
                <span className="w-4">
                  <Select.ItemIndicator>
                    <Check size={16} aria-hidden />
                  </Select.ItemIndicator>
                </span>
                <Select.ItemText>{c.label}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
