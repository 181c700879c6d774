import { plantOfBody, type Liquid } from '../liquid/liquid';
import { smells } from '../liquid/stirredIn';
import { isOwnPlantId } from '../reference/ownPlants';
import { knownPlant, ownPlantIn, type Plants } from '../reference/plants';
import type { Facts } from '../safety/facts';
import type { Pourable } from './pourable';

/** Something that was poured in: what it was and how much, as it was then. The source's own later figures never move it. */
export type PouredPart = {
  name: string;
  ml: number;
  from: Pourable;
  liquid: Liquid;
  /** what the rules were told of it at the pour, amounts as poured */
  facts: readonly Facts[];
  /** when what it was poured from was made, ISO; the time of the pour for what was told ad hoc */
  madeAt: string;
  /** the pour that it was at its own source, so that taking it back takes that back too */
  pourEventId?: string;
};

/**
 * The cook's own plants whose figures a liquid does not bring along: earlier releases left them to the house. They are looked up there when such a liquid is read.
 */
export function plantsMissingIn({ bodyG, harshG, own }: Liquid): string[] {
  const all = new Set([...Object.keys(bodyG).map(plantOfBody), ...Object.keys(harshG)]);
  return [...all].filter((plant) => isOwnPlantId(plant) && !ownPlantIn(own, plant));
}

/**
 * A liquid as any release stored it. Earlier ones kept neither pulp, salt nor milk, and first no oils: these are taken for
 * as far out as what was bitter, and raw.
 */
export function asStored(stored: Liquid): Liquid {
  if ((stored as Partial<Liquid>).pulpG !== undefined) return stored;
  const wet = { ...stored, pulpG: 0, saltG: 0, milkMl: 0 };
  if ((stored as Partial<Liquid>).oilG) return wet;
  const oils = Object.entries(stored.harshG).flatMap(([plant, g]): [string, number][] => {
    const b = knownPlant(stored.own, plant);
    return b && smells(b) && b.harshMax > 0 ? [[plant, g / b.harshMax]] : [];
  });
  return { ...wet, oilG: Object.fromEntries(oils), cookedG: {} };
}

/** A liquid with the figures it lacks, as far as the house still has them. */
export function withPlantsOf(house: Plants, l: Liquid): Liquid {
  const found = plantsMissingIn(l).flatMap((plant) => {
    const figures = ownPlantIn(house, plant);
    return figures ? [[plant, figures] as const] : [];
  });
  return found.length === 0 ? l : { ...l, own: { ...l.own, ...Object.fromEntries(found) } };
}
