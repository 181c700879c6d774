import { Command } from 'cmdk';
import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import type { Botanical } from '@steepsis/core';

/** Finds a plant by typing any of its names; arrow keys and Enter take it. */
export function PlantPicker({
  label,
  plants,
  onPick,
  children,
}: {
  label: string;
  plants: readonly Botanical[];
  onPick: (plant: Botanical) => void;
  children: ReactNode;
}): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="inline-flex min-h-11 items-center justify-center gap-2 rounded-md border border-ink/35 bg-surface px-4 text-[0.95rem] font-semibold hover:border-ink">
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          align="start"
          collisionPadding={12}
          className="z-50 w-[min(24rem,92vw)] rounded-md border border-ink/40 bg-surface p-2 shadow-lg"
        >
          <Command label={label} filter={(value, search) => matches(value, search)}>
            <Command.Input
              placeholder="Type a name"
              className="min-h-11 w-full rounded border border-ink/35 bg-ground px-3 outline-offset-2"
            />
            <Command.List className="mt-2 max-h-72 overflow-y-auto" tabIndex={-1}>
              <Command.Empty className="p-3 text-muted">
                No plant has this name. Add it as a plant of your own in the pantry.
              </Command.Empty>
              {plants.map((p) => (
                <Command.Item
                  key={p.slug}
                  value={`${p.name} ${p.latinName} ${p.slug}`}
                  onSelect={() => {
                    onPick(p);
                    setOpen(false);
                  }}
                  className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded px-2 data-[selected=true]:bg-action-wash"
                >
                  <span>{p.name}</span>
                  <span className="shrink-0 text-sm text-muted">{p.role}</span>
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** All words must be in the name; names that begin with the first word come first. */
function matches(value: string, search: string): number {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const name = value.toLowerCase();
  if (!words.every((w) => name.includes(w))) return 0;
  return name.startsWith(words[0] ?? '') ? 1 : 0.5;
}
