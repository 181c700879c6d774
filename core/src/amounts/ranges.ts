import { bareTerms } from './bare';
import { type Around, isSign, isWord } from './line';
import { type Num, numbersAt, print } from './numbers';
import { type Context, type Part, blank, first, highOf, lowOf, numbersIn, rawOf } from './part';
import { reweighed, termsAt } from './terms';
import { type Weighed, hyp } from './weigh';

function jointAt(c: Context, i: number): number | undefined {
  return isSign(c.items[i], '-', '–') || isWord(c.items[i], 'to', 'or') ? i + 1 : undefined;
}

/** "2-3 cloves", "1 tsp to 1 tbsp", "between 2 and 3 cups", "a sprig or two". */
export function rangesAt(c: Context, i: number, around: Around): Part[] {
  const { items } = c;
  const opens = isWord(items[i], 'between', 'from');
  const at = opens ? i + 1 : i;
  const second = (to: number): number | undefined =>
    isWord(items[i], 'between')
      ? isWord(items[to], 'and')
        ? to + 1
        : undefined
      : isWord(items[i], 'from')
        ? isWord(items[to], 'to')
          ? to + 1
          : undefined
        : jointAt(c, to);
  const found: Part[] = [];
  for (const a of numbersAt(items, at, c.house.decimal ?? '.')) {
    const joint = second(a.to) ?? (isSign(items[a.to], '..') ? a.to + 1 : undefined);
    const dots = isSign(items[a.to], '..');
    if (joint !== undefined) {
      const glued = isSign(items[a.to], '-') && !items[a.to]!.gap && !items[a.to + 1]?.gap;
      for (const t of [...termsAt(c, joint, around), ...bareTerms(c, joint, around)]) {
        const b = t.nums[0]!;
        // As a range it would fall: 2-3/4 is a mixed number.
        if (glued && b.value < 1 && a.value >= 1) continue;
        if (isSign(items[b.to], '+') || a.ask === 'dash') continue;
        found.push(...rangedOf(c, a, b, t, dots));
      }
    }
    for (const first of a.value > 0
      ? termsAt(c, at, around).filter((t) => t.nums[0] === undefined || same(t.nums[0], a))
      : []) {
      const next = second(first.to);
      if (next === undefined) continue;
      if (isWord(items[first.to], 'or') && isWord(items[next], 'two') && a.style === 'article') {
        const n: Num = { ...a, value: 1.5, low: 1, high: 2 };
        const again = termsAt(c, at, around).find((t) => t.to === first.to)!;
        const word = items
          .slice(first.nouns[0]?.at ?? at + 1, first.to)
          .map((x) => x.raw)
          .join(' ');
        const many = first.nouns[0]?.many ?? word;
        found.push({
          ...again,
          to: next + 1,
          nums: [n],
          weigh: (ar) => reweighed(c, again, n, ar),
          scaled: (k) => `${print(k)} to ${print(2 * k)} ${many}`,
        });
        continue;
      }
      for (const last of termsAt(c, next, first.around)) {
        const wa = first;
        const or = isWord(items[first.to], 'or');
        found.push(...betweenEnds(c, wa, last, or));
      }
    }
  }
  return found;
}

function rangedOf(c: Context, a: Num, b: Num, t: Part, dots: boolean): Part[] {
  if (a.value === b.value) return [];
  const rises = a.value < b.value;
  const zero = a.value === 0;
  const low = rises ? a.value : b.value;
  const high = rises ? b.value : a.value;
  const value = zero ? b.value * 0.75 : (low + high) / 2;
  const n: Num = { ...b, value, low: zero ? b.value / 2 : low, high, from: a.from };
  const asks = [
    ...(zero ? ['nought'] : []),
    ...(a.style === 'hyphen' && isSign(c.items[a.to], '-') ? ['dash'] : []),
    ...(rises ? [] : ['falls']),
    ...(dots ? ['dots'] : []),
  ];
  const ends = endsOf(c, a, b, t);
  const turned = !rises
    ? {
        [a.from]: b.written ?? rawOf(c, b),
        [b.from]: a.written ?? rawOf(c, a),
        ...blank(a.from + 1, a.to),
        ...blank(b.from + 1, b.to),
      }
    : {};
  const upTo = zero ? { [a.from]: 'up to ', [a.to]: '' } : {};
  return [
    {
      ...t,
      nums: [a.style === 'hyphen' && isSign(c.items[a.to], '-') ? { ...a, written: print(a.value) } : a, b],
      nouns: t.nouns.map((x) => ({ ...x, num: 1 })),
      ...(t.bare
        ? {
            instead: () =>
              `${c.text.slice(c.items[a.from]!.from, c.items[b.from]!.from)}${t.instead?.(t.around) ?? ''}`,
            scaled: (k: number) =>
              `${print(a.value * k)}${c.text.slice(c.items[a.to - 1]!.to, c.items[b.from]!.from)}${t.scaled?.(k, t.around) ?? ''}`,
          }
        : {}),
      rep: { ...t.rep, ...turned, ...upTo },
      asks: [...t.asks, ...asks],
      rank: t.rank + (rises ? 0 : 3),
      weigh: (around) => reweighed(c, t, n, around),
      ...(dots || !rises ? { ends } : {}),
    },
  ];
}

/** What both ends of a range come to. */
function endsOf(c: Context, a: Num, b: Num, t: Part): readonly [number, number] {
  const at = (x: number): number => {
    const w = reweighed(c, t, { ...b, value: Math.max(1e-9, x), low: x, high: x }, t.around);
    return Array.isArray(w) && w[0] ? (w as Weighed[])[0]!.typical : x;
  };
  return [at(Math.min(a.value, b.value)), at(Math.max(a.value, b.value))];
}

/** Each end with its own measure. */
function betweenEnds(c: Context, a: Part, b: Part, or: boolean): Part[] {
  return [
    {
      ...b,
      nums: [...a.nums, ...b.nums],
      nouns: [...a.nouns, ...b.nouns.map((n) => ({ ...n, num: n.num + a.nums.length }))],
      rep: { ...a.rep, ...b.rep },
      asks: [...a.asks, ...b.asks],
      weigh: (around) => {
        const [x, y] = [first(a.weigh(around)), first(b.weigh(around))];
        if (!x || !y || x.unit !== y.unit || !(x.typical < y.typical)) return undefined;
        const typical = (x.typical + y.typical) / 2;
        return [
          {
            typical,
            hLow: hyp(Math.log(typical / x.typical), x.hLow),
            hHigh: hyp(Math.log(y.typical / typical), y.hHigh),
            unit: x.unit,
            asks: [...x.asks, ...y.asks],
          },
        ];
      },
    },
    // Ends that cannot be one range: one of the two is meant.
    ...[a, b].map((one, k): Part => ({
      ...one,
      to: b.to,
      asks: ['which'],
      rank: k + 4,
      instead: () => c.text.slice(c.items[one.nums[0]!.from]!.from, c.items[one.to - 1]!.to),
      weigh: (around) => {
        const [x, y] = [first(a.weigh(around)), first(b.weigh(around))];
        const ranges = x && y && x.unit === y.unit && x.typical < y.typical;
        return ranges || (!or && !x) ? undefined : one.weigh(around);
      },
    })),
  ];
}

/** "1-2", "2 or 3" as one count. */
export function countRanges(c: Context, i: number): Num[] {
  return numbersAt(c.items, i, '.').flatMap((a) => {
    const joined = jointAt(c, a.to);
    if (!joined) return [];
    return numbersIn(c, joined).flatMap((b) =>
      b.value > a.value
        ? [
            {
              ...a,
              value: (a.value + b.value) / 2,
              low: a.value,
              high: b.value,
              to: b.to,
              ends: [a, b] as const,
              between: isWord(c.items[a.to], 'or')
                ? ' to '
                : c.text.slice(c.items[a.to - 1]!.to, c.items[b.from]!.from),
            },
          ]
        : [],
    );
  });
}

/** Whether two readings are the same number at the same place. */
export const same = (a: Num, b: Num): boolean => a.from === b.from && a.to === b.to && a.value === b.value;

/** "1 cup plus 2 tbsp", "1 lb 4 oz", "1 cup less 1 tbsp". */
export function sumsAt(c: Context, i: number, around: Around): Part[] {
  const { items } = c;
  return termsAt(c, i, around).flatMap((a) => {
    const sign =
      isWord(items[a.to], 'plus', 'and') || isSign(items[a.to], '+', '&')
        ? 1
        : isWord(items[a.to], 'less', 'minus')
          ? -1
          : 0;
    const plain = sign === 0 && a.unitName === 'mass' && numbersIn(c, a.to).length > 0;
    if (sign === 0 && !plain) return [];
    const next = plain ? a.to : a.to + 1;
    return termsAt(c, next, a.around).flatMap((b): Part[] => {
      if (plain && (b.unitName !== 'mass' || a.nums[0]!.value % 1 !== 0)) return [];
      if (plain) {
        const [x, y] = [first(a.weigh(around)), first(b.weigh(around))];
        const unitA = x && x.typical / a.nums[0]!.value;
        const unitB = y && y.typical / b.nums[0]!.value;
        if (!unitA || !unitB || unitB >= unitA * 0.99) return [];
      }
      return [
        {
          ...b,
          nums: [...a.nums, ...b.nums],
          nouns: [...a.nouns, ...b.nouns.map((n) => ({ ...n, num: n.num + a.nums.length }))],
          rep: { ...a.rep, ...b.rep },
          asks: [...a.asks, ...b.asks],
          rank: -1,
          weigh: (around2) => {
            const [x, y] = [first(a.weigh(around2)), first(b.weigh(around2))];
            if (!x || !y || x.unit !== y.unit) return undefined;
            const s = plain ? 1 : sign;
            const typical = x.typical + s * y.typical;
            if (!(typical > 0)) return undefined;
            const low = lowOf(x) + s * (s > 0 ? lowOf(y) : y.typical);
            const high = highOf(x) + s * (s > 0 ? highOf(y) : y.typical);
            return [
              {
                typical,
                hLow: Math.log(typical / Math.max(1e-9, low)),
                hHigh: Math.log(high / typical),
                unit: x.unit,
                asks: [...x.asks, ...y.asks],
              },
            ];
          },
        },
      ];
    });
  });
}
