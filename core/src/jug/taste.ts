import { goalFor, type GoalOf } from '../blend/goals';
import type { BlendGoal } from '../blend/solveBlend';
import type { ServedState, Verdict } from '../batch/batchEvent';
import { acidGPerL, type Liquid } from '../liquid/liquid';
import { LEARNING } from '../taste/filter';
import { FELT, sweetFelt } from '../taste/preference';
import { timesStandard } from '../liquid/strength';
import { harshLoad } from '../liquid/harshness';
import { sweetGPerL } from '../liquid/sweetness';
import { flavourGPerL, type Flavour } from './qualities';

/** What was said of a jug: how it was tasted comes first, because warm tastes sweeter and ice thins. */
export type Taste = {
  state: ServedState;
  strength: Verdict['strength'];
  sweet: Verdict['sweet'];
  tart: Verdict['tart'];
  harsh: Verdict['harsh'];
  /** one flavour by itself */
  flavour?: { of: Flavour; wants: 'more' | 'less' };
  note?: string;
  /** who tasted, where it was not the cook */
  who?: string;
};

/** An ordinary sweetness, g/L, for what is said before there is a figure. */
const USUAL_SWEET = 70;

/** How the jug is to be drunk, and how many times the ice thins it by then. */
export type ToBeDrunk = { state: ServedState; thinning: number };

/**
 * How far off a word is, as a factor: a step of strength is one just noticeable step, the others the middle of what the word
 * covers in the model of verdicts. House estimates.
 */
const STEP = {
  strength: (v: Verdict['strength']): number => Math.exp(LEARNING.noise.strength * v),
  sweet: (v: Verdict['sweet']): number => Math.exp(1.2 * LEARNING.noise.sweet * v),
  tart: (v: Verdict['tart']): number => Math.exp(0.75 * LEARNING.noise.tart * v),
  harsh: (v: Verdict['harsh']): number => (v >= 3 ? 1.6 : v === 2 ? 1.3 : 1),
} as const;

/** Flavours are moved by a step that is clearly noticed, and no further. House estimate. */
const FLAVOUR_STEP = { more: 1.35, less: 0.75 } as const;

/** Harshness cannot be taken out: a drink that is right but harsh is let down a little. House estimate. */
const HARSH_THINS_TO = 0.85;

/** What was right weighs so much against what was said to be off. House choice. */
const KEPT_WEIGHS = 0.5;

/** What one figure of a jug should be after a verdict. */
export type TasteGoal = BlendGoal & {
  /** what it is now */
  now: number;
  /** said to be off, or only to be kept as it is */
  why: 'said' | 'kept';
};

/**
 * What the jug should be after a verdict. What was felt in the state it was tasted in is turned into what will be felt in the
 * state it is drunk in: sweet enough while warm is too little once chilled, and right without ice is weak over it.
 * @param sharpness too sharp is answered by less acid, or by sugar against the acid there is: the sour of a plant comes with its strength
 */
export function goalsAfter(
  jug: Liquid,
  standard: number,
  taste: Taste,
  drunk: ToBeDrunk,
  sharpness: 'taken-down' | 'balanced' = 'taken-down',
): TasteGoal[] {
  const thinned = taste.state === 'iced' ? drunk.thinning : 1;
  // Times that the jug's own figure is above what it must be for the feel that was called right.
  const ice = (drunk.state === 'iced' ? drunk.thinning : 1) / thinned;
  const harshFelt = FELT[taste.state].harsh / FELT[drunk.state].harsh;
  const goal = (
    of: GoalOf,
    now: number,
    wanted: number,
    said: boolean,
    more: Partial<BlendGoal> = {},
    id?: string,
  ): TasteGoal => ({
    ...goalFor(of, wanted, id),
    now,
    why: said ? 'said' : 'kept',
    // What was said to be off comes before what was right: it may suffer a little.
    weight: said ? 1 : KEPT_WEIGHS,
    ...more,
  });
  const strength = timesStandard(jug, standard);
  const sweet = sweetGPerL(jug);
  const sweeterThan = sweetFelt(taste.state, sweet) / sweetFelt(drunk.state, sweet);
  const acid = acidGPerL(jug);
  const harsh = harshLoad(jug);
  // What is flat has little acid to multiply: it gets some.
  const flat = Math.max(acid / STEP.tart(taste.tart), acid - 0.5 * taste.tart);
  const { flavour } = taste;
  const balanced = sharpness === 'balanced' && taste.tart > 0;
  const thinnedForHarsh = taste.harsh >= 2 && taste.strength === 0;
  return [
    // A single flavour moves the whole with it: then the whole is held less tightly.
    goal(
      'strength',
      strength,
      ((strength * ice) / STEP.strength(taste.strength)) * (thinnedForHarsh ? HARSH_THINS_TO : 1),
      taste.strength !== 0,
      {
        ...(flavour && taste.strength === 0 ? { weight: 0.4 } : {}),
        ...(thinnedForHarsh ? { tolerance: 0.15 * strength } : {}),
      },
    ),
    goal(
      'sugar',
      sweet,
      taste.sweet < 0 && sweet < 10
        ? UNSWEETENED_TO
        : ((sweet * ice * sweeterThan) / STEP.sweet(taste.sweet)) * (balanced ? STEP.tart(taste.tart) : 1),
      taste.sweet !== 0 || balanced,
    ),
    goal(
      'acid',
      acid,
      (taste.tart < 0 ? flat : acid / (balanced ? 1 : STEP.tart(taste.tart))) * ice,
      taste.tart !== 0 && !balanced,
      balanced ? { kind: 'at-most' } : {},
    ),
    ...(taste.harsh >= 2
      ? [goal('harsh', harsh, (harsh * ice * harshFelt) / STEP.harsh(taste.harsh), true, { kind: 'at-most' })]
      : []),
    ...(flavour
      ? [
          goal(
            'flavour',
            flavourGPerL(jug, flavour.of),
            flavourGPerL(jug, flavour.of) * ice * FLAVOUR_STEP[flavour.wants],
            true,
            { kind: flavour.wants === 'more' ? 'at-least' : 'at-most' },
            `flavour:${flavour.of}`,
          ),
        ]
      : []),
  ];
}

/** A drink without sugar that wants some starts here, g/L. House estimate: lightly sweet. */
const UNSWEETENED_TO = 25;

/** What the tasting state hides, in a line; undefined where it was tasted as it is drunk. */
export function stateNote(tasted: ServedState, drunk: ToBeDrunk): string | undefined {
  const sweeter = Math.round(100 * (sweetFelt(tasted, USUAL_SWEET) / sweetFelt(drunk.state, USUAL_SWEET) - 1));
  const parts = [
    ...(Math.abs(sweeter) >= 4
      ? [`it will taste about ${Math.abs(sweeter)} % ${sweeter > 0 ? 'less' : 'more'} sweet`]
      : []),
    ...(drunk.state === 'iced' && tasted !== 'iced' && drunk.thinning > 1.02
      ? [`the ice will thin it ${drunk.thinning.toFixed(2)} times`]
      : []),
  ];
  if (parts.length === 0) return undefined;
  const words: Record<ServedState, string> = {
    warm: 'Warm',
    chilled: 'Chilled',
    iced: 'Over ice',
    neat: 'At room warmth, without ice',
  };
  return `${words[drunk.state]} ${parts.join(', and ')}.`;
}
