import { readAmount, readMinutes, type AmountRead, type ReadingOf } from '../amounts';
import type { BrewWay, MixLine } from '../drink/drink';
import { freeId } from '../drink/editing';
import type { Vessel } from '../heat/vessel';
import type { Botanical } from '../reference/botanicals';
import { few } from '../quantity/few';
import { CUP_ML } from '../quantity/kitchenMeasures';
import { clausesOf, headOf, piecesOf } from './clauses';
import { doingIn, type Doing, type Verb } from './doings';
import { PotWriter } from './potWriter';
import { thingsNamedIn, type CardThing } from './things';

/** A piece of a card as it was understood. */
export type CardLine = {
  text: string;
  /** taken as it is; taken with a guess that is asked; understood, but for the note alone; not understood, and put into the note */
  kind: 'taken' | 'asked' | 'noted' | 'unread';
  /** what it became, or what is asked, or why not */
  told: string;
  /** which of the card's clauses it is of; -1 where the reader told it by itself */
  clause: number;
};

/** A recipe that was written as text: the brew, what is poured beside it, and every piece of it with what became of it. */
export type CardRead = {
  /** in the order they are told; each by the name it is given, or "Brew" */
  brews: readonly { name: string; way: BrewWay }[];
  /** what of a brew goes into the jug, by its name, where that is not all of it */
  shares: Readonly<Record<string, number>>;
  /** parts of the jug by their names, where it is told by them: "one third tea, one third water" */
  parts: Readonly<Record<string, number>>;
  /** what all parts of a glass come to, ml, where the card tells all of them */
  glassMl: number | undefined;
  /** parts of the mix besides the brew, in the jug and in the glass */
  mix: readonly CardPart[];
  /** the jug is filled to so much, ml, where the card says so */
  jugMl: number | undefined;
  /** ice to each glass, g, where the card says so */
  iceG: number | undefined;
  iced: boolean;
  hot: boolean;
  /** bottles that it is kept by */
  bottles: { count?: number; ml: number } | undefined;
  /** what it says besides, word for word */
  note: string;
  lines: readonly CardLine[];
};

/** A part of the mix; of what goes into each bottle, so much of its whole; `toTaste` where the card names no amount. */
export type CardPart = MixLine & { toBottleMl?: number; noAmount?: true };

type Place = 'pot' | 'jug' | 'glass';

/**
 * Reads a recipe as it stands on a card: clauses with what goes in and what is done, "20 calyces, 1 L water, 4 min at a simmer; off the heat
 * 3 slices ginger, 20 min; strain; 3/4 cup sugar; cold: juice of 5 oranges, 3 cups water". What goes in goes in with what is done in its own
 * clause, or else in the next one. What is not understood is told, and goes into the note; nothing is dropped.
 * @param of.pots the vessels of the house, for what just covers the plants
 */
export function readCard(
  text: string,
  of: { reading?: (slug: string) => ReadingOf; plants?: readonly Botanical[]; pots?: readonly Vessel[] } = {},
): CardRead {
  const card = new Card(of.reading ?? (() => ({})), of.plants ?? [], of.pots ?? []);
  clausesOf(text).forEach((clause, i) => card.clause(clause, i));
  return card.done();
}

/** What a spoken amount is guessed at where the card names none. House estimates, asked. */
const GUESS = { spiritMl: 30, layerMl: 40, glassWaterMl: 100 } as const;

class Card {
  private pot: PotWriter;
  private name = 'Brew';
  private brews: { name: string; way: BrewWay }[] = [];
  private shares: Record<string, number> = {};
  private parts: Record<string, number> = {};
  private glassBrewMl: number | undefined;
  private mix: CardPart[] = [];
  private jugMl: number | undefined;
  private iceG: number | undefined;
  private iced = false;
  private hot = false;
  private bottles: CardRead['bottles'];
  private notes: string[] = [];
  private lines: CardLine[] = [];
  private place: Place = 'pot';
  private at = -1;
  /** how many of a fruit were told, for "juice of the mandarins" */
  private fruits: Record<string, number> = {};

  constructor(
    private readonly reading: (slug: string) => ReadingOf,
    private readonly plants: readonly Botanical[],
    private readonly pots: readonly Vessel[],
  ) {
    this.pot = new PotWriter(pots);
  }

  clause(text: string, at: number): void {
    this.at = at;
    if (VARIANT.test(text)) return this.tell(text, 'noted', 'kept in the note');
    const head = headOf(text);
    if (head.place) this.place = head.place;
    if (head.brew !== undefined) this.begin(head.brew);
    if (head.vessel) {
      const ml = readAmount(head.vessel.ml!, { ...WATER_WORDS, words: new Set() }).typical;
      this.pot.standsIn(head.vessel.kind, ml);
    }
    this.pot.newClause();
    for (const piece of piecesOf(head.rest)) this.piece(piece);
    this.pot.endClause();
  }

  /** A brew of its own begins. */
  private begin(name: string): void {
    if (!this.pot.isEmpty()) this.endBrew();
    this.pot = new PotWriter(this.pots);
    this.place = 'pot';
    this.name = name.charAt(0).toUpperCase() + name.slice(1);
  }

  private endBrew(): void {
    if (this.pot.isGuessed())
      this.tell(
        `strain (${this.name.toLowerCase()})`,
        'asked',
        'The card does not say it: strained after the steep, through a sieve.',
      );
    this.brews.push({ name: this.name, way: this.pot.whole() });
  }

  private tell(text: string, kind: CardLine['kind'], told: string): void {
    this.lines.push({ text, kind, told, clause: this.at });
    if (kind === 'noted' || kind === 'unread') this.notes.push(text);
  }

  private piece(text: string): void {
    if (KEEPING.test(text)) return this.keeping(text);
    if (this.partOfJug(text)) return;
    if (/^(?:sweeten(?:ed)?|sugar) (?:to|by) taste$/i.test(text)) return this.sweetenToTaste(text);
    const doing = doingIn(text, WATER_WORDS);
    if (doing.rest === '') {
      const told = this.does(doing);
      return told === undefined
        ? this.tell(text, 'unread', 'It says nothing that can be done here.')
        : this.tell(text, told.asked ? 'asked' : told.noted ? 'noted' : 'taken', told.words);
    }
    if (this.plainSyrup(text, doing.rest)) return;
    if (this.levelOf(text, doing.rest) || this.ofBrew(text, doing.rest) || this.brewedTea(text, doing.rest)) {
      this.after(doing);
      return;
    }
    if (this.amountOf(text, doing)) this.after(doing);
  }

  /** What is done with what has just gone in. */
  private after(doing: Doing): void {
    const { verb, lid, minutes, underWeight, heldIn } = doing;
    if (underWeight) this.pot.underWeight();
    // What goes in cooler is cooled before.
    if (verb?.kind === 'cool') return;
    if (verb ?? minutes ?? lid ?? heldIn) this.does({ ...doing, heldIn: undefined, rest: '' });
  }

  /** What is kept, served, tasted or made of it later: nothing that the pot does. */
  private keeping(text: string): void {
    if (/\bserved? (?:hot|warm)\b|\bkept hot\b/i.test(text)) this.hot = true;
    this.tell(text, /^(taste|serve|then more|cold|ice)$/i.test(text) ? 'taken' : 'noted', 'kept in the note');
  }

  private sweetenToTaste(text: string): void {
    const grams = Math.max(10, Math.round(this.pot.waterMl() * 0.006) * 10);
    this.pot.stage('dissolve', { sweetener: 'white_sugar', to: { grams }, toTaste: true });
    this.tell(text, 'asked', `to taste: ${grams} g of white sugar for now`);
  }

  /** "one third tea", "two parts water" of a jug that is told by its parts. */
  private partOfJug(text: string): boolean {
    if (this.place !== 'jug') return false;
    const found =
      /^((?:a|one|two|three|four|\d)[ -](?:thirds?|quarters?|half|halves|fifths?|parts?)|half|equal parts) (?:of )?(?:the )?([\p{L} ]+)$/iu.exec(
        text,
      );
    const names = [...this.brews.map((b) => b.name), this.name];
    const named = names.find((n) => n.toLowerCase() === found?.[2]?.toLowerCase());
    const water = /^(?:cold |still )?water$/i.test(found?.[2] ?? '');
    const share = found ? shareOf(found[1]!) : undefined;
    // Of one brew alone it is a share of that brew.
    if (!found || share === undefined || !(named ?? water) || (/^half$/i.test(found[1]!) && !water)) return false;
    if (water) this.pour({ kind: 'water', water: 'still' }, 'Cold water', 0, undefined, 'jug');
    this.parts[named ?? 'Cold water'] = share;
    this.tell(text, 'taken', `${found[1]!.toLowerCase()} of the jug`);
    return true;
  }

  /** "110 ml syrup of 50 °Bx", "60 ml honey syrup of 60 °Bx": stirred from sugar and water, and poured. */
  private plainSyrup(text: string, words: string): boolean {
    const found =
      /^([\d.,]+ ?(?:ml|cl|l)) (?:(?:plain|sugar|simple) )?(?:([\p{L} ]+) )?syrup of ([\d.,]+) ?°?bx$/iu.exec(words);
    const place = this.place === 'pot' && this.pot.isStrained() ? 'jug' : this.place;
    if (!found || place === 'pot') return false;
    const ml = readAmount(found[1]!, { ...WATER_WORDS, words: new Set() }).typical;
    const brix = Number(found[3]!.replace(',', '.'));
    const [sweet] = found[2] ? thingsNamedIn(`20 g ${found[2]}`, this.plants) : [];
    if (ml === undefined || !(brix > 0 && brix <= 80) || (found[2] && sweet?.kind !== 'sugar')) return false;
    const sweetener = sweet?.kind === 'sugar' ? sweet.sweetener : 'white_sugar';
    this.pour(
      { kind: 'syrup', brix, sweetener },
      found[2] ? `${sweet!.thing.name} syrup` : 'Syrup',
      ml,
      undefined,
      place,
    );
    this.tell(text, 'taken', `${Math.round(ml)} ml of syrup of ${brix} °Bx`);
    return true;
  }

  /** "half the syrup", "40 ml syrup" in the glass: of a brew that was told before. */
  private ofBrew(text: string, words: string): boolean {
    const names = [...this.brews.map((b) => b.name), this.name];
    const found = /^(.+?)(?: of)?(?: the)? ([\p{L} ]+)$/u.exec(words);
    const own = names.find((n) => found?.[2]?.toLowerCase() === n.toLowerCase());
    // In the pot it is of a brew that has a name, and is strained off already.
    if (this.place === 'pot' && !(own && own !== this.name && this.brews.length > 0)) return false;
    const named = own ?? (/\b(syrup|concentrate|brew|tea|base)$/i.test(words) ? this.name : undefined);
    if (!found || named === undefined) return false;
    const share = readAmount(`${found[1]!.replace(/ of$/, '')} of it`, WATER_WORDS);
    if (share.unit === 'relative' && share.typical !== undefined) {
      this.shares[named] = share.typical;
      if (this.place === 'pot') this.place = 'jug';
      this.tell(text, 'taken', `${Math.round(share.typical * 100)} % of the ${named.toLowerCase()}`);
      return true;
    }
    const ml = readAmount(found[1]!, WATER_WORDS);
    if (ml.typical === undefined || ml.unit !== 'ml' || this.place !== 'glass') return false;
    this.glassBrewMl = ml.typical;
    this.tell(text, 'taken', `${Math.round(ml.typical)} ml of the ${named.toLowerCase()} in each glass`);
    return true;
  }

  /** "800 ml tea": tea by the litre, as it is usually made. */
  private brewedTea(text: string, words: string): boolean {
    const tea =
      /^([\d½¼¾⅓⅔.,/ ]+ ?(?:ml|cl|l|litres?|liters?|cups?|quarts?|qts?|pints?|gallons?)) (?:of )?((?:strong |cold |cooled |brewed )?(?:black |green |white |rooibos )?tea)$/i.exec(
        words,
      );
    const ml = tea ? readAmount(tea[1]!, { ...WATER_WORDS, words: new Set() }).typical : undefined;
    if (!tea || ml === undefined || !this.pot.isEmpty()) return false;
    const plant = thingsNamedIn(tea[2]!, this.plants).find((t) => t.kind === 'plant');
    if (plant?.kind !== 'plant') return false;
    const grams = Math.round((plant.plant.dose.typical * ml) / 100) / 10;
    // What the leaf keeps is poured on as well.
    this.pot.addWater(Math.round(ml + 4 * grams), undefined);
    this.pot.putIn(plant.plant, grams, {});
    this.pot.keep({ kind: 'steep', place: 'off-heat', boiling: false }, 5);
    this.pot.strain(undefined, false);
    const name = plant.thing.name.toLowerCase();
    this.tell(
      text,
      'asked',
      `${grams} g of ${name}, 5 min off the heat, for ${Math.round(ml)} ml. Is that how you make it?`,
    );
    return true;
  }

  /** An amount of something goes in, or is poured. True where it was understood. */
  private amountOf(text: string, doing: Doing): boolean {
    const place = doing.atGlass ? 'glass' : doing.toBottleMl === undefined ? this.place : 'jug';
    const words = doing.rest;
    // "220 ml at 92 °C", "1 L just boiled": in the pot a volume of nothing is water.
    const bare = /^[\d½¼¾⅓⅔.,/ ]+ ?(?:ml|cl|dl|l|litres?|liters?|cups?|quarts?|qts?|pints?)$/i.test(words);
    const named = bare && place === 'pot' ? thingsNamedIn('water') : thingsNamedIn(words, this.plants);
    const reading = (t: CardThing): ReadingOf => ({ ...this.reading(t.thing.slug), earlier: this.fruits });
    const likely = named.map((thing) => ({ thing, read: readAmount(words, thing.thing, reading(thing)) }));
    // What it can be without a question goes before what it might be with one.
    const certain = likely.filter((l) => l.read.kind === 'sure' || l.read.kind === 'spread');
    const found: Found | undefined =
      certain.length > 0 ? this.usual(words, certain) : (likely.find((l) => l.read.typical !== undefined) ?? likely[0]);
    const { thing, read } = found ?? {};
    if (!thing || !read) {
      if (doing.toTaste) {
        this.tell(text, 'noted', 'to taste, in the note');
        return true;
      }
      this.tell(text, 'unread', 'It names no plant, sugar or liquid that is known, and nothing that is done.');
      return false;
    }
    if (read.unit === 'ratio' && thing.kind === 'sugar' && read.typical !== undefined) {
      // Grams to each litre that came through.
      this.pot.stage('dissolve', { sweetener: thing.sweetener, to: { gPerMl: read.typical / 1000 } });
      this.tell(
        text,
        'taken',
        `${Math.round(read.typical)} g of ${thing.thing.name.toLowerCase()} to each litre that came through`,
      );
      return true;
    }
    if (read.typical === undefined || (read.unit !== 'g' && read.unit !== 'ml'))
      return this.withoutAmount(text, thing, read, doing, place);
    this.take(text, words, { thing, read, either: found?.either }, place, doing);
    return true;
  }

  /** Named, but without an amount: to taste, or a guess that is asked. */
  private withoutAmount(text: string, of: CardThing, read: AmountRead, doing: Doing, place: Place): boolean {
    const name = of.thing.name.toLowerCase();
    if (of.kind === 'sugar' || (of.kind === 'plant' && doing.toTaste)) {
      if (!doing.toTaste) return this.nothing(text, read);
      if (of.kind === 'sugar')
        this.pot.stage('dissolve', { sweetener: of.sweetener, to: { grams: 50 }, toTaste: true });
      this.tell(
        text,
        of.kind === 'sugar' ? 'asked' : 'noted',
        of.kind === 'sugar' ? `to taste: 50 g of ${name} for now` : 'to taste, in the note',
      );
      return true;
    }
    if (of.kind === 'water' && doing.toTaste) {
      this.mix.push({
        ...this.lineOf({ kind: 'water', water: 'still' }, 'Cold water', 0, undefined, 'jug'),
        toTaste: true,
        noAmount: true,
      });
      this.tell(text, 'asked', 'to taste: as much as makes it 90 g/L for now');
      return true;
    }
    if (of.kind === 'pour' && (doing.atGlass || doing.layered || place === 'glass')) {
      const strong = of.from.kind === 'spirit' || (of.plant?.matter?.alcohol ?? 0) > 0.2;
      const ml = strong ? GUESS.spiritMl : doing.layered ? GUESS.layerMl : GUESS.glassWaterMl;
      this.pour(of.from, of.name, ml, undefined, 'glass', doing);
      this.tell(text, 'asked', `How much ${name} in each glass? ${ml} ml for now.`);
      return true;
    }
    return this.nothing(text, read);
  }

  private nothing(text: string, read: AmountRead): false {
    this.tell(text, 'unread', read.message ?? read.question ?? 'It needs an amount.');
    return false;
  }

  /** Of forms of one plant that the words leave open, that which is nearest to its usual dose: 60 g of ginger are fresh. */
  private usual(words: string, certain: readonly { thing: CardThing; read: AmountRead }[]): Found | undefined {
    const [best, ...others] = certain;
    if (best?.thing.kind !== 'plant' || /\b(dried|dry|fresh|frozen|ground|powder)/i.test(words)) return best;
    const own = best.thing.plant;
    const litres = Math.max(0.2, this.pot.waterMl() > 0 ? this.pot.waterMl() / 1000 : 1);
    const off = ({ thing, read }: { thing: CardThing; read: AmountRead }): number =>
      thing.kind === 'plant' && thing.plant.latinName === own.latinName && thing.plant.part === own.part
        ? Math.abs(Math.log(read.typical! / litres / thing.plant.dose.typical))
        : Infinity;
    const usual = others.reduce((a, b) => (off(b) < off(a) - 0.5 ? b : a), best);
    // Where the other form would be no odd dose either, it is asked which is meant.
    const either = certain.find((c) => wetOf(c.thing) !== wetOf(usual.thing) && off(c) < off(usual) + EITHER_WAY);
    return either ? { ...usual, either: either.thing.thing.name.toLowerCase() } : usual;
  }

  /** "cold water to 2 L", "water to the 1.2 L line", "water to 3 cm under the rim", "water just to cover". */
  private levelOf(text: string, words: string): boolean {
    const level =
      /^(?:cold |boiling |hot )?(?:kettle )?water (?:to|up to) (?:the )?(\d+(?:[.,]\d+)? ?(?:ml|cl|l|litres?|liters?|cups?|quarts?|qts?))(?: line| mark)?$/i.exec(
        words,
      );
    const rim = /^water (?:to|up to) (\d+(?:[.,]\d+)?) ?(cm|mm|in(?:ch(?:es)?)?) (?:under|below) the rim$/i.exec(words);
    const cover =
      /^(?:cold |boiling )?water (?:just )?to (?:just )?cover$|^(?:just )?cover(?:ed)? with (?:cold |boiling )?water$/i.test(
        words,
      );
    if (rim) {
      const n = Number(rim[1]!.replace(',', '.'));
      const cm = /^mm/i.test(rim[2]!) ? n / 10 : /^in/i.test(rim[2]!) ? n * 2.54 : n;
      this.pot.fillUnderRim(cm);
      this.tell(text, 'taken', 'as much as fits beside what is in it, by the jar’s size');
      return true;
    }
    if (cover) {
      this.pot.fillToCover();
      if (/boiling/i.test(words)) this.pot.heated();
      this.tell(text, 'taken', 'as much as just covers what is in it, in the pot it fits');
      return true;
    }
    if (!level) return false;
    const ml = readAmount(level[1]!, { ...WATER_WORDS, words: new Set() }).typical;
    if (ml === undefined) return false;
    if (this.place !== 'pot' || this.pot.isStrained()) {
      this.jugMl = ml;
      this.pour({ kind: 'water', water: 'still' }, 'Cold water', 'rest', undefined, 'jug');
      this.tell(text, 'taken', `the jug is filled to ${Math.round(ml)} ml`);
    } else {
      this.pot.fillTo(ml);
      this.tell(text, 'taken', `filled to ${Math.round(ml)} ml with what is in it`);
    }
    return true;
  }

  private take(text: string, words: string, found: Found, place: Place, doing: Doing): void {
    const { thing: of, read, either } = found;
    const amount = read.typical!;
    const written = /^\d+(\.\d+)? ?(g|ml)$/.test(read.words) ? undefined : read.words;
    const worded =
      written === undefined ? {} : { written: words === read.words || read.kind !== 'ask' ? read.words : words };
    const figure = `${amount >= 100 ? Math.round(amount) : Math.round(amount * 10) / 10} ${read.unit}`;
    const told = `${read.words === figure ? '' : `${read.words}, `}${figure} of ${of.thing.name.toLowerCase()}`;
    const spread =
      read.kind === 'ask' && read.low !== undefined && read.high !== undefined && read.high > read.low * 1.05
        ? `, ${short(read.low)} to ${short(read.high)}`
        : '';
    const guess = of.kind === 'plant' && of.guess === true;
    const asked = read.kind === 'ask' || guess || either !== undefined;
    const question = guess ? 'Is that what it is?' : either ? `Or is it ${either}?` : (read.question ?? '');
    this.tell(text, asked ? 'asked' : 'taken', asked ? `${told}${spread}. ${question}` : told);
    this.remember(words);
    const strained = place !== 'pot' || this.pot.isStrained();
    const taste = doing.toTaste ? { toTaste: true as const } : {};
    if (of.kind === 'ice') {
      if (place === 'glass' || !strained) [this.iceG, this.iced] = [amount, true];
      else this.pot.stage('onto-ice', { iceG: amount, ice: 'freezer', ...worded });
      return;
    }
    if (of.kind === 'sugar') {
      if (place === 'glass')
        return this.pour(
          { kind: 'syrup', brix: 50, sweetener: of.sweetener },
          of.thing.name,
          amount,
          written,
          'glass',
          doing,
        );
      if (doing.verb?.kind === 'cool') this.pot.cool(doing.verb.toC, 'standing');
      this.pot.stage('dissolve', { sweetener: of.sweetener, to: { grams: amount }, ...worded, ...taste });
      return;
    }
    if (of.kind === 'water') {
      if (strained)
        return this.pour(
          { kind: 'water', water: 'still' },
          'Cold water',
          amount,
          written,
          place === 'glass' ? 'glass' : 'jug',
          doing,
        );
      if (doing.atC !== undefined) this.pot.heatTo(doing.atC);
      else if (doing.justBoiled || /\bboiling\b/i.test(text)) this.pot.heated();
      return this.pot.addWater(amount, written);
    }
    if (of.kind === 'pour') {
      if (strained || !of.plant)
        return this.pour(of.from, of.name, amount, written, place === 'glass' ? 'glass' : 'jug', doing);
      return this.pot.putIn(of.plant, (amount * (of.plant.cupG ?? CUP_ML)) / CUP_ML, { ...worded, ...held(doing) });
    }
    this.pot.putIn(of.plant, amount, { ...worded, ...held(doing) });
  }

  /** "peel of 2 mandarins": later the juice of them. */
  private remember(words: string): void {
    const many = /\b(\d+|an?|one|two|three|four|five|six) ([\p{L}]+)$/iu.exec(words);
    if (!many || !/ of /.test(words)) return;
    const n = readMinutes(`${many[1]!} min`).typical ?? Number(many[1]);
    const fruit = many[2]!.toLowerCase().replace(/ies$/, 'y').replace(/s$/, '');
    this.fruits = { ...this.fruits, [fruit]: n };
  }

  private lineOf(
    from: MixLine['from'],
    name: string,
    book: MixLine['book'],
    written: string | undefined,
    at: 'jug' | 'glass',
  ): CardPart {
    const id = freeId(
      from.kind === 'juice' ? from.plant.replaceAll('_', '-') : from.kind,
      this.mix.map((l) => l.id),
    );
    return { id, name, from, book, at, ...(written === undefined ? {} : { written }) };
  }

  private pour(
    from: MixLine['from'],
    name: string,
    book: MixLine['book'],
    written: string | undefined,
    at: 'jug' | 'glass',
    doing?: Doing,
  ): void {
    this.mix.push({
      ...this.lineOf(from, name, book, written, at),
      ...(doing?.layered && at === 'glass' ? { layered: true } : {}),
      ...(doing?.toTaste ? { toTaste: true } : {}),
      ...(doing?.toBottleMl === undefined ? {} : { toBottleMl: doing.toBottleMl }),
    });
    if (doing?.toBottleMl !== undefined) this.bottles ??= { ml: doing.toBottleMl };
  }

  /** What is done: in words, or undefined where it cannot be. */
  private does(doing: Doing): { words: string; asked?: boolean; noted?: boolean } | undefined {
    const { verb, minutes, lid, atC, heldIn, underWeight } = doing;
    if (lid) this.pot.setsLid(lid);
    if (underWeight) this.pot.underWeight();
    if (heldIn && !verb && minutes === undefined) {
      this.pot.holdIn(heldIn);
      return { words: `in a ${heldIn} that lifts out` };
    }
    if (atC !== undefined && minutes !== undefined && (!verb || verb.kind === 'off' || verb.kind === 'simmer')) {
      this.pot.heatTo(atC);
      this.pot.stage('hold', { minutes });
      return { words: `kept at ${atC} °C for ${told(minutes)}` };
    }
    if (!verb) {
      if (doing.toTaste) return { words: 'to taste', noted: true };
      if (minutes !== undefined) return this.pot.lasts(minutes);
      return lid || underWeight ? { words: lid ? 'lid' : 'held under by a weight' } : undefined;
    }
    return this.verb(verb, minutes, doing);
  }

  private verb(
    verb: Verb,
    minutes: number | undefined,
    { inAll }: Doing,
  ): { words: string; asked?: boolean; noted?: boolean } | undefined {
    switch (verb.kind) {
      case 'onto-ice':
        this.iced = true;
        if (verb.strained && !this.pot.isStrained()) this.pot.strain(undefined, false);
        if (verb.iceG === undefined) return { words: 'over ice' };
        if (this.place === 'glass') this.iceG = verb.iceG;
        else this.pot.stage('onto-ice', { iceG: verb.iceG, ice: 'freezer' });
        return { words: 'over ice' };
      case 'bottles':
        this.bottles = { ...(verb.count === undefined ? {} : { count: verb.count }), ml: verb.ml };
        return { words: `kept by bottles of ${Math.round(verb.ml)} ml` };
      default:
        return this.pot.does(verb, minutes, inAll);
    }
  }

  done(): CardRead {
    const glassParts = this.mix.filter((l) => l.at === 'glass').map((l) => (typeof l.book === 'number' ? l.book : 0));
    this.at = -1;
    this.endBrew();
    return {
      brews: this.brews,
      shares: this.shares,
      parts: this.parts,
      glassMl: this.glassBrewMl === undefined ? undefined : this.glassBrewMl + glassParts.reduce((a, b) => a + b, 0),
      mix: this.mix,
      jugMl: this.jugMl,
      iceG: this.iceG,
      iced: this.iced,
      hot: this.hot && !this.iced,
      bottles: this.bottles,
      note: this.notes.join('; '),
      lines: this.lines,
    };
  }
}

/** What a piece is of, its amount, and the other form of it that it could be as well. */
type Found = { thing: CardThing; read: AmountRead; either?: string | undefined };

/** How much likelier than the other a dose must be to go without asking, as a logarithm. House estimate. */
const EITHER_WAY = 1;
const wetOf = (t: CardThing): boolean | undefined =>
  t.kind === 'plant' ? t.plant.form.startsWith('fresh') : undefined;

/** An end of a spread: no finer than it is known. */
const short = (x: number): string => few(x >= 10 ? Math.round(x) : Math.round(x * 10) / 10);

const held = ({ heldIn }: Doing): { heldIn?: 'bag' | 'basket' } => (heldIn ? { heldIn } : {});
const told = (minutes: number): string => (minutes >= 120 ? `${Math.round(minutes / 6) / 10} h` : `${minutes} min`);

function shareOf(words: string): number | undefined {
  const lower = words.toLowerCase().replace('-', ' ');
  if (lower === 'half') return 0.5;
  if (lower === 'equal parts') return 1;
  const [count, part] = lower.split(' ') as [string, string];
  const n = { a: 1, one: 1, two: 2, three: 3, four: 4 }[count] ?? Number(count);
  const of = /third/.test(part) ? 3 : /quarter/.test(part) ? 4 : /fifth/.test(part) ? 5 : /hal/.test(part) ? 2 : 1;
  return Number.isFinite(n) && n > 0 ? n / of : undefined;
}

/** What is kept, served, tasted or made of it later. */
const KEEPING =
  /^(?:taste|serve|cold|shaken|then more|more to taste|served? .*|kept (?:hot|warm|cold) .*|one mug .*|until tomorrow|until the next day|fridge|joined at .*|half in .*|judged cold|the rest .*|use (?:up )?all of it|boiled up once|over tea .*|keep .*)$/i;

/** What is made of it another time. */
const VARIANT = /^(?:from|with) what is left\b/i;

const WATER_WORDS = (thingsNamedIn('water')[0] as Extract<CardThing, { kind: 'water' }>).thing;
