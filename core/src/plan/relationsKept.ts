import { readAmount, thingOfPlant } from '../amounts';
import type { BrewIngredient, BrewWay, Stage } from '../drink/drink';
import { knownPlant, type Plants } from '../reference/plants';
import { sweetThing } from './inOwnWords';

/** How many times the weight of the rest its words ask for: 1 for "equal weight"; undefined for words of another kind. */
const relationOf = (words: string | undefined, thing: Parameters<typeof readAmount>[1]): number | undefined => {
  if (words === undefined) return undefined;
  const read = readAmount(words, thing);
  return read.unit === 'relative' && read.kind !== 'not_understood' ? read.typical : undefined;
};

/** What an amount of a way relates to, g: sugar to all its plants, a plant to all the others. */
export const relatesToG = (way: BrewWay, except?: string): number =>
  way.ingredients.reduce((sum, i) => sum + (i.id === except ? 0 : i.grams), 0);

/**
 * A way whose relations hold: "equal weight" of sugar is as much as its plants weigh, also after one of them was changed. What is
 * written in figures stays.
 */
export function relationsKept(way: BrewWay, plants: Plants): BrewWay {
  const plantRelation = (i: BrewIngredient): number | undefined => {
    const plant = i.written === undefined ? undefined : knownPlant(plants, i.plant);
    return plant && relationOf(i.written, thingOfPlant(plant));
  };
  const relations = new Map(way.ingredients.map((i) => [i.id, plantRelation(i)]));
  const givenG = way.ingredients.reduce((sum, i) => sum + (relations.get(i.id) === undefined ? i.grams : 0), 0);
  const related = way.ingredients.map((i) => {
    const times = relations.get(i.id);
    return times === undefined || givenG === 0 ? i : { ...i, grams: Math.round(times * givenG * 1000) / 1000 };
  });
  const whole = { ...way, ingredients: related };
  const allG = relatesToG(whole);
  const stages = way.stages.map((s): Stage => {
    if (s.kind !== 'dissolve' || !('grams' in s.to) || allG === 0) return s;
    const times = relationOf(s.written, sweetThing(s.sweetener));
    return times === undefined ? s : { ...s, to: { grams: Math.round(times * allG * 1000) / 1000 } };
  });
  return { ...whole, stages };
}
