import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { dilutionLine, type ShelfItem } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';

/** What is left goes into a bottle, closed, with what is to be written on it: what it is, how to drink it, its days. */
export function IntoBottle({
  item,
  glassMl,
  pending,
  onBottled,
}: {
  item: ShelfItem;
  glassMl: number;
  pending: boolean;
  onBottled: () => void;
}): ReactNode {
  const drink = item.dilution
    ? dilutionLine({ strengthX: item.figures.strengthX, wantedX: item.dilution.toX, thinning: 1, glassMl })
    : undefined;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button kind="quiet" disabled={pending}>
          Into a bottle
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          align="start"
          aria-label="Into a bottle"
          className="z-50 w-80 max-w-[calc(100vw-1rem)] rounded-md border border-ink/40 bg-surface p-4 shadow-lg"
        >
          <p>{f.volume(item.volumeMl)}, boiled out and closed. Write on it:</p>
          <p className="my-2 border-y-2 border-ink py-2 text-lg leading-snug" data-testid="on-the-bottle">
            <strong className="font-display">{item.drinkName}</strong>
            {item.figures.strengthX > 0 && `, ${f.strength(item.figures.strengthX)}`}
            <br />
            made {f.day(item.madeOn)}, <strong>use by {f.day(item.useBy)}</strong>
            {drink && (
              <>
                <br />
                {drink}
              </>
            )}
          </p>
          <Popover.Close asChild>
            <Button kind="main" onClick={onBottled}>
              It is in the bottle
            </Button>
          </Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
