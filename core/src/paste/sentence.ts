import { readMinutes } from '../amounts';

// One sentence of a method, in marks: what is done, how long, how warm. What no mark takes is left over, and is told as not understood.

/** A sentence with what of it has been taken. */
export class Sentence {
  private readonly taken: boolean[];

  constructor(readonly text: string) {
    this.taken = Array.from({ length: text.length }, () => false);
  }

  /** Takes the first place that a mark has, where nothing of it was taken before. */
  take(re: RegExp): RegExpExecArray | undefined {
    const all = new RegExp(re.source, re.flags.includes('g') ? re.flags : `${re.flags}g`);
    for (let found = all.exec(this.text); found; found = all.exec(this.text)) {
      if (found[0] === '') all.lastIndex++;
      else if (!this.isTaken(found.index, found.index + found[0].length)) {
        this.mark(found.index, found.index + found[0].length);
        return found;
      }
    }
    return undefined;
  }

  isTaken = (from: number, to: number): boolean => this.taken.slice(from, to).some(Boolean);

  mark(from: number, to: number): void {
    for (let i = from; i < to; i++) this.taken[i] = true;
  }

  /** What is left, piece by piece: words in the order they stand, small words apart. */
  left(): readonly string[] {
    const pieces: string[] = [];
    let piece = '';
    for (let i = 0; i < this.text.length; i++) {
      if (this.taken[i]) {
        pieces.push(piece);
        piece = '';
      } else piece += this.text[i]!;
    }
    return [...pieces, piece]
      .map((p) => p.replace(/\s+/g, ' ').replace(/^[\s,.:;()\-–]+|[\s,.:;()\-–]+$/g, ''))
      .filter((p) => meaning(p) !== '');
  }
}

const SMALL =
  /\b(?:a|an|the|and|or|of|in|into|to|it|its|them|this|that|these|those|then|with|for|on|onto|at|from|is|are|be|will|you|your|i|we|until|till|just|well|very|so|as|if|about|all|some|over|up|out|let|put|place|add|added|adding|pour|stir|stirring|in|back|now|again|all together|together|large|small|medium|big|heavy|deep|clean|sterili[sz]ed|heatproof|stainless|saucepan|pot|pan|kettle|jug|pitcher|jar|bowl|container|vessel|carafe|lid|glass(?:es)?|bottles?|mixture|liquid|liquor|tea|drink|infusion|concentrate|brew|syrup|everything|ingredients?|make|sure|once|when|while|after|before|first|next|finally|meanwhile|gently|carefully|slowly|occasionally|well|good|nice|desired|completely|fully|longer|more|another|by|allow|allowing|leave|left|set|aside|bring|brought|combine|combined|mix|mixed|together|use|using|give|keep|turn|down|off|one|through|mesh|fine|fine-mesh|sieve|strainer|cloth|muslin|cheesecloth|coffee|filter|solids?|them|any|each|other|side|top|room|temperature|medium-high|medium-low|high|low|heat|hot|warm|boiling|sweeten(?:ed)?|day|now|thru|med|while|still|its|it's|thoroughly|drop|throw|tip|toss|maybe|do|does|so|ready|right|away|also|too|can|may|want|need|like|thing|ok|hours?|minutes?|remaining|rest|dilute|simmering|gentle|through|chilled?|enough|tall|individual|clean|splash|garnish(?:ed)? with)\b/gi;
const meaning = (piece: string): string => piece.replace(SMALL, ' ').replace(/[\s,.:;()'"\-–!]+/g, '');

const NUM = String.raw`(?:\d+(?:[.,]\d+)?|\d+ \d\/\d|\d\/\d|\d*[½¼¾⅓⅔]|an?|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|half an)`;
const UNIT = String.raw`(?:minutes?|mins?|hours?|hrs?|h|seconds?|secs?|days?|weeks?)`;
const TIME = new RegExp(
  String.raw`\b(?:for |about |around |at least |up to |approximately |roughly |another |a further )*(${NUM}(?: ?(?:-|–|to|or) ?${NUM})?(?: and a half)? ?${UNIT}(?: and a half)?)\b(?: or (?:so|more|overnight|longer|until [\p{L} ]+)| more)?`,
  'iu',
);
const OVERNIGHT = /\b(?:for )?(?:overnight|over night|until the next (?:day|morning))\b/i;
const FEW = /\b(?:for )?a (few|couple of) (minutes|hours)\b/i;

/** How long, minutes, with the words that told it; taken out of the sentence. */
export function takeTime(s: Sentence): { minutes: number; words: string; guess: boolean } | undefined {
  const time = s.take(TIME);
  if (time) {
    const words = time[1]!;
    const minutes = readMinutes(asFigure(words)).typical;
    if (minutes !== undefined && minutes > 0) return { minutes, words, guess: false };
  }
  const night = s.take(OVERNIGHT);
  if (night) return { minutes: 720, words: night[0], guess: false };
  const few = s.take(FEW);
  if (few) {
    const minutes = few[1] === 'few' ? 4 : 2;
    return { minutes: few[2]!.startsWith('h') ? minutes * 60 : minutes, words: few[0], guess: true };
  }
  return undefined;
}

const SAID: Readonly<Record<string, string>> = {
  a: '1',
  an: '1',
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  seven: '7',
  eight: '8',
  nine: '9',
  ten: '10',
  twelve: '12',
  fifteen: '15',
  twenty: '20',
  thirty: '30',
  'half an': '0.5',
};

/** Words of a time as figures: "1 to 2 hours", "half an hour", "an hour and a half". */
function asFigure(words: string): string {
  let text = words.toLowerCase();
  const half = / and a half/.test(text);
  text = text.replace(/ and a half/, '').replace(/ or /, ' to ');
  text = text.replace(
    /\b(half an|an?|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty)\b/g,
    (w) => SAID[w]!,
  );
  text = text.replace(/(\d+) (\d)\/(\d)/g, (_, n: string, a: string, b: string) =>
    String(Number(n) + Number(a) / Number(b)),
  );
  text = text.replace(/(?<!\d)(\d)\/(\d)/g, (_, a: string, b: string) => String(Number(a) / Number(b)));
  text = text.replace(/(\d*)([½¼¾⅓⅔])/g, (_, n: string, f: string) => String(Number(n || 0) + PART[f]!));
  return half ? text.replace(/\d+(?:\.\d+)?/, (n) => String(Number(n) + 0.5)) : text;
}
const PART: Readonly<Record<string, number>> = { '½': 0.5, '¼': 0.25, '¾': 0.75, '⅓': 1 / 3, '⅔': 2 / 3 };

/** How warm, "80 °C", "175 °F", with the words that told it: of a span its middle. */
export function takeDegrees(s: Sentence): { told: string; words: string } | undefined {
  const found = s.take(
    /\b(?:to |at |of |about |around |between )*(\d{2,3})(?: ?(?:-|–|to|and) ?(\d{2,3}))? ?(?:°|º|degrees?)? ?(c|f|celsius|fahrenheit)\b(?: ?\(\d{2,3} ?°? ?[cf]\)| ?\/ ?\d{2,3} ?°? ?[cf]\b)?/i,
  );
  if (!found) return undefined;
  const [words, low, high = low, unit] = found as unknown as [string, string, string | undefined, string];
  const middle = Math.round((Number(low) + Number(high)) / 2);
  return { told: `${middle} °${unit.charAt(0).toUpperCase()}`, words: words.trim() };
}
