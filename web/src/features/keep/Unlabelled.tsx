import { useMemo, type ReactNode } from 'react';
import { colourIn } from '@steepsis/core';
import * as f from '@/shared/format/format';
import type { Thing } from '@/shared/keep/things';
import { LinkButton } from '@/shared/ui/Button';
import { LabelPreview } from './LabelPreview';
import { ONE_LABEL } from './labelStore';
import { titleOf } from './thingWords';

/** What has no label yet, the first of it as its label would be. */
export function Unlabelled({ things, onOpen }: { things: readonly Thing[]; onOpen: (key: string) => void }): ReactNode {
  const bare = useMemo(
    () => things.filter((t) => t.item.labelledAt === undefined && t.placed.place !== 'pour-away'),
    [things],
  );
  const [first] = bare;
  if (!first) return null;
  const keys = bare.map((t) => encodeURIComponent(t.key)).join(',');
  return (
    <aside aria-label="Labels" className="min-w-0">
      <div className="hidden xl:block">
        <LabelPreview of={[first]} on={ONE_LABEL} className="w-full border border-ink" />
        <p className="mt-1 text-sm text-muted">60 × 90 mm, for a 0.5 L bottle</p>
        <div className="mt-2 flex flex-wrap gap-2">
          <LinkButton kind="main" to={`/keep/labels?of=${encodeURIComponent(first.key)}`}>
            Label it
          </LinkButton>
        </div>
      </div>
      <h2 className="mt-4 border-b-2 border-ink text-lg">Not labelled yet</h2>
      <ul className="py-1">
        {bare.slice(0, 8).map((t) => (
          <li key={t.key}>
            <button
              type="button"
              className="flex min-h-11 w-full items-center gap-2 text-left sm:min-h-8"
              onClick={() => onOpen(t.key)}
            >
              <span
                aria-hidden
                className="h-4 w-2 shrink-0 border border-ink"
                style={{ background: colourIn(t.item.liquid, { diameterCm: 7 }) }}
              />
              <span className="min-w-0 [overflow-wrap:anywhere]">
                {titleOf(t.item)}, {f.volume(t.item.volumeMl)}
              </span>
            </button>
          </li>
        ))}
        {bare.length > 8 && <li className="text-sm text-muted">and {bare.length - 8} more</li>}
      </ul>
      {bare.length > 1 && (
        <LinkButton kind="quiet" to={`/keep/labels?of=${keys}`}>
          Print all {bare.length} on one sheet
        </LinkButton>
      )}
    </aside>
  );
}
