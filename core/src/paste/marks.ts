// Marks of what is done, as recipes write it: what a translator looks for in a sentence, and where a sentence is cut.

/** Verbs that begin what is done next. */
const NEXT =
  'add|bring|boil|simmer|heat|pour|put|place|strain|stir|mix|cover|remove|take|turn|let|leave|steep|stand|cool|chill|refrigerate|serve|fill|top|squeeze|reduce|allow|set|bottle|discard|crush|toast|grate|dissolve|sweeten|dilute|soak|whisk|blend|return|warm|infuse|muddle|sprinkle|transfer|press|pressing|switch|lower|combine|filter|mash|bash|bruise|liquidise|liquidize|off the heat|make|finish|garnish|keep|store|taste|once|when|lid';

/** A sentence in what is said one after the other: at its commas, and where "and" or "then" begins another verb. */
export function segmentsOf(text: string): string[] {
  const cut = new RegExp(
    String.raw`,\s+(?:and |then |and then )?(?=(?:the )?(?:${NEXT})\b)|,\s+(?:and )?then\s+|(?<=\b\d+ ?(?:mins?|minutes?|hours?|hrs?|h)\b[^,]{0,24}),\s+(?=\d|[½¼¾⅓⅔]|an? )|\s+(?:and then|and|then)\s+(?=(?:${NEXT})\b)|,\s+(?=(?:the )?(?:rest|remaining|remainder)\b)`,
    'i',
  );
  return text
    .split(cut)
    .map((p) => p.trim())
    .filter((p) => p !== '');
}

/** Done to a thing before it goes in: nothing that the pot does. */
export const PREPARES =
  /^(?:wash|rinse|peel|cut|chop|slice|grate|crack|bruise|halve|measure|gather|prepare|sterili[sz]e)\b(?!.*\d ?(?:ml|l|cups?|litres?)\b)/i;

/** What is left to who makes it: kept in the note. */
export const OPTIONAL = /\b(?:if (?:you )?(?:like|desired|wish|want)|optional(?:ly)?)\b/i;

/** What works for days is no steep. */
export const DAY_MIN = 1440;

/** "1 part syrup to 4 parts water", "1:1 with milk". */
export const PARTS =
  /\b(?:(\d) ?: ?|(?:serve |mix )?(one|\d) parts?(?: (?:of )?(?:the )?[\p{L}]+)?(?: |(?=,))(?:to|with|and|plus|,)) ?(\d{1,2}|one|two|three|four|five|six)(?: parts?)?(?: (?:of|with))?(?: (?:the|cold|chilled))* ((?:sparkling |soda |still |fizzy )?(?:water|milk|soda|lemonade|tonic))\b/iu;

/** Filled up with water or with something that sparkles, nobody says how much. */
export const TOPPED =
  /\b(?:top(?:ped)?(?: (?:it|up|off|each|the|glass|glasses|jug))*|diluted?(?: it)?|finish|lengthen) with (?:(?:cold|chilled|still|iced|more|plain|a little|some) )*(?:(?:sparkling|soda|tonic|fizzy) )?(?:water|soda)\b(?! to (?:make|\d))/i;

/** Poured hot, and not over ice. */
export const SERVED_HOT =
  /\b(?:serve(?:d)?|drink|drunk|enjoy(?:ed)?|pour(?:ed)?)(?: it)? (?:very |while )?(?:hot|warm)\b(?! (?:or|and) (?:cold|iced|chilled|over))/i;

/** What is put onto the glass, or beside it. */
export const SERVING = /^(?:and |then )?(?:to )?(?:serve|garnish|decorate)\b(?!.*\b(?:water|soda|syrup)\b)/i;

/** So much in a glass, of several things. */
export const PER_GLASS =
  /^(?:per|for each|in(?:to)? (?:each|a)) (?:tall )?(?:glass|serving|drink)\b.*\d|\d.*\b(?:per|for each|in(?:to)? (?:each|a|every)|to (?:each|a|every)) (?:tall )?(?:glass|serving|person)\b.*\d/i;

/** Over ice, by whatever words. */
export const SERVED_OVER_ICE =
  /\b(?:serve(?:d)?|pour(?:ed)?|fill(?: the| each| tall| your| some)* (?:glass|glasses|tumblers?))\b[^,]*?\b(?:over|with|on) (?:plenty of |lots of |crushed |cubed |the )?ice(?: cubes)?\b|\bover (?:plenty of |lots of |crushed )?ice(?: cubes)?\b/i;

/** Boiled down by a share, or to one. */
export const REDUCED =
  /\b(?:until )?(?:it (?:is |has )?)?(?:reduced?|boil(?:ed)? down|simmer(?:ed)? down)(?: it| down)? (?:by (half|a third|a quarter)|to (half|a third|a quarter|two thirds))\b/i;

/** What is left where so much is boiled off. */
export const LEFT_OF: Readonly<Record<string, string>> = {
  half: 'half',
  'a third': 'two thirds',
  'a quarter': 'three quarters',
};

/** A vessel by its size: "a 1.5 l bottle", "a half gallon jar". */
export const VESSEL =
  /\b((?:half(?: an?)?[ -]|\d+(?:[.,]\d+)?[ -]?|one[ -]|an? )(?:gallon|gal|quart|qt|pint|litre|liter|l|ml))s?[ -](?:\p{L}+ )?(?:jars?|bottles?|pitchers?|jugs?|containers?|carafes?)\b/iu;

/** Filled with water, nobody says how much. */
export const FILLED_WITH_WATER =
  /\b(?:fill(?:ed)?(?: (?:it|(?:the|an?) [\p{L}\d-]+(?: \p{L}+)?))?(?: up)?|top(?:ped)?(?: it)? up) with (?:(?:cool|cold|fresh|filtered|tap|plain|boiling|hot) )*water\b/iu;

/** Left to cool. */
export const COOLS =
  /\b(?:(?:let |leave |allow )?(?:it |them )?(?:to )?cool(?:ed|s|ing)?(?! (?:water|dark|dry|place|tap))(?: down| off| completely| slightly| to room temp(?:erature)?)*|until (?:it is |it's |completely |well |very )*(?:cool|cold|chilled|lukewarm)|when (?:it is )?(?:cool|cold))\b/i;

/** Left to draw. */
export const STEEPS =
  /\b(?:steep(?:ed|ing|s)?|infus(?:e|ed|ing)|brew(?:ed|ing)?(?= (?:for|\d|it|the))|(?:let|leave|left|leaving|allow)(?: (?:it|them|everything|the [\p{L}]+|to))*(?: to)?(?: (?:stand|sit|rest|soak|stew|cool and steep))|wait(?:ing)?(?= (?:for|\d|another))|stand(?:s|ing)?(?= (?:for|\d|an|half|overnight|until))|sit(?:s|ting)?(?= (?:for|\d|overnight|until))|rest(?= (?:for|\d))|soak(?:ed|ing)?|leave(?: (?:it|them|everything))*(?= (?:for|overnight|\d|to)))\b/iu;

/** Strained, or what was steeped is lifted out. */
export const STRAINS =
  /\b(?:strain(?:ed|ing)?(?: (?:out|off|it|well))*|filter(?:ed)?(?! paper| water| cold| tap)|sieve(?:d)?\b|(?:pass|push|press)(?:ed)? (?:it )?through|(?:pour(?:ed)?|run) (?:it )?through|discard(?:ing)?(?: the)? (?:solids?|leaves|bags?|flowers|spices|herbs)|(?:remove|removed|take out|lift out|fish out|discard)(?: and discard)?(?: the)? (?:tea ?bags?|bags?|leaves|solids|hibiscus|flowers|herbs|spices|calyces|sachets?|infuser|sprigs?))\b/i;

/** Parts that are no brew: what is done with what came of the others. */
export const NO_BREW =
  /^(?:serving|sweeten|sweetening|garnish|decoration|the (?:drink|glass|jug)|serve|finish|assembl\w*|topping|mixing|bottling)$/i;

/** What is told about a recipe and is no step of it. */
export const STORY =
  /^(?:avoid|don't|do not|not suitable|warning|caution|consult|enjoy|cheers|bon appetit|my |this |these |i |we |she |he |it(?:'s| is) (?:a|the|best)|perfect|note|tip|keeps?\b|store\b|will keep)/i;
