import { table } from '../quantity/table';
/** A piece of an amount as it was typed: a figure, a fraction, a word or a sign, with its place in the text. */
export type Item = {
  kind: 'figure' | 'fraction' | 'word' | 'sign' | 'bad';
  /** folded and in lower case */
  text: string;
  /** as typed */
  raw: string;
  from: number;
  to: number;
  /** a blank stands before it */
  gap: boolean;
  /** figures of another script: read by their value, and asked */
  foreign?: boolean;
  /** a fraction written in one sign, ½ */
  glyph?: boolean;
  over?: { above: number; below: number };
};

/** Longer than this is no amount, signs. */
const LONGEST = 200;

const GLYPHS: Readonly<Record<string, readonly [number, number]>> = table({
  '½': [1, 2],
  '⅓': [1, 3],
  '⅔': [2, 3],
  '¼': [1, 4],
  '¾': [3, 4],
  '⅕': [1, 5],
  '⅖': [2, 5],
  '⅗': [3, 5],
  '⅘': [4, 5],
  '⅙': [1, 6],
  '⅚': [5, 6],
  '⅛': [1, 8],
  '⅜': [3, 8],
  '⅝': [5, 8],
  '⅞': [7, 8],
});

/** The sign of a fraction, if there is one. */
export const glyphOf = (above: number, below: number): string | undefined =>
  Object.entries(GLYPHS).find(([, [a, b]]) => a === above && b === below)?.[0];

/** Signs that are written in several ways. Compatibility folding is not used: it would turn 1½ into 11⁄2. */
const SAME: Readonly<Record<string, string>> = table({
  '⁄': '/',
  '∕': '/',
  '‒': '–',
  '—': '–',
  '−': 'minus',
  '’': "'",
  '′': "'",
  '″': '"',
  '”': '"',
  '“': '"',
  '×': 'x',
  '✕': 'x',
  º: '°',
  '˚': '°',
  '℃': '°c',
  '℉': '°f',
  '㎖': 'ml',
  '㎏': 'kg',
  '㎝': 'cm',
  '≈': '~',
});

const NO_WIDTH = /[\u200b-\u200f\u202a-\u202e\u2060\u2066-\u2069\ufeff\u00ad]/u;
const BLANK = /\s/u;
const NARROW = '\u00a0\u2009\u202f';
/** First figures of scripts whose ten figures follow each other. */
const ZEROS = [0x0660, 0x06f0, 0x0966, 0x09e6, 0x0e50, 0xff10];
const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const LOWERED = '₀₁₂₃₄₅₆₇₈₉';

type Sign = { text: string; at: number; raw: string; foreign: boolean };

function foreignFigure(sign: string): string | undefined {
  const code = sign.codePointAt(0)!;
  const zero = ZEROS.find((z) => code >= z && code < z + 10);
  return zero === undefined ? undefined : String(code - zero);
}

function foldSign(raw: string, at: number): Sign[] {
  if (NO_WIDTH.test(raw)) return [];
  const figure = foreignFigure(raw);
  if (figure !== undefined) return [{ text: figure, at, raw, foreign: true }];
  const text = SAME[raw] ?? (BLANK.test(raw) && !NARROW.includes(raw) && raw !== '\n' ? ' ' : raw.toLowerCase());
  return [...text].map((t, i) => ({ text: t, at, raw: i === 0 ? raw : '', foreign: false }));
}

const isFigure = (s: Sign | undefined): boolean => s !== undefined && /^[0-9]$/.test(s.text);
const isLetter = (s: Sign | undefined): boolean => s !== undefined && /^\p{L}$/u.test(s.text);
const isBlank = (s: Sign | undefined): boolean => s !== undefined && (s.text === ' ' || NARROW.includes(s.text));

/** The pieces of a text in their order; undefined for one that is too long to be an amount. */
export function itemsOf(text: string): readonly Item[] | undefined {
  if (text.length > LONGEST) return undefined;
  let at = 0;
  const signs: Sign[] = [];
  for (const raw of text) {
    signs.push(...foldSign(raw, at));
    at += raw.length;
  }
  const items: Item[] = [];
  let i = 0;
  let gap = false;
  const take = (kind: Item['kind'], to: number, more: Partial<Item> = {}): void => {
    const own = signs.slice(i, to);
    const last = own[own.length - 1]!;
    items.push({
      kind,
      text: own.map((s) => s.text).join(''),
      raw: text.slice(own[0]!.at, last.at + Math.max(1, last.raw.length)),
      from: own[0]!.at,
      to: last.at + Math.max(1, last.raw.length),
      gap,
      ...(own.some((s) => s.foreign) ? { foreign: true } : {}),
      ...more,
    });
    i = to;
    gap = false;
  };
  while (i < signs.length) {
    const s = signs[i]!;
    if (isBlank(s)) {
      gap = true;
      i++;
      continue;
    }
    const fraction = fractionAt(signs, i);
    if (fraction) {
      take('fraction', fraction.to, { over: fraction.over, ...(fraction.glyph ? { glyph: true } : {}) });
      continue;
    }
    const figure = figureEnd(signs, i);
    if (figure > i) {
      take('figure', figure);
      continue;
    }
    if (isLetter(s)) {
      let to = i + 1;
      while (isLetter(signs[to])) to++;
      take('word', to);
      continue;
    }
    if (RAISED.includes(s.text) || LOWERED.includes(s.text)) take('bad', i + 1);
    else if (s.text === '.' && signs[i + 1]?.text === '.') take('sign', i + 2);
    else take('sign', i + 1);
  }
  return items;
}

function fractionAt(
  signs: readonly Sign[],
  i: number,
): { to: number; over: { above: number; below: number }; glyph: boolean } | undefined {
  const glyph = GLYPHS[signs[i]!.text];
  if (glyph) return { to: i + 1, over: { above: glyph[0], below: glyph[1] }, glyph: true };
  const run = (from: number, set: string): number => {
    let to = from;
    while (signs[to] && set.includes(signs[to]!.text)) to++;
    return to;
  };
  const of = (from: number, to: number, set: string): number =>
    Number(
      signs
        .slice(from, to)
        .map((s) => set.indexOf(s.text))
        .join(''),
    );
  const raised = run(i, RAISED);
  if (raised > i && signs[raised]?.text === '/') {
    const below = run(raised + 1, LOWERED);
    if (below > raised + 1)
      return {
        to: below,
        over: { above: of(i, raised, RAISED), below: of(raised + 1, below, LOWERED) },
        glyph: false,
      };
  }
  const FIGURES = '0123456789';
  const above = run(i, FIGURES);
  if (above === i) return undefined;
  let slash = above;
  if (signs[slash]?.text === ' ') slash++;
  if (signs[slash]?.text !== '/') return undefined;
  let next = slash + 1;
  if (signs[next]?.text === ' ') next++;
  const below = run(next, FIGURES);
  if (below === next || above - i > 4 || below - next > 3) return undefined;
  return { to: below, over: { above: of(i, above, FIGURES), below: of(next, below, FIGURES) }, glyph: false };
}

/** Where a row of figures with its signs between them ends. */
function figureEnd(signs: readonly Sign[], from: number): number {
  const start = signs[from]!;
  const leading = (start.text === '.' || start.text === ',') && isFigure(signs[from + 1]) && !isFigure(signs[from - 1]);
  if (!isFigure(start) && !leading) return from;
  let to = leading ? from + 1 : from;
  for (;;) {
    while (isFigure(signs[to])) to++;
    const sign = signs[to];
    const joins = sign && (['.', ',', "'"].includes(sign.text) || NARROW.includes(sign.text));
    if (!joins || !isFigure(signs[to + 1])) return to;
    to++;
  }
}

/** What a row of figures may mean: how it is written then, and its value. */
export type FigureRead = { value: number; written: string };

/** All that a row of figures can mean: a decimal, thousands, or either. None for what is no number. */
export function figureReadings({ text, foreign }: Item, decimal: '.' | ','): readonly FigureRead[] {
  const plain = foreign ? text : undefined;
  const parts = text.split(/[.,'\u00a0\u2009\u202f]/u);
  const seps = [...text].filter((c) => !/[0-9]/.test(c));
  const one = (value: number, written = plain ?? text): FigureRead[] => [{ value, written }];
  const [first = '', ...rest] = parts;
  if (seps.length === 0) return one(Number(text));
  const grouped = (groups: readonly string[]): boolean =>
    first.length >= 1 && first.length <= 3 && groups.every((g) => g.length === 3);
  const last = seps[seps.length - 1]!;
  const earlier = seps.slice(0, -1);
  if (earlier.some((c) => c !== seps[0])) return [];
  if (earlier.length > 0 && last !== seps[0]) {
    if (!grouped(rest.slice(0, -1)) || !['.', ','].includes(last)) return [];
    return one(Number(`${[first, ...rest.slice(0, -1)].join('')}.${rest[rest.length - 1]}`));
  }
  if (earlier.length > 0) return grouped(rest) ? one(Number(parts.join(''))) : [];
  if (last !== '.' && last !== ',') return grouped(rest) ? one(Number(parts.join(''))) : [];
  const asDecimal = Number(`${first || '0'}.${rest[0]}`);
  if (rest[0]!.length !== 3 || first === '' || first.startsWith('0') || first.length > 3) return one(asDecimal);
  const shown = (x: string): string => x.replace('.', decimal);
  return [
    { value: Number(parts.join('')), written: parts.join('') },
    { value: asDecimal, written: shown(String(asDecimal)) },
  ];
}
