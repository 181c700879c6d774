import { InputError } from './errors';
import { asFraction } from './kitchenMeasures';
import { UNITS, unitNamed, type Unit } from './units';

/** An amount as written: how many of what, between which bounds, how far off, and whether the reading is unsure. */
export type Amount = {
  count: number;
  low: number;
  high: number;
  unit: Unit;
  /** one sigma on the log scale, measure and wording together */
  sigmaLn: number;
  /** the words leave room: "about", a range, "a few", a guessed unit */
  unsure: boolean;
  /** what the amount is of, as written after it */
  of: string;
};

export type ReadAmount = { kind: 'amount'; amount: Amount } | { kind: 'unread'; message: string };

const WORDS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  half: 0.5,
  quarter: 0.25,
};
const VAGUE: Readonly<Record<string, readonly [number, number, number]>> = {
  couple: [2, 2, 3],
  few: [3, 2, 4],
  several: [4, 3, 6],
};

/** What a word does to a measure: times how much, and how much less sure it makes it. House estimates. */
const MANNERS: readonly { words: RegExp; times: number; sigmaLn: number; unsure: boolean }[] = [
  { words: /^(just under|slightly under|scant|not quite|nearly|almost)\b/, times: 0.94, sigmaLn: 0.04, unsure: true },
  { words: /^(just over|slightly over|a little over|generous|good)\b/, times: 1.08, sigmaLn: 0.05, unsure: true },
  { words: /^(heaped|heaping)\b/, times: 1.6, sigmaLn: 0.2, unsure: true },
  { words: /^rounded\b/, times: 1.3, sigmaLn: 0.15, unsure: true },
  { words: /^(packed|pressed)\b/, times: 1.5, sigmaLn: 0.15, unsure: true },
  { words: /^(level|flat)\b/, times: 1, sigmaLn: 0, unsure: false },
  { words: /^(about|around|roughly|approximately|circa|ca\.?|some)\b/, times: 1, sigmaLn: 0.1, unsure: true },
  { words: /^(small)\b/, times: 0.75, sigmaLn: 0.2, unsure: true },
  { words: /^(large|big)\b/, times: 1.3, sigmaLn: 0.2, unsure: true },
];

const GLYPHS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
};

/**
 * Reads an amount as cooks write it: "1 1/2 cups", "a heaped tbsp of calyx", "350 ml", "3-4 cloves", "just under a pint",
 * "0,5 l". A reading that is not certain is marked unsure, never quietly made certain.
 */
export function readAmount(text: string): ReadAmount {
  let rest = [...text.trim().toLowerCase()]
    .map((c) => (GLYPHS[c] ? ` ${GLYPHS[c]}` : c))
    .join('')
    .replace(/[–—]/g, '-')
    .trim();
  if (rest === '') return unread('an amount, for instance "1 1/2 cups" or "350 ml"', text);
  const manner = { times: 1, sigmaLn: 0, unsure: false };
  rest = takeManners(rest, manner);
  const number = takeNumber(rest);
  if (!number) return unread('a number first, for instance "3-4 cloves"', text);
  rest = takeManners(number.rest, manner);
  if (number.low <= 0) return unread('an amount above 0', text);
  const found = takeUnit(rest);
  // A bare number is a count of pieces, and that is a guess.
  const unit = found?.unit ?? unitNamed('piece')!;
  const of = (found?.rest ?? rest).replace(/^\s*of\b/, '').trim();
  const guessed = !found;
  const { times } = manner;
  return {
    kind: 'amount',
    amount: {
      count: number.value * times,
      low: number.low * times,
      high: number.high * times,
      unit,
      sigmaLn: Math.hypot(unit.sigmaLn, manner.sigmaLn, Math.log(number.high / number.low) / 2.56),
      unsure: manner.unsure || guessed || number.low !== number.high || unit.sigmaLn >= 0.3,
      of,
    },
  };
}

const unread = (wanted: string, text: string): ReadAmount => ({
  kind: 'unread',
  message: `Accepted is ${wanted}, not “${text.trim().slice(0, 40)}”.`,
});

function takeManners(text: string, manner: { times: number; sigmaLn: number; unsure: boolean }): string {
  let rest = text;
  for (;;) {
    const hit = MANNERS.find((m) => m.words.test(rest));
    if (!hit) return rest;
    manner.times *= hit.times;
    manner.sigmaLn = Math.hypot(manner.sigmaLn, hit.sigmaLn);
    manner.unsure ||= hit.unsure;
    rest = rest.replace(hit.words, '').trim();
  }
}

type NumberRead = { value: number; low: number; high: number; rest: string };

function takeNumber(text: string): NumberRead | undefined {
  const range = /^(\d+(?:[.,]\d+)?)\s*(?:-|to|or)\s*(\d+(?:[.,]\d+)?)\b(.*)$/.exec(text);
  if (range) {
    const [low, high] = [decimal(range[1]!), decimal(range[2]!)];
    return low <= high ? { value: (low + high) / 2, low, high, rest: range[3]!.trim() } : undefined;
  }
  const mixed = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)(.*)$/.exec(text);
  if (mixed && Number(mixed[3]) > 0)
    return sure(Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]), mixed[4]!);
  if (/^\d+\s*\//.test(text)) return undefined;
  const plain = /^(\d+(?:[.,]\d+)?)(.*)$/.exec(text);
  if (plain) return sure(decimal(plain[1]!), plain[2]!);
  return takeNumberWord(text);
}

function takeNumberWord(text: string): NumberRead | undefined {
  const vague = /^(?:a\s+)?(couple|few|several)\b(?:\s+of\b)?(.*)$/.exec(text);
  if (vague) {
    const [value, low, high] = VAGUE[vague[1]!]!;
    return { value, low, high, rest: vague[2]!.trim() };
  }
  const half = /^(?:a\s+)?(half|quarter)\b(?:\s+(?:an?|of an?)\b)?(.*)$/.exec(text);
  if (half) return sure(WORDS[half[1]!]!, half[2]!);
  const word = /^([a-z]+)\b(.*)$/.exec(text);
  const value = word ? WORDS[word[1]!] : undefined;
  if (!word || value === undefined) return undefined;
  const andHalf = /^\s+and\s+a\s+half\b(.*)$/.exec(word[2]!);
  return andHalf ? sure(value + 0.5, andHalf[1]!) : sure(value, word[2]!);
}

const sure = (value: number, rest: string): NumberRead => ({ value, low: value, high: value, rest: rest.trim() });
const decimal = (text: string): number => Number(text.replace(',', '.'));

/** The longest unit word that the text starts with. */
function takeUnit(text: string): { unit: Unit; rest: string } | undefined {
  let best: { unit: Unit; word: string } | undefined;
  for (const unit of UNITS) {
    for (const word of unit.words) {
      const next = text.charAt(word.length);
      if (text.startsWith(word) && !/[a-z]/.test(next) && word.length > (best?.word.length ?? 0)) best = { unit, word };
    }
  }
  return best && { unit: best.unit, rest: text.slice(best.word.length).replace(/^\./, '').trim() };
}

/** What plants are measured by: their weight a cup and a piece. */
export type MeasuredPlant = {
  slug: string;
  cupG: number | null;
  tbspG?: number | null;
  tspG?: number | null;
  pieceName?: string | null;
  pieceG: number | null;
};

/**
 * Grams of a plant in an amount.
 * @throws InputError where the plant has no such measure
 */
export function gramsOf(amount: Amount, plant: MeasuredPlant): number {
  const { unit, count } = amount;
  const refuse = (wanted: string): never => {
    throw new InputError('gramsOf', 'amount', wanted, `${count} ${unit.name}`);
  };
  if (unit.kind === 'mass') return count * unit.size;
  if (unit.kind === 'volume') {
    const own = unit.name === 'tbsp' ? plant.tbspG : unit.name === 'tsp' ? plant.tspG : undefined;
    if (own) return count * own;
    return plant.cupG === null ? refuse('an amount by weight') : (count * unit.size * plant.cupG) / 236.588;
  }
  if (unit.kind === 'count')
    return plant.pieceG === null ? refuse('an amount by weight or volume') : count * unit.size * plant.pieceG;
  // Root of ordinary thickness: a piece of an inch weighs what the table says a piece weighs.
  return plant.pieceG === null ? refuse('an amount by weight') : (count * unit.size * plant.pieceG) / 2.54;
}

/** Millilitres of an amount by volume. @throws InputError for an amount that is no volume */
export function mlOf({ unit, count }: Amount): number {
  if (unit.kind !== 'volume') throw new InputError('mlOf', 'unit', 'a volume', unit.name);
  return count * unit.size;
}

/** An amount as a cook writes it: "1 1/2 cups", "350 ml". */
export function printAmount({ count, unit }: { count: number; unit: Unit }): string {
  const metric = ['ml', 'cl', 'dl', 'g', 'mg'].includes(unit.name);
  const shown = metric
    ? String(Math.round(count * 10) / 10)
    : unit.name === 'L' || unit.name === 'kg'
      ? String(Math.round(count * 1000) / 1000)
      : asFraction(count);
  return `${shown} ${count > 1 ? unit.many : unit.name}`;
}

export type MeasureSystem = 'metric' | 'us' | 'imperial';

/** A volume in the measures of a system, to the step its tools have: 5 ml, quarter cups, half teaspoons. */
export function printVolume(ml: number, system: MeasureSystem): string {
  if (!Number.isFinite(ml) || ml < 0) throw new InputError('printVolume', 'ml', '0 ml or more', ml);
  if (system === 'metric')
    return ml >= 1000
      ? printAmount({ count: Math.round(ml / 10) / 100, unit: unitNamed('L')! })
      : printAmount({ count: ml >= 20 ? Math.round(ml / 5) * 5 : Math.round(ml), unit: unitNamed('ml')! });
  const ladder: readonly (readonly [string, number, number])[] =
    system === 'us'
      ? [
          ['quart', 900, 0.25],
          ['cup', 55, 0.25],
          ['tbsp', 13, 0.5],
          ['tsp', 0, 0.25],
        ]
      : [
          ['imperial pint', 270, 0.25],
          ['imperial fl oz', 26, 0.5],
          ['metric tbsp', 14, 0.5],
          ['tsp', 0, 0.25],
        ];
  const [name, , step] = ladder.find(([, from]) => ml >= from)!;
  const unit = unitNamed(name)!;
  return printAmount({ count: Math.max(step, Math.round(ml / unit.size / step) * step), unit });
}
