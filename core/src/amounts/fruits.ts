import { table } from '../quantity/table';
import { type Item } from './fold';
import { type Around, type Step, isSign, isWord, longest } from './line';
import { type Num, print } from './numbers';
import { type Context, type Noun, type Part, countOf, each, one } from './part';
import { FRUIT_FIGURES, type FruitPart, OWN_PIECE } from './pieces';
import { type Thing } from './thing';
import { plural, singular } from './vocabulary';
import { type Weighed, pieceOf, weighFruit, weighPieces } from './weigh';

/** A number and the mere name: its own piece, if it has one; a fruit by its part. */
export function namedAt(c: Context, num: Num, { to: at, around }: Step): Part[] {
  const { items, thing, house } = c;
  const item = items[at];
  if (item?.kind !== 'word') return [];
  const fruit = longest(
    items,
    at,
    (p) => FRUIT_FIGURES.find((f) => f.name === p || f.name === p.split(' ').map(singular).join(' ')),
    2,
  );
  if (fruit && thing.fruit?.fruit === fruit.value.name) return fruitsAt(c, num, around, at, fruit.to, fruit.value.name);
  const own = OWN_PIECE.has(thing.slug) ? thing.pieces[0] : undefined;
  let to = at;
  while (items[to]?.kind === 'word' && thing.words.has(singular(items[to]!.text))) to++;
  const counts = (k: number): boolean => thing.pieces.some((p) => p.names.includes(singular(items[k]?.text ?? '')));
  if (to === at || counts(to - 1) || counts(to)) return [];
  // "star anise" is a name that begins with a piece; "stick cinnamon" is a piece and a name.
  const phrase = items
    .slice(at, to)
    .map((x) => x.text)
    .join(' ');
  if (counts(at) && !thing.name.toLowerCase().includes(phrase)) return [];
  const isNamed = { ...around, named: true };
  if (own) {
    const piece = { piece: own, own: 'thing' };
    return [
      {
        to,
        around: isNamed,
        nums: [num],
        nouns: nounInName(items, to, thing),
        rep: {},
        asks: [],
        rank: to > at + 1 ? -1 : 0,
        weigh: (a) => [weighPieces(countOf(num), pieceOf(thing, own.names[0]!, house) ?? piece, a.manners)],
      },
    ];
  }
  // "3 ginger": no piece of its own is meant.
  return thing.kind === 'plant' && !thing.fruit
    ? [{ to, around: isNamed, nums: [num], nouns: [], rep: {}, asks: ['no piece'], rank: 5, weigh: () => 'none' }]
    : [];
}

/** So many fruits: of a juice only their juice can be meant, of a peel it is asked, of a whole one too unless it says so. */
function fruitsAt(c: Context, num: Num, around: Around, at: number, to: number, fruit: string): Part[] {
  const row = c.thing.fruit!.part;
  const noun: Noun = { at, to, num: 0, one: fruit, many: plural(fruit), name: fruit };
  const base: Part = {
    to,
    around: { ...around, named: true },
    nums: [num],
    nouns: [noun],
    rep: {},
    asks: [],
    rank: 0,
    weigh: () => 'none',
  };
  const weigh =
    (part: FruitPart, scale = 1) =>
    (a: Around): readonly Weighed[] | 'none' => {
      const peeled = a.prepared.some((p) => p.word === 'peeled');
      return one(
        each([weighFruit(countOf(num), fruit, part, a.manners, peeled) ?? 'none'], (w) => ({
          ...w,
          typical: w.typical * scale,
        }))[0] ?? 'none',
      );
    };
  const possessive = isSign(c.items[to], "'") ? (isWord(c.items[to + 1], 's') ? to + 2 : to + 1) : undefined;
  if (possessive !== undefined) {
    const part = PART_WORDS[c.items[possessive]?.text ?? ''];
    return part
      ? [{ ...base, to: possessive + 1, nouns: [], weigh: weigh(part === 'peel' && row === 'rind' ? 'rind' : part) }]
      : [];
  }
  const told = longest(c.items, to, (p) =>
    p === 'flesh only' ? 'flesh' : p === 'zest only' ? 'zest' : undefined,
  )?.value;
  const of = (a: Around): FruitPart | undefined => {
    const words = a.prepared.map((p) => p.word);
    if (words.includes('zested') && words.includes('juiced')) return undefined;
    if (words.includes('juiced')) return 'juice';
    if (words.includes('zested')) return 'zest';
    return undefined;
  };
  if (told) return [{ ...base, weigh: weigh(told as FruitPart) }];
  if (row === 'juice')
    return [
      {
        ...base,
        instead: (a) =>
          of(a) === undefined && a.prepared.some((p) => p.word === 'zested')
            ? `juice of ${print(num.value)} ${num.value > 1 ? plural(fruit) : fruit}`
            : undefined,
        weigh: (a) => {
          const both = a.prepared.some((p) => p.word === 'zested');
          const w = weigh('juice')(a);
          return both ? each(w, (x) => ({ ...x, asks: ['two parts'] })) : w;
        },
      },
    ];
  if (row === 'flesh') return [{ ...base, weigh: weigh('flesh') }];
  const write = (x: number, part: string): string => `${part} of ${print(x)} ${x > 1 ? plural(fruit) : fruit}`;
  const asked = (part: FruitPart, words: string, rank: number): Part => ({
    ...base,
    asks: ['which part'],
    rank,
    instead: () => write(num.value, words),
    scaled: (k) => write(num.value * k, words),
    weigh: weigh(part),
  });
  if (row === 'peel' || row === 'rind')
    return [asked('peel', 'peel', 0), asked('zest', 'zest', 1), asked('rind', 'peel with its white', 2)];
  const whole = (x: number): string => `${print(x)} ${x > 1 ? plural(fruit) : fruit}, whole`;
  const white = whiteAt(c.items, to);
  if (white?.kind === 'with' && row === 'whole')
    return [
      {
        ...base,
        to: white.to,
        nouns: [noun, { at: white.its!, to: white.its! + 1, num: 0, one: 'its', many: 'their' }],
        weigh: weigh('whole'),
      },
    ];
  const sure = (a: Around): boolean =>
    a.prepared.some((p) => ['sliced', 'whole', 'halved', 'quartered', 'chopped'].includes(p.word)) || a.left.length > 0;
  return [
    {
      ...base,
      weigh: (a) => (sure(a) ? weigh('whole')(a) : each(weigh('whole')(a), (w) => ({ ...w, asks: ['which part'] }))),
      instead: (a) => (sure(a) ? undefined : whole(num.value)),
    },
    { ...asked('juice', 'juice', 1), weigh: (a) => (sure(a) ? undefined : weigh('juice')(a)) },
    { ...asked('peel', 'peel', 2), weigh: (a) => (sure(a) ? undefined : weigh('peel')(a)) },
  ];
}

/** Words for a part of a fruit, and which part they mean. */
export const PART_WORDS: Readonly<Record<string, FruitPart>> = table({
  juice: 'juice',
  zest: 'zest',
  peel: 'peel',
  rind: 'peel',
  skin: 'peel',
  flesh: 'flesh',
  pulp: 'flesh',
});

/** The part of a fruit that is named at an item: juice, zest, peel, slices. */
export function partWordAt(
  items: readonly Item[],
  i: number,
): { part: FruitPart | 'pith' | 'leaves' | 'seeds'; word: string; to: number } | undefined {
  const item = items[i];
  if (item?.kind !== 'word') return undefined;
  const part =
    item.text === 'pith'
      ? 'pith'
      : item.text === 'leaves'
        ? 'leaves'
        : item.text === 'seeds'
          ? 'seeds'
          : PART_WORDS[item.text];
  return part && { part, word: item.text, to: i + 1 };
}

/** "with its pith", "without the white" after a peel. */
export function whiteAt(
  items: readonly Item[],
  i: number,
): { kind: 'with' | 'without'; to: number; its?: number } | undefined {
  const at = isSign(items[i], ',') ? i + 1 : i;
  if (isWord(items[at], 'without') && isWord(items[at + 1], 'the', 'its') && isWord(items[at + 2], 'white', 'pith'))
    return { kind: 'without', to: at + 3 };
  if (
    isWord(items[at], 'with') &&
    isWord(items[at + 1], 'its', 'their', 'the') &&
    isWord(items[at + 2], 'white', 'pith', 'peel')
  )
    return { kind: 'with', to: at + 3, its: at + 1 };
  return undefined;
}

/** The name that counts is its own noun, if it is written in the plural. */
function nounInName(items: readonly Item[], to: number, thing: Thing): Noun[] {
  const last = to - 1;
  const word = items[last]!.text;
  const own = thing.pieces[0]?.names ?? [];
  return own.includes(singular(word)) || singular(word) !== word
    ? [{ at: last, to: last + 1, num: 0, one: singular(word), many: plural(singular(word)), name: own[0] ?? '' }]
    : [];
}
