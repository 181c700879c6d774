import type { ReactNode } from 'react';
import {
  colourIn,
  explain,
  ledgerOf,
  likelyRange,
  mainStageOf,
  type FigureId,
  type MixLine,
  type Plan,
  type PlannedBrew,
  type PlannedSyrup,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { shortName, sweetenerName } from '@/shared/format/names';
import { afterLines, brewTitle, steepLines, strainTitle } from './brewWords';
import { Explained } from '@/shared/ui/Explained';
import { VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';

/** The drink's way from the water to the glass, every vessel to one scale. */
export function VesselLine({ plan }: { plan: Plan }): ReactNode {
  const largest = Math.max(...plan.brews.map((b) => b.vessel.capacityMl));
  const steps = stepsOf(plan, largest > 5500 || plan.jug.vessel.capacityMl > 4000 ? 5.6 : 7.6);
  return (
    <ol className="flex flex-col gap-6 lg:flex-row lg:items-stretch lg:justify-between lg:gap-3">
      {steps.map((step, i) => (
        <li
          key={step.id}
          className="flex gap-4 lg:w-0 lg:flex-1 lg:basis-0 lg:flex-col lg:gap-2"
          style={{ flexGrow: step.grow }}
        >
          <div className="min-w-0 flex-1 lg:flex-none lg:min-h-[4.4rem]">
            <h3 className="text-base">
              <span className="text-muted">{i + 1}</span> {step.title}
            </h3>
            {step.lines.map((line) => (
              <p key={line.text} className="text-[0.92rem] leading-6 text-muted">
                <Words plan={plan} line={line} brewId={step.brewId} />
              </p>
            ))}
          </div>
          <div className="flex w-40 shrink-0 items-end justify-center gap-1 lg:w-auto lg:flex-1 lg:justify-start">
            {step.drawing}
          </div>
          <p className="hidden text-sm text-muted lg:block lg:min-h-9 lg:leading-snug">
            <Words plan={plan} line={step.foot} brewId={step.brewId} />
          </p>
        </li>
      ))}
    </ol>
  );
}

/** A line of words with a figure in it, and which figure it opens. */
type Line = { text: string; figure?: FigureId };

type Step = {
  id: string;
  /** the brew whose figures its lines open */
  brewId?: string;
  title: string;
  lines: Line[];
  drawing: ReactNode;
  foot: Line;
  grow: number;
};

function Words({ plan, line, brewId }: { plan: Plan; line: Line; brewId: string | undefined }): ReactNode {
  const { figure, text } = line;
  return figure ? <Explained what={() => explain(plan, figure, brewId)}>{text}</Explained> : text;
}

const stepsOf = (plan: Plan, scale: number): Step[] => [
  ...plan.brews.flatMap((brew, i) => (i === 0 ? brewSteps(brew, scale) : [besideStep(brew, scale)])),
  ...plan.syrups.filter((s) => s.volumeMl > 0).map((s) => syrupStep(s, scale)),
  mixStep(plan, scale),
  serveStep(plan, scale),
  ...(plan.second ? [secondStep(plan, plan.second, scale)] : []),
];

const leafLines = (brew: PlannedBrew): Line[] =>
  brew.leaf.map((l): Line => ({
    figure: `leaf:${l.ingredientId}`,
    text:
      l.written === undefined
        ? `${f.grams(l.grams)} ${shortName(l.name)}${l.measure ? `, ${l.measure.text}` : ''}`
        : `${f.inWords(l.written, f.grams(l.grams))} ${shortName(l.name)}`,
  }));

/** Wet plants are the colour of their liquor, seen deep. */
const plantColour = ({ run }: PlannedBrew): string => colourIn(run.at(run.endMin).liquor, { diameterCm: 12 });

const inPots = ({ pots, vessel }: PlannedBrew): string =>
  pots === 1 ? `in the ${vessel.name}` : `in ${pots} pots like the ${vessel.name}`;

/** The brew that carries the drink: measured, steeped, strained. */
function brewSteps(brew: PlannedBrew, scale: number): Step[] {
  const { run, vessel, brewId, pots } = brew;
  const ledger = ledgerOf(brew);
  const steeped = run.at(run.endMin).liquor;
  const perPotMl = brew.waterMl / pots;
  const main = mainStageOf(brew.way);
  return [
    {
      id: `${brewId}-measure`,
      brewId,
      title: 'Measure',
      lines: leafLines(brew),
      grow: vessel.diameterCm,
      drawing: (
        <VesselDrawing
          vessel={vessel}
          scale={scale}
          layers={[{ ml: perPotMl, colour: 'var(--water)' }]}
          leafColour={plantColour(brew)}
          main={f.volume(perPotMl)}
          sub="water"
          description={`${f.volume(perPotMl)} of water in the ${vessel.name}`}
        />
      ),
      foot: {
        figure: 'water',
        text: `${f.inWords(brew.way.waterWritten, f.volume(brew.waterMl))} water ${inPots(brew)}`,
      },
    },
    {
      id: `${brewId}-steep`,
      brewId,
      title: brewTitle(brew),
      lines: steepLines(brew),
      grow: vessel.diameterCm,
      drawing: (
        <VesselDrawing
          vessel={vessel}
          scale={scale}
          lid={main?.lid !== 'open'}
          layers={[{ ml: perPotMl, colour: colourIn(steeped, vessel) }]}
          {...(main ? { main: f.duration(main.minutes), sub: main.kind === 'hold' ? 'simmer' : 'steep' } : {})}
          description={main ? `Steeping ${f.duration(main.minutes)}` : 'Put together'}
        />
      ),
      foot:
        ledger.steamMl >= 5
          ? { figure: 'steam', text: `${f.exactMl(ledger.steamMl)} leaves as steam` }
          : { text: 'no steam' },
    },
    { ...outStep(brew, scale), title: strainTitle(brew) },
  ];
}

/** What comes out, with what is done to it after the strain. */
function outStep(brew: PlannedBrew, scale: number): Step {
  const { figures, brewId } = brew;
  const ledger = ledgerOf(brew);
  const likely = likelyRange(figures.volumeMl, brew.sigmaLnVolume);
  const receiver: DrawnVessel = {
    kind: 'jar',
    capacityMl: Math.max(500, Math.ceil((figures.volumeMl * 1.15) / 500) * 500),
    diameterCm: figures.volumeMl > 1800 ? 16 : figures.volumeMl > 500 ? 12.5 : 9,
  };
  return {
    id: `${brewId}-out`,
    brewId,
    title: brew.name,
    lines: [
      ...afterLines(brew),
      { figure: 'yield', text: `likely ${f.volumeRange(likely.low, likely.high)}` },
      ...(figures.strengthX > 0
        ? [
            {
              figure: 'concentrate-strength',
              text: f.strengthSaid(figures.strengthX),
            } as const,
          ]
        : []),
    ],
    grow: 15,
    drawing: (
      <VesselDrawing
        vessel={receiver}
        scale={scale}
        layers={[{ ml: figures.volumeMl, colour: colourIn(brew.concentrate, receiver) }]}
        {...(figures.strengthX > 0
          ? { main: f.strength(figures.strengthX), sub: f.volume(figures.volumeMl) }
          : { main: f.volume(figures.volumeMl) })}
        description={`${f.volume(figures.volumeMl)} of ${brew.name.toLowerCase()}${f.atStrength(figures.strengthX)}`}
      />
    ),
    foot:
      brew.way.ingredients.length > 0
        ? { figure: 'held', text: `${f.exactMl(ledger.heldMl - ledger.pressedMl)} stays in the plants` }
        : { text: 'no plants in it' },
  };
}

/** A brew beside the main one, in one step. */
function besideStep(brew: PlannedBrew, scale: number): Step {
  const out = outStep(brew, scale);
  return {
    ...out,
    lines: [
      ...leafLines(brew),
      { figure: 'water', text: `${f.volume(brew.waterMl)} water ${inPots(brew)}` },
      ...steepLines(brew),
      ...out.lines,
    ],
  };
}

function syrupStep(syrup: PlannedSyrup, scale: number): Step {
  const bottle: DrawnVessel = {
    kind: 'bottle',
    capacityMl: Math.max(250, Math.ceil(syrup.volumeMl / 250) * 250),
    diameterCm: 7,
  };
  return {
    id: syrup.lineId,
    title: syrup.name,
    lines: [
      { figure: 'syrup', text: `${f.grams(syrup.sugarG)} ${sweetenerName(syrup.sweetener)}` },
      { text: `${f.grams(syrup.waterG)} hot water` },
    ],
    grow: 11,
    drawing: (
      <VesselDrawing
        vessel={bottle}
        scale={scale}
        layers={[{ ml: syrup.volumeMl, colour: syrupColour() }]}
        sub={f.volume(syrup.volumeMl)}
        description={`${f.volume(syrup.volumeMl)} of syrup`}
      />
    ),
    foot: { text: `${Math.round(syrup.brix)} °Bx, stirred clear` },
  };
}

function mixStep(plan: Plan, scale: number): Step {
  const { jug, target } = plan;
  const [first, ...rest] = plan.drink.mix.filter((l) => l.at === 'jug' && (jug.mix[l.id] ?? 0) >= 0.5);
  const where =
    jug.count > 1 ? `shared out over ${jug.count} jugs like the ${jug.vessel.name}` : `in the ${jug.vessel.name}`;
  const poured = (l: MixLine): string =>
    `${f.inWords(plan.mixWritten[l.id], f.volume(jug.mix[l.id]!))} ${l.name.toLowerCase()}`;
  return {
    id: 'mix',
    title: 'Mix',
    lines: [
      ...(first ? [{ figure: 'mix' as const, text: poured(first) }] : []),
      ...(rest.length > 0 ? [{ text: rest.map(poured).join(', ') }] : []),
    ],
    grow: jug.vessel.diameterCm + 5,
    drawing: (
      <VesselDrawing
        vessel={jug.vessel}
        scale={scale}
        layers={[{ ml: jug.figures.volumeMl / jug.count, colour: colourIn(jug.liquid, jug.vessel) }]}
        main={`${jug.count > 1 ? `${jug.count} × ` : ''}${f.volume(jug.figures.volumeMl / jug.count)}`}
        {...(jug.figures.strengthX > 0 ? { sub: f.strength(jug.figures.strengthX) } : {})}
        description={`Jug of ${f.volume(jug.figures.volumeMl)}${f.atStrength(jug.figures.strengthX)}`}
      />
    ),
    foot:
      jug.figures.strengthX > 0
        ? {
            figure: 'jug-strength',
            text: `${f.strength(jug.figures.strengthX)}${target.iced ? ' before the ice' : ''} ${where}`,
          }
        : { text: where },
  };
}

function serveStep(plan: Plan, scale: number): Step {
  const { glass, target, drink } = plan;
  const drawn: DrawnVessel = { kind: 'glass', capacityMl: (target.glassMl + glass.iceG) * 1.12, diameterCm: 7.2 };
  const beside = drink.mix.filter((l) => (glass.atGlassMl[l.id] ?? 0) > 0);
  return {
    id: 'serve',
    title: 'Serve',
    lines: [
      {
        figure: 'glass-strength',
        text: `${glass.figures.strengthX > 0 ? f.strengthSaid(glass.figures.strengthX) : f.volume(target.glassMl)}${target.hot ? ', hot' : ''}`,
      },
      { figure: 'glass-sugar', text: f.sweetSaid(glass.figures.sugarGPerL) },
      ...beside.map((l) => ({
        text: `with ${f.exactMl(glass.atGlassMl[l.id]!)} ${l.name.toLowerCase()} in each glass`,
      })),
    ],
    grow: 14,
    drawing: (
      <VesselDrawing
        vessel={drawn}
        scale={scale}
        layers={[{ ml: target.glassMl + glass.meltedG, colour: colourIn(glass.liquid, drawn) }]}
        iceCubes={glass.iceG / 27.5}
        {...(glass.figures.strengthX > 0 ? { sub: f.strength(glass.figures.strengthX) } : {})}
        description={`Glass${f.atStrength(glass.figures.strengthX)}`}
      />
    ),
    foot:
      glass.iceG > 0
        ? { figure: 'melt', text: `over ${f.grams(glass.iceG)} ice, right after ${drink.serve.rightAtMin} min` }
        : plan.warming
          ? {
              figure: 'warming',
              text: `warmed to ${f.celsius(plan.warming.toC)} in ${f.duration(plan.warming.minutes)}`,
            }
          : { text: 'as poured' },
  };
}

/** The second drink from the same base, in a jug of its own. */
function secondStep(plan: Plan, second: NonNullable<Plan['second']>, scale: number): Step {
  const { name, water } = plan.target.second!;
  const totalMl = second.baseMl + second.waterMl;
  const jug: DrawnVessel = { kind: 'jug', capacityMl: Math.ceil((totalMl * 1.15) / 500) * 500, diameterCm: 11 };
  return {
    id: 'second',
    title: name.charAt(0).toUpperCase() + name.slice(1),
    lines: [
      { figure: 'second', text: `${f.volume(second.baseMl)} of the base` },
      { text: `${f.volume(second.waterMl)} ${water === 'sparkling' ? 'sparkling water' : 'cold water'}` },
    ],
    grow: 15,
    drawing: (
      <VesselDrawing
        vessel={jug}
        scale={scale}
        layers={[{ ml: totalMl, colour: colourIn(second.liquid, jug) }]}
        main={f.volume(totalMl)}
        sub={f.strength(second.figures.strengthX)}
        description={`${f.volume(totalMl)} of ${name}${f.atStrength(second.figures.strengthX)}`}
      />
    ),
    foot: { text: `${f.gPerL(second.figures.sugarGPerL)} of sugar from the base` },
  };
}

/** White sugar syrup is clear; a faint tint keeps its level visible. */
const syrupColour = (): string => 'var(--water)';
