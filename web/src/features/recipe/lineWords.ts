import {
  changeIngredient,
  type BrewIngredient,
  type BrewLine,
  type BrewWay,
  type Plants,
  type Stage,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { HANDS_WORDS, plantName, stageWords, sweetenerName } from '@/shared/format/names';

/** A stage by a name that tells it from the others. */
export function stageTitle(stage: Stage, way: BrewWay): string {
  const words = stage.kind === 'hands' ? HANDS_WORDS[stage.work] : stageWords(stage, way);
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** A way with a plant going in at a minute of the line, in whichever stage that is; undefined where there is no line of time. */
export function entryAt(way: BrewWay, line: BrewLine, ingredientId: string, minute: number): BrewWay | undefined {
  const i = way.ingredients.find((x) => x.id === ingredientId);
  const to = Math.max(0, minute);
  // The last stage that has begun by then and lasts; before the first one it is the first.
  const lasting = lastingOf(line);
  const stage = lasting.filter((s) => s.startMin <= to + 1e-9).at(-1) ?? lasting[0];
  if (!i || !stage) return undefined;
  const written = way.stages.find((s) => s.id === stage.stageId);
  // Only what lasts so long as it says has minutes to go in at.
  const atMin =
    written && 'minutes' in written ? Math.min(written.minutes, Math.round(Math.max(0, to - stage.startMin))) : 0;
  return changeIngredient(way, { ...i, enters: { stageId: stage.stageId, atMin } });
}

const lastingOf = (line: BrewLine): BrewLine['stages'] => line.stages.filter((s) => s.endMin - s.startMin > 0.05);
const entryOf = (way: BrewWay, id: string): BrewIngredient['enters'] | undefined =>
  way.ingredients.find((i) => i.id === id)?.enters;

/** A way with a plant going in so many minutes later or sooner; stages without minutes of their own are stepped over whole. */
export function entryMoved(way: BrewWay, line: BrewLine, ingredientId: string, byMin: number): BrewWay | undefined {
  const from = line.plants.find((p) => p.ingredientId === ingredientId)?.fromMin;
  const was = entryOf(way, ingredientId);
  if (from === undefined || !was) return undefined;
  const moved = entryAt(way, line, ingredientId, from + byMin);
  const now = moved && entryOf(moved, ingredientId);
  if (!now || now.stageId !== was.stageId || now.atMin !== was.atMin) return moved;
  const lasting = lastingOf(line);
  const next = lasting[lasting.findIndex((s) => s.stageId === was.stageId) + Math.sign(byMin)];
  return next ? entryAt(way, line, ingredientId, next.startMin) : undefined;
}

/** What is said to those who move a stage without seeing it. */
export function announcementsFor(way: BrewWay): {
  onDragStart: (e: { active: { id: unknown } }) => string;
  onDragOver: (e: { active: { id: unknown }; over: { id: unknown } | null }) => string;
  onDragEnd: (e: { active: { id: unknown }; over: { id: unknown } | null }) => string;
  onDragCancel: (e: { active: { id: unknown } }) => string;
} {
  const named = (id: unknown): string => {
    const stage = way.stages.find((s) => s.id === id);
    return stage ? stageTitle(stage, way) : 'the stage';
  };
  const place = (id: unknown): number => way.stages.findIndex((s) => s.id === id) + 1;
  return {
    onDragStart: ({ active }) => `${named(active.id)} is picked up.`,
    onDragOver: ({ active, over }) => (over ? `${named(active.id)} is at place ${place(over.id)}.` : ''),
    onDragEnd: ({ active, over }) => (over ? `${named(active.id)} is put down at place ${place(over.id)}.` : ''),
    onDragCancel: ({ active }) => `${named(active.id)} stays where it was.`,
  };
}

/** The brew as it stands on a card: what goes in, what is done, how long. */
export function onTheCard(way: BrewWay, plants: Plants): string {
  const amount = (i: BrewIngredient): string =>
    `${i.written ?? f.grams(i.grams)} ${plantName(i.plant, plants).toLowerCase()}${i.enters.atMin > 0 ? ` at ${f.duration(i.enters.atMin)}` : ''}`;
  const water = way.waterMl > 0 ? [`${way.waterWritten ?? f.volume(way.waterMl)} water`] : [];
  const stages = way.stages.map((s) => {
    const goIn = way.ingredients.filter((i) => i.enters.stageId === s.id).map(amount);
    const out = way.ingredients.filter((i) => i.leaves?.stageId === s.id);
    const lasts = 'minutes' in s ? ` ${f.duration(s.minutes)}` : '';
    const words = s.written === undefined ? stageWords(s, way) : `${s.written} ${amountless(s)}`;
    const comeOut = out.map((i) => `${plantName(i.plant, plants).toLowerCase()} out at ${f.duration(i.leaves!.atMin)}`);
    return [...(goIn.length > 0 ? [`in with ${goIn.join(', ')}`] : []), `${words}${lasts}`, ...comeOut].join(', ');
  });
  const whole = [...water, ...stages].join('; ');
  return `${whole.charAt(0).toUpperCase()}${whole.slice(1)}.`;
}

const amountless = (s: Stage): string =>
  s.kind === 'dissolve'
    ? `${sweetenerName(s.sweetener)} stirred in`
    : s.kind === 'rinse'
      ? 'water to rinse'
      : 'of ice to pour it over';
