import { figureReadings, glyphOf, type Item } from './fold';
import { NUMBER_WORDS, PARTS_OF_ONE, TENS } from './vocabulary';

/** A number as it stands in a text: what it is, what it may be between, and how it is written. */
export type Num = {
  value: number;
  low: number;
  high: number;
  /** its pieces of the text, from and up to */
  from: number;
  to: number;
  style: 'figure' | 'slash' | 'glyph' | 'hyphen' | 'word' | 'article';
  decimal: '.' | ',';
  /** "a couple", "a few": told as about so many when it is scaled */
  vague?: boolean;
  /** why it has to be asked, and how it is written once that is settled */
  ask?: string;
  written?: string;
  /** both ends of a count told as a range, and what stands between them */
  ends?: readonly [Num, Num];
  between?: string;
  /** what comes first among several meanings */
  rank?: number;
};

/** Fractions that a kitchen measures in. */
const KITCHEN: readonly (readonly [number, number])[] = [
  [1, 2],
  [1, 3],
  [2, 3],
  [1, 4],
  [3, 4],
  [1, 8],
  [3, 8],
  [5, 8],
  [7, 8],
];
/** Whether a fraction is one that a measuring cup has: halves to eighths, thirds. */
export const isKitchenFraction = (above: number, below: number): boolean =>
  KITCHEN.some(([a, b]) => a === above && b === below);

const isWord = (item: Item | undefined, ...words: string[]): boolean =>
  item?.kind === 'word' && words.includes(item.text);
const isSign = (item: Item | undefined, ...signs: string[]): boolean =>
  item?.kind === 'sign' && signs.includes(item.text);

/** All numbers that begin at a piece of the text. */
export function numbersAt(items: readonly Item[], i: number, house: '.' | ','): readonly Num[] {
  const item = items[i];
  if (!item) return [];
  const found =
    item.kind === 'figure' ? figures(items, i, house) : item.kind === 'fraction' ? fractions(item, i) : words(items, i);
  return found
    .flatMap((n) => [n, ...dozens(items, n)])
    .map((n) =>
      items.slice(n.from, n.to).some((x) => x.foreign)
        ? { ...n, ask: 'figures', written: n.written ?? print(n.value) }
        : n,
    )
    .filter((n) => n.value >= 0);
}

const plain = (value: number, from: number, to: number, style: Num['style'], decimal: '.' | ',' = '.'): Num => ({
  value,
  low: value,
  high: value,
  from,
  to,
  style,
  decimal,
});

function dozens(items: readonly Item[], n: Num): Num[] {
  if (!isWord(items[n.to], 'dozen')) return [];
  const to = isWord(items[n.to + 1], 'of') ? n.to + 2 : n.to + 1;
  return [{ ...n, value: n.value * 12, low: n.low * 12, high: n.high * 12, to, style: 'word' }];
}

function figures(items: readonly Item[], i: number, house: '.' | ','): Num[] {
  const item = items[i]!;
  const sign =
    item.text.includes(',') && !/,\d{3}/.test(item.text)
      ? ','
      : /\.\d/.test(item.text)
        ? '.'
        : /,\d/.test(item.text)
          ? ','
          : house;
  const readings = figureReadings(item, house);
  const several = readings.length > 1;
  const own = readings.map((r): Num => ({
    ...plain(r.value, i, i + 1, 'figure', sign),
    ...(several ? { ask: 'thousands', written: r.written } : {}),
  }));
  const whole = /^\d+$/.test(item.text) ? Number(item.text) : undefined;
  if (whole === undefined) return own;
  const next = items[i + 1];
  const found: Num[] = [...own];
  const mixed = (over: { above: number; below: number }, to: number, style: Num['style']): Num[] =>
    proper(over) ? [plain(whole + over.above / over.below, i, to, style)] : [];
  if (next?.kind === 'fraction') found.push(...mixed(next.over!, i + 2, next.glyph ? 'glyph' : 'slash'));
  if (isSign(next, '-') && !next!.gap && items[i + 2]?.kind === 'fraction' && !items[i + 2]!.gap)
    found.push(...mixed(items[i + 2]!.over!, i + 3, 'hyphen'));
  // With blanks or with a dash it may be that, or a range written backwards.
  if (isSign(next, '-', '–') && (next!.gap || next!.text === '–') && items[i + 2]?.kind === 'fraction') {
    const { above, below } = items[i + 2]!.over!;
    if (proper({ above, below }) && whole >= 1)
      found.push({
        ...plain(whole + above / below, i, i + 3, 'slash'),
        ask: 'dash',
        written: `${whole} ${above}/${below}`,
      });
  }
  if (isWord(next, 'and') || isSign(next, '&')) {
    const part = partAt(items, i + 2);
    if (part) found.push(plain(whole + part.value, i, part.to, 'slash'));
  }
  if (next?.kind === 'figure' && next.gap && /^\d{3}$/.test(next.text) && /^[1-9]\d{0,2}$/.test(item.text))
    found.push({
      ...plain(Number(item.text + next.text), i, i + 2, 'figure', house),
      ask: 'blank',
      written: item.text + next.text,
    });
  if (isSign(next, '..') && items[i + 2]?.kind === 'figure' && !next!.gap && !items[i + 2]!.gap) {
    const written = `${item.text}.${items[i + 2]!.text}`;
    found.push({ ...plain(Number(written), i, i + 3, 'figure'), ask: 'dots', written, rank: -1 });
  }
  if (
    isSign(next, '.') &&
    !next!.gap &&
    items[i + 2]?.kind === 'figure' &&
    items[i + 2]!.gap &&
    items.length <= i + 4
  ) {
    const written = `${item.text}.${items[i + 2]!.text}`;
    found.push({ ...plain(Number(written), i, i + 3, 'figure'), ask: 'list number', written, rank: 2 });
  }
  const half = items[i + 1];
  if (
    half?.kind === 'word' &&
    half.text in PARTS_OF_ONE &&
    !['third', 'thirds', 'quarters', 'eighths', 'halves'].includes(half.text)
  ) {
    const part = PARTS_OF_ONE[half.text]!;
    const below = Math.round(1 / part);
    found.push({ ...plain(whole * part, i, i + 2, 'slash'), ask: 'halves', written: print(whole * part), rank: -1 });
    found.push({ ...plain(whole + part, i, i + 2, 'slash'), ask: 'halves', written: `${whole} 1/${below}` });
  }
  return found;
}

const proper = ({ above, below }: { above: number; below: number }): boolean =>
  above >= 1 && below >= 2 && below <= 100 && above < below;

function fractions(item: Item, i: number): Num[] {
  const { above, below } = item.over!;
  if (above < 1 || below < 2 || below > 100) return [];
  const value = above / below;
  const own = plain(value, i, i + 1, item.glyph ? 'glyph' : 'slash');
  // Two figures or more above: a lost blank is likelier than eleven halves.
  const rest = Math.floor(above / 10);
  const last = above % 10;
  if (above >= 10 && above > below && last < below && isKitchenFraction(last, below)) {
    const written = `${rest} ${last}/${below}`;
    return [
      { ...plain(rest + last / below, i, i + 1, 'slash'), ask: 'blank lost', written, rank: -1 },
      { ...own, ask: 'blank lost', written: print(value) },
    ];
  }
  return [own];
}

/** A part of one at a place: a fraction, "a half", "three quarters". */
function partAt(items: readonly Item[], i: number): { value: number; to: number } | undefined {
  const item = items[i];
  if (item?.kind === 'fraction' && proper(item.over!)) return { value: item.over!.above / item.over!.below, to: i + 1 };
  const at = isWord(item, 'a', 'one') ? i + 1 : i;
  const word = items[at];
  return word?.kind === 'word' && word.text in PARTS_OF_ONE && !word.text.endsWith('s')
    ? { value: PARTS_OF_ONE[word.text]!, to: at + 1 }
    : undefined;
}

/** "of a", "a", "of" after a part, where they are. */
function afterPart(items: readonly Item[], i: number): number {
  const of = isWord(items[i], 'of') ? i + 1 : i;
  return isWord(items[of], 'a', 'an') ? of + 1 : of === i ? i : i;
}

function words(items: readonly Item[], i: number): Num[] {
  const item = items[i]!;
  if (item.kind !== 'word') return [];
  const next = items[i + 1];
  if (isWord(item, 'several')) return [{ ...vague(5, 3, 7, i, i + 1, items) }];
  if (isWord(item, 'half')) {
    if (isWord(next, 'a') && isWord(items[i + 2], 'dozen')) return [plain(6, i, i + 3, 'word')];
    return [plain(0.5, i, afterPart(items, i + 1), 'word')];
  }
  if (isWord(item, 'a', 'an')) {
    if (isWord(next, 'couple')) return [vague(2, 2, 3, i, i + 2, items)];
    if (isWord(next, 'few')) return [vague(3, 2, 4, i, i + 2, items)];
    if (isWord(next, 'dozen')) return [plain(12, i, isWord(items[i + 2], 'of') ? i + 3 : i + 2, 'word')];
    if (next?.kind === 'word' && next.text in PARTS_OF_ONE && !next.text.endsWith('s'))
      return [plain(PARTS_OF_ONE[next.text]!, i, afterPart(items, i + 2), 'word')];
    return [plain(1, i, i + 1, 'article')];
  }
  const ten = TENS[item.text];
  const one = NUMBER_WORDS[item.text];
  const base = one ?? ten;
  if (base === undefined) return [];
  const hyphen = isSign(next, '-') ? i + 2 : i + 1;
  const second = items[hyphen];
  if (ten !== undefined && second?.kind === 'word' && (NUMBER_WORDS[second.text] ?? 10) < 10)
    return [plain(ten + NUMBER_WORDS[second.text]!, i, hyphen + 1, 'word')];
  if (second?.kind === 'word' && second.text in PARTS_OF_ONE)
    return [plain(base * PARTS_OF_ONE[second.text]!, i, afterPart(items, hyphen + 1), 'word')];
  if (isWord(next, 'and')) {
    const part = partAt(items, i + 2);
    if (part) return [plain(base + part.value, i, part.to, 'word')];
  }
  return [plain(base, i, i + 1, 'word')];
}

function vague(value: number, low: number, high: number, from: number, at: number, items: readonly Item[]): Num {
  const to = isWord(items[at], 'of') ? at + 1 : at;
  return { ...plain(value, from, to, 'word'), low, high, vague: true };
}

/** Times this close to a fraction of the kitchen are that fraction. */
const NEAR = 0.03;

/** A number as a kitchen writes it: whole, or with a fraction that a measure has; undefined where none is near. */
export function fractionWords(
  value: number,
  { glyph = false, hyphen = false, near = NEAR }: { glyph?: boolean; hyphen?: boolean; near?: number } = {},
): { words: string; value: number } | undefined {
  const whole = Math.floor(value + 1e-9);
  const options: { words: string; value: number }[] = [
    ...(whole >= 1 ? [{ words: String(whole), value: whole }] : []),
    { words: String(whole + 1), value: whole + 1 },
    ...KITCHEN.map(([a, b]) => {
      const sign = glyph ? glyphOf(a, b) : undefined;
      const part = sign ?? `${a}/${b}`;
      const words = whole === 0 ? part : sign ? `${whole}${sign}` : hyphen ? `${whole}-${part}` : `${whole} ${part}`;
      return { words, value: whole + a / b };
    }),
  ];
  const best = options.reduce((a, b) => (Math.abs(b.value - value) < Math.abs(a.value - value) ? b : a));
  return Math.abs(Math.log(best.value / value)) <= near ? best : undefined;
}

/** A number with as many figures as it needs: a kitchen's fraction, or a decimal. */
export function print(value: number, decimal: '.' | ',' = '.'): string {
  const fraction = fractionWords(value, { near: 1e-6 });
  return fraction ? fraction.words : asDecimal(value, decimal);
}

/** A decimal with the sign of the one who wrote it, never with thousands. */
export const asDecimal = (value: number, decimal: '.' | ','): string => {
  const places = value >= 100 ? 1 : value >= 1 ? 2 : 4;
  return String(Number(value.toFixed(places))).replace('.', decimal);
};
