import { readAmount } from '../amounts';
import { singular } from '../amounts/vocabulary';
import { thingsNamedIn, type CardThing } from '../card/things';
import type { Botanical } from '../reference/botanicals';
import { FILLED_WITH_WATER, PARTS, TOPPED, VESSEL } from './marks';
import type { PotSoFar } from './potDoings';
import type { RecipeText, TextLine } from './recipeText';
import type { Sentence } from './sentence';
import { AMOUNT, cleaned, plainName, TAILS, WEAK_WORDS, wordsOf } from './thingLine';

// What a recipe's list tells, what of it a sentence of the method puts in, and what is left.

/** A thing of the list. */
export type Listed = {
  line: TextLine;
  /** as the card is told it */
  told: string;
  words: ReadonlySet<string>;
  kind: CardThing['kind'] | undefined;
  role: string | undefined;
  /** the plant of the table or of the cook's own that it is */
  plant: string | undefined;
  /** figures that stand in brackets and are no amount of it */
  aside: readonly string[];
  /** how warm it is told to be, where nobody says in what degrees */
  warmGuess: readonly string[];
  /** the part of the recipe that it is what comes of: "1 cup peach syrup", told further down */
  isPart: boolean;
  /** left to be put in: 1 is all of it */
  share: number;
  garnish: boolean;
};

/** What goes in, as a card tells it. */
type Told = { card: string; water: boolean; guesses: string[]; left: string[]; part?: string };
/** What a sentence puts in, and where in it. */
export type Item = Told & { at: number };
/** What is told of the glass: the words, the clause, what was guessed of it. */
export type OfGlass = { words: string; card: string; guesses: readonly string[] };

/** The list of a recipe, which the method uses up. */
export class ThingsList {
  readonly things: readonly Listed[];
  private last: Listed | undefined;
  /** how often something of the list was put in */
  used = 0;

  constructor(
    private readonly recipe: RecipeText,
    private readonly own: readonly Botanical[],
  ) {
    const parts = [...new Set([...recipe.things, ...recipe.steps].flatMap((l) => l.part ?? []))];
    this.things = recipe.things.map((line) => listed(line, own, parts));
  }

  /** What a sentence puts in, in its order; what it says of the glass goes to `glass`. */
  itemsIn(s: Sentence, pot: PotSoFar, part: string | undefined, glass: OfGlass[]): Item[] {
    const found: Item[] = [];
    if (/\bsweeten/i.test(s.text)) {
      const sugar = this.things.find((l) => l.kind === 'sugar' && l.share > 0 && !l.garnish);
      if (sugar && !/\d/.test(s.text)) {
        s.take(/\bsweeten(?:ed)?(?: with)?(?: the)?\b/i);
        for (const w of sugar.words) s.take(new RegExp(`\\b${w}\\b`, 'i'));
        found.push({ at: 0, ...this.use(sugar, 1) });
      }
    }
    // A vessel that is filled up, where no water is told: it holds so much of it.
    const vessel = pot.watered || this.things.some((l) => l.kind === 'water') ? undefined : this.vessel();
    const filled = vessel === undefined ? undefined : s.take(FILLED_WITH_WATER);
    if (filled) {
      const warm = /\b(?:boiling|hot)\b/i.test(filled[0]) ? 'boiling ' : '';
      const guesses = [`\u201c${filled[0]}\u201d: all of ${vessel!} for now`];
      found.push({ at: filled.index, card: `${vessel!} ${warm}water`, water: true, guesses, left: [] });
    }
    const parts = s.take(PARTS);
    if (parts) this.byParts(parts, glass);
    const topped = parts ? undefined : s.take(TOPPED);
    if (topped && /sparkling|soda|fizzy|tonic/i.test(topped[0]))
      glass.push({ words: topped[0], card: 'glass: sparkling water', guesses: [] });
    else if (topped) found.push({ at: topped.index, card: 'cold water to taste', water: true, guesses: [], left: [] });
    const fill = s.take(
      /\b(?:top(?:ped)?(?: it| off| up)*|fill(?:ed)?(?: up)?|make(?: it)? up|dilute(?:d)?)\b[^.]*?\bto (?:make |a total of |about )?(\d+(?:[.,]\d+)? ?(?:ml|cl|l|litres?|liters?|cups?|quarts?|qts?|gallons?|pints?))\b(?: with (?:cold |still |more |cool )*water)?/i,
    );
    if (fill) {
      s.take(/\bwith (?:cold |still |more |cool )*water\b/i);
      found.push({
        at: fill.index,
        card: `cold water to ${fill[1]!.replace(',', '.')}`,

        water: true,
        guesses: [],
        left: [],
      });
      for (const l of this.things) if (l.kind === 'water' && l.share < 1) l.share = 0;
    }
    if (
      s.take(
        /\b(?:all (?:of )?(?:the )?(?:other )?(?:remaining )?ingredients|(?<=boil |simmer |cook |heat |bring |put )(?:it all|them all|all)\b|(?<=boil |simmer |cook |put )everything(?: else)?|everything(?: else)?(?= (?:in|into|to|together|except))|all of it into)\b/i,
      )
    ) {
      const except = s.take(/\b(?:except|but)(?: for)?(?: the)? ([\p{L}, ]+?)(?=$| (?:in|into|to)\b|[.,;:])/iu);
      const not = wordsOf(except?.[1] ?? '');
      for (const l of this.things)
        if (l.share > 0 && !l.garnish && l.kind !== 'ice' && ![...l.words].some((w) => not.has(w)) && inPart(l, part))
          found.push({ at: 0, ...this.use(l, 1) });
    }
    for (const amount of this.amountsIn(s)) found.push(amount);
    for (const named of this.namedIn(s, pot, part)) found.push(named);
    return found.sort((a, b) => a.at - b.at);
  }

  /** "1 part syrup to 4 parts sparkling water": by the glass. */
  private byParts([words, ratio, part, more, of]: RegExpExecArray, glass: OfGlass[]): void {
    const figure = (text: string | undefined): number => COUNT[text?.toLowerCase() ?? ''] ?? Number(text ?? 1);
    const [a, b] = [figure(ratio ?? part), figure(more)];
    const ml = (part: number): number => Math.round((GLASS_ML * part) / (a + b) / 5) * 5;
    const what = /sparkling|soda|fizzy|tonic/i.test(of ?? '') ? 'sparkling water' : (of ?? 'water').trim();
    glass.push({
      words: words!,
      card: `glass: ${ml(a)} ml syrup, ${ml(b)} ml ${what}`,
      guesses: [`\u201c${words!.trim()}\u201d: in a glass of ${GLASS_ML} ml for now`],
    });
    for (const l of this.things)
      if (l.words.has(singular(what.split(' ').at(-1)!)) && /^\D*$/.test(l.line.text)) l.share = 0;
  }

  /** Things of the list by their names. */
  private namedIn(s: Sentence, pot: PotSoFar, part: string | undefined): Item[] {
    const found: Item[] = [];
    const half = s.take(/\b(half(?: of)?|one half of|a quarter of|a third of) (?=the\b)/i);
    const rest = s.take(/\b(?:the )?(?:rest|remainder|remaining|other half)(?: of)?\b/i);
    const share = half ? (/quarter/.test(half[0]) ? 0.25 : /third/.test(half[0]) ? 1 / 3 : 0.5) : 1;
    const tokens = [...s.text.matchAll(/[\p{L}]+/gu)];
    if (s.take(/\b(?:the |all the |your )*(?:whole )?(?:spices|aromatics)\b/i))
      for (const l of this.things)
        if (l.share > 0 && !l.garnish && ROLES_OF_SPICE.has(l.role ?? '')) found.push({ at: 0, ...this.use(l, 1) });
    if (rest && !(this.last && this.last.share > 0) && tokens.length <= 4) {
      for (const l of this.things)
        if (l.share > 0 && !l.garnish && l.kind !== 'ice') found.push({ at: rest.index, ...this.use(l, 1) });
    } else if (
      rest &&
      this.last &&
      this.last.share > 0 &&
      !tokens.some((t) => this.things.some((l) => l.words.has(singular(t[0].toLowerCase()))))
    )
      found.push({ at: rest.index, ...this.use(this.last, 1) });
    for (let i = 0; i < tokens.length; i++) {
      const t = tokens[i]!;
      const word = singular(t[0].toLowerCase());
      if (s.isTaken(t.index, t.index + t[0].length)) continue;
      // The more words of it stand together, the likelier that thing is meant.
      const scored = this.things
        .filter((l) => l.words.has(word) && !(pot.strained && l.share <= 0))
        .map((l) => {
          let to = i;
          while (
            to + 1 < tokens.length &&
            l.words.has(singular(tokens[to + 1]![0].toLowerCase())) &&
            adjacent(s.text, tokens[to]!, tokens[to + 1]!)
          )
            to++;
          return { l, to, score: to - i + 1 + (l.share > 0 ? 0.5 : 0) + (inPart(l, part) ? 0.2 : 0) };
        })
        .sort((a, b) => b.score - a.score);
      const best = scored[0] ?? this.byTail(word, i);
      if (!best) continue;
      let last = best.to;
      while (
        last + 1 < tokens.length &&
        TAILS.has(singular(tokens[last + 1]![0].toLowerCase())) &&
        adjacent(s.text, tokens[last]!, tokens[last + 1]!)
      )
        last++;
      const end = tokens[last]!;
      s.mark(t.index, end.index + end[0].length);
      i = last;
      this.last = best.l;
      if (best.l.share <= 0) continue;
      // "the water" of a pot that has its water, "strain the tea": it is what is there already.
      if (
        best.l.kind === 'water' &&
        pot.watered &&
        !rest &&
        !/\b(?:add|pour|stir in|top|dilute|cold|fill|mix)\b/i.test(s.text)
      )
        continue;
      if (best.l.garnish) continue;
      found.push({ at: t.index, ...this.use(best.l, half && best.l.kind !== 'plant' ? share : 1) });
    }
    return found;
  }

  /** "the zest", "the juice": of the one thing of the list that is so called. */
  private byTail(word: string, to: number): { l: Listed; to: number; score: number } | undefined {
    if (!TAILS.has(word)) return undefined;
    // "the flowers" of "20 elderflower heads" too.
    const of = this.things.filter(
      (l) => l.share > 0 && !l.garnish && [...wordsOf(l.line.text)].some((w) => w.endsWith(word)),
    );
    return of.length === 1 ? { l: of[0]!, to, score: 1 } : undefined;
  }

  /** Amounts that the method itself tells: "4 cups of water", "the juice of 2 limes". */
  private amountsIn(s: Sentence): Item[] {
    const found: Item[] = [];
    const both = s.take(/\b(?:the )?(zest|peel) and (?:the )?juice of (\S+ \p{L}+)/iu);
    if (both)
      for (const what of [both[1]!, 'juice'])
        found.push({ at: both.index, card: `${what} of ${both[2]!}`, water: false, guesses: [], left: [] });
    const all = new RegExp(AMOUNT.source, 'giu');
    for (let m = all.exec(s.text); m; m = all.exec(s.text)) {
      const phrase = m[0].trim();
      const from = m.index;
      if (s.isTaken(from, from + phrase.length)) continue;
      const warm = withItsWarmth(phrase);
      const told = this.fruitOf(phrase) ?? warm.told;
      const [thing] = thingsNamedIn(told, this.own);
      if (/\bsyrup of \d+ °Bx$/.test(told)) {
        s.mark(from, from + phrase.length);
        found.push({ at: from, card: told, water: false, guesses: [HOW_STRONG], left: [] });
        continue;
      }
      if (NO_THING.test(phrase)) continue;
      if (!thing) {
        // "2 oz juice", of the one juice that the list has.
        const meant = this.meantBy(told);
        if (meant) {
          s.mark(from, from + phrase.length);
          found.push({ at: from, card: meant, water: false, guesses: [], left: [] });
          all.lastIndex = from + phrase.length;
          continue;
        }
        // Weighed out and not known: it may be made a plant of one's own.
        if (!UNKNOWN_THING.test(told)) continue;
        s.mark(from, from + phrase.length);
        found.push({ at: from, card: told, water: false, guesses: [], left: [] });
        all.lastIndex = from + phrase.length;
        continue;
      }
      const per = /^(.+?) per (?:litre|liter|l)$/i.exec(told);
      const litres = per && this.litres();
      if (per && litres) {
        s.mark(from, from + phrase.length);
        found.push({ at: from, ...this.perLitre(per[1]!, litres, thing, phrase) });
        all.lastIndex = from + phrase.length;
        continue;
      }
      // What the list tells already is told there; here it is that again.
      const listed = this.things.find((l) => l.share > 0 && sameThing(l, thing) && sameAmount(l.told, told, thing));
      s.mark(from, from + phrase.length);
      if (listed) found.push({ at: from, ...this.use(listed, 1) });
      else {
        const bags = this.bagsOf(told);
        const partly = this.things.find((l) => l.share > 0 && sameThing(l, thing));
        // What is squeezed out of a fruit of the list is that fruit.
        if (!partly && /^(?:the )?(?:juice|zest|peel|rind) of\b/i.test(phrase)) {
          const words = wordsOf(phrase);
          for (const l of this.things) if (l.share > 0 && [...l.words].some((w) => words.has(w))) l.share = 0;
        }
        if (partly) partly.share = this.lessBy(partly, told, thing);
        found.push({
          at: from,
          card: bags?.card ?? told,
          water: thing.kind === 'water',
          guesses: [...warm.guesses, ...(bags ? [bags.guess] : [])],
          left: warm.told.includes('heat to') ? [] : asidesOf(phrase),
        });
      }
      all.lastIndex = from + phrase.length;
    }
    return found;
  }

  /** So much of the one thing of the list that a word of its name names; it is used up by that. */
  private meantBy(told: string): string | undefined {
    const [, amount, name] = /^(\d[\d.,/ ½¼¾⅓⅔]* ?[\p{L}]+) (?:of )?(?:the )?(\p{L}+)$/u.exec(told) ?? [];
    const word = name && singular(name.toLowerCase());
    const of = word ? this.things.filter((l) => l.share > 0 && wordsOf(l.line.text).has(word)) : [];
    const [only] = of;
    if (!only || of.length > 1) return undefined;
    only.share = 0;
    return `${amount!} ${plainName(only.told)}`;
  }

  /** "The juice of the lemons", of so many as the list has. */
  private fruitOf(phrase: string): string | undefined {
    const [, what, name] =
      /^(?:the )?(juice|zest|peel|rind) of (?:the |all (?:of )?(?:the )?|your )?(\p{L}+)$/iu.exec(phrase) ?? [];
    const fruit = name && this.things.find((l) => l.share > 0 && l.words.has(singular(name.toLowerCase())));
    const count =
      fruit && /^(?:\d[\d./ ½¼¾]*|[½¼¾]|half(?: an?)?|an?|one|two|three|four|five|six) (?=\p{L})/iu.exec(fruit.told);
    return count ? `${what!.toLowerCase()} of ${count[0].trim()} ${name}` : undefined;
  }

  /** What is left of a thing of the list after so much of it, as the method tells it. */
  private lessBy(l: Listed, told: string, thing: CardThing): number {
    const [all, some] = [l.told, told].map((t) => readAmount(t, thing.thing));
    if (!all?.typical || !some?.typical || all.unit !== some.unit) return 0;
    const left = l.share - some.typical / all.typical;
    return left < 0.04 ? 0 : left;
  }

  /** So much of what is left of a thing. */
  use(l: Listed, share: number): Told {
    const part = l.share * share;
    l.share = Math.max(0, l.share - part);
    const of = {
      water: l.kind === 'water',
      guesses: [...l.warmGuess],
      left: [...l.aside],
      ...(l.line.part === undefined ? {} : { part: l.line.part }),
    };
    this.used++;
    if (l.isPart)
      return { ...of, card: '', guesses: [`\u201c${l.line.text}\u201d: all that is made of it further down, for now`] };
    if (/\bsimple syrup\b/i.test(l.line.text)) of.guesses.push(HOW_STRONG);
    const bags = part > 0.999 ? this.bagsOf(l.told) : undefined;
    if (bags) return { ...of, card: bags.card, guesses: [...of.guesses, bags.guess] };
    if (part > 0.999) return { card: l.told, ...of };
    const thing = thingsNamedIn(l.told, this.own)[0];
    const read = thing && readAmount(l.told, thing.thing);
    if (!thing || !read || read.typical === undefined || (read.unit !== 'g' && read.unit !== 'ml'))
      return { card: l.told, ...of };
    // Half of what may be one or another is one or another too.
    if (read.kind === 'ask')
      of.guesses.push(
        `\u201c${l.told}\u201d: ${Math.round(read.typical)} ${read.unit} in all for now. ${read.question ?? ''}`.trim(),
      );
    // Pieces stay pieces: by their grams alone a slice might be a dried one.
    const count = /^(\d+(?:[.,]\d+)?) ([\p{L}].*)$/u.exec(l.told);
    if (count && l.kind === 'plant')
      return { card: `${Math.round(Number(count[1]!.replace(',', '.')) * part * 100) / 100} ${count[2]!}`, ...of };
    const figure = Math.round(read.typical * part * 10) / 10;
    return { card: `${figure} ${read.unit} ${l.kind === 'water' ? 'water' : plainName(l.told)}`, ...of };
  }

  /** Bags of a leaf that is named, nobody says how heavy: as heavy as such bags are, named as a guess. */
  private bagsOf(told: string): { card: string; guess: string } | undefined {
    const found = /^(\d+) (?:([\p{L} ]+?) )?(?:tea ?)?(?:bags?|sachets?)(?: (?:of )?([\p{L} ]+?))?$/iu.exec(told);
    const name = found && (found[2] ?? found[3]);
    if (!found || !name || /\b(?:black|family|large|small|tea)\b/i.test(name)) return undefined;
    const leaf = /^(?:green|white|yellow|jasmine|earl grey|breakfast)$/i.test(name) ? `${name} tea` : name;
    const [thing] = thingsNamedIn(leaf, this.own);
    if (thing?.kind !== 'plant' || thing.plant.slug === 'black_tea_bag') return undefined;
    const [all, one] = [found[1]!, '1'].map((n) => readAmount(`${n} tea bags`, thing.thing));
    if (all?.unit !== 'g' || all.typical === undefined || one?.typical === undefined) return undefined;
    const range = one.low === undefined || one.high === undefined ? '' : `, ${one.low} to ${one.high}`;
    return {
      card: `${Math.round(all.typical * 10) / 10} g ${leaf}`,
      guess: `\u201c${told}\u201d: ${one.typical} g in a bag${range}, for now`,
    };
  }

  /** "8 g oolong per litre": of so many litres as there are, named as a guess. */
  private perLitre(one: string, litres: number, thing: CardThing, words: string): Told {
    const read = readAmount(one, thing.thing);
    const card =
      read.typical === undefined || (read.unit !== 'g' && read.unit !== 'ml')
        ? one
        : `${Math.round(read.typical * litres * 10) / 10} ${read.unit} ${plainName(one)}`;
    const guesses = [`\u201c${words}\u201d: for ${Math.round(litres * 100) / 100} L for now`];
    return { card, water: false, guesses, left: [] };
  }

  /** Water of the list or of the vessel, L, where it is told without a question. */
  private litres(): number | undefined {
    const vessel = this.vessel();
    const told = this.things.find((l) => l.kind === 'water')?.told ?? (vessel === undefined ? '' : `${vessel} water`);
    const [water] = thingsNamedIn(told, this.own);
    const read = water?.kind === 'water' ? readAmount(told, water.thing) : undefined;
    return read?.typical === undefined || read.kind === 'ask' || read.unit !== 'ml' ? undefined : read.typical / 1000;
  }

  /** Whether the list has water that boils, or is as warm as it is told. */
  hasHotWater = (): boolean =>
    this.things.some((l) => l.kind === 'water' && l.share > 0 && /\b(?:boiling|hot|heat to)\b/i.test(l.told));

  /** The one vessel that the method names by its size. */
  private vessel(): string | undefined {
    const told = this.recipe.steps.flatMap(({ text }) => VESSEL.exec(text)?.[1] ?? []);
    return told[0]
      ?.replace(/^(?:an? |one[ -])/i, '1 ')
      .replace(/^half(?: an?)?[ -]/i, '1/2 ')
      .replace(/-/g, ' ');
  }
}

/** "500 ml water at 95 °C": water, heated to that before anything is in it. */
function withItsWarmth(text: string): { told: string; guesses: string[] } {
  const [, water, figure, unit] =
    /^(.*\bwater),? ?(?:at|of|heated to|\((?:not boiling,? )?|(?=\d{2,3} ?°)) ?(?:about |around |~ ?)?(\d{2,3}) ?(?:°|º|degrees?)? ?(c|f|celsius|fahrenheit)?\)?$/i.exec(
      text,
    ) ?? [];
  if (water === undefined || figure === undefined) return { told: cleaned(text), guesses: [] };
  const scale = unit ? unit.charAt(0).toUpperCase() : Number(figure) > 100 ? 'F' : 'C';
  const guesses = unit ? [] : [`\u201c${figure} degrees\u201d: °${scale} for now`];
  return { told: `${cleaned(water)}, heat to ${figure} °${scale}`, guesses };
}

/** Whether a thing of the list is what comes of a part of the recipe, by all of that part's words. */
function isCalled(told: string, part: string): boolean {
  const words = wordsOf(part);
  const name = wordsOf(plainName(told));
  return words.size > 0 && [...words].every((w) => name.has(w)) && name.size <= words.size + 1;
}

/** A bracket with a figure in it that is no amount: "(family size 2)". */
const asidesOf = (text: string): string[] =>
  [...text.matchAll(/\(([^)]*\d[^)]*)\)/g)]
    .map((m) => m[1]!)
    .filter((inside) => /^or\b/i.test(inside) || !RESTATED.test(inside));
const RESTATED =
  /\d ?(?:k?g|grams?|m?l|cl|lit(?:re|er)s?|oz|ounces?|fl oz|lbs?|pounds?|cups?|tbsps?|tsps?|tea ?spoons?|table ?spoons?|cm|mm|in(?:ch(?:es)?)?|%|°|"|each)/i;

function listed(line: TextLine, own: readonly Botanical[], parts: readonly string[]): Listed {
  const garnish =
    /\b(?:garnish|to decorate|for (?:serving|garnish(?:ing)?|decoration)|to serve|optional)\b/i.test(line.text) &&
    !/\bwater\b/i.test(line.text);
  const { told, guesses: warmGuess } = withItsWarmth(line.text);
  const things = thingsNamedIn(told.replace(/, heat to .*$/, ''), own);
  return {
    line,
    told,
    words: new Set(
      [...(things[0]?.thing.words ?? []), ...wordsOf(told), ...wordsOf(line.text)].filter(
        (w) => !WEAK_WORDS.has(w) && (w !== 'water' || things[0]?.kind === 'water'),
      ),
    ),
    kind: things[0]?.kind,
    role: things[0]?.kind === 'plant' ? things[0].plant.role : undefined,
    plant: things[0]?.kind === 'plant' ? things[0].plant.slug : undefined,
    aside: asidesOf(line.text),
    warmGuess,
    isPart: parts.some((part) => isCalled(told, part)),
    share: 1,
    garnish,
  };
}

const NO_THING =
  /^(?:an?|one) (?:(?:large|big|small|medium|heavy|deep|clean|wide|dry|frying|non-stick|tea|fine|fine-mesh|mesh|coffee|nut milk|paper) ?)*(?:boil|simmer|few|minute|hour|saucepan|pot|pan|skillet|kettle|jug|jar|pitcher|bowl|lid|glass|mug|teapot|towel|cloth|sieve|strainer|filter|cheesecloth|muslin)\b/i;
const UNKNOWN_THING =
  /^\d[\d.,/ ½¼¾⅓⅔]* ?(?:k?g|grams?|oz|ounces?|lbs?|cups?|tbsps?|tablespoons?|tsps?|teaspoons?|handfuls?) (?:of )?[\p{L}'-]+(?: [\p{L}'-]+){0,2}$/iu;
const ROLES_OF_SPICE = new Set(['spice', 'bark', 'seed', 'root']);
const HOW_STRONG = 'how strong a simple syrup is: 50 °Bx for now';
/** House estimate. */
const GLASS_ML = 200;
const COUNT: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 };
const inPart = (l: Listed, part: string | undefined): boolean =>
  part === undefined || l.line.part === undefined || l.line.part === part;

const adjacent = (text: string, a: RegExpMatchArray, b: RegExpMatchArray): boolean =>
  /^[\s-]+$/.test(text.slice(a.index! + a[0].length, b.index));

function sameThing(l: Listed, thing: CardThing): boolean {
  if (l.kind !== thing.kind) return false;
  // A slice of lemon is nothing of the lemon verbena.
  if (thing.kind === 'plant' && l.plant !== thing.plant.slug) return sameWords(l.words, thing.thing.words);
  return thing.kind === 'water' || [...thing.thing.words].some((w) => l.words.has(w) && !WEAK_WORDS.has(w));
}

const sameWords = (a: Iterable<string>, b: Iterable<string>): boolean => {
  const [x, y] = [a, b].map((words) =>
    [...words]
      .filter((w) => !WEAK_WORDS.has(w))
      .sort()
      .join(' '),
  );
  return x !== '' && x === y;
};

function sameAmount(a: string, b: string, thing: CardThing): boolean {
  const [x, y] = [a, b].map((t) => readAmount(t, thing.thing));
  if (x?.typical === undefined || y?.typical === undefined || x.unit !== y.unit) return false;
  return Math.abs(Math.log(x.typical / y.typical)) < 0.05;
}
