import type { Facts } from './facts';

export type Level = 'block' | 'warn' | 'note';
export type Place = 'picker' | 'plan' | 'stove' | 'label' | 'shelf';

/** A rule of the house: when it fires, where it shows, what it says and what resolves it. */
export type Rule = {
  id: string;
  level: Level;
  places: readonly Place[];
  fires: (f: Facts) => boolean;
  message: string;
  resolves: string;
  /** kind of source and how sure its figure is */
  source: string;
  confidence: 'low' | 'medium' | 'high';
};
