import type { Understood, AmountRead, ReadingOf } from './meaning';
import { chosen } from './choose';
import { itemsOf } from './fold';
import { amountsAt } from './grammar';
import { type Around, NOTHING_SAID, type Step, isSign, isWord, takenOff } from './line';
import { print } from './numbers';
import { type Context, type Part, type Reading, span } from './part';
import { fruitNamed } from './pieces';
import { relationIn } from './relations';
import { sayingsFrom } from './terms';
import type { Thing } from './thing';
import { H, type Weighed, hyp } from './weigh';
import { wordsOf } from './write';

/** Reads an amount of a thing, as cooks write it. One meaning is taken only where no other is possible; what is not sure is asked. */
export function readAmount(text: string, thing: Thing, of: ReadingOf = {}): AmountRead {
  return understood(text, thing, of).read;
}

/**
 * An amount's words for so many times as much: the numbers in them are replaced, and nothing else.
 * @returns the words; the same words for what does not scale
 */
export function scaledWords(text: string, thing: Thing, times: number, of: ReadingOf = {}): string {
  return understoodAmount(text, thing, of).scale(times);
}

/** What was read, with how it is written for so many times as much: of an ask, its guess confirmed. */
export function understoodAmount(text: string, thing: Thing, of: ReadingOf = {}): Understood {
  const own = understood(text, thing, of);
  const { read } = own;
  if (read.kind !== 'ask' || read.words === text || read.alternatives.length === 0) return own;
  const again = understood(read.words, thing, of);
  return again.read.kind === 'not_understood' ? own : { ...again, read };
}

function understood(text: string, thing: Thing, of: ReadingOf): Understood {
  const items = itemsOf(text.trim().replace(/^\s*[•*·]\s*/u, ''));
  const fail = (message?: string): Understood => ({
    read: {
      kind: 'not_understood',
      words: text,
      alternatives: [],
      message: message ?? `“${text.trim().slice(0, 40)}” is no amount; “1 1/2 cups”, “350 g” or “3 slices” are.`,
    },
    scale: () => text,
    counts: [],
  });
  if (!items || items.length === 0) return fail();
  if (items.some((i) => i.kind === 'bad' || i.text === '\n' || isSign(i, '#REF', '$', '=', ';', '∞'))) return fail();
  const source = text.trim().replace(/^\s*[•*·]\s*/u, '');
  const relation = relationIn(
    source,
    items,
    thing,
    (t, x) => readAmount(t, x, of),
    (t, x, k) => scaledWords(t, x, k, of),
  );
  if (relation) return relation;
  const readings = allReadings({ items, text: source, thing, of, house: of.house ?? {} });
  if (readings.length === 0) return fail();
  return chosen(readings, items, source, thing) ?? fail();
}

function vagueOf(c: Context): Part[] {
  const text = c.items.map((x) => x.text).join(' ');
  const known = /^(some|lots|enough|plenty|(a )?(bit|little|lot))( of)?( [a-z]+)?$/.test(text);
  return known
    ? [
        {
          to: c.items.length,
          around: NOTHING_SAID,
          nums: [],
          nouns: [],
          rep: {},
          asks: ['no figure'],
          rank: 9,
          weigh: () => 'none',
        },
      ]
    : [];
}

function allReadings(c: Context): Reading[] {
  const starts = startsOf(c);
  const vague = vagueOf(c).flatMap((p) => readingsOf(c, p, p.around));
  if (vague.length > 0) return vague;
  return starts.flatMap(({ to, around, asks }) =>
    sayingsFrom(c, to, around, false).flatMap((s) =>
      amountsAt(c, s.to, s.around).flatMap((part) => endedReadings(c, { ...part, asks: [...asks, ...part.asks] })),
    ),
  );
}

/** A bullet or a list number before it: asked, it may be a sign. */
function startsOf(c: Context): (Step & { asks: readonly string[] })[] {
  const [first, second, third] = c.items;
  const plain = { to: 0, around: NOTHING_SAID, asks: [] };
  if (isSign(first, '-') && second?.gap && second.kind === 'figure')
    return [{ to: 1, around: { ...NOTHING_SAID, dropped: [0] }, asks: ['bullet'] }];
  if (first?.kind === 'figure' && isSign(second, '.') && third?.gap && third.kind === 'figure') {
    const rest = { to: 2, around: { ...NOTHING_SAID, dropped: [0, 1] }, asks: ['list number'] };
    return c.items.length <= 4 ? [rest, plain] : [rest];
  }
  return [plain];
}

/** What may stand at the end; nothing else may be left. */
function endedReadings(c: Context, part: Part): Reading[] {
  const ends = sayingsFrom(c, part.to, part.around, true).flatMap((s): Step[] => {
    if (s.to === c.items.length) return [s];
    if (isSign(c.items[s.to], '?') && s.to === c.items.length - 1)
      return [{ to: s.to + 1, around: { ...s.around, doubted: true, dropped: [...s.around.dropped, s.to] } }];
    if (isWord(c.items[s.to], 'each')) {
      // "1 tsp each fennel, coriander and peppercorn": three lines, this is one of them.
      const rest = c.items.slice(s.to + 1);
      if (rest.every((x) => (x.kind === 'word' && x.text !== 'each') || isSign(x, ',')))
        return [
          {
            to: c.items.length,
            around: { ...s.around, dropped: [...s.around.dropped, ...span(s.to + 1, c.items.length)] },
          },
        ];
    }
    return [];
  });
  // A bare number cannot have words after it that mean nothing: what was its unit?
  const fit = ends.filter(
    (s) => !(part.bare && (s.around.left.length > 0 || s.around.named || s.around.prepared.length > 0)),
  );
  return fit.slice(0, 1).flatMap(({ around }) => readingsOf(c, part, around));
}

function readingsOf(c: Context, part: Part, around: Around): Reading[] {
  const base = {
    around,
    nums: part.nums,
    nouns: part.nouns,
    rep: part.rep,
    ...(part.ends ? { ends: part.ends } : {}),
  };
  const instead = part.instead?.(around);
  const more = {
    ...(instead === undefined ? {} : { instead }),
    ...(part.scaled ? { scaled: (times: number) => part.scaled!(times, around) } : {}),
  };
  const weighed = part.weigh(around);
  if (weighed === undefined) return [];
  const numAsks = part.nums.flatMap((n) => (n.ask ? [n.ask] : []));
  if (weighed === 'none')
    return [{ ...base, ...more, weighed, rank: part.rank + 100, asks: [...part.asks, 'no figure'] }];
  const unit = part.unitName;
  const quarrel = weighed.find((w) => w.asks.includes('quarrel'));
  return weighed.map((w, k) => ({
    ...base,
    ...more,

    ...(weighed.length > 1 && w.asks.length > 0 && more.instead === undefined
      ? { instead: toldWith(c, w.asks[0]!, base) }
      : {}),
    ...(quarrel && more.instead === undefined && k === 0 ? unquarrelled(c, part, around) : {}),
    weighed: asPrepared(c, w, around, unit),
    rank: part.rank + k + part.nums.reduce((sum, n) => sum + (n.rank ?? 0), 0),
    asks: [...part.asks, ...numAsks, ...w.asks, ...(around.drained ? ['drained'] : [])],
  }));
}

/** Without the manner that quarrels: "1 cup packed", "1 level tsp". */
function unquarrelled(c: Context, part: Part, around: Around): Pick<Reading, 'instead' | 'scaled'> {
  const [num] = part.nums;
  const [noun] = part.nouns;
  const kept = around.mannersAt.map(([m]) => m).find((m) => m === 'packed' || m === 'level' || m === 'loose');
  if (!num || !noun || !kept) return {};
  const unit = (n: number): string => (noun.one ? (n > 1 ? noun.many : noun.one) : c.items[noun.at]!.raw);
  const write = (n: number): string =>
    kept === 'level' ? `${print(n)} ${kept} ${unit(n)}` : `${print(n)} ${unit(n)} ${kept}`;
  return { instead: write(num.value), scaled: (k) => write(num.value * k) };
}

function toldWith(c: Context, ask: string, base: Pick<Reading, 'around' | 'nums' | 'nouns' | 'rep'>): string {
  const words = wordsOf(base, c.items, c.text);
  return ask === 'loose' || ask === 'packed' || ask.startsWith('by ') ? `${words} ${ask}` : words;
}

/** Stones, cores and peels that come off after it was weighed, and what is drained off a tin. */
function asPrepared(c: Context, w: Weighed, around: Around, unit: string | undefined): Weighed {
  const off = takenOff(around);
  const fruit = c.thing.fruit && fruitNamed(c.thing.fruit.fruit);
  if (around.drained)
    return {
      ...w,
      typical: w.typical * 0.6,
      hLow: hyp(w.hLow, Math.log(1.2)),
      hHigh: hyp(w.hHigh, Math.log(0.7 / 0.6)),
    };
  if (off.length === 0 || !fruit || c.thing.fruit!.part !== 'flesh' || unit !== 'mass') return w;
  const peeled = off.includes('peeled');
  const share = peeled ? (fruit.peeledShare ?? fruit.fleshShare) : fruit.fleshShare;
  const wide = peeled ? 0.06 : 0.02;
  return { ...w, typical: w.typical * share, hLow: hyp(w.hLow, H * wide), hHigh: hyp(w.hHigh, H * wide) };
}
