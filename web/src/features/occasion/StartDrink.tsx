import { useState, type ReactNode } from 'react';
import { Dialog } from 'radix-ui';
import { useNavigate } from 'react-router';
import type { DayDrink } from '@steepsis/core';
import { useStartBatch } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { Refusal } from '@/shared/ui/Page';

/** Starts a drink of the day at the stove, with the plan that the day has for it; what is to be read is read first. */
export function StartDrink({
  drink,
  kind = 'main',
  onStarted,
}: {
  drink: DayDrink;
  kind?: 'main' | 'plain';
  /** told before the stove is opened: the day keeps which batch it is */
  onStarted: (batchId: string) => Promise<unknown>;
}): ReactNode {
  const [open, setOpen] = useState(false);
  const [read, setRead] = useState<ReadonlySet<string>>(new Set());
  const start = useStartBatch();
  const navigate = useNavigate();
  const [failed, setFailed] = useState<Error | null>(null);
  const unread = drink.warnings.some((w) => !read.has(w.id));
  const { target } = drink;
  if (!target) return null;
  const begin = async (): Promise<void> => {
    setFailed(null);
    try {
      const batch = await start.mutateAsync({
        drinkId: drink.drinkId,
        drinkVersion: drink.drinkVersion,
        target,
        acknowledged: [...read],
        layOut: true,
        ...(drink.use ? { use: drink.use } : {}),
      });
      await onStarted(batch.id);
      void navigate(`/steep/${batch.id}`);
    } catch (error) {
      setFailed(error as Error);
    }
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button kind={kind} aria-label={`Start: ${drink.name}`}>
          Start the {drink.name.charAt(0).toLowerCase() + drink.name.slice(1)}
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content className="fixed left-1/2 top-1/2 z-50 max-h-[86vh] w-[min(36rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-lg border border-ink/40 bg-surface p-5 shadow-xl">
          <Dialog.Title className="text-xl">{drink.name}</Dialog.Title>
          <Dialog.Description className="mt-1 text-muted">
            {f.volume(drink.litres * 1000)} as the day has it. Everything is laid out first; the heat waits for your
            word.
          </Dialog.Description>
          <div className="mt-3">
            <Cautions
              findings={[...drink.blocks, ...drink.warnings]}
              none="Nothing beyond ordinary kitchen care for those at the table."
              read={read}
              onRead={(rule) =>
                setRead((was) => {
                  const next = new Set(was);
                  if (!next.delete(rule)) next.add(rule);
                  return next;
                })
              }
            />
          </div>
          {drink.blocks.length > 0 && <p className="mt-2 font-semibold">It cannot be started as it stands.</p>}
          <Refusal error={failed} />
          <div className="mt-4 flex flex-wrap gap-3">
            <Button
              kind="main"
              disabled={drink.blocks.length > 0 || unread || start.isPending}
              onClick={() => void begin()}
            >
              {start.isPending ? 'Starting…' : 'Start it at the stove'}
            </Button>
            <Dialog.Close asChild>
              <Button>Not yet</Button>
            </Dialog.Close>
          </div>
          {unread && drink.blocks.length === 0 && <p className="mt-2 text-sm">Tick what you have read to start it.</p>}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
