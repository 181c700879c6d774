import type { Item } from './fold';
import type { AmountRead, AmountUnit, Understood } from './meaning';
import { thingPoured, type Thing } from './thing';
import { NUMBER_WORDS, PARTS_OF_ONE, singular } from './vocabulary';

/**
 * Amounts that are a rule and not a weight: shares, relations, ratios, doses, levels, to taste, ends. They are worked out from the
 * other lines, the vessel, or what came through.
 */
export type Related = Understood;

type Tools = {
  read: (text: string, thing: Thing) => AmountRead;
  scaled: (text: string, thing: Thing, times: number) => string;
};

const WATER = thingPoured('water', 'Water');

/** A number in words or figures, alone: "2/3", "a third", "two thirds", "1.2". */
function numberOf(text: string): number | undefined {
  const t = text.trim().toLowerCase();
  const fraction = /^(\d+)\s*\/\s*(\d+)$/.exec(t);
  if (fraction) return Number(fraction[2]) > 0 ? Number(fraction[1]) / Number(fraction[2]) : undefined;
  if (/^\d+([.,]\d+)?$/.test(t)) return Number(t.replace(',', '.'));
  const glyphs: Readonly<Record<string, number>> = { '½': 1 / 2, '⅓': 1 / 3, '⅔': 2 / 3, '¼': 1 / 4, '¾': 3 / 4 };
  if (glyphs[t] !== undefined) return glyphs[t];
  const words = t.split(/[\s-]+/);
  if (words.length === 1) return PARTS_OF_ONE[t] ?? NUMBER_WORDS[t] ?? (t === 'a' || t === 'an' ? 1 : undefined);
  const [count, part] = words as [string, string];
  const of = PARTS_OF_ONE[part];
  const n = count === 'a' ? 1 : NUMBER_WORDS[count];
  return words.length === 2 && of !== undefined && n !== undefined ? n * of : undefined;
}

const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?(?:\s*/\s*\d+)?|[½⅓⅔¼¾]|(?:a|one|two|three|four|five)[ -](?:half|thirds?|quarters?)|half|all)`;

/** The text without what merely names the thing. */
const withoutNames = (text: string, thing: Thing): string =>
  text
    .split(/(\s+)/)
    .filter((w) => !thing.words.has(singular(w.toLowerCase())))
    .join('')
    .replace(/\s+/g, ' ')
    .trim();

/** A relation in a text: as much as another thing, a share of it, to a level. */
export function relationIn(
  text: string,
  _items: readonly Item[],
  thing: Thing,
  read: Tools['read'],
  scaled: Tools['scaled'],
): Related | undefined {
  const t = text.trim().toLowerCase().replace(/[’′]/g, "'").replace(/\s+/g, ' ');
  const raw = text.trim();
  for (const look of [sharesIn, relationsIn, ratiosIn, dosesIn, levelsIn, endsIn]) {
    const found = look(t, raw, thing, { read, scaled });
    if (found) return found;
  }
  return undefined;
}

const sure = (
  words: string,
  unit: AmountUnit,
  value?: number,
  scale: (times: number) => string = () => words,
): Related => ({
  read: {
    kind: 'sure',
    words,
    unit,
    ...(value === undefined ? {} : { low: value, typical: value, high: value }),
    alternatives: [],
  },
  scale,
  counts: [],
});
const ask = (
  words: string,
  question: string,
  unit: AmountUnit,
  typical: number,
  others: readonly { words: string; typical: number }[] = [],
  scale: (times: number) => string = () => words,
): Related => {
  const all = [{ words, typical }, ...others];
  return {
    read: {
      kind: 'ask',
      words,
      unit,
      low: Math.min(...all.map((a) => a.typical)),
      typical,
      high: Math.max(...all.map((a) => a.typical)),
      alternatives: all.map((a) => ({ words: a.words, low: a.typical, typical: a.typical, high: a.typical, unit })),
      question,
    },
    scale,
    counts: [],
  };
};

type Look = (t: string, raw: string, thing: Thing, tools: Tools) => Related | undefined;

/** "half of it", "half the syrup", "one third tea", "the rest". */
const sharesIn: Look = (t, raw, thing, { read, scaled }) => {
  if (/^(the rest|what is left)$/.test(t)) return sure(raw, 'relative');
  if (t === 'the other half') return sure(raw, 'relative', 0.5);
  const of = new RegExp(`^(${NUMBER}) of (it|them|the [a-z ]+)$`).exec(t) ?? /^(half) the [a-z]+$/.exec(t);
  if (of && !/ (weight|volume|amount)$/.test(t)) {
    const share = of[1] === 'all' ? 1 : numberOf(of[1]!);
    return share !== undefined && share <= 1 ? sure(raw, 'relative', share) : undefined;
  }
  const measure = /^(half|a third|a quarter) of (\d.*)$/.exec(t);
  if (measure) {
    const share = numberOf(measure[1]!)!;
    const whole = read(measure[2]!, thing);
    if (whole.typical === undefined || whole.unit === undefined) return undefined;
    const words = scaled(measure[2]!, thing, share);
    return ask(
      words,
      'So much of it, or half of what it comes to?',
      whole.unit,
      whole.typical * share,
      [{ words: measure[2]!, typical: whole.typical }],
      (times) => scaled(measure[2]!, thing, share * times),
    );
  }
  const named = /^((?:a|one|two|three) (?:thirds?|half|quarters?)|half) ([a-z]+)$/.exec(t);
  if (named && (thing.kind === 'made' || thing.kind === 'liquid') && thing.words.has(named[2]!))
    return sure(withoutNames(raw, thing), 'relative', numberOf(named[1]!));
  return undefined;
};

/** "same weight", "twice the volume", "half as much". */
const relationsIn: Look = (t, raw, thing) => {
  if (/^(to taste|as needed|by the drop|a bit at a time)$/.test(t)) return sure(raw, 'relative');
  const found =
    /^(equal|same|the same|twice the|half the|three times the|(\d+(?:[.,]\d+)?) times the) (weight|volume|amount)( of [a-z ]+)?$/.exec(
      t,
    );
  if (found) {
    const times =
      { equal: 1, same: 1, 'the same': 1, 'twice the': 2, 'half the': 0.5, 'three times the': 3 }[found[1]!] ??
      numberOf(found[2]!)!;
    const words = withoutNames(raw, thing).replace(/ of$/, '');
    if (found[3] !== 'amount') return sure(words, 'relative', times);
    const weight = words.replace(/amount/i, 'weight');
    return ask(weight, 'By weight or by volume?', 'relative', times);
  }
  if (/^(half|twice) as much$/.test(t))
    return ask(
      `${t.startsWith('half') ? 'half' : 'twice'} the weight`,
      'By weight or by volume?',
      'relative',
      t.startsWith('half') ? 0.5 : 2,
    );
  return undefined;
};

/** "1:4", "1 part to 3 parts", "equal parts", "1 in 4". */
const ratiosIn: Look = (t, raw) => {
  if (t === 'equal parts') return sure(raw, 'ratio', 1);
  const colon = /^(\d+(?:[.,]\d+)?) ?: ?(\d+(?:[.,]\d+)?)$/.exec(t);
  if (colon && numberOf(colon[1]!)! > 0 && numberOf(colon[2]!)! > 0)
    return sure(raw, 'ratio', numberOf(colon[1]!)! / numberOf(colon[2]!)!);
  const parts = /^(\d+(?:[.,]\d+)?) parts?(?: to (\d+(?:[.,]\d+)?) parts?)?$/.exec(t);
  if (parts && numberOf(parts[1]!)! > 0) {
    const second = parts[2] === undefined ? 1 : numberOf(parts[2])!;
    return second > 0 ? sure(raw, 'ratio', numberOf(parts[1]!)! / second) : undefined;
  }
  const falls = /^(\d+) to (\d+)$/.exec(t);
  if (falls && Number(falls[1]) > Number(falls[2]) && Number(falls[2]) > 0)
    return ask(`${falls[1]}:${falls[2]}`, 'It falls: a ratio?', 'ratio', Number(falls[1]) / Number(falls[2]));
  const within = /^(\d+) in (\d+)$/.exec(t);
  if (within && Number(within[2]) > Number(within[1]) && Number(within[1]) > 0) {
    const [a, b] = [Number(within[1]), Number(within[2])];
    return ask(`${a} part to ${b - a} parts`, 'One part of so many in all?', 'ratio', a / (b - a), [
      { words: `1 part to ${b} parts`, typical: a / b },
    ]);
  }
  return undefined;
};

/** Doses: "15 g/L", "1 bag per 250 ml", "a cup to each cup", "10 %". */
const dosesIn: Look = (t, raw, thing, { read }) => {
  const percent = /^(\d+(?:[.,]\d+)?) ?%$/.exec(t);
  if (percent)
    return ask(`${numberOf(percent[1]!)! * 10} g/L`, 'Per cent of what?', 'ratio', numberOf(percent[1]!)! * 10);
  const found =
    /^(.+?) ?(?:\/ ?(?=(?:l|litre|liter)$)|(?: per | to each | for every | into each ))(.+)$/.exec(t) ?? undefined;
  if (!found) return undefined;
  const dose = read(withoutNames(found[1]!, thing).replace(/ of$/, ''), thing);
  if (dose.typical === undefined || dose.kind === 'not_understood' || dose.kind === 'ask') return undefined;
  const each = found[2]!.trim();
  const shown = raw.split(/\s+/);
  const words = withoutNames(shown.join(' '), thing)
    .replace(/ of (to|into|per|for) /, ' $1 ')
    .replace(/ (bottle|bottles|jar|jars)$/i, '');
  if (/^(person|head|guest|glass)$/.test(each)) {
    const told = words.replace(/person|head|guest/i, 'glass');
    return {
      read: {
        ...dose,
        kind: 'ask',
        words: told,
        unit: 'ratio',
        question: 'How many?',
        alternatives: [{ words: told, low: dose.low!, typical: dose.typical, high: dose.high!, unit: 'ratio' }],
      },
      scale: () => told,
      counts: [],
    };
  }
  const base = /^(l|litre|liter)$/.test(each)
    ? 1000
    : read(/^(cup|pint|quart)$/.test(each) ? `1 ${each}` : each.replace(/ (bottle|bottles|jar|jars)$/, ''), WATER)
        .typical;
  if (base === undefined || !(base > 0)) return undefined;
  const per = 1000 / base;
  return {
    read: {
      ...dose,
      words,
      unit: 'ratio',
      low: dose.low! * per,
      typical: dose.typical * per,
      high: dose.high! * per,
      alternatives: [],
    },
    scale: () => words,
    counts: [],
  };
};

/** Levels: "fill to 2 litres", "to the line", "just cover", "two thirds full". */
const levelsIn: Look = (t, raw, thing, { read, scaled }) => {
  if (/^(to the (line|mark|brim)|(just )?cover|to (just )?cover|top up with)$/.test(t)) return sure(raw, 'relative');
  const by =
    /^(just )?cover by (\d+(?:[.,]\d+)?) ?(cm|mm|in)$/.exec(t) ??
    /^to (\d+(?:[.,]\d+)?) ?(cm|mm) under the rim$/.exec(t);
  if (by) {
    const rim = /under the rim$/.test(t);
    const value = numberOf((rim ? by[1] : by[2])!)!;
    const unit = rim ? by[2] : by[3];
    return sure(raw, 'relative', unit === 'mm' ? value / 10 : unit === 'in' ? value * 2.54 : value);
  }
  const full = new RegExp(`^(${NUMBER}) full$`).exec(t);
  if (full) return sure(raw, 'relative', numberOf(full[1]!));
  const words = withoutNames(raw, thing).replace(/^(cold|hot|warm|boiling) (?=to )/i, '');
  const level = /^(fill to|top up to|make up to|to)( the)? (.+?)( line| mark)?$/i.exec(words);
  if (level && (level[2] === undefined || level[4] !== undefined) && /^\d/.test(level[3]!)) {
    const term = read(level[3]!, WATER);
    if (term.typical === undefined || term.unit !== 'ml' || term.kind === 'ask' || term.kind === 'not_understood')
      return undefined;
    const head = `${level[1]}${level[2] ?? ''} `;
    const tail = level[4] ?? '';
    return sure(words, 'relative', term.typical, (times) => `${head}${scaled(level[3]!, WATER, times)}${tail}`);
  }
  const upTo = /^up to (\d+(?:[.,]\d+)? ?(?:l|litres?|liters?))$/.exec(t);
  if (upTo && thing.kind === 'liquid') {
    const term = read(upTo[1]!, WATER);
    if (term.typical === undefined) return undefined;
    return {
      ...ask(`fill to ${upTo[1]!}`, 'A level, or the most there is?', 'ml', term.typical, [
        { words: raw, typical: term.typical * 0.75 },
      ]),
      scale: (times) => `fill to ${scaled(upTo[1]!, WATER, times)}`,
      counts: [],
    };
  }
  return undefined;
};

/** Ends of a boil-down: "until half is left", "a third less", "to half". */
const endsIn: Look = (t, raw) => {
  const left = new RegExp(`^until (?:only )?(${NUMBER}) is left$`).exec(t);
  if (left) return sure(raw, 'relative', numberOf(left[1]!));
  const by =
    new RegExp(`^until reduced by (${NUMBER})$`).exec(t) ?? new RegExp(`^(?:until )?(${NUMBER}) less$`).exec(t);
  if (by) return sure(raw, 'relative', 1 - numberOf(by[1]!)!);
  const to = new RegExp(`^(?:cooked |boiled |reduced )?to (${NUMBER})$`).exec(t);
  if (to && /half|third|quarter/.test(t))
    return sure(raw.replace(/^(cooked|boiled|reduced) /i, ''), 'relative', numberOf(to[1]!));
  return undefined;
};
