import type { BrewIngredient, MixLine, Stage } from '../drink';

// Small makers for the recipes of the book, so that a recipe reads as one.

export const enters = (stageId: string, atMin = 0): BrewIngredient['enters'] => ({ stageId, atMin });

export const heat: Stage = { id: 'heat', kind: 'heat', to: 'boil', lid: 'closed', agitation: 'still' };

export const steepOffHeat = (minutes: number): Stage => ({
  id: 'steep',
  kind: 'steep',
  place: 'off-heat',
  minutes,
  lid: 'closed',
  agitation: 'stirred-now-and-then',
});

export const steepInFridge = (hours: number): Stage => ({
  id: 'steep',
  kind: 'steep',
  place: 'fridge',
  minutes: hours * 60,
  lid: 'closed',
  agitation: 'still',
});

export const strain = (through: Extract<Stage, { kind: 'strain' }>['through'] = 'sieve', press = false): Stage => ({
  id: 'strain',
  kind: 'strain',
  through,
  press,
  lid: 'open',
  agitation: 'still',
});

export const brewPart = (brewId: string, name: string, book: MixLine['book'] = 'all'): MixLine => ({
  id: brewId,
  name,
  from: { kind: 'brew', brewId },
  book,
  at: 'jug',
});

export const syrupPart = (book: number): MixLine => ({
  id: 'syrup',
  name: 'Syrup',
  from: { kind: 'syrup', brix: 50, sweetener: 'white_sugar' },
  book,
  at: 'jug',
});

export const waterPart: MixLine = {
  id: 'water',
  name: 'Cold water',
  from: { kind: 'water', water: 'still' },
  book: 'rest',
  at: 'jug',
};
