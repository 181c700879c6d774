import {
  ICE_THING,
  ownWordsOf,
  thingMade,
  thingOfPlant,
  thingPoured,
  thingSweet,
  type OwnWords,
  type ReadingOf,
  type Thing,
} from '../amounts';
import type { BrewWay, Drink, Kitchen, MixLine, Stage } from '../drink/drink';
import { remembering } from '../quantity/remembering';
import { plantIn, type Plants } from '../reference/plants';
import { SWEETENERS, type SweetenerName } from '../sugar/sweeteners';
import type { Plan } from './planTypes';

/** Water as a thing that is measured. */
export const WATER_THING: Thing = thingPoured('water', 'Water');

/** How amounts of a thing are read in a house: by its own measures, and by its pints. */
export const readingIn = (kitchen: Pick<Kitchen, 'units' | 'measures'>, slug?: string): ReadingOf => {
  const { units } = kitchen;
  const own = slug === undefined ? undefined : kitchen.measures?.[slug];
  return {
    house: {
      ...(units === 'us' || units === 'imperial' ? { pints: units } : {}),
      ...(own ? { measures: own } : {}),
    },
  };
};

/** A sweetener as a thing to measure; what the table does not have is measured by weight. */
export const sweetThing = (kind: string): Thing =>
  kind in SWEETENERS ? thingSweet(kind as SweetenerName) : { ...thingMade(kind, kind), kind: 'plant' };

/** What a stage has an amount of, and how much; undefined for one without. */
export function amountOfStage(stage: Stage): { thing: Thing; amount: number; slug: string } | undefined {
  if (stage.kind === 'rinse') return { thing: WATER_THING, amount: stage.waterMl, slug: 'water' };
  if (stage.kind === 'onto-ice') return { thing: ICE_THING, amount: stage.iceG, slug: 'ice' };
  if (stage.kind === 'dissolve' && 'grams' in stage.to)
    return { thing: sweetThing(stage.sweetener), amount: stage.to.grams, slug: stage.sweetener };
  return undefined;
}

/** What a part of the mix is an amount of. */
export function thingOfLine({ from, name }: MixLine, plants: Plants): Thing {
  switch (from.kind) {
    case 'juice':
      return thingOfPlant(plantIn(plants, from.plant));
    case 'water':
      return thingPoured(from.water === 'still' ? 'water' : 'sparkling_water', name);
    case 'spirit':
      return thingPoured('spirit', from.name, 40);
    case 'syrup':
    case 'brew':
      return thingMade('syrup', name);
  }
}

/** What an amount that was typed means is worked out once for the thing it was typed of. */
const known = remembering<object, OwnWords>();

function scaledIn(of: object, text: string, thing: Thing, kitchen: Kitchen, times: number): string | undefined {
  const reading = readingIn(kitchen, thing.slug);
  return known(of, `${text} ${JSON.stringify(reading)}`, () => ownWordsOf(text, thing, reading))(times);
}

/** Words, or none: an amount without words is told by its figure. */
const worded = <T extends { written?: string }>(of: T, words: string | undefined): T => {
  const { written: _written, ...rest } = of;
  return words === undefined ? (rest as T) : { ...(rest as T), written: words };
};

/** A planned way with its amounts in the words of the recipe it was scaled from, where a measure can tell them. */
export function inOwnWords(planned: BrewWay, recipe: BrewWay, plants: Plants, kitchen: Kitchen): BrewWay {
  const { waterWritten, ...way } = planned;
  const water =
    recipe.waterWritten !== undefined && recipe.waterMl > 0
      ? scaledIn(recipe, recipe.waterWritten, WATER_THING, kitchen, way.waterMl / recipe.waterMl)
      : waterWritten;
  return {
    ...way,
    ...(water === undefined ? {} : { waterWritten: water }),
    ingredients: way.ingredients.map((i) => {
      const was = recipe.ingredients.find((r) => r.id === i.id);
      if (was?.written === undefined) return i;
      return worded(
        i,
        scaledIn(was, was.written, thingOfPlant(plantIn(plants, i.plant)), kitchen, i.grams / was.grams),
      );
    }),
    stages: way.stages.map((s) => {
      const was = recipe.stages.find((r) => r.id === s.id);
      const now = amountOfStage(s);
      const then = was && amountOfStage(was);
      if (was?.written === undefined || !now || !then) return s;
      return worded(s, scaledIn(was, was.written, now.thing, kitchen, now.amount / then.amount));
    }),
  };
}

/** Words of the parts of the mix that were written in some, as this plan pours them; by part. */
export function mixInOwnWords(
  plan: Pick<Plan, 'drink' | 'kitchen' | 'target' | 'jug'>,
  plants: Plants,
): Readonly<Record<string, string>> {
  const { drink, kitchen, target, jug } = plan;
  const words = drink.mix.flatMap((line): (readonly [string, string])[] => {
    if (line.written === undefined || typeof line.book !== 'number' || line.book === 0) return [];
    const times = line.at === 'glass' ? target.glassMl / drink.serve.glassMl : (jug.mix[line.id] ?? 0) / line.book;
    // A share of a brew is so much only of the brew as written.
    if (!(times > 0) || (line.from.kind === 'brew' && Math.abs(Math.log(times)) > 0.01)) return [];
    const told = scaledIn(line, line.written, thingOfLine(line, plants), kitchen, times);
    return told === undefined ? [] : [[line.id, told]];
  });
  return Object.fromEntries(words);
}

/** The recipe's own way that a planned one was scaled from. */
export const recipeWayOf = (drink: Drink, brewId: string, wayId: string): BrewWay | undefined =>
  drink.brews.find((b) => b.id === brewId)?.ways.find((w) => w.id === wayId);
