import {
  isKettle,
  knownPlant,
  reduceWords,
  soundPlants,
  SWEETENERS,
  type BrewWay,
  type Drink,
  type Plants,
  type Stage,
} from '@steepsis/core';
import * as f from './format';

/** "Roselle (hibiscus, sorrel), dried whole calyx" is for a table; a line in the kitchen wants the plant. */
export const shortName = (name: string): string => name.split(/[,(]/)[0]!.trim().toLowerCase();

/** "white sugar" for white_sugar; a sweetener that is not in the table keeps its own name. */
export const sweetenerName = (kind: string): string =>
  (SWEETENERS as Readonly<Record<string, { name: string }>>)[kind]?.name.toLowerCase() ?? kind.replaceAll('_', ' ');

/** Where a steep stands. */
export const PLACE_WORDS = {
  'off-heat': 'off the heat',
  fridge: 'in the fridge',
  counter: 'at room warmth',
  sun: 'in the sun',
} as const;

/** One stage in a few words. */
export function stageWords(stage: Stage, way: Pick<BrewWay, 'vesselKind' | 'stages'>): string {
  switch (stage.kind) {
    case 'toast':
      return `toast dry at ${f.celsius(stage.atC)}`;
    case 'heat':
      if (isKettle(way, stage))
        return `kettle ${stage.to === 'boil' ? 'to the boil' : `to ${f.celsius(stage.to)}`}, poured on`;
      return stage.to === 'boil' ? 'to the boil' : `to ${f.celsius(stage.to)}`;
    case 'hold':
      return stage.agitation === 'boiling' ? 'rolling boil' : 'simmer';
    case 'cool':
      return `cool to ${f.celsius(stage.toC)}${stage.by === 'ice-bath' ? ' in an ice bath' : ''}`;
    case 'steep':
      return PLACE_WORDS[stage.place];
    case 'hands':
      return HANDS_WORDS[stage.work].toLowerCase();
    case 'strain':
      return 'strain';
    case 'rinse':
      return `rinse with ${f.volume(stage.waterMl)}`;
    case 'dissolve':
      return `stir in ${'grams' in stage.to ? `${f.inWords(stage.written, f.grams(stage.to.grams))} ` : ''}${sweetenerName(stage.sweetener).split(',')[0]!}`;
    case 'reduce':
      return `boil down ${reduceWords(stage.to)}`;
    case 'onto-ice':
      return `pour over ${f.grams(stage.iceG)} of ice`;
    case 'ferment':
      return `ferment ${stage.days} days`;
  }
}

/**
 * A plant by its slug, as a cook calls it; one that neither the table nor the drink knows by the words of its slug, so that
 * a page about it can still be read.
 */
export const plantName = (slug: string, plants?: Plants): string => {
  const name = shortName(nameOf(slug, plants));
  return name.charAt(0).toUpperCase() + name.slice(1);
};

/** A plant of a drink, as a cook calls it. */
export const plantNameIn = (drink: Pick<Drink, 'plants'>, slug: string): string =>
  plantName(slug, soundPlants(drink.plants).plants);

const nameOf = (slug: string, plants: Plants | undefined): string =>
  knownPlant(plants, slug)?.name ?? slug.replace(/^own-|-r\d+$/g, '').replaceAll(/[_-]/g, ' ');

/** What the hands do, as a stage is called. */
export const HANDS_WORDS = {
  crush: 'Crush',
  blend: 'Blend',
  skim: 'Skim',
  shake: 'Shake',
  juice: 'Juice',
  pour: 'Pour into moulds or glasses',
  bottle: 'Bottle',
  carbonate: 'Let it turn fizzy',
  freeze: 'Freeze',
} as const;

/** Kinds of stages, as a cook would look for them. */
export const STAGE_KIND_WORDS = {
  toast: 'Toast',
  heat: 'Heat',
  hold: 'Simmer or hold',
  cool: 'Cool',
  steep: 'Steep',
  hands: 'Work by hand',
  strain: 'Strain',
  rinse: 'Rinse',
  dissolve: 'Sweeten',
  reduce: 'Boil down',
  ferment: 'Ferment',
  'onto-ice': 'Onto ice',
} as const;
