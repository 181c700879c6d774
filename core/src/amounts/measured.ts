import { BOUNDS, isPieceWord } from './counted';
import { type Item } from './fold';
import { type Around, type Step, isSign, measureAt } from './line';
import { type Num } from './numbers';
import { type Context, type Noun, type Part, blank, countOf } from './part';
import { PIECE_WORDS } from './pieces';
import { MEASURES, type Measure, measureNamed, plural, singular } from './vocabulary';
import { type Weighed, weighLength, weighMeasure } from './weigh';

type Found = { measure: Measure; to: number; word: string; near?: readonly Measure[] };

/** Amounts with a measure word at a number: cups, spoons, grams, bunches. */
export function measuredAt(c: Context, num: Num, { to: at, around }: Step): Part[] {
  const { thing, house, items } = c;
  const found: Found | undefined = measureAt(items, at) ?? nearlyAt(c, at);
  if (!found) return [];
  const raw = items[at]!.raw;
  const base = { around, nums: [num], rep: {}, asks: [] as string[], rank: 0 };
  const { measure } = found;
  const unitName = measure.kind;
  const noun: Noun[] = [{ ...nounOf(items, at, found.to), name: measure.name }];
  // "in" before a thing that has no length is no inch; a number follows a ratio.
  if (measure.name === 'in' && found.word === 'in' && items[found.to]?.kind === 'figure') return [];
  const counts = countOf(num);
  const weigh =
    (m: Measure) =>
    (a: Around): readonly Weighed[] | 'none' => {
      if (m.kind === 'length') {
        const w = weighLength(num.value * m.size, { value: 1, low: 1, high: 1 }, thing, house, a.manners);
        return w === 'none' ? w : [{ ...w }];
      }
      const all = weighMeasure(counts, m, thing, house, { manners: a.manners, chopped: chopped(a) });
      return a.by && all !== 'none' ? byTold(all, a.by) : all;
    };
  if (outOfBounds(num.value * measure.size, measure.kind)) return [];
  const near = found.near ?? [];
  const one = (m: Measure, more: Partial<Part> = {}): Part => ({
    ...base,
    to: found.to,
    nouns: noun,
    unitName,
    weigh: weigh(m),
    ...more,
  });
  if (near.length > 0)
    return near.map((m, k): Part =>
      one(m, {
        asks: ['spelling'],
        rank: k,
        nouns: [nounFor(m, at, found.to)],
        rep: { [at]: num.value > 1 ? m.many : m.name },
      }),
    );
  // T and t are a factor of three apart: asked, unless the recipe uses both.
  if (raw === 'C' && num.value > 12) return [one(measure, { asks: ['a temperature'], weigh: () => 'none' })];
  if (measure.either) {
    const settled = c.house.pints && !c.of.pasted ? c.house.pints : undefined;
    const [us, imperial] = measure.either.map(measureNamed) as [Measure, Measure];
    if (settled) return [one(settled === 'us' ? us : imperial)];
    const order = c.of.pasted === 'imperial' ? [imperial, us] : [us, imperial];
    const fruit = measure.name === 'pint' && thing.class === 'fresh_fruit' ? [measureNamed('US dry pint')] : [];
    return [...fruit, ...order].map((m, k) =>
      one(m, {
        asks: ['which'],
        rank: k,
        nouns: [nounFor(m, at, found.to)],
        rep: { [at]: num.value > 1 ? m.many : m.name, ...blank(at + 1, found.to) },
      }),
    );
  }
  const singularWord = noun[0]!.one === items[at]!.text && measure.full === true && num.from === num.to - 1;
  const lost = singularWord ? lostSlash(c, num) : undefined;
  if (lost)
    return [
      one(measure, {
        nums: [lost],
        asks: ['lost slash'],
        rank: -1,
        weigh: (a) =>
          weighMeasure({ value: lost.value, low: lost.value, high: lost.value }, measure, thing, house, {
            manners: a.manners,
            chopped: chopped(a),
          }),
      }),
      one(measure, { asks: ['lost slash'] }),
    ];
  return [one(measure)];
}

/** T or t, a spoonful, one letter from a unit. */
function nearlyAt(
  c: Context,
  at: number,
): { measure: Measure; to: number; word: string; near: readonly Measure[] } | undefined {
  const item = c.items[at];
  if (isSign(item, '#')) return { measure: MEASURES.lb!, to: at + 1, word: '#', near: [MEASURES.lb!] };
  if (item?.kind !== 'word') return undefined;
  if (item.raw === 'T' || item.raw === 't') {
    const own = item.raw === 'T' ? MEASURES.tbsp! : MEASURES.tsp!;
    // T and t are a factor of three apart: asked, unless the recipe uses both.
    if (c.of.spoonsTold) return { measure: own, to: at + 1, word: item.raw, near: [] };
    return {
      measure: own,
      to: at + 1,
      word: item.raw,
      near: [own, own === MEASURES.tbsp ? MEASURES.tsp! : MEASURES.tbsp!],
    };
  }
  if (item.text === 'spoonful' || item.text === 'spoon')
    return { measure: MEASURES.tbsp!, to: at + 1, word: item.text, near: [MEASURES.tbsp!, MEASURES.tsp!] };
  const word = item.text;
  if (isPieceWord(singular(word), c.thing)) return undefined;
  if (word.length < 3 || c.thing.words.has(singular(word)) || PIECE_WORDS.has(singular(word)) || SPELLED.has(word))
    return undefined;
  const near = SPELLINGS.filter((s) => s.length >= 3 && isOneOff(word, s)).map((s) => MEASURES[s]!);
  const distinct = [...new Set(near)].sort((a, b) => transposed(word, a) - transposed(word, b));
  return distinct.length > 0 ? { measure: distinct[0]!, to: at + 1, word, near: distinct } : undefined;
}

/** "12 cup" for 1/2 cup: singular, and its figures make a fraction of the kitchen. */
function lostSlash(c: Context, num: Num): Num | undefined {
  const text = c.items[num.from]!.text;
  if (!/^\d\d$/.test(text) || !LOST.includes(text)) return undefined;
  const value = Number(text[0]) / Number(text[1]);
  return { ...num, value, low: value, high: value, style: 'slash', written: `${text[0]}/${text[1]}` };
}

const LOST = ['12', '13', '14', '18', '23', '34', '38', '58', '78'];

const SPELLINGS = Object.keys(MEASURES).filter(
  (s) => /^[a-z]+$/.test(s) && s !== 'tsps' && s !== 'tbsps' && !/^(pts?|qts?|gal)$/.test(s),
);

const SPELLED = new Set([
  ...SPELLINGS,
  'or',
  'and',
  'plus',
  'tips',
  'tip',
  'can',
  'cans',
  'tin',
  'tins',
  'jar',
  'pot',
  'mug',
  'tot',
  'nip',
  'shot',
  'dash',
  'drop',
  'bags',
  'bag',
  'some',
  'lots',
  'bit',
  'half',
  'to',
  'the',
  'few',
  'for',
  'per',
  'each',
  'cut',
  'dry',
  'top',
  'hot',
]);

/** Told by weight or by volume, only that is left. */
const byTold = (all: readonly Weighed[], by: 'weight' | 'volume'): readonly Weighed[] => {
  const told = all.filter((w) => w.asks.includes(`by ${by}`));
  return told.length > 0 ? told.map((w) => ({ ...w, asks: [] })) : all;
};

/** Whether the words around say that it is cut small. */
export const chopped = (a: Around): boolean =>
  a.prepared.some((p) => !p.after && ['chopped', 'sliced', 'torn', 'crumbled'].includes(p.word));

/** The noun of a unit as it was typed. Abbreviations never change; words written in full agree with their number. */
function nounOf(items: readonly Item[], at: number, to: number): Noun {
  const words = items.slice(at, to).filter((x) => x.kind === 'word');
  const last = words[words.length - 1];
  const one = last ? singular(last.text) : '';
  const short = one.length <= 4 && !['cup', 'pint', 'gill', 'inch', 'kilo'].includes(one);
  if (!last || short || ['tblsp', 'teasp', 'tbsps'].includes(one) || words.length < to - at)
    return { at, to, num: 0, one: '', many: '' };
  const before = words
    .slice(0, -1)
    .map((x) => `${x.raw} `)
    .join('');
  return { at, to, num: 0, one: before + one, many: before + plural(one) };
}

const nounFor = (m: Measure, at: number, to: number): Noun => ({
  at,
  to,
  num: 0,
  one: m.name,
  many: m.many,
  name: m.name,
});

/** Whether a size is beyond what a kitchen may mean by such a measure. */
export const outOfBounds = (size: number, kind: Measure['kind']): boolean => {
  const [low, high] = kind === 'mass' ? BOUNDS.mass : kind === 'volume' ? BOUNDS.volume : [0, 1000];
  return !(size >= low && size <= high);
};

function isOneOff(a: string, b: string): boolean {
  if (a === b) return true;
  if (Math.abs(a.length - b.length) > 1) return false;
  let i = 0;
  while (i < a.length && a[i] === b[i]) i++;
  const rest = (x: number, y: number): boolean => a.slice(i + x) === b.slice(i + y);
  return rest(1, 1) || rest(1, 0) || rest(0, 1) || (a[i] === b[i + 1] && a[i + 1] === b[i] && rest(2, 2));
}

/** A swap of two letters is likelier than a wrong one. */
const transposed = (word: string, m: Measure): number =>
  SPELLINGS.some((s) => MEASURES[s] === m && [...s].sort().join('') === [...word].sort().join('')) ? 0 : 1;
