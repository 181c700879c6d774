import { readAmount, readMinutes, readTemperature, type Thing } from '../amounts';
import type { HandsWork, Lid } from '../drink/drink';

// What a piece of a card says is done, apart from what it says goes in.

/** What is done, in the cook's order: one verb, and whatever stands by it. */
export type Verb =
  | { kind: 'boil-up' | 'boil' | 'simmer' | 'off' | 'fridge' | 'counter' | 'sun' | 'toast' | 'ferment' | 'ice-bath' }
  | { kind: 'heat'; toC: number }
  | { kind: 'cool'; toC: number }
  | { kind: 'reduce'; to: { share: number } | { brix: number }; boiling: boolean }
  | { kind: 'strain'; through: 'sieve' | 'fine-cloth' | 'paper' | undefined; press: boolean; pressOnly?: boolean }
  | { kind: 'hands'; work: HandsWork }
  | { kind: 'rinse'; ml: number }
  | { kind: 'onto-ice'; iceG: number | undefined; strained: boolean }
  /** a plant, a bag or a basket is lifted out */
  | { kind: 'out'; what: string }
  /** a jar is shaken or vented every so many hours, from a day on */
  | { kind: 'tend'; task: 'shake' | 'vent'; everyH: number; fromDay: number | undefined }
  | { kind: 'bottles'; count: number | undefined; ml: number };

/** One thing that a line of a card says to do; minutes, °C. */
export type Doing = {
  verb: Verb | undefined;
  minutes: number | undefined;
  /** minutes are counted from the first steep on: "20 h in all" */
  inAll: boolean;
  /** kept at, or water of */
  atC: number | undefined;
  /** water that was just boiled, or was poured on boiling */
  justBoiled: boolean;
  lid: Lid | undefined;
  /** in a bag or a basket that lifts out */
  heldIn: 'bag' | 'basket' | undefined;
  /** a plate, a stone: it is held under */
  underWeight: boolean;
  /** poured to taste, the amount is where one begins */
  toTaste: boolean;
  atGlass: boolean;
  layered: boolean;
  /** into each bottle of so much, ml */
  toBottleMl: number | undefined;
  /** what is left of the piece: an amount of something, or nothing */
  rest: string;
};

const NUMBERS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
};
const TIME = String.raw`(?:\d+(?:[.,]\d+)?(?: ?(?:-|–|to) ?\d+)? ?(?:min(?:utes?)?|h(?:ours?)?|hrs?|s(?:ec)?|days?|weeks?)\b(?: \d+)?|overnight|an hour|half an hour|a (?:few|couple of) (?:minutes|hours))`;
const DEGREES = String.raw`(\d+(?:[.,]\d+)?) ?°? ?(c|f)\b`;
const VOLUME = String.raw`[\d½.,]+ ?(?:ml|cl|l|fl ?oz|oz)`;

const minutesOf = (words: string): number | undefined => readMinutes(words.replace(/^an hour$/, '1 h')).typical;
const degreesOf = (n: string, unit: string): number | undefined => {
  const at = readTemperature(`${n} ${unit}`, { boilsAtC: 100 }).typical;
  return at === undefined ? undefined : Math.round(at);
};

/** Words that are of no weight where all else of a piece is understood. */
const FILLERS =
  /\b(?:for|at|a|an|the|then|and|it|of|in|to|into|gentle|gently|rolling|slowly|all|over|by hand|once|up|with|is|are|very|until|when|kept|left|well|hot|warm|while|pot|pan)\b|[,.:]/g;

/**
 * What a piece says is done. What is not one of its marks is left as `rest`, for the reader of amounts; where nothing is left but small
 * words, that is all it says.
 * @param water the thing that volumes and shares are read of
 */
export function doingIn(piece: string, water: Thing): Doing {
  let text = ` ${piece.trim()} `;
  const low = (): string => text.toLowerCase();
  const doing: Doing = {
    verb: undefined,
    minutes: undefined,
    inAll: false,
    atC: undefined,
    justBoiled: false,
    lid: undefined,
    heldIn: undefined,
    underWeight: false,
    toTaste: false,
    atGlass: false,
    layered: false,
    toBottleMl: undefined,
    rest: '',
  };
  /** Takes a mark out of the text. */
  const take = (re: RegExp): RegExpExecArray | undefined => {
    const found = re.exec(low());
    if (!found) return undefined;
    text = `${text.slice(0, found.index)} ${text.slice(found.index + found[0].length)}`;
    return found;
  };
  const amount = (words: string): number | undefined => {
    const read = readAmount(words, { ...water, words: new Set() });
    return read.unit === 'ml' || read.unit === 'g' || read.unit === 'relative' ? read.typical : undefined;
  };

  // Ends of a boil-down hold figures of their own, so they go before everything else.
  const down = take(
    / (?:gentle |gently )?(?:open )?(simmer|boil|cook|reduc)(?:ed|d|e|ing)?(?: down)?\b([^,]*?) (until (?:only )?\S+ (?:\S+ )?(?:is left|less)|until reduced by \S+|to (?:half|a third|two thirds|a quarter|three quarters)|(?:to|until) (?:it is )?(?:a |like )?(?:thick )?(?:honey|syrup)(?: thickness| thick)?)(?: of it)?(?= |,|$)/,
  );
  if (down) {
    const thick = /honey|syrup/.exec(down[3]!)?.[0];
    const share = thick ? undefined : amount(down[3]!);
    const to = thick ? { brix: thick === 'honey' ? 78 : 65 } : share === undefined ? undefined : { share };
    if (to) doing.verb = { kind: 'reduce', to, boiling: down[1] === 'boil' };
  } else {
    const less = / until (?:only )?(?:\S+ )?\S+ (?:is left|less)\s*$/.exec(low());
    const share = less ? amount(less[0].trim()) : undefined;
    if (less && share !== undefined && less.index < 2) {
      take(/ until .*$/);
      doing.verb = { kind: 'reduce', to: { share }, boiling: false };
    }
  }

  if (take(/\b(?:lid loose|loosely covered|vented lid)\b/)) doing.lid = 'loose';
  else if (take(/\b(?:lid off|uncovered|no lid|open)\b/)) doing.lid = 'open';
  else if (take(/\b(?:lid on|lidded|covered|with (?:the|a) lid(?: on)?)\b/)) doing.lid = 'closed';
  const held = take(/\bin (?:a |the )?(?:cloth |spice |tea |muslin )?(bag|basket|infuser)\b(?!s)/);
  if (held) doing.heldIn = held[1] === 'bag' ? 'bag' : 'basket';
  if (take(/\b(?:a )?(?:plate|weight|stone)(?: on top)?(?: as (?:a )?weight)?\b/)) doing.underWeight = true;
  const bottle = take(new RegExp(String.raw`\b(?:in|into|to) (?:each|every) (${VOLUME}) (?:bottles?|jars?)\b`));
  if (bottle) doing.toBottleMl = amount(bottle[1]!);
  if (take(/\b(?:by the|by|per|in each|for each|into each|to each|in the|each) (?:glass|person|head)\b| a glass(?= $)/))
    doing.atGlass = true;
  if (take(/\b(?:as )?a layer(?: of)?\b|\blayered\b/)) doing.layered = true;
  if (
    take(/\b(?:,? ?or )?(?:to|by) taste\b|\ba bit at a time\b|\bas needed\b|\bby the drop\b|\buntil it tastes right\b/)
  )
    doing.toTaste = true;
  take(
    /\bin (?:two|three|several|a few) (?:lots|goes|parts)\b|\b(?:while|still) (?:it is )?(?:warm|hot)\b|\bwith the (?:spices?|plants?|herbs?|peel) in\b|\bin a \d+ ?cm (?:pot|pan)\b|\bover (?:it|them)\b|\bas it comes\b|\bafter(?:wards)? $|\b(?:that|of what) came through\b/,
  );

  const bottles = take(
    new RegExp(
      String.raw`\b(?:fill )?(one|two|three|four|five|six|seven|eight|nine|ten|twelve|\d+) (?:bottles?|jars?) of (${VOLUME})|\b(?:fill )?(one|two|three|four|five|six|seven|eight|nine|ten|twelve|\d+) (${VOLUME}) (?:bottles?|jars?)\b`,
    ),
  );
  const bottleMl = bottles ? amount((bottles[2] ?? bottles[4])!) : undefined;
  if (bottles && bottleMl !== undefined) {
    const n = (bottles[1] ?? bottles[3])!;
    doing.verb ??= { kind: 'bottles', count: NUMBERS[n] ?? Number(n), ml: bottleMl };
  }

  const tend = take(
    /\b(?:from day (\d+) )?(shake|vent)(?:ed|n)? (daily|twice daily|twice a day|every (?:other|second|third|fourth)? ?day|once a day|every (\d+) days?)\b/,
  );
  if (tend) {
    const [, from, task, rhythm, days] = tend;
    const nth = /other|second/.test(rhythm!)
      ? 2
      : /third/.test(rhythm!)
        ? 3
        : /fourth/.test(rhythm!)
          ? 4
          : Number(days ?? 1);
    doing.verb ??= {
      kind: 'tend',
      task: task as 'shake' | 'vent',
      everyH: /twice/.test(rhythm!) ? 12 : 24 * nth,
      fromDay: from === undefined ? undefined : Number(from),
    };
  }
  const tending = doing.verb?.kind === 'tend';

  const rinse = tending ? undefined : take(/\brinsed?(?: with)? ([\d½.,]+ ?(?:ml|cl|l|cups?))(?: (?:of )?water)?\b/);
  const rinseMl = rinse ? amount(rinse[1]!) : undefined;
  if (rinse && rinseMl !== undefined) doing.verb ??= { kind: 'rinse', ml: rinseMl };
  const hotOn = /\bstrained hot\b|\bstrain(?:ed)? (?:it )?(?:straight )?(?:onto|over|on)\b/.test(low());
  const ice = take(
    /\b(?:strained hot |strain(?:ed)? (?:it )?(?:straight )?|poured (?:hot|warm) |hot |warm )?(?:onto|over|on) (\d+) ?g (?:of )?ice\b/,
  );
  if (ice) doing.verb ??= { kind: 'onto-ice', iceG: Number(ice[1]), strained: hotOn };
  else if (take(/\b(?:over|on|with) ice\b|^ ice $/))
    doing.verb ??= { kind: 'onto-ice', iceG: undefined, strained: hotOn };
  if (doing.verb?.kind === 'onto-ice') take(/\bshaken\b|\bstrained hot\b/);
  const out =
    take(/^ (?:take |lift )?(?:the )?([\p{L}]+(?: [\p{L}]+)?) out $/u) ??
    take(/^ (?:lift|take) (?:out )?(?:the )?([\p{L}]+(?: [\p{L}]+)?)(?: out)? $/u);
  if (out) doing.verb ??= { kind: 'out', what: out[1]! };

  const all = take(new RegExp(String.raw`\bto (${TIME}) in all\b|\b(${TIME}) in all\b`));
  if (all) {
    doing.minutes = minutesOf((all[1] ?? all[2])!);
    doing.inAll = true;
  }
  const to = take(
    new RegExp(
      String.raw`\b(heat|heated|warm|warmed|bring|brought|cool|cooled|chill|chilled)(?: down)?(?: up)? to ${DEGREES}`,
    ),
  );
  if (to) {
    const toC = degreesOf(to[2]!, to[3]!);
    if (toC !== undefined) doing.verb ??= { kind: /^c/.test(to[1]!) ? 'cool' : 'heat', toC };
  }
  const below = take(new RegExp(String.raw`\b(?:below|under) ${DEGREES}`));
  if (below) {
    const toC = degreesOf(below[1]!, below[2]!);
    if (toC !== undefined) doing.verb ??= { kind: 'cool', toC };
  }
  const at = take(new RegExp(String.raw`\b(?:kept )?(?:at|of) ${DEGREES}`));
  if (at) doing.atC = degreesOf(at[1]!, at[2]!);
  const time = doing.minutes === undefined ? take(new RegExp(String.raw`\b(?:for )?(${TIME})`)) : undefined;
  if (time) doing.minutes = minutesOf(time[1]!);

  if (take(/\bjust boiled\b/)) doing.justBoiled = true;
  for (const [re, verb] of VERBS) {
    const found = re.exec(low());
    if (!found || !standsAsVerb(low(), found)) continue;
    take(re);
    const said = verb(found);
    // "Sieve and press" is one strain.
    if (doing.verb?.kind === 'strain' && said.kind === 'strain' && said.press)
      doing.verb = { ...doing.verb, press: true };
    else doing.verb ??= said;
  }
  const left = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/^[,:]\s*|\s*[,:]$/g, '');
  const bare = left.toLowerCase().replace(FILLERS, ' ').trim();
  const says =
    doing.verb !== undefined ||
    doing.minutes !== undefined ||
    doing.lid !== undefined ||
    doing.underWeight ||
    doing.heldIn !== undefined;
  return { ...doing, rest: bare === '' && (says || doing.toTaste) ? '' : left };
}

const small = (text: string): boolean => text.replace(FILLERS, ' ').trim() === '';

/** A verb stands at one end of its piece; "crushed" before a noun says how that is, "crush" that it is done. */
function standsAsVerb(text: string, { index, 0: word }: RegExpExecArray): boolean {
  const tail = text.slice(index + word.length);
  if (small(tail)) return true;
  return small(text.slice(0, index)) && !/ed$/.test(word.trim());
}

type Making = (found: RegExpExecArray) => Verb;
const hands =
  (work: HandsWork): Making =>
  () => ({ kind: 'hands', work });

/** Verbs by their words, those first that others hold in them. */
const VERBS: readonly (readonly [RegExp, Making])[] = [
  [/\b(?:bring |brought )?to the boil\b|\bboil(?:ed)? up\b|\bbring to a boil\b/, () => ({ kind: 'boil-up' })],
  [/\b(?:cooled? )?(?:into |in )?an? ice[- ]bath\b|\bice[- ]bath\b/, () => ({ kind: 'ice-bath' })],
  [/\bcool(?:ed)?(?: down)? to lukewarm\b|\buntil (?:it is )?lukewarm\b/, () => ({ kind: 'cool', toC: 37 })],
  [
    /\b(?:left )?(?:in the pot )?until (?:it is )?(?:cool|cold)\b|\b(?:left )?to cool\b|\bcool(?:ed)?(?: down)?\b/,
    () => ({ kind: 'cool', toC: 30 }),
  ],
  [
    /\b(?:through|strain(?:ed)?|sieved?|filter(?:ed)?|by)\b(?: off)?(?: through)?(?: an?| the)?(?: fine)?(?: (sieve|cloth|muslin|paper|strainer))?\b|\b(cloth|muslin)\b/,
    (m) => {
      const by = m[1] ?? m[2];
      const through =
        by === undefined ? undefined : /cloth|muslin/.test(by) ? 'fine-cloth' : by === 'paper' ? 'paper' : 'sieve';
      return { kind: 'strain', through, press: false };
    },
  ],
  [
    /\b(?:press(?:ed)?|squeezed?)(?: out| well)?\b/,
    () => ({ kind: 'strain', through: undefined, press: true, pressOnly: true }),
  ],
  [/\boff the (?:heat|boil)\b/, () => ({ kind: 'off' })],
  [/\btoast(?:ed)?\b/, () => ({ kind: 'toast' })],
  [/\bsimmer(?:ed|ing)?\b/, () => ({ kind: 'simmer' })],
  [/\bboil(?:ed|ing)?\b(?! water)/, () => ({ kind: 'boil' })],
  [/\bon the counter\b/, () => ({ kind: 'counter' })],
  [/\bin the sun\b/, () => ({ kind: 'sun' })],
  [/\b(?:then )?(?:in |into )?the fridge\b|\bin fridge\b|\brefrigerated?\b/, () => ({ kind: 'fridge' })],
  [/\boff\b|\bsteep(?:ed|ing)?\b|\bof steeping\b|\bvented\b|\binfused?\b/, () => ({ kind: 'off' })],
  [/\bferment(?:ed)?\b/, () => ({ kind: 'ferment' })],
  [/\bblend(?:ed)?\b|\bpureed\b/, hands('blend')],
  [/\b(?:crush(?:ed)?|mash(?:ed)?|muddled?)\b(?=\s|$)/, hands('crush')],
  [/\bskim(?:med)?\b/, hands('skim')],
  [/\b(?:bottled?|bottles|jars|into bottles|in bottles)\b/, hands('bottle')],
];
