import { readAmount, readMinutes, readTemperature, type AmountRead, type ReadingOf } from '../amounts';
import { addStage, blankWay, fitRatio, freeId, nameOfWay } from '../drink/editing';
import type { BrewIngredient, BrewWay, Lid, MixLine, Stage, StageKind } from '../drink/drink';
import type { Botanical } from '../reference/botanicals';
import { CUP_ML } from '../quantity/kitchenMeasures';
import { thingsNamedIn, type CardThing } from './things';

/** A piece of a card as it was understood. */
export type CardLine = {
  text: string;
  /** taken as it is; taken with a guess that is asked; not understood, and left out */
  kind: 'taken' | 'asked' | 'unread';
  /** what it became, or what is asked, or why not */
  told: string;
};

/** A recipe that was written as text: the brew, what is poured beside it, and every piece of it with what became of it. */
export type CardRead = {
  /** in the order they are told; each by the name it is given, or "Brew" */
  brews: readonly { name: string; way: BrewWay }[];
  /** what of a brew goes into the jug, by its name, where that is not all of it */
  shares: Readonly<Record<string, number>>;
  /** what all parts of a glass come to, ml, where the card tells all of them */
  glassMl: number | undefined;
  /** parts of the mix besides the brew, in the jug and in the glass */
  mix: readonly MixLine[];
  /** the jug is filled to so much, ml, where the card says so */
  jugMl: number | undefined;
  /** ice to each glass, g, where the card says so */
  iceG: number | undefined;
  lines: readonly CardLine[];
};

type Place = 'pot' | 'jug' | 'glass';

/** What a boil or a simmer is kept at, off the heat, in the fridge; the minutes and the lid of a clause belong to it. */
type Going = { kind: 'hold' | 'steep'; place: 'off-heat' | 'fridge'; boiling: boolean };

const LIDS: readonly (readonly [RegExp, Lid])[] = [
  [/\b(lid on|lidded|covered|with (the|a) lid)\b/, 'closed'],
  [/\blid loose\b|\bloosely covered\b/, 'loose'],
  [/\blid off\b|\bopen\b|\buncovered\b/, 'open'],
];
/** Pieces that begin so belong to the piece before them: "2 lemons, juiced". */
const GOES_ON =
  /^(juiced|zested|peeled|sliced|crushed|broken|chopped|packed|loose|halved|grated|stoned|pitted|cored|with its|without the|drained|toasted|split|torn|or to taste)\b/i;
const TIME = String.raw`(?:\d+(?:[.,]\d+)?(?: ?(?:-|–|to) ?\d+)? ?(?:min(?:utes?)?|h(?:ours?)?|hrs?|s(?:ec)?|days?|weeks?)(?: \d+)?|overnight|an hour|half an hour|a (?:few|couple of) (?:minutes|hours))`;
const DEGREES = String.raw`(\d+(?:[.,]\d+)?) ?°? ?(c|f)\b`;

/**
 * Reads a recipe as it stands on a card: clauses with what goes in and what is done, "20 calyces, 1 L water, 4 min at a simmer; off the heat
 * 3 slices ginger, 20 min; strain; 3/4 cup sugar; cold: juice of 5 oranges, 3 cups water". What goes in goes in with what is done in its own
 * clause, or else in the next one. What is not understood is told and left out; nothing is dropped silently.
 */
export function readCard(
  text: string,
  of: { reading?: (slug: string) => ReadingOf; plants?: readonly Botanical[] } = {},
): CardRead {
  const card = new Card(of.reading ?? (() => ({})), of.plants ?? []);
  for (const clause of clausesOf(text)) card.clause(clause);
  return card.done();
}

const clausesOf = (text: string): string[] =>
  text
    .replace(/[*•]/g, ' ')
    .split(/[;\n]|\.\s|\.$/)
    .map((c) => c.trim())
    .filter((c) => c !== '');

/** The pieces of a clause: by its commas, but not those that a piece goes on after; two amounts joined by "and" are two. */
function piecesOf(clause: string): string[] {
  const pieces: string[] = [];
  for (const piece of clause.split(/,\s+/)) {
    const last = pieces.at(-1);
    if (last !== undefined && GOES_ON.test(piece)) pieces[pieces.length - 1] = `${last}, ${piece}`;
    else pieces.push(...piece.split(/\s+(?:and|with)\s+(?=(?:\d|[½¼¾⅓⅔]|a |an |half ))/i));
  }
  return pieces.map((p) => p.trim()).filter((p) => p !== '');
}

const emptyWay = (): BrewWay => ({ ...blankWay(), waterMl: 0, stages: [], ingredients: [] });

class Card {
  private way = emptyWay();
  private name = 'Brew';
  private brews: { name: string; way: BrewWay }[] = [];
  private shares: Record<string, number> = {};
  private glassBrewMl: number | undefined;
  private mix: MixLine[] = [];
  private jugMl: number | undefined;
  private iceG: number | undefined;
  private lines: CardLine[] = [];
  private place: Place = 'pot';
  /** plants that wait for the stage they go in with */
  private waiting: string[] = [];
  private clauseStage: string | undefined;
  private going: Going | undefined;
  private lid: Lid | undefined;

  constructor(
    private readonly reading: (slug: string) => ReadingOf,
    private readonly plants: readonly Botanical[],
  ) {}

  clause(text: string): void {
    const headed =
      /^(cold|jug|in the jug|into the jug|then the jug|glass|a glass|in each glass|in the glass|each glass|by the glass|to serve)\s*(?:,\s*together)?\s*:\s*/i.exec(
        text,
      );
    if (headed) this.place = /glass|serve/i.test(headed[1]!) ? 'glass' : 'jug';
    const brew = headed ? null : /^([\p{L}][\p{L} ]{1,30}):\s+/u.exec(text);
    if (brew) this.begin(brew[1]!);
    const head = headed ?? brew;
    this.clauseStage = undefined;
    this.going = undefined;
    this.lid = undefined;
    const pieces = piecesOf(head ? text.slice(head[0].length) : text);
    for (const piece of pieces) this.piece(piece);
    if (this.lid) this.setLid(this.lid);
    // "off the heat" without a time of its own is a steep all the same.
    if (this.going && this.clauseStage === undefined) this.keep(10);
  }

  /** A brew of its own begins. */
  private begin(name: string): void {
    if (this.way.stages.length > 0 || this.way.ingredients.length > 0)
      this.brews.push({ name: this.name, way: this.whole() });
    this.way = emptyWay();
    this.waiting = [];
    this.place = 'pot';
    this.name = name.charAt(0).toUpperCase() + name.slice(1);
  }

  /** "half the syrup", "40 ml syrup" in the glass: of a brew that was told before. */
  private ofBrew(text: string): boolean {
    if (this.place === 'pot') return false;
    const names = [...this.brews.map((b) => b.name), this.name];
    const found = /^(.+?)(?: of)?(?: the)? ([\p{L} ]+)$/u.exec(text);
    const named =
      names.find((n) => found?.[2]?.toLowerCase() === n.toLowerCase()) ??
      (/\b(syrup|concentrate|brew|tea|base)$/i.test(text) ? this.name : undefined);
    if (!found || named === undefined) return false;
    const share = readAmount(`${found[1]!.replace(/ of$/, '')} of it`, WATER_WORDS);
    if (share.unit === 'relative' && share.typical !== undefined) {
      this.shares[named] = share.typical;
      this.tell(text, 'taken', `${Math.round(share.typical * 100)} % of the ${named.toLowerCase()}`);
      return true;
    }
    const ml = readAmount(found[1]!, WATER_WORDS);
    if (ml.typical === undefined || ml.unit !== 'ml' || this.place !== 'glass') return false;
    this.glassBrewMl = ml.typical;
    this.tell(text, 'taken', `${Math.round(ml.typical)} ml of the ${named.toLowerCase()} in each glass`);
    return true;
  }

  private tell(text: string, kind: CardLine['kind'], told: string): void {
    this.lines.push({ text, kind, told });
  }

  private piece(text: string): void {
    if (this.done_(text)) return;
    const lead = /^(?:off the heat|off the boil|off)\s*:?\s+(?=[\d½¼¾⅓⅔]|a |an |half )/i.exec(text);
    if (lead) this.going = { kind: 'steep', place: 'off-heat', boiling: false };
    const amount = lead ? text.slice(lead[0].length) : text;
    if (this.levelOf(amount) || this.ofBrew(amount)) return;
    const glass = /\s+(?:by|per|in each|for each|to each|a|each) glass$/i.exec(amount);
    const words = glass ? amount.slice(0, -glass[0].length) : amount;
    const likely = thingsNamedIn(words, this.plants).map((thing) => ({
      thing,
      read: readAmount(words, thing.thing, this.reading(thing.thing.slug)),
    }));
    // What it can be without a question goes before what it might be with one.
    const certain = likely.filter((l) => l.read.kind === 'sure' || l.read.kind === 'spread');
    const { thing, read } = (certain.length > 0 ? this.usual(words, certain) : likely[0]) ?? {};
    if (!thing || !read)
      return this.tell(text, 'unread', 'It names no plant, sugar or liquid that is known, and nothing that is done.');
    if (read.typical === undefined || (read.unit !== 'g' && read.unit !== 'ml'))
      return this.tell(text, 'unread', read.message ?? read.question ?? 'It needs an amount.');
    this.take(text, words, thing, read, glass ? 'glass' : this.place);
  }

  /** Of forms of one plant that the words leave open, that which is nearest to its usual dose: 60 g of ginger are fresh. */
  private usual(
    words: string,
    certain: readonly { thing: CardThing; read: AmountRead }[],
  ): { thing: CardThing; read: AmountRead } | undefined {
    const [best, ...others] = certain;
    if (best?.thing.kind !== 'plant' || /\b(dried|dry|fresh|frozen|ground|powder)/i.test(words)) return best;
    const own = best.thing.plant;
    const litres = Math.max(0.2, this.way.waterMl > 0 ? this.way.waterMl / 1000 : 1);
    const off = ({ thing, read }: { thing: CardThing; read: AmountRead }): number =>
      thing.kind === 'plant' && thing.plant.latinName === own.latinName && thing.plant.part === own.part
        ? Math.abs(Math.log(read.typical! / litres / thing.plant.dose.typical))
        : Infinity;
    return others.reduce((a, b) => (off(b) < off(a) - 0.5 ? b : a), best);
  }

  /** "cold water to 2 L", "water to the 1.2 L line": the jug or the pot is filled to a mark. */
  private levelOf(text: string): boolean {
    const level =
      /^(?:cold |boiling |kettle )?water (?:to|up to) (?:the )?(\d+(?:[.,]\d+)? ?(?:ml|cl|l|litres?|liters?))(?: line| mark)?$/i.exec(
        text,
      );
    if (!level) return false;
    const ml = readAmount(level[1]!, { ...WATER_WORDS, words: new Set() }).typical;
    if (ml === undefined) return false;
    if (this.strained()) {
      this.jugMl = ml;
      this.pour({ kind: 'water', water: 'still' }, 'Cold water', 'rest', undefined, 'jug');
      this.tell(text, 'taken', `the jug is filled to ${Math.round(ml)} ml`);
    } else {
      this.way = { ...this.way, waterMl: ml };
      this.tell(text, 'asked', `${Math.round(ml)} ml of water: what is in it besides takes its own room`);
    }
    return true;
  }

  private strained = (): boolean => this.place !== 'pot' || this.way.stages.some((s) => s.kind === 'strain');

  private take(text: string, words: string, of: CardThing, read: AmountRead, place: Place): void {
    const amount = read.typical!;
    const written = /^\d+(\.\d+)? ?(g|ml)$/.test(read.words) ? undefined : read.words;
    const worded =
      written === undefined ? {} : { written: words === read.words || read.kind !== 'ask' ? read.words : words };
    const figure = `${amount >= 100 ? Math.round(amount) : Math.round(amount * 10) / 10} ${read.unit}`;
    const told = `${read.words === figure ? '' : `${read.words}, `}${figure} of ${of.thing.name.toLowerCase()}`;
    const kind = read.kind === 'ask' ? 'asked' : 'taken';
    this.tell(text, kind, read.kind === 'ask' ? `${told}. ${read.question ?? ''}` : told);
    if (of.kind === 'ice') {
      if (place === 'glass' || !this.strained()) this.iceG = amount;
      else this.stage('onto-ice', { iceG: amount, ice: 'freezer', ...worded } as Partial<Stage>);
      return;
    }
    if (of.kind === 'sugar') {
      if (place === 'glass')
        return this.pour({ kind: 'syrup', brix: 50, sweetener: of.sweetener }, of.thing.name, amount, written, 'glass');
      this.stage('dissolve', { sweetener: of.sweetener, to: { grams: amount }, ...worded } as Partial<Stage>);
      return;
    }
    if (of.kind === 'water') {
      if (this.strained() || place !== 'pot')
        return this.pour(
          { kind: 'water', water: 'still' },
          'Cold water',
          amount,
          written,
          place === 'glass' ? 'glass' : 'jug',
        );
      const { waterMl } = this.way;
      const more = waterMl > 0;
      if (/\bboiling\b/i.test(text)) this.heated();
      const { waterWritten: _was, ...rest } = this.way;
      this.way = {
        ...rest,
        waterMl: waterMl + amount,
        ...(more || written === undefined ? {} : { waterWritten: written }),
      };
      return;
    }
    if (of.kind === 'pour') {
      if (this.strained() || place !== 'pot' || !of.plant)
        return this.pour(of.from, of.name, amount, written, place === 'glass' ? 'glass' : 'jug');
      return this.putIn(of.plant, (amount * (of.plant.cupG ?? CUP_ML)) / CUP_ML, worded);
    }
    this.putIn(of.plant, amount, worded);
  }

  private pour(
    from: MixLine['from'],
    name: string,
    book: MixLine['book'],
    written: string | undefined,
    at: 'jug' | 'glass',
  ): void {
    const id = freeId(
      from.kind === 'juice' ? from.plant.replaceAll('_', '-') : from.kind,
      this.mix.map((l) => l.id),
    );
    this.mix.push({ id, name, from, book, at, ...(written === undefined ? {} : { written }) });
  }

  private putIn(plant: Botanical, grams: number, worded: { written?: string }): void {
    const id = freeId(
      plant.slug.replace(/[^a-z0-9_-]/g, '-'),
      this.way.ingredients.map((i) => i.id),
    );
    const after = this.way.stages.at(-1);
    const stageId = this.clauseStage ?? (this.going ? undefined : this.strained() ? after?.id : undefined);
    const ingredient: BrewIngredient = {
      id,
      plant: plant.slug,
      grams: Math.round(grams * 1000) / 1000,
      enters: { stageId: stageId ?? '', atMin: 0 },
      ...worded,
    };
    this.way = { ...this.way, ingredients: [...this.way.ingredients, ingredient] };
    if (stageId === undefined) this.waiting.push(id);
  }

  private stage(kind: StageKind, change: Partial<Stage> = {}): string {
    const next = addStage(this.way, kind, this.way.stages.length);
    const added = next.stages.at(-1)!;
    const stage = { ...added, ...change } as Stage;
    const stages = [...this.way.stages, stage];
    // What waited goes in with it; what is stirred in or strained off is no place to steep.
    const holds = !['strain', 'dissolve', 'rinse'].includes(kind);
    const waiting = holds ? new Set(this.waiting) : new Set<string>();
    if (holds) this.waiting = [];
    this.way = {
      ...this.way,
      stages,
      ingredients: this.way.ingredients.map((i) =>
        waiting.has(i.id) ? { ...i, enters: { stageId: stage.id, atMin: 0 } } : i,
      ),
    };
    if (holds) this.clauseStage = stage.id;
    return stage.id;
  }

  private setLid(lid: Lid): void {
    this.way = { ...this.way, stages: this.way.stages.map((s) => (s.id === this.clauseStage ? { ...s, lid } : s)) };
  }

  /** Keeps what is going on for so long: a simmer, a steep. */
  private keep(minutes: number): void {
    const going = this.going ?? { kind: 'steep', place: 'off-heat', boiling: false };
    if (going.kind === 'hold') {
      this.heated();
      this.stage('hold', { minutes, ...(going.boiling ? { agitation: 'boiling' } : {}) } as Partial<Stage>);
    } else {
      if (going.place === 'off-heat') this.heated();
      this.stage('steep', { place: going.place, minutes } as Partial<Stage>);
    }
    this.going = undefined;
  }

  /** Before it simmers or steeps hot it is brought to the boil, if nothing has heated it yet. */
  private heated(): void {
    if (this.way.stages.some((s) => s.kind === 'heat' || s.kind === 'hold')) return;
    const next = addStage(this.way, 'heat', this.way.stages.length);
    this.way = { ...this.way, stages: next.stages };
  }

  /** Heated to a temperature, before anything goes in. */
  private heatTo(to: number): void {
    const next = addStage(this.way, 'heat', this.way.stages.length);
    this.way = {
      ...this.way,
      stages: next.stages.map((st, k) => (k === next.stages.length - 1 ? ({ ...st, to } as Stage) : st)),
    };
  }

  /** What is done: true where the piece says so. */
  private done_(text: string): boolean {
    const t = text.toLowerCase();
    const lid = LIDS.find(([re]) => re.test(t))?.[1];
    const bare = t
      .replace(/\b(lid (on|loose|off)|lidded|covered|uncovered|loosely covered|with (the|a) lid( on)?)\b/g, '')
      .replace(/^[\s,]+|[\s,]+$/g, '');
    const said = (told: string): true => {
      if (lid) this.lid = lid;
      this.tell(text, 'taken', told);
      return true;
    };
    if (lid && bare === '') return said('lid');
    const minutes = (words: string): number | undefined => readMinutes(words.replace(/^an hour$/, '1 h')).typical;
    const at = new RegExp(`^(?:for )?(${TIME}) (?:at|kept at) ${DEGREES}$`).exec(bare) ?? undefined;
    if (at) {
      const toC = readTemperature(`${at[2]} ${at[3]}`, { boilsAtC: 100 }).typical;
      const m = minutes(at[1]!);
      if (toC === undefined || m === undefined) return false;
      this.heatTo(Math.round(toC));
      this.stage('hold', { minutes: m } as Partial<Stage>);
      return said(`kept at ${Math.round(toC)} °C for ${m} min`);
    }
    const boilFor =
      new RegExp(`^(?:boil|boiled|rolling boil)(?: for)? (${TIME})$`).exec(bare) ??
      new RegExp(`^(${TIME}) (?:at a rolling boil|boil|boiling|boiled)$`).exec(bare);
    if (boilFor)
      return this.kept({ kind: 'hold', place: 'off-heat', boiling: true }, minutes(boilFor[1]!)) && said('boiled');
    const simmer =
      new RegExp(`^(?:gentle |gently )?(?:open )?simmer(?:ed)?(?: for)? (${TIME})$`).exec(bare) ??
      new RegExp(`^(${TIME}) (?:at a |at )?(?:gentle )?(?:open )?simmer(?:ing|ed)?$`).exec(bare);
    if (simmer)
      return this.kept({ kind: 'hold', place: 'off-heat', boiling: false }, minutes(simmer[1]!)) && said('simmered');
    const off =
      new RegExp(`^(?:off the heat|off the boil|steep(?:ed)?|vented|left)(?: for)? (${TIME})$`).exec(bare) ??
      new RegExp(`^(${TIME}) (?:off the heat|off the boil|steep(?:ed)?|of steeping|vented)$`).exec(bare);
    if (off)
      return (
        this.kept({ kind: 'steep', place: 'off-heat', boiling: false }, minutes(off[1]!)) &&
        said('steeped off the heat')
      );
    const fridge =
      new RegExp(`^(?:then )?(?:in|into) the fridge(?: to| for)? (${TIME})(?: in all)?$`).exec(bare) ??
      new RegExp(`^(${TIME}) in the fridge$`).exec(bare);
    if (fridge)
      return (
        this.kept({ kind: 'steep', place: 'fridge', boiling: false }, minutes(fridge[1]!)) &&
        said('steeped in the fridge')
      );
    const plain = new RegExp(`^(?:for )?(${TIME})$`).exec(bare);
    if (plain) return this.kept(this.going, minutes(plain[1]!)) && said(`for ${plain[1]!}`);
    if (/^(bring |brought )?to the boil$|^boil(ed)?( up)?( once)?$/.test(bare)) {
      this.stage('heat');
      return said('brought to the boil');
    }
    const heat = new RegExp(`^(?:heat|heated|warm|warmed) to ${DEGREES}$`).exec(bare);
    if (heat) {
      this.stage('heat', {
        to: Math.round(readTemperature(`${heat[1]} ${heat[2]}`, { boilsAtC: 100 }).typical ?? 60),
      } as Partial<Stage>);
      return said('heated');
    }
    if (/^off( the heat| the boil)?$/.test(bare)) {
      this.going = { kind: 'steep', place: 'off-heat', boiling: false };
      return said('off the heat');
    }
    if (/^(at a |to a )?(gentle )?simmer$/.test(bare)) {
      this.going = { kind: 'hold', place: 'off-heat', boiling: false };
      return said('at a simmer');
    }
    const strain =
      /^(?:strain(?:ed)?|sieved?|through|filter(?:ed)?)(?: off)?(?: through)?(?: a| an| the)?(?: fine)?(?: (sieve|cloth|paper|strainer))?(?:(?: and|,)? (press(?:ed)?|squeezed))?$/.exec(
        bare,
      );
    if (strain) return this.strainedBy(strain[1], strain[2] !== undefined) && said('strained');
    if (/^(press(ed)?|squeezed)$/.test(bare)) return this.pressed() && said('pressed');
    const cool = new RegExp(
      `^cool(?:ed)?(?: down)?(?: to ${DEGREES}| to lukewarm)?( in an ice bath)?( covered)?$`,
    ).exec(bare);
    if (cool) {
      const toC = cool[1]
        ? (readTemperature(`${cool[1]} ${cool[2]}`, { boilsAtC: 100 }).typical ?? 30)
        : /lukewarm/.test(bare)
          ? 37
          : 30;
      this.stage('cool', { toC: Math.round(toC), by: cool[3] ? 'ice-bath' : 'standing' } as Partial<Stage>);
      return said(`cooled to ${Math.round(toC)} °C`);
    }
    if (/^(left in the pot )?until (it is )?cool$/.test(bare)) {
      this.stage('cool', { toC: 30, by: 'standing' } as Partial<Stage>);
      return said('left in the pot until it is cool');
    }
    if (/^(into an |in an )?ice bath$/.test(bare)) {
      this.stage('cool', { toC: 21, by: 'ice-bath' } as Partial<Stage>);
      return said('into an ice bath');
    }
    const work = /^(blend(?:ed)?|crush(?:ed)?|mash(?:ed)?|skim(?:med)?|crush by hand|bottle[ds]?)$/.exec(bare)?.[1];
    if (work) {
      const of = work.startsWith('blend')
        ? 'blend'
        : work.startsWith('skim')
          ? 'skim'
          : work.startsWith('bottle')
            ? 'bottle'
            : 'crush';
      this.stage('hands', { work: of } as Partial<Stage>);
      return said(work);
    }
    const down = /^(gentle |gently )?(?:open )?(simmer(?:ed)?|boil(?:ed)?)(?: down)?(?: in [^,]*)? (until .+)$/.exec(
      bare,
    );
    if (down) {
      const share = readAmount(down[3]!, { ...WATER_WORDS, words: new Set() }).typical;
      if (share === undefined) return false;
      const agitation = down[2]!.startsWith('simmer') ? 'stirred-now-and-then' : 'boiling';
      this.stage('reduce', { to: { share }, lid: 'open', agitation } as Partial<Stage>);
      return said(`boiled down until ${Math.round(share * 100)} % is left`);
    }
    const left = readAmount(bare, { ...WATER_WORDS, words: new Set() });
    if (
      /until|less$|^(cooked|boiled|reduced) (down )?to /.test(bare) &&
      left.unit === 'relative' &&
      left.typical !== undefined
    ) {
      this.stage('reduce', { to: { share: left.typical }, lid: 'open' } as Partial<Stage>);
      return said(`boiled down until ${Math.round(left.typical * 100)} % is left`);
    }
    const rinse = /^rinse(?: with)? (.+)$/.exec(bare);
    if (rinse) {
      const ml = readAmount(rinse[1]!.replace(/ of water| water/, ''), WATER_WORDS).typical;
      if (ml === undefined) return false;
      this.stage('rinse', { waterMl: ml } as Partial<Stage>);
      return said('rinsed');
    }
    const ice = /^(?:strained hot |poured hot |hot )?(?:onto|over) (\d+) ?g (?:of )?ice(?:, shaken)?$/.exec(bare);
    if (ice) {
      if (this.place === 'glass') this.iceG = Number(ice[1]);
      else this.stage('onto-ice', { iceG: Number(ice[1]), ice: 'freezer' } as Partial<Stage>);
      return said('over ice');
    }
    return /^(shaken|over ice|ice|on ice|cold|taste|serve|while warm|vented)$/.test(bare) ? said('noted') : false;
  }

  private kept(going: Going | undefined, minutes: number | undefined): boolean {
    if (minutes === undefined) return false;
    this.going = going ?? this.going;
    this.keep(Math.round(minutes * 10) / 10);
    return true;
  }

  private strainedBy(through: string | undefined, press: boolean): true {
    const by = through === 'cloth' ? 'fine-cloth' : through === 'paper' ? 'paper' : 'sieve';
    this.stage('strain', { through: by, press } as Partial<Stage>);
    return true;
  }

  private pressed(): true {
    if (!this.way.stages.some((s) => s.kind === 'strain')) return this.strainedBy('cloth', true);
    this.way = { ...this.way, stages: this.way.stages.map((s) => (s.kind === 'strain' ? { ...s, press: true } : s)) };
    return true;
  }

  /** The brew as it stands: what still waits goes in at what lasts, or else at the first thing that is done. */
  private whole(): BrewWay {
    if (this.way.stages.length === 0) this.stage('strain');
    const lasting = this.way.stages.find((s) => s.kind === 'steep' || s.kind === 'hold') ?? this.way.stages[0]!;
    const known = new Set(this.way.stages.map((s) => s.id));
    const ingredients = this.way.ingredients.map((i) =>
      known.has(i.enters.stageId) ? i : { ...i, enters: { stageId: lasting.id, atMin: 0 } },
    );
    const cold = this.way.stages.every((s) => s.kind !== 'heat' && s.kind !== 'hold' && s.kind !== 'reduce');
    const way = { ...this.way, ingredients, vesselKind: cold ? ('jar' as const) : ('pot' as const) };
    return fitRatio({ ...way, ...nameOfWay(way) });
  }

  done(): CardRead {
    const glassParts = this.mix.filter((l) => l.at === 'glass').map((l) => (typeof l.book === 'number' ? l.book : 0));
    return {
      brews: [...this.brews, { name: this.name, way: this.whole() }],
      shares: this.shares,
      glassMl: this.glassBrewMl === undefined ? undefined : this.glassBrewMl + glassParts.reduce((a, b) => a + b, 0),
      mix: this.mix,
      jugMl: this.jugMl,
      iceG: this.iceG,
      lines: this.lines,
    };
  }
}

const WATER_WORDS = (thingsNamedIn('water')[0] as Extract<CardThing, { kind: 'water' }>).thing;
