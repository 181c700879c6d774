import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';

/** A word keeps its line and still has room for a finger: what it takes of the lines beside it is not seen. */
const WORD =
  'relative inline pointer-coarse:after:absolute pointer-coarse:after:inset-x-0 pointer-coarse:after:top-1/2 pointer-coarse:after:h-11 pointer-coarse:after:-translate-y-1/2';

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
        className={`cursor-help text-left underline decoration-dotted decoration-1 underline-offset-[3px] hover:decoration-solid ${wide ? 'inline-block min-h-6 leading-6 pointer-coarse:min-h-11 pointer-coarse:py-2.5' : WORD}`}
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
