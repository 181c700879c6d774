import { FACTOR_SIGMA } from '../brew/brewRun';
import { EXTRACTION_CLASSES } from '../extraction/extractionClass';
import { steepOf } from '../drink/drink';
import { BURNER_EFFICIENCY, SURFACE_STEAM } from '../heat/heating';
import { CLOSED_LOSS } from '../heat/vessel';
import { TWO_STEP } from '../heat/cooling';
import { likelyRange } from '../quantity/estimate';
import { botanicalBySlug, netBodyMax, type Botanical } from '../reference/botanicals';
import { harshLimitGPerL, netBodyGPerL, strengthShares } from '../liquid/strength';
import { sugarGPerL } from '../liquid/liquid';
import { STRENGTH_BAND } from '../brew/steepCurve';
import type { Plan } from '../plan/planDrink';

/** One line of how a figure comes about: words, and the figure it leads to. */
export type Step = { text: string; value?: string };

/** A figure that stands behind another: what it is, and where it is from. */
export type Constant = { name: string; value: string; source: string };

/** Everything behind a figure, so that an interface can open it. */
export type Explanation = {
  title: string;
  /** the exact figure, before it is rounded for the kitchen */
  exact: string;
  steps: readonly Step[];
  constants: readonly Constant[];
  /** where it lies four times in five; undefined for what was chosen, not estimated */
  likely?: { low: string; high: string };
};

/** Figures of a plan that can be opened; leaf is told by ingredient. */
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
  | 'cooling';

const HOUSE = 'house estimate';
const ml = (v: number): string => `${v.toFixed(1)} ml`;
const g = (v: number): string => `${v.toFixed(1)} g`;
const times = (v: number): string => `×${v.toFixed(3)}`;
const min = (v: number): string => `${v.toFixed(1)} min`;
const celsius = (v: number): string => `${v.toFixed(1)} °C`;
const percent = (v: number): string => `${(100 * v).toFixed(0)} %`;
const gPerL = (v: number): string => `${v.toFixed(2)} g/L`;

/** How a figure of a plan comes about. */
export function explain(plan: Plan, figure: FigureId): Explanation {
  if (figure.startsWith('leaf:')) return explainLeaf(plan, figure.slice('leaf:'.length));
  return EXPLAINERS[figure as Exclude<FigureId, `leaf:${string}`>](plan);
}

function explainLeaf(plan: Plan, ingredientId: string): Explanation {
  const leaf = plan.leaf.find((l) => l.ingredientId === ingredientId)!;
  const b = botanicalBySlug(leaf.plant);
  const written = plan.drink.brew.ways
    .find((w) => w.id === plan.way.id)!
    .ingredients.find((i) => i.id === ingredientId)!;
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

const rateConstants = (plan: Plan): Constant[] =>
  plan.leaf.flatMap((l) => {
    const b = botanicalBySlug(l.plant);
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

const steepTime = (plan: Plan): { startMin: number; endMin: number } =>
  plan.run.stages.find((s) => s.kind === 'steep')!;

const EXPLAINERS: Record<Exclude<FigureId, `leaf:${string}`>, (plan: Plan) => Explanation> = {
  water: (plan) => {
    const written = plan.drink.brew.ways.find((w) => w.id === plan.way.id)!;
    return {
      title: 'Water into the vessel',
      exact: ml(plan.waterMl),
      steps: [
        { text: 'in the recipe as written', value: ml(written.waterMl) },
        { text: 'times as large as the leaf is', value: times(plan.waterMl / written.waterMl) },
        { text: 'of which comes out as concentrate', value: ml(plan.run.ledger.outMl) },
        { text: 'rounded to 10 ml' },
      ],
      constants: [],
    };
  },
  heat: (plan) => {
    const { kind, watts } = plan.kitchen.burner;
    const heat = plan.run.stages.find((s) => s.kind === 'heat');
    return {
      title: 'Time to the boil',
      exact: min((heat?.endMin ?? 0) - (heat?.startMin ?? 0)),
      steps: [
        { text: `water and ${plan.vessel.name} from the tap`, value: celsius(plan.kitchen.tapC) },
        {
          text: `heat that reaches the pot from ${watts} W`,
          value: `${Math.round(watts * BURNER_EFFICIENCY[kind])} W`,
        },
        { text: 'to where water boils at this altitude', value: celsius(plan.run.at(steepTime(plan).startMin).tempC) },
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
  steep: (plan) => {
    const { startMin, endMin } = steepTime(plan);
    const inFridge = steepOf(plan.way).place === 'fridge';
    const loss = CLOSED_LOSS[inFridge ? 'fridge' : 'counter'];
    return {
      title: 'The steep and its temperatures',
      exact: min(endMin - startMin),
      steps: [
        { text: 'chosen by you, or by what tastings say', value: min(endMin - startMin) },
        { text: 'begins at', value: celsius(plan.run.at(startMin).tempC) },
        {
          text: `cools by itself, lid on, towards ${celsius(inFridge ? plan.kitchen.fridgeC : plan.kitchen.roomC)}, and ends at`,
          value: celsius(plan.run.at(endMin).tempC),
        },
      ],
      constants: [{ name: 'heat lost by a closed vessel', value: `${loss.value} W/(m² K)`, source: loss.source }],
    };
  },
  steam: (plan) => ({
    title: 'Steam',
    exact: ml(plan.run.ledger.steamMl),
    steps: [{ text: 'leaves from under the lid while it is hot, less as it cools, by the vapour pressure' }],
    constants: [
      {
        name: 'from a lidded surface near the boil',
        value: `${SURFACE_STEAM.lidded.value} kg/(h m²) (${SURFACE_STEAM.lidded.low} to ${SURFACE_STEAM.lidded.high})`,
        source: HOUSE,
      },
      { name: 'vapour pressure of water', value: 'by temperature', source: 'IAPWS-IF97' },
    ],
    likely: likelyMl(plan.run.ledger.steamMl, FACTOR_SIGMA.steam),
  }),
  held: (plan) => ({
    title: 'Held by the plants',
    exact: ml(plan.run.ledger.heldMl - plan.run.ledger.pressedMl),
    steps: [
      { text: 'drunk by the plants when drained', value: ml(plan.run.ledger.heldMl) },
      { text: 'won back by pressing', value: ml(plan.run.ledger.pressedMl) },
    ],
    constants: plan.leaf.map((l) => {
      const b = botanicalBySlug(l.plant);
      return {
        name: `${b.name}: holds, and gives back when pressed`,
        value: `${b.absorbGPerG} g/g, ${percent(b.pressRecovery)}`,
        source: 'botanical table, modelling default',
      };
    }),
    likely: likelyMl(plan.run.ledger.heldMl - plan.run.ledger.pressedMl, FACTOR_SIGMA.held),
  }),
  yield: (plan) => {
    const l = plan.run.ledger;
    return {
      title: 'Concentrate that comes out',
      exact: ml(l.outMl),
      steps: [
        { text: 'water in', value: ml(l.waterMl) },
        { text: 'room that dissolves into it', value: `+${ml(l.dissolvedMl)}` },
        { text: 'steam', value: `−${ml(l.steamMl)}` },
        { text: 'held by the plants, pressed', value: `−${ml(l.heldMl - l.pressedMl)}` },
        { text: 'left on pot, cloth and spoon', value: `−${ml(l.clingingMl)}` },
      ],
      constants: [{ name: 'left behind at a pour', value: '5 ml and 0.5 %', source: HOUSE }],
      likely: likelyMl(plan.concentrate.volumeMl, plan.concentrate.sigmaLnVolume),
    };
  },
  'concentrate-strength': (plan) => ({
    title: 'Strength of the concentrate',
    exact: times(plan.concentrate.strengthX),
    steps: [
      { text: 'extract besides sugar and acid', value: gPerL(netBodyGPerL(plan.run.concentrate)) },
      { text: 'each plant counted against its usual dose, against the house standard' },
      ...Object.entries(strengthShares(plan.run.concentrate)).map(([p, share]) => ({
        text: `of it from ${botanicalBySlug(p).name}`,
        value: percent(share),
      })),
    ],
    constants: [
      { name: 'the house standard, ×1', value: 'the drink as written, run forward', source: 'worked out each time' },
      ...rateConstants(plan),
    ],
    likely: likelyTimes(plan.concentrate.strengthX, plan.concentrate.sigmaLnStrength),
  }),
  syrup: (plan) => ({
    title: 'Syrup',
    exact: ml(plan.jug.mix.syrupMl),
    steps: [
      { text: 'sugar wanted in the jug, before ice', value: gPerL(plan.jugWanted.sugarGPerL) },
      {
        text: 'of which the plants bring',
        value: gPerL((sugarGPerL(plan.run.concentrate) * plan.jug.mix.concentrateMl) / plan.jug.figures.volumeMl),
      },
      { text: `the rest as a syrup of ${plan.syrup.brix} °Bx`, value: ml(plan.jug.mix.syrupMl) },
      { text: 'sugar and water in it', value: `${g(plan.syrup.sugarG)} and ${g(plan.syrup.waterG)}` },
    ],
    constants: [{ name: 'density of a sugar solution', value: 'by Brix', source: 'Bettin et al. 1998' }],
  }),
  mix: (plan) => ({
    title: 'What goes into the jug',
    exact: `${ml(plan.jug.mix.concentrateMl)}, ${ml(plan.jug.mix.syrupMl)}, ${ml(plan.jug.mix.waterMl)}`,
    steps: [
      { text: 'wanted in the jug', value: `${ml(plan.jugWanted.volumeMl)} at ${times(plan.jugWanted.strengthX)}` },
      { text: 'concentrate for that strength', value: ml(plan.jug.mix.concentrateMl) },
      { text: 'syrup for that sugar', value: ml(plan.jug.mix.syrupMl) },
      { text: 'water for the rest', value: ml(plan.jug.mix.waterMl) },
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
    likely: likelyTimes(plan.jug.figures.strengthX, plan.concentrate.sigmaLnStrength),
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
    likely: likelyTimes(plan.glass.figures.strengthX, plan.concentrate.sigmaLnStrength),
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
  window: (plan) => ({
    title: 'The window to pull in',
    exact: plan.curve.window ? `${min(plan.curve.window.fromMin)} to ${min(plan.curve.window.toMin)}` : 'none',
    steps: [
      { text: 'strong enough: within a band around what is wanted', value: percent(STRENGTH_BAND) },
      { text: 'not too harsh: below what this house bears', value: times(plan.houseHarshLimit) },
    ],
    constants: [
      ...plan.leaf.map((l) => ({
        name: `${l.name}: harsh limit unsweetened`,
        value: gPerL(harshLimitGPerL(l.plant)),
        source: 'usual dose and longest advised time, by the model',
      })),
      { name: 'sugar that halves harshness', value: '120 g/L', source: HOUSE },
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

function likelyMl(value: number, sigma: number): { low: string; high: string } {
  const { low, high } = likelyRange(value, sigma);
  return { low: ml(low), high: ml(high) };
}

function likelyTimes(value: number, sigma: number): { low: string; high: string } {
  const { low, high } = likelyRange(value, sigma);
  return { low: times(low), high: times(high) };
}
