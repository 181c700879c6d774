import type { ServedState, Verdict } from '../batch/batchEvent';
import type { KnownAfter, Left } from '../batch/toldAfter';
import { TARGET_RANGES, type Drink } from '../drink/drink';
import { HARSH_WORDS, STATE_WORDS, STRENGTH_WORDS, SWEET_WORDS, TART_WORDS, type Word } from '../words/verdictWords';
import { readRows, type TableColumn, type TableReading, type Row, type TableRead } from './table';

// What was made, what was said of it and what is left of it, as another program or another notebook wrote it.

type OfBatch = 'drink' | 'batch';
/** What a table of batches may say. */
export type MadeColumn = OfBatch | 'begun' | 'litres' | 'way' | 'steep' | 'cameOut';
/** What a table of tastings may say. */
export type TastedColumn = OfBatch | 'tasted' | 'state' | 'strength' | 'harsh' | 'sweet' | 'tart' | 'who' | 'note';
/** What a table of the shelf may say: what one of batches does, and what is left. */
export type LeftColumn = MadeColumn | 'left' | 'thing';

const DRINK = { of: 'drink', label: 'drink', needed: true, heads: /^drink|^name|tea|recipe|what/i } as const;
const BATCH = { of: 'batch', label: 'number of the batch', needed: false, heads: /^batch/i } as const;

/** The columns of a table of batches. */
export const MADE_COLUMNS: readonly TableColumn<MadeColumn>[] = [
  BATCH,
  { of: 'cameOut', label: 'what came out', needed: false, heads: /came out|yield|strained|concentrate/i },
  { of: 'begun', label: 'when it was begun', needed: true, heads: /begun|date|day|when|start|made/i },
  DRINK,
  { of: 'litres', label: 'how much of the drink', needed: false, heads: /planned|litre|liter|\(l\)|volume|amount/i },
  { of: 'way', label: 'way', needed: false, heads: /^way|method/i },
  { of: 'steep', label: 'minutes of the steep', needed: false, heads: /steep|minutes|\(min\)/i },
];
/** The columns of a table of tastings. */
export const TASTED_COLUMNS: readonly TableColumn<TastedColumn>[] = [
  BATCH,
  { of: 'tasted', label: 'when it was tasted', needed: true, heads: /tasted|date|day|when/i },
  { of: 'strength', label: 'strength', needed: true, heads: /strength|strong/i },
  { of: 'harsh', label: 'harshness', needed: false, heads: /harsh|bitter/i },
  { of: 'sweet', label: 'sweetness', needed: false, heads: /sweet|sugar/i },
  { of: 'tart', label: 'tartness', needed: false, heads: /tart|sour|sharp|acid/i },
  { of: 'state', label: 'as what it was drunk', needed: false, heads: /state|served|how/i },
  { of: 'who', label: 'who tasted', needed: false, heads: /who|taster|person/i },
  { of: 'note', label: 'note', needed: false, heads: /note|remark|comment/i },
  DRINK,
];
/** The columns of a table of the shelf. */
export const LEFT_COLUMNS: readonly TableColumn<LeftColumn>[] = [
  { of: 'left', label: 'what is left', needed: true, heads: /left|^volume|^amount|^\(?ml\)?$/i },
  { of: 'thing', label: 'which part of it', needed: false, heads: /thing|part|vessel/i },
  ...MADE_COLUMNS,
];

type Named = { drinkId: string; name: string; batchId?: string };
/** A batch that was made before: when, and what is known of how. */
export type MadeRead = Named & { at: string; litres?: number; wayId?: string; steepMin?: number; known: KnownAfter };
/** What was said of a batch; `day` where the hour is not told, and `at` is the noon of it. */
export type TastedRead = Named & { at: string; day?: true; state: ServedState; verdict: Verdict };

const CAME_OUT = { min: 1, max: 50_000, words: '1 to 50000 ml, without a mark of thousands' };
const { litres: LITRES, steepMin: STEEP } = TARGET_RANGES;
const MADE = {
  min: LITRES.min * 1000,
  max: LITRES.max * 1000,
  words: `${LITRES.min} to ${LITRES.max} L, without a mark of thousands`,
};
const MINUTES = { min: STEEP.min, max: STEEP.max, words: `${STEEP.min} to ${STEEP.max} min` };

/** Reads a table of batches line by line. @param drinks those of the book, the latest version of each */
export const readMadeTable = (
  rows: readonly (readonly string[])[],
  reading: TableReading<MadeColumn>,
  drinks: readonly Drink[],
): TableRead<MadeRead> => {
  const drinkOf = inBook(drinks);
  return readRows(rows, reading, (row) => madeIn(row, drinkOf(row)));
};

function madeIn(row: Row<MadeColumn>, drink: Drink): MadeRead {
  const ml = row.ml('litres', 'L', MADE);
  const cameOutMl = row.ml('cameOut', 'ml', CAME_OUT);
  const wayId = wayIn(row, drink);
  const steepMin = row.number('steep', MINUTES, /\s*min$/i);
  return {
    ...named(row, drink),
    at: row.moment('begun') ?? row.refuse('begun', 'the day it was begun'),
    ...(ml === undefined ? {} : { litres: ml / 1000 }),
    ...(wayId === undefined ? {} : { wayId }),
    ...(steepMin === undefined ? {} : { steepMin }),
    known: cameOutMl === undefined ? {} : { cameOutMl },
  };
}

/** Reads a table of the shelf line by line: what is left of batches that were made before, all of a batch together. */
export function readLeftTable(
  rows: readonly (readonly string[])[],
  reading: TableReading<LeftColumn>,
  drinks: readonly Drink[],
): TableRead<MadeRead> {
  const drinkOf = inBook(drinks);
  const { lines, faults } = readRows(rows, reading, (row) => leftIn(row, drinkOf(row)));
  const together = new Map<string, (typeof lines)[number]>();
  for (const line of lines) {
    const key = line.batchId ?? `${line.drinkId} ${line.at}`;
    const before = together.get(key);
    const left = [...(before?.known.left ?? []), ...line.known.left!];
    together.set(key, { ...(before ?? line), known: { ...line.known, left: summed(left) } });
  }
  return { lines: [...together.values()], faults };
}

/** Bottles of the same are so much of it. */
function summed(left: readonly Left[]): readonly Left[] {
  const keyOf = ({ of }: Left): string => (of === 'drink' ? of : of.brewId);
  const kinds = new Map(left.map((l) => [keyOf(l), l]));
  return [...kinds].map(([key, { of }]) => ({
    of,
    ml: left.filter((l) => keyOf(l) === key).reduce((sum, l) => sum + l.ml, 0),
  }));
}

function leftIn(row: Row<LeftColumn>, drink: Drink): MadeRead {
  const made = madeIn(row, drink);
  const ml = row.ml('left', 'ml', CAME_OUT) ?? row.refuse('left', CAME_OUT.words);
  const thing = plain(row.text('thing')).replace(/ left over$/, '');
  const bottled = drink.brews.filter((b) => drink.mix.some((l) => l.from.kind === 'brew' && l.from.brewId === b.id));
  const brew = thing === '' ? undefined : calledIn(bottled, thing, (b) => [b.id, b.name]);
  return { ...made, known: { ...made.known, left: [{ of: brew ? { brewId: brew.id } : 'drink', ml }] } };
}

/** Reads a table of tastings line by line. What a table does not say was right; what was drunk over ice by default is taken so. */
export const readTastedTable = (
  rows: readonly (readonly string[])[],
  reading: TableReading<TastedColumn>,
  drinks: readonly Drink[],
): TableRead<TastedRead> => {
  const drinkOf = inBook(drinks);
  return readRows(rows, reading, (row) => {
    const drink = drinkOf(row);
    const [who, note] = [row.text('who').slice(0, 40), row.text('note').slice(0, 500)];
    const usual: ServedState = drink.defaults.hot ? 'warm' : drink.defaults.iced ? 'iced' : 'chilled';
    const state = row.text('state') === '' ? usual : wordIn(row, 'state', STATE_WORDS);
    const said = <T extends number>(of: TastedColumn, words: readonly Word<string>[], right: T): T =>
      row.text(of) === '' ? right : (Number(wordIn(row, of, words)) as T);
    if (row.text('strength') === '') row.refuse('strength', acceptedOf(STRENGTH_WORDS));
    return {
      ...named(row, drink),
      at: row.moment('tasted') ?? row.refuse('tasted', 'the day it was tasted'),
      ...(row.isDay('tasted') ? { day: true as const } : {}),
      state,
      verdict: {
        strength: said<Verdict['strength']>('strength', STRENGTH_WORDS, 0),
        harsh: said<Verdict['harsh']>('harsh', HARSH_WORDS, 1),
        sweet: said<Verdict['sweet']>('sweet', SWEET_WORDS, 0),
        tart: said<Verdict['tart']>('tart', TART_WORDS, 0),
        ...(note === '' ? {} : { note }),
        ...(who === '' ? {} : { who }),
      },
    };
  });
};

/** The one that is called so, or the only one whose name begins so. */
function calledIn<T>(all: readonly T[], text: string, namesOf: (one: T) => readonly string[]): T | undefined {
  const named = all.map((one) => ({ one, names: namesOf(one).map(plain) }));
  const like = named.filter(({ names }) => names.some((n) => n.startsWith(text)));
  return named.find(({ names }) => names.includes(text))?.one ?? (like.length === 1 ? like[0]!.one : undefined);
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[\s,]+/g, ' ')
    .trim();

const named = (row: Row<OfBatch>, { id, name }: Drink): Named => {
  const batchId = row.text('batch').toLowerCase();
  return { drinkId: id, name, ...(UUID.test(batchId) ? { batchId } : {}) };
};
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** What a row's drink is; a name that stands in many rows is looked for once. */
function inBook(drinks: readonly Drink[]): (row: Row<OfBatch>) => Drink {
  const known = new Map<string, Drink>();
  return (row) => {
    const text = row.text('drink');
    const drink = known.get(text) ?? drinkIn(row, drinks);
    known.set(text, drink);
    return drink;
  };
}

/** By its id or its name; one whose name it begins with, where that is only one. */
function drinkIn(row: Row<OfBatch>, drinks: readonly Drink[]): Drink {
  const text = plain(row.text('drink'));
  if (text === '') return row.refuse('drink', 'the name of a drink of the book');
  const known = calledIn(drinks, text, (d) => [d.id, d.name]);
  if (known) return known;
  const like = drinks.filter((d) => plain(d.name).startsWith(text)).slice(0, 4);
  return row.refuse(
    'drink',
    like.length > 1
      ? `one drink alone: it may be ${like.map((d) => d.name).join(' or ')}`
      : 'a drink of the book, by its name: keep it there first',
  );
}

function wayIn(row: Row<'way' | OfBatch>, drink: Drink): string | undefined {
  const text = plain(row.text('way'));
  if (text === '') return undefined;
  const { ways } = drink.brews[0];
  const way = calledIn(ways, text, (w) => [w.id, w.shortName, w.name]);
  return (
    way?.id ?? row.refuse('way', `a way of ${drink.name}: ${ways.map((w) => w.shortName.toLowerCase()).join(', ')}`)
  );
}

/** A value of a scale: as its number, as its own word, or as people say it. */
function wordIn<T extends string>(row: Row<TastedColumn>, of: TastedColumn, words: readonly Word<T>[]): T {
  const text = plain(
    row
      .text(of)
      .replace(/^[−–]/, '-')
      .replace(/^\+|(?<=\d),(?=\d)/g, (mark) => (mark === ',' ? '.' : '')),
  );
  const value = /^-?\d/.test(text) ? String(Number(text)) : text;
  const own = words.find((w) => w.value === value || w.label === text);
  const said = SAID.find(([re]) => re.test(text))?.[1];
  return own?.value ?? words.find((w) => w.label === said)?.value ?? row.refuse(of, acceptedOf(words));
}

/** How else people say a word of a scale. */
const SAID: readonly (readonly [RegExp, string])[] = [
  [/^(too )?(weak|thin)$/, 'a bit weak'],
  [/^(much|far|way) too weak$|^very weak$/, 'much too weak'],
  [/^(right|good|ok|okay|fine|perfect)$/, 'just right'],
  [/^(too )?strong$/, 'a bit strong'],
  [/^(much|far|way) too strong$|^very strong$/, 'much too strong'],
  [/^(a little )?bitter$/, 'a bit harsh'],
  [/^(very|too) bitter$/, 'harsh'],
  [/^not sweet enough$/, 'wants sugar'],
  [/^(too )?(sour|sharp|tart)$/, 'too sharp'],
  [/^(hot)$/, 'warm'],
  [/^(cold)$/, 'chilled'],
  [/^(iced|on ice)$/, 'over ice'],
];

const acceptedOf = (words: readonly Word<string>[]): string =>
  `${words[0]!.value} to ${words.at(-1)!.value}, or ${words.map((w) => w.label).join(', ')}`;
