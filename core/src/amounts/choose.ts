import { stepOf } from './steps';
import { table } from '../quantity/table';
import type { Item } from './fold';
import type { Meaning, Understood } from './meaning';
import { print } from './numbers';
import { type Reading, blank, highOf, lowOf, span } from './part';
import { type Thing, inState } from './thing';
import { BY_HAND, singular } from './vocabulary';
import { scaledOf, wordsOf } from './write';

const FULL_FACTOR = 4;

/** Joins what means the same, orders the rest, and says how sure it is. */
export function chosen(
  readings: readonly Reading[],
  items: readonly Item[],
  text: string,
  thing: Thing,
): Understood | undefined {
  // If one leaves no word over, those that do are dropped; so are readings past the bounds.
  const complete = readings.filter((r) => r.around.left.length === 0);
  const able = complete.length > 0 ? complete : readings;
  const weighedOnes = able.filter((r) => r.weighed !== 'none');
  const pool = weighedOnes.length > 0 ? weighedOnes : able;
  const sorted = byGuess(pool, thing).map((r) => rowed(r, thing));
  const distinct: Reading[] = [];
  for (const r of sorted) if (!distinct.some((d) => alike(d, r))) distinct.push(r);
  const [only] = distinct;
  if (!only) return undefined;
  // What was only a question because there were two readings is none where one of them cannot be.
  const guess = distinct.length === 1 && only.asks.every((a) => a === 'thousands') ? settledAlone(only) : only;
  const around = guess.around;
  const leftOver = around.left.length > 0 ? around.left.join(' ') : undefined;
  const reasons = [
    ...guess.asks,
    ...(distinct.length > 1 ? ['several'] : []),
    ...(leftOver !== undefined ? [around.other ? 'other plant' : 'left over'] : []),
    ...(around.doubted ? ['doubt'] : []),
    ...(around.choice ? ['choice'] : []),
    ...(around.states.length > 0 ? ['state'] : []),
  ];
  const asked = reasons.length > 0;
  const words = (r: Reading): string => r.instead ?? wordsOf(asked ? confirmed(r, items) : r, items, text);
  const scale = (times: number): string => guess.scaled?.(times) ?? scaledOf(guess, items, text, times);
  if (guess.weighed === 'none' || around.other)
    return {
      read: {
        kind: 'ask',
        words: around.other ? text : words(guess),
        alternatives: [],
        question: questionOf(reasons, thing),
        ...(leftOver === undefined ? {} : { leftOver }),
      },
      scale,
      counts: [],
    };
  const meanings = [guess, ...distinct.slice(1)].flatMap((r): Meaning[] => {
    if (r.weighed === 'none') return [];
    const { typical, unit } = r.weighed;
    return [{ words: words(r), low: lowOf(r.weighed), typical, high: highOf(r.weighed), unit }];
  });
  const own = meanings[0]!;
  const w = guess.weighed;
  const several = meanings.length > 1 || around.states.length > 0;
  const ends = [guess, ...distinct.slice(1)].flatMap((r) =>
    r.weighed === 'none' ? [] : r.ends && r !== guess ? r.ends : [r.weighed.typical],
  );
  const rowEnds = stateEnds(guess, thing);
  const low = several ? Math.min(...ends, ...rowEnds) : own.low;
  const high = several ? Math.max(...ends, ...rowEnds) : own.high;
  const wide = high > FULL_FACTOR * low;
  const asks = reasons.length > 0 || wide;
  const SURE = 0.064;
  const kind = asks ? 'ask' : w.hLow <= SURE && w.hHigh <= SURE ? 'sure' : 'spread';
  return {
    read: {
      kind,
      words: own.words,
      unit: own.unit,
      low,
      typical: own.typical,
      high,
      alternatives: kind === 'ask' ? meanings : [],
      ...(kind === 'ask' ? { question: questionOf(reasons.length > 0 ? reasons : ['wide'], thing) } : {}),
      ...(leftOver === undefined ? {} : { leftOver }),
    },
    scale,
    counts: guess.nums.map((n, k) => ({
      value: n.value,
      step: stepOf(guess.nouns.find((x) => x.num === k && x.name)?.name ?? ''),
    })),
  };
}

/** What an ask is once it is confirmed: its numbers in figures, its nouns agreeing, without a manner that cannot be. */
export function confirmed(r: Reading, items: readonly Item[]): Reading {
  if (r.weighed === 'none') return r;
  const gone = r.asks.includes('heaped liquid')
    ? r.around.mannersAt.filter(([m]) => !['scant', 'generous', 'level'].includes(m))
    : [];
  const dropped = [...r.around.dropped, ...gone.flatMap(([, from, to]) => span(from, to))];
  const byHand = r.nouns.some((n) => singular(items[n.at]!.text) in BY_HAND);
  if (r.nouns.length === 0 || byHand) return { ...r, around: { ...r.around, dropped } };
  const rep: Record<number, string> = { ...r.rep };
  r.nums.forEach((n) => {
    if (n.from === n.to || (n.style !== 'word' && n.style !== 'article' && n.written === undefined)) return;
    rep[n.from] = n.written ?? print(n.value);
    Object.assign(rep, blank(n.from + 1, n.to));
  });
  for (const noun of r.nouns) {
    const value = r.nums[noun.num]?.value ?? 1;
    if (!noun.one || rep[noun.at] !== undefined) continue;
    const own = items
      .slice(noun.at, noun.to)
      .map((x) => x.text)
      .join('');
    const right = value > 1 ? noun.many : noun.one;
    if (r.nums[noun.num]?.written === undefined || singular(own) !== singular(right.replace(/[ -]/g, ''))) continue;
    rep[noun.at] = right;
    Object.assign(rep, blank(noun.at + 1, noun.to));
  }
  return { ...r, rep, around: { ...r.around, dropped } };
}

/** The guess: what was named first; for weights with thousands that nearest to the plant's usual dose. */
function byGuess(pool: readonly Reading[], thing: Thing): readonly Reading[] {
  const usual = thing.dose;
  const far = (r: Reading): number => (r.weighed === 'none' ? Infinity : Math.abs(Math.log(r.weighed.typical / usual)));
  const thousands = (r: Reading): boolean => r.asks.includes('thousands');
  return [...pool].sort((a, b) => (thousands(a) && thousands(b) ? far(a) - far(b) : a.rank - b.rank));
}

const settledAlone = (r: Reading): Reading => ({
  ...r,
  asks: [],
  nums: r.nums.map(({ ask: _ask, written: _written, ...n }) => n),
});

function alike(a: Reading, b: Reading): boolean {
  if (a.weighed === 'none' || b.weighed === 'none') return a.weighed === b.weighed;
  const settled = a.asks.length === 0 || b.asks.length > 0;
  return (
    settled &&
    a.weighed.unit === b.weighed.unit &&
    Math.abs(Math.log(a.weighed.typical / b.weighed.typical)) < 0.02 &&
    !b.ends
  );
}

/** Words against the row: fresh of a dried one. The row that the words name is the guess. */
function rowed(r: Reading, thing: Thing): Reading {
  const state = r.around.states[0];
  if (!state || r.weighed === 'none') return r;
  const other = inState(thing.slug, state as 'dried' | 'fresh' | 'frozen' | 'ground');
  if (!other?.cupG || !thing.cupG) return r;
  const times = other.cupG / thing.cupG;
  return {
    ...r,
    weighed: { ...r.weighed, typical: r.weighed.typical * times },
    ends: [r.weighed.typical, r.weighed.typical],
  };
}

function stateEnds(r: Reading, thing: Thing): readonly number[] {
  if (r.around.states.length === 0 || r.weighed === 'none') return [];
  if (!r.ends) return [lowOf(r.weighed), highOf(r.weighed)];
  // Fresh words on a dried row may mean either; dried words on a fresh row mean the dried one.
  return thing.form === 'fresh' ? [r.weighed.typical] : r.ends;
}

const QUESTIONS: Readonly<Record<string, string>> = table({
  thousands: 'Is that a decimal, or thousands?',
  blank: 'Is that one number, or one of that size?',
  'blank lost': 'Is there a blank missing?',
  dash: 'Is that one number, or a range?',
  dots: 'Is that a decimal, or a range?',
  slash: 'A part of one, or one or the other?',
  halves: 'So many halves, or and a half?',
  falls: 'The range falls: turned round?',
  nought: 'From none: at most so much?',
  which: 'Which of them is meant?',
  'which part': 'Which part of it?',
  'which vessel': 'How much does it hold?',
  'which bag': 'Which bag: how much is in it?',
  wide: 'These differ a lot: how much is it?',
  class: 'No figure of its own yet: about this?',
  bare: 'Of what?',
  'no number': 'How many?',
  'no figure': 'How much is that here?',
  'no piece': 'Of which measure?',
  spelling: 'Is this what was meant?',
  'lost slash': 'Is there a slash missing?',
  quarrel: 'Those two do not go together: which?',
  'heaped liquid': 'A liquid is level: is it?',
  packed: 'Packed or loose?',
  'two parts': 'Two parts: the other is a line of its own?',
  'points back': 'Of which line?',
  'of what': 'Of what?',
  'other plant': 'Another plant is named: which is meant?',
  'left over': 'What is this word?',
  doubt: 'Is it right?',
  choice: 'Which of the two?',
  state: 'Fresh or dried?',
  bullet: 'Is that a mark before the line, or a sign?',
  'list number': 'Is that a number of the list?',
  'unit first': 'Is this what was meant?',
  'each or together': 'Each, or together?',
  drained: 'About three fifths of a tin is left: is it?',
  piece: 'A whole one, or a bit of one?',
  pith: 'Is the white wanted?',
  'a temperature': 'Is that a temperature?',
  'by weight': 'By weight or by volume?',
});

const questionOf = (reasons: readonly string[], thing: Thing): string => {
  const known = reasons.map((r) => QUESTIONS[r]).find((q) => q !== undefined);
  return known ?? `How much ${thing.name.toLowerCase()} is that?`;
};
