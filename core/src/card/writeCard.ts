import { readAmount } from '../amounts';
import { isSyrup, type BrewWay, type Drink, type MixLine, type Stage } from '../drink/drink';
import { plantOf, plantsOf } from '../reference/plants';
import { SWEETENERS } from '../sugar/sweeteners';
import { drinkFromCard } from './drinkFromCard';
import { readCard } from './readCard';
import { thingsNamedIn } from './things';

// A drink as a card that is read back to it: the other way round of readCard, in its words.

/** A drink's card: each brew by its name with its clauses, what is poured, and what a card cannot say of it. */
export type WrittenCard = {
  /** what goes in, each once: "20 g roselle, dried whole" */
  things: readonly string[];
  brews: readonly { name: string; clauses: readonly string[] }[];
  /** what is poured into the jug and at the glass */
  pours: readonly string[];
  /** what reading it back does not bring: in words */
  lost: readonly string[];
};

const amount = (x: number): string => String(Math.round(x * 100) / 100);
const SWEET = SWEETENERS as Readonly<Record<string, { name: string }>>;
const sweetName = (kind: string): string => (SWEET[kind]?.name ?? kind).toLowerCase();

/** A drink as a card, by its first way or the book's. */
export function writeCard(drink: Drink): WrittenCard {
  const brews = drink.brews.map((b, i) => {
    const way = (i === 0 ? b.ways.find((w) => w.id === drink.book.wayId) : undefined) ?? b.ways[0]!;
    return { name: b.name, way, clauses: clausesOfWay(drink, way) };
  });
  const pours = drink.mix.flatMap((l) => pourOf(drink, l));
  const written = { brews: brews.map(({ name, clauses }) => ({ name, clauses })), pours };
  return {
    things: thingsOf(
      drink,
      brews.map((b) => b.way),
    ),
    ...written,
    lost: lostIn(drink, written),
  };
}

/** The whole card as one text, a clause a line: what readCard reads. */
export const cardText = ({ brews, pours }: Pick<WrittenCard, 'brews' | 'pours'>): string =>
  [
    ...brews.flatMap(({ name, clauses }) => clauses.map((c, i) => (i === 0 && brews.length > 1 ? `${name}: ${c}` : c))),
    ...pours,
  ].join('\n');

/** A plant by a name that is read back to it, where one is; by its first name otherwise. */
function nameOfPlant(drink: Drink, plant: string): string {
  const own = Object.values(plantsOf(drink));
  const full = plantOf(drink, plant).name.toLowerCase();
  const names = [full.replace(/\s*\([^)]*\)/g, ''), plant.replaceAll('_', ' '), full]
    .map((n) => n.replaceAll(',', '').replace(/[()]/g, ''))
    .filter((n) => n !== '');
  const readBack = names.find((n) => {
    const [first] = thingsNamedIn(`20 g ${n}`, own);
    const same = (first?.kind === 'plant' || first?.kind === 'pour') && first.plant?.slug === plant;
    // Words of a name may say how it is cut, and count for its weight.
    return same && readAmount(`20 g ${n}`, first.thing).typical === 20;
  });
  return readBack ?? names[0] ?? plant;
}

function thingsOf(drink: Drink, ways: readonly BrewWay[]): string[] {
  return [
    ...ways.flatMap((w) => [
      ...(w.waterMl > 0 ? [`${amount(w.waterMl)} ml water`] : []),
      ...w.ingredients.map((i) => `${amount(i.grams)} g ${nameOfPlant(drink, i.plant)}`),
      ...w.stages.flatMap((s) =>
        s.kind === 'dissolve' && 'grams' in s.to ? [`${amount(s.to.grams)} g ${sweetName(s.sweetener)}`] : [],
      ),
    ]),
    ...drink.mix.flatMap((l) =>
      l.from.kind !== 'brew' && typeof l.book === 'number' && l.at === 'jug'
        ? [`${amount(l.book)} ml ${sourceName(drink, l)}`]
        : [],
    ),
  ];
}

const sourceName = (drink: Drink, { from, name }: MixLine): string => {
  switch (from.kind) {
    case 'juice':
      return nameOfPlant(drink, from.plant);
    case 'water':
      return from.water === 'sparkling' ? 'sparkling water' : 'water';
    case 'syrup':
      return `${from.sweetener === 'white_sugar' ? '' : `${sweetName(from.sweetener)} `}syrup of ${amount(from.brix)} °Bx`;
    default:
      return name.toLowerCase();
  }
};

function pourOf(drink: Drink, line: MixLine): string[] {
  if (line.from.kind === 'brew') return [];
  if (line.at === 'glass')
    return typeof line.book === 'number'
      ? [`glass: ${amount((line.book * drink.serve.glassMl) / 1000)} ml ${sourceName(drink, line)}`]
      : [];
  if (line.book === 'rest') return [`cold: water to ${amount(drink.book.jugMl)} ml`];
  return typeof line.book === 'number' ? [`cold: ${amount(line.book)} ml ${sourceName(drink, line)}`] : [];
}

/** The stages of a way in the words of cards; what goes in goes in with what is done. */
function clausesOfWay(drink: Drink, way: BrewWay): string[] {
  const clauses: string[] = [];
  way.stages.forEach((stage, i) => {
    const enters = way.ingredients.filter((x) => x.enters.stageId === stage.id);
    const words = stageWords(stage);
    clauses.push(
      [
        ...(i === 0 && way.waterMl > 0 ? [`${amount(way.waterMl)} ml water`] : []),
        ...enters.map((x) => `${amount(x.grams)} g ${nameOfPlant(drink, x.plant)}`),
        ...(words === '' ? [] : [words]),
        ...('lid' in stage && ['hold', 'steep', 'heat'].includes(stage.kind) ? [LID[stage.lid]] : []),
      ].join(', '),
    );
  });
  return clauses.filter((c) => c !== '');
}

const LID = { closed: 'lid on', open: 'lid off', loose: 'lid loose' } as const;

function stageWords(s: Stage): string {
  switch (s.kind) {
    case 'heat':
      return s.to === 'boil' ? 'to the boil' : `heat to ${amount(s.to)} °C`;
    case 'hold':
      return `${s.agitation === 'boiling' ? 'boil' : 'simmer'} ${amount(s.minutes)} min`;
    case 'steep':
      return s.place === 'off-heat'
        ? `off the heat ${amount(s.minutes)} min`
        : `${amount(s.minutes)} min ${{ fridge: 'in the fridge', counter: 'on the counter', sun: 'in the sun' }[s.place]}`;
    case 'strain':
      return `strain${s.through === 'fine-cloth' ? ' through cloth' : s.through === 'paper' ? ' through paper' : ''}${s.press ? ', press' : ''}`;
    case 'dissolve':
      return 'grams' in s.to ? `${amount(s.to.grams)} g ${sweetName(s.sweetener)}` : '';
    case 'cool':
      return s.by === 'ice-bath' ? 'ice bath' : `cool to ${amount(s.toC)} °C`;
    case 'toast':
      return `toast ${amount(s.minutes)} min`;
    case 'rinse':
      return `rinse ${amount(s.waterMl)} ml`;
    case 'hands':
      return s.work;
    case 'reduce':
      return 'share' in s.to && s.to.share === 0.5 ? 'simmer to half' : '';
    case 'ferment':
      return `ferment ${amount(s.days)} days`;
    case 'onto-ice':
      return `onto ${amount(s.iceG)} g ice`;
    default:
      return '';
  }
}

/** What reading the card back does not bring, by holding the two drinks against each other. */
function lostIn(drink: Drink, card: Pick<WrittenCard, 'brews' | 'pours'>): string[] {
  const back = drinkFromCard(readCard(cardText(card)), drink);
  const lost: string[] = [];
  drink.brews.forEach((b, n) => {
    const way = (n === 0 ? b.ways.find((w) => w.id === drink.book.wayId) : undefined) ?? b.ways[0]!;
    const again = back.brews.find((x) => x.name === b.name || drink.brews.length === 1)?.ways[0];
    if (!again) return void lost.push(`${b.name}: how it is made`);
    if (b.ways.length > 1)
      lost.push(`${b.name}: its ${b.ways.length - 1} other ${b.ways.length === 2 ? 'way' : 'ways'}`);
    if (Math.abs(again.waterMl - way.waterMl) > 0.5) lost.push(`${b.name}: its water`);
    for (const i of way.ingredients) {
      const same = again.ingredients.find((x) => x.plant === i.plant && Math.abs(x.grams - i.grams) < 0.02);
      if (!same) lost.push(`${nameOfPlant(drink, i.plant)}: what exactly it is, or how much`);
      else if (i.leaves ?? i.cut ?? i.heldIn ?? (i.scaling && i.scaling !== 'linear'))
        lost.push(`${nameOfPlant(drink, i.plant)}: how it is cut, held, scaled or lifted out`);
    }
    const told = (w: BrewWay): string =>
      w.stages.map((s) => s.kind + ('minutes' in s ? ` ${amount(s.minutes)}` : '')).join(', ');
    if (told(way) !== told(again)) lost.push(`${b.name}: a stage of it`);
    if (isSyrup(way)) lost.push(`${b.name}: that it ends as a syrup`);
  });
  for (const l of drink.mix) {
    if (l.from.kind === 'water' && l.from.water === 'sparkling' && l.at === 'jug')
      lost.push('that the water is sparkling');
    if (
      l.from.kind === 'syrup' &&
      l.at === 'jug' &&
      !back.mix.some((m) => m.from.kind === 'syrup' && m.book === l.book)
    )
      lost.push(`${l.name.toLowerCase()}: how strong it is`);
  }
  return [...new Set(lost)];
}
