import { Check } from 'lucide-react';
import { Checkbox, Popover } from 'radix-ui';
import { Fragment, type ReactNode } from 'react';

/** Any number of a few, behind a word in a sentence. */
export function InlineTicks<T extends string>({
  label,
  summary,
  choices,
  ticked,
  onTicked,
  note,
}: {
  label: string;
  summary: string;
  choices: readonly { value: T; label: string; group?: string }[];
  ticked: readonly T[];
  onTicked: (ticked: readonly T[]) => void;
  note?: string;
}): ReactNode {
  const toggle = (value: T, on: boolean): void => onTicked(on ? [...ticked, value] : ticked.filter((t) => t !== value));
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`${label}: ${summary}`}
        className="inline min-h-11 border-b-2 border-action text-left font-semibold leading-tight max-sm:border-transparent max-sm:underline max-sm:decoration-action max-sm:decoration-2 max-sm:underline-offset-4 sm:min-h-0"
      >
        {summary}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          align="start"
          className="z-50 max-h-[min(70vh,34rem)] w-80 max-w-[92vw] overflow-y-auto rounded-md border border-ink/40 bg-surface p-3 shadow-lg"
          aria-label={label}
        >
          {choices.map((c, i) => (
            <Fragment key={c.value}>
              {c.group !== undefined && c.group !== choices[i - 1]?.group && (
                <p className="mt-2 text-sm font-semibold text-muted first:mt-0">{c.group}</p>
              )}
              <label className="flex min-h-11 cursor-pointer items-center gap-3">
                <Checkbox.Root
                  checked={ticked.includes(c.value)}
                  onCheckedChange={(on) => toggle(c.value, on === true)}
                  className="grid size-6 place-items-center rounded border border-ink/60 data-[state=checked]:bg-action data-[state=checked]:text-on-action"
                >
                  <Checkbox.Indicator>
                    <Check size={16} aria-hidden />
                  </Checkbox.Indicator>
                </Checkbox.Root>
                {c.label}
              </label>
            </Fragment>
          ))}
          {note && <p className="mt-2 border-t border-line pt-2 text-sm text-muted">{note}</p>}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
