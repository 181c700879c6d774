import { JUG } from '../keeping/storedVessel';
import { takenBack } from './restsOn';
import type { BatchEvent, FrozenPlan } from './batchEvent';

/** A pour, as glasses of the drink. */
export type Drunk = { at: string; glasses: number };

/**
 * Glasses that were poured of a batch, and when: of a concentrate as many as it is let down to, by what its plan promised. What was
 * poured away is none. Read off the events alone, because a history is asked for without any of the batches being worked out.
 */
export function poursOf(events: readonly BatchEvent[]): readonly Drunk[] {
  const start = events.find((e) => e.type === 'started');
  if (start?.type !== 'started') return [];
  const undone = takenBack(events);
  const roots = new Map<string, string>();
  return events.flatMap((e): Drunk[] => {
    if (undone.has(e.id)) return [];
    if (e.type === 'filled') for (const f of e.into) roots.set(f.id, roots.get(e.vesselId) ?? e.vesselId);
    if (e.type !== 'poured') return [];
    const root = roots.get(e.vesselId) ?? e.vesselId;
    return [{ at: e.at, glasses: (e.ml * letDownTo(start.plan, root)) / start.plan.target.glassMl }];
  });
}

/** Glasses' worth of a part of what is in the jug or in one of its brews. */
function letDownTo({ drink, brews, promised }: FrozenPlan, root: string): number {
  if (root === JUG) return 1;
  const line = drink.mix.find((l) => l.id === root);
  const brewId = line?.from.kind === 'brew' ? line.from.brewId : undefined;
  const x = brews.find((b) => b.brewId === brewId)?.promised.strengthX ?? promised.jugX;
  return promised.jugX > 0 ? Math.max(1, x / promised.jugX) : 1;
}
