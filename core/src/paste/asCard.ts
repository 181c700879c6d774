import { readCard } from '../card/readCard';
import type { Botanical } from '../reference/botanicals';
import {
  NO_BREW,
  OPTIONAL,
  PER_GLASS,
  PREPARES,
  segmentsOf,
  SERVED_HOT,
  SERVED_OVER_ICE,
  SERVING,
  STEEPS,
  STORY,
  STRAINS,
} from './marks';
import { doingsIn, emptyPot, type PotSoFar } from './potDoings';
import type { RecipeText, TextLine } from './recipeText';
import { Sentence } from './sentence';
import { wordsOf } from './thingLine';
import { ThingsList, type Item, type Listed, type OfGlass } from './thingsList';

// A recipe's list and method as clauses of a card: what the method names goes in where it names it, by the amount of the list. Each clause
// stands beside the words it came from; what was guessed is called so, and what no mark takes is told as not understood.

/** A clause in the language of cards, the words of the recipe that it came from, what was guessed of it, and what of the words was left. */
export type PastedClause = { words: string; card: string; guesses: readonly string[]; left: readonly string[] };

/** A recipe in clauses of a card. @param own the cook's own plants, which go first among equals */
export function asCard(recipe: RecipeText, own: readonly Botanical[] = []): readonly PastedClause[] {
  return new Translator(recipe, own).clauses();
}

class Translator {
  private readonly list: ThingsList;
  private readonly out: PastedClause[] = [];
  private part: string | undefined;
  private readonly begun = new Set<string>();
  private pot: PotSoFar = emptyPot();
  /** what is told of the glass, told last */
  private readonly glass: OfGlass[] = [];
  private serveOverIce: string | undefined;
  private serveHot: string | undefined;
  private namedPlants = false;
  private readonly neverStrained: boolean;

  constructor(
    private readonly recipe: RecipeText,
    private readonly own: readonly Botanical[],
  ) {
    this.list = new ThingsList(recipe, own);
    this.neverStrained = !recipe.steps.some(({ text }) => STRAINS.test(text));
  }

  clauses(): readonly PastedClause[] {
    for (const step of this.recipe.steps) this.step(step);
    this.neverNamed();
    this.neverWatered();
    for (const { words, card, guesses } of this.glass) this.tell(words, card, guesses);
    if (this.serveOverIce !== undefined) this.tell(this.serveOverIce, 'glass: over ice');
    else if (this.serveHot !== undefined) this.tell(this.serveHot, 'served hot');
    return this.out;
  }

  private tell(words: string, card: string, guesses: readonly string[] = [], left: readonly string[] = []): void {
    this.out.push({ words, card, guesses, left });
  }

  private step({ text, part }: TextLine): void {
    if (part !== undefined && part !== this.part) this.enter(part);
    if (STORY.test(text)) return this.tell(text, '', [], [text]);
    this.partNamedIn(text);
    const before = [...this.out];
    const listedBefore = this.list.used;
    let draft: Draft | undefined;
    for (const words of segmentsOf(text)) draft = this.segment(words, draft);
    this.end(draft);
    // What is told in the words of cards already, and draws on no list, stays as it is.
    if (this.list.used === listedBefore && isCard(text, this.own)) {
      const head = HEAD.exec(this.out[before.length]?.card ?? '')?.[0] ?? '';
      this.out.splice(0, this.out.length, ...before, { words: text, card: head + text, guesses: [], left: [] });
    }
  }

  private end(draft: Draft | undefined): void {
    if (!draft) return;
    const { pieces, guesses, left } = draft;
    const words = draft.words.join(', ');
    if (pieces.length + left.length > 0)
      this.tell(words, pieces.length > 0 ? this.head() + pieces.join(', ') : '', guesses, left);
    else if (!this.out.some((c) => c.words === words)) this.tell(words, '');
  }

  /** A piece of a sentence, in the clause that it goes on with or in one of its own. */
  private segment(words: string, before: Draft | undefined): Draft | undefined {
    const s = new Sentence(words);
    if (PREPARES.test(words) && !/\d/.test(words)) return grown(before, { words: [words] });
    if (this.pot.strained && BREWED_APART.test(words)) {
      this.end(before);
      this.beginBeside();
      return this.segment(words, undefined);
    }
    const { pot } = this;
    const wasStrained = pot.strained;
    const serve = s.take(SERVED_OVER_ICE);
    if (serve && !/\d/.test(serve[0])) this.serveOverIce = serve[0];
    this.serveHot ??= s.take(SERVED_HOT)?.[0];
    if (OPTIONAL.test(words)) return grown(before, { words: [words], left: [words] });
    if (PER_GLASS.test(words)) {
      this.byTheGlass(words, s);
      return before;
    }
    const strained = s.take(STRAINS);
    const items = this.list.itemsIn(s, pot, this.part, this.glass);
    // What is of a part begins it, where nothing else has.
    const own = items.find((i) => i.part !== undefined && !NO_BREW.test(i.part))?.part;
    if (this.part === undefined && own !== undefined && this.begun.size === 0 && !pot.watered) this.part = own;
    const warm = this.alreadyWarm(items, words);
    // On the glass, or beside it.
    const beside = SERVING.test(words) ? items.splice(0).map((i) => i.card) : [];
    if (items.some((i) => !i.water)) this.namedPlants = true;
    // Nobody says when it is strained, and more water goes in: not onto the leaf.
    const early = this.neverStrained && pot.steeped && !pot.strained && items.some((i) => i.water);
    if (early) pot.strained = true;
    this.wetBy(items);
    // Water of the list that boils is what it is drawn in.
    if (!pot.watered && STEEPS.test(words) && this.list.hasHotWater()) pot.heated = true;
    const { doings, guesses, kept } = doingsIn(s, pot, items.length > 0 || warm, strained !== undefined);
    let draft = before;
    // What goes in after the strain is no part of what was strained; what goes into water that boils already was not in it while it was heated.
    const over =
      (wasStrained && draft?.pieces.includes('strain')) ||
      (items.length > 0 && draft?.pieces.some((p) => GETS_HOT.test(p)));
    if (over) {
      this.end(draft);
      draft = undefined;
    }
    draft = grown(draft, { words: [words] });
    // "Steep the tea in 500 ml water at 95 °C": the water is that warm before the tea is in it.
    const onto = doings.some((d) => d.startsWith('off the heat')) || /\bpour|\bin [^,]*\bwater at\b/i.test(words);
    if (doings[0]?.startsWith('heat to') && onto && items.length > 0) {
      const cards = [...draft.pieces, ...items.map((i) => i.card)];
      const ofWater = (card: string): boolean => /\bwater\b/i.test(card);
      const water = [...cards.filter(ofWater), doings.shift()!].join(', ');
      const { guesses: told, left } = draft;
      this.pourFirst({ words: draft.words.join(', '), card: water, guesses: told, left });
      draft = { words: draft.words, pieces: cards.filter((c) => !ofWater(c)), guesses: [], left: [] };
    } else {
      // "Strain, juice of 3 lemons": in that order.
      const behind = items.length > 0 && items.every((i) => i.at > (strained?.index ?? Infinity));
      const first = [...(early ? ['strain'] : []), ...(behind ? doings.splice(0) : [])];
      draft = grown(draft, { pieces: [...first, ...items.map((i) => i.card).filter((c) => c !== '')] });
    }
    return grown(draft, {
      pieces: doings,
      guesses: [...(early ? [STRAINED_THEN] : []), ...items.flatMap((i) => i.guesses), ...guesses],
      left: [...beside, ...items.flatMap((i) => i.left), ...s.left(), ...kept],
    });
  }

  /** What is simmered in water of its own, while the first stands strained, is a brew of its own. */
  private beginBeside(): void {
    this.part = `${['Second', 'Third', 'Fourth'].find((n) => !this.begun.has(`${n} brew`)) ?? 'Last'} brew`;
    this.pot = emptyPot();
  }

  /** Water that is told as warm as it is was so before anything met it: it is taken out of the items and stands first. */
  private alreadyWarm(items: Item[], words: string): boolean {
    const warm = items.filter((i) => i.card.includes(', heat to '));
    for (const { card, guesses } of warm) {
      items.splice(
        items.findIndex((i) => i.card === card),
        1,
      );
      [this.pot.watered, this.pot.heated] = [true, true];
      this.pourFirst({ words, card, guesses, left: [] });
    }
    return warm.length > 0;
  }

  private wetBy(items: readonly Item[]): void {
    const { pot } = this;
    if (items.some((i) => i.water)) pot.watered = true;
    if (items.some((i) => i.water && /\b(?:boiling|hot)\b/i.test(i.card))) pot.heated = true;
    if (items.some((i) => i.water && /\bcold\b/i.test(i.card)) && !pot.heated) pot.cold = true;
  }

  /** Water that is poured over what lies there was warm before that: it stands before all that has met no water yet. */
  private pourFirst(clause: PastedClause): void {
    const [from] = this.clausesOf(this.part);
    const dry = this.out.slice(from).every(({ card }) => !LIQUID.test(card) && !GETS_HOT.test(card));
    const first = dry ? this.out[from] : undefined;
    const head = first ? (HEAD.exec(first.card)?.[0] ?? '') : this.head();
    if (first && head !== '') this.out[from] = { ...first, card: first.card.slice(head.length) };
    this.out.splice(dry ? from : this.out.length, 0, { ...clause, card: head + clause.card });
  }

  /** "30 ml per glass with 200 ml sparkling water": told of the glass, and not of the jug. */
  private byTheGlass(words: string, s: Sentence): void {
    const own = s.take(
      /\b(\d+(?:[.,]\d+)? ?(?:ml|cl|oz|tbsps?|tablespoons?))(?: (?:of )?(?:the )?(?:syrup|cordial|concentrate|it|this))?(?= (?:per|in(?:to)?|to)\b)/i,
    );
    s.take(
      /\b(?:(?:use|take|put|pour) )?(?:(?:per|for each|in(?:to)? (?:each|a|every)|to (?:each|a|every)) (?:tall )?(?:glass|serving|person))(?: with)?\b/i,
    );
    const items = this.list.itemsIn(s, this.pot, this.part, this.glass).map((i) => i.card);
    const all = [...(own ? [`${own[1]!} syrup`] : []), ...items];
    if (all.length > 0) this.glass.push({ words, card: `glass: ${all.join(', ')}`, guesses: [] });
    const left = s.left();
    if (left.length > 0) this.tell(words, '', [], left);
  }

  /** Where the list is told in parts and the method is not: what a step names says of which part it is. */
  private partNamedIn(text: string): void {
    const words = wordsOf(text);
    const counts = new Map<string, number>();
    for (const l of this.list.things)
      if (l.line.part !== undefined && l.share > 0 && l.kind !== 'water' && [...l.words].some((w) => words.has(w)))
        counts.set(l.line.part, (counts.get(l.line.part) ?? 0) + 1);
    // Where one part is strained off, water that is heated is another's.
    if (counts.size === 0 && this.pot.strained && /\bwater\b/i.test(text) && /\b(?:boil|heat|bring)/i.test(text))
      for (const l of this.list.things)
        if (l.kind === 'water' && l.line.part !== undefined && l.share > 0) counts.set(l.line.part, 1);
    const [most] = [...counts].sort((a, b) => b[1] - a[1]);
    // A part without water of its own goes into what is there.
    if (most && most[0] !== this.part && !this.begun.has(most[0]) && this.hasWater(most[0], text)) this.enter(most[0]);
  }

  private hasWater = (part: string, text: string): boolean =>
    /\bwater\b/i.test(text) || this.list.things.some((l) => l.line.part === part && l.kind === 'water');

  /** A part of its own begins a brew of its own; where it is named again one goes on with what came of it. */
  private enter(part: string): void {
    this.part = part;
    if (this.begun.has(part) || NO_BREW.test(part)) return;
    this.pot = emptyPot();
  }

  private head(): string {
    if (this.part === undefined || this.begun.has(this.part) || NO_BREW.test(this.part)) return '';
    this.begun.add(this.part);
    return `${this.part}: `;
  }

  /** Plants of a part go in with the first thing that draws them there, water before it, all else where it stands. */
  private putEarly(l: Listed, card: string, guesses: readonly string[], left: readonly string[]): void {
    const here = 'the method does not name it: it goes in here for now';
    const clause = { words: l.line.text, card, guesses: [...guesses, here], left };
    const [from, to] = this.clausesOf(l.line.part);
    const first = (re: RegExp): number => this.out.findIndex((c, i) => i >= from && i < to && re.test(c.card));
    const drawn = [/\b(?:off the heat|simmer|min)\b/, /\bto the boil\b/].map(first).find((i) => i >= 0) ?? -1;
    // What works for days lives on its sugar.
    const works = l.kind === 'sugar' ? first(/\b\d{4,} min\b/) : -1;
    const at = l.kind === 'water' && !this.pot.watered ? from : l.kind === 'plant' ? drawn : works;
    const there = this.out[at];
    if (!there) return void this.out.push(clause);
    // Water that is heated first is hot before it is in there.
    const [, heating, then] = (l.kind === 'plant' && HEATS_FIRST.exec(there.card)) || [];
    if (heating !== undefined && then !== undefined)
      this.out.splice(at, 1, { ...there, card: heating, guesses: [], left: [] }, clause, { ...there, card: then });
    else {
      const head = HEAD.exec(there.card)?.[0] ?? '';
      const rest = { ...there, card: there.card.slice(head.length) };
      this.out.splice(at, 1, { ...clause, card: head + card }, rest);
    }
  }

  /** From where to where the clauses of a part of the recipe stand; all of them where it has none of its own. */
  private clausesOf(part: string | undefined): [from: number, to: number] {
    const from = part === undefined ? -1 : this.out.findIndex((c) => c.card.startsWith(`${part}: `));
    if (from < 0) return [0, this.out.length];
    const next = this.out.findIndex((c, i) => i > from && HEAD.test(c.card));
    return [from, next < 0 ? this.out.length : next];
  }

  /** Plants and no liquid anywhere: as much water as it is to make, or a litre, named as a guess. */
  private neverWatered(): void {
    const wet = this.out.some(({ card }) => LIQUID.test(card)) || this.list.things.some((l) => l.kind === 'pour');
    const plants = this.list.things.some((l) => l.kind === 'plant') || this.namedPlants;
    if (wet || !plants || this.begun.size > 0) return;
    const { title, steps, besides } = this.recipe;
    const made = [title, ...steps.map((s) => s.text), ...besides].flatMap((text) => MAKES.exec(text)?.[1] ?? [])[0];
    const guess = made ? 'no water is told: as much as it is to make, for now' : 'no water is told: a litre for now';
    // "Water at 85 °C": that is this water.
    const others = this.out.map((c) => ({ ...c, left: c.left.filter((l) => !/^(?:the )?water$/i.test(l)) }));
    const water = { words: '', card: `${made ?? '1 litre'} water`, guesses: [guess], left: [] };
    this.out.splice(0, this.out.length, water, ...others);
  }

  /** What the list tells and the method never names: where it goes in is asked. */
  private neverNamed(): void {
    for (const l of this.list.things) {
      if (l.garnish || l.kind === 'ice' || /^(?:plenty of |crushed )?ice\b/i.test(l.line.text)) {
        if (l.kind === 'ice' && l.share < 0.04) continue;
        const iceG = /\b(\d+) ?g\b/.exec(l.line.text)?.[1];
        if (iceG && this.pot.strained)
          this.tell(l.line.text, `onto ${iceG} g ice`, ['the method does not name it: it goes in here for now']);
        else if (l.kind === 'ice' || /\bice\b/i.test(l.line.text)) this.serveOverIce ??= l.line.text;
        else if (l.garnish) this.tell(l.line.text, '', [], [l.line.text]);
        continue;
      }
      if (l.share < 0.04) continue;
      const { card, guesses, left } = this.list.use(l, 1);
      if (l.kind === undefined || l.isPart) {
        this.tell(l.line.text, card, guesses, left);
        continue;
      }
      if (l.kind === 'pour' && /\b(?:splash|optional|if you like)\b/i.test(l.line.text)) {
        this.tell(l.line.text, '', [], [l.line.text]);
        continue;
      }
      if (this.recipe.steps.length > 0) this.putEarly(l, card, guesses, left);
      else this.tell(l.line.text, card, guesses, left);
    }
    if (this.recipe.steps.length === 0 && this.list.things.some((l) => l.kind === 'plant'))
      this.tell(
        '',
        'to the boil, off the heat 10 min, lid on, strain',
        ['no method is told: boiled up, 10 min off the heat, for now'],
        [],
      );
    else if (
      !this.pot.strained &&
      this.list.things.some((l) => l.kind === 'plant') &&
      this.out.some((c) => c.card !== '')
    )
      if (!this.pot.steeped && !this.pot.heated)
        this.tell(
          '',
          'to the boil, off the heat 10 min, strain',
          ['how it is drawn is not told: boiled up, 10 min off the heat, for now'],
          [],
        );
  }
}

/** A clause while it is put together. */
type Draft = { words: string[]; pieces: string[]; guesses: string[]; left: string[] };
const grown = (draft: Draft | undefined, by: Partial<Draft>): Draft => ({
  words: [...(draft?.words ?? []), ...(by.words ?? [])],
  pieces: [...(draft?.pieces ?? []), ...(by.pieces ?? [])],
  guesses: [...(draft?.guesses ?? []), ...(by.guesses ?? [])],
  left: [...(draft?.left ?? []), ...(by.left ?? [])],
});

/** Whether a step is a clause of a card as it stands: every piece of it is taken, without a question. */
const isCard = (text: string, own: readonly Botanical[]): boolean => {
  // To cool what is strained is no stage of the pot where no degrees are told.
  if (!/\d/.test(text) && /\b(?:cool|cold|fridge|refrigerat|chill|off the heat)/i.test(text)) return false;
  const { lines } = readCard(text, { plants: own });
  const told = lines.filter((l) => l.clause >= 0);
  return told.length > 0 && told.every((l) => l.kind === 'taken');
};

const LIQUID =
  /\b(?:water|agua|juice|milk|vinegar|wine|cider)\b|\d ?(?:ml|cl|l|lit(?:re|er)s?|cups?|quarts?) (?:of )?(?:\p{L}+ ){0,2}tea\b/iu;
const MAKES =
  /\b(?:for|makes?|yields?|gives)\s*:?\s*(?:about |around |~ ?)?(\d[\d.,]* ?(?:l|ml|lit(?:re|er)s?|quarts?|cups?|pints?|gallons?))\b/i;
const BREWED_APART =
  /^(?!(?:and |then )?(?:add|return|pour|stir|mix)\b).*\b(?:simmer|boil|brew|steep|infuse)\b[^,]*\bin (?:the |another |\d)[^,]*\bwater\b/i;
const STRAINED_THEN = 'when it is strained is not told: before more water goes in, for now';

/** The name of a brew before its first clause. */
const HEAD = /^[\p{L}][\p{L} ]*: /u;
const HEATS_FIRST = /^(.*\b(?:to the boil|heat to [^,]+)), (.+)$/;
/** What leaves the pot at another heat than it was. */
const GETS_HOT = /^(?:to the boil|heat to|cool to|simmer|boil) ?/;
