import { table } from '../quantity/table';
import { piecesAt } from './counted';
import type { Item } from './fold';
import { partWordAt, whiteAt } from './fruits';
import { type Around, isSign, isWord, longest, measureAt } from './line';
import { measuredAt } from './measured';
import { type Num, numbersAt, print } from './numbers';
import {
  type Context,
  type Noun,
  type Part,
  countOf,
  each,
  first,
  numbersIn,
  one,
  rawOf,
  boundedBy,
  hedgedBy,
} from './part';
import { bareTerms } from './bare';
import { FRUIT_FIGURES, type FruitPart } from './pieces';
import { countRanges, rangesAt, sumsAt } from './ranges';
import { sizedAt } from './sized';
import { sayingsFrom, termsAt } from './terms';
import { HEDGES_AFTER, HEDGES_BEFORE, plural, singular } from './vocabulary';
import { H, type Weighed, hyp, weighFruit, weighMeasure } from './weigh';

const BOUND_WORDS: Readonly<Record<string, 'most' | 'least'>> = table({
  'up to': 'most',
  'at most': 'most',
  'no more than': 'most',
  'at least': 'least',
  'no less than': 'least',
});

const SIZE_WORDS = table({ small: 'small', medium: 'medium', large: 'large', big: 'large' }) as Readonly<
  Record<string, 'small' | 'medium' | 'large'>
>;

/** All amounts that begin at a place. */
export function amountsAt(c: Context, i: number, around: Around): Part[] {
  const hedge = hedgeAt(c, i);
  if (hedge) return amountsAt(c, hedge, around).map((p) => hedgedBy(p, H * 0.1));
  const bound = boundAt(c, i);
  if (bound) {
    if (boundAt(c, bound.to) || hedgeAt(c, bound.to)) return [];
    return amountsAt(c, bound.to, around).map((p) => boundedBy(p, bound.kind));
  }
  const simple = [
    ...rangesAt(c, i, around),
    ...sumsAt(c, i, around),
    ...termsAt(c, i, around),
    ...sizedAt(c, i, around),
    ...partsAt(c, i, around),
    ...unitFirstAt(c, i, around),
    ...bareTerms(c, i, around),
  ];
  return simple.flatMap((p) => [...doubledWith(c, p), ...wordsAfter(c, p), p]);
}

function hedgeAt(c: Context, i: number): number | undefined {
  const item = c.items[i];
  if (isSign(item, '~')) return i + 1;
  if (item?.kind !== 'word' || !HEDGES_BEFORE.includes(item.text)) return undefined;
  const to = isSign(c.items[i + 1], '.') ? i + 2 : i + 1;
  return c.items[to]?.kind === 'figure' || c.items[to]?.kind === 'fraction' || numbersAt(c.items, to, '.').length > 0
    ? to
    : undefined;
}

function boundAt(c: Context, i: number): { to: number; kind: 'most' | 'least' } | undefined {
  const found = longest(c.items, i, (p) => BOUND_WORDS[p]);
  return found && { to: found.to, kind: found.value };
}

/** "2+ cups" is in terms; "or so", "or more" after it. */
function wordsAfter(c: Context, p: Part): Part[] {
  const phrase = longest(c.items, p.to, (t) =>
    HEDGES_AFTER.includes(t) ? 'hedge' : t === 'or more' ? 'least' : undefined,
  );
  if (!phrase) return [];
  const end = { ...p, to: phrase.to };
  return [phrase.value === 'hedge' ? hedgedBy(end, H * 0.1) : boundedBy(end, 'least')];
}

/** "juice of 2 lemons", "peel of an orange", "leaves from 4 sprigs". */
function partsAt(c: Context, i: number, around: Around): Part[] {
  const { items, thing } = c;
  const first = partWordAt(items, i);
  if (!first) return [];
  let to = first.to;
  const second = isWord(items[to], 'and') ? partWordAt(items, to + 1) : undefined;
  if (second) to = second.to;
  if (!isWord(items[to], 'of', 'from')) return [];
  to++;
  if (first.part === 'leaves' || first.part === 'seeds') {
    const share = first.part === 'leaves' ? 0.75 : 0.7;
    const hedge = hedgeAt(c, to);
    return termsAt(c, hedge ?? to, around)
      .filter((p) => p.nouns.length > 0)
      .map((p) => (hedge === undefined ? p : hedgedBy(p, H * 0.1)))
      .map((p) => ({ ...p, weigh: (a) => each(p.weigh(a), (w) => ({ ...w, typical: w.typical * share })) }));
  }
  const row = thing.fruit;
  const part = first.part as FruitPart | 'pith';
  const hedge = hedgeAt(c, to);
  const wide = hedge ? H * 0.1 : 0;
  const at = hedge ?? to;
  const nums = [...countRanges(c, at), ...numbersIn(c, at)];
  const found = nums.flatMap((num): Part[] => {
    let end = num.to;
    let around2 = around;
    const size = longest(items, end, (p) => SIZE_WORDS[p], 1);
    if (size) {
      around2 = { ...around2, manners: [...around2.manners, size.value] };
      end = size.to;
    }
    const fruit = longest(
      items,
      end,
      (p) => FRUIT_FIGURES.find((f) => f.name === p.split(' ').map(singular).join(' ')),
      2,
    );
    const name = fruit?.value.name ?? row?.fruit;
    const stop = fruit?.to ?? end;
    const white = whiteAt(items, stop);
    const noun: Noun[] = fruit ? [{ at: end, to: fruit.to, num: 0, one: name!, many: plural(name!), name: name! }] : [];
    const base: Part = {
      to: white?.to ?? stop,
      around: { ...around2, named: true },
      nums: [num],
      nouns: [
        ...noun,
        ...(white?.its !== undefined ? [{ at: white.its, to: white.its + 1, num: 0, one: 'its', many: 'their' }] : []),
      ],
      rep: {},
      asks: [],
      rank: 0,
      weigh: () => 'none',
    };
    if (!name || !row) return [{ ...base, asks: ['of what'] }];
    if (row.fruit !== name) return [{ ...base, asks: ['another'] }];
    const meant: FruitPart =
      part === 'pith' ? 'rind' : part === 'peel' && (white?.kind === 'with' || row.part === 'rind') ? 'rind' : part;
    const weigh = (a: Around): readonly Weighed[] | 'none' => {
      const w = weighFruit(countOf(num), name, meant, a.manners);
      if (!w) return 'none';
      const wider = { ...w, hLow: hyp(w.hLow, wide), hHigh: hyp(w.hHigh, wide) };
      if (part !== 'pith') return [wider];
      const peel = weighFruit(countOf(num), name, 'peel', a.manners);
      return [{ ...wider, typical: wider.typical - (peel?.typical ?? 0), asks: ['pith'] }];
    };
    if (!second) return [{ ...base, weigh }];
    const write = (x: number): string => `${first.word} of ${print(x)} ${x > 1 ? plural(name) : name}`;
    return [
      { ...base, asks: ['two parts'], instead: () => write(num.value), scaled: (k) => write(num.value * k), weigh },
    ];
  });
  // "juice of the mandarins": the count is that of an earlier line.
  const back = isWord(items[to], 'the')
    ? longest(items, to + 1, (p) => FRUIT_FIGURES.find((f) => f.name === p.split(' ').map(singular).join(' ')), 2)
    : undefined;
  const count = back && c.of.earlier?.[back.value.name];
  if (back && count !== undefined && part !== 'pith')
    return [
      ...found,
      {
        to: back.to,
        around,
        nums: [],
        nouns: [],
        rep: {},
        asks: [],
        rank: 0,
        weigh: (a) => one(weighFruit({ value: count, low: count, high: count }, back.value.name, part, a.manners)),
      },
    ];
  return back
    ? [
        ...found,
        { to: back.to, around, nums: [], nouns: [], rep: {}, asks: ['points back'], rank: 0, weigh: () => 'none' },
      ]
    : found;
}

/** "1 cup (38 g)", "250 g/9 oz": the writer's own double measure. */
function doubledWith(c: Context, p: Part): Part[] {
  const { items } = c;
  if (p.asks.includes('which vessel')) return [];
  // The name may stand between the two.
  const starts = sayingsFrom(c, p.to, p.around, false).filter(
    (s) => isSign(items[s.to], '(') || (isSign(items[s.to], '/') && s.to === p.to),
  );
  return starts.flatMap((s) => {
    const bracket = isSign(items[s.to], '(');
    return termsAt(c, s.to + 1, s.around).flatMap((b): Part[] => {
      const inner = sayingsFrom(c, b.to, b.around, bracket).find((x) => !bracket || isSign(items[x.to], ')'));
      if (!inner || (b.unitName !== 'mass' && b.unitName !== 'volume')) return [];
      const to = bracket ? inner.to + 1 : b.to;
      if (isSign(items[to], '/')) return [];
      const around = {
        ...p.around,
        named: p.around.named || s.around.named,
        dropped: bracket ? s.around.dropped : p.around.dropped,
      };
      const nums = [...p.nums, ...b.nums];
      const nouns = [...p.nouns, ...b.nouns.map((n) => ({ ...n, num: n.num + p.nums.length }))];
      const near =
        p.unitName === 'mass' || c.thing.kind === 'liquid'
          ? Math.log(1.15)
          : p.nouns.length > 0 && p.unitName === 'volume'
            ? Math.log(2)
            : Math.log(4);
      const agree = (a: Around): boolean | undefined => {
        const [x, y] = [first(p.weigh(a)), first(b.weigh(a))];
        if (!y) return undefined;
        return !x || Math.abs(Math.log(x.typical / y.typical)) <= near;
      };
      const base = { to, around, nums, nouns, rep: { ...p.rep, ...b.rep }, asks: [] as string[] };
      const metric = (q: Part, o: Part): Part => (q.unitName === 'mass' && q.nums[0] && isMetric(c, q) ? q : o);
      const lead = metric(p, b);
      const other = lead === p ? b : p;
      return [
        { ...base, rank: -2, unitName: 'double', weigh: (a) => (agree(a) === true ? lead.weigh(a) : undefined) },
        {
          ...base,
          rank: 0,
          asks: ['which'],
          unitName: 'double',
          ...(bracket ? {} : { instead: () => c.text.slice(items[lead.nums[0]!.from]!.from, items[lead.to - 1]!.to) }),
          weigh: (a) => (agree(a) === false ? lead.weigh(a) : undefined),
        },
        {
          ...base,
          rank: 1,
          asks: ['which'],
          unitName: 'double',
          weigh: (a) => (agree(a) === false ? other.weigh(a) : undefined),
        },
      ];
    });
  });
}

function isMetric(c: Context, p: Part): boolean {
  const unit = measureAt(c.items, p.nums[p.nums.length - 1]!.to);
  return (
    unit !== undefined && ['g', 'kg', 'mg', 'ml', 'cl', 'dl', 'L', 'litre', 'kilo', 'dag'].includes(unit.measure.name)
  );
}

/** A unit with no number, or before it: one is guessed. */
function unitFirstAt(c: Context, i: number, around: Around): Part[] {
  const { items, thing } = c;
  return sayingsFrom(c, i, around, false).flatMap((s): Part[] => {
    const at = s.to;
    const unit = measureAt(items, at);
    if (unit && items[unit.to]?.kind === 'figure') {
      return numbersIn(c, unit.to).flatMap((num): Part[] => {
        if (unit.measure.kind === 'length') return [];
        const told = `${rawOf(c, num)} ${unit.word}`;
        return [
          {
            to: num.to,
            around: s.around,
            nums: [num],
            nouns: [],
            rep: {},
            asks: ['unit first'],
            rank: 6,
            instead: () => told,
            weigh: (a) =>
              weighMeasure(countOf(num), unit.measure, thing, c.house, { manners: a.manners, chopped: false }),
          },
        ];
      });
    }
    if (at > 0 && !isOnlyManner(items, at, s.around)) return [];
    const implied: Num = { value: 1, low: 1, high: 1, from: i, to: i, style: 'article', decimal: '.' };
    const name = items[at]?.kind === 'word' ? items[at]!.text : '';
    const full = unit?.measure.full === true && unit.word === singular(unit.word) && unit.measure.kind === 'volume';
    const hand = name === 'pinch' || name === 'handful' || name === 'dash' || name === 'drop';
    if (!full && !hand) return [];
    const to = full ? unit.to : at + 1;
    const manner = c.text.slice(items[0]!.from, items[to - 1]!.to);
    const part = full ? measuredAt(c, implied, s)[0] : piecesAt(c, implied, s)[0];
    if (!part) return [];
    const liquid = thing.kind === 'liquid' || thing.kind === 'made';
    const heaped = liquid && s.around.manners.some((m) => ['heaped', 'packed', 'rounded'].includes(m));
    const told = heaped ? `1 ${unit!.measure.name}` : `1 ${manner}`;
    return [{ ...part, asks: [...part.asks, 'no number'], rank: 6, instead: () => told, nums: [], nouns: [] }];
  });
}

/** Only manners and nothing else stand before a place. */
const isOnlyManner = (items: readonly Item[], at: number, around: Around): boolean =>
  around.manners.length > 0 && around.dropped.length === 0 && items.slice(0, at).every((x) => x.kind === 'word');
