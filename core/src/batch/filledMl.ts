import { volumeMl } from '../liquid/liquid';
import type { StoredVessel } from '../keeping/storedVessel';
import { brewLines, concentrateOf, JUG, type Batch } from './batch';

/** What a thing held when it was filled, ml: what was told of it, the jug as it was mixed, or the brew as it came out. */
export function filledMlOf(batch: Batch, stored: StoredVessel): number {
  const told = batch.events.flatMap((e) => (e.type === 'filled' ? e.into : [])).find((f) => f.id === stored.id);
  return told ? told.ml : rootMlOf(batch, stored);
}

/** What was made of what is in it, all told, ml: its plants are counted against that. */
export function rootMlOf(batch: Batch, { root, liquid }: StoredVessel): number {
  if (root === JUG) return batch.jug ? volumeMl(batch.jug) : volumeMl(liquid);
  const line = brewLines(batch.plan).find((l) => l.lineId === root);
  return line ? volumeMl(concentrateOf(batch, line.brewId)) : volumeMl(liquid);
}
