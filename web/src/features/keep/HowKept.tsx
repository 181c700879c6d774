import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { CLOSURES, CONTAINERS, KEPT_WHERE, type KeptIn, type KeptWhere, type StoredVessel } from '@steepsis/core';
import { Button } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';

const WHERE_WORDS: Record<KeptWhere, string> = {
  fridge: 'in the fridge',
  freezer: 'in the freezer',
  cupboard: 'in a cupboard',
};
const CONTAINER_WORDS: Record<KeptIn['container'], string> = {
  sound: 'a clean one made for drinks',
  worn: 'one with a worn seal or scratches',
  unknown: 'one that held something else, or I do not know what',
};
const CLOSURE_WORDS: Record<KeptIn['closure'], string> = {
  loose: 'loosely closed',
  tight: 'closed tight',
  pressure: 'closed tight, a bottle made for pressure',
};
/** What is taken for granted until it is told. */
const TAKEN: KeptIn = { container: 'sound', closure: 'loose', full: false };

/** Where it stands, and what it is in: said once, where the usual is not so. */
export function HowKept({
  stored,
  pending,
  onWhere,
  onKeptIn,
}: {
  stored: StoredVessel;
  pending: boolean;
  onWhere: (where: KeptWhere) => void;
  onKeptIn: (keptIn: KeptIn) => void;
}): ReactNode {
  const now = stored.keptIn ?? TAKEN;
  const say = (change: Partial<KeptIn>): void => onKeptIn({ ...now, ...change });
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button kind="quiet" disabled={pending}>
          How it is kept
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          align="start"
          aria-label="How it is kept"
          className="z-50 w-80 max-w-[calc(100vw-1rem)] rounded-md border border-ink/40 bg-surface p-3 leading-8 shadow-lg"
        >
          It stands{' '}
          <InlineChoice
            label={`Where the ${stored.name} stands`}
            value={stored.where}
            choices={KEPT_WHERE.map((value) => ({ value, label: WHERE_WORDS[value] }))}
            onValue={onWhere}
          />
          , in{' '}
          <InlineChoice
            label={`What the ${stored.name} is in`}
            value={now.container}
            choices={CONTAINERS.map((value) => ({ value, label: CONTAINER_WORDS[value] }))}
            onValue={(container) => say({ container })}
          />
          ,{' '}
          <InlineChoice
            label={`How the ${stored.name} is closed`}
            value={now.closure}
            choices={CLOSURES.map((value) => ({ value, label: CLOSURE_WORDS[value] }))}
            onValue={(closure) => say({ closure })}
          />{' '}
          and{' '}
          <InlineChoice
            label={`How full the ${stored.name} is`}
            value={now.full ? 'full' : 'room'}
            choices={[
              { value: 'room', label: 'with a tenth left empty' },
              { value: 'full', label: 'filled to the top' },
            ]}
            onValue={(v) => say({ full: v === 'full' })}
          />
          .
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
