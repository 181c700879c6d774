import { thingOfPlant, thingPoured, thingSweet, type Thing } from '../amounts';
import { ICE_THING } from '../amounts';
import { singular } from '../amounts/vocabulary';
import type { MixSource } from '../drink/drink';
import { botanicals, type Botanical } from '../reference/botanicals';
import type { SweetenerName } from '../sugar/sweeteners';

/** What a line of a card is an amount of: a plant, a sweetener, water, ice, or what is poured. */
export type CardThing =
  /** `guess`: its words name the piece alone, as "5 bags" */
  | { kind: 'plant'; plant: Botanical; thing: Thing; guess?: true }
  | { kind: 'sugar'; sweetener: SweetenerName; thing: Thing }
  | { kind: 'water'; thing: Thing }
  | { kind: 'ice'; thing: Thing }
  | { kind: 'pour'; from: MixSource; name: string; thing: Thing; plant?: Botanical };

const WATER: CardThing = { kind: 'water', thing: thingPoured('water', 'Water') };
const SPARKLING: CardThing = {
  kind: 'pour',
  from: { kind: 'water', water: 'sparkling' },
  name: 'Cold sparkling water',
  thing: thingPoured('sparkling_water', 'Sparkling water'),
};

/** Parts of a fruit that have a row of their own, by the words that ask for them. */
const PART_ROWS: readonly (readonly [RegExp, (fruit: string) => readonly string[]])[] = [
  [/\b(sliced|whole)\b/, (f) => [`${f}_whole_sliced`, `${f}_fresh`]],
  [/\bjuice (of|from)\b|\bjuiced\b|\bjuice\b/, (f) => [`${f}_juice`]],
  [/\b(peel|rind|skin) (of|from)\b|\bpeel\b/, (f) => [`${f}_peel_fresh`, `${f}_peel`]],
  [/\bzest\b/, (f) => [`${f}_peel_fresh`]],
  [/\bpuree\b/, (f) => [`${f}_puree`]],
  [/\bflesh\b/, (f) => [`${f}_flesh`, `${f}_fresh`]],
  // So many ml, a spoon of a fruit are its juice; a cup may be the fruit in pieces.
  [
    /^[\d½¼¾⅓⅔.,/ ]+ ?(?:ml|cl|dl|l|litres?|liters?|fl\.? ?oz|tsp|teaspoons?|tbsp|tablespoons?)\b(?!.*\b(?:zest|dried|ground|powder|seeds?|leaf|leaves)\b)/,
    (f) => [`${f}_juice`],
  ],
  [/\b(slices?|wedges?)\b/, (f) => [`${f}_whole_sliced`, `${f}_fresh`]],
];

const FORMS: readonly (readonly [RegExp, (b: Botanical) => boolean])[] = [
  [/\bdried\b|\bdry\b/, (b) => b.form.startsWith('dried')],
  [/\bfresh\b/, (b) => b.form === 'fresh'],
  [/\b(handfuls?|sprigs?|bunch(es)?|heads?)\b/, (b) => b.form === 'fresh'],
  [/\bfrozen\b/, (b) => b.form === 'frozen'],
  [/\bground\b|\bpowder(ed)?\b/, (b) => b.form === 'dried_ground'],
  [/\bbags?\b|\bteabags?\b/, (b) => b.form === 'bag'],
  [/\bjuice\b/, (b) => b.form === 'juice'],
  [/\bpuree\b/, (b) => b.form === 'puree'],
  [/\bwhole\b/, (b) => b.form === 'dried_whole'],
];

/** Words of sweeteners: the words that must all be there, the longest first. */
const SWEET_WORDS: readonly (readonly [readonly string[], SweetenerName])[] = [
  [['brown', 'sugar'], 'brown_sugar_packed'],
  [['raw', 'sugar'], 'raw_sugar'],
  [['icing', 'sugar'], 'icing_sugar'],
  [['white', 'sugar'], 'white_sugar'],
  [['maple'], 'maple_syrup'],
  [['agave'], 'agave_syrup'],
  [['date', 'syrup'], 'date_syrup'],
  [['golden', 'syrup'], 'golden_syrup'],
  [['molasses'], 'molasses'],
  [['honey'], 'honey'],
  [['jaggery'], 'jaggery'],
  // Cane juice boiled dry, by its other names.
  [['piloncillo'], 'jaggery'],
  [['panela'], 'jaggery'],
  [['sugar'], 'white_sugar'],
  [['brown'], 'brown_sugar_packed'],
  [['white'], 'white_sugar'],
];

const wordsOf = (text: string): ReadonlySet<string> =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}]+/u)
      .filter((w) => w.length > 1)
      .map(singular),
  );

/** Amounts by their piece alone: "20 calyces", "5 bags". */
const BY_PIECE: Readonly<Record<string, string>> = {
  calyx: 'roselle_dried_whole',
  bag: 'black_tea_bag',
  teabag: 'black_tea_bag',
  head: 'elderflower_fresh',
};

/**
 * What a line can be of, the likeliest first; none where it names nothing that is known. `own` are the cook's own plants, which go
 * first among equals.
 */
export function thingsNamedIn(text: string, own: readonly Botanical[] = []): readonly CardThing[] {
  const words = wordsOf(text);
  const lower = text.toLowerCase();
  if (/\bsparkling$/.test(lower)) return [SPARKLING];
  if (words.has('water') && !/\b(rose|blossom|coconut) water\b/.test(lower))
    return [/\b(sparkling|soda|fizzy)\b/.test(lower) ? SPARKLING : WATER];
  if (words.has('ice') && words.size <= 4) return [{ kind: 'ice', thing: ICE_THING }];
  const named = plantsNamedIn(lower, words, [...own, ...botanicals()]);
  // Of a part that the likeliest is not, only what is called by just these words is left.
  const other = named[0] && otherPartOf(lower, named[0].plant);
  const isThat = (plant: Botanical): boolean => {
    const names = thingOfPlant(plant).words;
    return names.has(other![0]) && !otherPartOf(lower, plant) && [...names].every((n) => words.has(n) || WEAK.has(n));
  };
  // So many ml of tea are a drink, and no leaf.
  const drunk = named[0]?.plant.role === 'tea' && DRUNK.test(lower);
  const found = drunk ? [] : other ? named.filter(({ plant }) => isThat(plant)) : named;
  // A white tea is no sugar.
  const colour = (all: readonly string[]): boolean => all.length === 1 && /^(?:white|brown)$/.test(all[0]!);
  const sweet = SWEET_WORDS.find(([all]) => all.every((w) => words.has(w)) && !(colour(all) && words.has('tea')));
  const best = found[0]?.score ?? 0;
  if (sweet && (best < 1 + (sweet[0].length > 1 ? 1 : 0) || found[0]!.plant.role === 'tea'))
    return [{ kind: 'sugar', sweetener: sweet[1], thing: thingSweet(sweet[1]) }];
  const piece = [...words].map((w) => BY_PIECE[w]).find((slug) => slug !== undefined);
  const plants =
    found.length > 0
      ? found.filter((f) => f.score > best - 0.75).map((f) => f.plant)
      : botanicals().filter((b) => b.slug === piece);
  const guess = found.length === 0 && piece !== 'roselle_dried_whole' ? { guess: true as const } : {};
  return plants.map((plant): CardThing => {
    const thing = thingOfPlant(plant);
    return thing.kind === 'liquid'
      ? { kind: 'pour', from: { kind: 'juice', plant: plant.slug }, name: plant.name.split(',')[0]!, thing, plant }
      : { kind: 'plant', plant, thing, ...guess };
  });
}

const DRUNK =
  /^[\d½¼¾⅓⅔.,/ ]+ ?(?:ml|cl|dl|l|litres?|liters?|gallons?|gal|quarts?|qts?|pints?)\b(?!.*\b(?:leaf|leaves|loose|dry|dried|powder|matcha)\b)/;

/** Roles of what is no leaf, no flower and no kernel of its plant. */
const NOT_OF = {
  leaf: new Set(['fruit', 'berry', 'root', 'spice', 'bark', 'seed', 'peel']),
  flower: new Set(['fruit', 'berry', 'root', 'bark', 'seed', 'peel']),
  kernel: new Set(['fruit', 'berry', 'peel']),
} as const;
const OF_PART: Readonly<Record<string, keyof typeof NOT_OF>> = {
  leaf: 'leaf',
  blossom: 'flower',
  flower: 'flower',
  kernel: 'kernel',
};

/** "30 cherry leaves" are no cherries: another part of a plant is another thing, and may harm where the one does not. Its name and that part. */
function otherPartOf(lower: string, plant: Botanical): readonly [name: string, part: string] | undefined {
  const names = thingOfPlant(plant).words;
  for (const [, before, word] of lower.matchAll(/(?<!\p{L})(\p{L}+)(?= (\p{L}+)(?! (?:removed|off|water)\b))/gu)) {
    const [name, part] = [singular(before!), singular(word!)];
    const kind = Object.hasOwn(OF_PART, part) ? OF_PART[part] : undefined;
    if (kind !== undefined && names.has(name) && !names.has(part) && NOT_OF[kind].has(plant.role as never))
      return [name, part];
  }
  return undefined;
}

/** The plants that the words name, those first that most of them do, in the form that they name. */
function plantsNamedIn(
  lower: string,
  words: ReadonlySet<string>,
  all: readonly Botanical[],
): readonly { plant: Botanical; score: number }[] {
  return all
    .flatMap((plant) => {
      const names = thingOfPlant(plant).words;
      const hits = [...names].filter((n) => words.has(n) && !WEAK.has(n));
      if (hits.length === 0) return [];
      const weak = [...names].filter((n) => words.has(n) && WEAK.has(n)).length;
      const form = FORMS.reduce((sum, [re, is]) => sum + (re.test(lower) ? (is(plant) ? 0.6 : -0.6) : 0), 0);
      const part = PART_ROWS.find(([re]) => re.test(lower));
      const wanted = part?.[1](hits[0]!).includes(plant.slug) ? 1.2 : 0;
      // Told without a part, a fruit is the fruit; its juice and peel have words of their own.
      const other = !part && /(_juice|_peel|_puree|_flesh|pith)/.test(plant.slug) ? -0.8 : 0;
      return [{ plant, score: hits.length + weak * 0.2 + form + wanted + other - (names.size - hits.length) * 0.02 }];
    })
    .sort((a, b) => b.score - a.score)
    .slice(0, 6);
}

/** Words that are in many names, and by themselves name nothing. */
const WEAK = new Set([
  ...[
    'juice',
    'peel',
    'puree',
    'flesh',
    'flower',
    'leaf',
    'berry',
    'root',
    'seed',
    'fruit',
    'petal',
    'blossom',
    'with',
    'its',
  ],
  ...[
    'extract',
    'milk',
    'red',
    'white',
    'black',
    'green',
    'vol',
    'water',
    'thin',
    'its',
    'out',
    'off',
    'pod',
    'tip',
    'strained',
  ],
]);
