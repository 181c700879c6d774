import type { Botanical } from '../reference/botanicals';
import { plantIn, plantsOf, type Plants } from '../reference/plants';
import {
  afterStraining,
  mainStageOf,
  untilStrained,
  wayOf,
  writtenMinutes,
  type BrewIngredient,
  type BrewWay,
  type Drink,
  type PlanTarget,
  type Stage,
} from './drink';

/** Where practitioners part: each group is one question, each school an answer to it. */
export const SCHOOL_GROUPS = {
  calyx: 'Calyx, bark and roots',
  leaf: 'Tea leaf',
  spice: 'When the spices go in',
  dose: 'How much spice and flower',
  strength: 'Concentrate, or serving strength',
  ice: 'Ice',
  sugar: 'How it is sweetened',
  press: 'Press or drain',
  lid: 'Lid',
} as const;
/** A question that practitioners answer differently. */
export type SchoolGroup = keyof typeof SCHOOL_GROUPS;

/** One answer to it: who holds it says why, and what it makes of a drink is computed. */
export type School = {
  id: string;
  group: SchoolGroup;
  name: string;
  /** what its people say for it */
  why: string;
  /** the drink and target made this way; undefined where the question does not arise */
  apply: (drink: Drink, target: PlanTarget) => { drink: Drink; target: PlanTarget } | undefined;
};

type Test = (i: BrewIngredient, plants: Plants) => boolean;
/** A change of a way whose plants are of the table or of the drink. */
type Change = (way: BrewWay, plants: Plants) => BrewWay;

const isRole =
  (...roles: string[]): Test =>
  (i, plants) =>
    roles.includes(plantIn(plants, i.plant).role);
const isSpice: Test = (i, plants) =>
  plantIn(plants, i.plant).extractionClass === 'hard_spice' || isRole('spice', 'bark', 'seed')(i, plants);
const isTea = isRole('tea');
const isHard = isRole('calyx', 'bark', 'root', 'berry');
const isFlower = isRole('flower');
const isStrong: Test = (i, plants) => isSpice(i, plants) || i.plant.startsWith('ginger');

const heatTo = (to: 'boil' | number): Stage => ({ id: 'heat', kind: 'heat', to, lid: 'closed', agitation: 'still' });
const steepFor = (place: 'off-heat' | 'fridge', minutes: number): Stage => ({
  id: 'steep',
  kind: 'steep',
  place,
  minutes,
  lid: 'closed',
  agitation: place === 'fridge' ? 'still' : 'stirred-now-and-then',
});
const simmer = (minutes: number): Stage => ({
  id: 'simmer',
  kind: 'hold',
  minutes,
  lid: 'closed',
  agitation: 'stirred-now-and-then',
});
const chill: Stage = { id: 'chill', kind: 'cool', toC: 20, by: 'ice-bath', lid: 'loose', agitation: 'still' };

/** A school changes the way that is chosen, and stands beside it as a way of its own. */
function asWay(
  id: string,
  name: string,
  applies: (way: BrewWay, plants: Plants) => boolean,
  change: Change,
): School['apply'] {
  return (drink, target) => {
    const way = wayOf(drink, target.wayId);
    const plants = plantsOf(drink);
    if (!way || !applies(way, plants)) return undefined;
    const own: BrewWay = { ...change(way, plants), id: `school-${id}`, name: name.toLowerCase(), shortName: name };
    const [first, ...rest] = drink.brews;
    const brew = { ...first, ways: [...first.ways.filter((w) => w.id !== own.id), own] };
    return {
      drink: { ...drink, brews: [brew, ...rest] },
      target: { ...target, wayId: own.id, steepMin: writtenMinutes(own) },
    };
  };
}

/** Other stages up to the strain; everything goes in at one of them, and what comes after the strain stays. */
function restaged(way: BrewWay, stages: readonly Stage[], entersAt: string): BrewWay {
  const strain = untilStrained(way).filter((s) => s.kind === 'strain');
  const kind = stages.some((s) => s.kind === 'heat') ? 'pot' : 'jar';
  return {
    ...way,
    vesselKind: kind,
    stages: [...stages, ...strain, ...afterStraining(way)],
    ingredients: way.ingredients.map(({ leaves: _leaves, ...i }) => ({
      ...i,
      enters: { stageId: entersAt, atMin: 0 },
    })),
  };
}

const only =
  (test: Test, change: (i: BrewIngredient) => BrewIngredient): Change =>
  (way, plants) => ({
    ...way,
    ingredients: way.ingredients.map((i) => (test(i, plants) ? change(i) : i)),
  });
const times =
  (by: number) =>
  (i: BrewIngredient): BrewIngredient => ({ ...i, grams: i.grams * by });
const has =
  (test: Test) =>
  (way: BrewWay, plants: Plants): boolean =>
    way.ingredients.some((i) => test(i, plants));
const middle = (range: { min: number; max: number }): number => (range.min + range.max) / 2;
const firstOf = (way: BrewWay, test: Test, plants: Plants): Botanical =>
  plantIn(plants, way.ingredients.find((i) => test(i, plants))!.plant);
const isHeated = (way: BrewWay): boolean => way.stages.some((s) => s.kind === 'heat' || s.kind === 'hold');
const withoutLeaving = ({ leaves: _leaves, ...i }: BrewIngredient): BrewIngredient => i;

const changed = (way: BrewWay, stage: Stage, change: Partial<Stage>): BrewWay => ({
  ...way,
  stages: way.stages.map((s) => (s === stage ? ({ ...s, ...change } as Stage) : s)),
});

/** Spices late: at two thirds of the main stage. */
function spicesLate(way: BrewWay, plants: Plants): BrewWay {
  const main = mainStageOf(way)!;
  return only(isSpice, (i) => ({
    ...withoutLeaving(i),
    enters: { stageId: main.id, atMin: Math.round((main.minutes * 2) / 3) },
  }))(way, plants);
}

function spicesOffHeat(way: BrewWay, plants: Plants): BrewWay {
  const main = mainStageOf(way)!;
  if (main.kind === 'steep')
    return only(isSpice, (i) => ({ ...withoutLeaving(i), enters: { stageId: main.id, atMin: 0 } }))(way, plants);
  const rest: Stage = { ...steepFor('off-heat', 10), id: 'rest' };
  const at = way.stages.indexOf(main);
  const stages = [...way.stages.slice(0, at + 1), rest, ...way.stages.slice(at + 1)];
  return only(isSpice, (i) => ({ ...withoutLeaving(i), enters: { stageId: rest.id, atMin: 0 } }))(
    { ...way, stages },
    plants,
  );
}

function spicesToasted(way: BrewWay, plants: Plants): BrewWay {
  const toast: Stage = {
    id: 'toast',
    kind: 'toast',
    atC: 130,
    minutes: 3,
    lid: 'open',
    agitation: 'stirred-all-the-time',
  };
  return only(isSpice, (i) => ({ ...withoutLeaving(i), enters: { stageId: toast.id, atMin: 0 } }))(
    {
      ...way,
      stages: [toast, ...way.stages.filter((s) => s.kind !== 'toast')],
    },
    plants,
  );
}

/** Sugar is stirred into what was strained off, so much that the wish for sugar is met by it alone. */
const dissolved =
  (sweetener: string, ...before: Stage[]) =>
  (drink: Drink, target: PlanTarget) =>
  (way: BrewWay): BrewWay => {
    const perMl = (target.sugarGPerL * drink.book.jugMl) / 1000 / Math.max(1, way.waterMl * 0.9);
    const stir: Stage = {
      id: 'sweeten',
      kind: 'dissolve',
      sweetener,
      to: { gPerMl: Math.max(0.01, Math.round(perMl * 100) / 100) },
      lid: 'open',
      agitation: 'stirred-now-and-then',
    };
    return { ...way, stages: [...way.stages.filter((s) => s.kind !== 'dissolve'), ...before, stir] };
  };

const sweetened =
  (id: string, name: string, with_: ReturnType<typeof dissolved>): School['apply'] =>
  (drink, target) =>
    target.sugarGPerL > 0 ? asWay(id, name, () => true, with_(drink, target))(drink, target) : undefined;

/** The plain syrup of the mix at another strength. */
const syrupOfBrix =
  (brix: number): School['apply'] =>
  (drink, target) =>
    drink.mix.some((l) => l.from.kind === 'syrup')
      ? {
          drink: {
            ...drink,
            mix: drink.mix.map((l) =>
              l.from.kind === 'syrup' && typeof l.book === 'number'
                ? { ...l, book: Math.round((l.book * l.from.brix) / brix), from: { ...l.from, brix } }
                : l,
            ),
          },
          target,
        }
      : undefined;

const school = (
  group: SchoolGroup,
  id: string,
  name: string,
  why: string,
  apply: (id: string, name: string) => School['apply'],
): School => ({ id, group, name, why, apply: apply(id, name) });

/** A school that changes the way. */
const way = (applies: (w: BrewWay, plants: Plants) => boolean, change: Change) => (id: string, name: string) =>
  asWay(id, name, applies, change);

/** The main schools, each with what it does to a drink. Times are the middle of what the botanical table advises. */
export const SCHOOLS: readonly School[] = [
  school(
    'calyx',
    'boiled',
    'Boiled ten minutes',
    'Gives all it has, quickly; more of the sharp and bitter too.',
    way(has(isHard), (w) => restaged(w, [heatTo('boil'), simmer(10)], 'heat')),
  ),
  school(
    'calyx',
    'boil-and-rest',
    'To the boil, then off',
    'Full colour with less of what boiling pulls out.',
    way(has(isHard), (w) => restaged(w, [heatTo('boil'), steepFor('off-heat', 15)], 'heat')),
  ),
  school(
    'calyx',
    'boil-then-fridge',
    'A short boil, then overnight in the fridge',
    'The overnight steep, made safe: cooked first, cooled fast, kept cold.',
    way(has(isHard), (w) => restaged(w, [heatTo('boil'), simmer(2), chill, steepFor('fridge', 600)], 'heat')),
  ),
  school(
    'calyx',
    'cold',
    'Cold, in the fridge',
    'Bright and soft; slow, and weaker from the same calyx.',
    way(has(isHard), (w) => restaged(w, [steepFor('fridge', 720)], 'steep')),
  ),
  school(
    'leaf',
    'short-and-hot',
    'Short and hot',
    'Aroma and grip; minutes matter.',
    way(has(isTea), (w, plants) => {
      const tea = firstOf(w, isTea, plants);
      const to = tea.hotC.max >= 99 ? 'boil' : middle(tea.hotC);
      return restaged(w, [heatTo(to), steepFor('off-heat', Math.round(middle(tea.hotMin)))], 'steep');
    }),
  ),
  school(
    'leaf',
    'long-and-cold',
    'Long and cold',
    'Hardly any bitterness. Where a steep in the sun was meant, this is the safe way to the same glass.',
    way(has(isTea), (w, plants) =>
      restaged(w, [steepFor('fridge', Math.round(middle(firstOf(w, isTea, plants).coldHours) * 60))], 'steep'),
    ),
  ),
  school(
    'spice',
    'spice-first',
    'Spices from the start',
    'The deepest; a long simmer can turn clove and bark medicinal.',
    way(
      (w, plants) => has(isSpice)(w, plants) && isHeated(w),
      only(isSpice, (i) => ({ ...withoutLeaving(i), enters: { stageId: 'heat', atMin: 0 } })),
    ),
  ),
  school(
    'spice',
    'spice-late',
    'Spices for the last third',
    'Fresher, less medicinal.',
    way((w, plants) => has(isSpice)(w, plants) && isHeated(w) && mainStageOf(w) !== undefined, spicesLate),
  ),
  school(
    'spice',
    'spice-off-heat',
    'Spices only off the heat',
    'The lightest; keeps the top notes.',
    way((w, plants) => has(isSpice)(w, plants) && isHeated(w) && mainStageOf(w) !== undefined, spicesOffHeat),
  ),
  school(
    'spice',
    'spice-toasted',
    'Spices toasted first',
    'Rounder and warmer; a minute too long is burnt.',
    way((w, plants) => has(isSpice)(w, plants) && isHeated(w), spicesToasted),
  ),
  school(
    'dose',
    'spice-forward',
    'Ginger and spice forward',
    'The spice is the drink.',
    way(has(isStrong), only(isStrong, times(1.6))),
  ),
  school(
    'dose',
    'spice-restrained',
    'Ginger and spice restrained',
    'The spice is behind the drink.',
    way(has(isStrong), only(isStrong, times(0.6))),
  ),
  school(
    'dose',
    'flower-bold',
    'Flowers bold',
    'Perfume first; see on the ladder where it turns soapy.',
    way(has(isFlower), only(isFlower, times(1.5))),
  ),
  school(
    'dose',
    'flower-restrained',
    'Flowers restrained',
    'A scent, not a taste.',
    way(has(isFlower), only(isFlower, times(0.6))),
  ),
  school(
    'strength',
    'serving-strength',
    'Brewed at serving strength',
    'Nothing to let down, little to go wrong; needs a large pot and long cooling.',
    way(
      (w) => w.waterMl > 0,
      (w) => ({ ...w, waterMl: w.waterMl * 1.6, liquorRatio: { ...w.liquorRatio, min: w.liquorRatio.min / 2 } }),
    ),
  ),
  school(
    'strength',
    'concentrate',
    'A concentrate, let down cold',
    'A small pot, quick to cool, and it keeps.',
    way(
      (w) => w.waterMl > 0,
      (w) => ({ ...w, waterMl: w.waterMl * 0.75, liquorRatio: { ...w.liquorRatio, max: w.liquorRatio.max * 1.3 } }),
    ),
  ),
  school(
    'strength',
    'onto-ice',
    'Strong, and part of the water as ice',
    'Cold at once; keeps aroma and colour, and the warm zone is short.',
    way(
      (w) => w.waterMl > 0 && isHeated(w),
      (w) => ({ ...w, waterMl: w.waterMl * 0.6, liquorRatio: { ...w.liquorRatio, max: w.liquorRatio.max * 1.7 } }),
    ),
  ),
  school(
    'ice',
    'ice-allowed',
    'Ice allowed for in the brew',
    'Right when the ice has melted in.',
    () => (drink, target) => ({ drink, target: { ...target, iced: true, hot: false } }),
  ),
  school(
    'ice',
    'chilled-first',
    'Chilled first, no ice in the glass',
    'The last sip is as the first.',
    () => (drink, target) => ({ drink, target: { ...target, iced: false } }),
  ),
  school(
    'sugar',
    'sugar-hot',
    'Sugar in the hot liquor',
    'Dissolves by itself; its amount is set before the yield is known.',
    (id, name) => sweetened(id, name, dissolved('white_sugar')),
  ),
  school('sugar', 'syrup-light', 'A separate light syrup', 'Pours easily; keeps days.', () => syrupOfBrix(40)),
  school('sugar', 'syrup-rich', 'A separate rich syrup', 'Keeps for weeks; a little sweetens a lot.', () =>
    syrupOfBrix(65),
  ),
  school('sugar', 'honey-cool', 'Honey, stirred in below 40 °C', 'Keeps the honey’s own aroma.', (id, name) =>
    sweetened(
      id,
      name,
      dissolved('honey', {
        id: 'cool-for-honey',
        kind: 'cool',
        toC: 40,
        by: 'ice-bath',
        lid: 'loose',
        agitation: 'still',
      }),
    ),
  ),
  school(
    'press',
    'pressed',
    'Pressed hard',
    'More of what is in it, cloudier and a little harsher.',
    way(
      (w) => w.stages.some((s) => s.kind === 'strain'),
      (w) =>
        changed(
          w,
          w.stages.find((s) => s.kind === 'strain')!,
          { press: true, through: 'fine-cloth' },
        ),
    ),
  ),
  school(
    'press',
    'drained',
    'Drained only',
    'Clear; some stays behind.',
    way(
      (w) => w.stages.some((s) => s.kind === 'strain'),
      (w) =>
        changed(
          w,
          w.stages.find((s) => s.kind === 'strain')!,
          { press: false },
        ),
    ),
  ),
  school(
    'lid',
    'lid-on',
    'Lid on',
    'Keeps water and aroma.',
    way(
      (w) => isHeated(w) && mainStageOf(w) !== undefined,
      (w) => changed(w, mainStageOf(w)!, { lid: 'closed' }),
    ),
  ),
  school(
    'lid',
    'lid-off',
    'Lid off',
    'Reduces as it goes; loses aroma with the steam.',
    way(
      (w) => isHeated(w) && mainStageOf(w) !== undefined,
      (w) => changed(w, mainStageOf(w)!, { lid: 'open' }),
    ),
  ),
];

/** A plant's dose as a ladder: where it is faint, usual, bold, and where it turns. */
export type DoseRung = { gPerL: number; word: string };

/**
 * @returns rungs in rising order, g to a litre as served. The turn is a quarter above the table's highest dose: a house
 * estimate, and the note of harshness is the table's.
 */
export function doseLadder({ dose, harshNote }: Botanical): readonly DoseRung[] {
  const turns = harshNote === 'none' ? [] : [{ gPerL: dose.high * 1.25, word: `turns ${harshNote}` }];
  return [
    { gPerL: dose.low, word: 'restrained' },
    { gPerL: dose.typical, word: 'usual' },
    { gPerL: dose.high, word: 'bold' },
    ...turns,
  ];
}

/** Plants whose dose is a matter of schools: flowers, spices, and what is strong like them. */
export const hasLadder = ({ slug, role, extractionClass }: Botanical): boolean =>
  ['flower', 'spice', 'bark', 'seed'].includes(role) || extractionClass === 'hard_spice' || slug.startsWith('ginger');
