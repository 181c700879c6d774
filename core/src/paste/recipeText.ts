// A pasted text in its recipes, and each of them in its title, its list and its method, before anything of it is understood.

/** A line of a recipe's text, with the part it stands under: "For the syrup". */
export type TextLine = { text: string; part: string | undefined };

/** A recipe's text: its list of things, what is done, and what stands besides. */
export type RecipeText = {
  title: string;
  things: readonly TextLine[];
  steps: readonly TextLine[];
  /** how much it makes, stories, sources: kept for the note */
  besides: readonly string[];
};

const LIST_HEAD =
  /^(?:the )?(?:ingredients?|you(?:'ll| will)? need|what you need|shopping list|for \d+ (?:people|glasses|servings))\b(?:\s*\([^)]*\))?[^a-z0-9]*$/i;
const STEP_HEAD =
  /^(?:the )?(?:method|directions?|instructions?|preparation|procedure|steps?|how to(?: make(?: it)?)?|to make(?: it)?|what to do|making it)\b[^a-z0-9]*$/i;
const NOTE_HEAD = /^(?:notes?|tips?|storage|variations?|nutrition|equipment|source|about)\b[^a-z0-9]*$/i;
const PART_HEAD =
  /^(?:for|to make|to(?= (?:sweeten|serve|finish|garnish|decorate)\b)) (?:the )?([\p{L}][\p{L} -]{1,30}?)\s*:?$/iu;
const COLON_HEAD = /^([\p{L}][\p{L} -]{1,30}):$/u;
const BESIDES =
  /^(?:(?:serves|makes|yields?|servings?|prep(?:aration)?(?: time)?|cook(?:ing)? time|total(?: time)?|ready in|time|source|from|by|author|course|cuisine|keywords?|rating|difficulty)\b\s*[:\-–]?\s.*|.*\b(?:serves|servings?)\s*:?\s*\d+.*)$/i;
/** A line that begins as an amount does. */
const AMOUNT_START =
  /^(?:about |approx\.? |ca\.? )?(?:\d|[½¼¾⅓⅔⅛⅜⅝⅞]|an? (?:\p{L}+ )?(?:cup|handful|pinch|knob|piece|stick|bunch|few|dash|splash|litre|liter|bag|thumb|slice|sprig)|half\b|one |two |three |four |five |six |eight |ten |twelve |(?:the )?(?:juice|zest|peel|rind|rind and core) of|handful|pinch|knob|few |some |ice\b)/iu;
const NUMBERED =
  /^(?:step\s*)?\d{1,2}(?:\s*[.):]\s+|\s+(?=(?:add|bring|boil|simmer|heat|pour|put|place|strain|sieve|stir|mix|cover|remove|take|let|leave|steep|cool|chill|serve|combine|reduce|bottle|dissolve)\b))/i;
const BULLET = /^[-*•‣◦▢□–—☐]+\s*/u;
const VERB_START =
  /^(?:first|then|next|meanwhile|finally|now|once|when|after|in an?|into|to serve|combine|add|bring|boil|simmer|heat|pour|put|place|strain|stir|mix|cover|remove|take|let|leave|steep|cool|chill|refrigerate|serve|fill|top|squeeze|wash|rinse|turn|reduce|allow|set|bottle|store|discard|crush|toast|grate|peel|cut|slice|dissolve|sweeten|taste|dilute|make|brew|soak|whisk|blend|return|use|enjoy|garnish|keep|warm|infuse|muddle|sprinkle|transfer|press|sieve)(?![-\w])/i;

type State = 'before' | 'things' | 'steps' | 'notes';

/** Over the clauses of a card of this house that is sent as text: what is read back of it, whatever else it tells. */
export const CARD_HEAD = 'As it stands on the card';

/** A card of this house in its title and its clauses; any other text as it is. */
function ownCardIn(lines: string[]): string[] {
  const head = lines.indexOf(CARD_HEAD);
  const title = lines.find((l) => l !== '');
  if (head < 0 || title === undefined) return lines;
  const rest = lines.slice(head + 1);
  const from = rest.findIndex((l) => BULLET.test(l));
  const after = rest.slice(Math.max(0, from));
  const to = after.findIndex((l) => !BULLET.test(l));
  return from < 0 ? lines : [title, '', ...after.slice(0, to < 0 ? undefined : to).map((l) => l.replace(BULLET, ''))];
}

/** A text's recipes: several are told apart by a rule, or by a title over a new list. */
export function recipesIn(text: string): readonly RecipeText[] {
  const lines = ownCardIn(plainLines(text));
  const found: RecipeText[] = [];
  let block: string[] = [];
  let title = '';
  const end = (): void => {
    if (block.some((l) => l !== '')) found.push(recipeOf(block, title));
    [block, title] = [[], ''];
  };
  lines.forEach((line, i) => {
    // A rule under one line alone is under a title.
    const underlined = block.filter((l) => l !== '').length === 1 && block.at(-1) !== '';
    const rule = /^(?:[-=_*~#]{3,}|recipe \d+\s*:?)$/i.test(line);
    // A title of its own with a list head under it, after a recipe that has its method.
    const next = lines.slice(i + 1).find((l) => l !== '') ?? '';
    const again = LIST_HEAD.test(next) && !isHead(line) && line !== '' && block.some((l) => LIST_HEAD.test(l));
    if (rule && underlined) [block, title] = [[], block.find((l) => l !== '')!];
    else if (rule || again) end();
    if (!rule) block.push(line);
  });
  end();
  return found.filter((r) => r.things.length + r.steps.length > 0);
}

const isHead = (line: string): boolean => [LIST_HEAD, STEP_HEAD, NOTE_HEAD].some((re) => re.test(line));

/** Dots behind a unit that end no sentence. */
const UNIT_DOTS =
  /\b(c|[Tt]bsps?|[Tt]bs|[Tt]sps?|oz|fl|lbs?|gal|qts?|pts?|pkg|approx|ca|mins?|hrs?|no|vol)\.(?=[,)]|\s+[\p{Ll}\d(])/gu;

/** Lines without marks of a page or a message; blank ones are kept as such. */
function plainLines(text: string): string[] {
  return (
    text
      .replace(/\r\n?/g, '\n')
      .replace(/[\u00a0\u2007\u202f]/g, ' ')
      .replace(/⁄/g, '/')
      .replace(/[‘’]/g, "'")
      .replace(/[“”]/g, '"')
      .replace(UNIT_DOTS, '$1')
      .replace(/\b(\d+)ish\b/gi, '$1')
      .replace(/\bw\/ ?/gi, 'with ')
      .replace(/ & /g, ' and ')
      .replace(/\bfrench press\b/gi, 'pot')
      .replace(/\b(juice|zest|peel) (?=\d|half|one|two|an? \p{L}+$)/giu, '$1 of ')
      .replace(/\b'?til\b/gi, 'until')
      .replace(/\bjust[- ]boiled water\b/gi, 'boiling water')
      .replace(/(\d) (?:more|further|additional) (?=(?:min|hour|hr|sec))/gi, '$1 ')
      .replace(/, (?:heat |then )?off(?=,)/gi, ', off the heat')
      .replace(/(\d[\d.,]* ?g) ?\/ ?(?:l|lit(?:re|er))\b(?: of)? (\p{L}+(?: tea)?)/giu, '$1 $2 per litre')
      .replace(/^([-*•]?[ \t]*)(mug|cup|glass) of /gim, '$11 $2 of ')
      // Water by what was done with it before: "water that has come off the boil and cooled to about 85", "500 ml boiling", "top up with cold".
      .replace(
        /\bwater,? (?:(?:that|which)(?:'s| is| has)? )?(?:just )?(?:come |been )?(?:taken )?off the boil(?:,? and (?:then )?cooled to (?:about |around )?(\d{2,3})(?: ?°? ?[cC])?\b)?/gi,
        (_, warm: string | undefined) => (warm ? `water at ${warm} °C` : 'boiling water'),
      )
      .replace(
        /(\d ?(?:ml|cl|l|lit(?:re|er)s?|cups?|pints?) )(boiling|cold)(?=[,.;]|$| (?:and|then)\b)/gim,
        '$1$2 water',
      )
      .replace(/\bwith (cold|boiling)(?=[,.;]|$)/gim, 'with $1 water')
      .replace(/\bboiling water water\b/gi, 'boiling water')
      .replace(/\b(?:take )?(?:the )?(bags?|leaves) out\b/gi, 'remove $1')
      // A capital T is a tablespoon, a small one a teaspoon.
      .replace(/(\d|[½¼¾⅓⅔]) ?T\b\.?(?= ?\p{L})/gu, '$1 Tbsp ')
      .replace(/(\d|[½¼¾⅓⅔]) ?t\b\.?(?= ?\p{L})/gu, '$1 tsp ')
      // "10 g sencha / 1 L water / fridge 6 h": one after the other.
      .replace(/(?<=[\p{L}.)°]) \/ (?=[\p{L}\d½¼¾])/gu, ', ')
      .replace(
        /\ban? (cup|litre|liter|quart|pint|tablespoon|teaspoon|tbsp|tsp|gallon|pound|kilo)s? and a half\b/gi,
        '1 1/2 $1s',
      )
      .split('\n')
      .map((line) =>
        line
          .replace(/^(?:#+|>+)\s*/, '')
          // What Markdown would read as its own.
          .replace(/\\([\\`*_{}[\]<>()#+!|~.-])/g, '$1')
          .replace(/\*\*|__/g, '')
          .replace(/^[_*](\S.*\S)[_*]$/, '$1')
          // "Water ........ 3 qt"
          .replace(/\s*(?:\.{3,}|…+|(?:\. ){3,})\s*(?=\d|[½¼¾⅓⅔]|an? |half\b)/g, ': ')
          .replace(/\s+/g, ' ')
          .trim(),
      )
  );
}

/** @param underlined its title, where one stands over a rule */
function recipeOf(lines: readonly string[], underlined: string): RecipeText {
  const [things, steps, besides]: [TextLine[], TextLine[], string[]] = [[], [], []];
  const [, named = underlined, makes] = TITLE_WITH.exec(underlined) ?? [];
  let title = named.trim();
  if (makes) besides.push(makes.replace(/\)$/, ''));
  let part: string | undefined;
  let state: State = 'before';
  /** Sentence by sentence: a name, a list, or what is done. */
  const toldInOne = (told: string): void => {
    for (const s of sentences(told)) {
      if (title === '' && things.length + steps.length === 0 && s !== told && isName(s)) title = s;
      else if (steps.length === 0 && isListing(s)) {
        const made = LISTED_FOR.exec(s);
        if (made) besides.push(made[0].trim());
        things.push(
          ...listed(s.replace(LISTED_FOR, ''))
            .flatMap(expanded)
            .map((t) => ({ text: t, part })),
        );
      } else steps.push({ text: s, part });
    }
  };
  const headed = lines.some((l) => LIST_HEAD.test(l) || STEP_HEAD.test(l));
  lines.forEach((raw, at) => {
    const line = raw.replace(BULLET, '').trim();
    if (line === '' || /^step \d{1,2}\s*[:.]?$/i.test(line)) return;
    if (LIST_HEAD.test(line)) {
      const made = /\(([^)]*\d[^)]*)\)/.exec(line)?.[1];
      if (made) besides.push(made);
      return void ([state, part] = ['things', undefined]);
    }
    if (STEP_HEAD.test(line)) return void ([state, part] = ['steps', undefined]);
    if (NOTE_HEAD.test(line)) return void (state = 'notes');
    if (state === 'notes') return void besides.push(line);
    const inLine =
      /^(ingredients?|you(?:'ll| will)? need|you need|method|directions?|instructions?|to make(?: it)?)\s*[:\-–]\s*(.+)$/i.exec(
        line,
      );
    if (inLine) {
      state = /^(?:ing|you)/i.test(inLine[1]!) ? 'things' : 'steps';
      if (state === 'things') for (const t of listed(inLine[2]!).flatMap(expanded)) things.push({ text: t, part });
      else for (const s of sentences(inLine[2]!)) steps.push({ text: s, part });
      return;
    }
    const titledWith =
      title === '' && things.length + steps.length === 0 ? (TITLE_WITH.exec(line) ?? DRINK_OF.exec(line)) : null;
    if (titledWith) {
      title = titledWith[1]!.trim();
      return void besides.push(titledWith[2]!.replace(/\)$/, ''));
    }
    if (BESIDES.test(line) && !NUMBERED.test(raw)) return void besides.push(line);
    const head = PART_HEAD.exec(line) ?? COLON_HEAD.exec(line);
    if (head && line.split(' ').length <= 6) return void (part = partName(head[1]!));
    if (
      title === '' &&
      state === 'before' &&
      (!looksLikeThing(line) || isNumberedName(line, lines[at + 1]) || SO_MUCH_OF_A_DRINK.test(line)) &&
      !NUMBERED.test(line) &&
      things.length + steps.length === 0 &&
      isTitle(line, lines, at)
    )
      return void (title = line.replace(/[:.]$/, ''));
    const several = line
      .replace(/\.$/, '')
      .split(/;\s+|\s+[|•·]\s+/)
      .map((x) => x.trim());
    if (several.length > 1 && steps.length === 0 && several.every(looksLikeThing))
      return void things.push(...several.flatMap(expanded).map((t) => ({ text: t, part })));
    const titled =
      title === '' &&
      /^(?!(?:per|for|to|in) )([\p{L}][\p{L} ,'()-]{2,60})(?::| [—–]) (?=[\p{L}\d½¼¾])(.+)$/iu.exec(line);
    const drink = title === '' ? /^([^:]+): (.{40,})$/.exec(line) : null;
    if (drink && SO_MUCH_OF_A_DRINK.test(drink[1]!)) {
      title = drink[1]!;
      return toldInOne(drink[2]!);
    }
    if (titled && titled[2]!.length > 40) {
      title = titled[1]!;
      return toldInOne(titled[2]!);
    }
    const numbered = NUMBERED.test(raw.replace(BULLET, ''));
    const told = line.replace(numbered ? NUMBERED : /^$/, '');
    // What is done begins with a verb, whether or not its head was written.
    if (state === 'things' && VERB_START.test(told) && !AMOUNT_START.test(told)) [state, part] = ['steps', undefined];
    if (state === 'things')
      return void things.push(
        ...(isListing(told) ? listed(told) : [told]).flatMap(expanded).map((t) => ({ text: t, part })),
      );
    if (state === 'steps') {
      for (const s of sentences(told)) steps.push({ text: s, part });
      return;
    }
    // Without heads: a short line that begins with an amount is of the list, all else is what is done.
    const inList = things.length > 0 && isBetweenThings(told, lines[at + 1]);
    if ((looksLikeThing(told) || inList) && !numbered && steps.length === 0 && !VERB_INSIDE.test(told))
      things.push(...(isListing(told) ? listed(told) : [told]).flatMap(expanded).map((t) => ({ text: t, part })));
    else if (headed && state === 'before' && !VERB_START.test(told)) besides.push(told);
    else {
      // What is told of things is over once something is done.
      if (things.length > 0 && steps.length === 0) part = undefined;
      toldInOne(told);
    }
  });
  return { title: title || 'Pasted recipe', things, steps, besides };
}

const VERB_INSIDE = /[.;] |\b(?:boil|simmer|steep|strain|bring|pour|stir)\b.*\b(?:min|minutes|hours?|until)\b/i;
/** What is done stands in it: it is no line of a list. */
const DONE_INSIDE =
  /,.*\b(?:to the boil|to a boil|off the heat|simmer|steep|boil(?:ed)? \d|\d ?min(?:utes?)?|strain|lid o[nf]|in the fridge|heat to \d|crush|mash|blend|toast)\b/i;
/** The amount behind its name: "Cloves - 1 teaspoon". */
const AMOUNT_BEHIND =
  /^(?!(?:over|with|onto|into|in|for|at|about|to|on|from|per) )[\p{L}][\p{L} '()-]{1,40}(?: ?[-–:,] ?(?:about )?(?:\d|[½¼¾⅓⅔]|half\b|an? |to taste$)| \d[\d.,/ ]*[½¼¾⅓⅔]? ?(?:kg|g|ml|cl|l|litres?|cups?|tbsps?|tsps?|oz|lbs?|sticks?|pieces?|slices?|pods?|bags?)\b)/iu;
const TIME_START = /^(?:about )?\d[\d.,–-]* ?(?:h|hrs?|hours?|mins?|minutes?|secs?|seconds?|days?)\b/i;
const TO_TASTE = /^(?:\p{L}+ ){1,3}to taste$/iu;
const looksLikeThing = (line: string): boolean =>
  !DONE_INSIDE.test(line) &&
  !TIME_START.test(line) &&
  !LISTED_FOR.test(line) &&
  (TO_TASTE.test(line) || AMOUNT_START.test(line) || (AMOUNT_BEHIND.test(line) && !VERB_START.test(line))) &&
  line.length < 110 &&
  !/[.!?] \p{L}/u.test(line);

/** "Agua fresca | serves 6": a title, and what it makes behind it. */
const TITLE_WITH =
  /^([\p{L}][\p{L}\d '&,-]{2,60}?)\s*[|,.(–-]\s*((?:serves|makes|yields?)\b.*|\d[\d.,/ ]*(?:\p{L}+ ){0,2}(?:batch|servings?|people|glasses|pitchers?)\)?)$/iu;
/** "Mint limeade, 1 gallon": so much of a drink, behind its name. */
const DRINK_OF =
  /^((?:[\p{L}'-]+ ){0,5}(?:\p{L}*ade|tea|punch|cooler|cordial|tonic|fresca|soda))\s*[,(–-]\s*(\d[\d.,/ ]* ?(?:gal(?:lon)?s?|l|lit(?:re|er)s?|quarts?|qts?|pitchers?|jugs?|glasses))\)?$/iu;
/** "Three-spice tea" over a list or a space: a name, not an amount. */
const isNumberedName = (line: string, next: string | undefined): boolean =>
  !/\d|[½¼¾⅓⅔]/.test(line) &&
  /^(?:one|two|three|four|five|six|eight|ten|twelve)\b/i.test(line) &&
  (next === '' || LIST_HEAD.test(next ?? ''));
/** A few words that are no doing and no amount, before all else that is told in one line. */
const isName = (sentence: string): boolean =>
  /^(?:\S+(?: \S+){1,6}|\p{Lu}\S{4,})$/u.test(sentence) &&
  !/\d|[½¼¾⅓⅔,]/.test(sentence) &&
  !VERB_START.test(sentence) &&
  !AMOUNT_START.test(sentence);

const AMOUNT_INSIDE = /\d ?(?:k?g|m?l|cl|oz|min(?:ute)?s?|h(?:ou)?rs?|tbsps?|tsps?|cups?)\b/i;
/** "1 gallon sun tea": so much of a drink, and not of a thing that goes in. */
const SO_MUCH_OF_A_DRINK =
  /^(?:an? |\d[\d.,/ ]* ?)(?:gallons?|quarts?|pitchers?|jugs?|l|lit(?:re|er)s?|glass(?:es)?|cups?)(?: of)? (?:\p{L}+[ -]){0,4}(?:tea|punch|cooler|cordial|lemonade|limeade|ade|drink|fresca|soda|tonic|tisane|chai|infusion)$/iu;

/** Without an amount, and a thing follows: it is of the list as that is. */
const isBetweenThings = (line: string, next: string | undefined): boolean =>
  line.length < 60 &&
  !TIME_START.test(line) &&
  !VERB_START.test(line) &&
  !/[.!?]$/.test(line) &&
  next !== undefined &&
  looksLikeThing(next.replace(BULLET, ''));

/** The first line is a title where it is short and no sentence. */
const isTitle = (line: string, lines: readonly string[], at: number): boolean =>
  line.length <= 70 &&
  lines.some((l, i) => i > at && l !== '') &&
  !AMOUNT_INSIDE.test(line.replace(/\([^)]*\)/g, '')) &&
  !/[.!?]$/.test(line.replace(/\.$/, '')) &&
  !VERB_START.test(line) &&
  lines.slice(0, at).every((l) => l.length < 200);

const partName = (words: string): string => {
  const name = words.trim().toLowerCase();
  return name.charAt(0).toUpperCase() + name.slice(1);
};

const FRUIT = String.raw`(?:lemons?|limes?|oranges?|mandarins?|grapefruits?|clementines?)`;
/** "3 lemons, zest and juice": two things. */
function expanded(text: string): string[] {
  const behind = new RegExp(
    String.raw`^(.*?\d+|an?|one|two|three|four) (?:(?:unwaxed|organic|large|small|medium|ripe|fresh) )*(${FRUIT})[,:]? *\(?(?:finely |grated |the )*(zest|juice|peel)(?:ed|d)?(?: and (?:the )?(zest|juice|peel)(?:d)?)?(?: only)?\)?$`,
    'i',
  ).exec(text);
  if (behind)
    return [behind[3]!, behind[4]].flatMap((what) => (what ? [`${what} of ${behind[1]!} ${behind[2]!}`] : []));
  const each = /^(.*?\S) each (?:of )?(.+? and .+)$/i.exec(text);
  if (each) return each[2]!.split(/,\s*|\s+and\s+/).map((name) => `${each[1]!} ${name}`);
  const before = /^(?:the )?(?:grated |finely grated )?(zest|juice|peel) and (?:the )?(zest|juice|peel) of (.+)$/i.exec(
    text,
  );
  return before ? [before[1]!, before[2]!].map((what) => `${what} of ${before[3]!}`) : [text];
}

const LISTED_FOR = /^(?:for|per|in) [^:,]{2,40}:\s*/i;
/** A sentence that is a list: amounts, and nothing done with them. */
const isListing = (sentence: string): boolean => {
  const parts = sentence.replace(LISTED_FOR, '').split(/,\s+/);
  const isThing = (p: string): boolean => AMOUNT_START.test(p) && !TIME_START.test(p) && !/\beach$/i.test(p);
  return parts.length > 1 && !DONE_INSIDE.test(sentence) && parts.every(isThing);
};

/** A list told in one line. */
const listed = (text: string): string[] =>
  text
    .split(/;|,(?=\s+(?:\d|[½¼¾⅓⅔]|an? |half|juice|ice\b))/)
    .map((t) => t.trim().replace(/\.$/, ''))
    .filter((t) => t !== '');

const TIME_ALONE = /^\d[\d.,–-]* ?(?:h|hrs?|hours?|mins?|minutes?)\.?$/i;
const PLACE_ALONE = /^(?:in (?:the )?)?(?:fridge|refrigerator|sun)\.?$/i;
/** "8 h. Fridge.": one thing, and not two. */
function withTimeAlone(before: string[], piece: string): string[] {
  const last = before.at(-1)?.trim() ?? '';
  const one = [last, piece.trim()];
  return one.some((x) => TIME_ALONE.test(x)) && one.some((x) => PLACE_ALONE.test(x))
    ? [...before.slice(0, -1), one.map((x) => x.replace(/\.$/, '')).join(' ')]
    : [...before, piece];
}

/** Sentences of a step; abbreviations and figures do not end one. */
export const sentences = (text: string): string[] =>
  text
    .replace(/\b(e\.g|i\.e)\.(?=\s)/gi, '$1')
    .split(/(?<=[.!?])\s+|;\s+/u)
    .reduce(withTimeAlone, [])
    .map((s) => s.trim().replace(/[.!]+$/, ''))
    .filter((s) => s !== '');

/** A recipe whose list and method are told apart already, as data tell them. */
export function recipeOfParts(told: {
  title: string;
  things: readonly TextLine[];
  steps: readonly TextLine[];
  besides: readonly string[];
}): RecipeText {
  const plain = (text: string): string => plainLines(text).join(' ').replace(BULLET, '').trim();
  const lines = (all: readonly TextLine[], split: (text: string) => readonly string[]): TextLine[] =>
    all.flatMap(({ text, part }) =>
      split(plain(text)).flatMap((t) =>
        t === '' ? [] : [{ text: t, part: part === undefined ? undefined : partOf(part) }],
      ),
    );
  return {
    title: plain(told.title) || 'Pasted recipe',
    things: lines(told.things, expanded),
    steps: lines(told.steps, (t) => sentences(t.replace(NUMBERED, ''))),
    besides: told.besides.map(plain).filter((x) => x !== ''),
  };
}

const partOf = (heading: string): string => partName((PART_HEAD.exec(heading)?.[1] ?? heading).replace(/:$/, ''));
