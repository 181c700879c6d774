import type { BrewFactors } from '../brew/brewFactors';
import type { Brew, BrewWay, Drink, Kitchen, PlanTarget, Serve } from './drink';

// Drinks as earlier releases stored them. Their shape here is what was released and never changes.

/** Release 1: one brew, one plain syrup, water. */
export type DrinkV1 = {
  id: string;
  version: number;
  name: string;
  brew: Brew;
  syrup: { brix: number; sweetener: string };
  serve: Serve;
  book: { wayId: string; jugMl: number; syrupMl: number; iced: boolean };
  defaults: PlanTarget;
};

/** Parts of a drink of release 1 in today's terms. */
export const V1_LINES = { syrup: 'syrup', water: 'water' } as const;

/** A drink as it was stored by any release, in today's shape. */
export function readDrink(stored: Drink | DrinkV1): Drink {
  if ('v' in stored) return stored;
  const { id, version, name, brew, syrup, serve, book, defaults } = stored;
  return {
    v: 2,
    id,
    version,
    name,
    brews: [brew],
    mix: [
      { id: brew.id, name: 'Concentrate', from: { kind: 'brew', brewId: brew.id }, book: 'all', at: 'jug' },
      { id: V1_LINES.syrup, name: 'Syrup', from: { kind: 'syrup', ...syrup }, book: book.syrupMl, at: 'jug' },
      { id: V1_LINES.water, name: 'Cold water', from: { kind: 'water', water: 'still' }, book: 'rest', at: 'jug' },
    ],
    serve,
    book: { wayId: book.wayId, jugMl: book.jugMl, iced: book.iced },
    defaults,
  };
}

/** A plan as release 1 froze it. */
export type FrozenPlanV1 = {
  v: 1;
  coreVersion: string;
  drink: DrinkV1;
  target: PlanTarget;
  kitchen: Kitchen;
  factors: BrewFactors;
  houseHarshLimit: number;
  way: BrewWay;
  vesselId: string;
  jugVesselId: string;
  promised: {
    concentrateMl: number;
    concentrateSigmaLn: number;
    concentrateX: number;
    jugX: number;
    jugSugarGPerL: number;
    mix: MixV1;
    syrup: { sugarG: number; waterG: number; volumeMl: number };
    glasses: number;
    coolingIceG: number;
    bathMin: number;
    bathToC: number;
  };
};

/** A mix as the first release stored it, ml. */
export type MixV1 = { concentrateMl: number; syrupMl: number; waterMl: number };

/** A mix of release 1 by today's parts. */
export const mixFromV1 = ({ concentrateMl, syrupMl, waterMl }: MixV1, brewId: string): Record<string, number> => ({
  [brewId]: concentrateMl,
  [V1_LINES.syrup]: syrupMl,
  [V1_LINES.water]: waterMl,
});
