import { apparentBrix, massG, volumeMl, type Liquid } from '../liquid/liquid';
import { plantOfBody } from '../liquid/liquid';
import { glassFrom, type ShelfItem } from '../keeping/shelfItem';
import { JUG } from '../keeping/storedVessel';
import { asFraction, CUP_ML, TBSP_ML } from '../quantity/kitchenMeasures';
import { knownPlant } from '../reference/plants';
import type { Botanical } from '../reference/botanical';
import { findingsOf } from '../safety/evaluate';
import { SWEETENERS } from '../sugar/sweeteners';
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
    { kind: 'text', text: `In it: ${contents(liquid).join(', ')}.`, rank: 4 },
    allergens(liquid).length > 0 ? { kind: 'text', text: `Contains ${allergens(liquid).join(', ')}.` } : undefined,
    figures.sugarGPerL >= 1
      ? { kind: 'text', text: `${Math.round(figures.sugarGPerL)} g/L of sugar`, rank: 6 }
      : { kind: 'text', text: 'no sugar', rank: 8 },
    liquid.caffeineMg > 0
      ? { kind: 'text', text: `at most ${caffeineOfGlass(item)} mg of caffeine a glass`, rank: 7 }
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

/** "110 ml with 140 ml cold water, over ice": one glass of it, in the cook's own measures. */
export function howToDrink(
  item: Pick<ShelfItem, 'dilution' | 'glassMl' | 'volumeMl' | 'iced' | 'pieces' | 'shape'>,
  measures: LabelWishes['measures'],
): string {
  const ice = item.iced ? ' over ice' : '';
  if (item.shape.kind === 'moulds') return 'as it is, frozen';
  if (!item.dilution) return `as it is${ice || ', cold'}`;
  const { ofItMl, waterMl } = glassFrom({ ...item, volumeMl: Infinity });
  const parts = item.dilution.waterPerPart;
  const rounded = parts >= 1 ? Math.round(parts * 4) / 4 : Math.round(parts * 20) / 20;
  return `1 part with ${rounded} ${rounded === 1 ? 'part' : 'parts'} of cold water${ice}: ${inMeasure(ofItMl, measures)} and ${inMeasure(waterMl, measures)} to a glass`;
}

/** A volume by what the cook measures with. */
function inMeasure(ml: number, measures: LabelWishes['measures']): string {
  if (measures === 'metric') return `${ml >= 50 ? Math.round(ml / 10) * 10 : Math.round(ml / 5) * 5} ml`;
  if (ml < 3.5 * TBSP_ML) return `${asFraction(Math.max(0.5, Math.round((ml / TBSP_ML) * 2) / 2))} tbsp`;
  if (measures === 'imperial') return `${Math.round(ml / 28.4131)} fl oz`;
  const cups = Math.max(0.25, Math.round((ml / CUP_ML) * 4) / 4);
  return `${asFraction(cups)} ${cups > 1 ? 'cups' : 'cup'}`;
}

/** All that is in it by name, what is most of it first. */
function contents(liquid: Liquid): readonly string[] {
  const byPlant = new Map<string, number>();
  const note = (plant: string, g: number): void => {
    if (g > 0.005) byPlant.set(plant, (byPlant.get(plant) ?? 0) + g);
  };
  for (const [kind, g] of Object.entries(liquid.bodyG)) note(plantOfBody(kind), g);
  for (const [plant, g] of Object.entries(liquid.harshG)) note(plant, g);
  const plants = [...byPlant]
    .sort((a, b) => b[1] - a[1])
    .map(([plant]) => plainName(knownPlant(liquid.own, plant)?.name ?? 'a plant'));
  const sweet = Object.entries(liquid.sugarG)
    .filter(([kind, g]) => g > 0.5 && !kind.startsWith('own:'))
    .map(([kind]) => (SWEETENERS as Readonly<Record<string, { name: string }>>)[kind]?.name.toLowerCase() ?? 'sugar');
  return [...new Set(['water', ...plants, ...sweet, ...(liquid.ethanolG > 0 ? ['spirit'] : [])])].slice(0, 14);
}

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

/** Allergens that are named on a label, by the plants in it. Traces of a packet are told by the packet alone. */
export function allergens(liquid: Liquid): readonly string[] {
  const plants = [...new Set([...Object.keys(liquid.bodyG).map(plantOfBody), ...Object.keys(liquid.harshG)])].flatMap(
    (p): Botanical[] => [knownPlant(liquid.own, p)].filter((b) => b !== undefined),
  );
  const keys = new Set(plants.flatMap((b) => b.cautionKeys));
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
