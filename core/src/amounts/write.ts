import { type Item } from './fold';
import { isSign, isWord } from './line';
import { type Num, asDecimal, fractionWords, print } from './numbers';
import { type Reading, blank, span } from './part';

/** The amount's words: the text without what is dropped, with what is written otherwise. */
export function wordsOf(
  { around, rep, nums }: Pick<Reading, 'around' | 'rep' | 'nums'>,
  items: readonly Item[],
  text: string,
): string {
  const replaced: Record<number, string> = { ...rep };
  for (const n of nums) {
    if (n.written === undefined || replaced[n.from] !== undefined) continue;
    replaced[n.from] = n.written;
    Object.assign(replaced, blank(n.from + 1, n.to));
  }
  let out = '';
  let last = -1;
  items.forEach((item, k) => {
    const word = replaced[k] ?? (around.dropped.includes(k) ? '' : item.raw);
    if (word === '') return;
    // Between two kept pieces stands what stood there; a blank where something was taken out.
    const whole = last >= 0 && span(last + 1, k).every((x) => replaced[x] === '' && !around.dropped.includes(x));
    const between = whole ? text.slice(items[k - 1]!.to, item.from) : isSign(item, ',') || out === '' ? '' : ' ';
    const apart =
      between === '' && last >= 0 && replaced[k] !== undefined && /^\p{L}/u.test(word) && /[\d½⅓⅔¼¾⅛]$/u.test(out);
    out += (apart ? ' ' : between) + word;
    last = k;
  });
  return out.replace(/^[\s,:]+|[\s,:]+$/gu, '').trim();
}

/** The words with so many times as much: numbers are replaced, and nouns agree. */
export function scaledOf(r: Reading, items: readonly Item[], text: string, times: number): string {
  const rep: Record<number, string> = { ...r.rep };
  const values = r.nums.map((n) => n.value * times);
  const single = r.nums.length === 1;
  const or = r.nums.length === 2 && isWord(items[r.nums[0]!.to], 'or');
  const up = single ? upTheTools(r, items, times) : undefined;
  if (up) return wordsOf({ ...r, nums: [], rep: { ...rep, ...up } }, items, text);
  r.nums.forEach((n, k) => {
    rep[n.from] = written(n, values[k]!);
    Object.assign(rep, blank(n.from + 1, n.to));
    // "2 or 3" becomes "4 to 6".
    if (or && k === 0) rep[n.to] = 'to';
  });
  for (const noun of r.nouns) {
    const value = values[noun.num] ?? 1;
    if (!noun.one) continue;
    rep[noun.at] = value > 1 ? noun.many : noun.one;
    Object.assign(rep, blank(noun.at + 1, noun.to));
  }
  return wordsOf({ ...r, nums: [], rep }, items, text);
}

/** A number in the way that another was written: halves stay halves, commas stay commas. */
export function written(n: Num, value: number): string {
  const about = n.vague ? 'about ' : '';
  if (n.ends) {
    const times = value / n.value;
    return `${written(n.ends[0], n.ends[0].value * times)}${n.between}${written(n.ends[1], n.ends[1].value * times)}`;
  }
  if (n.style === 'figure') {
    const isWhole = Number.isInteger(n.value) && !/[.,]/.test(n.written ?? '');
    if (isWhole || Number.isInteger(value)) {
      const f = fractionWords(value, { near: 1e-6 });
      if (f) return about + f.words;
    }
    return about + asDecimal(value, n.decimal);
  }
  const f = fractionWords(value, { glyph: n.style === 'glyph', hyphen: n.style === 'hyphen', near: 1e-6 });
  return about + (f ? f.words : asDecimal(value, n.decimal));
}

/** Past 5 tsp in threes to tbsp, from 8 tbsp in fours to quarter cups: where that is exact. */
function upTheTools(r: Reading, items: readonly Item[], times: number): Record<number, string> | undefined {
  const [n] = r.nums;
  const [noun] = r.nouns;
  if (!n || !noun || r.around.manners.length > 0) return undefined;
  const word = items[noun.at]!.text;
  const value = n.value * times;
  const blanks = { ...blank(n.from + 1, n.to), ...blank(noun.at + 1, noun.to) };
  if (/^(tsp|teaspoons?)$/.test(word) && value > 5 && value % 3 === 0)
    return { [n.from]: print(value / 3), ...blanks, [noun.at]: 'tbsp' };
  if (/^(tbsp|tablespoons?)$/.test(word) && value >= 8 && value % 4 === 0 && n.value < 8)
    return { [n.from]: print(value / 16), ...blanks, [noun.at]: value / 16 > 1 ? 'cups' : 'cup' };
  return undefined;
}
