import { type Around, isSign, isWord, measureAt } from './line';
import { outOfBounds } from './measured';
import { type Num, print } from './numbers';
import { type Context, type Part, countOf, each, numbersIn, one, span } from './part';
import { CONTAINERS, type Measure, plural, singular } from './vocabulary';
import { type Weighed, weighLength, weighMeasure } from './weigh';

type Size = { num: Num; measure: Measure; to: number; words: string };

/** "a 400 g tin", "2 x 5 cm pieces", "3 1/2-inch slices", "1 bottle of 700 ml", "2 cans (400 ml)". */
export function sizedAt(c: Context, i: number, around: Around): Part[] {
  const { items } = c;
  const found: Part[] = [];
  const implied: Num = { value: 1, low: 1, high: 1, from: i, to: i, style: 'article', decimal: '.' };
  for (const num of [implied, ...numbersIn(c, i)]) {
    const x = isWord(items[num.to], 'x') ? num.to + 1 : num.to;
    const bracket = isSign(items[x], '(');
    for (const size of sizesAt(c, bracket ? x + 1 : x)) {
      if (bracket && !isSign(items[size.to], ')')) continue;
      const at = bracket ? size.to + 1 : size.to;
      const noun = sizedNoun(c, at, size);
      if (noun) found.push(sizedPart(c, num, size, { noun, x: x !== num.to, bracket }, around));
      // "1 500 g": one of 500 g.
      else if (
        num !== implied &&
        num.style === 'figure' &&
        num.to === num.from + 1 &&
        size.num.style === 'figure' &&
        /^\d{3}$/.test(items[size.num.from]!.text) &&
        size.num.to === size.num.from + 1 &&
        size.measure.kind !== 'length' &&
        x === num.to &&
        !bracket
      )
        found.push({
          to: size.to,
          around,
          nums: [num],
          nouns: [],
          rep: {},
          asks: ['blank'],
          rank: 2,
          instead: () => `${print(num.value)} × ${size.words}`,
          weigh: (a) => each(weighSize(c, size, num, a), (w) => w),
        });
    }
    if (num !== implied) found.push(...nounFirst(c, num, around));
  }
  return found;
}

function sizesAt(c: Context, i: number): Size[] {
  const { items } = c;
  return numbersIn(c, i).flatMap((num): Size[] => {
    if (num.ask === 'blank') return [];
    const hyphen = isSign(items[num.to], '-') && !items[num.to]!.gap ? num.to + 1 : num.to;
    const unit = measureAt(items, hyphen);
    if (!unit || (num.style === 'article' && unit.measure.kind !== 'length')) return [];
    let to = unit.to;
    // A size in two measures: 5cm/2in.
    if (isSign(items[to], '/')) {
      const other = numbersIn(c, to + 1)[0];
      const second = other && measureAt(items, other.to);
      if (second) {
        // Two sizes that disagree are none.
        const apart = Math.log((other.value * second.measure.size) / (num.value * unit.measure.size));
        if (second.measure.kind !== unit.measure.kind || Math.abs(apart) > Math.log(1.15)) return [];
        to = second.to;
      }
    }
    return [{ num, measure: unit.measure, to, words: c.text.slice(items[num.from]!.from, items[to - 1]!.to) }];
  });
}

function sizedNoun(
  c: Context,
  i: number,
  size: { measure: Measure },
): { to: number; one: string; many: string } | undefined {
  const name = c.items[i]?.kind === 'word' ? singular(c.items[i]!.text) : undefined;
  if (name === undefined) return undefined;
  const ok =
    size.measure.kind === 'length'
      ? ['piece', 'slice', 'stick', 'length', 'bit', 'strip'].includes(name)
      : CONTAINERS.includes(name);
  return ok ? { to: i + 1, one: name, many: plural(name) } : undefined;
}

function weighSize(c: Context, size: Size, num: Num, a: Around): readonly Weighed[] | 'none' {
  const { thing, house } = c;
  if (outOfBounds(size.num.value * size.measure.size * num.value, size.measure.kind)) return 'none';
  if (size.measure.kind === 'length')
    return one(weighLength(size.num.value * size.measure.size, countOf(num), thing, house, a.manners));
  const value = size.num.value * num.value;
  return weighMeasure({ value, low: value, high: value }, size.measure, thing, house, {
    manners: [],
    chopped: false,
  });
}

function sizedPart(
  c: Context,
  num: Num,
  size: Size,
  { noun, x, bracket }: { noun: { to: number; one: string; many: string }; x: boolean; bracket: boolean },
  around: Around,
): Part {
  const { items } = c;
  const implied = num.from === num.to;
  const multiply = (k: number, a: Around): string => {
    const n = num.value * k;
    const tail = tailWords(c, noun.to, a);
    const body = bracket
      ? `(${size.words}) ${n > 1 ? noun.many : noun.one}`
      : `${size.words} ${n > 1 ? noun.many : noun.one}`;
    const head = bracket ? print(n) : x ? `${print(n)} ${items[num.to]!.raw}` : `${print(n)} ×`;
    return n === 1 && !bracket ? `1 ${body}${tail}` : `${head} ${body}${tail}`;
  };
  const split =
    !implied &&
    num.style === 'figure' &&
    size.num.style === 'slash' &&
    size.num.from === num.to &&
    size.num.to === size.num.from + 1;
  return {
    to: noun.to,
    around,
    nums: [num],
    nouns: [],
    rep: {},
    asks: [],
    rank: split ? -1 : 0,
    scaled: multiply,
    ...(split
      ? { instead: (a: Around) => `${print(num.value)} × ${size.words} ${noun.many}${tailWords(c, noun.to, a)}` }
      : {}),
    weigh: (a) => weighSize(c, size, num, a),
  };
}

function tailWords(c: Context, from: number, a: Around): string {
  const kept = span(from, c.items.length).filter((k) => !a.dropped.includes(k));
  return kept.map((k) => (isSign(c.items[k], ',') ? ',' : ` ${c.items[k]!.raw}`)).join('');
}

/** "1 can (400 ml)", "1 bottle of 700 ml". */
function nounFirst(c: Context, num: Num, around: Around): Part[] {
  const { items } = c;
  const name = items[num.to]?.kind === 'word' ? singular(items[num.to]!.text) : '';
  if (!CONTAINERS.includes(name)) return [];
  const at = num.to + 1;
  const of = isWord(items[at], 'of');
  const bracket = isSign(items[at], '(');
  if (!of && !bracket) return [];
  return sizesAt(c, at + 1).flatMap((size): Part[] => {
    if (bracket && !isSign(items[size.to], ')')) return [];
    const to = bracket ? size.to + 1 : size.to;
    const each1: Part = {
      to,
      around,
      nums: [num],
      nouns: [{ at: num.to, to: num.to + 1, num: 0, one: name, many: plural(name), name }],
      rep: {},
      asks: [],
      rank: 0,
      ...(bracket ? { scaled: (k: number) => `${print(num.value * k)} × ${size.words} ${plural(name)}` } : {}),
      weigh: (a) => weighSize(c, size, num, a),
    };
    if (!bracket || num.value <= 1) return [each1];
    const instead = (): string => `${print(num.value)} × ${size.words} ${plural(name)}`;
    return [
      { ...each1, asks: ['each or together'], instead },
      {
        ...each1,
        asks: ['each or together'],
        rank: 1,
        weigh: (a) => weighSize(c, size, { ...num, value: 1, low: 1, high: 1 }, a),
      },
    ];
  });
}
