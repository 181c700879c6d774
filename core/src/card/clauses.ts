// A card's text in its clauses and pieces, before anything of it is understood.

/** Pieces that begin so belong to the piece before them: "2 lemons, juiced". */
const GOES_ON =
  /^(juiced|zested|peeled|sliced|crushed|broken|chopped|packed|loose|halved|grated|stoned|pitted|cored|with its|without the|drained|split|torn|or to taste)\b/i;
const FIGURE = String.raw`(?:\d|[½¼¾⅓⅔]|a |an |half |the juice |juice of )`;
const WATERY = String.raw`[\d½¼¾⅓⅔.,/ ]+\s*(?:ml|cl|dl|l|litres?|liters?|cups?|qts?|quarts?|pints?)\b`;
/** Said of a whole clause, behind its last piece. */
const OF_ALL =
  /\s+((?:by the|by|per|in each|for each|into each|to each|a|each) glass|toasted (?:for )?\d+ ?min(?:utes?)?|in a (?:cloth )?bag|in a basket)$/i;

/** Clauses of a card, each with what goes in and what is done. */
export const clausesOf = (text: string): string[] =>
  text
    .replace(/[*•]/g, ' ')
    .split(/[;\n]|\.\s|\.$/)
    .map((c) => c.trim())
    .filter((c) => c !== '');

/** "1 tsp each fennel, coriander and peppercorn": so much of each of them. */
function eachOf(clause: string): string {
  const each = /^((?:[\d½¼¾⅓⅔.,/ ]+|an? )\p{L}+) each(?: of)?:? ([^\d½¼¾⅓⅔]+(?:,| and )[^,]+(?: \d+ ?min)?)$/iu.exec(
    clause,
  );
  if (!each) return clause;
  const ends = OF_ALL.exec(each[2]!);
  const things = (ends ? each[2]!.slice(0, ends.index) : each[2]!).split(/,\s+|\s+and\s+/);
  return things.map((t) => `${each[1]!} ${t}`).join(', ') + (ends?.[0] ?? '');
}

/**
 * The pieces of a clause: by its commas, but not those that a piece goes on after; two amounts joined by "and", "with" or "in" are two. What
 * is said behind the last of several that are joined is said of all of them.
 */
export function piecesOf(clause: string): string[] {
  const pieces: string[] = [];
  for (const piece of eachOf(clause).split(/,\s+/)) {
    const last = pieces.at(-1);
    if (last !== undefined && GOES_ON.test(piece)) pieces[pieces.length - 1] = `${last}, ${piece}`;
    else {
      const joined = piece.split(new RegExp(String.raw`\s+(?:and|with)\s+(?=${FIGURE})|\s+in\s+(?=${WATERY})`, 'i'));
      const ends = joined.length > 1 ? OF_ALL.exec(joined.at(-1)!)?.[0] : undefined;
      pieces.push(...joined.map((j, i) => (ends && i < joined.length - 1 ? j + ends : j)));
    }
  }
  return pieces.map((p) => p.trim()).filter((p) => p !== '');
}

/** Where a clause says that what follows belongs: a brew by its name, the jug, the glass, or a vessel of some size. */
export type Head = {
  place?: 'jug' | 'glass';
  brew?: string;
  vessel?: { kind: 'jar' | 'pot'; ml?: string };
  rest: string;
};

const PLACES: readonly (readonly [RegExp, Head['place']])[] = [
  [/^(?:cold|jug|in the jug|into the jug|then the jug)\s*(?:,\s*together)?\s*:\s*/i, 'jug'],
  [/^into the jug(?: with)?\s+(?!:)/i, 'jug'],
  [/^(?:glass|a glass|in each glass|in the glass|each glass|by the glass|to serve)\s*:\s*/i, 'glass'],
  [/^(?:in|into) (?:the|each|a) glass(?: with)?\s+(?!:)/i, 'glass'],
];
const VESSEL =
  /^(?:in )?(?:an? )?(?:([\d.,½]+ ?(?:ml|cl|l|litres?|liters?|qts?|quarts?)) )?(jar|jug|teapot|pot|pan|saucepan)(?: of ([\d.,½]+ ?(?:ml|cl|l|litres?|liters?|qts?|quarts?)))?\s*:\s*/i;
/** Words before a colon that name no brew. */
const NO_NAME = /^(off|then|after|before|cold|hot|note|notes|makes|serves)$/i;

/** The name that a clause begins with, if it does: "For the syrup:". */
export function headOf(clause: string): Head {
  for (const [re, place] of PLACES) {
    const found = re.exec(clause);
    if (found && place) return { place, rest: clause.slice(found[0].length) };
  }
  const vessel = VESSEL.exec(clause);
  if (vessel && (vessel[1] ?? vessel[3])) {
    const kind = /^(pot|pan|saucepan)$/i.test(vessel[2]!) ? 'pot' : 'jar';
    return { vessel: { kind, ml: (vessel[1] ?? vessel[3])! }, rest: clause.slice(vessel[0].length) };
  }
  const brew = /^([\p{L}][\p{L} ]{1,30}):\s+/u.exec(clause);
  if (brew && !NO_NAME.test(brew[1]!)) return { brew: brew[1]!, rest: clause.slice(brew[0].length) };
  return { rest: clause.replace(/^(off|then|after):\s+/i, '$1 ') };
}
