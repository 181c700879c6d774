import { reduceWords } from './stageEnds';
import { NO_OWN_PLANTS, plantIn, plantsOf, plantsTogether, type Plants } from '../reference/plants';
import type { Brew, BrewIngredient, BrewWay, Drink, MixLine, Stage } from './drink';

/** What changed from one version of a drink to another: one line a change, in the order of the recipe. */
export function differencesBetween(before: Drink, after: Drink): string[] {
  const { plants = NO_OWN_PLANTS } = plantsTogether(plantsOf(after), plantsOf(before));
  return [
    ...changedValue('name', before.name, after.name),
    ...pairs(
      before.brews,
      after.brews,
      'brew',
      (b) => b.name,
      (x, y) => brewDifferences(x, y, plants),
    ),
    ...pairs(before.mix, after.mix, 'part of the mix', (l) => l.name, lineDifferences),
    ...changedValue('glass', `${before.serve.glassMl} ml`, `${after.serve.glassMl} ml`),
    ...changedValue('ice to a glass', `${before.serve.iceG} g`, `${after.serve.iceG} g`),
    ...changedValue('jug as written', `${before.book.jugMl} ml`, `${after.book.jugMl} ml`),
    ...changedValue('strength aimed at', `×${before.defaults.strengthX}`, `×${after.defaults.strengthX}`),
    ...changedValue('sugar aimed at', `${before.defaults.sugarGPerL} g/L`, `${after.defaults.sugarGPerL} g/L`),
    ...changedValue('note', before.note ?? 'none', after.note ?? 'none'),
  ];
}

type Named = { id: string };

/** Things with ids, matched: what went, what came, what changed inside. */
function pairs<T extends Named>(
  before: readonly T[],
  after: readonly T[],
  what: string,
  name: (item: T) => string,
  inside: (a: T, b: T) => string[],
): string[] {
  const gone = before.filter((b) => !after.some((a) => a.id === b.id)).map((b) => `${what} taken out: ${name(b)}`);
  const rest = after.flatMap((a) => {
    const was = before.find((b) => b.id === a.id);
    return was ? inside(was, a) : [`${what} added: ${name(a)}`];
  });
  return [...gone, ...rest];
}

const changedValue = (what: string, before: string, after: string): string[] =>
  before === after ? [] : [`${what}: ${before} → ${after}`];

const under = (what: string, lines: readonly string[]): string[] => lines.map((l) => `${what}, ${l}`);

const brewDifferences = (a: Brew, b: Brew, plants: Plants): string[] => [
  ...changedValue('brew', a.name, b.name),
  ...pairs(
    a.ways,
    b.ways,
    `${b.name}, way`,
    (w) => w.shortName,
    (x, y) => under(y.shortName, wayDifferences(x, y, plants)),
  ),
];

function wayDifferences(a: BrewWay, b: BrewWay, plants: Plants): string[] {
  const plantName = (i: BrewIngredient): string => plantIn(plants, i.plant).name;
  return [
    ...changedValue('water', `${a.waterMl} ml`, `${b.waterMl} ml`),
    ...pairs(a.ingredients, b.ingredients, 'ingredient', plantName, (x, y) => [
      ...changedValue(plantName(y), `${x.grams} g`, `${y.grams} g`),
      ...changedValue(`${plantName(y)} goes in`, moment(a, x.enters), moment(b, y.enters)),
      ...changedValue(`${plantName(y)} comes out`, moment(a, x.leaves), moment(b, y.leaves)),
      ...changedValue(`${plantName(y)} prepared`, x.cut ?? 'as usual', y.cut ?? 'as usual'),
    ]),
    ...pairs(a.stages, b.stages, 'stage', stageName, (x, y) => changedValue(stageName(y), figures(x), figures(y))),
    ...order(a, b),
    ...changedValue('pulp', a.keepPulp ? 'kept' : 'strained off', b.keepPulp ? 'kept' : 'strained off'),
    ...changedValue('weight', a.underWeight ? 'held under' : 'none', b.underWeight ? 'held under' : 'none'),
    ...changedValue('rest', `${a.restHours ?? 0} h`, `${b.restHours ?? 0} h`),
  ];
}

function order(a: BrewWay, b: BrewWay): string[] {
  const common = (from: BrewWay, other: BrewWay): string =>
    from.stages
      .filter((s) => other.stages.some((o) => o.id === s.id))
      .map((s) => s.id)
      .join(' ');
  return common(a, b) === common(b, a) ? [] : ['stages in another order'];
}

/** A moment of a way, by what is done then. */
function moment(way: BrewWay, m: { stageId: string; atMin: number } | undefined): string {
  if (!m) return 'with the strain';
  const stage = way.stages.find((s) => s.id === m.stageId);
  return `at the ${stage ? stageName(stage) : 'beginning'}${m.atMin ? `, after ${m.atMin} min` : ''}`;
}

const STAGE_NAMES: Readonly<Record<Exclude<Stage['kind'], 'hands'>, string>> = {
  toast: 'toasting',
  heat: 'heating',
  hold: 'simmer',
  cool: 'cooling',
  steep: 'steep',
  strain: 'strain',
  rinse: 'rinse',
  dissolve: 'sweetening',
  reduce: 'boiling down',
  ferment: 'ferment',
  'onto-ice': 'pouring over ice',
};

const stageName = (s: Stage): string => (s.kind === 'hands' ? s.work : STAGE_NAMES[s.kind]);

/** Where something steeps, as a sentence goes on. */
export const STEEP_PLACE_WORDS = {
  'off-heat': 'off the heat',
  fridge: 'in the fridge',
  counter: 'at room warmth',
  sun: 'in the sun',
} as const;
const LIDS = { open: 'without a lid', loose: 'under a loose lid', closed: 'under a lid' } as const;
const STIRRING = {
  still: 'not stirred',
  'stirred-now-and-then': 'stirred now and then',
  'stirred-all-the-time': 'stirred all the time',
  boiling: 'at a rolling boil',
} as const;

/** All that a stage says besides what it is. */
const figures = (s: Stage): string => [how(s), LIDS[s.lid], STIRRING[s.agitation]].filter((w) => w !== '').join(', ');

function how(s: Stage): string {
  switch (s.kind) {
    case 'toast':
      return `${s.minutes} min at ${s.atC} °C`;
    case 'heat':
      return s.to === 'boil' ? 'to the boil' : `to ${s.to} °C`;
    case 'hold':
      return `${s.minutes} min`;
    case 'cool':
      return `to ${s.toC} °C ${s.by === 'ice-bath' ? 'in an ice bath' : 'standing'}`;
    case 'steep':
      return `${s.minutes} min ${STEEP_PLACE_WORDS[s.place]}`;
    case 'hands':
      return '';
    case 'strain':
      return `through ${s.through.replace('-', ' ')}${s.press ? ', pressed' : ''}`;
    case 'rinse':
      return `with ${s.waterMl} ml`;
    case 'dissolve': {
      const name = s.sweetener.replaceAll('_', ' ');
      if ('grams' in s.to) return `${s.to.grams} g of ${name}`;
      return 'brix' in s.to ? `${name} to ${s.to.brix} °Bx` : `${s.to.gPerMl} g of ${name} to each ml`;
    }
    case 'reduce':
      return reduceWords(s.to);
    case 'ferment':
      return `${s.days} days`;
    case 'onto-ice':
      return `${s.iceG} g of ${s.ice === 'wet' ? 'wet ice' : 'ice from the freezer'}`;
  }
}

const lineDifferences = (a: MixLine, b: MixLine): string[] => [
  ...changedValue('part of the mix', a.name, b.name),
  ...changedValue(b.name, amount(a), amount(b)),
  ...changedValue(`${b.name} poured`, POURED[a.at], POURED[b.at]),
];

const amount = ({ book }: MixLine): string =>
  book === 'all' ? 'all of it' : book === 'rest' ? 'the rest of the jug' : `${book} ml`;
const POURED = { jug: 'into the jug', glass: 'at the glass' } as const;
