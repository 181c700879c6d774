import { useState } from 'react';
import type { Kept } from '@steepsis/contract';

/**
 * Something kept that is being changed on this page. It remembers the version it was begun from: if another one is kept
 * meanwhile, it says so and waits for an answer, so that neither change goes unseen.
 */
export function useEdited<T>(kept: Kept<T>): {
  value: T;
  changed: boolean;
  /** the version to keep it on */
  base: number;
  /** another version was kept since this change was begun */
  behind: boolean;
  change: (next: T) => void;
  /** forget the change */
  reset: () => void;
  /** it was kept: what was changed since goes on from there */
  settled: (value: T, base: number) => void;
  /** go on with this change on top of what is kept now */
  onTop: () => void;
} {
  const [edited, setEdited] = useState<{ value: T; base: number } | undefined>(undefined);
  return {
    value: edited?.value ?? kept.body,
    changed: edited !== undefined && JSON.stringify(edited.value) !== JSON.stringify(kept.body),
    base: edited?.base ?? kept.version,
    // What was just kept may not have come back yet.
    behind: edited !== undefined && edited.base < kept.version,
    change: (value) => setEdited((was) => ({ value, base: was?.base ?? kept.version })),
    reset: () => setEdited(undefined),
    settled: (value, base) =>
      setEdited((was) => (was === undefined || was.value === value ? undefined : { ...was, base: base + 1 })),
    onTop: () => setEdited((was) => was && { ...was, base: kept.version }),
  };
}
