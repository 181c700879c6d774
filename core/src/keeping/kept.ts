// How a thing is kept, in words that events, cards and rules share.

/** Signs of spoilage. */
export const SIGNS = ['mould', 'slime', 'off_smell', 'bulging', 'unexpected_fizz'] as const;
/** A sign that something has gone off. */
export type Sign = (typeof SIGNS)[number];

/** By what a figure was measured; how far it may be off goes by that. */
export const MEASURED_BY = [
  'jug',
  'scale',
  'meter',
  'strip',
  'thermometer',
  'probe',
  'refractometer',
  'estimate',
] as const;
/** One of {@link MEASURED_BY}. */
export type MeasuredBy = (typeof MEASURED_BY)[number];

/** Where a jug or a bottle may stand. */
export const KEPT_WHERE = ['fridge', 'freezer', 'cupboard'] as const;
/** One of {@link KEPT_WHERE}. */
export type KeptWhere = (typeof KEPT_WHERE)[number];

/** What a vessel is like: sound and made for drinks; with a worn seal or scratches; or it held what is no food, or nobody knows what. */
export const CONTAINERS = ['sound', 'worn', 'unknown'] as const;
/** How a container is closed: `pressure` is made to hold it. */
export const CLOSURES = ['loose', 'tight', 'pressure'] as const;
/** What something was put into, how that is closed, and whether it is full to the top. */
export type KeptIn = {
  container: (typeof CONTAINERS)[number];
  closure: (typeof CLOSURES)[number];
  full: boolean;
};
