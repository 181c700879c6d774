import {
  boilDownRange,
  CARD_HEAD,
  cardLinesOf,
  bottlesFilled,
  explain,
  isKettle,
  isSyrup,
  likelyRange,
  mainStageOf,
  plantIn,
  reduceWords,
  SWEETENERS,
  totalMinutes,
  type BrewWay,
  type Plan,
  type PlannedBrew,
  type Stage,
  STEEP_PLACE_WORDS,
} from '@steepsis/core';

/** A card's words, before they are set in Markdown or on a page. */
export type CardText = {
  title: string;
  lead: string;
  sections: { heading: string; lines: string[] }[];
  /** clause by clause in the language of cards, as the drink stands: what is read back of it */
  asItStands: string[];
  note: string;
};

const ml = (x: number): string => (x >= 1000 ? `${(x / 1000).toFixed(2)} L` : `${Math.round(x / 5) * 5} ml`);
const g = (x: number): string => `${x >= 10 ? Math.round(x) : Math.round(x * 10) / 10} g`;
const inWords = (written: string | undefined, figure: string): string =>
  written === undefined
    ? figure
    : /^\d[\d.,]* ?(m?l|cl|dl|litres?|m?g|kg)$/i.test(written)
      ? written
      : `${written}, ${figure}`;
const minutes = (m: number): string =>
  m >= 48 * 60
    ? `${Math.round(m / 1440)} days`
    : m >= 120
      ? `${Math.round(m / 6) / 10} h`
      : m >= 1
        ? `${Math.round(m)} min`
        : 'a moment';
const sweetener = (kind: string): string =>
  (SWEETENERS as Readonly<Record<string, { name: string }>>)[kind]?.name.toLowerCase() ?? kind;

/** A plan as a recipe card: what to weigh, what to do, how to mix, what to expect. */
export function cardText(plan: Plan, madeOn: string): CardText {
  const { drink, target, glass, jug } = plan;
  const manner = target.hot ? 'poured hot' : target.iced ? 'over ice' : 'without ice';
  return {
    title: drink.name,
    lead:
      `${target.asWritten ? 'As written it makes' : 'Planned for'} ${ml(target.litres * 1000)}, about ${Math.round(glass.count)} glasses of ${target.glassMl} ml ${manner}, ` +
      `at ×${target.strengthX} of the house with ${target.sugarGPerL} g/L of sugar. In all ${minutes(totalMinutes(plan))}.`,
    sections: [
      ...plan.brews.flatMap((b) => brewSections(b)),
      { heading: 'Jug', lines: mixLines(plan) },
      {
        heading: 'Expect',
        lines: [
          `${ml(jug.figures.volumeMl)} in the jug at ×${jug.figures.strengthX.toFixed(2)}`,
          `In a glass at most ${Math.round(glass.liquid.caffeineMg)} mg of caffeine and ${g((glass.figures.sugarGPerL * target.glassMl) / 1000)} of sugar`,
          ...plan.brews.map((b) => {
            const range = likelyRange(b.figures.volumeMl, b.sigmaLnVolume);
            return `${b.name}: likely ${ml(range.low)} to ${ml(range.high)} comes out`;
          }),
          explain(plan, 'cooling').title + ': ' + coolingWords(plan),
        ],
      },
    ],
    asItStands: [...cardLinesOf(drink)],
    note: `${drink.note ? `${drink.note} ` : ''}Version ${drink.version}, worked out ${madeOn}. Cautions are general kitchen guidance and defer to the local food-safety authority.`,
  };
}

const coolingWords = ({ cooling, target }: Plan): string =>
  target.hot
    ? 'none, it is poured hot; what is left goes in shallow into the fridge within two hours'
    : [
        ...(cooling.bathMin > 0 ? [`ice bath, stirring, ${minutes(cooling.bathMin)}`] : []),
        ...(cooling.iceG > 0 ? [`${g(cooling.iceG)} of the water as ice`] : []),
        cooling.fridgeMin > 0
          ? `then ${minutes(cooling.fridgeMin)} in the fridge to 5 °C`
          : 'then straight into the fridge',
      ].join(', ');

function brewSections(b: PlannedBrew): CardText['sections'] {
  const pots = b.pots > 1 ? `, in ${b.pots} pots` : '';
  return [
    {
      heading: `${b.name}: weigh`,
      lines: [
        ...b.leaf.map((l) => {
          const measure = l.written === undefined && l.measure ? ` (${l.measure.text})` : '';
          const held = b.way.ingredients.find((i) => i.id === l.ingredientId)?.heldIn;
          return `${inWords(l.written, g(l.grams))} ${l.name}${l.cut ? `, ${l.cut}` : ''}${measure}${held ? `, in a ${held}` : ''}`;
        }),
        ...(b.waterMl > 0 ? [`${inWords(b.way.waterWritten, ml(b.waterMl))} water${pots}, ${b.vessel.name}`] : []),
        ...Object.entries(b.sweetenedG).map(([kind, x]) => `${g(x)} ${sweetener(kind)}`),
      ],
    },
    { heading: `${b.name}: make`, lines: [...b.way.stages.map((s) => stageLine(b, s)), ...careLines(b)] },
  ];
}

/** What holds for the whole brew. */
const careLines = ({ way }: PlannedBrew): string[] => [
  ...(way.underWeight ? ['Hold the plants under with a weight'] : []),
  ...(way.keepPulp ? ['The pulp is wanted: pour it with the drink'] : []),
  ...(way.restHours ? [`Best after ${minutes(way.restHours * 60)}`] : []),
];

/** How hard it boils is set by eye, so how long it takes is a range. */
function between(stage: Stage, lasted: number): string {
  const { low, high } = boilDownRange(stage.agitation, lasted);
  return `${minutes(low)} to ${minutes(high)}`;
}

/** A stage with the plants that go in and come out at it. */
function stageLine(b: PlannedBrew, stage: Stage): string {
  const time = b.run.stages.find((t) => t.stageId === stage.id);
  const lasted = time ? time.endMin - time.startMin : 0;
  const took = lasted > 0.5 ? `, ${stage.kind === 'reduce' ? between(stage, lasted) : minutes(lasted)}` : '';
  const named = (moment: 'enters' | 'leaves'): string[] =>
    b.way.ingredients
      .filter((i) => i[moment]?.stageId === stage.id)
      .map((i) => {
        const at = i[moment]!.atMin;
        return `${plantIn(b.concentrate.own, i.plant).name.split(/[,(]/)[0]!.trim().toLowerCase()}${at > 0 ? ` at ${minutes(at)}` : ''}`;
      });
  const [goIn, comeOut] = [named('enters'), named('leaves')];
  return `${stageName(stage, b.way)}${took}${goIn.length > 0 ? `; in: ${goIn.join(', ')}` : ''}${comeOut.length > 0 ? `; out: ${comeOut.join(', ')}` : ''}`;
}

function stageName(s: Stage, way: BrewWay): string {
  switch (s.kind) {
    case 'toast':
      return `Toast dry at ${s.atC} °C`;
    case 'heat':
      if (isKettle(way, s)) return `Heat a kettle ${s.to === 'boil' ? 'to the boil' : `to ${s.to} °C`} and pour it on`;
      return s.to === 'boil' ? 'Bring to the boil' : `Heat to ${s.to} °C`;
    case 'hold':
      return s.agitation === 'boiling' ? 'Keep at a rolling boil' : mainStageOf(way) === s ? 'Simmer' : 'Hold';
    case 'cool':
      return `Cool to ${s.toC} °C${s.by === 'ice-bath' ? ' in an ice bath' : ''}`;
    case 'steep':
      return `Steep ${STEEP_PLACE_WORDS[s.place]}, lid ${s.lid}`;
    case 'hands':
      return s.work[0]!.toUpperCase() + s.work.slice(1);
    case 'strain':
      return `Strain through ${s.through === 'fine-cloth' ? 'a fine cloth' : s.through === 'paper' ? 'paper' : 'a sieve'}${s.press ? ', pressing' : ''}`;
    case 'rinse':
      return `Rinse the plants with ${ml(s.waterMl)} water`;
    case 'dissolve':
      return `${s.toTaste ? 'By taste, beginning there: stir in' : 'Stir in'} ${'grams' in s.to ? `${inWords(s.written, g(s.to.grams))} ` : ''}${sweetener(s.sweetener)}`;
    case 'reduce':
      return `${s.agitation === 'boiling' ? 'Boil' : 'Simmer'} down ${reduceWords(s.to)}`;
    case 'onto-ice':
      return `Pour it hot over ${g(s.iceG)} ice`;
    case 'ferment':
      return `Let it work, ${s.lid === 'closed' ? 'closed' : 'loosely covered'}${rhythmWords(s)}`;
  }
}

function bottleLines(plan: Plan): string[] {
  const filled = bottlesFilled(plan);
  if (!filled) return [];
  return [`Fills ${filled.count} bottles of ${ml(filled.eachMl)}, ${ml(filled.overMl)} over`];
}

/** How often the jar is tended, where the cook has said so. */
function rhythmWords({ tend }: Extract<Stage, { kind: 'ferment' }>): string {
  const words = (['shake', 'vent'] as const).flatMap((task) => {
    const turn = tend?.[task];
    return turn ? [`${task} every ${minutes(turn.everyH * 60)}${turn.fromDay ? ` from day ${turn.fromDay}` : ''}`] : [];
  });
  return words.map((w) => `, ${w}`).join('');
}

const mixLines = (plan: Plan): string[] => [
  ...plan.drink.mix
    .filter((l) => l.at === 'jug' && (plan.jug.mix[l.id] ?? 0) >= 1)
    .map((l) => `${ml(plan.jug.mix[l.id]!)} ${l.name.toLowerCase()}`),
  ...plan.drink.mix
    .filter((l) => l.at === 'glass' && plan.glass.atGlassMl[l.id])
    .map(
      (l) =>
        `${Math.round(plan.glass.atGlassMl[l.id]!)} ml ${l.name.toLowerCase()} to each glass${l.layered ? ', as a layer' : ''}`,
    ),
  ...(plan.drink.serve.garnish ? [`On each glass: ${plan.drink.serve.garnish}`] : []),
  ...bottleLines(plan),
  ...plan.syrups
    .filter((s) => s.volumeMl > 0)
    .map((s) => `${s.name}: ${g(s.sugarG)} ${sweetener(s.sweetener)} and ${g(s.waterG)} water`),
  ...(plan.second
    ? [`Put aside ${ml(plan.second.baseMl)} for ${plan.target.second!.name}: with ${ml(plan.second.waterMl)} water`]
    : []),
  ...(plan.brews.some((b) => isSyrup(b.way)) ? ['The syrup keeps apart; pour it when the drink is wanted.'] : []),
];

/** Letters that Markdown would read as its own are shown as they are. */
const plain = (text: string): string =>
  text.replace(/[\r\n]+/g, ' ').replace(/[\\`*_{}[\]<>()#+!|~-]/g, (c) => `\\${c}`);

export function cardMarkdown(text: CardText): string {
  return [
    `# ${plain(text.title)}`,
    '',
    plain(text.lead),
    ...[...text.sections, { heading: CARD_HEAD, lines: text.asItStands }].flatMap((s) => [
      '',
      `## ${plain(s.heading)}`,
      '',
      ...s.lines.map((l) => `- ${plain(l)}`),
    ]),
    '',
    plain(text.note),
    '',
  ].join('\n');
}
