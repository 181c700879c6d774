import { hyp, type Count, type House, type Weighed } from './weigh';
import type { Item } from './fold';
import type { Around } from './line';
import type { ReadingOf } from './meaning';
import { type Num, numbersAt } from './numbers';
import type { Thing } from './thing';

/** What is read, and of what. */
export type Context = {
  items: readonly Item[];
  text: string;
  thing: Thing;
  of: ReadingOf;
  house: House;
};

/** A read number as a count with its ends. */
export const countOf = (n: Num): Count => ({ value: n.value, low: n.low, high: n.high });

/** A word that counts, with the number it agrees with, and the measure or piece that it is. */
export type Noun = { at: number; to: number; num: number; one: string; many: string; name?: string };

/** A complete way of reading the text: its figure, and how it is written and scaled. */
export type Reading = {
  weighed: Weighed | 'none';
  rank: number;
  asks: readonly string[];
  around: Around;
  nums: readonly Num[];
  nouns: readonly Noun[];
  /** pieces of the text written otherwise */
  rep: Readonly<Record<number, string>>;
  /** instead of the text */
  instead?: string;
  /** ends told of an alternative: a range written backwards */
  ends?: readonly [number, number];
  scaled?: (times: number) => string;
};

/** One term of an amount as it was read, with all that its words may weigh. */
export type Part = {
  to: number;
  around: Around;
  nums: readonly Num[];
  nouns: readonly Noun[];
  rep: Readonly<Record<number, string>>;
  asks: readonly string[];
  rank: number;
  weigh: (around: Around) => readonly Weighed[] | 'none' | undefined;
  instead?: (around: Around) => string | undefined;
  scaled?: (times: number, around: Around) => string;
  ends?: readonly [number, number];
  unitName?: string;
  bare?: boolean;
};

/** Every index from one to before another. */
export const span = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, to - from) }, (_, k) => from + k);

/** Words that are taken, as nothing: what is left is the thing. */
export const blank = (from: number, to: number): Record<number, string> =>
  Object.fromEntries(span(from, to).map((k) => [k, '']));

/** The likeliest of several weights. */
export const first = (w: readonly Weighed[] | 'none' | undefined): Weighed | undefined =>
  w === undefined || w === 'none' ? undefined : w[0];

/** A weight as a list of one; what is none stays none. */
export const one = (w: Weighed | 'none' | undefined): readonly Weighed[] | 'none' =>
  w === undefined || w === 'none' ? 'none' : [w];

/** Lower end of a weight, g or ml. */
export const lowOf = (w: Weighed): number => w.typical * Math.exp(-w.hLow);

/** Upper end of a weight, g or ml. */
export const highOf = (w: Weighed): number => w.typical * Math.exp(w.hHigh);

/** Every part that has a weight, or `none` where one of them is no amount. */
export function each<T extends readonly (Weighed | 'none')[] | 'none' | undefined>(
  w: T,
  change: (w: Weighed) => Weighed,
): T {
  if (w === undefined || w === 'none') return w;
  return (w as readonly (Weighed | 'none')[]).map((x) => (x === 'none' ? x : change(x))) as unknown as T;
}

/** A number as it stood in the text. */
export function rawOf(c: Context, n: Num): string {
  return c.text.slice(c.items[n.from]!.from, c.items[n.to - 1]!.to);
}

/** Numbers that begin at an item, the longest first. */
export function numbersIn(c: Context, i: number): readonly Num[] {
  return numbersAt(c.items, i, c.house.decimal ?? '.').filter((n) => n.value > 0);
}

/** About: a little wider. */
export function hedgedBy(p: Part, h: number): Part {
  return { ...p, weigh: (a) => each(p.weigh(a), (w) => ({ ...w, hLow: hyp(w.hLow, h), hHigh: hyp(w.hHigh, h) })) };
}

/** "up to 3" is 1.5 to 3 with 2.25 in the middle; "at least 2" is 2, at most 3. */
export function boundedBy(p: Part, kind: 'most' | 'least'): Part {
  const f = kind === 'most' ? { times: 0.75, low: 1.5, high: 1 / 0.75 } : { times: 1, low: 1, high: 1.5 };
  return {
    ...p,
    weigh: (a) =>
      each(p.weigh(a), (w) => ({
        ...w,
        typical: w.typical * f.times,
        hLow: hyp(w.hLow, Math.log(f.low)),
        hHigh: hyp(w.hHigh, Math.log(f.high)),
      })),
  };
}
