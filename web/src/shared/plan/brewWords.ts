import {
  afterStraining,
  boilDownRange,
  mainStageOf,
  type FigureId,
  type PlannedBrew,
  type Stage,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { PLACE_WORDS, stageWords, sweetenerName } from '@/shared/format/names';

// What is done to a brew, in the words of the kitchen.

type Line = { text: string; figure?: FigureId };

const STEEP_TITLE = {
  'off-heat': 'Boil, then steep',
  fridge: 'Steep in the fridge',
  counter: 'Steep on the counter',
  sun: 'Steep in the sun',
} as const;

/** The heading over a brew's main stage. */
export function brewTitle({ way }: PlannedBrew): string {
  const main = mainStageOf(way);
  if (!main) return 'Put it together';
  const heated = way.stages.some((s) => s.kind === 'heat');
  if (main.kind === 'hold') return heated ? 'Boil and simmer' : 'Hold';
  if (main.place === 'fridge' && heated) return 'Boil, then into the fridge';
  return STEEP_TITLE[main.place];
}

/** The heading over its strain. */
export function strainTitle({ way }: PlannedBrew): string {
  const strain = way.stages.find((s) => s.kind === 'strain');
  const words = ['Strain'];
  if (strain?.kind === 'strain' && strain.press) words.push('press');
  if (afterStraining(way).some((s) => s.kind === 'dissolve')) words.push('sweeten');
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** Stages up to the strain, with their times and temperatures. */
export function steepLines(brew: PlannedBrew): Line[] {
  const { run, way } = brew;
  const main = mainStageOf(way);
  const stages = way.stages.flatMap((stage): Line[] => {
    const time = run.stages.find((t) => t.stageId === stage.id);
    if (!time || time.startMin >= run.endMin || time.endMin <= time.startMin) return [];
    const minutes = stage.kind === 'reduce' ? boilsFor(stage, time) : f.duration(time.endMin - time.startMin);
    if (stage.kind === 'steep' && stage === main)
      return [
        {
          figure: 'steep',
          text: `${PLACE_WORDS[stage.place]}, ${fromTo(time.fromC, time.toC)}${stage.place === 'fridge' && time.fromC < 10 ? ', from chilled water' : ''}`,
        },
      ];
    return [
      {
        text: `${stageWords(stage, way)}${stage.kind === 'ferment' ? '' : `, ${minutes}`}`,
        ...(stage.kind === 'heat' ? { figure: 'heat' as const } : {}),
      },
    ];
  });
  return way.underWeight ? [...stages, { text: 'plants held under by a weight' }] : stages;
}

/** How hard it boils is set by eye, so how long it takes is a range. */
function boilsFor(stage: Stage, { startMin, endMin }: { startMin: number; endMin: number }): string {
  const { low, high } = boilDownRange(stage.agitation, endMin - startMin);
  return `${f.duration(low)} to ${f.duration(high)}`;
}

const fromTo = (fromC: number, toC: number): string =>
  Math.abs(fromC - toC) < 1 ? `at ${f.celsius(fromC)}` : f.celsiusRange(fromC, toC);

/** What is done to the strained liquor, with the sugar it takes. */
export function afterLines(brew: PlannedBrew): Line[] {
  const { restHours = 0 } = brew.way;
  const boiled = (stage: Stage): string => {
    const time = stage.kind === 'reduce' ? brew.run.stages.find((t) => t.stageId === stage.id) : undefined;
    return time && time.endMin > time.startMin ? `, ${boilsFor(stage, time)}` : '';
  };
  const done = afterStraining(brew.way).map((stage): Line =>
    stage.kind === 'dissolve' && !('grams' in stage.to)
      ? { text: `stir in ${f.grams(brew.sweetenedG[stage.sweetener] ?? 0)} ${sweetenerName(stage.sweetener)}` }
      : { text: `${stageWords(stage, brew.way)}${boiled(stage)}` },
  );
  return restHours > 0 ? [...done, { text: `best after ${f.duration(restHours * 60)}` }] : done;
}
