import type { ReactNode } from 'react';
import { Button } from './Button';

/** Another version was kept while this page was being changed: the cook decides, nothing is lost by itself. */
export function ChangedMeanwhile({ onTop, onReset }: { onTop: () => void; onReset: () => void }): ReactNode {
  return (
    <div role="alert" className="mb-3 border-l-4 border-caution-line bg-caution-wash px-3 py-2">
      <p>
        This was changed meanwhile, in another tab or on another device. Your change is still here, and not kept yet.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={onTop}>Keep mine over it</Button>
        <Button onClick={onReset}>Show what is kept</Button>
      </div>
    </div>
  );
}
