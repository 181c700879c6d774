import type { BrewIngredient, MixLine, Stage } from '../drink';

// Small makers for the recipes of the book, so that a recipe reads as one.

/** Where a plant goes in: a stage and so many minutes into it. */
export const enters = (stageId: string, atMin = 0): BrewIngredient['enters'] => ({ stageId, atMin });

/** To the boil, under a lid. */
export const heat: Stage = { id: 'heat', kind: 'heat', to: 'boil', lid: 'closed', agitation: 'still' };

/** A steep off the heat, under a lid, for so many minutes. */
export const steepOffHeat = (minutes: number): Stage => ({
  id: 'steep',
  kind: 'steep',
  place: 'off-heat',
  minutes,
  lid: 'closed',
  agitation: 'stirred-now-and-then',
});

/** A steep in the fridge, under a lid, for so many hours. */
export const steepInFridge = (hours: number): Stage => ({
  id: 'steep',
  kind: 'steep',
  place: 'fridge',
  minutes: hours * 60,
  lid: 'closed',
  agitation: 'still',
});

/** A strain, through a sieve unless it is told. */
export const strain = (through: Extract<Stage, { kind: 'strain' }>['through'] = 'sieve', press = false): Stage => ({
  id: 'strain',
  kind: 'strain',
  through,
  press,
  lid: 'open',
  agitation: 'still',
});

/** A brew as a part of the mix, all of it unless it is told. */
export const brewPart = (brewId: string, name: string, book: MixLine['book'] = 'all'): MixLine => ({
  id: brewId,
  name,
  from: { kind: 'brew', brewId },
  book,
  at: 'jug',
});

/** Plain syrup of 50 °Bx as a part of the mix, ml of the jug as written. */
export const syrupPart = (book: number): MixLine => ({
  id: 'syrup',
  name: 'Syrup',
  from: { kind: 'syrup', brix: 50, sweetener: 'white_sugar' },
  book,
  at: 'jug',
});

/** Cold water, as much as there is room for. */
export const waterPart: MixLine = {
  id: 'water',
  name: 'Cold water',
  from: { kind: 'water', water: 'still' },
  book: 'rest',
  at: 'jug',
};
