import type { Item } from './fold';
import { PIECE_WORDS } from './pieces';
import { plantWords, type Thing } from './thing';
import {
  NUMBER_WORDS,
  PARTS_OF_ONE,
  TENS,
  ASIDE,
  KEPT_WORDS,
  MANNERS,
  MEASURES,
  singular,
  STATES,
  TAKEN_OFF,
  type Manner,
  type Measure,
} from './vocabulary';

/** What was said round an amount: how it is measured, how it is prepared, in which state, and what is left over. */
export type Around = {
  manners: readonly Manner[];
  /** where each manner stands, from and up to */
  mannersAt: readonly (readonly [Manner, number, number])[];
  /** of what may be told by weight or by volume */
  by?: 'weight' | 'volume';
  /** dried, fresh, ground: of which row it is */
  states: readonly string[];
  /** prepared, before the thing or after it */
  prepared: readonly { word: string; after: boolean }[];
  /** words that are not kept with the amount, by their place among the pieces of the text */
  dropped: readonly number[];
  named: boolean;
  /** names another plant */
  other: boolean;
  /** words that mean nothing here */
  left: readonly string[];
  /** the writer was not sure */
  doubted: boolean;
  /** of a second thing: "honey or sugar" */
  choice: boolean;
  /** told to be drained */
  drained: boolean;
};

/** An amount with no word around it. */
export const NOTHING_SAID: Around = {
  manners: [],
  mannersAt: [],
  states: [],
  prepared: [],
  dropped: [],
  named: false,
  other: false,
  left: [],
  doubted: false,
  choice: false,
  drained: false,
};

/** One reading on: `to` is the next piece that is to be read, `around` what has been said by then. */
export type Step = { to: number; around: Around };

/** Whether an item is one of some words. */
export const isWord = (item: Item | undefined, ...words: string[]): boolean =>
  item?.kind === 'word' && words.includes(item.text);
/** Whether an item is one of some signs. */
export const isSign = (item: Item | undefined, ...signs: string[]): boolean =>
  item?.kind === 'sign' && signs.includes(item.text);

const range = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, k) => from + k);

/** A phrase of up to so many words at a place, joined by blanks; hyphens count as blanks. */
function phraseAt(items: readonly Item[], i: number, words: number): { text: string; to: number } | undefined {
  let to = i;
  const parts: string[] = [];
  while (parts.length < words) {
    const item = items[to];
    if (item?.kind !== 'word') return undefined;
    parts.push(item.text);
    to++;
    if (parts.length < words && isSign(items[to], '-')) to++;
  }
  return { text: parts.join(' '), to };
}

/** The longest phrase at a place that is known. */
export function longest<T>(
  items: readonly Item[],
  i: number,
  look: (phrase: string) => T | undefined,
  most = 3,
): { value: T; to: number } | undefined {
  for (let n = most; n >= 1; n--) {
    const phrase = phraseAt(items, i, n);
    const value = phrase && look(phrase.text);
    if (phrase && value !== undefined) return { value, to: phrase.to };
  }
  return undefined;
}

/** A measure by weight, volume or length at a place, with the full stop of its abbreviation. */
export function measureAt(
  items: readonly Item[],
  i: number,
): { measure: Measure; to: number; word: string } | undefined {
  const item = items[i];
  if (isSign(item, '"')) return { measure: MEASURES['"']!, to: i + 1, word: '"' };
  if (isSign(item, "'") && isSign(items[i + 1], "'")) return { measure: MEASURES["''"]!, to: i + 2, word: "''" };
  const flOz =
    isWord(item, 'fl') && isSign(items[i + 1], '.') && isWord(items[i + 2], 'oz')
      ? { value: MEASURES['fl oz']!, to: i + 3 }
      : undefined;
  const found = flOz ?? longest(items, i, (p) => MEASURES[p]);
  if (!found) return undefined;
  const to = isSign(items[found.to], '.') && !items[found.to]!.gap ? found.to + 1 : found.to;
  return { measure: found.value, to, word: items[i]!.text };
}

/**
 * What may stand round an amount at a place: a manner, a state, a preparation, the thing's name. `after` the unit, words that
 * mean nothing are taken too, and told.
 */
export function sayingsAt(
  items: readonly Item[],
  i: number,
  thing: Thing,
  after: boolean,
  around: Around,
): Step | undefined {
  const item = items[i];
  if (!item) return undefined;
  const step = (to: number, change: Partial<Around>): Step => ({ to, around: { ...around, ...change } });
  const drop = (to: number): { dropped: readonly number[] } => ({ dropped: [...around.dropped, ...range(i, to)] });
  if (isSign(item, ',', ':') && items[i + 1]) {
    const keeps = after && isSign(item, ',') && keepsAfterComma(items, i + 1, thing);
    return step(i + 1, keeps ? {} : drop(i + 1));
  }
  if (item.kind !== 'word') return undefined;
  const manner = longest(items, i, (p) => MANNERS[p], 2);
  if (manner)
    return step(manner.to, {
      manners: [...around.manners, manner.value],
      mannersAt: [...around.mannersAt, [manner.value, i, manner.to]],
    });
  if (after && isWord(item, 'by') && isWord(items[i + 1], 'weight', 'volume'))
    return step(i + 2, { by: items[i + 1]!.text as 'weight' | 'volume' });
  // "peel of 2 lemons": the part is more than the name.
  if (PARTS.includes(item.text) && isWord(items[i + 1], 'of', 'from', 'and')) return undefined;
  if (after && ['flesh', 'pulp'].includes(item.text) && !thing.words.has(item.text)) return step(i + 1, {});
  if (after && item.text === 'zest') return step(i + 1, drop(i + 1));
  const own = thing.words.has(singular(item.text));
  const state = (STATES as readonly string[]).includes(item.text);
  if (state) {
    const name = item.text === 'dry' ? 'dried' : item.text === 'powdered' ? 'ground' : item.text;
    const fits =
      thing.form.startsWith(name) ||
      (name === 'ground' && thing.form === 'dried_ground') ||
      (name === 'dried' && thing.form === 'bag');
    return fits
      ? step(i + 1, { ...drop(i + 1), named: around.named })
      : step(i + 1, { states: [...around.states, name] });
  }
  if (item.text === 'drained') return step(i + 1, { drained: true });
  if (KEPT_WORDS.includes(item.text)) {
    const and = isWord(items[i + 1], 'and') && KEPT_WORDS.includes(items[i + 2]?.text ?? '');
    const word = { word: item.text, after: around.named || isSign(items[i - 1], ',') };
    return step(i + (and ? 2 : 1), { prepared: [...around.prepared, word] });
  }
  // "1½ lemons cup" is two measures.
  const countedFruit = thing.fruit?.fruit === singular(item.text) && singular(item.text) !== item.text;
  if (!after && countedFruit && i > 0) return undefined;
  const counts = thing.pieces.some((p) => p.names.includes(singular(item.text)));
  if ((own || (after && counts)) && (after || !counts)) return step(i + 1, { ...drop(i + 1), named: true });
  if (ASIDE.includes(item.text)) return step(i + 1, drop(i + 1));
  if (after && isWord(item, 'or') && isWord(items[i + 1], 'to') && isWord(items[i + 2], 'taste'))
    return step(i + 3, {});
  if (
    after &&
    isWord(item, 'or') &&
    items[i + 2] === undefined &&
    items[i + 1]?.kind === 'word' &&
    !isNumberWord(items[i + 1]!)
  )
    return step(i + 2, { ...drop(i + 2), choice: true });
  if (plantWords().has(singular(item.text)) && thing.kind !== 'made')
    return step(i + 1, { dropped: around.dropped, other: true, left: [...around.left, item.text] });
  if (
    after &&
    !JOINS.includes(item.text) &&
    !isNumberWord(item) &&
    !MEASURES[item.text] &&
    !PIECE_WORDS.has(singular(item.text))
  )
    return step(i + 1, { ...drop(i + 1), left: [...around.left, item.text] });
  return undefined;
}

const PARTS = ['juice', 'zest', 'peel', 'rind', 'skin', 'flesh', 'pulp', 'pith', 'leaves', 'seeds'];
const isNumberWord = (item: Item): boolean =>
  item.text in NUMBER_WORDS || item.text in TENS || item.text in PARTS_OF_ONE || item.text === 'dozen';

/** Words that join: with nothing after them they are a sign left over. */
const JOINS = ['and', 'or', 'to', 'plus', 'x', 'less', 'minus', 'a', 'an', 'between', 'from', 'up', 'each', 'per'];

const keepsAfterComma = (items: readonly Item[], i: number, thing: Thing): boolean => {
  const item = items[i];
  if (item?.kind !== 'word') return false;
  return (
    KEPT_WORDS.includes(item.text) ||
    item.text === 'drained' ||
    item.text === 'or' ||
    item.text === 'without' ||
    longest(items, i, (p) => MANNERS[p], 2) !== undefined ||
    (thing.kind === 'plant' && (STATES as readonly string[]).includes(item.text))
  );
};

/** What is left of the whole after what the words take off it: of a row that is bought whole and weighed first. */
export const takenOff = (around: Around): readonly string[] =>
  around.prepared.filter((p) => p.after && TAKEN_OFF.includes(p.word)).map((p) => p.word);

/** Remarks that belong to the brew and not to the amount: dropped from it, kept in the line. */
export function remarkAt(items: readonly Item[], i: number): number | undefined {
  const item = items[i];
  if (isWord(item, 'while') && items[i + 1]?.kind === 'word') return i + 2;
  if (isWord(item, 'at') && items[i + 1]?.kind === 'figure') {
    let to = i + 2;
    if (isSign(items[to], '°')) to++;
    if (isWord(items[to], 'c', 'f')) to++;
    return to;
  }
  if (isWord(item, 'in') && items[i + 1] && isWord(items[i + 2], 'lots', 'goes', 'parts')) return i + 3;
  if (isWord(item, 'by') && isWord(items[i + 1], 'the') && isWord(items[i + 2], 'glass')) return i + 3;
  if (isWord(item, 'of') && isWord(items[i + 1], 'recipe') && items[i + 2]?.kind === 'figure') return i + 3;
  return undefined;
}
