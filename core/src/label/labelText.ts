import { apparentBrix, massG, volumeMl } from '../liquid/liquid';
import { glassFrom, type ShelfItem } from '../keeping/shelfItem';
import { JUG } from '../keeping/storedVessel';
import { howToDrink } from '../keeping/howToDrink';
import { findingsOf } from '../safety/evaluate';
import { strengthInWords, sweetnessInWords } from '../words/strengthWords';

// What stands on a label: what it is, how to drink it, until when, what is in it, and what the rule book wants said.

/** How a line is set. */
export type LineKind = 'title' | 'gift' | 'drink' | 'dates' | 'text' | 'mark';

/**
 * A line of a label. Lines without a `rank` are never left out: the name, how to drink it, its days, what someone must not miss. The
 * others are shortened and then left out, the highest rank first.
 */
export type LabelLine = { kind: LineKind; text: string; short?: string; rank?: number };

/** What a rule book says of a thing, as far as a label goes. */
export type SaidOnLabel = readonly { id: string; level: string; places: readonly string[]; message: string }[];

/** What is told of a label beside the thing itself. */
export type LabelWishes = {
  /** a day as the cook reads it: "Sun 29 Nov 2026" */
  day: (iso: string) => string;
  measures: 'metric' | 'us' | 'imperial';
  /** a line of one's own, for a gift */
  gift?: string;
};

/** The lines of a thing's label. */
export function labelLines(
  item: ShelfItem,
  said: SaidOnLabel,
  { day, measures, gift }: LabelWishes,
): readonly LabelLine[] {
  const { figures, liquid } = item;
  const lines: (LabelLine | undefined)[] = [
    { kind: 'title', text: item.drinkName },
    gift ? { kind: 'gift', text: gift, rank: 2 } : undefined,
    { kind: 'text', text: whatItIs(item), short: shortly(item), rank: 3 },
    { kind: 'drink', text: howToDrink(item, measures) },
    { kind: 'dates', text: `use by ${day(item.useBy)}${item.where === 'freezer' ? ', frozen' : ''}` },
    { kind: 'text', text: `made ${day(item.madeOn)}`, rank: 1 },
    { kind: 'text', text: `${keptWhere(item)}: ${item.window.reason}`, short: keptWhere(item), rank: 5 },
    { kind: 'text', text: `In it: ${contents(item).join(', ')}.`, rank: 4 },
    allergensIn(item).length > 0 ? { kind: 'text', text: `Contains ${allergensIn(item).join(', ')}.` } : undefined,
    figures.sugarGPerL >= 1
      ? { kind: 'text', text: `${Math.round(figures.sugarGPerL)} g/L of sugar`, rank: 6 }
      : { kind: 'text', text: 'no sugar', rank: 8 },
    liquid.caffeineMg > 0
      ? { kind: 'text', text: `at most ${caffeineOfGlass(item)} mg of caffeine a glass`, rank: 7 }
      : undefined,
    item.glassAbv >= LEAST_ABV
      ? { kind: 'text', text: `${item.glassAbv.toFixed(1)} % vol of alcohol in that glass` }
      : undefined,
    ...ruleLines(said),
    { kind: 'mark', text: markOf(item), rank: 9 },
  ];
  return lines.filter((l) => l !== undefined);
}

const shortly = ({ figures }: ShelfItem): string =>
  figures.strengthX > 0 ? strengthInWords(figures.strengthX) : sweetnessInWords(figures.sugarGPerL);

function whatItIs(item: ShelfItem): string {
  const { figures, liquid } = item;
  const brix = massG(liquid) > 0 ? apparentBrix(liquid) : 0;
  if (item.dilution && 'toSugarGPerL' in item.dilution) return `a syrup of ${Math.round(brix)} °Bx`;
  const strength = figures.strengthX > 0 ? `${strengthInWords(figures.strengthX)} (×${fixed(figures.strengthX)})` : '';
  return [strength, sweetnessInWords(figures.sugarGPerL)].filter(Boolean).join(', ');
}

const fixed = (x: number): string => x.toFixed(x >= 1.995 ? 1 : 2);

const keptWhere = ({ where }: ShelfItem): string =>
  ({ fridge: 'keep it in the fridge', freezer: 'keep it frozen', cupboard: 'keep it in the cupboard' })[where];

/** All that is in it by name, what is most of it first. */
function contents({ wentIn, liquid }: ShelfItem): readonly string[] {
  const names = wentIn.map(({ name }) => plainName(name));
  const spirit = liquid.ethanolG > 0 && !names.some((n) => SPIRITS.test(n)) ? ['spirit'] : [];
  return [...new Set(['water', ...names, ...spirit])];
}

/** A drop of extract is no alcoholic drink: below this it is not told, % vol. House choice, half of what is sold as without alcohol. */
const LEAST_ABV = 0.25;

/** What is called so is alcohol by its name. */
const SPIRITS = /spirit|gin|rum|vodka|brandy|whisk|liqueur|bitters|wine/;

/** "Green cardamom, pods" is cardamom; sugars keep their colour. */
const plainName = (name: string): string => name.split(/[,(]/)[0]!.trim().toLowerCase();

/** Caution keys and forms of plants that are allergens to be named, in the words of a label. */
const ALLERGEN_WORDS: readonly (readonly [string, string])[] = [
  ['tree_nut', 'nuts'],
  ['sulphite', 'sulphites'],
  ['cashew_family', 'a plant of the cashew family'],
  ['celery', 'celery'],
  ['soya', 'soya'],
  ['coconut_allergy', 'coconut'],
];

/** Allergens that are named on a label, by all that went in. Traces of a packet are told by the packet alone. */
function allergensIn({ wentIn, liquid }: ShelfItem): readonly string[] {
  const keys = new Set(wentIn.flatMap(({ plant }) => plant?.cautionKeys ?? []));
  return [
    ...(liquid.milkMl > 0 ? ['milk or what stands for it'] : []),
    ...ALLERGEN_WORDS.flatMap(([key, word]) => (keys.has(key) ? [word] : [])),
  ];
}

const caffeineOfGlass = (item: ShelfItem): number => {
  const { ofItMl } = glassFrom({ ...item, volumeMl: Infinity });
  return Math.max(1, Math.ceil((item.liquid.caffeineMg / Math.max(1, volumeMl(item.liquid))) * ofItMl));
};

/** Rules whose word belongs on the label, as it stands there; what a label says anyway is not said twice. */
const ON_LABEL: Readonly<Record<string, string>> = {
  'INF-06': 'Contains honey: not for babies under 12 months.',
  'LIQ-03': 'Contains liquorice: people with high blood pressure should not drink much of it.',
  'ALG-03': 'May contain nuts.',
  'ALG-04': 'Contains sulphites.',
  'ALC-04': 'Fermented: it holds some alcohol.',
  'KEEP-02': 'Finish it soon.',
  'HOT-02': 'Let it cool below 65 °C before drinking.',
};

const ruleLines = (said: SaidOnLabel): LabelLine[] =>
  [
    ...new Set(
      said.filter((f) => f.places.includes('label') && f.level !== 'block').flatMap((f) => ON_LABEL[f.id] ?? []),
    ),
  ].map((text) => ({ kind: 'text', text }));

/** What stops a label: a thing that is past its day or for nobody at this table gets none. */
export const stopsLabel = (said: SaidOnLabel): string | undefined =>
  said.find((f) => f.level === 'block' && f.places.includes('label'))?.message;

/** What stops a cook's own words from standing on a label: they promise health. Undefined where nothing does. */
export const stopsWords = (text: string): string | undefined =>
  stopsLabel(findingsOf({ intent: { label_text: text } }));

/** A mark by which a bottle is found in the notebook: its making, and its vessel where that is not the jug. */
export const markOf = ({ owner, vesselId }: Pick<ShelfItem, 'owner' | 'vesselId'>): string =>
  [owner.kind === 'batch' ? 'B' : 'J', owner.id.slice(0, 6), ...(vesselId === JUG ? [] : [shortOf(vesselId)])].join(
    '-',
  );

/** What is told apart by a name, a part of the mix, keeps it; what has a number made up for it is known by four of its letters. */
const shortOf = (vesselId: string): string => (vesselId.length > 20 ? vesselId.slice(0, 4) : vesselId);
