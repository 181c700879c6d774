import { table } from '../quantity/table';
import { botanicals, botanicalIfKnown, type Botanical } from '../reference/botanicals';
import { SWEETENERS, type Sweetener, type SweetenerName } from '../sugar/sweeteners';
import { CUP_ML } from '../quantity/kitchenMeasures';
import { singular } from './vocabulary';
import { FRUIT_OF, PIECE_WORDS, PIECES, type Piece } from './pieces';

/** What an amount is of, as far as reading it needs to know. */
export type Thing = {
  slug: string;
  /** its name as it is told */
  name: string;
  /** what is weighed is told in g, what is poured in ml */
  kind: 'plant' | 'liquid' | 'sugar' | 'ice' | 'made';
  /** words that name it, in the singular */
  words: ReadonlySet<string>;
  cupG?: number;
  tbspG?: number;
  tspG?: number;
  /** how unsure what a cup of it weighs is, one sigma */
  cupSigma: number;
  /** by a cup or by a spoon of what keeps its volume: no packing adds to the measure's own */
  measuredSigma?: { cup: number; tbsp: number; tsp: number };
  /** packed, times as much as loose */
  packed: { times: number; sigma: number };
  form: string;
  /** extraction class, for the figures of a class */
  class: string;
  dry: boolean;
  pieces: readonly Piece[];
  /** g to each litre, usual */
  dose: number;
  fruit?: (typeof FRUIT_OF)[string];
};

const CONFIDENCE_SIGMA = { high: 0.05, medium: 0.1, low: 0.2 } as const;
const STATE_WORDS = new Set(
  'dried dry fresh frozen ground whole cut sliced slice strips strip zest leaf bag cup size family loose lightly crushed cracked split heads head extract rubbed roasted granules'.split(
    ' ',
  ),
);
/** What a thing is called besides its name. */
const ALSO: Readonly<Record<string, string>> = table({
  roselle: 'hibiscus sorrel calyx',
  cassia: 'cinnamon',
  ceylon_cinnamon: 'cinnamon',
  liquorice: 'licorice',
  black_pepper: 'pepper peppercorn',
  vanilla: 'vanilla',
  linden: 'blossom lime-flower',
  mint: 'mint',
  spearmint: 'mint spearmint',
  peppermint: 'mint peppermint',
});

const wordsIn = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .filter((w) => w.length > 1)
    .map(singular);

const namesOf = (slug: string, name: string): ReadonlySet<string> => {
  const own = [...wordsIn(slug.replaceAll('_', ' ')), ...wordsIn(name.replace(/ with .*/, ''))];
  const also = Object.entries(ALSO).flatMap(([start, words]) => (slug.startsWith(start) ? words.split(' ') : []));
  return new Set([...own.filter((w) => !STATE_WORDS.has(w)), ...also]);
};

/** A plant packed by hand against loose: by what it is like. House estimates; mint and basil weighed. */
function packedOf({ form, extractionClass, part }: Botanical): Thing['packed'] {
  if (extractionClass === 'fresh_herb') return { times: 1.8, sigma: 0.15 };
  if (extractionClass === 'powder' || part === 'seed') return { times: 1.12, sigma: 0.06 };
  const leafy = /leaf|petal|calyx|flower/.test(part) && form === 'dried_whole';
  return leafy ? { times: 1.6, sigma: 0.15 } : { times: 1.2, sigma: 0.08 };
}

const POURED_FORMS = new Set(['juice', 'puree', 'milk', 'spirit']);
const POURED_FINISHERS = new Set([
  'vanilla_extract',
  'almond_extract',
  'bitters',
  'cider_vinegar',
  'rose_water',
  'orange_blossom_water',
]);
const LIQUID_SIGMA = { cup: 0.03, tbsp: 0.1, tsp: 0.15 } as const;
const SUGAR_SIGMA = { cup: 0.04, tbsp: 0.1, tsp: 0.15 } as const;

/** A plant, a juice, a spirit, a finisher of the table, or one of the cook's own. */
export function thingOfPlant(b: Botanical): Thing {
  const known = THINGS.get(b);
  if (known) return known;
  const thing = thingAnew(b);
  THINGS.set(b, thing);
  return thing;
}

// A plant is never changed in place, so what its words are can be kept for as long as the plant itself is.
const THINGS = new WeakMap<Botanical, Thing>();

function thingAnew(b: Botanical): Thing {
  const poured = POURED_FORMS.has(b.form) || POURED_FINISHERS.has(b.slug);
  const listed = PIECES[b.slug];
  const own: readonly Piece[] =
    listed ??
    (b.pieceName && b.pieceG && !FRUIT_OF[b.slug] && !poured && b.form !== 'finisher'
      ? [{ names: [b.pieceName], g: [b.pieceG * 0.65, b.pieceG, b.pieceG * 1.5] }]
      : []);
  return {
    slug: b.slug,
    name: b.name,
    kind: poured ? 'liquid' : 'plant',
    words: namesOf(b.slug, b.name),
    ...(b.cupG === null ? {} : { cupG: b.cupG }),
    ...(b.tbspG === null ? {} : { tbspG: b.tbspG }),
    ...(b.tspG === null ? {} : { tspG: b.tspG }),
    cupSigma: CONFIDENCE_SIGMA[b.confidence],
    ...(poured ? { measuredSigma: LIQUID_SIGMA, cupSigma: 0 } : {}),
    packed: packedOf(b),
    form: b.form,
    class: b.extractionClass,
    dry: !poured,
    pieces: own,
    dose: b.dose.typical,
    ...(FRUIT_OF[b.slug] ? { fruit: FRUIT_OF[b.slug]! } : {}),
  };
}

const PLAIN = { packed: { times: 1, sigma: 0 }, form: '', class: '', cupSigma: 0, dry: false, dose: 60 } as const;

/** Water, still or sparkling, or another liquid measured by volume alone. */
export const thingPoured = (slug: string, name: string, dose = 1000): Thing => ({
  ...PLAIN,
  slug,
  name,
  kind: 'liquid',
  words: new Set(wordsIn(`${slug} ${name}`)),
  cupG: CUP_ML,
  measuredSigma: LIQUID_SIGMA,
  pieces: [],
  dose,
});

/** What was made: a syrup, a tea, a thing of the shelf. */
export const thingMade = (slug: string, name: string): Thing => ({ ...thingPoured(slug, name), kind: 'made' });

/** Ice, as a thing that is measured. */
export const ICE_THING: Thing = {
  ...PLAIN,
  slug: 'ice',
  name: 'Ice',
  kind: 'ice',
  words: new Set(['ice']),
  pieces: PIECES.ice!,
  dose: 500,
};

const BROWN_TBSP_G = SWEETENERS.brown_sugar_packed.gPerTbsp;

/** A sweetener by its own table. */
export function thingSweet(kind: SweetenerName): Thing {
  const s: Sweetener = SWEETENERS[kind];
  const brown = kind.startsWith('brown_sugar');
  const loose = brown ? SWEETENERS.brown_sugar_loose.gPerCup : s.gPerCup;
  return {
    ...PLAIN,
    slug: kind,
    name: s.name,
    kind: 'sugar',
    words: new Set(
      [...wordsIn(s.name), ...wordsIn(kind.replaceAll('_', ' ')), ...(brown ? ['dark', 'light', 'soft'] : [])].filter(
        (w) => !['packed', 'loose'].includes(w),
      ),
    ),
    cupG: loose,
    ...(s.gPerTbsp === null ? {} : { tbspG: (brown ? BROWN_TBSP_G : s.gPerTbsp) as number }),
    measuredSigma: brown ? { cup: 0.06, tbsp: 0.1, tsp: 0.15 } : SUGAR_SIGMA,
    packed: brown ? { times: SWEETENERS.brown_sugar_packed.gPerCup / loose, sigma: 0 } : { times: 1, sigma: 0 },
    dry: !/syrup|honey|molasses/.test(kind),
    pieces: kind === 'white_sugar' ? PIECES.white_sugar! : [],
  };
}

const STATE_END = /_(dried|fresh|frozen|ground|leaf|juice|whole|cut|stick|pod|bag|puree|sliced).*$/;
const stem = (slug: string): string => slug.replace(STATE_END, '');
const OTHER_STATE: Readonly<Record<string, string>> = table({
  mint_fresh: 'peppermint_dried',
  spearmint_fresh: 'peppermint_dried',
});

/** The same plant in another state, if the table has it: the dried row of a fresh one. */
export function inState(slug: string, state: 'dried' | 'fresh' | 'frozen' | 'ground'): Thing | undefined {
  const fits = (b: Botanical): boolean => b.form.startsWith(state) || (state === 'ground' && b.form === 'dried_ground');
  const named = state === 'dried' && OTHER_STATE[slug] ? botanicalIfKnown(OTHER_STATE[slug]!) : undefined;
  const found = named ?? botanicals().find((b) => b.slug !== slug && stem(b.slug) === stem(slug) && fits(b));
  return found && thingOfPlant(found);
}

/** Words that name some plant of the book, in the singular, but are no piece of one. */
export const plantWords = (): ReadonlySet<string> => {
  known ??= new Set(
    botanicals()
      .flatMap((b) => [...namesOf(b.slug, b.name)])
      .filter((w) => w.length > 2 && !PIECE_WORDS.has(w) && !GENERAL.has(w)),
  );
  return known;
};
let known: ReadonlySet<string> | undefined;
const GENERAL = new Set(
  'juice peel puree flesh berry fruit root seed flower petal water milk leaf stalk shell thin strips strip pith core bract stem out with its and off plain vol sugared red white green black key rings soft half flakes nibs drink bottled pod stick bean raw clover whole chopped sieved strained fine'.split(
    ' ',
  ),
);
