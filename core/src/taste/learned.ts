import type { Foreseen } from './filter';

/** A figure, ×, and between what it lies four times in five. */
export type Ranged = { x: number; low: number; high: number };

/** What tastings have taught about a drink in this house. Before any tasting every figure is the drink's own. */
export type Learned = {
  tastings: number;
  /** strength the house likes in the drink that comes next, ×, by what its leaf is reckoned to give: liking and lot are learned apart */
  wantedX: number;
  /** harshness the house bears, 1 is the reference */
  harshLimit: number;
  /** sugar the house likes, g/L as drunk; undefined before any verdict on a sweetened glass */
  wantedSugarGPerL: number | undefined;
  /** the strength that is liked as the bank of filters foresees it, ln ×: what the chance of being right is worked out from */
  strength: readonly Foreseen[];
  /** what each lot gives that a tasted batch was made of, by plant and lot */
  lots: Readonly<Record<string, Ranged>>;
  /** where somebody beside the cook likes it, by their name, and how unsure their tongue is, times the book's */
  people: Readonly<Record<string, Ranged & { tongueX: number }>>;
  /** the next batch is made of a lot of which nothing was tasted yet */
  newLot: boolean;
  /** whose liking this is, where it is not the cook's */
  who?: string;
  /** the chance that the last batch was made of another lot than the one before it, where none was told */
  otherLot: { chance: number; plant: string | undefined };
  /** which way the last plan went from the one before it, of one lot */
  lastMove: -1 | 0 | 1;
  /** spreads on the log scale */
  sigma: { wantedX: number; harshLimit: number; sugar: number };
};
