/** What tastings have taught about a drink in this house. Before any tasting every figure is the drink's own. */
export type Learned = {
  tastings: number;
  /**
   * Strength the house likes, ×, in terms of the reference leaf: verdicts alone cannot tell a weak leaf from a taste for
   * strong drinks, and the dose that follows is the same.
   */
  wantedX: number;
  /** harshness the house bears, 1 is the reference */
  harshLimit: number;
  /** sugar the house likes, g/L as drunk; undefined before any verdict on a sweetened glass */
  wantedSugarGPerL: number | undefined;
  /**
   * What the last two tastings complain of: -1 too little, 1 too much, 0 nothing. Only a complaint is answered with a change;
   * what was called right or fine is left alone.
   */
  complaints: { strength: -1 | 0 | 1; harsh: 0 | 1; sweet: -1 | 0 | 1 };
  /** spreads on the log scale */
  sigma: { wantedX: number; harshLimit: number; sugar: number };
};
