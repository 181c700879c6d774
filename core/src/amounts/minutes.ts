import { table } from '../quantity/table';
import type { AmountRead, Meaning } from './meaning';

/** Words of time, min: low, typical, high. House estimates. */
const WORDS: Readonly<Record<string, readonly [number, number, number]>> = table({
  overnight: [480, 600, 720],
  'until tomorrow': [720, 1080, 1440],
});
const ENDS = /^until (it is )?(cool|cold|it clears|it is clear|set|soft|thick|pale|the [a-z]+ (are|is) [a-z]+)$/;
const UNITS: readonly (readonly [RegExp, number])[] = [
  [/^(s|sec|secs|second|seconds)$/, 1 / 60],
  [/^(m|min|mins|minute|minutes|')$/, 1],
  [/^(h|hr|hrs|hour|hours)$/, 60],
  [/^(d|day|days)$/, 1440],
  [/^(w|week|weeks)$/, 10_080],
];
const COUNTS: Readonly<Record<string, readonly [number, number, number]>> = table({
  a: [1, 1, 1],
  an: [1, 1, 1],
  one: [1, 1, 1],
  two: [2, 2, 2],
  three: [3, 3, 3],
  four: [4, 4, 4],
  five: [5, 5, 5],
  six: [6, 6, 6],
  ten: [10, 10, 10],
  twelve: [12, 12, 12],
  twenty: [20, 20, 20],
  'half a': [0.5, 0.5, 0.5],
  'half an': [0.5, 0.5, 0.5],
  'a quarter of an': [0.25, 0.25, 0.25],
  'a couple of': [2, 2, 3],
  'a few': [2, 3, 4],
});
/** The longest that anything is left to stand, min: two years. */
const LONGEST_MIN = 2 * 365 * 1440;

const unitMin = (word: string): number | undefined => UNITS.find(([re]) => re.test(word))?.[1];
const UNREAD = (words: string): AmountRead => ({
  kind: 'not_understood',
  words,
  alternatives: [],
  message: `“${words.trim().slice(0, 40)}” is no time; “10 min”, “1 h 30” or “overnight” are.`,
});
const NUMBER = String.raw`\d+(?:[.,]\d+)?(?: \d\/\d)?|\d\/\d|\d*[½¼¾]`;

function valueOf(text: string): number {
  const glyph = { '½': 0.5, '¼': 0.25, '¾': 0.75 }[text.slice(-1)];
  if (glyph !== undefined) return Number(text.slice(0, -1) || 0) + glyph;
  const [whole, part] = text.includes(' ') ? text.split(' ') : text.includes('/') ? ['0', text] : [text, undefined];
  const [above, below] = part ? part.split('/').map(Number) : [0, 1];
  return Number(whole!.replace(',', '.')) + above! / below!;
}

/** Reads a length of time as cooks write it, in minutes. Times never scale with the amount. */
export function readMinutes(text: string): AmountRead {
  const words = text.trim();
  const t = words.toLowerCase().replace(/[’′]/g, "'").replace(/\s+/g, ' ');
  const read = (low: number, typical: number, high: number): AmountRead =>
    low > 0 && high <= LONGEST_MIN
      ? { kind: high > low * 1.0001 ? 'spread' : 'sure', words, unit: 'min', low, typical, high, alternatives: [] }
      : UNREAD(text);
  const asked = (question: string, meanings: readonly Meaning[]): AmountRead => ({
    kind: 'ask',
    words: meanings[0]!.words,
    unit: 'min',
    low: Math.min(...meanings.map((m) => m.low)),
    typical: meanings[0]!.typical,
    high: Math.max(...meanings.map((m) => m.high)),
    alternatives: meanings,
    question,
  });
  const one = (told: string, min: number): Meaning => ({ words: told, low: min, typical: min, high: min, unit: 'min' });
  const known = WORDS[t];
  if (known) return read(...known);
  if (ENDS.test(t)) return { kind: 'sure', words, unit: 'min', alternatives: [] };
  const range = new RegExp(`^(${NUMBER}) ?(?:-|–|to) ?(${NUMBER}) ?([a-z']+)$`).exec(t);
  if (range) {
    const unit = unitMin(range[3]!);
    const [a, b] = [valueOf(range[1]!), valueOf(range[2]!)];
    return unit !== undefined && a < b ? read(a * unit, ((a + b) / 2) * unit, b * unit) : UNREAD(text);
  }
  const both = new RegExp(`^(${NUMBER}) ?(h|hr|hrs|hour|hours) ?(\\d+) ?(m|min|mins|minute|minutes)?$`).exec(t);
  if (both) return Number(both[3]) < 60 ? read(...thrice(valueOf(both[1]!) * 60 + Number(both[3]))) : UNREAD(text);
  const half = /^(an?|one|two|three) (hour|day|week|minute)s? and a (half|quarter)$/.exec(t);
  if (half) return read(...thrice((COUNTS[half[1]!]![0] + (half[3] === 'half' ? 0.5 : 0.25)) * unitMin(half[2]!)!));
  const simple = new RegExp(`^(${NUMBER}) ?([a-z']+)$`).exec(t);
  if (simple) {
    const unit = unitMin(simple[2]!);
    return unit === undefined ? UNREAD(text) : read(...thrice(valueOf(simple[1]!) * unit));
  }
  const told = /^(.+) ([a-z]+)$/.exec(t);
  const count = told && COUNTS[told[1]!];
  const unit = told && unitMin(told[2]!);
  if (count && unit) return read(count[0] * unit, count[1] * unit, count[2] * unit);
  const clock = /^(\d{1,2}):(\d{2})$/.exec(t);
  if (clock && Number(clock[2]) < 60) {
    const [h, m] = [Number(clock[1]), Number(clock[2])];
    if (h * 60 + m === 0) return UNREAD(text);
    return asked('Hours and minutes, or minutes and seconds?', [
      one(`${h} h ${m} min`, h * 60 + m),
      one(`${h} min ${m} s`, h + m / 60),
    ]);
  }
  if (new RegExp(`^(${NUMBER})$`).test(t)) {
    const value = valueOf(t);
    if (!(value > 0)) return UNREAD(text);
    return asked('Minutes or hours?', [one(`${words} min`, value), one(`${words} h`, value * 60)]);
  }
  return UNREAD(text);
}

const thrice = (x: number): [number, number, number] => [x, x, x];
