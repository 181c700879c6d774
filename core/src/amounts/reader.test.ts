import CASES_FILE from '../test/amountCases.json';
import fc from 'fast-check';
import { botanicalBySlug, botanicalIfKnown, botanicals } from '../reference/botanicals';
import { MEASURES } from './vocabulary';
import type { AmountRead } from './meaning';
import { ownWordsOf } from './ownWords';
import { readAmount, scaledWords } from './readAmount';
import { readMinutes } from './minutes';
import { readTemperature } from './degrees';
import { thingOfPlant, thingPoured, thingSweet, type Thing } from './thing';

type Row = { text: string; plant: string; expect_kind: string; note: string };
const CASES = CASES_FILE as readonly Row[];

const WATER = thingPoured('water', 'Water');
const plant = (slug: string): Thing => thingOfPlant(botanicalBySlug(slug));
const certain = ({ kind }: AmountRead): boolean => kind === 'sure' || kind === 'spread';
const typicalOf = (text: string, thing: Thing): number => readAmount(text, thing).typical!;

/** Certain cases of plants of the table and of water, alone: they do not hang on a house or another line. */
const SURE = CASES.filter(
  (c) =>
    ['sure', 'spread'].includes(c.expect_kind) &&
    !c.note.includes('[') &&
    (c.plant === 'water' || botanicalIfKnown(c.plant) !== undefined),
).map((c): [string, Thing] => [c.text, c.plant === 'water' ? WATER : plant(c.plant)]);

/** Things to measure: by a cup, by pieces, by the fruit, poured. */
const THINGS: readonly Thing[] = [
  ...[
    'roselle_dried_whole',
    'mint_fresh',
    'ginger_fresh',
    'clove_whole',
    'lemon_juice',
    'orange_peel_fresh',
    'apple_fresh',
  ].map(plant),
  thingSweet('white_sugar'),
  thingSweet('honey'),
  WATER,
];

describe('whatever is typed', () => {
  const WORDS = [
    ...Object.keys(MEASURES),
    ...[
      '1',
      '2',
      '1/2',
      '½',
      '1.5',
      '0,5',
      '1,500',
      '12',
      '-',
      '–',
      'to',
      'or',
      'and',
      'plus',
      'x',
      '(',
      ')',
      '/',
      ',',
      ':',
      '?',
      '.',
    ],
    ...[
      'a',
      'half',
      'a few',
      'about',
      'up to',
      'heaped',
      'packed',
      'large',
      'juice of',
      'peel of',
      'slices',
      'cloves',
      'bags',
      'tin',
    ],
    ...[
      'lemons',
      'mint',
      'ginger',
      'fresh',
      'dried',
      'chopped',
      'blorp',
      'the rest',
      'to taste',
      '°C',
      'min',
      '²',
      '٣',
      '\u202e',
      '\n',
    ],
  ];
  const typed = fc.oneof(
    fc.array(fc.constantFrom(...WORDS), { maxLength: 12 }).map((w) => w.join(' ')),
    fc.array(fc.constantFrom(...WORDS), { maxLength: 12 }).map((w) => w.join('')),
    fc.string({ maxLength: 240 }),
    fc.string({ maxLength: 60, unit: 'grapheme' }),
  );
  it('has one of four answers, with figures that are above nought and in order', () => {
    fc.assert(
      fc.property(typed, fc.constantFrom(...THINGS), (text, thing) => {
        for (const read of [readAmount(text, thing), readMinutes(text), readTemperature(text, { boilsAtC: 98 })]) {
          expect(['sure', 'spread', 'ask', 'not_understood']).toContain(read.kind);
          const { low, typical, high } = read;
          if (typical === undefined) continue;
          expect([low, typical, high].every((x) => Number.isFinite(x))).toBe(true);
          expect(read.unit === '°C' || low! > 0).toBe(true);
          // Below nought too, where a temperature may lie.
          const slip = 1e-7 * Math.abs(typical);
          expect(low!).toBeLessThanOrEqual(typical + slip);
          expect(high! + slip).toBeGreaterThanOrEqual(typical);
        }
        expect(typeof scaledWords(text, thing, 2)).toBe('string');
      }),
      { numRuns: 3000 },
    );
  });
  it('is read at once, however long', () => {
    const long = [
      '1 1/2 cups plus 2 tbsp packed mint, chopped or so ',
      '2 x 400 g tins (14 oz) ',
      'a cup or two of mint, fresh and ',
    ];
    const began = performance.now();
    let count = 0;
    for (const text of long)
      for (const thing of THINGS)
        for (let n = 1; n <= 4; n++) {
          readAmount(text.repeat(n).slice(0, 200), thing);
          count++;
        }
    expect((performance.now() - began) / count).toBeLessThan(15);
  });
});

describe('nothing is swallowed', () => {
  const figuresIn = (text: string): string => text.replace(/[^0-9½⅓⅔¼¾⅛]/gu, '');
  /** What belongs to the brew or to another line may be left out of the amount. */
  const REMARKS = /\b(at \d+ ?°? ?[cf]|of recipe \d+|in \d+ (lots|goes))\b/gi;
  const spots = (text: string): number[] => Array.from({ length: text.length + 1 }, (_, i) => i);
  const mutations: readonly ((text: string, at: number) => string)[] = [
    (t, at) => `${t.slice(0, at)}${t[at] ?? ''}${t.slice(at)}`,
    (t, at) => `${t.slice(0, at)} 3 ${t.slice(at)}`,
    (t, at) => `${t.slice(0, at)}7${t.slice(at)}`,
    (t) => `-${t}`,
    (t, at) => t.replace(/\d/g, (d, i: number) => (i >= at ? 'l' : d)),
    (t, at) => `${t.slice(0, at)}${t.slice(at + 1)}`,
    (t, at) => `${t.slice(0, at)} cup ${t.slice(at)}`,
    (t, at) => `${t.slice(0, at)} g ${t.slice(at)}`,
    (t, at) => `${t.slice(0, at)}/${t.slice(at)}`,
    (t, at) => `${t.slice(0, at)}.${t.slice(at)}`,
  ];
  it('ten thousand slips of the hand: a certain answer has every figure of the text in its words', () => {
    let tried = 0;
    const silent: string[] = [];
    for (let k = 0; tried < 10_000; k++) {
      const [text, thing] = SURE[k % SURE.length]!;
      const at = spots(text)[(k * 7919) % (text.length + 1)]!;
      const slip = mutations[(k * 31 + Math.floor(k / SURE.length)) % mutations.length]!(text, at);
      tried++;
      if (slip === text) continue;
      const read = readAmount(slip, thing);
      if (!certain(read)) continue;
      const [told, kept] = [figuresIn(slip.replace(REMARKS, '')), figuresIn(read.words)];
      if (told !== kept) silent.push(`${slip} → ${read.words}`);
    }
    expect(silent).toEqual([]);
  });
  it('another figure is another answer', () => {
    const same: string[] = [];
    for (const [text, thing] of SURE) {
      const before = readAmount(text, thing);
      [...text].forEach((sign, i) => {
        if (!/[1-9]/.test(sign)) return;
        const other = `${text.slice(0, i)}${sign === '9' ? '4' : Number(sign) + 1}${text.slice(i + 1)}`;
        const after = readAmount(other, thing);
        const moved = after.kind !== before.kind || after.typical !== before.typical || after.low !== before.low;
        if (!moved && !text.includes('(') && !/ at \d/.test(text)) same.push(`${text} → ${other}`);
      });
    }
    expect(same).toEqual([]);
  });
});

describe('words back', () => {
  it('read again to the same figures', () => {
    for (const [text, thing] of SURE) {
      const first = readAmount(text, thing);
      const again = readAmount(first.words, thing);
      expect([text, again.kind, again.typical?.toPrecision(6)]).toEqual([
        text,
        first.kind,
        first.typical?.toPrecision(6),
      ]);
    }
  });
  it('once as much is the same figures, twice and half of that too', () => {
    for (const [text, thing] of SURE) {
      const { words, typical, unit } = readAmount(text, thing);
      if (unit !== 'g' && unit !== 'ml') continue;
      expect([text, typicalOf(scaledWords(words, thing, 1), thing)]).toEqual([text, expect.closeTo(typical!, 6)]);
      const twice = scaledWords(words, thing, 2);
      const read = readAmount(twice, thing);
      expect([text, twice, read.typical! / typical!]).toEqual([text, twice, expect.closeTo(2, 1)]);
    }
  });
});

describe('measures', () => {
  it.each([
    ['3 tsp', '1 tbsp'],
    ['16 tbsp', '1 cup'],
    ['2 cups', '1 US pint'],
    ['4 US quarts', '1 US gallon'],
    ['2 US pints', '1 US quart'],
  ])('%s are %s, of every plant that has a cup', (a, b) => {
    for (const p of [
      ...botanicals()
        .filter((x) => x.cupG !== null)
        .map(thingOfPlant),
      WATER,
    ])
      expect([p.slug, typicalOf(a, p) / typicalOf(b, p)]).toEqual([p.slug, expect.closeTo(1, 1)]);
  });
  it('more of a measure is more of the thing', () => {
    const chains: readonly (readonly [string, readonly string[]])[] = [
      ['roselle_dried_whole', ['scant 1 cup', '1 level cup', '1 rounded cup', '1 heaped cup']],
      ['mint_fresh', ['1 cup loose', '1 cup lightly packed', '1 cup packed']],
      [
        'lemon_juice',
        ['juice of 1 small lemon', 'juice of 1 medium lemon', 'juice of 1 large lemon', 'juice of 2 lemons'],
      ],
      ['ginger_fresh', ['1 thin slice', '1 slice', '1 thick slice', '1 inch', '1 thumb']],
      ['orange_peel_fresh', ['zest of 1 orange', 'peel of 1 orange', 'peel of 1 orange with its pith']],
    ];
    for (const [slug, texts] of chains) {
      const grams = texts.map((t) => typicalOf(t, plant(slug)));
      expect(grams).toEqual([...grams].sort((a, b) => a - b));
      expect(new Set(grams).size).toBe(grams.length);
    }
  });
  it('a piece never borrows the weight of another', () => {
    const ginger = plant('ginger_fresh');
    const heavier: Thing = {
      ...ginger,
      pieces: ginger.pieces.map((p) => (p.names[0] === 'thumb' ? { ...p, g: [1, 99, 999] } : p)),
    };
    for (const text of ['3 slices', '2 inches', '5 cm', '1 knob', '1 tbsp', '1 cup'])
      expect([text, typicalOf(text, heavier)]).toEqual([text, typicalOf(text, ginger)]);
    expect(typicalOf('1 thumb', heavier)).toBe(99);
  });
  it('many pieces differ less than one, and never less than seven tenths of it', () => {
    const width = (n: number): number => {
      const { low, high } = readAmount(`${n} calyces`, plant('roselle_dried_whole'));
      return Math.log(high! / low!);
    };
    expect(width(5)).toBeLessThan(width(1));
    expect(width(500)).toBeGreaterThan(0.7 * width(1));
  });
  it('half is half in every spelling', () => {
    for (const text of ['½ cup', '1/2 cup', '1⁄2 cup', 'half a cup', '0.5 cup', '0,5 cup', '1/2cup', '1/2 CUP'])
      expect([text, typicalOf(text, WATER)]).toEqual([text, expect.closeTo(118.294, 3)]);
  });
  it('a hedge never narrows', () => {
    for (const text of ['2 cups', '350 ml', '3 tbsp']) {
      const [plain, about] = [readAmount(text, WATER), readAmount(`about ${text}`, WATER)];
      expect(about.low!).toBeLessThan(plain.low!);
      expect(about.high!).toBeGreaterThan(plain.high!);
    }
  });
});

describe('a house', () => {
  it('its own measure wins, for its plant and its measure alone, and is gone when it is taken away', () => {
    const own = { house: { measures: { cupG: 31, pieces: { calyx: 1 } } } };
    const roselle = plant('roselle_dried_whole');
    expect(readAmount('1 cup', roselle, own).typical).toBe(31);
    expect(readAmount('10 calyces', roselle, own).typical).toBe(10);
    expect(readAmount('1 cup', roselle).typical).toBe(38);
    expect(readAmount('1 handful', roselle, own).typical).toBe(readAmount('1 handful', roselle).typical);
  });
  it('swapping the sign of decimals changes no certain answer', () => {
    for (const [text, thing] of SURE) {
      const [point, comma] = [readAmount(text, thing), readAmount(text, thing, { house: { decimal: ',' } })];
      expect([text, comma.kind, comma.typical]).toEqual([text, point.kind, point.typical]);
    }
  });
});

describe('in the cook’s own words, for another amount', () => {
  const roselle = plant('roselle_dried_whole');
  it.each([
    ['20 calyces', roselle, 1.15, '23 calyces'],
    ['20 calyces', roselle, 1.17, '23 calyces'],
    ['4 bags', plant('black_tea_bag'), 1.5, '6 bags'],
    ['1/2 stick', plant('cassia_stick'), 3, '1 1/2 sticks'],
    ['1/2 stick', plant('cassia_stick'), 0.4, undefined],
    ['3 cloves', plant('clove_whole'), 1.25, 'about 4 cloves'],
    ['3 cloves', plant('clove_whole'), 1.17, undefined],
    ['3/4 cup', thingSweet('white_sugar'), 1.35, '1 cup'],
    ['3/4 cup', thingSweet('white_sugar'), 2, '1 1/2 cups'],
    ['1 1/2 lb', plant('sour_cherry_fresh'), 0.5, '3/4 lb'],
    ['350 g', plant('apple_fresh'), 1.4, '490 g'],
    ['1 L', WATER, 1.256, '1.26 L'],
    ['juice of 5 oranges', plant('orange_juice'), 0.8, 'juice of 4 oranges'],
    ['2 sliced apples', plant('apple_fresh'), 1.25, '2 1/2 sliced apples'],
    ['1/2–3/4 cup', plant('chamomile_dried'), 2, '1–1 1/2 cups'],
    ['1/2–3/4 cup', plant('chamomile_dried'), 1.37, undefined],
    ['a handful', plant('mint_fresh'), 1.5, '1 1/2 handfuls'],
    ['to taste', thingSweet('white_sugar'), 3, 'to taste'],
    ['15', roselle, 1, '15'],
    ['15', roselle, 2, '30 calyces'],
  ] as const)('%s of it, %#: × %d', (text, thing, times, words) => expect(ownWordsOf(text, thing)(times)).toBe(words));
  it('pounds and ounces stay pounds and ounces below a pound, or are told in grams', () => {
    const told = ownWordsOf('1 lb 4 oz', plant('sour_cherry_fresh'));
    expect([told(2), told(3), told(4), told(7.24275)]).toEqual(['2 lb 8 oz', '3 lb 12 oz', undefined, undefined]);
  });
  it('what is told is within an eighth of what is wanted, and told as about where it is off by more than a thirtieth', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SURE), fc.double({ min: 0.1, max: 8, noNaN: true }), ([text, thing], times) => {
        const read = readAmount(text, thing);
        const words = ownWordsOf(text, thing)(times);
        if (words === undefined || (read.unit !== 'g' && read.unit !== 'ml')) return;
        const again = typicalOf(words, thing);
        const off = Math.abs(Math.log(again / (read.typical! * times)));
        expect([text, words, off < 0.14]).toEqual([text, words, true]);
        if (!/about|~|≈|ca\.|c\.|or so|some/.test(words))
          expect([text, words, off < 0.06]).toEqual([text, words, true]);
      }),
      { numRuns: 1500 },
    );
  });
});
