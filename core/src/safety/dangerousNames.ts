import type { IngredientFact } from './facts';

// Plants that are no rows of the table, by the names people type: common and Latin. What is called so is judged as that, whatever it was
// said to be made of.

type Named = Pick<IngredientFact, 'slug' | 'form'>;

/** One to a line: the slug, which is its common name too, and what else it is called. */
const NAMES = String.raw`
butterbur = petasites
coltsfoot = tussilago
comfrey = symphytum
gromwell = lithospermum
heliotrope = heliotropium
hound_tongue = hound.?s.?tongue|cynoglossum
ragwort = senecio|jacobaea
calamus = sweet flag|acorus
sassafras
pennyroyal = mentha pulegium
tonka = dipteryx
sweet_woodruff = (?:sweet )?woodruff|galium odoratum|asperula odorata
blue_cohosh = caulophyllum
chaparral = larrea
ephedra = ma huang
germander = teucrium
kratom = mitragyna
lobelia
mistletoe = viscum album
mugwort = artemisia vulgaris
rue = ruta graveolens
tansy = tanacetum
wormwood = artemisia absinthium
kava = kava(?: kava)?|piper methysticum
angels_trumpet = angel.?s.? trumpets?
brugmansia
datura = thorn ?apple|jimson ?weed
autumn_crocus = colchicum|meadow saffron
carolina_jessamine = (?:carolina|yellow) jess?amine|gelsemium
foxglove = foxgloves?|digitalis
japanese_star_anise = illicium anisatum|shikimi
larkspur = delphinium
lily_of_the_valley = convallaria
monkshood = wolfsbane|aconite|aconitum
moonseed = menispermum
oleander = nerium
poison_hemlock = hemlock|conium
pokeweed = poke ?weed|poke ?berry|phytolacca
rhododendron = azalea
water_hemlock = cicuta
yew = taxus
rhubarb_leaf = rhubarb lea(?:f|ves)
apricot_kernel = apricot kernels?|apricot stones?
bitter_almond = bitter almonds?
cherry_kernel = cherry (?:kernels?|stones?|pits?)
peach_kernel = peach (?:kernels?|stones?|pits?)
plum_kernel = plum (?:kernels?|stones?|pits?)
borage = borago
st_johns_wort = st\.? ?john.?s.? ?wort|hypericum
star_fruit = star ?fruit|carambola
wild_garlic = ramsons?|allium ursinum|bear.?s garlic
pomelo = pummelo|shaddock
seville_orange = seville oranges?|bitter oranges?|sour oranges?
`;
const READ = NAMES.trim()
  .split('\n')
  .map((line) => {
    const [slug, others] = line.split(' = ') as [string, string | undefined];
    const names = [slug.replaceAll('_', ' '), ...(others ? [others] : [])].join('|');
    return [slug, new RegExp(`(?<!\\p{L})(?:${names})(?!\\p{L})`, 'iu')] as const;
  });
const OIL =
  /(?<!\p{L})(?:essential|aroma|aromatherapy|ethereal) oils?(?!\p{L})|(?<!\p{L})oil of \p{L}+|^(?:pepper)?mint oil$|(?<!\p{L})(?:pepper|spear)?mint oil(?!\p{L})/iu;
/** Alcohol that nobody sold for drinking. */
const HOME_MADE = /home.?(?:distilled|made spirit)|moonshine|(?<!\p{L})poitin(?!\p{L})/iu;
const NOT_FOR_DRINKING = /methylated|denatured|isopropyl|rubbing alcohol|surgical spirit/iu;

/** What a typed name says that it is, where a rule speaks of that. "Hemlock" alone is the worst it can be. */
export function calledSo(name: string): readonly Named[] {
  const found: Named[] = READ.flatMap(([slug, words]) => (words.test(name) ? [{ slug }] : []));
  return OIL.test(name) ? [...found, { slug: 'essential_oil', form: 'essential_oil' }] : found;
}

/** Kind of alcohol by its typed name. */
export const alcoholCalled = (name: string): string =>
  NOT_FOR_DRINKING.test(name) ? 'denatured' : HOME_MADE.test(name) ? 'home_distilled' : 'bought';
