import { singular } from '../amounts/vocabulary';

// A thing of a recipe's list: its amount, its words, and how a card tells it.

/** Words that go with a thing's name, and name it by themselves where there is one such thing. */
export const TAILS = new Set(
  'juice zest peel rind flower leaf stick bag teabag slice sprig petal calyx syrup water pod seed piece root berry powder'.split(
    ' ',
  ),
);

const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?(?:\s*[-–]\s*\d+(?:[.,]\d+)?)?(?:\s\d\/\d)?|\d\/\d|\d*[½¼¾⅓⅔⅛]|half an?|an?|one|two|three|four|five|six|seven|eight|ten|twelve|a few|a couple of|(?:the )?(?:juice|zest|peel|rind) of(?: \S+)?)`;

/** A number and the words after it, up to where something else begins. */
const WORD = String.raw`(?!(?:and|with|to|in|into|for|until|then|over|on|at|from|or|while|once|when|below|above|that|which|if|\d[\d.,–-]* ?(?:mins?|minutes?|hours?|hrs?|h|secs?|seconds?|days?)|min|mins|minutes?|hours?|hrs?|h|°)\b)[\p{L}°'/½¼¾⅓⅔\d.-]+(?:\s*\([^)]*\))?`;

/** An amount where a sentence tells one: a number and the words after it. */
export const AMOUNT = new RegExp(
  String.raw`(?<![\p{L}\d])(?:${NUMBER}|\d+(?:[.,]\d+)? ?(?:kg|g|ml|cl|l|oz|lbs?)\b)(?: and a half)?(?:[ -]+${WORD}){1,6}`,
  'iu',
);

/** Words in many names that alone name nothing. */
export const WEAK_WORDS = new Set(
  (
    'cup cups tbsp tsp teaspoon tablespoon gram grams g kg ml cl l litre liter litres liters oz ounce ounces lb quart pint gallon pinch handful piece pieces knob inch cm large small medium fresh freshly dried dry ' +
    'ground whole chopped sliced peeled crushed grated cut cold hot warm boiling divided optional more taste for the and of to or a an about plus extra ripe organic good quality loose black green white red brown fine finely roughly thinly thin thick packed heaped level leaf leaves flower petal juice peel zest bag stick clove'
  )
    .split(' ')
    .filter((w) => !['clove'].includes(w)),
);

/** The words of a text, in the singular. */
export const wordsOf = (text: string): ReadonlySet<string> =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}]+/u)
      .filter((w) => w.length > 2)
      .map(singular),
  );

/** A thing's own name, without its amount. */
export const plainName = (told: string): string =>
  told
    .replace(/^[\d\s½¼¾⅓⅔⅛.,/–-]+/u, '')
    .replace(/^(?:an? |one |two |three |half )/i, '')
    .replace(
      /^(?:cups?|tbsps?|tsps?|teaspoons?|tablespoons?|g|grams?|kg|ml|cl|l|litres?|liters?|oz|ounces?|quarts?|pints?|gallons?|lbs?|pounds?|handfuls?|pinch(?:es)?|slices?|pieces?|strips?|sprigs?)\b\.?\s*(?:of )?/i,
      '',
    );

/** A line of a list as a card tells it: in one piece, the amount first. */
export function cleaned(line: string): string {
  let text = line
    .replace(
      /(\d[\d.,]* ?(?:kg|g|ml|litres?|l))\s*(?:\/|\()\s*\d[\d¼½¾.,/ ]*\s?(?:lbs?|oz|fl oz|pints?|cups?|tbsp)(?:\s*\d+[½¼¾]?\s?oz)?\)?/i,
      '$1',
    )
    // Whether it is dry or fresh is no aside.
    .replace(/\s*\([^)]*\b(dried|fresh|frozen|ground)\b[^)]*\)/i, (m, what: string) => (/\d/.test(m) ? m : ` ${what}`))
    .replace(/\s*\([^)]*\)/g, (m) =>
      /\d\s*(?:g|ml|kg|l)\b/i.test(m) && !/\d\s*(?:g|ml|kg|l)\b/i.test(line.replace(m, '')) ? m : ' ',
    );
  // "8 bags of 2 g", "8 bags (2 g each)": so many times so much.
  const each = /^(\d+) ([\p{L} -]+?)\s*(?:of|@|,|\(|x|×)\s*(?:about )?(\d+(?:[.,]\d+)?) ?g(?: each)?\)?$/iu.exec(text);
  if (each && /bags?\b/i.test(each[2]!))
    text = `${Math.round(Number(each[1]) * Number(each[3]!.replace(',', '.')) * 100) / 100} g ${/\btea/i.test(each[2]!) ? each[2]! : each[2]!.replace(/ ?bags?(?: of)? ?/i, '')}`;
  const behind =
    /^([\p{L}][\p{L} '-]+?)\s*(?:[:,–-]|\s-\s)\s*((?:about )?[\d½¼¾⅓⅔].*|half|one|two|three)$/iu.exec(text) ??
    /^([\p{L}][\p{L} '-]+?) ((?:about )?[\d½¼¾⅓⅔][\d.,/½¼¾⅓⅔ ]* ?(?:kg|g|ml|cl|l|litres?|cups?|tbsps?|tsps?|oz|lbs?|sticks?|pieces?|slices?|pods?|bags?)\b.*)$/iu.exec(
      text,
    );
  if (behind) text = `${behind[2]!.trim()} ${behind[1]!}`;
  text = text
    .replace(
      /\s*,?\s*\b(?:divided|optional|or more|plus (?:more|extra)\b.*|to start|at room temperature|for garnish|to garnish|for serving|to serve)\b.*$/i,
      '',
    )
    .replace(/^(?:about|approx\.?|approximately|ca\.?|around|the)\s+/i, '')
    .replace(
      /^(?!.*\b(?:inch|cm)\b)(.*?\d+\S* (?:(?:k?g|ml|oz|lbs?|cups?|tbsps?|tsps?) )?|an? |one |two |three )([\p{L} ]+), (?:thinly |thickly )?sliced\b.*$/iu,
      '$1sliced $2',
    )
    .replace(
      /,(?=\s*(?:peeled|sliced|chopped|crushed|grated|bruised|smashed|finely|roughly|thinly|cut|washed|rinsed|broken|halved|torn|juiced|or to taste|lightly|coarsely|packed|loosely|cold|boiling|filtered|cracked|stoned|pitted|scrubbed)\b).*$/i,
      '',
    )
    .replace(/\b(?:freshly |just[- ]|recently )?boiled (?=water)/i, 'boiling ')
    .replace(/\b(?:still|filtered|spring|tap|fresh|plain|good) (?=(?:cold |boiling )?water)/i, '')
    .replace(
      /\b(?:unwaxed|organic|regular|standard|ordinary|good[- ]quality|family[- ]size|best|your favou?rite)\b ?/gi,
      '',
    )
    .replace(/^([\d./ ½¼¾⅓⅔]+) ?c(?= )/i, '$1 cup')
    .replace(/^([\d./ ½¼¾⅓⅔]+) ?gal(?= )/i, '$1 gallon');
  text = text
    .replace(/\b(?:freshly|fresh)[- ](?:squeezed|ground|grated|brewed|picked|cracked) ?/gi, '')
    .replace(/\b(?:culinary|granulated|caster|superfine|loose[- ]leaf|store[- ]bought|bottled|food[- ]grade) ?/gi, '')
    .replace(/\bsimple syrup\b/i, 'syrup of 50 °Bx');
  for (const [re, is] of ALSO_CALLED) text = text.replace(re, is);
  return text
    .replace(/,\s+/g, ' ')
    .replace(/[;\n]/g, ' ')
    .replace(/\.(?=\s|$)/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

/** Names that the table does not have, and what it calls them. */
const ALSO_CALLED: readonly (readonly [RegExp, string])[] = [
  [/\bpimento(?: berries| seeds)?\b/i, 'allspice berries'],
  [/\bsencha(?: green)?(?: tea)?\b/i, 'green tea'],
  [/\b(?:assam|ceylon|darjeeling|english breakfast|breakfast)(?: black)? ?(?=tea|leaf|leaves)/i, 'black '],
  [/\b(?:flor de jamaica|jamaica flowers?|karkad[eé]h?|bissap|sorrel (?:flowers|petals|calyces))\b/i, 'hibiscus'],
  [/\bginger root\b/i, 'ginger'],
  [/\b(?:gunpowder|dragonwell|longjing|bancha|gyokuro)(?: green)?(?: tea)?(?: leaves)?\b/i, 'green tea'],
  [
    /\b(?:earl gr[ea]y|lapsang souchong|keemun|yunnan|assam|ceylon|darjeeling|english breakfast|irish breakfast)(?: tea)?(?: leaves)?\b(?! cinnamon)/i,
    'black tea',
  ],
  [/\blime (?:blossoms?|flowers?)\b/i, 'linden'],
  [/\blemon ?grass\b/i, 'lemongrass'],
  [/\bagua\b/i, 'water'],
  [/\bcanela\b/i, 'cinnamon'],
  [/\bclavos?\b/i, 'cloves'],
];
