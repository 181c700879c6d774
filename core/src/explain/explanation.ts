/** One line of how a figure comes about: words, and the figure it leads to. */
export type Step = { text: string; value?: string };

/** A figure that stands behind another: what it is, and where it is from. */
export type Constant = { name: string; value: string; source: string };

/** Everything behind a figure, so that an interface can open it. */
export type Explanation = {
  title: string;
  /** the exact figure, before it is rounded for the kitchen */
  exact: string;
  steps: readonly Step[];
  constants: readonly Constant[];
  /** where it lies four times in five; undefined for what was chosen, not estimated */
  likely?: { low: string; high: string };
};
