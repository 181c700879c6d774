import { weighBare } from './bare';
import { piecesAt } from './counted';
import { namedAt } from './fruits';
import { type Around, NOTHING_SAID, type Step, isSign, isWord, remarkAt, sayingsAt } from './line';
import { measuredAt } from './measured';
import { type Num, print } from './numbers';
import { type Context, type Part, numbersIn, span, boundedBy } from './part';
import { PARTS_OF_ONE } from './vocabulary';
import type { Weighed } from './weigh';

/** All ways of taking none, some or all of the words that stand round an amount at a place. */
export function sayingsFrom(c: Context, i: number, around: Around, after: boolean): Step[] {
  const steps: Step[] = [{ to: i, around }];
  let now: Step | undefined = steps[0];
  while (now) {
    const remark = after ? remarkAt(c.items, now.to) : undefined;
    now = remark
      ? { to: remark, around: { ...now.around, dropped: [...now.around.dropped, ...span(now.to, remark)] } }
      : (bracketsAt(c, now, after) ?? sayingsAt(c.items, now.to, c.thing, after, now.around));
    if (now) steps.push(now);
  }
  return steps;
}

/** "mint (a handful)": brackets round the amount are not kept. */
function bracketsAt(c: Context, { to, around }: Step, after: boolean): Step | undefined {
  const opens = isSign(c.items[to], '(') && !after;
  const closes = isSign(c.items[to], ')') && after && around.dropped.some((k) => isSign(c.items[k], '('));
  return opens || closes ? { to: to + 1, around: { ...around, dropped: [...around.dropped, to] } } : undefined;
}

/** A number and its measure, and what stands between: "2 packed cups", "10 mint leaves". */
export function termsAt(c: Context, i: number, around: Around): Part[] {
  return numbersIn(c, i).flatMap((num) => {
    const plus = isSign(c.items[num.to], '+');
    const at = plus ? num.to + 1 : num.to;
    const found = sayingsFrom(c, at, around, false).flatMap((s) => [
      ...measuredAt(c, num, s),
      ...piecesAt(c, num, s),
      ...namedAt(c, num, s),
    ]);
    const all = [...found, ...turnedAbout(c, found, num)];
    return plus ? all.map((p) => boundedBy(p, 'least')) : all;
  });
}

/** "a cup and a half". */
function turnedAbout(c: Context, parts: readonly Part[], num: Num): Part[] {
  if (num.style !== 'article') return [];
  return parts.flatMap((p): Part[] => {
    const at = p.to;
    const part =
      isWord(c.items[at], 'and') && isWord(c.items[at + 1], 'a')
        ? PARTS_OF_ONE[c.items[at + 2]?.text ?? '']
        : undefined;
    if (part === undefined) return [];
    const n: Num = { ...num, value: 1 + part, low: 1 + part, high: 1 + part };
    const noun = p.nouns[0];
    return [
      {
        ...p,
        to: at + 3,
        nums: [n],
        weigh: (a) => reweighed(c, p, n, a),
        scaled: (k) => `${print(n.value * k)} ${n.value * k > 1 ? (noun?.many ?? '') : (noun?.one ?? '')}`,
      },
    ];
  });
}

/** A part with another number in it. */
export function reweighed(c: Context, t: Part, n: Num, around: Around): readonly Weighed[] | 'none' | undefined {
  const b = t.nums[t.nums.length - 1]!;
  const parts = [
    ...measuredAt(c, n, { to: b.to, around: NOTHING_SAID }),
    ...piecesAt(c, n, { to: b.to, around: NOTHING_SAID }),
    ...namedAt(c, n, { to: b.to, around: NOTHING_SAID }),
  ];
  const own = sayingsFrom(c, b.to, NOTHING_SAID, false).flatMap((s) => [
    ...measuredAt(c, n, s),
    ...piecesAt(c, n, s),
    ...namedAt(c, n, s),
  ]);
  const like =
    [...parts, ...own].find((p) => p.to === t.to && p.unitName === t.unitName && p.rank === t.rank) ??
    [...parts, ...own].find((p) => p.to === t.to);
  if (like) return like.weigh(around);
  return t.bare ? weighBare(c, n, t.rank) : undefined;
}
