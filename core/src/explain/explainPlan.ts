import { explainAcid, explainCaffeine, explainHarsh, explainSecond, explainTime, explainWarming } from './explainGlass';
import type { Constant, Explanation } from './explanation';
import { FACTOR_SIGMA } from '../brew/brewRun';
import { EXTRACTION_CLASSES } from '../extraction/extractionClass';
import { brewOf, mainStageOf, type BrewWay } from '../drink/drink';
import { BURNER_EFFICIENCY } from '../heat/heating';
import { BOILS, LID_LETS_OUT } from '../heat/steam';
import { CLOSED_LOSS } from '../heat/vessel';
import { TWO_STEP } from '../heat/cooling';
import { combineSigmas, likelyRange } from '../quantity/estimate';
import { netBodyMax, type Botanical } from '../reference/botanicals';
import { plantIn, plantOf } from '../reference/plants';
import { HALVING_SUGAR } from '../liquid/harshness';
import { borneGPerL } from '../reference/bearing';
import { netBodyGPerL, strengthShares } from '../liquid/strength';
import { type Liquid } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { STRENGTH_BAND, WINDOW_HARSH } from '../brew/steepCurve';
import { ledgerOf, type Plan, type PlannedBrew } from '../plan/planDrink';

/** Figures of a plan that can be opened; leaf is told by ingredient. Those of a brew are of the brew that is asked for. */
export type FigureId =
  | `leaf:${string}`
  | 'water'
  | 'heat'
  | 'steep'
  | 'steam'
  | 'held'
  | 'yield'
  | 'concentrate-strength'
  | 'syrup'
  | 'mix'
  | 'jug-strength'
  | 'glass-strength'
  | 'glass-sugar'
  | 'melt'
  | 'window'
  | 'cooling'
  | 'caffeine'
  | 'harsh'
  | 'acid'
  | 'time'
  | 'warming'
  | 'second';

export type { Explanation } from './explanation';

const HOUSE = 'house estimate';
const ml = (v: number): string => `${v.toFixed(1)} ml`;
const g = (v: number): string => `${v.toFixed(1)} g`;
const times = (v: number): string => `×${v.toFixed(3)}`;
const min = (v: number): string => `${v.toFixed(1)} min`;
const celsius = (v: number): string => `${v.toFixed(1)} °C`;
const percent = (v: number): string => `${(100 * v).toFixed(0)} %`;
const gPerL = (v: number): string => `${v.toFixed(2)} g/L`;

/** How a figure of a plan comes about. */
export function explain(plan: Plan, figure: FigureId, brewId: string = plan.brews[0].brewId): Explanation {
  const brew = plan.brews.find((b) => b.brewId === brewId) ?? plan.brews[0];
  if (figure.startsWith('leaf:')) return explainLeaf(plan, brew, figure.slice('leaf:'.length));
  return EXPLAINERS[figure as Exclude<FigureId, `leaf:${string}`>](plan, brew);
}

const writtenWay = (plan: Plan, b: PlannedBrew): BrewWay =>
  brewOf(plan.drink, b.brewId)!.ways.find((w) => w.id === b.way.id)!;

function explainLeaf(plan: Plan, brew: PlannedBrew, ingredientId: string): Explanation {
  const leaf = brew.leaf.find((l) => l.ingredientId === ingredientId)!;
  const b = plantOf(plan.drink, leaf.plant);
  const written = writtenWay(plan, brew).ingredients.find((i) => i.id === ingredientId)!;
  return {
    title: b.name,
    exact: g(leaf.grams),
    steps: [
      { text: 'in the recipe as written', value: g(written.grams) },
      {
        text: 'times as large, so that the jug gets the strength it must have',
        value: times(leaf.grams / written.grams),
      },
      { text: 'rounded to what a scale shows' },
      ...(leaf.measure
        ? [{ text: `in a kitchen measure, ${leaf.measure.text}, by the table`, value: g(leaf.measure.grams) }]
        : []),
    ],
    constants: plantConstants(b),
    likely: inGrams(leaf.grams, FACTOR_SIGMA.potency),
  };
}

const inGrams = (value: number, sigma: number): { low: string; high: string } => {
  const { low, high } = likelyRange(value, sigma);
  return { low: g(low), high: g(high) };
};

const plantConstants = (b: Botanical): Constant[] => [
  {
    name: 'gives at most, sugar and acid aside',
    value: `${netBodyMax(b).toFixed(2)} g/g`,
    source: `botanical table, ${b.confidence} confidence`,
  },
  ...(b.cupG
    ? [{ name: 'a level cup of it', value: g(b.cupG), source: `botanical table, ${b.confidence} confidence` }]
    : []),
];

const rateConstants = ({ drink }: Plan, brew: PlannedBrew): Constant[] =>
  brew.leaf.flatMap((l) => {
    const b = plantOf(drink, l.plant);
    if (b.extractionClass === 'stirred_in') return [];
    const { body } = EXTRACTION_CLASSES[b.extractionClass];
    return [
      {
        name: `${b.name}: rate at 95 °C`,
        value: `${body.k95PerMin} a minute (${body.low.toFixed(2)} to ${body.high.toFixed(2)})`,
        source: HOUSE,
      },
    ];
  });

/** The brew's main stage in time; the whole of it where nothing is steeped. */
function mainTime(b: PlannedBrew): { startMin: number; endMin: number } {
  const main = mainStageOf(b.way);
  return b.run.stages.find((s) => s.stageId === main?.id) ?? { startMin: 0, endMin: b.run.endMin };
}

const EXPLAINERS: Record<Exclude<FigureId, `leaf:${string}`>, (plan: Plan, b: PlannedBrew) => Explanation> = {
  caffeine: explainCaffeine,
  harsh: explainHarsh,
  acid: explainAcid,
  time: explainTime,
  warming: explainWarming,
  second: explainSecond,
  water: (plan, b) => {
    const written = writtenWay(plan, b);
    return {
      title: 'Water into the vessel',
      exact: ml(b.waterMl),
      steps: [
        { text: 'in the recipe as written', value: ml(written.waterMl) },
        { text: 'times as large as the leaf is', value: times(b.waterMl / written.waterMl) },
        { text: 'of which comes out as concentrate', value: ml(ledgerOf(b).outMl) },
        { text: 'rounded to 10 ml' },
      ],
      constants: [],
    };
  },
  heat: (plan, b) => {
    const { kind, watts } = plan.kitchen.burner;
    const heat = b.run.stages.find((s) => s.kind === 'heat');
    return {
      title: 'Time to the boil',
      exact: min((heat?.endMin ?? 0) - (heat?.startMin ?? 0)),
      steps: [
        { text: `water and ${b.vessel.name} from the tap`, value: celsius(plan.kitchen.tapC) },
        {
          text: `heat that reaches the pot from ${watts} W`,
          value: `${Math.round(watts * BURNER_EFFICIENCY[kind])} W`,
        },
        { text: 'to where water boils at this altitude', value: celsius(b.run.at(mainTime(b).startMin).tempC) },
      ],
      constants: [
        {
          name: `share of a burner's power (${kind})`,
          value: percent(BURNER_EFFICIENCY[kind]),
          source: 'typical of appliance tests',
        },
        { name: 'heat water takes up', value: '4.186 kJ/(kg K)', source: 'steam tables' },
      ],
      likely: {
        low: min(((heat?.endMin ?? 0) - (heat?.startMin ?? 0)) * 0.88),
        high: min(((heat?.endMin ?? 0) - (heat?.startMin ?? 0)) * 1.14),
      },
    };
  },
  steep: (plan, b) => {
    const { startMin, endMin } = mainTime(b);
    const main = mainStageOf(b.way);
    const inFridge = main?.kind === 'steep' && main.place === 'fridge';
    const loss = CLOSED_LOSS[inFridge ? 'fridge' : 'counter'];
    return {
      title: 'The steep and its temperatures',
      exact: min(endMin - startMin),
      steps: [
        { text: 'chosen by you, or by what tastings say', value: min(endMin - startMin) },
        { text: 'begins at', value: celsius(b.run.at(startMin).tempC) },
        {
          text: `cools by itself, lid on, towards ${celsius(inFridge ? plan.kitchen.fridgeC : plan.kitchen.roomC)}, and ends at`,
          value: celsius(b.run.at(endMin).tempC),
        },
      ],
      constants: [{ name: 'heat lost by a closed vessel', value: `${loss.value} W/(m² K)`, source: loss.source }],
    };
  },
  steam: (_plan, b) => ({
    title: 'Steam',
    exact: ml(ledgerOf(b).steamMl),
    steps: [
      { text: 'leaves while it is hot, at the boil as hard as it boils, less as it cools; a lid keeps most of it' },
    ],
    constants: [
      {
        name: 'from an open surface: a simmer, a rolling boil',
        value: `${BOILS.simmer.kgPerM2H}, ${BOILS.rolling.kgPerM2H} kg/(h m²), ±30 %`,
        source: HOUSE,
      },
      {
        name: 'a lid lets out: loose, on',
        value: `${percent(LID_LETS_OUT.atTheBoil.loose)}, ${percent(LID_LETS_OUT.atTheBoil.closed)} at the boil; ${percent(LID_LETS_OUT.belowIt.loose)}, ${percent(LID_LETS_OUT.belowIt.closed)} below it`,
        source: HOUSE,
      },
      { name: 'below the boil', value: 'half of it every 14 K', source: 'heat and vapour taken by still air' },
    ],
    likely: likelyMl(ledgerOf(b).steamMl, FACTOR_SIGMA.steam),
  }),
  held: (plan, b) => ({
    title: 'Held by the plants',
    exact: ml(ledgerOf(b).heldMl - ledgerOf(b).pressedMl),
    steps: [
      { text: 'drunk by the plants when drained', value: ml(ledgerOf(b).heldMl) },
      { text: 'won back by pressing', value: ml(ledgerOf(b).pressedMl) },
    ],
    constants: b.leaf.map((l) => {
      const row = plantOf(plan.drink, l.plant);
      return {
        name: `${row.name}: holds, and gives back when pressed`,
        value: `${row.absorbGPerG} g/g, ${percent(row.pressRecovery)}`,
        source: 'botanical table, an estimate of ours',
      };
    }),
    likely: likelyMl(ledgerOf(b).heldMl - ledgerOf(b).pressedMl, FACTOR_SIGMA.held),
  }),
  yield: (_plan, b) => {
    const l = ledgerOf(b);
    return {
      title: 'Concentrate that comes out',
      exact: ml(l.outMl),
      steps: [
        { text: 'water in', value: ml(l.waterMl) },
        ...(l.ownMl > 0 ? [{ text: 'brought by fruit and juice', value: `+${ml(l.ownMl)}` }] : []),
        { text: 'room that dissolves into it', value: `+${ml(l.dissolvedMl)}` },
        { text: 'steam', value: `−${ml(l.steamMl)}` },
        { text: 'held by the plants, pressed', value: `−${ml(l.heldMl - l.pressedMl)}` },
        { text: 'left on pot, cloth and spoon', value: `−${ml(l.clingingMl)}` },
        ...(l.rinsedMl > 0 ? [{ text: 'rinsed through the plants', value: `+${ml(l.rinsedMl)}` }] : []),
        ...(l.sweetenedMl > 0 ? [{ text: 'room taken by what sweetens', value: `+${ml(l.sweetenedMl)}` }] : []),
        ...(l.stirredMl > 0 ? [{ text: 'stirred in after the strain', value: `+${ml(l.stirredMl)}` }] : []),
        ...(l.reducedMl > 0 ? [{ text: 'boiled off', value: `−${ml(l.reducedMl)}` }] : []),
        ...(b.pots > 1 ? [{ text: `in all ${b.pots} pots together` }] : []),
      ],
      constants: [{ name: 'left behind at a pour', value: '5 ml and 0.5 %', source: HOUSE }],
      likely: likelyMl(b.figures.volumeMl, b.sigmaLnVolume),
    };
  },
  'concentrate-strength': (plan, b) => ({
    title: 'Strength of the concentrate',
    exact: times(b.figures.strengthX),
    steps: [
      { text: 'extract besides sugar and acid', value: gPerL(netBodyGPerL(b.concentrate)) },
      { text: 'each plant counted against its usual dose, against the house standard' },
      ...Object.entries(strengthShares(b.concentrate)).map(([p, share]) => ({
        text: `of it from ${plantIn(b.concentrate.own, p).name}`,
        value: percent(share),
      })),
    ],
    constants: [
      { name: 'the house standard, ×1', value: 'the drink as written, run forward', source: 'worked out each time' },
      ...rateConstants(plan, b),
    ],
    likely: likelyTimes(b.figures.strengthX, b.sigmaLnStrength),
  }),
  syrup: (plan) => ({
    title: 'Syrup',
    exact: plan.syrups.map((s) => ml(plan.jug.mix[s.lineId] ?? 0)).join(', ') || 'none',
    steps: [
      { text: 'sugar wanted in the jug, before ice', value: gPerL(plan.jugWanted.sugarGPerL) },
      {
        text: 'of which the brews bring',
        value: gPerL(
          brewParts(plan).reduce((sum, p) => sum + sweetGPerL(p.liquid) * p.ml, 0) / plan.jug.figures.volumeMl,
        ),
      },
      ...plan.syrups.flatMap((s) => [
        { text: `the rest as a syrup of ${s.brix} °Bx`, value: ml(plan.jug.mix[s.lineId] ?? 0) },
        { text: 'sugar and water in it', value: `${g(s.sugarG)} and ${g(s.waterG)}` },
      ]),
    ],
    constants: [{ name: 'density of a sugar solution', value: 'by Brix', source: 'Bettin et al. 1998' }],
  }),
  mix: (plan) => ({
    title: 'What goes into the jug',
    exact: Object.values(plan.jug.mix).map(ml).join(', '),
    steps: [
      { text: 'wanted in the jug', value: `${ml(plan.jugWanted.volumeMl)} at ${times(plan.jugWanted.strengthX)}` },
      ...plan.drink.mix
        .filter((l) => l.at === 'jug')
        .map((l) => ({
          text: `${l.name.toLowerCase()} ${WHY_POURED[l.from.kind]}`,
          value: ml(plan.jug.mix[l.id] ?? 0),
        })),
      { text: 'it will be worked out again from what really comes out' },
    ],
    constants: [],
  }),
  'jug-strength': (plan) => ({
    title: 'Strength in the jug',
    exact: times(plan.jug.figures.strengthX),
    steps: [
      { text: 'wanted in the glass', value: times(plan.target.strengthX) },
      { text: 'thinned by ice', value: times(plan.glass.thinning) },
      { text: 'so wanted in the jug', value: times(plan.jugWanted.strengthX) },
    ],
    constants: [],
    likely: likelyTimes(plan.jug.figures.strengthX, jugSigma(plan)),
  }),
  'glass-strength': (plan) => ({
    title: 'Strength in the glass',
    exact: times(plan.glass.figures.strengthX),
    steps: [
      { text: 'in the jug', value: times(plan.jug.figures.strengthX) },
      { text: `ice melted after ${plan.drink.serve.rightAtMin} min`, value: g(plan.glass.meltedG) },
      { text: 'into a pour of', value: ml(plan.target.glassMl) },
    ],
    constants: [],
    likely: likelyTimes(plan.glass.figures.strengthX, jugSigma(plan)),
  }),
  'glass-sugar': (plan) => ({
    title: 'Sugar in the glass',
    exact: gPerL(plan.glass.figures.sugarGPerL),
    steps: [
      { text: 'in the jug', value: gPerL(plan.jug.figures.sugarGPerL) },
      { text: 'thinned by ice', value: times(plan.glass.thinning) },
    ],
    constants: [],
  }),
  melt: (plan) => ({
    title: 'Ice that melts',
    exact: g(plan.glass.meltedG),
    steps: [
      { text: 'drink from the fridge', value: celsius(plan.kitchen.fridgeC) },
      { text: 'onto ice from the freezer', value: `${g(plan.glass.iceG)} at ${celsius(plan.kitchen.freezerC)}` },
      {
        text: `melts at once until it is cold, then from the room for ${plan.drink.serve.rightAtMin} min`,
        value: g(plan.glass.meltedG),
      },
    ],
    constants: [
      { name: 'heat to melt ice', value: '333.55 kJ/kg', source: 'steam tables' },
      { name: 'heat a glass takes from the room', value: '0.40 W/K (0.25 to 0.6)', source: HOUSE },
    ],
    likely: inGrams(plan.glass.meltedG, 0.25),
  }),
  window: (plan, b) => ({
    title: 'The window to pull in',
    exact: b.curve?.window ? `${min(b.curve.window.fromMin)} to ${min(b.curve.window.toMin)}` : 'none',
    steps: [
      { text: 'strong enough: within a band around what is wanted', value: percent(STRENGTH_BAND) },
      {
        text: 'not too harsh: a little below what this house bears',
        value: percent(WINDOW_HARSH * plan.houseHarshLimit),
      },
    ],
    constants: [
      ...b.leaf.map((l) => {
        const borne = borneGPerL(plantOf(plan.drink, l.plant));
        return {
          name: `${l.name}: borne unsweetened`,
          value: Number.isFinite(borne) ? `${gPerL(borne)} spent` : 'any amount, it is not harsh',
          source: HOUSE,
        };
      }),
      {
        name: 'sugar that halves bitterness; puckering',
        value: `${HALVING_SUGAR.bitter}; ${HALVING_SUGAR.astringent} g/L`,
        source: HOUSE,
      },
    ],
  }),
  cooling: (plan) => {
    const { legs } = plan.cooling;
    return {
      title: 'Cooling in time',
      exact: min(plan.cooling.bathMin + plan.cooling.fridgeMin),
      steps: [
        ...(plan.cooling.bathMin > 0
          ? [{ text: `ice bath, stirred, to ${celsius(plan.cooling.bathToC)}`, value: min(plan.cooling.bathMin) }]
          : []),
        ...(plan.cooling.iceG > 0 ? [{ text: 'of the water as ice', value: g(plan.cooling.iceG) }] : []),
        { text: 'the jug then is at', value: celsius(plan.cooling.jugStartC) },
        ...(legs.min60To21 === undefined
          ? []
          : [{ text: `from 60 to 21 °C, at most ${TWO_STEP.firstLegMaxMin} min`, value: min(legs.min60To21) }]),
        ...(legs.min21To5 === undefined
          ? []
          : [{ text: `on to 5 °C, at most ${TWO_STEP.secondLegMaxMin} min`, value: min(legs.min21To5) }]),
      ],
      constants: [
        { name: 'limits', value: '2 h and 4 h', source: 'FDA Food Code 3-501.14, from 60 °C' },
        { name: 'heat lost in a stirred ice bath', value: `${CLOSED_LOSS['ice-bath'].value} W/(m² K)`, source: HOUSE },
        { name: 'heat lost in a fridge', value: `${CLOSED_LOSS.fridge.value} W/(m² K)`, source: HOUSE },
      ],
    };
  },
};

/** All figures that open, but for those of single plants. */
export const FIGURE_IDS = Object.keys(EXPLAINERS) as readonly Exclude<FigureId, `leaf:${string}`>[];

function likelyMl(value: number, sigma: number): { low: string; high: string } {
  const { low, high } = likelyRange(value, sigma);
  return { low: ml(low), high: ml(high) };
}

function likelyTimes(value: number, sigma: number): { low: string; high: string } {
  const { low, high } = likelyRange(value, sigma);
  return { low: times(low), high: times(high) };
}

const WHY_POURED = {
  brew: 'for that strength',
  syrup: 'for that sugar',
  juice: 'for its acid, or as the book has it',
  spirit: 'as the book has it',
  water: 'for the rest',
} as const;

/** Brews as they are poured into the jug. */
const brewParts = (plan: Plan): { liquid: Liquid; ml: number }[] =>
  plan.drink.mix.flatMap((l) => {
    const { from } = l;
    if (from.kind !== 'brew') return [];
    return [{ liquid: plan.brews.find((b) => b.brewId === from.brewId)!.concentrate, ml: plan.jug.mix[l.id] ?? 0 }];
  });

/** Spread of the jug's strength: each brew's own, by its share; they are unknown independently of each other. */
function jugSigma(plan: Plan): number {
  const parts = plan.drink.mix.flatMap(({ from, id }) => {
    if (from.kind !== 'brew') return [];
    const b = plan.brews.find((x) => x.brewId === from.brewId)!;
    return [{ sigma: b.sigmaLnStrength, x: b.figures.strengthX * (plan.jug.mix[id] ?? 0) }];
  });
  const all = parts.reduce((sum, p) => sum + p.x, 0);
  return all === 0 ? 0 : combineSigmas(...parts.map((p) => (p.sigma * p.x) / all));
}
