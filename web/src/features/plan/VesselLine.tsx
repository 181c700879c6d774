import type { ReactNode } from 'react';
import { colourIn, explain, likelyRange, steepOf, type FigureId, type Plan } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { Explained } from '@/shared/ui/Explained';
import { VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';

const CALYX = '#7d1230';

/** The drink's way from the water to the glass, every vessel to one scale. */
export function VesselLine({ plan }: { plan: Plan }): ReactNode {
  const scale = plan.vessel.capacityMl > 5500 || plan.jug.vessel.capacityMl > 4000 ? 5.6 : 7.6;
  return (
    <ol className="flex flex-col gap-6 lg:flex-row lg:items-stretch lg:justify-between lg:gap-3">
      {stepsOf(plan, scale).map((step, i) => (
        <li
          key={step.title}
          className="flex gap-4 lg:w-0 lg:flex-1 lg:basis-0 lg:flex-col lg:gap-2"
          style={{ flexGrow: step.grow }}
        >
          <div className="min-w-0 flex-1 lg:flex-none lg:min-h-[4.4rem]">
            <h3 className="text-base">
              <span className="text-muted">{i + 1}</span> {step.title}
            </h3>
            {step.lines.map((line) => (
              <p key={line.text} className="text-[0.92rem] leading-6 text-muted">
                <Words plan={plan} line={line} />
              </p>
            ))}
          </div>
          <div className="flex w-40 shrink-0 items-end justify-center gap-1 lg:w-auto lg:flex-1 lg:justify-start">
            {step.drawing}
          </div>
          <p className="hidden text-sm text-muted lg:block lg:min-h-9 lg:leading-snug">
            <Words plan={plan} line={step.foot} />
          </p>
        </li>
      ))}
    </ol>
  );
}

/** A line of words with a figure in it, and which figure it opens. */
type Line = { text: string; figure?: FigureId };

type Step = { title: string; lines: Line[]; drawing: ReactNode; foot: Line; grow: number };

function Words({ plan, line }: { plan: Plan; line: Line }): ReactNode {
  const { figure, text } = line;
  return figure ? <Explained what={() => explain(plan, figure)}>{text}</Explained> : text;
}

function stepsOf(plan: Plan, scale: number): Step[] {
  const { run, vessel, jug, glass, target } = plan;
  const steep = steepOf(plan.way);
  const steepTime = run.stages.find((s) => s.kind === 'steep')!;
  const heat = run.stages.find((s) => s.kind === 'heat');
  const [fromC, toC] = [run.at(steepTime.startMin).tempC, run.at(steepTime.endMin).tempC];
  const steeped = run.at(run.endMin).liquor;
  const likely = likelyRange(plan.concentrate.volumeMl, plan.concentrate.sigmaLnVolume);
  const receiver: DrawnVessel = {
    kind: 'jar',
    capacityMl: Math.max(500, Math.ceil((plan.concentrate.volumeMl * 1.15) / 500) * 500),
    diameterCm: plan.concentrate.volumeMl > 1800 ? 16 : 12.5,
  };
  const bottle: DrawnVessel = {
    kind: 'bottle',
    capacityMl: Math.max(250, Math.ceil(plan.syrup.volumeMl / 250) * 250),
    diameterCm: 7,
  };
  const pouredGlass: DrawnVessel = { kind: 'glass', capacityMl: (target.glassMl + glass.iceG) * 1.12, diameterCm: 7.2 };
  const leafText = plan.leaf.map((l): Line => ({
    figure: `leaf:${l.ingredientId}`,
    text: `${f.grams(l.grams)} ${shortName(l.name)}${l.measure ? `, ${l.measure.text}` : ''}`,
  }));
  return [
    {
      title: 'Measure',
      lines: leafText,
      grow: vessel.diameterCm,
      drawing: (
        <VesselDrawing
          vessel={vessel}
          scale={scale}
          layers={[{ ml: plan.waterMl, colour: 'var(--water)' }]}
          leafColour={CALYX}
          main={f.volume(plan.waterMl)}
          sub="water"
          description={`${f.volume(plan.waterMl)} of water in the ${vessel.name}`}
        />
      ),
      foot: { figure: 'water', text: `${f.volume(plan.waterMl)} water in the ${vessel.name}` },
    },
    {
      title: heat ? 'Boil, then steep' : 'Steep in the fridge',
      lines: heat
        ? [
            { figure: 'heat', text: `to the boil, about ${f.duration(heat.endMin)}` },
            { figure: 'steep', text: `off the heat, ${Math.round(fromC)} to ${f.celsius(toC)}` },
          ]
        : [{ figure: 'steep', text: `at ${f.celsius(fromC)}, from chilled water` }],
      grow: vessel.diameterCm,
      drawing: (
        <VesselDrawing
          vessel={vessel}
          scale={scale}
          lid
          layers={[{ ml: plan.waterMl, colour: colourIn(steeped, vessel) }]}
          main={f.duration(steep.minutes)}
          sub="steep"
          description={`Steeping ${f.duration(steep.minutes)}`}
        />
      ),
      foot:
        run.ledger.steamMl >= 5
          ? { figure: 'steam', text: `${f.exactMl(run.ledger.steamMl)} leaves as steam` }
          : { text: 'no steam' },
    },
    {
      title: 'Strain and press',
      lines: [
        { figure: 'yield', text: `likely ${f.volume(likely.low)} to ${f.volume(likely.high)}` },
        { figure: 'concentrate-strength', text: `about ${f.strength(plan.concentrate.strengthX)} of the house` },
      ],
      grow: 15,
      drawing: (
        <VesselDrawing
          vessel={receiver}
          scale={scale}
          layers={[{ ml: plan.concentrate.volumeMl, colour: colourIn(run.concentrate, receiver) }]}
          main={f.strength(plan.concentrate.strengthX)}
          sub={f.volume(plan.concentrate.volumeMl)}
          description={`${f.volume(plan.concentrate.volumeMl)} of concentrate at ${f.strength(plan.concentrate.strengthX)}`}
        />
      ),
      foot: { figure: 'held', text: `${f.exactMl(run.ledger.heldMl - run.ledger.pressedMl)} stays in the plants` },
    },
    ...(plan.syrup.volumeMl > 0
      ? [
          {
            title: 'Syrup',
            lines: [
              { figure: 'syrup' as const, text: `${f.grams(plan.syrup.sugarG)} sugar` },
              { text: `${f.grams(plan.syrup.waterG)} hot water` },
            ],
            grow: 11,
            drawing: (
              <VesselDrawing
                vessel={bottle}
                scale={scale}
                layers={[{ ml: plan.syrup.volumeMl, colour: syrupColour() }]}
                sub={f.volume(plan.syrup.volumeMl)}
                description={`${f.volume(plan.syrup.volumeMl)} of syrup`}
              />
            ),
            foot: { text: `${Math.round(plan.syrup.brix)} °Bx, stirred clear` },
          },
        ]
      : []),
    {
      title: 'Mix',
      lines: [
        { figure: 'mix', text: `${f.volume(jug.mix.concentrateMl)} concentrate` },
        { text: `${f.volume(jug.mix.syrupMl)} syrup, ${f.volume(jug.mix.waterMl)} cold water` },
      ],
      grow: jug.vessel.diameterCm + 5,
      drawing: (
        <VesselDrawing
          vessel={jug.vessel}
          scale={scale}
          layers={[{ ml: jug.figures.volumeMl, colour: colourIn(jug.liquid, jug.vessel) }]}
          main={f.volume(jug.figures.volumeMl)}
          sub={target.iced ? `${f.strength(jug.figures.strengthX)} before ice` : f.strength(jug.figures.strengthX)}
          description={`Jug of ${f.volume(jug.figures.volumeMl)} at ${f.strength(jug.figures.strengthX)}`}
        />
      ),
      foot: { figure: 'jug-strength', text: `${f.strength(jug.figures.strengthX)} in the ${jug.vessel.name}` },
    },
    {
      title: 'Serve',
      lines: [
        {
          figure: 'glass-strength',
          text: `${f.strength(glass.figures.strengthX)}${glass.iceG > 0 ? ` over ${f.grams(glass.iceG)} ice` : ''}`,
        },
        { figure: 'glass-sugar', text: `${f.gPerL(glass.figures.sugarGPerL)} sugar` },
      ],
      grow: 14,
      drawing: (
        <VesselDrawing
          vessel={pouredGlass}
          scale={scale}
          layers={[{ ml: target.glassMl + glass.meltedG, colour: colourIn(glass.liquid, pouredGlass) }]}
          iceCubes={glass.iceG / 27.5}
          sub={f.strength(glass.figures.strengthX)}
          description={`Glass at ${f.strength(glass.figures.strengthX)}`}
        />
      ),
      foot:
        glass.iceG > 0
          ? { figure: 'melt', text: `right after ${plan.drink.serve.rightAtMin} min, ${f.grams(glass.meltedG)} melted` }
          : { text: 'as poured' },
    },
  ];
}

/** White sugar syrup is clear; a faint tint keeps its level visible. */
const syrupColour = (): string => 'var(--water)';

/** "Roselle (hibiscus, sorrel), dried whole calyx" is for a table; a line in the kitchen wants the plant. */
export const shortName = (name: string): string => name.split(/[,(]/)[0]!.trim().toLowerCase();
