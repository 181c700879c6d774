import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button';

/** A question before something that cannot be taken back easily. */
export function Ask({
  trigger,
  title,
  children,
  yes,
  onYes,
}: {
  trigger: ReactNode;
  title: string;
  children: ReactNode;
  yes: string;
  onYes: () => void;
}): ReactNode {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{trigger}</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <AlertDialog.Content className="fixed left-1/2 top-1/2 z-50 w-[min(30rem,92vw)] -translate-x-1/2 -translate-y-1/2 rounded-lg border border-ink/40 bg-surface p-5 shadow-xl">
          <AlertDialog.Title className="text-xl">{title}</AlertDialog.Title>
          <AlertDialog.Description asChild>
            <div className="mt-2">{children}</div>
          </AlertDialog.Description>
          <div className="mt-4 flex flex-wrap justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Leave it</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button kind="stop" onClick={onYes}>
                {yes}
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
