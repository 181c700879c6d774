import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';

/** Words that open to what stands behind them: a figure to its steps, a word to its meaning. */
export function Opening({
  trigger,
  wide = false,
  children,
}: {
  trigger: ReactNode;
  /** a figure by itself, with a target of its own; a word stays in its sentence */
  wide?: boolean;
  children: ReactNode;
}): ReactNode {
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`cursor-help text-left underline decoration-dotted decoration-1 underline-offset-[3px] hover:decoration-solid ${wide ? 'inline-block min-h-6 leading-6 pointer-coarse:min-h-11 pointer-coarse:py-2.5' : 'inline'}`}
      >
        {trigger}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          className="z-50 max-h-[70vh] w-[min(26rem,92vw)] overflow-y-auto rounded-md border border-ink/40 bg-surface p-4 text-[0.92rem] font-normal shadow-lg"
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
