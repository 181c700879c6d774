import {
  afterStraining,
  curveOfBatch,
  endFiguresOf,
  frozenBrew,
  kitchenBoilingPoint,
  isKettle,
  mainStageOf,
  plantOf,
  progressAt,
  type Batch,
  type BrewIngredient,
  type Call,
  type Drink,
  type EndFigures,
  type FrozenBrew,
  type FrozenPlan,
  type HandsWork,
  type Stage,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { workedOut } from '@/shared/ui/reasonOf';
import { HANDS_WORDS, plantNameIn, stageWords, sweetenerName } from '@/shared/format/names';

/** A call in words: what to do, the clock beside it, what the senses say when it is time, and a figure for the same. */
export type CallWords = {
  what: string;
  /** the same where no clock stands beside it */
  alone?: string;
  /** minutes to the call, negative when it is over; undefined where no clock runs */
  inMin: number | undefined;
  /** under the large words */
  note: string;
  cue: string | undefined;
  figure: string | undefined;
  done: string;
};

/** @param others calls of the same moment and kind, done together with it: two plants that go in at once */
export function callWords(batch: Batch, call: Call, nowMs: number, others: readonly Call[] = []): CallWords {
  const inMin = (call.dueMs - nowMs) / 60_000;
  const { what } = call;
  const base = { inMin: undefined, cue: undefined, figure: undefined };
  switch (what.kind) {
    case 'lay-out':
      return { ...base, what: 'Lay everything out', note: 'before any heat; tick it off below', done: 'Heat on' };
    case 'start': {
      const { name } = frozenBrew(batch.plan, what.brewId);
      const soon = inMin <= 0.5;
      return {
        ...base,
        inMin: soon ? undefined : inMin,
        what: soon ? `Start the ${name.toLowerCase()}` : `Start the ${name.toLowerCase()} in`,
        note: 'so that it is ready with the rest',
        done: 'Start it',
      };
    }
    case 'put-in': {
      const all = [call, ...others].flatMap((c) => (c.what.kind === 'put-in' ? [c.what] : []));
      const plants = listed(all.map((w) => plantNameIn(batch.plan.drink, w.plant).toLowerCase()));
      const figure = listed(all.map((w) => f.inWords(w.written, f.grams(w.grams))));
      if (what.asked)
        return {
          ...base,
          what: `${all.length > 1 ? 'Are' : 'Is'} the ${plants} in?`,
          note: 'it was not told before the strain; what went in stands on the label',
          figure,
          done: all.length > 1 ? 'They went in' : 'It went in',
        };
      return {
        ...base,
        inMin,
        what: inMin < 0 ? `Put in the ${plants} now` : `Put in the ${plants} in`,
        note: lateNote(inMin, 'at this moment and no sooner'),
        figure,
        done: all.length > 1 ? 'They are in' : 'It is in',
      };
    }
    case 'take-out': {
      const all = [call, ...others].flatMap((c) => (c.what.kind === 'take-out' ? [c.what] : []));
      const plants = listed(all.map((w) => plantNameIn(batch.plan.drink, w.plant).toLowerCase()));
      return {
        ...base,
        inMin,
        what: inMin < 0 ? `Take out the ${plants} now` : `Take out the ${plants} in`,
        note: lateNote(inMin, `so that ${all.length > 1 ? 'they do' : 'it does'} not take over`),
        done: all.length > 1 ? 'They are out' : 'It is out',
      };
    }
    case 'tend':
      return {
        ...base,
        inMin,
        what: TASK_WORDS[what.task][0],
        note: lateNote(inMin, 'the live jar'),
        done: TASK_WORDS[what.task][1],
      };
    case 'measure': {
      const brew = frozenBrew(batch.plan, what.brewId);
      const strained = afterStraining(brew.way).length > 0;
      return {
        ...base,
        what: strained ? 'Measure it' : `${strainWords(brew)}, and measure`,
        note: 'what you enter sets the mix',
        cue: 'it drips slower than one drop a second',
        done: 'That is what came out',
      };
    }
    case 'mix':
      return { ...base, what: 'Mix the jug', note: 'the mix is worked out from what came out', done: 'To the mix' };
    case 'cool':
      if (what.planned) {
        const { bathMin, bathToC } = batch.plan.promised;
        return {
          ...base,
          what: 'Into the ice bath',
          note: `stirring, about ${f.duration(bathMin)} to ${f.celsius(bathToC)}; then it is mixed`,
          figure: `${f.celsius(bathToC)} on a thermometer`,
          done: 'It is in the ice bath',
        };
      }
      return {
        ...base,
        inMin: undefined,
        what: 'Cool it faster',
        note: 'or its time in the warm zone runs out',
        done: 'It is in the ice bath',
      };
    case 'end-stage': {
      const brew = frozenBrew(batch.plan, what.brewId);
      const stage = brew.way.stages.find((s) => s.id === what.stageId);
      const words = endWords(batch, what, inMin, nowMs);
      return stage ? { ...words, what: `${waterAhead(brew, stage)}${words.what}` } : words;
    }
  }
}

/** What a call wants in the large words, also where no more than that it calls can be worked out of its pot. */
export const whatOf = (batch: Batch, call: Call, nowMs: number): string =>
  workedOut(() => {
    const words = callWords(batch, call, nowMs);
    return words.alone ?? words.what;
  }).value ?? 'Look at the pot';

/** In a few words, for a column or a list: "put in rooibos". */
export function shortCall(batch: Batch, { what }: Call): string {
  switch (what.kind) {
    case 'lay-out':
      return 'lay out';
    case 'start':
      return `start the ${frozenBrew(batch.plan, what.brewId).name.toLowerCase()}`;
    case 'put-in':
      return `${what.asked ? 'told in or not: ' : 'put in '}${plantNameIn(batch.plan.drink, what.plant).toLowerCase()}`;
    case 'take-out':
      return `take out ${plantNameIn(batch.plan.drink, what.plant).toLowerCase()}`;
    case 'tend':
      return TASK_WORDS[what.task][0].toLowerCase();
    case 'measure':
      return 'strain and measure';
    case 'mix':
      return 'mix the jug';
    case 'cool':
      return what.planned ? 'into the ice bath' : 'cool it faster';
    case 'end-stage': {
      const brew = frozenBrew(batch.plan, what.brewId);
      const stage = brew.way.stages.find((s) => s.id === what.stageId)!;
      return stage.id === mainStageOf(brew.way)?.id ? 'pull it' : `${stageWords(stage, brew.way)} is over`;
    }
  }
}

export const TASK_WORDS = {
  shake: ['Shake it', 'Shaken'],
  vent: ['Let the gas out', 'Vented'],
  look: ['Look and smell', 'Looked'],
  taste: ['Taste it', 'Tasted'],
} as const;

/** By the second within the hour; what is later than that is not late by seconds. */
export const lateWords = (inMin: number): string =>
  inMin > -60 ? `${f.clock(inMin)} late` : `${f.duration(-inMin)} late`;

const lateNote = (inMin: number, note: string): string => (inMin < 0 ? lateWords(inMin) : note);

type EndCall = Extract<Call['what'], { kind: 'end-stage' }>;

function endWords(batch: Batch, { brewId, stageId }: EndCall, inMin: number, nowMs: number): CallWords {
  const brew = frozenBrew(batch.plan, brewId);
  const stage = brew.way.stages.find((s) => s.id === stageId)!;
  const progress = progressAt(batch, brewId, nowMs);
  const end = endFiguresOf(batch, brewId, stageId);
  const cues = { cue: cueOf(batch.plan, brew, stage), figure: figureOf(stage, end) };
  if (progress?.dryMs !== undefined && progress.dryMs <= nowMs)
    return {
      inMin,
      what: 'Take it off the heat',
      note: 'By the model it has boiled dry.',
      cue: undefined,
      figure: undefined,
      done: 'It is off the heat',
    };
  const soonish = `about ${f.duration(Math.max(0, inMin))} more by the model`;
  if (stage.kind === 'heat') {
    const boil = stage.to === 'boil';
    const kettle = isKettle(brew.way, stage);
    return {
      ...cues,
      inMin,
      what: kettle
        ? `Heat a kettle${boil ? ' to the boil' : ` to ${f.celsius(stage.to as number)}`}`
        : boil
          ? `Bring it to the boil${stage.lid === 'open' ? '' : ', lid on'}`
          : `Heat it to ${f.celsius(stage.to as number)}`,
      note: `${soonish}; tell it when it really is there`,
      done: kettle ? 'It is hot: poured on' : ended(boil ? 'It boils' : 'It is there', brew, stage),
    };
  }
  if (stage.id === mainStageOf(brew.way)?.id && progress) {
    const late = inMin < 0;
    // Past its time it may still be good: the words and the bracket beside the pot are of one window.
    const window = curveOfBatch(batch, brewId)?.window;
    const goodMin = late && window ? window.toMin - progress.elapsedMin : 0;
    return {
      ...cues,
      inMin: goodMin > 0 ? goodMin : inMin,
      what: goodMin > 0 ? 'Good to pull, for another' : late ? 'Pull it now' : 'Pull it in',
      ...(late ? { alone: 'Pull it now' } : {}),
      note: late
        ? `${f.clock(inMin)} over its time; it would make a glass of ${f.strengthSaid(progress.strengthX)}`
        : `it would make a glass of ${f.strengthSaid(progress.strengthX)} now, ${f.strength(progress.plannedX)} at its time`,
      done: ended('Pulled', brew, stage),
    };
  }
  if (stage.kind === 'dissolve' && end.byTaste) {
    const { beginG, soFarG } = end.byTaste;
    return {
      ...cues,
      inMin,
      what: `Sweeten it by taste, ${sweetenerName(stage.sweetener)}`,
      note:
        soFarG > 0
          ? `${f.grams(soFarG)} so far; it was written with ${f.grams(beginG)}`
          : `begin with less than ${f.grams(beginG)}, stir until it is clear, taste`,
      done: soFarG > 0 ? `That is it: ${f.grams(soFarG)}` : `It takes ${f.grams(beginG)}, as written`,
    };
  }
  if (stage.kind === 'dissolve')
    return {
      ...cues,
      inMin,
      what: `Stir in ${end.sweetenedG === undefined ? '' : `${f.inWords(stage.written, f.grams(end.sweetenedG))} `}${sweetenerName(stage.sweetener)}`,
      note: soonish,
      done: ended('Stirred in', brew, stage),
    };
  const what = stage.kind === 'hands' ? HANDS_WORDS[stage.work] : capital(stageWords(stage, brew.way));
  const clocked = stage.kind === 'hold' || stage.kind === 'toast' || stage.kind === 'ferment' || stage.kind === 'steep';
  // How hard it boils is set by eye: all of a boil-down takes from so long to so long.
  const note = end.lastsMin
    ? `${soonish}; all of it takes ${f.duration(end.lastsMin.low)} to ${f.duration(end.lastsMin.high)}`
    : soonish;
  return {
    ...cues,
    inMin,
    what: clocked ? `${what}, over in` : what,
    note,
    done: ended(DONE_WORDS[doingOf(stage)], brew, stage),
  };
}

const listed = (words: readonly string[]): string =>
  words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)}` : (words[0] ?? '');

/** Calls that are the same movement of the hands: plants of one brew that go in, or come out, at one moment. */
export const togetherWith = (call: Call, all: readonly Call[]): readonly Call[] =>
  call.what.kind !== 'put-in' && call.what.kind !== 'take-out'
    ? []
    : all.filter(
        (c) =>
          c.id !== call.id &&
          c.batchId === call.batchId &&
          c.what.kind === call.what.kind &&
          'brewId' in c.what &&
          'brewId' in call.what &&
          c.what.brewId === call.what.brewId &&
          isAsked(c) === isAsked(call) &&
          Math.abs(c.dueMs - call.dueMs) < 1000,
      );

const isAsked = ({ what }: Call): boolean => what.kind === 'put-in' && what.asked === true;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What a stage is, hands by their work. */
const doingOf = (stage: Stage): Exclude<Stage['kind'], 'hands'> | HandsWork =>
  stage.kind === 'hands' ? stage.work : stage.kind;

/** That it is done, in a word. */
const DONE_WORDS: Readonly<Record<ReturnType<typeof doingOf>, string>> = {
  toast: 'Toasted',
  heat: 'It is there',
  hold: 'Simmered',
  steep: 'It has stood',
  cool: 'Cooled',
  strain: 'Strained',
  rinse: 'Rinsed',
  dissolve: 'Stirred in',
  reduce: 'Boiled down',
  ferment: 'It is ready',
  'onto-ice': 'Poured',
  crush: 'Crushed',
  blend: 'Blended',
  skim: 'Skimmed',
  shake: 'Shaken',
  pour: 'Poured',
  juice: 'Juiced',
  bottle: 'Bottled',
  carbonate: 'It is fizzy',
  freeze: 'Frozen',
};

/** What a stage asks of the hands, as the next doing. */
function nextDoing(stage: Stage): string {
  switch (stage.kind) {
    case 'toast':
      return 'toast it';
    case 'heat':
      return stage.to === 'boil' ? 'bring it to the boil' : `heat it to ${f.celsius(stage.to)}`;
    case 'hold':
      return 'let it simmer';
    case 'steep':
      return stage.place === 'fridge' ? 'into the fridge' : 'off the heat';
    case 'cool':
      return stage.by === 'ice-bath' ? 'into the ice bath' : `let it cool to ${f.celsius(stage.toC)}`;
    case 'strain':
      return 'strain it';
    case 'rinse':
      return 'rinse what is left';
    case 'dissolve':
      return `stir in the ${sweetenerName(stage.sweetener)}`;
    case 'reduce':
      return 'boil it down';
    case 'ferment':
      return 'let it work';
    case 'onto-ice':
      return 'pour it over ice';
    case 'hands':
      return `${HANDS_WORDS[stage.work].charAt(0).toLowerCase()}${HANDS_WORDS[stage.work].slice(1)}`;
  }
}

/** A stage that is done and what is done next, so that the button says where it leads; at the end it is measured. */
function ended(done: string, { way }: FrozenBrew, stage: Stage): string {
  const next = way.stages[way.stages.indexOf(stage) + 1];
  return next ? `${done}: ${nextDoing(next)}` : done;
}

/** The water of a pot that was toasted dry goes in before anything is stirred into it. */
function waterAhead({ way }: FrozenBrew, stage: Stage): string {
  const before = way.stages.slice(0, way.stages.indexOf(stage));
  const dry = before.length > 0 && before.every((s) => s.kind === 'toast') && stage.kind !== 'toast';
  return dry && way.waterMl > 0 ? `Pour in ${f.inWords(way.waterWritten, f.volume(way.waterMl))} of water. ` : '';
}

/** What the senses say when a stage is at its end. */
function cueOf({ drink }: FrozenPlan, brew: FrozenBrew, stage: Stage): string | undefined {
  switch (stage.kind) {
    case 'toast':
      return 'it smells of nuts and is a shade darker';
    case 'heat':
      return stage.to === 'boil' ? 'large bubbles that stirring does not stop' : 'it steams, and no bubble rises yet';
    case 'hold':
      return 'the smell of it fills the room, and the pieces are limp';
    case 'steep':
      return stage.place === 'fridge'
        ? 'the liquor has its colour to the bottom of the jar'
        : `it smells of ${scentOf(drink, brew)}, no longer of hay`;
    case 'dissolve':
      return 'clear to the bottom, no grain under the spoon';
    case 'reduce':
      return 'it coats the spoon, and a finger drawn across leaves a line';
    case 'cool':
      return stage.toC <= 35
        ? 'the pot’s side feels like nothing'
        : 'the pot’s side can be held for a slow count of three';
    case 'onto-ice':
      return 'the jug mists over, and the ice floats free';
    case 'ferment':
      return 'small bubbles rise when the jar is tapped';
    case 'rinse':
      return 'the wash runs as pale as it will';
    case 'hands':
    case 'strain':
      return undefined;
  }
}

/** The plant that there is most of, as a cook names its smell. */
function scentOf(drink: Drink, { way }: FrozenBrew): string {
  const doses = (i: BrewIngredient): number => i.grams / plantOf(drink, i.plant).dose.typical;
  const most = [...way.ingredients].sort((a, b) => doses(b) - doses(a))[0];
  return most ? plantNameIn(drink, most.plant).toLowerCase() : 'the plant';
}

/** The same end on an instrument. */
function figureOf(stage: Stage, end: EndFigures): string | undefined {
  switch (stage.kind) {
    case 'heat':
    case 'toast':
    case 'cool':
      return end.tempC === undefined ? undefined : `${f.celsius(end.tempC)} on a thermometer`;
    case 'reduce':
      return `the pan at ${f.grams(end.panWeightG!)} on the scale, ${end.depthCm!.toFixed(1)} cm deep, ${end.brix!.toFixed(0)} °Bx, boiling at ${end.tempC!.toFixed(1)} °C`;
    case 'dissolve':
      return `${end.brix!.toFixed(0)} °Bx on a refractometer`;
    case 'onto-ice':
    case 'steep':
    case 'hold':
      return end.tempC === undefined ? undefined : `about ${f.celsius(end.tempC)} by then`;
    case 'ferment':
    case 'hands':
    case 'strain':
    case 'rinse':
      return undefined;
  }
}

/** "Strain through fine cloth, press": how a brew is strained. */
export function strainWords({ way }: FrozenBrew): string {
  const strain = way.stages.find((s) => s.kind === 'strain');
  if (strain?.kind !== 'strain') return 'Pour it off';
  const through = { 'fine-cloth': 'fine cloth', paper: 'paper', sieve: 'a sieve' }[strain.through];
  return `Strain through ${through}${strain.press ? ', press' : ''}`;
}

/** What water does in this kitchen: "99 °C" high up. */
export const boilsAt = (batch: Batch): string => f.celsius(kitchenBoilingPoint(batch.plan.kitchen));
