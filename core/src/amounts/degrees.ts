import { table } from '../quantity/table';
import type { AmountRead, Meaning } from './meaning';

/** What a place and a kitchen add to words of temperature, °C. */
export type Warmth = { boilsAtC: number; roomC?: number };

/** Words of temperature, °C at sea level: low, typical, high. House estimates but for the boil. */
const WORDS: Readonly<Record<string, readonly [number, number, number]>> = table({
  simmer: [88, 94, 98],
  'gentle simmer': [85, 91, 95],
  'just off the boil': [92, 95, 98],
  warm: [38, 45, 55],
  'hand-hot': [40, 45, 50],
  'hand hot': [40, 45, 50],
  lukewarm: [30, 37, 42],
  tepid: [30, 37, 42],
  'room temperature': [18, 21, 25],
  'fridge-cold': [2, 4, 6],
  'fridge cold': [2, 4, 6],
});
const BOIL = ['boil', 'boiling', 'rolling boil', 'the boil', 'full boil'];
const KNOB = /^(low|medium|high|medium[- ](low|high))( heat)?$/;
/** No pot in a kitchen is colder or hotter than this, °C: ice with salt, hard crack. */
const POT_C = { min: -20, max: 180 } as const;

const celsius = (f: number): number => ((f - 32) * 5) / 9;
const UNREAD = (words: string): AmountRead => ({
  kind: 'not_understood',
  words,
  alternatives: [],
  message: `“${words.trim().slice(0, 40)}” is no temperature; “80 °C”, “176 °F” or “lukewarm” are.`,
});

/** Reads a temperature as cooks write it: figures with their scale, or words. Temperatures never scale. */
export function readTemperature(text: string, { boilsAtC, roomC }: Warmth): AmountRead {
  const words = text.trim();
  const t = words.toLowerCase().replaceAll('℃', '°c').replaceAll('℉', '°f').replace(/[º˚]/g, '°').replace(/\s+/g, ' ');
  const read = (
    kind: AmountRead['kind'],
    [low, typical, high]: readonly [number, number, number],
    rest: Partial<AmountRead> = {},
  ): AmountRead => ({
    kind,
    words,
    unit: '°C',
    low,
    typical,
    high,
    alternatives: [],
    ...rest,
  });
  if (BOIL.includes(t)) return read('sure', [boilsAtC, boilsAtC, boilsAtC]);
  if (roomC !== undefined && t === 'room temperature') return read('sure', [roomC, roomC, roomC]);
  const known = WORDS[t];
  // What hangs on the boil falls with it.
  const lower = /simmer|boil/.test(t) ? 100 - boilsAtC : 0;
  if (known) return read('spread', [known[0] - lower, known[1] - lower, known[2] - lower]);
  if (KNOB.test(t))
    return { kind: 'ask', words, unit: '°C', alternatives: [], question: 'That is a knob: which temperature?' };
  const found =
    /^(?:(below|under|above|over|about|at) )?(\d+(?:[.,]\d+)?)(?: ?(?:-|–|to) ?(\d+(?:[.,]\d+)?))? ?(°? ?c|°? ?f|degrees?(?: ?[cf])?|°)?$/.exec(
      t,
    );
  if (!found) return UNREAD(text);
  const [a, b] = [Number(found[2]!.replace(',', '.')), Number((found[3] ?? found[2]!).replace(',', '.'))];
  if (b < a) return UNREAD(text);
  const scale = (found[4] ?? '').replace(/[° ]/g, '').replace(/degrees?/, '');
  const inPot = (c: number): boolean => c >= POT_C.min && c <= POT_C.max;
  const as = (f: boolean): Meaning | undefined => {
    const [low, high] = f ? [celsius(a), celsius(b)] : [a, b];
    // Above what water boils at in any pot a bare figure can only be Fahrenheit.
    if (!inPot(low) || !inPot(high) || (!f && scale === '' && high > 121)) return undefined;
    return {
      words: `${found[2]!}${found[3] ? `-${found[3]}` : ''} ${f ? '°F' : '°C'}`,
      low,
      typical: (low + high) / 2,
      high,
      unit: '°C',
    };
  };
  const meanings = [...(scale === 'f' ? [] : [as(false)]), ...(scale === 'c' ? [] : [as(true)])].filter(
    (m) => m !== undefined,
  );
  const [guess, other] = meanings;
  if (!guess) return UNREAD(text);
  if (!other || scale !== '') return read(b > a ? 'spread' : 'sure', [guess.low, guess.typical, guess.high]);
  return {
    ...read('ask', [Math.min(guess.low, other.low), guess.typical, Math.max(guess.high, other.high)]),
    words: guess.words,
    alternatives: meanings,
    question: 'Celsius or Fahrenheit?',
  };
}
