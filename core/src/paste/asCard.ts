import { readAmount } from '../amounts';
import { singular } from '../amounts/vocabulary';
import { readCard } from '../card/readCard';
import { thingsNamedIn, type CardThing } from '../card/things';
import type { Botanical } from '../reference/botanicals';
import type { RecipeText, TextLine } from './recipeText';
import {
  COOLS,
  DAY_MIN,
  FILLED_WITH_WATER,
  LEFT_OF,
  NO_BREW,
  OPTIONAL,
  PARTS,
  PREPARES,
  REDUCED,
  segmentsOf,
  SERVED_OVER_ICE,
  STEEPS,
  STORY,
  STRAINS,
  TOPPED,
  VESSEL,
} from './marks';
import { Sentence, takeDegrees, takeTime } from './sentence';
import { AMOUNT, cleaned, plainName, TAILS, WEAK_WORDS, wordsOf } from './thingLine';

// A recipe's list and method as clauses of a card: what the method names goes in where it names it, by the amount of the list. Each clause
// stands beside the words it came from; what was guessed is called so, and what no mark takes is told as not understood.

/** A clause in the language of cards, the words of the recipe that it came from, what was guessed of it, and what of the words was left. */
export type PastedClause = { words: string; card: string; guesses: readonly string[]; left: readonly string[] };

/** A thing of the list. */
type Listed = {
  line: TextLine;
  /** as the card is told it */
  told: string;
  words: ReadonlySet<string>;
  kind: CardThing['kind'] | undefined;
  role: string | undefined;
  /** left to be put in: 1 is all of it */
  share: number;
  garnish: boolean;
};

/** What stands in for a time that is not told, min. House estimates, asked. */
const GUESS_MIN = { simmer: 10, boil: 5, steep: 15 } as const;

/** A recipe in clauses of a card. @param own the cook's own plants, which go first among equals */
export function asCard(recipe: RecipeText, own: readonly Botanical[] = []): readonly PastedClause[] {
  return new Translator(recipe, own).clauses();
}

class Translator {
  private readonly list: Listed[];
  private readonly out: PastedClause[] = [];
  private part: string | undefined;
  private begun = new Set<string>();
  private strained = false;
  private watered = false;
  private heated = false;
  private steeped = false;
  private offHeat = false;
  /** what is told of the glass, told last */
  private later: [words: string, card: string, guess?: string][] = [];
  private last: Listed | undefined;
  private serveOverIce: string | undefined;

  constructor(
    private readonly recipe: RecipeText,
    private readonly own: readonly Botanical[],
  ) {
    this.list = recipe.things.map((line) => this.listed(line));
  }

  clauses(): readonly PastedClause[] {
    for (const step of this.recipe.steps) this.step(step);
    this.neverNamed();
    for (const [words, card, guess] of this.later) this.tell(words, card, guess ? [guess] : []);
    if (this.serveOverIce !== undefined) this.tell(this.serveOverIce, 'glass: over ice');
    return this.out;
  }

  private tell(words: string, card: string, guesses: readonly string[] = [], left: readonly string[] = []): void {
    this.out.push({ words, card, guesses, left });
  }

  private listed(line: TextLine): Listed {
    const garnish =
      /\b(?:garnish|to decorate|for (?:serving|garnish(?:ing)?|decoration)|to serve|optional)\b/i.test(line.text) &&
      !/\bwater\b/i.test(line.text);
    const told = cleaned(line.text);
    const things = thingsNamedIn(told, this.own);
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
      share: 1,
      garnish,
    };
  }

  private step({ text, part }: TextLine): void {
    if (part !== undefined && part !== this.part) this.enter(part);
    if (STORY.test(text)) return this.tell(text, '', [], [text]);
    this.partNamedIn(text);
    const before = this.out.length;
    let clause: { words: string[]; pieces: string[]; guesses: string[]; left: string[] } | undefined;
    const end = (): void => {
      if (clause && clause.pieces.length + clause.left.length > 0) {
        const { words, pieces, guesses, left } = clause;
        this.tell(words.join(', '), pieces.length > 0 ? this.head() + pieces.join(', ') : '', guesses, left);
      } else if (clause) this.tell(clause.words.join(', '), '', [], []);
      clause = undefined;
    };
    for (const words of segmentsOf(text)) {
      const s = new Sentence(words);
      if (PREPARES.test(words) && !/\d/.test(words)) {
        clause ??= { words: [], pieces: [], guesses: [], left: [] };
        clause.words.push(words);
        continue;
      }
      const wasStrained = this.strained;
      const serve = s.take(SERVED_OVER_ICE);
      if (serve && !/\d/.test(serve[0])) this.serveOverIce = serve[0];
      if (OPTIONAL.test(words)) {
        clause ??= { words: [], pieces: [], guesses: [], left: [] };
        clause.words.push(words);
        clause.left.push(words);
        continue;
      }
      const strains = s.take(STRAINS) !== undefined;
      const items = this.itemsIn(s);
      if (items.some((i) => i.water)) this.watered = true;
      if (items.some((i) => i.water && /\b(?:boiling|hot)\b/i.test(i.card))) this.heated = true;
      const { doings, guesses, kept } = this.doingsIn(s, items.length > 0, strains);
      // What goes in after the strain is no part of what was strained.
      if (wasStrained && clause && clause.pieces.includes('strain')) end();
      // What goes into water that boils already was not in it while it was heated.
      if (clause && items.length > 0 && clause.pieces.some((p) => GETS_HOT.test(p))) end();
      clause ??= { words: [], pieces: [], guesses: [], left: [] };
      clause.words.push(words);
      // "Steep the tea in 500 ml water at 95 °C": the water is that warm before the tea is in it.
      if (doings[0]?.startsWith('heat to') && doings.some((d) => d.startsWith('off the heat')) && items.length > 0) {
        const cards = [...clause.pieces, ...items.map((i) => i.card)];
        const ofWater = (card: string): boolean => /\bwater\b/i.test(card);
        const told = { words: clause.words, guesses: clause.guesses, left: clause.left };
        clause = { ...told, pieces: [...cards.filter(ofWater), doings.shift()!] };
        end();
        clause = { words: [...told.words], pieces: cards.filter((c) => !ofWater(c)), guesses: [], left: [] };
      } else clause.pieces.push(...items.map((i) => i.card));
      clause.pieces.push(...doings);
      clause.guesses.push(...items.flatMap((i) => i.guesses), ...guesses);
      clause.left.push(...s.left(), ...kept);
    }
    end();
    // What is told in the words of cards already stays as it is.
    if (isCard(text, this.own)) {
      const head = /^[\p{L}][\p{L} ]*: /u.exec(this.out[before]?.card ?? '')?.[0] ?? '';
      this.out.splice(before, this.out.length - before, { words: text, card: head + text, guesses: [], left: [] });
    }
  }

  /** Where the list is told in parts and the method is not: what a step names says of which part it is. */
  private partNamedIn(text: string): void {
    const words = wordsOf(text);
    const counts = new Map<string, number>();
    for (const l of this.list)
      if (l.line.part !== undefined && l.share > 0 && l.kind !== 'water' && [...l.words].some((w) => words.has(w)))
        counts.set(l.line.part, (counts.get(l.line.part) ?? 0) + 1);
    // Where one part is strained off, water that is heated is another's.
    if (counts.size === 0 && this.strained && /\bwater\b/i.test(text) && /\b(?:boil|heat|bring)/i.test(text))
      for (const l of this.list)
        if (l.kind === 'water' && l.line.part !== undefined && l.share > 0) counts.set(l.line.part, 1);
    const [most] = [...counts].sort((a, b) => b[1] - a[1]);
    // A part without water of its own goes into what is there.
    if (most && most[0] !== this.part && !this.begun.has(most[0]) && this.hasWater(most[0], text)) this.enter(most[0]);
  }

  private hasWater = (part: string, text: string): boolean =>
    /\bwater\b/i.test(text) || this.list.some((l) => l.line.part === part && l.kind === 'water');

  /** A part of its own begins a brew of its own; where it is named again one goes on with what came of it. */
  private enter(part: string): void {
    this.part = part;
    if (this.begun.has(part) || NO_BREW.test(part)) return;
    [this.strained, this.watered, this.heated, this.steeped, this.offHeat] = [false, false, false, false, false];
  }

  private head(): string {
    if (this.part === undefined || this.begun.has(this.part) || NO_BREW.test(this.part)) return '';
    this.begun.add(this.part);
    return `${this.part}: `;
  }

  private itemsIn(s: Sentence): { card: string; sugar: boolean; water: boolean; guesses: string[] }[] {
    const found: { at: number; card: string; sugar: boolean; water: boolean; guesses: string[] }[] = [];
    if (/\bsweeten/i.test(s.text)) {
      const sugar = this.list.find((l) => l.kind === 'sugar' && l.share > 0 && !l.garnish);
      if (sugar && !/\d/.test(s.text)) {
        s.take(/\bsweeten(?:ed)?(?: with)?(?: the)?\b/i);
        for (const w of sugar.words) s.take(new RegExp(`\\b${w}\\b`, 'i'));
        found.push({ at: 0, ...this.use(sugar, 1) });
      }
    }
    // A vessel that is filled up, where no water is told: it holds so much of it.
    const vessel = this.watered || this.list.some((l) => l.kind === 'water') ? undefined : this.vessel();
    const filled = vessel === undefined ? undefined : s.take(FILLED_WITH_WATER);
    if (filled) {
      const warm = /\b(?:boiling|hot)\b/i.test(filled[0]) ? 'boiling ' : '';
      const guesses = [`\u201c${filled[0]}\u201d: all of ${vessel!} for now`];
      found.push({ at: filled.index, card: `${vessel!} ${warm}water`, sugar: false, water: true, guesses });
    }
    const parts = s.take(PARTS);
    if (parts) this.byParts(parts);
    const topped = parts ? undefined : s.take(TOPPED);
    if (topped && /sparkling|soda|fizzy|tonic/i.test(topped[0])) this.later.push([topped[0], 'glass: sparkling water']);
    else if (topped)
      found.push({ at: topped.index, card: 'cold water to taste', sugar: false, water: true, guesses: [] });
    const fill = s.take(
      /\b(?:top(?:ped)?(?: it| off| up)*|fill(?:ed)?(?: up)?|make(?: it)? up|dilute(?:d)?)\b[^.]*?\bto (?:make |a total of |about )?(\d+(?:[.,]\d+)? ?(?:ml|cl|l|litres?|liters?|cups?|quarts?|qts?|gallons?|pints?))\b(?: with (?:cold |still |more |cool )*water)?/i,
    );
    if (fill) {
      const water = s.take(/\bwith (?:cold |still |more |cool )*water\b/i);
      void water;
      found.push({
        at: fill.index,
        card: `cold water to ${fill[1]!.replace(',', '.')}`,
        sugar: false,
        water: true,
        guesses: [],
      });
      for (const l of this.list) if (l.kind === 'water' && l.share < 1) l.share = 0;
    }
    if (
      s.take(
        /\b(?:all (?:of )?(?:the )?(?:other )?(?:remaining )?ingredients|(?<=boil |simmer |cook |heat |bring |put )(?:it all|them all|all)\b|(?<=boil |simmer |cook |put )everything(?: else)?|everything(?: else)?(?= (?:in|into|to|together|except))|all of it into)\b/i,
      )
    ) {
      const except = s.take(/\b(?:except|but)(?: for)?(?: the)? ([\p{L}, ]+?)(?=$| (?:in|into|to)\b|[.,;:])/iu);
      const not = wordsOf(except?.[1] ?? '');
      for (const l of this.list)
        if (
          l.share > 0 &&
          !l.garnish &&
          l.kind !== 'ice' &&
          ![...l.words].some((w) => not.has(w)) &&
          inPart(l, this.part)
        )
          found.push({ at: 0, ...this.use(l, 1) });
    }
    for (const amount of this.amountsIn(s)) found.push(amount);
    for (const named of this.namedIn(s)) found.push(named);
    return found.sort((a, b) => a.at - b.at);
  }

  /** "1 part syrup to 4 parts sparkling water": by the glass. */
  private byParts([words, ratio, part, more, of]: RegExpExecArray): void {
    const figure = (text: string | undefined): number => COUNT[text?.toLowerCase() ?? ''] ?? Number(text ?? 1);
    const [a, b] = [figure(ratio ?? part), figure(more)];
    const ml = (part: number): number => Math.round((GLASS_ML * part) / (a + b) / 5) * 5;
    const what = /sparkling|soda|fizzy|tonic/i.test(of ?? '') ? 'sparkling water' : (of ?? 'water').trim();
    this.later.push([
      words!,
      `glass: ${ml(a)} ml syrup, ${ml(b)} ml ${what}`,
      `\u201c${words!.trim()}\u201d: in a glass of ${GLASS_ML} ml for now`,
    ]);
    for (const l of this.list)
      if (l.words.has(singular(what.split(' ').at(-1)!)) && /^\D*$/.test(l.line.text)) l.share = 0;
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

  /** The one vessel that the method names by its size. */
  private vessel(): string | undefined {
    const told = this.recipe.steps.flatMap(({ text }) => VESSEL.exec(text)?.[1] ?? []);
    return told[0]
      ?.replace(/^(?:an? |one[ -])/i, '1 ')
      .replace(/^half(?: an?)?[ -]/i, '1/2 ')
      .replace(/-/g, ' ');
  }

  /** Water of the list or of the vessel, L, where it is told without a question. */
  private litres(): number | undefined {
    const vessel = this.vessel();
    const told = this.list.find((l) => l.kind === 'water')?.told ?? (vessel === undefined ? '' : `${vessel} water`);
    const [water] = thingsNamedIn(told, this.own);
    const read = water?.kind === 'water' ? readAmount(told, water.thing) : undefined;
    return read?.typical === undefined || read.kind === 'ask' || read.unit !== 'ml' ? undefined : read.typical / 1000;
  }

  /** "8 g oolong per litre": of so many litres as there are, named as a guess. */
  private perLitre(
    one: string,
    litres: number,
    thing: CardThing,
    words: string,
  ): { card: string; sugar: boolean; water: boolean; guesses: string[] } {
    const read = readAmount(one, thing.thing);
    const card =
      read.typical === undefined || (read.unit !== 'g' && read.unit !== 'ml')
        ? one
        : `${Math.round(read.typical * litres * 10) / 10} ${read.unit} ${plainName(one)}`;
    const guesses = [`\u201c${words}\u201d: for ${Math.round(litres * 100) / 100} L for now`];
    return { card, sugar: thing.kind === 'sugar', water: false, guesses };
  }

  private use(l: Listed, share: number): { card: string; sugar: boolean; water: boolean; guesses: string[] } {
    const part = l.share * share;
    l.share = Math.max(0, l.share - part);
    const of = { sugar: l.kind === 'sugar', water: l.kind === 'water', guesses: [] as string[] };
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

  /** Amounts that the method itself tells: "4 cups of water", "the juice of 2 limes". */
  private amountsIn(s: Sentence): { at: number; card: string; sugar: boolean; water: boolean; guesses: string[] }[] {
    const found: { at: number; card: string; sugar: boolean; water: boolean; guesses: string[] }[] = [];
    const both = s.take(/\b(?:the )?(zest|peel) and (?:the )?juice of (\S+ \p{L}+)/iu);
    if (both)
      for (const what of [both[1]!, 'juice'])
        found.push({ at: both.index, card: `${what} of ${both[2]!}`, sugar: false, water: false, guesses: [] });
    const all = new RegExp(AMOUNT.source, 'giu');
    for (let m = all.exec(s.text); m; m = all.exec(s.text)) {
      const phrase = m[0].trim();
      const from = m.index;
      if (s.isTaken(from, from + phrase.length)) continue;
      const told = cleaned(phrase);
      const [thing] = thingsNamedIn(told, this.own);
      if (/\bsyrup of \d+ °Bx$/.test(told)) {
        s.mark(from, from + phrase.length);
        found.push({ at: from, card: told, sugar: false, water: false, guesses: [HOW_STRONG] });
        continue;
      }
      if (
        !thing ||
        /^(?:an?|one) (?:(?:large|big|small|medium|heavy|deep|clean|wide) )*(?:boil|simmer|few|minute|hour|saucepan|pot|pan|kettle|jug|jar|pitcher|bowl|lid|glass)\b/i.test(
          phrase,
        )
      )
        continue;
      const per = /^(.+?) per (?:litre|liter|l)$/i.exec(told);
      const litres = per && this.litres();
      if (per && litres) {
        s.mark(from, from + phrase.length);
        found.push({ at: from, ...this.perLitre(per[1]!, litres, thing, phrase) });
        all.lastIndex = from + phrase.length;
        continue;
      }
      // What the list tells already is told there; here it is that again.
      const listed = this.list.find((l) => l.share > 0 && sameThing(l, thing) && sameAmount(l.told, told, thing));
      s.mark(from, from + phrase.length);
      if (listed) found.push({ at: from, ...this.use(listed, 1) });
      else {
        const partly = this.list.find((l) => l.share > 0 && sameThing(l, thing));
        // What is squeezed out of a fruit of the list is that fruit.
        if (!partly && /^(?:the )?(?:juice|zest|peel|rind) of\b/i.test(phrase)) {
          const words = wordsOf(phrase);
          for (const l of this.list) if (l.share > 0 && [...l.words].some((w) => words.has(w))) l.share = 0;
        }
        if (partly) partly.share = this.lessBy(partly, told, thing);
        found.push({ at: from, card: told, sugar: thing.kind === 'sugar', water: thing.kind === 'water', guesses: [] });
      }
      all.lastIndex = from + phrase.length;
    }
    return found;
  }

  /** What is left of a thing of the list after so much of it, as the method tells it. */
  private lessBy(l: Listed, told: string, thing: CardThing): number {
    const [all, some] = [l.told, told].map((t) => readAmount(t, thing.thing));
    if (!all?.typical || !some?.typical || all.unit !== some.unit) return 0;
    const left = l.share - some.typical / all.typical;
    return left < 0.04 ? 0 : left;
  }

  /** Things of the list by their names. */
  private namedIn(s: Sentence): { at: number; card: string; sugar: boolean; water: boolean; guesses: string[] }[] {
    const found: { at: number; card: string; sugar: boolean; water: boolean; guesses: string[] }[] = [];
    const half = s.take(/\b(half(?: of)?|one half of|a quarter of|a third of) (?=the\b)/i);
    const rest = s.take(/\b(?:the )?(?:rest|remainder|remaining|other half)(?: of)?\b/i);
    const share = half ? (/quarter/.test(half[0]) ? 0.25 : /third/.test(half[0]) ? 1 / 3 : 0.5) : 1;
    const tokens = [...s.text.matchAll(/[\p{L}]+/gu)];
    if (s.take(/\b(?:the |all the |your )*(?:whole )?(?:spices|aromatics)\b/i))
      for (const l of this.list)
        if (l.share > 0 && !l.garnish && ROLES_OF_SPICE.has(l.role ?? '')) found.push({ at: 0, ...this.use(l, 1) });
    if (rest && !(this.last && this.last.share > 0) && tokens.length <= 4) {
      for (const l of this.list)
        if (l.share > 0 && !l.garnish && l.kind !== 'ice') found.push({ at: rest.index, ...this.use(l, 1) });
    } else if (
      rest &&
      this.last &&
      this.last.share > 0 &&
      !tokens.some((t) => this.list.some((l) => l.words.has(singular(t[0].toLowerCase()))))
    )
      found.push({ at: rest.index, ...this.use(this.last, 1) });
    for (let i = 0; i < tokens.length; i++) {
      const t = tokens[i]!;
      const word = singular(t[0].toLowerCase());
      if (s.isTaken(t.index, t.index + t[0].length)) continue;
      // The more words of it stand together, the likelier that thing is meant.
      const scored = this.list
        .filter((l) => l.words.has(word) && !(this.strained && l.share <= 0))
        .map((l) => {
          let to = i;
          while (
            to + 1 < tokens.length &&
            l.words.has(singular(tokens[to + 1]![0].toLowerCase())) &&
            adjacent(s.text, tokens[to]!, tokens[to + 1]!)
          )
            to++;
          return { l, to, score: to - i + 1 + (l.share > 0 ? 0.5 : 0) + (inPart(l, this.part) ? 0.2 : 0) };
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
        this.watered &&
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
    const of = this.list.filter((l) => l.share > 0 && !l.garnish && new RegExp(`\\b${word}`, 'i').test(l.line.text));
    return of.length === 1 ? { l: of[0]!, to, score: 1 } : undefined;
  }

  /** What a segment says is done, in the words of cards. */
  private doingsIn(
    s: Sentence,
    hasItems: boolean,
    strain: boolean,
  ): { doings: string[]; guesses: string[]; kept: string[] } {
    const doings: string[] = [];
    const guesses: string[] = [];
    const to = (re: RegExp): boolean => s.take(re) !== undefined;
    if (to(/\b(?:to taste|until it tastes right|as (?:sweet|strong) as you like)\b/i)) doings.push('to taste');
    const less = s.take(REDUCED);
    if (less) doings.push(`simmer to ${less[2] ?? LEFT_OF[less[1]!.toLowerCase()]!}`);
    const boil = to(
      /\b(?:back )?(?:up )?to (?:(?:a|the) )?(?:rolling |full |gentle |hard )?boil\b|\b(?:until|till) (?:it )?(?:just )?boil(?:s|ing)\b|\bcomes? to (?:a|the) boil\b|\bboil(?= (?:the |up |your |some )?(?:water|kettle))/i,
    );
    const cover = to(
      /\b(?:covered|cover(?: (?:it|the (?:pot|pan|jar)|tightly|and|with (?:a |the )?lid))*|(?:with |put )?(?:the |a )?lid on|lidded|(?:with|under) a (?:tight )?lid)\b/i,
    );
    const loose = to(
      /\b(?:with )?(?:the |a )?lid (?:ajar|loose|half on|a little open)\b|\bpart(?:ly|ially) covered\b/i,
    );
    const open = to(/\b(?:uncovered|lid off|without a lid)\b/i);
    const off = to(
      /\b(?:(?:re)?moved?(?: (?:it|them|the (?:pot|pan|saucepan)|everything))? from (?:the )?(?:heat|stove|hob)|(?:take|taken|pull|pulled)(?: (?:it|them|the (?:pot|pan)))? off(?: (?:the )?(?:heat|stove|hob))?|turn(?:ed)?(?: (?:it|the (?:heat|stove|gas|flame)))? off(?: (?:the )?(?:heat|stove|flame|burner|gas|hob))?|off (?:the )?(?:heat|boil)|kill the heat|switch(?: it)? off)\b/i,
    );
    const simmer = to(
      /\b(?:(?:reduce|lower|turn down|turn)(?: the)?(?: heat)?(?: down)?(?: and| to)?(?: a| let it)?(?: gentle| low| bare)? ?simmer|simmer(?:ed|ing|s)?(?: gently)?|bubble gently)\b/i,
    );
    void to(/\b(?:reduce|lower|turn down) (?:the )?heat(?: to (?:low|medium(?:-low)?))?\b/i);
    const boiling =
      !boil &&
      to(/\bboil(?:ed|ing)?(?: (?:it|them|everything)(?: all)?(?: up)?| hard| gently| together| up)?\b(?! water)/i);
    const cool = to(COOLS);
    const steep = to(STEEPS);
    const fridge = to(
      /\b(?:refrigerat(?:e|ed|or)|(?:in|into|to) (?:the |a )?(?:fridge|refrigerator)|fridge|chill(?:ed)?)\b/i,
    );
    const sun = to(/\b(?:in (?:the |full |direct )*sun(?:shine|light)?|in (?:a|the) sunny (?:spot|place|window))\b/i);
    const counter = to(/\b(?:at room temperature|on the (?:counter|worktop)|in (?:a|the) warm (?:spot|place))\b/i);
    const place = this.heated ? undefined : sun ? 'in the sun' : counter ? 'on the counter' : undefined;
    const press = to(
      /\b(?:press(?:ed|ing)?(?: down)?(?: on)?|squeez(?:e|ed|ing)(?= (?:out|the (?:solids|cloth|pulp|flowers|bag)|well|every|to|it)| ?$))(?: (?:to extract|out) [\p{L} ]+)?/iu,
    );
    const dissolve = to(
      /\b(?:stir(?:ring)?|whisk(?:ing)?|cook(?:ing)?)?(?: well)?(?: ?until| to)? ?(?:all )?(?:the |it |is |sugar |honey )*(?:has |is |have )?(?:fully |completely )?(?:dissolv(?:e|ed|es|ing)|melted)\b/i,
    );
    const toast = to(/\btoast(?:ed)?\b/i);
    if (to(/\b(?:crush|mash|muddle|bash)\b/i)) doings.push('crush');
    if (to(/\b(?:blend|liquidi[sz]e)\b/i)) doings.push('blend');
    const bottle = to(/\b(?:pour into (?:clean |sterili[sz]ed )*bottles|bottle(?:d)?(?= it| up|$))\b/i);
    const degrees = takeDegrees(s);
    const time = takeTime(s);
    const lasts = (minutes: number): string => `${Math.round(minutes * 100) / 100} min`;
    const minutesOr = (guess: number, what: string): string => {
      if (time && !time.guess) return lasts(time.minutes);
      const until = time ? undefined : s.take(/\b(?:until|till) [^,;]+/i);
      const told = time?.minutes ?? guess;
      guesses.push(
        time || until
          ? `\u201c${(time?.words ?? until![0]).trim()}\u201d: ${told} min for now`
          : `how long it ${what} is not told: ${told} min for now`,
      );
      return lasts(told);
    };
    let timed = false;
    if (toast) [timed] = [doings.push(`toast ${minutesOr(3, 'is toasted')}`) > 0];
    if (boil) doings.push('to the boil');
    if (degrees && cool) doings.push(`cool to ${degrees}`);
    if (degrees && !this.strained && !cool) {
      // Poured on or steeped so warm; heated to it where nothing is done but that.
      if (this.heated && (steep || (time && !simmer)))
        doings.push(`at ${degrees} ${minutesOr(GUESS_MIN.steep, 'stands')}`);
      else doings.push(`heat to ${degrees}`);
      timed = this.heated && (steep || time !== undefined) && !simmer;
    }
    if (boil || (degrees && !this.strained)) this.heated = true;
    if (simmer || (boiling && !this.strained)) {
      doings.push(
        simmer ? `simmer ${minutesOr(GUESS_MIN.simmer, 'simmers')}` : `boil ${minutesOr(GUESS_MIN.boil, 'boils')}`,
      );
      [timed, this.heated] = [true, true];
    }
    if (off) this.offHeat = true;
    if (steep && cool && !time && !this.strained) doings.push('until cool');
    else if (steep && !timed && !this.strained) {
      if (!this.heated && !fridge && !place) guesses.push(HOW_WARM);
      if (place) doings.push(`${minutesOr(240, 'stands')} ${place}`);
      else if (fridge) doings.push(`${minutesOr(480, 'stands in the fridge')} in the fridge`);
      else doings.push(`off the heat ${minutesOr(GUESS_MIN.steep, 'stands')}`);
      [timed, this.steeped, this.offHeat] = [true, true, false];
    } else if (place && time && !timed && !this.strained) {
      doings.push(`${lasts(time.minutes)} ${place}`);
      [timed, this.steeped] = [true, true];
    } else if (fridge && !timed && !this.strained && (time ?? !this.heated)) {
      doings.push(`${minutesOr(480, 'stands in the fridge')} in the fridge`);
      [timed, this.steeped] = [true, true];
    } else if (this.offHeat && time && !timed && !this.strained && !cool) {
      doings.push(`off the heat ${lasts(time.minutes)}`);
      [timed, this.steeped, this.offHeat] = [true, true, false];
    }
    if (cover) doings.push('lid on');
    if (loose) doings.push('lid loose');
    if (open) doings.push('lid off');
    if (cool && !degrees && !this.strained && !timed && !steep) {
      doings.push(time ? `off the heat ${lasts(time.minutes)}` : 'until cool');
      if (time) timed = true;
    }
    if (press && this.strained && !strain) doings.push('press');
    else if (strain || press) {
      // Where only "let stand until cool" is said nothing more is drawn; a strain ends it.
      doings.push(...(press ? ['strain', 'press'] : ['strain']));
      [this.strained, this.offHeat] = [true, false];
    }
    if (
      time &&
      time.minutes < DAY_MIN &&
      !timed &&
      !this.strained &&
      !this.heated &&
      !fridge &&
      !place &&
      !strain &&
      !dissolve &&
      !cool
    )
      guesses.push(HOW_WARM);
    if (time && !timed && !strain && !dissolve && !this.strained && !hasItems) {
      doings.push(lasts(time.minutes));
    } else if (time && !timed && !this.strained && hasItems) doings.push(lasts(time.minutes));
    if (bottle) doings.push('bottles');
    // A time that the pot has no use for, as of chilling what is strained, stands in the note.
    const used = time !== undefined && doings.some((d) => d.includes(lasts(time.minutes)));
    const warm = degrees !== undefined && !doings.some((d) => d.includes(degrees));
    return { doings, guesses, kept: [...(time && !used ? [time.words] : []), ...(warm ? [degrees] : [])] };
  }

  /** Plants go in with the first thing that draws them, water before it, all else where it stands. */
  private putEarly(l: Listed, card: string): void {
    const clause = {
      words: l.line.text,
      card,
      guesses: ['the method does not name it: it goes in here for now'],
      left: [],
    };
    const at =
      l.kind === 'water' && !this.watered
        ? 0
        : l.kind === 'plant'
          ? this.out.findIndex((c) => /\b(?:off the heat|simmer|boil|fridge|min)\b/.test(c.card))
          : -1;
    if (at < 0) this.out.push(clause);
    else this.out.splice(at, 0, clause);
  }

  /** What the list tells and the method never names: where it goes in is asked. */
  private neverNamed(): void {
    for (const l of this.list) {
      if (l.garnish || l.kind === 'ice' || /^(?:plenty of |crushed )?ice\b/i.test(l.line.text)) {
        if (l.kind === 'ice' || /\bice\b/i.test(l.line.text)) this.serveOverIce ??= l.line.text;
        else if (l.garnish) this.tell(l.line.text, '', [], [l.line.text]);
        continue;
      }
      if (l.share < 0.04) continue;
      const { card } = this.use(l, 1);
      if (l.kind === undefined) {
        this.tell(l.line.text, card, [], []);
        continue;
      }
      if (l.kind === 'pour' && /\b(?:splash|optional|if you like)\b/i.test(l.line.text)) {
        this.tell(l.line.text, '', [], [l.line.text]);
        continue;
      }
      if (this.recipe.steps.length > 0) this.putEarly(l, card);
      else this.tell(l.line.text, card, [], []);
    }
    if (this.recipe.steps.length === 0 && this.list.some((l) => l.kind === 'plant'))
      this.tell(
        '',
        'to the boil, off the heat 10 min, lid on, strain',
        ['no method is told: boiled up, 10 min off the heat, for now'],
        [],
      );
    else if (!this.strained && this.list.some((l) => l.kind === 'plant') && this.out.some((c) => c.card !== ''))
      if (!this.steeped && !this.heated)
        this.tell(
          '',
          'to the boil, off the heat 10 min, strain',
          ['how it is drawn is not told: boiled up, 10 min off the heat, for now'],
          [],
        );
  }
}

const ROLES_OF_SPICE = new Set(['spice', 'bark', 'seed', 'root']);
/** Whether a step is a clause of a card as it stands: every piece of it is taken, without a question. */
const isCard = (text: string, own: readonly Botanical[]): boolean => {
  // To cool what is strained is no stage of the pot where no degrees are told.
  if (!/\d/.test(text) && /\b(?:cool|cold|fridge|refrigerat|chill|off the heat)/i.test(text)) return false;
  const { lines } = readCard(text, { plants: own });
  const told = lines.filter((l) => l.clause >= 0);
  return told.length > 0 && told.every((l) => l.kind === 'taken');
};

const GETS_HOT = /^(?:to the boil|heat to|cool to|simmer|boil) ?/;
const HOW_STRONG = 'how strong a simple syrup is: 50 °Bx for now';
const HOW_WARM = 'how warm the water is is not told: poured on boiling for now';
const GLASS_ML = 200;
const COUNT: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 };
const inPart = (l: Listed, part: string | undefined): boolean =>
  part === undefined || l.line.part === undefined || l.line.part === part;

const adjacent = (text: string, a: RegExpMatchArray, b: RegExpMatchArray): boolean =>
  /^[\s-]+$/.test(text.slice(a.index! + a[0].length, b.index));

function sameThing(l: Listed, thing: CardThing): boolean {
  if (l.kind !== thing.kind) return false;
  return thing.kind === 'water' || [...thing.thing.words].some((w) => l.words.has(w) && !WEAK_WORDS.has(w));
}

function sameAmount(a: string, b: string, thing: CardThing): boolean {
  const [x, y] = [a, b].map((t) => readAmount(t, thing.thing));
  if (x?.typical === undefined || y?.typical === undefined || x.unit !== y.unit) return false;
  return Math.abs(Math.log(x.typical / y.typical)) < 0.05;
}
