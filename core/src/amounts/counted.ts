import { type Item } from './fold';
import { type Around, type Step, longest } from './line';
import { type Num, print } from './numbers';
import { type Context, type Noun, type Part, countOf, each, one } from './part';
import { type FruitPart, PIECE_WORDS, fruitNamed } from './pieces';
import { type Thing } from './thing';
import { BAR, BY_HAND, NO_FIGURE, VESSELS, plural, singular } from './vocabulary';
import {
  type Count,
  H,
  type Weighed,
  bagOf,
  pieceOf,
  weighByHand,
  weighFruit,
  weighHandfuls,
  weighPieces,
  weighPinches,
} from './weigh';

/** Pieces of the thing, what is taken by hand, vessels and bar measures. */
export function piecesAt(c: Context, num: Num, { to: at, around }: Step): Part[] {
  const { items, thing, house } = c;
  const found = longest(items, at, (p) => {
    const name = oneOf(p);
    return isPieceWord(name, thing) ? name : undefined;
  });
  if (!found) return [];
  const name = found.value;
  const word = items
    .slice(at, found.to)
    .map((x) => x.text)
    .join('');
  const noun: Noun = {
    at,
    to: found.to,
    num: 0,
    one: oneOfRaw(items, at, found.to),
    many: plural(oneOfRaw(items, at, found.to)),
    name,
  };
  const isPlural =
    word !==
      items
        .slice(at, found.to)
        .map((x) => singular(x.text))
        .join('') || /s$/.test(word);
  const counts = countOf(num);
  const base: Part = {
    to: found.to,
    around,
    nums: [num],
    nouns: [noun],
    rep: {},
    asks: [],
    rank: 0,
    weigh: () => 'none',
  };
  if (num.value > BOUNDS.pieces[1]) return [];
  const weigh =
    (n: Num) =>
    (a: Around): readonly Weighed[] | 'none' =>
      weighPiece(c, { value: n.value, low: n.low, high: n.high }, name, a);
  // A fraction below 1 with a plural piece: a part of one, or a range by slash.
  if (num.style === 'slash' && num.to === num.from + 1 && num.value < 1 && isPlural) {
    const { above, below } = items[num.from]!.over!;
    const written = `${above}-${below}`;
    const ranged: Num = { ...num, value: (above + below) / 2, low: above, high: below, ask: 'slash', written };
    return [
      { ...base, nums: [ranged], rank: -1, weigh: weigh(ranged) },
      { ...base, asks: ['slash'], weigh: weigh(num) },
    ];
  }
  const vessel = VESSELS[name];
  if (name in VESSELS && !pieceOf(thing, name, house)) {
    const own = house.vessels?.[name];
    if (own !== undefined)
      return [
        {
          ...base,
          weigh: () => [{ typical: own * num.value, hLow: H * 0.04, hHigh: H * 0.04, unit: 'ml', asks: [] }],
        },
      ];
    if (!vessel) return [{ ...base, asks: ['which vessel'], rank: 0 }];
    const [low, typical, high] = vessel.size;
    const of = name === 'bottle' || name === 'punnet' ? ` of ${typical} ${vessel.unit}` : '';
    const told = `${print(num.value)} ${num.value > 1 ? plural(name) : name}${of}`;
    return [
      {
        ...base,
        asks: ['which vessel'],
        instead: () => told,
        scaled: (k) => `${print(num.value * k)} ${num.value * k > 1 ? plural(name) : name}${of}`,
        weigh: () => [
          {
            typical: typical * num.value,
            hLow: Math.log(typical / low),
            hHigh: Math.log(high / typical),
            unit: vessel.unit,
            asks: [],
          },
        ],
      },
    ];
  }
  if (NO_FIGURE.includes(name) && !pieceOf(thing, name, house)) return [{ ...base, asks: ['no figure'] }];
  const bar = BAR[name];
  if (bar)
    return bar.map((ml, k) => ({
      ...base,
      asks: ['which'],
      rank: k,
      instead: () => `${Math.round(ml * num.value)} ml`,
      scaled: (x: number) => `${Math.round(ml) * num.value * x} ml`,
      weigh: () => [{ typical: ml * num.value, hLow: H * 0.015, hHigh: H * 0.015, unit: 'ml', asks: [] }],
    }));
  if (
    (name === 'bag' || name === 'tea bag' || name === 'teabag' || name === 'sachet' || name.includes('family')) &&
    !ownBag(c, name)
  ) {
    const g = name.includes('family') ? ([6, 7, 8] as const) : bagOf(thing, name !== 'bag');
    if (!g) return [{ ...base, asks: ['which bag'] }];
    const told = name.includes('family') ? 'family-size bag' : name === 'sachet' ? 'sachet' : 'tea bag';
    const write = (x: number): string => `${print(x)} ${x > 1 ? plural(told) : told}`;
    const own: Part = {
      ...base,
      asks: ['which bag'],
      instead: () => write(num.value),
      scaled: (k) => write(num.value * k),
      weigh: (a) => [weighPieces(counts, { piece: { names: [], g }, own: 'thing' }, a.manners)],
    };
    const row = pieceOf(thing, 'bag', house);
    return name.includes('family') && row
      ? [own, { ...base, rank: 1, weigh: (a) => [weighPieces(counts, row, a.manners)] }]
      : [own];
  }
  // Of bark "a piece" is a stick, or a bit of one.
  if (name === 'piece' && thing.pieces[0]?.names.includes('stick')) {
    const stick = thing.pieces[0];
    const write = (x: number): string => `${print(x)} ${x > 1 ? 'sticks' : 'stick'}`;
    return [
      {
        ...base,
        asks: ['piece'],
        instead: () => write(num.value),
        scaled: (k) => write(num.value * k),
        weigh: (a) => [weighPieces(counts, { piece: stick, own: 'thing' }, a.manners)],
      },
      {
        ...base,
        asks: ['piece'],
        rank: 1,
        weigh: (a) =>
          each([weighPieces(counts, { piece: stick, own: 'thing' }, a.manners)], (w) => ({
            ...w,
            typical: w.typical / 3,
          })),
      },
    ];
  }
  const pod = thing.pieces.find((p) => p.names[0] === 'pod' && p.asked);
  const swapped: Partial<Part> =
    name === 'pod' && pod
      ? {
          instead: () => `${print(num.value)} ${num.value > 1 ? 'calyces' : 'calyx'}`,
          scaled: (k) => `${print(num.value * k)} calyces`,
        }
      : {};
  return [{ ...base, ...swapped, weigh: weigh(num) }];
}

function ownBag(c: Context, name: string): boolean {
  return c.thing.pieces.some((p) => p.names.includes(name));
}

function weighPiece(c: Context, count: Count, name: string, a: Around): readonly Weighed[] | 'none' {
  const { thing, house } = c;
  if (name === 'handful') return one(weighHandfuls(count, thing, a.manners, house));
  if (name === 'pinch') return one(weighPinches(count, thing, a.manners));
  if (name === 'smidgen') {
    const pinch = weighPinches({ value: count.value / 2, low: count.low / 2, high: count.high / 2 }, thing, a.manners);
    return pinch === 'none' ? pinch : [{ ...pinch, asks: ['wide'] }];
  }
  if (name in BY_HAND) return one(weighByHand(count, name, thing, a.manners));
  const found = pieceOf(thing, name, house);
  if (found && found.own !== 'class') return [weighPieces(count, found, a.manners)];
  const fruit = thing.fruit?.fruit;
  if (fruit && (name === 'slice' || name === 'strip' || name === 'wedge' || name === 'wheel')) {
    const part = (name === 'wheel' ? 'slice' : name) as FruitPart;
    const w = weighFruit(count, fruit, part, a.manners);
    if (w) return [w];
  }
  return found ? [weighPieces(count, found, a.manners)] : 'none';
}

/** Amounts that a kitchen may mean: g, ml and pieces beyond these are read as something else. */
export const BOUNDS = { mass: [1e-4, 50_000], volume: [0.01, 50_000], pieces: [0, 2000] } as const;

const oneOf = (phrase: string): string => {
  const words = phrase.split(' ');
  const last = singular(words[words.length - 1]!);
  const joined = [...words.slice(0, -1), last].join(' ');
  return joined.replace(/^thumb sized piece$/, 'thumb-sized piece').replace(/^family size bag$/, 'family-size bag');
};

/** The noun as it was typed, in the singular: "thumb-sized piece". */
function oneOfRaw(items: readonly Item[], from: number, to: number): string {
  const parts = items.slice(from, to);
  return parts
    .map((x, k) => `${k > 0 && x.gap ? ' ' : ''}${k === parts.length - 1 ? singular(x.text) : x.raw}`)
    .join('');
}

const HANDS = ['handful', 'pinch', 'smidgen', 'bunch', 'piece', ...Object.keys(BY_HAND)];

/** Whether a word counts pieces of this thing, or of none: then it has no figure here, and never that of another piece. */
export const isPieceWord = (name: string, thing: Thing): boolean =>
  thing.pieces.some((p) => p.names.includes(name)) ||
  HANDS.includes(name) ||
  name in VESSELS ||
  name in BAR ||
  NO_FIGURE.includes(name) ||
  name === 'sachet' ||
  name === 'wedge' ||
  name === 'wheel' ||
  (PIECE_WORDS.has(name) && name !== 'half' && !fruitNamed(name) && !thing.words.has(name));
