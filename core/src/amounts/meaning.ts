import type { Step } from './steps';
import { type House } from './weigh';

/** What an amount comes to: g, ml, °C, minutes; `relative` is a share of a brew, `ratio` parts of one thing to parts of another. */
export type AmountUnit = 'g' | 'ml' | 'relative' | 'ratio' | '°C' | 'min';

/** One meaning of an amount: how it is written then, and its figure, which four makings in five stay within. */
export type Meaning = { words: string; low: number; typical: number; high: number; unit: AmountUnit };

/**
 * What was read. `sure` and `spread` have one meaning; of `ask` the first alternative, if there is one, is the guess that plans run
 * on; of `not_understood` nothing is known but what was typed.
 */
export type AmountRead = {
  kind: 'sure' | 'spread' | 'ask' | 'not_understood';
  /** the amount's words without the mere name of the thing: of an ask, once its guess is confirmed */
  words: string;
  unit?: AmountUnit;
  low?: number;
  typical?: number;
  high?: number;
  /** all that it can mean, the guess first */
  alternatives: readonly Meaning[];
  /** what is asked, in a sentence */
  question?: string;
  /** words that could not be placed */
  leftOver?: string;
  /** why it could not be read, with what is accepted */
  message?: string;
};

/** Who wrote an amount, and where: what a word means depends on the house, the kind of recipe and the field. */
export type ReadingOf = {
  house?: House;
  /** the writer uses T and t in one recipe, and so means the difference */
  spoonsTold?: boolean;
  /** the field shows g, ml or min beside it: a bare number is that */
  fieldUnit?: boolean;
  /** how many of a fruit an earlier line of the recipe has, for "juice of the mandarins" */
  earlier?: Readonly<Record<string, number>>;
  /** words of a recipe that was pasted: whose pints it has, to be confirmed */
  pasted?: 'us' | 'imperial';
};

/** A reading with how its words are written for so many times as much. */
export type Understood = {
  read: AmountRead;
  scale: (times: number) => string;
  /** its numbers, and in what each is told */
  counts: readonly { value: number; step: Step }[];
};
