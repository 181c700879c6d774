/**
 * What is wet about a plant or a liquid, shares of the mass as it goes into the pot: water, what dissolves (its own sugar and acid
 * included), pulp that does not; in spirits the rest is alcohol.
 */
export type Matter = {
  water: number;
  soluble: number;
  pulp: number;
  alcohol?: number;
  /** of a gram, what is salt; and how well it binds what puckers, against milk */
  salt?: number;
  milk?: number;
  /** sweetness of its own sugars against as much white sugar, 1 if left out */
  sweetness?: number;
};

/** What is wet and has to be opened before it gives: fruit, petals, herbs and roots as they are picked. */
export type FreshMatter = Matter & {
  /** a cup of it, loosely filled, g */
  looseGPerCup: number | null;
  /** share of its raw room that is air */
  air: number;
  /** liquor left behind for a gram as it went in, ml, its own water included: on a sieve after a mash or a blender, drained, pressed */
  held: { sieved?: number; drained: number; pressed: number };
  /** share of its cells that a quarter of an hour's boil, a mash, a blender opens */
  opens: { boil: number; mash: number; blend?: number };
  /** one standard deviation of what it yields in an ordinary kitchen, as a share */
  spread: number;
};

/** Room of what is dissolved and of pulp, ml a gram. @source partial volumes of sugars and of cell wall, seed and starch */
export const DISSOLVED_ML_PER_G = 0.62;
/** Volume of a gram of pulp, ml. Handbook densities of fruit solids, rounded. */
export const PULP_ML_PER_G = 0.67;

/** A plant's own liquor, ml a gram: its water and what is dissolved in it. */
export const ownLiquorMlPerG = ({ water, soluble }: Matter): number => water + DISSOLVED_ML_PER_G * soluble;

/** Room of a gram raw, air included, ml. */
export const rawMlPerG = (m: FreshMatter): number => (ownLiquorMlPerG(m) + PULP_ML_PER_G * m.pulp) / (1 - m.air);

/** Whether it brings water of its own. */
export const isFresh = (m: Matter | undefined): m is FreshMatter => m !== undefined && 'opens' in m;
