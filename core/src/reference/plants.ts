import { InputError } from '../quantity/errors';
import { botanicalBySlug, botanicalIfKnown, type Botanical } from './botanicals';
import { botanicalOf, type OwnPlant } from './ownPlants';

/**
 * The cook's own plants that a drink, a batch or a liquid brings along, by the name they go by there; the table's plants are known
 * without. It is handed on with what it belongs to and never changed: two drinks may mean other figures by one id, and
 * what is worked out of one never depends on what was worked out before.
 */
export type Plants = Readonly<Record<string, Botanical>>;

/** A house without plants of its own. */
export const NO_OWN_PLANTS: Plants = {};

/**
 * The plants of a list, each by itself: one that cannot be worked out is left out of the table and told with what is wrong with
 * it, so that it is nobody else's fault. Of an id that is there twice the later one counts, as the last that was written.
 */
export function soundPlants(list: readonly OwnPlant[] = NONE): Sound {
  const known = TABLES.get(list);
  if (known) return known;
  const plants: Record<string, Botanical> = {};
  const faults: Record<string, InputError> = {};
  for (const own of list) {
    try {
      plants[own.id] = botanicalOf(own);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      faults[own.id] = error;
    }
  }
  const sound = { plants: list.length === 0 ? NO_OWN_PLANTS : plants, faults };
  TABLES.set(list, sound);
  return sound;
}

type Sound = { plants: Plants; faults: Readonly<Record<string, InputError>> };
const NONE: readonly OwnPlant[] = [];

// A list of plants is never changed in place, so its table can be kept for as long as the list is.
const TABLES = new WeakMap<readonly OwnPlant[], Sound>();

/**
 * The plants that a drink brings along.
 * @throws InputError for a plant of one's own that cannot be: its parts are not in the table or do not add up
 */
export function plantsOf({ plants: list }: { readonly plants?: readonly OwnPlant[] | undefined }): Plants {
  const { plants, faults } = soundPlants(list);
  const [fault] = Object.values(faults);
  if (fault) throw fault;
  return plants;
}

/** A plant by its name: one that was brought along, or one of the table. @throws InputError for one that is neither */
export const plantIn = (plants: Plants | undefined, slug: string): Botanical =>
  ownPlantIn(plants, slug) ?? botanicalBySlug(slug);

/** A plant by its name, if it was brought along or is of the table. */
export const knownPlant = (plants: Plants | undefined, slug: string): Botanical | undefined =>
  ownPlantIn(plants, slug) ?? botanicalIfKnown(slug);

/** A plant of a drink by its name. @throws InputError for one that neither the drink nor the table has */
export const plantOf = (drink: Parameters<typeof plantsOf>[0], slug: string): Botanical =>
  plantIn(plantsOf(drink), slug);

/** A plant of the cook's own, if it was brought along. */
export const ownPlantIn = (plants: Plants | undefined, slug: string): Botanical | undefined =>
  plants && Object.hasOwn(plants, slug) ? plants[slug] : undefined;

/** Refuses a plant that is neither brought along nor in the table, by the field it stands in. */
export function requirePlant(where: string, field: string, slug: string, plants: Plants): void {
  if (!knownPlant(plants, slug))
    throw new InputError(where, field, 'a plant of the table, or one that the drink brings along', slug);
}

/**
 * Two tables as one. Where both mean other figures by one name, the second one's plant goes by another name from here on.
 * @returns the table, and the new name of each plant of the second that could not keep its own
 */
export function plantsTogether(
  a: Plants | undefined,
  b: Plants | undefined,
): { plants: Plants | undefined; renamed: Readonly<Record<string, string>> } {
  if (!b || a === b) return { plants: a, renamed: NOTHING };
  if (!a) return { plants: b, renamed: NOTHING };
  const plants: Record<string, Botanical> = { ...a };
  const renamed: Record<string, string> = {};
  for (const [name, figures] of Object.entries(b)) {
    const taken = (as: string): boolean => as in plants && !sameFigures(plants[as]!, figures);
    let free = name;
    for (let n = 2; taken(free); n++) free = `${name}~${n}`;
    plants[free] = figures;
    if (free !== name) renamed[name] = free;
  }
  return { plants, renamed };
}

const NOTHING: Readonly<Record<string, string>> = {};

const sameFigures = (a: Botanical, b: Botanical): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);
